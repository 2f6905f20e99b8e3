import { say, type Message } from '../say/message';
import type { Figure } from '../measure/working';
import { planeArea } from '../ground/polygon';
import { heightAt, type Surface } from '../ground/surface';
import type { Limit } from '../ground/zones';
import type { GapStatistics, TracedRow } from './contour';
import { rowFall, type RowFall } from './fall';
import { limitPlaces, type Traits } from './limits';
import { applyMoves, type Move } from './moves';
import {
  layByZone,
  layWithBorder,
  type Border,
  type Laid,
  type LayoutGround as PatternGround,
  type PatternSettings,
} from './pattern';
import {
  hasPegs,
  lineBetween,
  positions,
  rowCount,
  rowSpan,
  stepsBetweenRows,
  type RowSet,
} from './rowset';
import { densityFigure, isLattice, isListed } from './spacing';
import { arrange, countSpecies, type Arrangement, type Places, type Runs } from './species';
import { toRowSet, toStoredRows, treesInRow, type RowRhythm, type StoredRow } from './stored';
import { layTrial, type Trial } from './trial';

/** Goes up whenever the same parameters could give other positions. Stored with every layout. */
export const COMPUTATION_VERSION = 4;

/** Strings come in this length (metres); longer rows are broken at intermediate pegs. */
export const STRING_LENGTH = 91;

/** Everything a leader decides about a layout. Lengths in metres, angles in radians. */
export interface LayoutParameters extends PatternSettings {
  /** Zones laid with a pattern of their own. */
  byZone?: { zone: string; settings: PatternSettings }[];
  /** A line of another species along the edge. */
  border?: Border;
  /** Species in the order of their index in the runs, shares in per cent. */
  mix: { species: string; share: number }[];
  arrangement: Arrangement;
  /** What was changed by hand after laying. */
  moves?: Move[];
}

export interface LayoutGround extends PatternGround {
  /** Where not every species may stand. */
  limits?: readonly Limit[];
  /** What the species' cards say, by id. */
  cards?: Readonly<Record<string, Traits>>;
}

export interface Layout {
  rows: RowSet;
  runs: Runs[];
  speciesCounts: number[];
  notes: Message[];
  figures: LayoutFigures;
  /** Of contour and graded rows. */
  traced?: TracedRow[];
  gaps?: GapStatistics;
  /** How each row lies on the ground, where an elevation is known. */
  falls?: RowFall[];
  trial?: Trial;
  /** Moves by hand that fit nothing any more. */
  lostMoves: Move[];
}

export interface LayoutFigures {
  trees: Figure;
  density: Figure;
  stocked: Figure;
  rows: Figure;
  longestRow: Figure;
  /** Rows that are walking lanes through scattered spots: nothing is strung there. */
  lanes: number;
  /** Metres of the longest row that is pegged along a string; 0 where all are lanes. */
  longestStrung: number;
  walked: Figure;
}

/** Rows as they are laid, by zone and with their border, before anything is planted in them. */
function laidOn(ground: LayoutGround, parameters: LayoutParameters): Laid {
  const { byZone = [], border } = parameters;
  return border
    ? layWithBorder(ground, parameters, byZone, border)
    : layByZone(ground, parameters, byZone);
}
const traitsOf = (ground: LayoutGround, { mix }: LayoutParameters): Traits[] =>
  mix.map(
    ({ species }) => ground.cards?.[species] ?? { name: '', matureHeight: 0, damp: '', light: '' },
  );

/**
 * The rows that a layout would have, without its species in order: places where nothing of the mix may stand
 * are out of them already. Changes by hand are left aside; they belong to the rows they were made on.
 */
export const rowsOnly = (ground: LayoutGround, parameters: LayoutParameters): RowSet =>
  limitPlaces(laidOn(ground, parameters).rows, ground.limits ?? [], traitsOf(ground, parameters))
    .rows;

