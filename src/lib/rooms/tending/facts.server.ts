import { addTo, daysBetween, type Day } from '../../../../core/measure/dates';
import { dayOf } from '../../../../core/say/day';
import {
  asLitres,
  compareSchools,
  nextWatering,
  roundOf,
  schoolSeasons,
  rootStore,
  STRESS,
  typicalAhead,
  waterBalance,
  WATER_SCHOOLS,
  WATER_TERMS,
  type WaterSchool,
  type Rooted,
  type WaterTerms,
} from '../../../../core/tending/water';
import { zoneSaid, type WateredGround } from '../../../../core/tending/zone';
import { standInReads, storeOfProbe, withGauge } from '../../../../core/tending/instruments';
import type { Finding } from '../../../../core/tending/visit';
import { wateringRoute } from '../../../../core/tending/route';
import { roundBegins } from '../checks/ground.server';
import { seededRandom } from '../../../../core/measure/random';
import type { Soil } from '../../../../core/ground/zones';
import type { BlockCall } from '../../../../core/morning/board';
import { liquidOf, onDay, say } from '../../../../core/say/message';
import { listedFact, milliseconds, type Facts } from '../../server/facts';
import { weatherFact } from '../../server/station';
import { weatherOf } from '../calendar/windows.server';
import { sownFact } from '../crew/facts.server';
import { zonesFact } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { daysOfInstrument, readingsFact } from './instruments.server';
import { methodOfBlock } from '../method/facts.server';
import { thirstyZones, wateredFact } from './thirst.server';
import { releasedLayout, rowsFact } from '../rows/facts.server';
import { refilledFact } from '../survival/refills.server';

/** What walks through a block have found, the newest first, what was taken back left out. */
export const seenOnWalks = listedFact<Finding & { corrects: string | null }, Finding[]>(
  'seenOnWalks',
  ['tending'],
  {
    from: 'FROM visit_finding v WHERE v.block_id IN (:ids)',
    of: 'v.block_id',
    columns: {
      ...{ id: 'v.id', kind: 'v.kind', fromRow: 'v.from_row', toRow: 'v.to_row', peg: 'v.peg' },
      ...{ trees: 'v.trees', body: 'v.body', author: 'v.author_id', corrects: 'v.corrects' },
      at: milliseconds('v.at'),
    },
    value: (rows) => {
      const gone = new Set(rows.map(({ corrects }) => corrects).filter(Boolean));
      return rows
        .filter(({ id, corrects }) => !corrects && !gone.has(id))
        .sort((a, b) => b.at - a.at);
    },
  },
);

/** Days of weather that are looked ahead by a typical year. */
const AHEAD = 90;
/** Weather shown before today. */
const BACK = 150;

export interface ZoneWater extends WateredGround {
  /** Tells it from the others: the zone's id, and whether these are trees in its dead places. */
  zone: string;
  texture: Soil['texture'];
  trees: number;
  /** Rows that have most of their trees here, with those trees. */
  rows: { number: number; trees: number }[];
  full: number;
  stress: number;
  now: number;
  suffers: boolean;
  /** The last day on which a probe corrected the sum, mm of both. */
  standIn: number;
  corrected?: { day: Day; measured: number; summed: number };
  next?: { day: Day; litres: number };
}

/** The water of a block zone by zone, the schools side by side, and the next round. */
export const waterOf = (facts: Facts, block: BlockRow) =>
  facts.derive(
    'water',
    block.id,
    [wateredFact, zonesFact, sownFact, refilledFact, rowsFact, weatherFact, readingsFact],
    `${facts.everything} ${block.edition} ${block.termsEdition}`,
    () => workOut(facts, block),
  );

/** The school that the block's method names, until the leader says how it is watered. */
function schoolOf(block: BlockRow): WaterSchool {
  const key = methodOfBlock(block).find(({ question }) => question === 'watering')?.school.key;
  return WATER_SCHOOLS.find((school) => school === key) ?? 'none';
}

/** Share of the days since planting whose weather must be known before anything is said of drought. From memory. */
const KNOWN_DAYS = 0.9;

/**
 * Days that trees of a zone have been short of water from their planting until a day, by the balance with what
 * was given; nothing where the weather of those days is not known.
 */
