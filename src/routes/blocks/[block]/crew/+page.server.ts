import { placesOf, seatsOf, ridersOf } from '$lib/rooms/crew/usual';
import { howPlanted } from '../../../../../core/crew/stages';
import { plantedNow } from '$lib/rooms/crew/planted-how.server';
import { plantedOf, sharesFact } from '$lib/rooms/crew/facts.server';
import { finishOf, usualPlanters, ratesOf } from '$lib/rooms/crew/rates.server';
import {
  inHandOf,
  onFoot,
  refilledToday,
  refillStands,
  together,
  walkOf,
} from '$lib/rooms/crew/in-hand.server';
import { drawnGroundOf } from '$lib/rooms/ground/facts.server';
import { handedFact, namesFact } from '$lib/rooms/people/facts.server';
import { releasedLayout, drawnRowsOf } from '$lib/rooms/rows/facts.server';
import { notesFact } from '$lib/rooms/crew/words.server';
import { wavesOf } from '$lib/rooms/crew/waves.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Notes on the plan; older ones stand on their own page. */
const NOTES_SHOWN = 12;

export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:crew', 'viridane:rows', 'viridane:people');
  const { block, facts } = await openBlock(locals, params.block);
  const [layout, everybody, handed, names] = await Promise.all([
    releasedLayout(facts, block.id),
    usualPlanters(facts, block.id),
    facts.of(handedFact),
    facts.of(namesFact),
  ]);
  const planters = everybody.filter(({ retiredOn }) => !retiredOn);
  const stages = howPlanted(await plantedNow(facts, block));
  const open = handed
    .filter(({ blockId }) => blockId === block.id)
    .map((entry) => ({ ...entry, author: names.get(entry.author) ?? '' }));
  const { zone } = facts.site;
  const about = {
    planters,
    stages,
    zone,
    handed: open,
    seats: seatsOf(block),
    places: placesOf(block),
  };
  if (!layout) return { ...about, released: undefined };
  const [inHand, refilled, rows, done, shares, ground, finish, { rates }, waves, notes] =
    await Promise.all([
      inHandOf(facts, block.id),
      refilledToday(facts, block.id),
      drawnRowsOf(facts, block.id),
      plantedOf(facts, block.id),
      facts.of(sharesFact, block.id),
      drawnGroundOf(facts, block),
      finishOf(facts, block.id),
      ratesOf(facts, block.id),
      wavesOf(facts, block),
      facts.of(notesFact, block.id),
    ]);
  return {
    ...about,
    ...(onFoot(inHand) ? { seats: 0 as const, places: 0 } : {}),
    released: {
      id: layout.id,
      number: layout.number,
      rhythm: layout.rhythm,
      riders: ridersOf(planters, shares),
      speciesIds: layout.parameters.mix.map(({ species }) => species),
      rows,
      shares: shares.map(({ layoutId, planterId, firstRow, lastRow }) => ({
        ...{ layoutId, planterId, firstRow, lastRow },
      })),
      boundary: ground.boundary,
      keptOut: ground.keptOut,
      trees: layout.trees,
      planted: done.planted,
      /** What each wave has done, by row; only waves that follow here. */
      waves: waves.states.map(({ wave }) => ({
        wave,
        byRow: waves.rows.flatMap(({ number, done: own }): [number, number][] =>
          own[wave] ? [[number, own[wave]]] : [],
        ),
      })),
      notes: notes
        .filter(({ layoutId, row }) => layoutId === layout.id && row !== null)
        .slice(0, NOTES_SHOWN)
        .map(({ id, at, author, row, peg, body, photo }) => ({
          ...{ id, at, row: row!, peg: peg ?? 1, body, photo },
          author: names.get(author) ?? '',
        })),
      byRow: [...done.byRow],
      byPlanter: [...done.byPlanter],
      today: done.today,
      todayByPlanter: [...together(done.todayByPlanter, refilled)],
      /** Trees still to come in each row, in dead places of a refill too. */
      left: inHand.rows.map(({ open, dead }) => open + dead),
      refill: inHand.refill && {
        ...refillStands(inHand, refilled)!,
        /** Seconds a tree that the walk from one dead place to the next takes; 0 while it comes on top of nothing. */
        walk: (await walkOf(facts, block.id)) * 3600,
        byRow: inHand.rows.flatMap(({ number, refilled: own }): [number, number][] =>
          own ? [[number, own]] : [],
        ),
      },
      rates: [...rates].map(([id, { rate, from, days }]) => [id, { rate, from, days }] as const),
      carried: { trees: done.carried.trees, nowhere: done.carried.nowhere },
      pace: finish.pace,
      paceFrom: finish.from,
      paceDays: finish.counted,
      daysLeft: finish.days,
    },
  };
};