/** Lays out a block: positions in rows, species in their runs, and what it comes to. */
export function layOut(ground: LayoutGround, parameters: LayoutParameters): Layout {
  const laid = laidOn(ground, parameters);
  const moved = applyMoves(laid.rows, parameters.moves ?? []);
  const traits = traitsOf(ground, parameters);
  const limited = limitPlaces(moved.rows, ground.limits ?? [], traits);
  const { rows } = limited;
  const species = speciesOf(rows, limited.places, parameters, traits, laid);
  const notes = [...laid.notes, ...limited.notes, ...species.notes];
  if (moved.lost.length) notes.push(say('rows.noteMovesLost', { moves: moved.lost.length }));
  // Rows taken out by hand leave their tracing behind; then the two no longer match one to one.
  const whole = rowCount(rows) === laid.traced?.length;
  return {
    rows,
    runs: species.runs,
    speciesCounts: species.counts,
    notes,
    figures: layoutFigures(rows, planeArea(ground.plantable), parameters),
    traced: whole ? laid.traced : undefined,
    gaps: laid.gaps,
    falls:
      ground.surface && !isListed(parameters.pattern) ? fallsOf(ground.surface, rows) : undefined,
    trial: species.trial,
    lostMoves: moved.lost,
  };
}

/** A version as it was kept. */
export interface StoredLayout {
  rhythm: RowRhythm;
  rows: readonly StoredRow[];
  parameters: LayoutParameters;
  /** Plantable ground when it was laid, square metres. */
  plantableArea: number;
  /** The version whose begun rows stand in it; laid anew, its own rows alone would come out. */
  continues?: number | null;
}

/**
 * A kept version shown as what it is: its rows and runs as they stand, whatever has changed since in the
 * ground, the zones, the species or the computation.
 * @param surface heights, for how its rows lie; they are not part of the version
 */
export function layoutOfStored(
  { rhythm, rows: stored, parameters, plantableArea }: StoredLayout,
  surface?: Surface,
): Layout {
  const rows = toRowSet(rhythm, stored);
  const runs = stored.map((row) => row.runs);
  return {
    rows,
    runs,
    speciesCounts: countSpecies(runs, parameters.mix.length),
    notes: [],
    figures: layoutFigures(rows, plantableArea, parameters),
    falls: surface && !isListed(parameters.pattern) ? fallsOf(surface, rows) : undefined,
    lostMoves: [],
  };
}

/** What would come out otherwise if a kept version were laid anew today. */
export interface Drift {
  /** Trees it has, and would have. */
  trees: number;
  anew: number;
  /** Plantable ground then and now, square metres. */
  groundThen: number;
  groundNow: number;
  /**
   * Rows that would stand elsewhere, begin or end elsewhere, or have other species; 0 of a version that continues
   * another, where that is not known.
   */
  rows: number;
}

/** A millimetre: rows are kept to no more. */
const SAME = 1e-3;

/**
 * Holds a kept version against the same parameters laid on the ground of today.
 * @returns nothing where the same rows with the same species would come out
 */
export function driftOf(stored: StoredLayout, ground: LayoutGround): Drift | undefined {
  const groundNow = planeArea(ground.plantable);
  const trees = stored.rows.reduce((sum, row) => sum + treesInRow(row), 0);
  if (stored.continues)
    return Math.abs(groundNow - stored.plantableArea) > 1
      ? { trees, anew: trees, groundThen: stored.plantableArea, groundNow, rows: 0 }
      : undefined;
  const anew = layOut(ground, stored.parameters);
  const now = toStoredRows(anew.rows, anew.runs);
  const close = (a: readonly number[], b: readonly number[]) =>
    a.length === b.length && a.every((value, i) => Math.abs(value - b[i]) < SAME);
  let rows = 0;
  for (let i = 0; i < Math.max(now.length, stored.rows.length); i++) {
    const [a, b] = [stored.rows[i], now[i]];
    const same =
      a && b && close(a.stretches, b.stretches) && close(a.runs, b.runs) && close(a.line, b.line);
    if (!same) rows++;
  }
  if (!rows) return undefined;
  return {
    trees,
    anew: anew.rows.total,
    groundThen: stored.plantableArea,
    groundNow,
    rows,
  };
}

interface Planted {
  runs: Runs[];
  counts: number[];
  notes: Message[];
  trial?: Trial;
}

