import { stopsOf } from '../../../../core/crew/forecast';
import {
  BRIEFING_TERMS,
  briefingOf,
  helpNumber,
  markOf,
  type BriefItem,
} from '../../../../core/crew/briefing';
import { addTo } from '../../../../core/measure/dates';
import { shortRanges } from '../../../../core/measure/ranges';
import { dayBounds } from '../../../../core/say/day';
import { minutesAllowed } from '../../../../core/stock/exposure';
import { holds } from '../../../../core/crew/share';
import type { Facts } from '../../server/facts';
import { airAt } from '../../server/station';
import { sprayingsFact } from '../calendar/products.server';
import { keepoutsFact, lieOf } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { releasedLayout } from '../rows/facts.server';
import { lotsToCarry } from '../stock/carry.server';
import { cardsFact, dipOf, lotsFact, toolsFact } from '../stock/facts.server';
import { shiftsNow, plantersFact, sharesFact } from './facts.server';
import { inHandOf } from './in-hand.server';
import { plantedNow } from './planted-how.server';
import { plantingWaterOf } from './water.server';
import { nextDay } from './next-day.server';
import { signedFact } from './words.server';

/** Sprayed ground is spoken of for so many days. The label decides; this is from memory. */
const SPRAYED_DAYS = 14;

/** The morning's briefing of a block as data, and who has read it. */
export async function briefingOfBlock(facts: Facts, block: BlockRow) {
  const { site, today } = facts;
  const usual = { ...BRIEFING_TERMS, call: helpNumber(facts.site.zone) };
  const terms = { ...usual, ...block.calendarTerms.briefing };
  const [layout, air, planters, shares, tools, states, cards, keepouts, sprayings, shifts] =
    await Promise.all([
      releasedLayout(facts, block.id),
      airAt(facts),
      facts.of(plantersFact),
      facts.of(sharesFact, block.id),
      facts.of(toolsFact),
      facts.of(lotsFact, block.id),
      facts.of(cardsFact),
      facts.of(keepoutsFact, block.id),
      facts.of(sprayingsFact, block.id),
      shiftsNow(facts),
    ]);
  const [inHand, next, lie, signed, { own, ...how }] = await Promise.all([
    inHandOf(facts, block.id),
    nextDay(facts, block.id),
    lieOf(facts, block),
    facts.of(signedFact, block.id),
    plantedNow(facts, block),
  ]);
  const carried = layout ? (await lotsToCarry(facts, block.id, inHand.species)).lots : [];
  const bare = [how.stock, ...how.otherwise.map(({ tree }) => tree.stock)].includes('bare-root');
  const [dayStart] = dayBounds(today, site.zone);
  const used = new Set(shifts.filter(({ here }) => here).map(({ tool }) => tool));
  const inUse = how.byMachine
    ? []
    : used.size
      ? [...used].filter(Boolean)
      : tools.map(({ name }) => name);
  const dips = states.filter(({ lot }) => carried.some((own) => own.lot === lot.id)).map(dipOf);
  const dipped = dips.some((factor) => factor > 1);
  // What is said to all holds for the roots that bear least.
  const leastDip = dips.length ? Math.min(...dips) : 1;
  const load =
    next?.crews.reduce(
      (sum, { rows: own }) =>
        sum +
        own.reduce(
          (trees, row) =>
            trees + row.runs.filter((_, i) => i % 2 === 1).reduce((a, b) => a + b, 0) - row.planted,
          0,
        ),
      0,
    ) ?? 0;
  const water = await plantingWaterOf(facts, block, load);
  const items: BriefItem[] = briefingOf({
    ...how,
    ...{ terms, refill: Boolean(inHand.refill) },
    crews: planters
      .filter(({ id }) => shares.some(({ planterId }) => planterId === id))
      .map(({ id, name }) => {
        const own = inHand.rows.filter(
          ({ number, open, dead }) => open + dead > 0 && holds(shares, id, number),
        );
        return {
          planter: name,
          rows: shortRanges(own.map(({ number }) => number)),
          trees: own.reduce((sum, { open, dead }) => sum + open + dead, 0),
        };
      })
      .filter(({ trees }) => trees > 0),
    guests: planters
      .filter(
        ({ id, kind }) => kind === 'volunteers' && shares.some(({ planterId }) => planterId === id),
      )
      .map(({ name, people }) => ({ group: name, people })),
    tools: inUse,
    // By its kind, where the list has it: a leader may call it otherwise.
    auger: inUse.some(
      (name) =>
        (tools.find((tool) => tool.name === name)?.kind ?? '') === 'auger' || /auger/i.test(name),
    ),
    depth: {
      least: own.depth.least / 100,
      most: own.depth.most / 100,
      datum: own.depth.datum,
    },
    lots: carried.map(({ lot, onHand }) => {
      const state = states.find((entry) => entry.lot.id === lot)!;
      const name = cards.find(({ id }) => id === state.lot.speciesId)?.name ?? '';
      return { code: state.lot.code, species: name.toLowerCase(), trees: onHand };
    }),
    rootMinutes: air && bare ? minutesAllowed(air.now, leastDip).value : null,
    dipped,
    stops: air ? stopsOf(air.hours, dayStart) : null,
    range: air?.hours.length
      ? {
          lowest: Math.min(...air.hours.map(({ temperature }) => temperature)),
          highest: Math.max(...air.hours.map(({ temperature }) => temperature)),
        }
      : null,
    keepouts: keepouts.map(({ kind, name, setback, located }) => ({
      ...{ kind, name, setback, located },
    })),
    slope: lie?.steepest ?? null,
    sprayed: sprayings.some(({ day }) => day >= addTo(today, { days: -SPRAYED_DAYS })),
    load,
    water: water ? { litres: water.litres.value, tanks: water.tanks.value } : null,
  });
  const mark = markOf(items);
  return {
    terms,
    items,
    mark,
    signed: signed
      .filter(({ day }) => day === today)
      .map(({ planter, content, at }) => ({ planter, at, current: content === mark })),
  };
}
