import type { Place } from '../../../../core/checks/grid';
import { contains, mapPoints } from '../../../../core/ground/polygon';
import { ORDINARY_SOIL, type Soil } from '../../../../core/ground/zones';
import { apportion } from '../../../../core/measure/apportion';
import { addTo, type Day } from '../../../../core/measure/dates';
import { groupBy } from '../../../../core/measure/group';
import { answers } from '../../../../core/method/method';
import { eachPosition } from '../../../../core/rows/stored';
import { dayOf } from '../../../../core/say/day';
import type { Refilled } from '../../../../core/survival/life';
import { livingOf, type DeadOfRow } from '../../../../core/survival/living';
import type { Rooted } from '../../../../core/tending/water';
import { listedFact, milliseconds, type Facts } from '../../server/facts';
import { sownFact } from '../crew/facts.server';
import { planeOf, zonesFact } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { methodOfBlock } from '../method/facts.server';
import { eachInTurns, turn } from '../../server/turns';
import { releasedLayout, rowsFact } from '../rows/facts.server';
import { deadOf } from '../survival/living.server';
import { refilledFact, refilledPegs, refillPlansFact } from '../survival/refills.server';

interface Watered {
  id: string;
  row: number;
  trees: number;
  litres: number;
  corrects: string | null;
  at: number;
}

/** Water given row by row on the released version, what was taken back left out. */
export const wateredFact = listedFact<Watered, Watered[]>('watered', ['tending', 'rows'], {
  from: `FROM layout l JOIN watering w ON w.layout_id = l.id
    WHERE l.block_id IN (:ids) AND l.state = 'released'`,
  of: 'l.block_id',
  columns: {
    ...{ id: 'w.id', row: 'w.`row_number`', trees: 'w.trees', litres: 'w.litres' },
    ...{ corrects: 'w.corrects', at: milliseconds('w.at') },
  },
  value: (rows) => {
    const gone = new Set(rows.map(({ corrects }) => corrects).filter(Boolean));
    return rows
      .filter(({ id, corrects }) => !corrects && !gone.has(id))
      .sort((a, b) => a.at - b.at);
  },
});

/** Trees that are watered alike, with the ground they draw on and the water they were given. */
export interface ThirstyZone {
  /** Of the ground; empty, and without a name, for what lies in no zone. */
  id: string;
  name?: string;
  soil: Soil;
  /** Since when trees of a refill stand in dead places; not there for those of the layout. */
  since?: Day;
  /** Trees of each row, and where they stand. */
  trees: ReadonlyMap<number, number>;
  places: readonly Place[];
  /** Litres a tree by day, the mean of all of them. */
  given: ReadonlyMap<Day, number>;
}

/** So long trees set into dead places have other roots than those about them. From memory. */
const YOUNG = { days: -730 };

interface Standing {
  trees: Map<number, number>;
  places: Place[];
}

/** Trees that went into dead places while they are younger than the rest: how many in each row, since when, and where known. */
async function youngTrees(facts: Facts, blockId: string) {
  const [plans, sets] = await Promise.all([
    facts.of(refillPlansFact, blockId),
    facts.of(refilledFact, blockId),
  ]);
  const { zone } = facts.site;
  const first = addTo(facts.today, YOUNG);
  const young = sets.filter(({ at }) => dayOf(at, zone) >= first);
  if (!young.length) return undefined;
  const trees = new Map<number, number>();
  const firstIn = new Map<number, Day>();
  for (const { row, trees: set, at } of young) {
    trees.set(row, (trees.get(row) ?? 0) + set);
    if (!firstIn.has(row)) firstIn.set(row, dayOf(at, zone));
  }
  const of = new Set(young.map(({ refill }) => refill));
  const pegs = new Map<number, Set<number>>();
  for (const { id, rows } of plans)
    if (of.has(id))
      for (const { row, pegs: known } of rows)
        pegs.set(row, new Set([...(pegs.get(row) ?? []), ...known.map(({ peg }) => peg)]));
  return { trees, pegs, firstIn, at: young[0].at, since: dayOf(young[0].at, zone) };
}

