import { error } from '@sveltejs/kit';
import { reworkStates } from '../../../../core/checks/outcome';
import { treatmentOf } from '../../../../core/method/differences';
import { sprays } from '../../../../core/method/method';
import { howPlanted, ownOf } from '../../../../core/crew/stages';
import { refillInHand } from '../../../../core/crew/in-hand';
import { holds } from '../../../../core/crew/share';
import { breaksOf } from '../../../../core/rows/setting-out';
import { summarise, treesInRow } from '../../../../core/rows/stored';
import { decisionsFact, reworkedFact } from '$lib/rooms/checks/facts.server';
import { blockMethod, methodOfBlock } from '$lib/rooms/method/facts.server';
import {
  plantedOf,
  plantersFact,
  sharesFact,
  shiftsNow,
  talliesFact,
} from '$lib/rooms/crew/facts.server';
import { plantedNow } from '$lib/rooms/crew/planted-how.server';
import { toolsOn } from '$lib/rooms/crew/rates.server';
import { peggedFact, releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { bagSize } from '$lib/rooms/stock/carry.server';
import { cardsFact, dipOf, lotsFact } from '$lib/rooms/stock/facts.server';
import { refillOf } from '$lib/rooms/survival/refills.server';
import { usesBoxes } from '$lib/rooms/crew/waves.server';
import { messagesFor } from '$lib/rooms/crew/words.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** What the page has of nobody in particular. */
const NOTHING = {
  shared: false,
  messages: [],
  reworks: [],
  byMachine: false,
  waves: false,
  hereSince: null,
  tools: [],
  sprays: false,
  step: 1,
  rows: [],
  species: [],
  lots: [],
  today: 0,
  known: [],
  stages: [],
  treated: [],
  bag: undefined,
  refills: false,
  refilling: false,
  trial: false,
  unpegged: false,
};

/** One planter's rows on one block: all a phone needs for days without signal. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, site, role, facts, person } = await openBlock(locals, params.block);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) error(404, `No layout of ${block.name} is released to the crew yet.`);
  const planters = await facts.of(plantersFact);
  const wanted = url.searchParams.get('planter');
  const planter =
    (role !== 'planter' && planters.find(({ id }) => id === wanted)) ||
    planters.find(({ personId }) => personId === person.id);
  const about = {
    /** When these figures were read, by the server's clock: entries it did before are in them. */
    at: facts.now,
    block: { id: block.id, name: block.name },
    siteId: site.id,
    zone: site.zone,
    day: facts.today,
    layoutId: layout.id,
    planters:
      role === 'planter'
        ? []
        : planters.filter(({ retiredOn }) => !retiredOn).map(({ id, name }) => ({ id, name })),
    mayTally: role !== 'viewer',
    mayRecord: may(role, 'record'),
  };
  // A leader or checker says for whom they enter; a planter who is joined to nobody cannot enter.
  if (!planter) return { ...about, planter: null, ...NOTHING };
  const [rows, done, tallies, shares, lots, species, how, { differences }, pegged] =
    await Promise.all([
      facts.of(rowsFact, block.id),
      plantedOf(facts, block.id),
      facts.of(talliesFact, block.id),
      facts.of(sharesFact, block.id),
      facts.of(lotsFact, block.id),
      facts.of(cardsFact),
      plantedNow(facts, block),
      blockMethod(facts, block),
      facts.of(peggedFact, block.id),
    ]);
  const [shifts, decided, gone] = await Promise.all([
    shiftsNow(facts),
    facts.of(decisionsFact, block.id),
    facts.of(reworkedFact, block.id),
  ]);
  const bag = await bagSize(
    facts,
    block,
    layout.parameters.mix.map(({ species: id }) => id),
  );
  const refill = await refillOf(facts, block.id);
  const share = shares.find(({ planterId }) => planterId === planter.id);
  const mine = rows.filter(
    (row) => treesInRow(row) && (!share || holds(shares, planter.id, row.number)),
  );
  return {
    ...about,
    planter: { id: planter.id, name: planter.name },
    shared: Boolean(share),
    messages: await messagesFor(facts, planter.id, block.id),
    /** Rows that plots sent back to this planter, and which of them are still to be gone over. */
    reworks: reworkStates(decided, gone, [])
      .filter(({ decision }) => decision.planter === planter.id)
      .map(({ decision: { id, fault }, open }) => ({ id, fault, open })),
    byMachine: how.byMachine,
    waves: Object.keys(block.calendarTerms.waves ?? {}).length > 0 || usesBoxes(block),
    /** Since when they are at work, by what was clocked. */
    hereSince: shifts.find((shift) => shift.here && shift.planter === planter.id)?.from ?? null,
    tools: await toolsOn(facts, block, planter),
    /** Whether anything of this block is sprayed. */
    sprays: sprays(methodOfBlock(block)),
    step: layout.rhythm.step,
    rows: mine.map(summarise).map((row) => ({
      number: row.number,
      places: row.trees,
      step: row.step,
      first: row.first,
      length: row.last - row.first,
      runs: row.runs,
      treatment: treatmentOf(differences, row.number) ?? null,
      breaks: breaksOf(row),
      /** Only where pegs are told of at all does a row without them say something. */
      unpegged: pegged.stand.size > 0 && !pegged.stand.has(row.number),
      planted: done.byRow.get(row.number) ?? 0,
    })),
    species: layout.parameters.mix.map(({ species: id }) =>
      species.find((card) => card.id === id)!,
    ),
    lots: lots.map(({ lot, open, dipped }) => ({
      id: lot.id,
      code: lot.code,
      speciesId: lot.speciesId,
      dip: dipOf({ lot, dipped }),
      open: open.map(({ id, openedAt, air }) => ({ id, openedAt, air })),
    })),
    today: done.todayByPlanter.get(planter.id) ?? 0,
    /** Every entry of this planter that the figures above already count, however old. */
    known: tallies.filter((tally) => tally.planter === planter.id).map(({ id }) => id),
    bag,
    trial: layout.trial.length > 0,
    unpegged: pegged.left.some((row) => !done.byRow.get(row)),
    refills: Boolean(refill),
    refilling: Boolean(
      refill &&
      refillInHand(refill, facts.today) &&
      mine.every((row) => (done.byRow.get(row.number) ?? 0) >= treesInRow(row)),
    ),
    /** How the trees of these rows are planted. */
    stages: howPlanted({
      ...how,
      otherwise: how.otherwise.filter(
        ({ scope }) =>
          scope?.by !== 'rows' || mine.some(({ number }) => scope.rows.includes(number)),
      ),
    }),
    /** What is done otherwise in rows of a trial. */
    treated: how.otherwise.flatMap(({ scope, lines }) =>
      scope?.by === 'rows' ? [{ rows: scope.rows, lines: ownOf(lines, how) }] : [],
    ),
  };
};