export async function stressOf(
  facts: Facts,
  block: BlockRow,
  until: Day,
): Promise<(zone: string | undefined, plantedOn: Day) => number | undefined> {
  const [{ ring, all }, { days }] = await Promise.all([
    thirstyZones(facts, block),
    weatherOf(facts),
  ]);
  const terms: WaterTerms = { ...WATER_TERMS, ...block.calendarTerms.water };
  const known = new Map<string, number | undefined>();
  const workOutStress = (zone: string | undefined, plantedOn: Day): number | undefined => {
    const first = all.filter(({ since }) => !since);
    const own = first.find(({ name }) => name === zone) ?? first.find(({ id }) => !id);
    const span = days.filter(({ day }) => day >= plantedOn && day <= until);
    if (!own || span.length < KNOWN_DAYS * (daysBetween(plantedOn, until) + 1)) return undefined;
    // Ground under standing water is never short of it.
    if (own.soil.drainage === 'standing water') return 0;
    return waterBalance({
      ...{ days: span, terms, given: own.given, today: until, school: 'none' },
      ...{ latitude: facts.site.latitude, elevation: facts.site.elevation },
      rooted: { soil: own.soil, ring, plantedOn },
    }).filter(({ suffers }) => suffers).length;
  };
  return (zone, plantedOn) => {
    const key = `${zone ?? ''} ${plantedOn}`;
    if (!known.has(key)) known.set(key, workOutStress(zone, plantedOn));
    return known.get(key);
  };
}