/** The living trees of a block by zone, and what grows round them: the one reading of every sum of water. */
export async function thirstyZones(
  facts: Facts,
  block: BlockRow,
): Promise<{ ring: Rooted['ring']; all: ThirstyZone[] }> {
  const [layout, rows, zones, sown, watered, young, deadIn, refilled] = await Promise.all([
    releasedLayout(facts, block.id),
    facts.of(rowsFact, block.id),
    facts.of(zonesFact, block.id),
    facts.of(sownFact, block.id),
    facts.of(wateredFact, block.id),
    youngTrees(facts, block.id),
    deadOf(facts, block),
    refilledPegs(facts, block.id),
  ]);
  const method = methodOfBlock(block);
  const ring: Rooted['ring'] = answers(method, 'keep', 'mulch')
    ? 'mulch'
    : answers(method, 'clear', 'none') && block.conditions.cover === 'sod'
      ? 'sod'
      : 'clear';
  if (!layout) return { ring, all: [] };
  const plane = planeOf(block);
  const grounds = zones.map(({ id, name, parts, soil }) => ({
    ...{ id, name, soil },
    parts: mapPoints(parts, plane.toPlane),
  }));
  const byZone = new Map<string, Standing>();
  const dead = new Map<string, Place[]>();
  for await (const positions of eachInTurns(eachPosition(layout.rhythm, rows)))
    for (const { row, peg, point } of positions) {
      if (peg > (sown.sums.byRow.get(row) ?? 0)) continue;
      const zone = grounds.find(({ parts }) => contains(parts, point))?.id ?? '';
      const own = byZone.get(zone) ?? none();
      byZone.set(zone, own);
      stand(own, { row, peg, point });
      if (!young?.pegs.get(row)?.has(peg)) continue;
      const noted = dead.get(zone) ?? [];
      dead.set(zone, noted);
      noted.push({ row, peg, point });
    }
  const { zone: clock } = facts.site;
  // Whoever waters no more trees of a row than were set into its dead places has watered those.
  const ofYoung = ({ row, trees, at }: Watered) =>
    young !== undefined && at >= young.at && trees <= (young.trees.get(row) ?? 0);
  const givenTo = (
    trees: ReadonlyMap<number, number>,
    to: readonly Watered[],
  ): Map<Day, number> => {
    const total = [...trees.values()].reduce((sum, count) => sum + count, 0);
    const given = new Map<Day, number>();
    for (const { row, litres, trees: watered_, at } of to) {
      const own = trees.get(row);
      if (!own) continue;
      const day = dayOf(new Date(at).toISOString(), clock);
      // A row watered alone is that share of the zone's trees: the zone's mean store.
      given.set(day, (given.get(day) ?? 0) + (litres * Math.min(own, watered_)) / total);
    }
    return given;
  };
  const rest: Soil = { ...ORDINARY_SOIL, texture: block.conditions.texture };
  const about = (id: string) => {
    const ground = grounds.find((one) => one.id === id);
    return { id, name: ground?.name, soil: ground?.soil ?? rest };
  };
  const older = watered.filter((one) => !ofYoung(one));
  const again = young ? youngByZone(young.trees, byZone, dead) : new Map<string, Standing>();
  const since = young && watered.filter(({ at }) => at >= young.at);
  await turn();
  const living = await livingByZone(byZone, again, (row) => ({
    dead: withoutFilled(deadIn.get(row), refilled.get(row)),
    noted: young?.pegs.get(row),
    since: young?.firstIn.get(row),
  }));
  await turn();
  return {
    ring,
    all: [
      ...[...living.own].map(([id, { trees, places }]) => ({
        ...{ ...about(id), trees, places },
        // Where all died what was given tells how dry those stood that are dead now.
        given: givenTo(trees.size ? trees : byZone.get(id)!.trees, older),
      })),
      ...[...living.again].map(([id, { trees, places }]) => ({
        ...{ ...about(id), since: young!.since, trees, places, given: givenTo(trees, since!) },
      })),
    ],
  };
}

