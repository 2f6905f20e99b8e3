import { say, smallOf, type Message } from '../say/message';
import { overCollar, TOP_SIDE_ROOT } from '../method/method';
import type { Depth } from '../method/schools';
import { told } from '../say/told';
import { apportion } from '../measure/apportion';

/** A tool as the crew has it. */
export interface Tool {
  id: string;
  name: string;
  kind: 'bar' | 'spade' | 'auger' | 'machine' | 'tube';
  /** Depth and width of the hole it makes, metres. */
  depth: number;
  width: number;
  /** Trees a planter sets with it in a day. */
  rate: number;
}

/** Roots of one measured tree, metres. A spread that nobody measured is unknown, not 0. */
export interface Roots {
  length: number;
  spread?: number;
}

export interface RootRules {
  /** Roots are never cut shorter than this, metres. Common practice: keep 20 to 30 cm. */
  keep: number;
  /** A tree that loses more than this share of its root length is spoiled. From memory. */
  mostCut: number;
  /** Free space under the root tips, metres. */
  clearance: number;
  /** A root up to so many times as wide as an auger hole is twisted in, not cut. From memory. */
  twist: number;
  /** Seconds one clean cut takes at sorting. From memory. */
  cutSeconds: number;
  /** Some never trim: stock undercut in the nursery, plugs. */
  mayTrim: boolean;
}

export const ROOT_RULES: RootRules = {
  keep: 0.2,
  mostCut: 1 / 3,
  clearance: 0.01,
  twist: 1.5,
  cutSeconds: 6,
  mayTrim: true,
};

/** Why a tree does not go into a hole, or that it does. */
export type Fit = 'fits' | 'twisted' | 'too-long' | 'too-wide';

/** Whether roots of this length and spread hang free in the hole of a tool; by the length alone where the spread is unknown. */
export function fit(roots: Roots, tool: Tool, rules: RootRules = ROOT_RULES): Fit {
  if (roots.length > tool.depth - rules.clearance + 1e-9) return 'too-long';
  if (roots.spread === undefined || roots.spread <= tool.width + 1e-9) return 'fits';
  return tool.kind === 'auger' && roots.spread <= tool.width * rules.twist + 1e-9
    ? 'twisted'
    : 'too-wide';
}

/** What one trim length comes to. */
export interface TrimOption {
  /** Metres; Infinity is untrimmed. */
  trim: number;
  /** Trees of the sample a bucket, in the order of the tools; the last is set aside: nothing fits. */
  buckets: number[];
  /** Trees cut, and trees left whole because so short a cut would spoil them. */
  trimmed: number;
  leftWhole: number;
  /** Root length cut, as a share of all there was. */
  cutShare: number;
  /** Largest share that a single tree loses. */
  worstCut: number;
  /** Planter-days for a thousand trees, cutting included, trees set aside left out. */
  labour: number;
  /** Trees without a hole that takes them unharmed: set aside. */
  harmed: number;
  /** No other length has fewer harmed trees and less labour. */
  best: boolean;
}

export interface RootPlan {
  tools: Tool[];
  sample: number;
  /** Trees whose spread nobody measured: sorted by their length alone. */
  spreadUnknown: number;
  options: TrimOption[];
  recommended: TrimOption;
  /** "Trim to {26 cm}; 71 % bar, 29 % spade.", the measure in braces for {@link inUnits}. */
  sentence: Message;
}

const SECONDS_A_DAY = 8 * 3600;

/**
 * Sorts a measured sample among the crew's tools for every trim length, and says which length
 * harms fewest trees at which labour. Each tree goes to the quickest tool whose hole takes it. A tree that
 * the cut would spoil is not cut: it goes whole to a tool that takes it, or is set aside.
 * @param sample root lengths and spreads, metres
 * @param tools at least one; their own depth, width and day's rate
 * @throws Told without sample or tools, or with measures that cannot be
 */
export function rootsAgainstTools(
  sample: readonly Roots[],
  tools: readonly Tool[],
  rules: RootRules = ROOT_RULES,
): RootPlan {
  if (!sample.length) throw told('stock.noRoots');
  if (!tools.length) throw told('stock.noTool');
  const wrong = tools.find(({ depth, width, rate }) => !(depth > 0 && width > 0 && rate > 0));
  if (wrong) throw told('stock.toolSize', { tool: wrong.name });
  const ordered = [...tools].sort((a, b) => b.rate - a.rate);
  const longest = Math.max(...sample.map(({ length }) => length));
  const lengths: number[] = [Infinity];
  if (rules.mayTrim) {
    for (let cm = Math.ceil(longest * 100) - 1; cm >= Math.ceil(rules.keep * 100 - 1e-9); cm--)
      lengths.push(cm / 100);
  }
  const options = lengths.map((trim) => trimOption(sample, ordered, trim, rules));
  for (const option of options)
    option.best = !options.some(
      (other) =>
        other.harmed <= option.harmed &&
        other.labour <= option.labour &&
        other.cutShare <= option.cutShare &&
        (other.harmed < option.harmed ||
          other.labour < option.labour ||
          other.cutShare < option.cutShare),
    );
  const recommended = recommend(options, sample.length);
  return {
    tools: ordered,
    sample: sample.length,
    spreadUnknown: sample.filter(({ spread }) => spread === undefined).length,
    options,
    recommended,
    sentence: sentenceOf(recommended, ordered, sample.length),
  };
}

