import { told } from '../say/told';
import { groundLie, type Surface } from '../ground/surface';
import { planeArea } from '../ground/polygon';
import { density, isLattice, rowSpacingOf, staggerOf } from './spacing';
import { layLattice, rowCount, rowSpan, rowLine, type Lattice } from './lattice';
import { rowFrame, type LayoutGround, type PatternSettings } from './pattern';

/** What rows on one bearing come to. */
export interface BearingResult {
  /** Radians, 0 up to π. */
  bearing: number;
  trees: number;
  rows: number;
  /** Times a machine or planter turns round: once between stretches of row that follow each other. */
  turns: number;
  /** Metres along rows and from row to row. */
  metres: number;
  /** Slope across the rows, rise over run; NaN without an elevation. */
  crossSlope: number;
  /** No other bearing is at least as good in everything and better in something. */
  best: boolean;
}

/**
 * Lays the rows on every bearing of the half circle and says what each comes to.
 * @param count how many bearings, evenly spread
 * @param progress called with the share done; returning false stops the search
 */
export function searchBearings(
  ground: LayoutGround,
  settings: PatternSettings,
  count = 180,
  progress: (done: number) => boolean = () => true,
): BearingResult[] {
  if (!isLattice(settings.pattern)) throw told('rows.directionsOfStraight');
  const step = settings.inRow;
  const between = rowSpacingOf(settings.pattern, step) ?? settings.between;
  density(step, between);
  const lie = planeLie(ground.surface, ground);
  const found: BearingResult[] = [];
  for (let i = 0; i < count; i++) {
    if (i % 8 === 0 && !progress(i / count)) return [];
    const bearing = (Math.PI * i) / count;
    const frame = rowFrame(ground, { kind: 'bearing', bearing }, settings.firstOffset);
    const lattice = layLattice(ground.plantable, frame, {
      step,
      between,
      stagger: staggerOf(settings.pattern),
      firstPeg: settings.firstPeg,
      headland: settings.headland,
      shortest: settings.shortest,
    });
    found.push({
      bearing,
      trees: lattice.total,
      rows: rowCount(lattice),
      ...travel(lattice),
      crossSlope: lie ? Math.abs(lie.slope * Math.sin(lie.aspect - bearing)) : NaN,
      best: false,
    });
  }
  markBest(found);
  return found;
}

function planeLie(surface: Surface | undefined, { plantable }: LayoutGround) {
  if (!surface) return undefined;
  const { planeSlope, aspect } = groundLie(surface, plantable, planeArea(plantable));
  return { slope: planeSlope, aspect: Number.isNaN(aspect) ? 0 : aspect };
}

/** Turns and metres of rows walked or driven to and fro. */
function travel(lattice: Lattice): { turns: number; metres: number } {
  let metres = 0;
  let turns = 0;
  let end: [number, number] | undefined;
  for (let row = 0; row < rowCount(lattice); row++) {
    const [first, last] = rowSpan(lattice, row);
    const v = rowLine(lattice, row);
    const [from, to] = row % 2 === 0 ? [first, last] : [last, first];
    if (end) {
      turns++;
      metres += Math.hypot(from - end[0], v - end[1]);
    }
    // A gap in a row, round a keep-out, is driven round: out of the row and in again.
    turns += 2 * (lattice.rowStretches[row + 1] - lattice.rowStretches[row] - 1);
    metres += last - first;
    end = [to, v];
  }
  return { turns, metres };
}

/**
 * Marks the bearings that no other dominates (Pareto 1906): more trees, fewer turns, fewer metres a
 * tree and less cross-slope are better.
 */
function markBest(found: BearingResult[]): void {
  const aims = found.map(({ trees, turns, metres, crossSlope }) => [
    -trees,
    turns,
    metres / (trees || 1),
    Number.isNaN(crossSlope) ? 0 : Math.round(crossSlope * 1000),
  ]);
  found.forEach((result, i) => {
    result.best = !aims.some(
      (other, j) =>
        j !== i &&
        other.every((value, k) => value <= aims[i][k]) &&
        other.some((value, k) => value < aims[i][k]),
    );
  });
}
