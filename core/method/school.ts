/** The ground and stock that a block's method is picked from. */
export interface Conditions {
  texture: 'sand' | 'loam' | 'clay';
  moisture: 'dry' | 'fresh' | 'wet';
  cover: 'sod' | 'bare' | 'cleared';
  compacted: boolean;
  exposed: boolean;
  sloping: boolean;
  planting: 'hand' | 'machine';
  stock: 'bare-root' | 'container';
  /** What eats young trees here. */
  browse: Browser;
}

/** Animals that browse, the smallest first. */
export const BROWSERS = ['none', 'voles', 'rabbits', 'deer', 'livestock'] as const;
export type Browser = (typeof BROWSERS)[number];

export type Question =
  | 'depth'
  | 'hole'
  | 'holeShape'
  | 'place'
  | 'bottom'
  | 'firming'
  | 'firmBehind'
  | 'surface'
  | 'trimming'
  | 'containerRoots'
  | 'soak'
  | 'waterAt'
  | 'amendments'
  | 'clear'
  | 'keep'
  | 'rip'
  | 'ripPlace'
  | 'watering'
  | 'stockSize'
  | 'stake'
  | 'browse'
  | 'shoot';

/** What a planting depth is measured from. */
export type Datum = 'collar' | 'top side root' | 'flare' | 'ball top';

/** Soil over the datum that a check accepts, centimetres; below 0 the datum stands above ground. */
export interface Depth {
  datum: Datum;
  least: number;
  most: number;
}

/** Lines of the bill that a choice of method can bring in. */
export type MethodItem =
  | 'stakes'
  | 'ties'
  | 'mulch'
  | 'compost'
  | 'manure'
  | 'gel'
  | 'boxes'
  | 'water'
  | 'guards'
  | 'canes'
  | 'shelters'
  | 'cages'
  | 'fence';

/** A choice good practitioners make; others choose otherwise, which is why it is a choice. Its words are the edge's. */
export interface School {
  key: string;
  /** Whether the crew is told of it. */
  told?: boolean;
  /** Tasks of the calendar that it brings in, by key. */
  tasks?: string[];
  /** Where the tree's datum may lie. The bounds are from memory. */
  depth?: Depth;
  /** Units of the bill's lines that one tree takes. */
  bill?: Partial<Record<MethodItem, number>>;
  /** Water that one tree gets on planting day. */
  gives?: Partial<PlantingWater>;
}

/** Litres a tree gets: into the hole before it is set, as it is set, and two hours later. */
export interface PlantingWater {
  before: number;
  at: number;
  again: number;
}

export interface SchoolQuestion {
  question: Question;
  schools: School[];
  /** Whether the question is asked at all on this ground, with this stock; always where it is left out. */
  asked?(conditions: Conditions): boolean;
  /** Picks the default with the key of its reason. */
  pick(conditions: Conditions): { key: string; because: string };
}

/** A default; a reason of its own name where one school is the default for more than one. */
export const choose = (key: string, because = key) => ({ key, because });