function speciesOf(
  rows: RowSet,
  places: Places,
  parameters: LayoutParameters,
  traits: readonly Traits[],
  { belongs, forced }: Laid,
): Planted {
  const { pattern, mix, arrangement, shelter } = parameters;
  const count = (runs: Runs[]) => {
    const counts = mix.map(() => 0);
    for (const row of runs) for (let i = 0; i < row.length; i += 2) counts[row[i]] += row[i + 1];
    return counts;
  };
  if (pattern === 'shelter' && shelter && belongs?.length === rowCount(rows)) {
    return shelterSpecies(places, shelter, belongs, mix, traits, count);
  }
  if (forced?.length === rowCount(rows)) {
    // The border has its own species; the mix is shared out among the other rows.
    const own = forced.map((id) => (id ? mix.findIndex(({ species }) => species === id) : -1));
    const free = places.classes.filter((_, row) => own[row] < 0);
    const rest = speciesOf(rows, { ...places, classes: free }, parameters, traits, {
      rows,
      notes: [],
    });
    let next = 0;
    const runs = places.classes.map((classes, row) =>
      own[row] < 0 ? rest.runs[next++] : borderRuns(classes, places, own[row]),
    );
    return { ...rest, runs, counts: count(runs) };
  }
  if (arrangement.kind === 'trial') {
    const trial = layTrial(places, mix.length, arrangement.plot, arrangement.seed);
    return {
      runs: trial.runs,
      counts: count(trial.runs),
      notes: [
        say('rows.noteTrial', {
          blocks: trial.blocks,
          treatments: mix.length,
          plot: arrangement.plot,
          guards: trial.guards,
        }),
      ],
      trial,
    };
  }
  return arrange(
    places,
    mix.map(({ share }) => share),
    arrangement,
    {
      names: traits.map(({ name }) => name),
      heights: traits.map(({ matureHeight }) => matureHeight),
      xy: arrangement.kind === 'clumps' ? positions(rows) : undefined,
    },
  );
}

/** The border's species where it may stand, else the first that may. */
function borderRuns(classes: Runs, { limits }: Places, own: number): Runs {
  const out: Runs = [];
  for (let i = 0; i < classes.length; i += 2) {
    const { allowed } = limits[classes[i]];
    const stand = allowed[own] ? own : allowed.findIndex(Boolean);
    if (out[out.length - 2] === stand) out[out.length - 1] += classes[i + 1];
    else out.push(stand, classes[i + 1]);
  }
  return out;
}

/** Each shelter row has its own species; where that may not stand, the nearest lower one of the mix does. */
function shelterSpecies(
  places: Places,
  shelter: NonNullable<LayoutParameters['shelter']>,
  belongs: readonly number[],
  mix: LayoutParameters['mix'],
  traits: readonly Traits[],
  count: (runs: Runs[]) => number[],
): Planted {
  const replaced = new Map<number, number>();
  const byHeight = mix
    .map((_, s) => s)
    .sort((a, b) => traits[b].matureHeight - traits[a].matureHeight);
  const runs = places.classes.map((classes, row) => {
    const own = Math.max(
      0,
      mix.findIndex(({ species }) => species === shelter[belongs[row]].species),
    );
    const out: Runs = [];
    for (let i = 0; i < classes.length; i += 2) {
      const { allowed } = places.limits[classes[i]];
      const stand = allowed[own] ? own : byHeight.find((s) => allowed[s])!;
      if (stand !== own)
        replaced.set(belongs[row] + 1, (replaced.get(belongs[row] + 1) ?? 0) + classes[i + 1]);
      if (out[out.length - 2] === stand) out[out.length - 1] += classes[i + 1];
      else out.push(stand, classes[i + 1]);
    }
    return out;
  });
  const trees = [...replaced.values()].reduce((a, b) => a + b, 0);
  const notes = trees
    ? [
        say('rows.noteShelter', {
          places: trees,
          rows: replaced.size,
          numbers: { list: [...replaced.keys()] },
        }),
      ]
    : [];
  return { runs, counts: count(runs), notes };
}

