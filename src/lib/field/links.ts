/** What decides which pages of a block a phone offers. */
export interface Offers {
  /** The person may enter trees for somebody. */
  mayTally: boolean;
  /** The person looks at plots, boxes and counts. */
  mayRecord: boolean;
  /** Whether rows are shared out to this planter: whoever has none follows. */
  shared: boolean;
  /** The block has waves behind the planters, is planted by machine, is sprayed, is refilled, is a trial. */
  waves: boolean;
  byMachine: boolean;
  sprays: boolean;
  refills: boolean;
  /** A refill is work of these weeks, and no row of theirs has open places. */
  refilling: boolean;
  trial: boolean;
  /** Rows without trees have no pegs yet. */
  unpegged: boolean;
}

const LINKS = [
  ['refill', 'rows.refill', ({ refilling }) => refilling],
  ['briefing', 'rows.briefing', () => true],
  ['peg', 'rows.peg', () => true],
  ['pegs', 'rows.pegs', ({ mayTally, shared, unpegged }) => mayTally && !shared && unpegged],
  ['note', 'rows.note', ({ mayTally }) => mayTally],
  ['follow', 'rows.follow', ({ waves }) => waves],
  ['seat', 'rows.seat', ({ byMachine }) => byMachine],
  ['run', 'rows.run', ({ byMachine, mayTally }) => byMachine && mayTally],
  ['behind', 'rows.behind', ({ byMachine, mayTally }) => byMachine && mayTally],
  ['school', 'rows.school', () => true],
  ['plots', 'rows.plots', ({ mayRecord }) => mayRecord],
  ['count', 'rows.count', ({ mayRecord }) => mayRecord],
  ['water', 'rows.water', ({ mayTally, shared }) => mayTally && !shared],
  ['care', 'rows.care', ({ mayTally, shared }) => mayTally && !shared],
  ['refill', 'rows.refill', ({ refills, refilling }) => refills && !refilling],
  ['tags', 'rows.tags', ({ trial }) => trial],
  ['visit', 'rows.visit', ({ mayTally }) => mayTally],
  ['alone', 'rows.alone', ({ mayTally }) => mayTally],
  ['stock', 'rows.boxes', ({ mayRecord }) => mayRecord],
  ['gate', 'rows.gate', ({ mayRecord }) => mayRecord],
  ['handling', 'rows.handling', ({ mayRecord }) => mayRecord],
  ['spray', 'rows.spraying', ({ mayRecord, sprays }) => mayRecord && sprays],
] as const satisfies readonly (readonly [string, string, (offers: Offers) => boolean])[];

/** A page of a block on the phone: its path below the block, and the key of its name. */
export type FieldLink = readonly [path: (typeof LINKS)[number][0], key: (typeof LINKS)[number][1]];

/** The pages that are of use to this person on this block, in the order in which a day needs them. */
export const linksOf = (offers: Offers): FieldLink[] =>
  LINKS.filter(([, , shown]) => shown(offers)).map(([path, key]) => [path, key] as const);
