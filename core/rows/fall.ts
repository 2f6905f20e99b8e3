/** How a row lies on the ground, whatever pattern it came from. */
export interface RowFall {
  /** Heights of first and last peg, metres. */
  first: number;
  last: number;
  /** Mean fall from first to last, metres a metre; negative where the row rises. */
  fall: number;
  /** Steepest fall over any 10 m of the row, metres a metre. */
  steepest: number;
  /** Metres along the ground from first to last peg. */
  ground: number;
  /** Stretches so steep that water runs along them and washes a rip line out, by chainage. */
  runs: { from: number; to: number }[];
  /** Places where water stands: chainage, and depth in metres before it spills along the row. */
  ponds: { chainage: number; depth: number }[];
}

/** Steeper than this along a row, water gathers speed: twice the steeper of the usual graded falls. From memory. */
export const RUN_FALL = 1 / 50;
/** Hollows shallower than this are within the tolerance of a level line. */
export const POND_DEPTH = 0.05;

/**
 * True fall of a row, and where it would pond: water in a rip line or furrow runs along the row, and
 * stands in every hollow until it spills over the lower of the two rims.
 * @param chainages of the samples, ascending
 * @param heights of the ground there
 */
export function rowFall(chainages: readonly number[], heights: readonly number[]): RowFall {
  const n = heights.length;
  let ground = 0;
  let steepest = 0;
  let behind = 0;
  const runs: RowFall['runs'] = [];
  for (let i = 1; i < n; i++) {
    ground += Math.hypot(chainages[i] - chainages[i - 1], heights[i] - heights[i - 1]);
    while (chainages[i] - chainages[behind + 1] >= 10) behind++;
    const span = chainages[i] - chainages[behind];
    if (span < 10 && behind > 0) continue;
    const slope = Math.abs(heights[behind] - heights[i]) / (span || 1);
    steepest = Math.max(steepest, slope);
    if (slope <= RUN_FALL + 1e-9 || span < 10) continue;
    const before = runs.at(-1);
    if (before && chainages[behind] <= before.to) before.to = chainages[i];
    else runs.push({ from: chainages[behind], to: chainages[i] });
  }
  const length = chainages[n - 1] - chainages[0];
  return {
    first: heights[0],
    last: heights[n - 1],
    fall: length > 0 ? (heights[0] - heights[n - 1]) / length : 0,
    steepest,
    ground,
    runs,
    ponds: ponds(chainages, heights),
  };
}

/** Each hollow filled to its spill level: the lower of the highest ground on either side. */
function ponds(chainages: readonly number[], heights: readonly number[]): RowFall['ponds'] {
  const n = heights.length;
  const rim = new Float64Array(n);
  let highest = -Infinity;
  for (let i = 0; i < n; i++) rim[i] = highest = Math.max(highest, heights[i]);
  highest = -Infinity;
  for (let i = n - 1; i >= 0; i--) {
    highest = Math.max(highest, heights[i]);
    rim[i] = Math.min(rim[i], highest);
  }
  const found: RowFall['ponds'] = [];
  for (let i = 0; i < n;) {
    if (rim[i] - heights[i] <= 0) {
      i++;
      continue;
    }
    let deepest = i;
    let j = i;
    while (j < n && rim[j] - heights[j] > 0) {
      if (rim[j] - heights[j] > rim[deepest] - heights[deepest]) deepest = j;
      j++;
    }
    const depth = rim[deepest] - heights[deepest];
    if (depth >= POND_DEPTH) found.push({ chainage: chainages[deepest], depth });
    i = j;
  }
  return found;
}
