import { told } from '../say/told';
import { seededRandom } from '../measure/random';
import { speciesAt, type Places, type Runs } from './species';

/** One plot of a replicated trial: so many trees of one treatment, next to each other in a row. */
export interface TrialPlot {
  /** Counted from 1. */
  block: number;
  /** Index of the treatment: the species or provenance of the mix. */
  treatment: number;
  row: number;
  firstPeg: number;
  trees: number;
}

export interface Trial {
  runs: Runs[];
  plots: TrialPlot[];
  blocks: number;
  /** Trees outside the plots, of the first treatment: they guard the edges and are not measured. */
  guards: number;
}

/**
 * A randomised complete block design (Fisher 1935, "The design of experiments"): every block holds
 * each treatment once, in an order drawn anew for each. Plots lie whole within rows, blocks follow
 * one another along the rows; what is left over guards.
 * @param places rows with what may stand where; plots keep to places where every treatment may
 * @param treatments how many
 * @param plot trees a plot
 * @throws Told when not even two blocks fit
 */
export function layTrial(places: Places, treatments: number, plot: number, seed: number): Trial {
  if (treatments < 2) throw told('rows.oneTreatment');
  if (!(Number.isInteger(plot) && plot >= 1)) throw told('rows.trialPlot', { plot });
  const open = places.limits.map(({ allowed }) => allowed.every(Boolean));
  const slots: { row: number; firstPeg: number }[] = [];
  places.classes.forEach((runs, row) => {
    let peg = 1;
    for (let i = 0; i < runs.length; i += 2) {
      // Neighbouring classes that are both open make one piece.
      let length = runs[i + 1];
      const from = peg;
      peg += length;
      if (!open[runs[i]]) continue;
      while (i + 2 < runs.length && open[runs[i + 2]]) {
        i += 2;
        length += runs[i + 1];
        peg += runs[i + 1];
      }
      for (let k = 0; k + plot <= length; k += plot)
        slots.push({ row: row + 1, firstPeg: from + k });
    }
  });
  const blocks = Math.floor(slots.length / treatments);
  if (blocks < 2) {
    throw told('rows.trialRoom', { plots: slots.length, plot, treatments, needed: 2 * treatments });
  }
  const random = seededRandom(seed);
  const plots: TrialPlot[] = [];
  for (let block = 0; block < blocks; block++) {
    const order = Array.from({ length: treatments }, (_, t) => t);
    for (let i = treatments - 1; i > 0; i--) {
      const j = Math.floor(random() * (i + 1));
      [order[i], order[j]] = [order[j], order[i]];
    }
    order.forEach((treatment, i) =>
      plots.push({
        block: block + 1,
        treatment,
        ...slots[block * treatments + i],
        trees: plot,
      }),
    );
  }
  return { ...withGuards(places, plots), plots, blocks };
}

function withGuards(places: Places, plots: readonly TrialPlot[]): { runs: Runs[]; guards: number } {
  const byRow = new Map<number, TrialPlot[]>();
  for (const plot of plots) byRow.set(plot.row, [...(byRow.get(plot.row) ?? []), plot]);
  let guards = 0;
  const runs = places.classes.map((classes, row) => {
    const out: Runs = [];
    const put = (species: number, n: number) => {
      if (n <= 0) return;
      if (out.length && out[out.length - 2] === species) out[out.length - 1] += n;
      else out.push(species, n);
    };
    const here = byRow.get(row + 1) ?? [];
    let peg = 1;
    let next = 0;
    for (let i = 0; i < classes.length; i += 2) {
      const until = peg + classes[i + 1];
      const guard = places.limits[classes[i]].allowed.findIndex(Boolean);
      while (peg < until) {
        const plot = here[next];
        if (plot && peg >= plot.firstPeg) {
          const n = Math.min(until, plot.firstPeg + plot.trees) - peg;
          put(plot.treatment, n);
          peg += n;
          if (peg >= plot.firstPeg + plot.trees) next++;
        } else {
          const n = Math.min(until, plot ? plot.firstPeg : until) - peg;
          put(guard, n);
          guards += n;
          peg += n;
        }
      }
    }
    return out;
  });
  return { runs, guards };
}

/** The code on the tag of a tree: block, treatment letter, tree of the plot. */
export const tagCode = (plot: TrialPlot, tree: number): string =>
  `${plot.block}${String.fromCharCode(65 + plot.treatment)}${tree}`;

export interface Tag {
  code: string;
  row: number;
  peg: number;
  treatment: number;
}

/** Every tag of a trial, in the order of the rows. */
export function tags(plots: readonly TrialPlot[]): Tag[] {
  return plots
    .flatMap((plot) =>
      Array.from({ length: plot.trees }, (_, i) => ({
        code: tagCode(plot, i + 1),
        row: plot.row,
        peg: plot.firstPeg + i,
        treatment: plot.treatment,
      })),
    )
    .sort((a, b) => a.row - b.row || a.peg - b.peg);
}

/** What a tag that hangs on a tree says of the spot it is brought to. */
export type TagVerdict =
  | { fits: true; spot: Tag }
  | { fits: false; why: 'no spot' | 'no tag'; read: string }
  | { fits: false; why: 'other'; spot: Tag; belongs: Tag };

const plainCode = (read: string): string => read.toUpperCase().replace(/[^0-9A-Z]/g, '');

/**
 * Whether a tree's tag is that of its spot, before the tree goes in. Codes are read as people and labels write
 * them: small letters, blanks and dashes between their parts are the same code.
 */
export function judgeTag(all: readonly Tag[], spotRead: string, tagRead: string): TagVerdict {
  const find = (read: string) => all.find(({ code }) => code === plainCode(read));
  const spot = find(spotRead);
  if (!spot) return { fits: false, why: 'no spot', read: spotRead.trim() };
  const belongs = find(tagRead);
  if (!belongs) return { fits: false, why: 'no tag', read: tagRead.trim() };
  return spot.code === belongs.code
    ? { fits: true, spot }
    : { fits: false, why: 'other', spot, belongs };
}

/** Numbers a plot is kept by. */
const KEPT = 5;

/** The plots of a trial as they are kept with a version: five numbers each. */
export const plotsToNumbers = (plots: readonly TrialPlot[]): number[] =>
  plots.flatMap(({ block, treatment, row, firstPeg, trees }) => [
    block,
    treatment,
    row,
    firstPeg,
    trees,
  ]);

/** Kept numbers as plots again. */
export const plotsFromNumbers = (kept: readonly number[]): TrialPlot[] =>
  Array.from({ length: Math.floor(kept.length / KEPT) }, (_, i) => {
    const [block, treatment, row, firstPeg, trees] = kept.slice(i * KEPT, (i + 1) * KEPT);
    return { block, treatment, row, firstPeg, trees };
  });

/**
 * Whether plots are those of rows as they stand: every tree of a plot is there and of its treatment.
 * @param rows stored rows, in their order
 */
export function standsIn(plots: readonly TrialPlot[], rows: readonly { runs: Runs }[]): boolean {
  return plots.every(({ row, firstPeg, trees, treatment }) => {
    const runs = rows[row - 1]?.runs ?? [];
    return Array.from({ length: trees }, (_, i) => firstPeg + i).every(
      (peg) => speciesAt(runs, peg) === treatment,
    );
  });
}
