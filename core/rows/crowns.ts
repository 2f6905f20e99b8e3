/**
 * Crown radius by age: r(t) = R · (1 − exp(−k t))², the growth curve of Chapman and Richards with
 * shape 2, slow while the tree settles, with k such that 95 % of the mature radius R is reached at T
 * years. The shape is from memory; R and T stand on the species' card and are the leader's to change.
 */
export interface CrownCurve {
  /** Mature crown diameter, metres. */
  crown: number;
  /** Years until the crown is 95 % grown. */
  years: number;
}

const RATE = -Math.log(1 - Math.sqrt(0.95));

/** Share of full size reached at an age. */
const grown = (years: number, age: number): number =>
  (1 - Math.exp((-RATE * Math.max(0, age)) / years)) ** 2;

/** Crown radius in metres after so many years. */
export const crownRadius = ({ crown, years }: CrownCurve, age: number): number =>
  (crown / 2) * grown(years, age);

/**
 * Years until two neighbours' crowns meet.
 * @param distance metres from stem to stem
 * @returns Infinity when they never do
 */
export function yearsToMeet(a: CrownCurve, b: CrownCurve, distance: number): number {
  if ((a.crown + b.crown) / 2 <= distance) return Infinity;
  let [low, high] = [0, 1];
  while (crownRadius(a, high) + crownRadius(b, high) < distance) {
    high *= 2;
    if (high > 1e4) return Infinity;
  }
  for (let turn = 0; turn < 60; turn++) {
    const middle = (low + high) / 2;
    if (crownRadius(a, middle) + crownRadius(b, middle) < distance) low = middle;
    else high = middle;
  }
  return high;
}

export interface MeetingYears {
  /** Species by index, the lower first. */
  a: number;
  b: number;
  inRow: number;
  across: number;
}

/**
 * When the crowns of every pair of species in a mix meet, in the row and across rows.
 * @param distanceAcross metres to the nearest neighbour in the next row
 */
export function meetings(
  curves: readonly CrownCurve[],
  inRow: number,
  distanceAcross: number,
): MeetingYears[] {
  const found: MeetingYears[] = [];
  for (let a = 0; a < curves.length; a++) {
    for (let b = a; b < curves.length; b++) {
      found.push({
        a,
        b,
        inRow: yearsToMeet(curves[a], curves[b], inRow),
        across: yearsToMeet(curves[a], curves[b], distanceAcross),
      });
    }
  }
  return found;
}

/** Ground under crowns at an age as a share, as if none overlapped: over 1 the canopy is closed. */
export function crownCover(
  curves: readonly CrownCurve[],
  counts: readonly number[],
  area: number,
  age: number,
): number {
  return (
    curves.reduce(
      (sum, curve, s) => sum + (counts[s] ?? 0) * Math.PI * crownRadius(curve, age) ** 2,
      0,
    ) / area
  );
}

/** Sheltered ground behind a belt, in belt heights. From memory: about ten, to the lee. */
export const SHELTERED_HEIGHTS = 10;

/** Height by age on the same curve as the crown. */
export const heightAtAge = (matureHeight: number, years: number, age: number): number =>
  matureHeight * grown(years, age);
