/** Sites chosen of those there are, and what all clients pay to the nearest of them. */
export interface Medians {
  /** In increasing order. */
  sites: number[];
  cost: number;
}

/** Rounds of the subgradient method at the root and at every branch. */
const ROUNDS = { root: 300, branch: 40 };

/**
 * At most p sites such that the way of every client to the nearest one is least in sum: the p-median problem,
 * solved exactly. Each client's wish to be served once is priced (Lagrangian relaxation: Cornuejols, Fisher &
 * Nemhauser 1977, Management Science 23); what the prices cannot decide is branched on, and a site that
 * would take the bound past the best answer known is left out for good.
 * @param costs of every client to every site, clients first; all of a length
 * @param tolerance an answer that is at most so much worse than the best is as good; Infinity stops at the
 *   first, which no exchange of one site for another makes better
 * @example pMedian([[0, 9], [9, 0], [8, 1]], 1) // => { sites: [1], cost: 10 }
 */
export function pMedian(
  costs: readonly (readonly number[])[],
  p: number,
  tolerance = 1e-6,
): Medians {
  const sites = costs[0]?.length ?? 0;
  if (!sites || p < 1) return { sites: [], cost: 0 };
  const columns = Array.from({ length: sites }, (_, site) =>
    Float64Array.from(costs, (row) => row[site]),
  );
  let best: Medians = exchanged(columns, greedy(columns, p));
  if (tolerance === Infinity) return best;
  const prices = Float64Array.from(costs, (row) => Math.min(...row) + spreadOf(row) / 2);

  /** Bound and branches below; what is open may be chosen, what is fixed is. */
  function search(open: readonly number[], fixed: readonly number[], rounds: number): void {
    const u = prices.slice();
    let step = 1;
    let bound = -Infinity;
    let since = 0;
    let kept: ReturnType<typeof priced> | undefined;
    for (let round = 0; round < rounds; round++) {
      const relaxed = priced(columns, u, open, fixed, p);
      if (relaxed.value > bound) {
        [bound, since] = [relaxed.value, 0];
        kept = relaxed;
        if (!fixed.length) prices.set(u);
      } else if (++since > 8) [step, since] = [step / 2, 0];
      if (round % 10 === 0 || relaxed.even) {
        const found = exchanged(columns, relaxed.chosen);
        if (found.cost < best.cost) best = found;
      }
      if (bound > best.cost - tolerance || step < 1e-4) break;
      // Whoever is served by none pays more, whoever by several less.
      const square = relaxed.served.reduce((sum, times) => sum + (1 - times) ** 2, 0);
      if (!square) break;
      const stride = (step * (best.cost - relaxed.value + tolerance)) / square;
      relaxed.served.forEach((times, i) => (u[i] += stride * (1 - times)));
    }
    if (bound > best.cost - tolerance || !kept) return;
    const free = p - fixed.length;
    if (free <= 0 || !open.length) return;
    const { gains, byGain } = kept;
    const last = byGain.length >= free ? Math.min(0, gains[byGain[free - 1]]) : 0;
    // To take one in costs the last of those chosen: whoever is dearer than the best answer never comes in.
    const left = byGain.filter(
      (site, rank) => rank < free || bound + gains[site] - last <= best.cost - tolerance,
    );
    if (!left.length) return;
    const [first, ...others] = left;
    search(others, [...fixed, first], ROUNDS.branch);
    search(others, fixed, ROUNDS.branch);
  }
  search(
    Array.from({ length: sites }, (_, i) => i),
    [],
    ROUNDS.root,
  );
  return best;
}

const spreadOf = (row: readonly number[]) => {
  const sorted = [...row].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] - sorted[0];
};

/** The relaxed problem at some prices: its value is at most what the whole one costs. */
function priced(
  columns: readonly Float64Array[],
  u: Float64Array,
  open: readonly number[],
  fixed: readonly number[],
  p: number,
) {
  const gains = new Float64Array(columns.length);
  const price = (site: number) => {
    const column = columns[site];
    let gain = 0;
    for (let i = 0; i < u.length; i++) if (column[i] < u[i]) gain += column[i] - u[i];
    gains[site] = gain;
  };
  for (const site of open) price(site);
  for (const site of fixed) price(site);
  const byGain = [...open].sort((a, b) => gains[a] - gains[b]);
  const free = byGain.slice(0, Math.max(0, p - fixed.length)).filter((site) => gains[site] < 0);
  const chosen = [...fixed, ...free];
  let value = 0;
  for (const one of u) value += one;
  const served = new Uint16Array(u.length);
  for (const site of chosen) {
    value += gains[site];
    const column = columns[site];
    for (let i = 0; i < u.length; i++) if (column[i] < u[i]) served[i]++;
  }
  return { value, gains, byGain, chosen, served, even: served.every((times) => times === 1) };
}

/** What everybody pays if one site is added to those that are as near as `nearest` already. */
function withSite(nearest: Float64Array, column: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < column.length; i++) sum += nearest[i] < column[i] ? nearest[i] : column[i];
  return sum;
}

/** What each client pays to the nearest of some sites. */
function nearestOf(columns: readonly Float64Array[], sites: readonly number[]): Float64Array {
  const nearest = new Float64Array(columns[0].length).fill(Infinity);
  for (const site of sites)
    columns[site].forEach((cost, i) => (nearest[i] = Math.min(nearest[i], cost)));
  return nearest;
}

/** One site after the other, each the one that spares most. */
function greedy(columns: readonly Float64Array[], p: number): number[] {
  const chosen: number[] = [];
  while (chosen.length < Math.min(p, columns.length)) {
    const nearest = nearestOf(columns, chosen);
    const sums = columns.map((column) => withSite(nearest, column));
    chosen.push(sums.indexOf(Math.min(...sums)));
  }
  return chosen;
}

/** Sites changed one for another as long as that spares something (Teitz & Bart 1968). */
function exchanged(columns: readonly Float64Array[], from: readonly number[]): Medians {
  let sites = [...from];
  let cost = sites.length ? nearestOf(columns, sites).reduce((a, b) => a + b, 0) : Infinity;
  for (let better = true; better;) {
    better = false;
    for (let at = 0; at < sites.length; at++) {
      const rest = sites.filter((_, i) => i !== at);
      const nearest = nearestOf(columns, rest);
      for (let site = 0; site < columns.length; site++) {
        const sum = withSite(nearest, columns[site]);
        if (sum < cost - 1e-9) [sites, cost, better] = [[...rest, site], sum, true];
      }
    }
  }
  return { sites: sites.sort((a, b) => a - b), cost };
}