/** What a count found dead in a row, less the places that took another tree since. */
function withoutFilled(
  dead: DeadOfRow | undefined,
  refilled: readonly Refilled[] | undefined,
): DeadOfRow | undefined {
  if (!dead || !refilled) return dead;
  const filled = new Set(refilled.flatMap(({ pegs, on }) => (on > dead.on ? pegs : [])));
  return { ...dead, pegs: new Set([...dead.pegs].filter((peg) => !filled.has(peg))) };
}

/** Of all that was set what lives: trees of the layout, and those in dead places. */
async function livingByZone(
  byZone: ReadonlyMap<string, Standing>,
  again: ReadonlyMap<string, Standing>,
  ofRow: (row: number) => {
    dead: DeadOfRow | undefined;
    noted: ReadonlySet<number> | undefined;
    since: Day | undefined;
  },
): Promise<{ own: Map<string, Standing>; again: Map<string, Standing> }> {
  const located = (zones: ReadonlyMap<string, Standing>) =>
    groupBy(
      [...zones].flatMap(([zone, { places }]) => places.map((place) => ({ zone, ...place }))),
      ({ row }) => row,
    );
  const own = new Map([...byZone.keys()].map((id): [string, Standing] => [id, none()]));
  const young = new Map([...again.keys()].map((id): [string, Standing] => [id, none()]));
  const youngIn = located(again);
  const rows = located(byZone);
  for (const [row, places] of rows) {
    await turn();
    const { dead, noted, since } = ofRow(row);
    const filled = youngIn.get(row);
    const living = livingOf(
      places.sort((a, b) => a.peg - b.peg),
      dead,
      filled && {
        places: filled,
        noted: filled.filter(({ peg }) => noted?.has(peg)).length,
        since: since!,
      },
    );
    for (const place of living.own) stand(own.get(place.zone)!, place);
    for (const place of living.again) stand(young.get(place.zone)!, place);
  }
  return { own, again: young };
}

const none = (): Standing => ({ trees: new Map(), places: [] });

function stand(into: Standing, { row, peg, point }: Place) {
  into.trees.set(row, (into.trees.get(row) ?? 0) + 1);
  into.places.push({ row, peg, point });
}

/**
 * Trees of refills by zone: where the dead places of a row are known, as these lie, else as the row's trees do; those
 * that nobody has noted are taken to stand evenly among the row's.
 */
function youngByZone(
  trees: ReadonlyMap<number, number>,
  byZone: ReadonlyMap<string, Standing>,
  dead: ReadonlyMap<string, readonly Place[]>,
): Map<string, Standing> {
  const ids = [...byZone.keys()];
  const byRow = (places: readonly Place[] | undefined) => groupBy(places ?? [], ({ row }) => row);
  const notedIn = ids.map((id) => byRow(dead.get(id)));
  const standIn = ids.map((id) => byRow(byZone.get(id)!.places));
  const found = new Map<string, Standing>();
  for (const [row, count] of trees) {
    const known = notedIn.map((of) => of.get(row) ?? []);
    const all = ids.map((id) => byZone.get(id)!.trees.get(row) ?? 0);
    const weights = known.some(({ length }) => length) ? known.map(({ length }) => length) : all;
    if (!weights.some((weight) => weight > 0)) continue;
    apportion(count, weights).forEach((own, i) => {
      if (!own) return;
      const into = found.get(ids[i]) ?? none();
      found.set(ids[i], into);
      into.trees.set(row, own);
      const noted = known[i].slice(0, own);
      const taken = new Set(noted.map(({ peg }) => peg));
      const others = (standIn[i].get(row) ?? []).filter(({ peg }) => !taken.has(peg));
      const more = Math.min(own - noted.length, others.length);
      const evenly = Array.from(
        { length: more },
        (_, k) => others[Math.floor(((k + 0.5) * others.length) / more)],
      );
      into.places.push(...noted, ...evenly);
    });
  }
  return found;
}