/** How each row lies on the ground, from heights along it, a sample a metre or half a cell. */
export function fallsOf(surface: Surface, rows: RowSet): RowFall[] {
  const every = Math.max(1, surface.cell / 2);
  return Array.from({ length: rowCount(rows) }, (_, row) => {
    const [from, to] = rowSpan(rows, row);
    const chainages: number[] = [];
    const heights: number[] = [];
    const line = lineBetween(rows, row, from, to);
    let along = from;
    const put = (x: number, y: number, chainage: number) => {
      const height = heightAt(surface, x, y);
      if (Number.isNaN(height)) return;
      chainages.push(chainage);
      heights.push(height);
    };
    line.forEach(([x, y], i) => {
      if (i) {
        const [x0, y0] = line[i - 1];
        const length = Math.hypot(x - x0, y - y0);
        const pieces = Math.max(1, Math.ceil(length / every));
        for (let k = 1; k < pieces; k++)
          put(
            x0 + ((x - x0) * k) / pieces,
            y0 + ((y - y0) * k) / pieces,
            along + (length * k) / pieces,
          );
        along += length;
      }
      put(x, y, along);
    });
    return heights.length
      ? rowFall(chainages, heights)
      : { first: NaN, last: NaN, fall: NaN, steepest: NaN, ground: to - from, runs: [], ponds: [] };
  });
}

function layoutFigures(
  rows: RowSet,
  plantable: number,
  { pattern, byZone }: PatternSettings & Pick<LayoutParameters, 'byZone'>,
): LayoutFigures {
  const { step, between, total } = rows;
  const count = rowCount(rows);
  const lengths = Array.from({ length: count }, (_, row) => {
    const [first, last] = rowSpan(rows, row);
    return last - first;
  });
  const standing = lengths.filter((_, row) => hasPegs(rows, row)).length;
  const longest = lengths.reduce((a, b) => Math.max(a, b), 0);
  const strung = lengths.filter((_, row) => !rows.rowListed[row]);
  const planted = lengths.reduce((a, b) => a + b, 0);
  const moved = stepsBetweenRows(rows);
  const nominal = plantable / (step * between);
  const even = isLattice(pattern) && !byZone?.length;
  return {
    trees: even
      ? {
          value: total,
          kind: 'count',
          formula: say('formula.laidTrees'),
          steps: [
            { label: say('step.plantable'), value: plantable, kind: 'area' },
            { label: say('step.groundATree'), value: step * between, kind: 'area' },
            { label: say('step.plantableGroundATree'), value: nominal, kind: 'count' },
            { label: say('step.edgesHeadlandsStubs'), value: total - nominal, kind: 'count' },
          ],
        }
      : {
          value: total,
          kind: 'count',
          formula: say('formula.countedTrees'),
          steps: [
            { label: say('step.rows'), value: standing, kind: 'count' },
            {
              label: say('step.treesARowOnAverage'),
              value: total / (standing || 1),
              kind: 'number',
            },
          ],
        },
    density: densityFigure(step, between),
    stocked: {
      value: plantable > 0 ? total / plantable : 0,
      kind: 'density',
      formula: say('formula.laidDensity'),
      steps: [
        { label: say('step.trees'), value: total, kind: 'count' },
        { label: say('step.plantable'), value: plantable, kind: 'area' },
      ],
    },
    rows: { value: standing, kind: 'count', steps: [] },
    longestRow: { value: longest, kind: 'length', steps: [] },
    lanes: count - strung.length,
    longestStrung: strung.reduce((a, b) => Math.max(a, b), 0),
    walked: {
      value: planted + moved,
      kind: 'distance',
      formula: say('formula.walked'),
      steps: [
        { label: say('step.alongRows'), value: planted, kind: 'distance' },
        { label: say('step.fromRowToRow'), value: moved, kind: 'distance' },
      ],
    },
  };
}

/**
 * Strings that the longest row takes, end to end.
 * @param longest metres
 * @param string how long the crew's string is, metres
 */
export const stringsIn = (longest: number, string = STRING_LENGTH): Figure => ({
  value: Math.max(1, Math.ceil(longest / string - 1e-9)),
  kind: 'count',
  formula: say('formula.strings'),
  steps: [
    { label: say('step.longestRow'), value: longest, kind: 'length' },
    { label: say('step.string'), value: string, kind: 'length' },
  ],
});