function trimOption(
  sample: readonly Roots[],
  tools: readonly Tool[],
  trim: number,
  rules: RootRules,
): TrimOption {
  const buckets = new Array<number>(tools.length + 1).fill(0);
  let trimmed = 0;
  let leftWhole = 0;
  let harmed = 0;
  let cut = 0;
  let total = 0;
  let worstCut = 0;
  let days = 0;
  let planted = 0;
  for (const { length, spread } of sample) {
    const spoils = isSpoiled(length, Math.min(length, trim), rules);
    const kept = spoils ? length : Math.min(length, trim);
    const loss = (length - kept) / length;
    const at = tools.findIndex((tool) => {
      const found = fit({ length: kept, spread }, tool, rules);
      return found === 'fits' || found === 'twisted';
    });
    buckets[at < 0 ? tools.length : at]++;
    total += length;
    cut += length - kept;
    worstCut = Math.max(worstCut, loss);
    if (loss > 0) trimmed++;
    if (spoils) leftWhole++;
    if (at < 0) harmed++;
    if (loss > 0) days += rules.cutSeconds / SECONDS_A_DAY;
    if (at >= 0) {
      days += 1 / tools[at].rate;
      planted++;
    }
  }
  return {
    trim,
    buckets,
    trimmed,
    leftWhole,
    cutShare: cut / total,
    worstCut,
    labour: planted ? (days / planted) * 1000 : Infinity,
    harmed,
    best: false,
  };
}

/**
 * Fewest harmed trees first. Among lengths that harm no more than two trees in a hundred above the
 * fewest, the least labour; among those within a fiftieth of it, the longest roots.
 */
function recommend(options: readonly TrimOption[], sample: number): TrimOption {
  const fewest = Math.min(...options.map(({ harmed }) => harmed));
  const sound = options.filter(({ harmed }) => harmed <= fewest + Math.round(sample / 50));
  const least = Math.min(...sound.map(({ labour }) => labour));
  return sound
    .filter(({ labour }) => labour <= least * 1.02 || !Number.isFinite(least))
    .reduce((a, b) => (b.trim > a.trim ? b : a));
}

/** Shares of the sample in whole per cent that add up to a hundred. */
export const bucketShares = ({ buckets }: TrimOption): number[] => apportion(100, buckets);

function sentenceOf(option: TrimOption, tools: readonly Tool[], sample: number): Message {
  const shares = bucketShares(option);
  const parts = tools
    .map(({ name }, i) => ({ tool: name.toLowerCase(), share: shares[i] }))
    .filter(({ share }) => share > 0)
    .map((part): Message => say('stock.bucketPart', part));
  const aside = option.buckets[tools.length];
  if (aside) parts.push(say('stock.asidePart', { aside, sample }));
  return say('stock.trimSentence', {
    trim: Number.isFinite(option.trim)
      ? say('stock.trimTo', { length: smallOf(option.trim) })
      : say('stock.trimNothing'),
    parts: { list: parts },
  });
}

/**
 * How many trees of a day go into each bucket.
 * @param trees to be sorted
 * @returns whole numbers that add up, in the order of the plan's tools, set aside last
 */
export function bucketCounts(option: TrimOption, trees: number): number[] {
  return apportion(trees, option.buckets);
}

/** What the gauge says about one tree in one hole. */
/** What the depth of a machine's shoe means for a measured sample. */
export interface ShoeVerdict {
  sample: number;
  /** Trees whose roots reach deeper than the shoe opens. */
  tooLong: number;
  /** Metres that would take nineteen in twenty. */
  open: number;
  /** Metres to which roots are cut for the shoe as it is; nothing where none are, or none may be. */
  trim?: number;
  /** Trees that the shoe takes neither whole nor cut. */
  setAside: number;
}

/** So many of a sample a shoe set anew should take. From memory. */
const SHOE_TAKES = 0.95;

/**
 * Holds measured roots against the depth that a shoe opens: how many hang free, to what it would have to be set,
 * or the roots be cut.
 * @throws Told as `rootsAgainstTools`
 */
