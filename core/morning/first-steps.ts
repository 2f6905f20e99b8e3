/** What a new site needs before the board has something to say, in the order in which one follows from the other. */
export const FIRST_STEPS = ['block', 'species', 'rows', 'day', 'crew'] as const;
export type FirstStep = (typeof FIRST_STEPS)[number];

/** What a site has by now. */
export interface Begun {
  blocks: readonly { trees: number; planted: number; plantingDay: string | null }[];
  cards: number;
  planters: number;
}

/**
 * The steps that were taken, as long as a new site's leader is led through them.
 * @returns nothing once all were taken or a tree is in the ground: then the board leads
 * @example firstSteps({ blocks: [], cards: 2, planters: 0 }).has('species') // => true
 */
export function firstSteps({ blocks, cards, planters }: Begun): Set<FirstStep> | undefined {
  const has: Record<FirstStep, boolean> = {
    block: blocks.length > 0,
    species: cards > 0,
    rows: blocks.some(({ trees }) => trees > 0),
    day: blocks.some(({ plantingDay }) => plantingDay),
    crew: planters > 0,
  };
  const taken = FIRST_STEPS.filter((step) => has[step]);
  return taken.length === FIRST_STEPS.length || blocks.some(({ planted }) => planted > 0)
    ? undefined
    : new Set(taken);
}
