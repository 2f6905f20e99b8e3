/** Parts of a young tree by which look-alikes are told apart in the box. */
export const MARKS = ['leaf', 'bud', 'bark', 'root', 'smell', 'alike'] as const;
export type Mark = (typeof MARKS)[number];

/** The leader's own words, part by part; empty parts are left out. */
export type SpeciesMarks = Partial<Record<Mark, string>>;

export const MARK_LABELS: Record<Mark, string> = {
  leaf: 'Needle, scale or leaf',
  bud: 'Bud',
  bark: 'Bark of the shoot',
  root: 'Root',
  smell: 'Smell',
  alike: 'Looks like',
};