async function workOut(facts: Facts, block: BlockRow) {
  const terms: WaterTerms = {
    ...WATER_TERMS,
    school: schoolOf(block),
    ...block.calendarTerms.water,
  };
  const [layout, zones, sown, { days: station, source }, read] = await Promise.all([
    releasedLayout(facts, block.id),
    facts.of(zonesFact, block.id),
    facts.of(sownFact, block.id),
    weatherOf(facts),
    facts.of(readingsFact, block.id),
  ]);
  const gauge = daysOfInstrument(read, 'gauge');
  const all = withGauge(station, gauge);
  const { today, site } = facts;
  const firstAt = Math.min(...[...sown.lastAt.values()]);
  if (!layout || !Number.isFinite(firstAt)) return { terms, source, zones: [] as ZoneWater[] };
  const plantedOn = dayOf(new Date(firstAt).toISOString(), site.zone);
  const begin = [addTo(today, { days: -BACK }), plantedOn].sort()[1];
  const known = all.filter(({ day }) => day >= begin && day <= today);
  const days = [...known, ...typicalAhead(all, today, AHEAD)];
  if (days.length < 14) return { terms, source, zones: [] as ZoneWater[] };
  const { ring, all: thirstyAll } = await thirstyZones(facts, block);
  const standing = thirstyAll.filter(({ trees }) => trees.size);
  const of = standing.map(({ id, name, soil, since, trees, places, given }) => {
    const rooted: Rooted = { soil, ring, plantedOn: since ?? plantedOn };
    const common = {
      // Trees of a refill are played from the day on which they stood.
      days: since ? days.filter(({ day }) => day >= since) : days,
      ...{ rooted, terms, today, given },
      latitude: site.latitude,
      elevation: site.elevation,
    };
    const probe = new Map(
      [...daysOfInstrument(read, 'probe', id || null)].map(([day, share]) => [
        day,
        storeOfProbe(share, rooted, day),
      ]),
    );
    const play = (measured: typeof probe, school: WaterSchool) =>
      waterBalance({ ...common, school, decidesFrom: today, probe: measured });
    const balance = play(probe, 'balance');
    // What the school asks for today nobody has given yet: the store of now is the one without it.
    const ungiven = play(probe, 'none');
    /** What the sum had on the last day on which a probe spoke, had it not. */
    const lastRead = [...probe.keys()]
      .filter((day) => day <= today)
      .sort()
      .at(-1);
    const before = new Map([...probe].filter(([day]) => day !== lastRead));
    const corrected = lastRead && {
      day: lastRead,
      measured: probe.get(lastRead)!,
      summed:
        play(before, 'none').find(({ day }) => day === lastRead)?.store ?? probe.get(lastRead)!,
    };
    const now = [...ungiven].reverse().find(({ day }) => day <= today) ?? ungiven[0];
    // What standing water keeps wet needs none whatever the sum says.
    const wet = soil.drainage === 'standing water';
    const next = wet ? undefined : nextWatering(balance, today);
    return {
      ...{ rooted, wet },
      common: { ...common, probe },
      places,
      zone: {
        ...{ zone: since ? `${id} again` : id, name: name ?? '', again: Boolean(since) },
        among: zones.length > 0,
        texture: soil.texture,
        trees: [...trees.values()].reduce((sum, count) => sum + count, 0),
        rows: [...trees].map(([number, count]) => ({ number, trees: count })),
        full: rootStore(rooted, today),
        stress: (1 - STRESS) * rootStore(rooted, today),
        now: now.store,
        suffers: now.suffers && !wet,
        corrected: corrected || undefined,
        /** What the stand-in's probe reads here today. */
        standIn: standInReads(
          'probe',
          now.store,
          rooted,
          today,
          seededRandom(`${block.id} ${id} ${today}`),
        ),
        next: next && { day: next.day, litres: next.given },
      } satisfies ZoneWater,
    };
  });
  of.sort((a, b) => (a.zone.next?.day ?? '9').localeCompare(b.zone.next?.day ?? '9'));
  const driest = of[0];
  const next = driest?.zone.next;
  const played = of.map(({ common, zone, wet }) => ({
    ...{ trees: zone.trees, wet },
    outcomes: compareSchools(common),
  }));
  const seasons = schoolSeasons(played, terms);
  const thirsty = driest?.places ?? [];
  const route =
    next &&
    wateringRoute(
      thirsty,
      Math.max(1, Math.floor(terms.tank / next.litres)),
      roundBegins(block, thirsty),
    );
  return {
    terms,
    source,
    /** Days on which the block's own gauge stands for the station's rain. */
    gauged: [...gauge.keys()].filter((day) => days.some((one) => one.day === day)).length,
    ring,
    /** What the stand-in's gauge reads today, near what the station has. */
    standInGauge: of[0]
      ? standInReads(
          'gauge',
          station.find(({ day }) => day === today)?.rain ?? 0,
          of[0].rooted,
          today,
          seededRandom(`${block.id} gauge ${today}`),
        )
      : 0,
    zones: of.map(({ zone }) => zone),
    /** The schools in the zone that needs water first, each with what it comes to on the whole block. */
    schools: played.length
      ? played[0].outcomes.map((outcome, i) => ({
          ...outcome,
          // A page draws five of these: day and full store are sent once, beside them.
          days: outcome.days.map(({ store }) => Math.round(store * 10) / 10),
          dry: outcome.days.flatMap(({ suffers }, day) => (suffers ? [day] : [])),
          season: seasons[i],
        }))
      : [],
    shown: driest
      ? {
          from: driest.common.days[0].day,
          today: driest.common.days.findLastIndex(({ day }) => day <= today),
          full: waterBalance({ ...driest.common, school: 'none' }).map(
            ({ full }) => Math.round(full * 10) / 10,
          ),
        }
      : undefined,
    driest: driest?.zone,
    next: next
      ? {
          ...next,
          zone: driest.zone,
          trees: driest.zone.trees,
          rows: driest.zone.rows,
          /** Tank by tank, over the rows in the order in which they cost the least driving. */
          route,
          away: daysBetween(today, next.day),
          round: roundOf(driest.zone.trees, next.litres, terms),
        }
      : undefined,
    /** Litres that would fill the driest zone's store today. */
    toFill: driest ? asLitres(driest.zone.full - driest.zone.now, terms.ring) : 0,
  };
}

/** A round of water is called so many days ahead. */
const CALLED = 3;

/** The next round of a block that is watered by its balance, when it is near. */
export async function waterCalls(facts: Facts, block: BlockRow): Promise<BlockCall[]> {
  // Only where a leader has said how the block is watered: a sum alone calls nobody out.
  if (block.calendarTerms.water?.school !== 'balance') return [];
  const { next } = await waterOf(facts, block);
  if (!next || next.away > CALLED) return [];
  return [
    {
      room: 'tending',
      urgency: 'soon',
      when: next.away <= 0 ? say('when.today') : say('when.day', { day: onDay(next.day) }),
      say: say('tending.waterBy', {
        ...{ zone: zoneSaid(next.zone), block: block.name, day: onDay(next.day) },
        ...{ litres: liquidOf(next.litres / 1000), trips: next.round.trips },
      }),
      detail: say('tending.waterWhy', { trees: next.trees, hours: Math.round(next.round.hours) }),
      action: say('action.openTending'),
    },
  ];
}