export function shoeVerdict(
  sample: readonly Roots[],
  shoe: Tool,
  rules: RootRules = ROOT_RULES,
): ShoeVerdict {
  const { recommended } = rootsAgainstTools(sample, [shoe], rules);
  const lengths = sample.map(({ length }) => length).sort((a, b) => a - b);
  return {
    sample: sample.length,
    tooLong: sample.filter((roots) => fit(roots, shoe, rules) === 'too-long').length,
    open: lengths[Math.ceil(SHOE_TAKES * lengths.length) - 1] + rules.clearance,
    ...(Number.isFinite(recommended.trim) ? { trim: recommended.trim } : {}),
    setAside: recommended.harmed,
  };
}

export interface GaugeVerdict {
  good: boolean;
  /** "Root turns up: 31 cm in a 25 cm hole." */
  says: Message;
  /** "Trim 7 cm, or take the spade." */
  then: Message;
}

/**
 * The verdict written on the hole gauge.
 * @param depth what the method allows, and from what it measures
 * @param cover soil over the collar as set, metres
 * @param topSideRoot how far the top side root lies under the collar, metres
 */
export function gauge(
  roots: Roots,
  tool: Tool,
  tools: readonly Tool[],
  depth: Depth,
  cover = 0,
  rules: RootRules = ROOT_RULES,
  topSideRoot = TOP_SIDE_ROOT,
): GaugeVerdict {
  const found = fit(roots, tool, rules);
  const hole = smallOf(tool.depth);
  if (found === 'too-long')
    return {
      good: false,
      says: say('gauge.turnsUp', { root: smallOf(roots.length), hole }),
      then: remedyForLength(roots, tool, tools, rules),
    };
  if (found === 'too-wide') {
    const wider = tools.find((other) => fit(roots, other, rules) === 'fits');
    return {
      good: false,
      says: say('gauge.bunch', { spread: smallOf(roots.spread!), hole: smallOf(tool.width) }),
      then: wider ? say('gauge.take', { tool: wider.name.toLowerCase() }) : say('gauge.widen'),
    };
  }
  const [least, most] = overCollar(depth, topSideRoot);
  if (cover < least - 1e-9 || cover > most + 1e-9) return wrongDepth(cover, most, depth);
  const below = tool.depth - roots.length - Math.max(0, cover);
  if (below < -1e-9)
    return {
      good: false,
      says: say('gauge.turnsUpSet', {
        root: smallOf(roots.length),
        cover: smallOf(cover),
        hole,
      }),
      then: say('gauge.higher', { by: smallOf(-below) }),
    };
  const spare = smallOf(Math.max(0, below));
  return {
    good: true,
    says:
      roots.spread === undefined
        ? say('gauge.fitsNoSpread', { below: spare })
        : say('gauge.fits', {
            below: spare,
            side: smallOf(Math.max(0, (tool.width - roots.spread) / 2)),
          }),
    then: found === 'twisted' ? say('gauge.twist') : say('gauge.hang'),
  };
}

/** Whether a root cut to so many metres has lost more than a tree bears. */
const isSpoiled = (length: number, left: number, { mostCut }: RootRules): boolean =>
  (length - left) / length > mostCut + 1e-9;

/** What to do with a root that is longer than the hole: cut it, go deeper, or set the tree aside. */
function remedyForLength(
  roots: Roots,
  tool: Tool,
  tools: readonly Tool[],
  rules: RootRules,
): Message {
  const over = roots.length - (tool.depth - rules.clearance);
  const deeper = tools.find((other) => fit(roots, other, rules) === 'fits')?.name.toLowerCase();
  const left = roots.length - over;
  const mayCut =
    rules.mayTrim && left >= rules.keep - 1e-9 && !isSpoiled(roots.length, left, rules);
  if (mayCut)
    return deeper
      ? say('gauge.trimOrTake', { over: smallOf(over), tool: deeper })
      : say('gauge.trim', { over: smallOf(over) });
  return deeper ? say('gauge.take', { tool: deeper }) : say('gauge.setAside');
}

/** A tree set outside of what the method allows, said from the method's own datum. */
function wrongDepth(cover: number, most: number, depth: Depth): GaugeVerdict {
  const fromDatum = cover - most + depth.most / 100;
  const said = (metres: number) =>
    metres < 0
      ? say('gauge.above', { datum: depth.datum, by: smallOf(-metres) })
      : say('gauge.over', { datum: depth.datum, by: smallOf(metres) });
  const tooDeep = cover > most;
  const limit = tooDeep ? depth.most : depth.least;
  return {
    good: false,
    says: say(tooDeep ? 'gauge.tooDeep' : 'gauge.tooHigh', {
      found: said(fromDatum),
      bound: limit < 0 ? 'below' : 'above',
      limit: said(limit / 100),
    }),
    then: tooDeep ? say('gauge.lift') : say('gauge.lower'),
  };
}
