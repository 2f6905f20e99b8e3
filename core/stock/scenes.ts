/**
 * A thing in a scene at the boxes. Places are in a frame 240 wide and 130 high whose ground lies at 112; what
 * differs between a habit kept and broken is in the things themselves, so that no drawing needs words.
 */
export type SceneThing =
  | { what: 'box'; x: number; y?: number }
  | { what: 'bag'; x: number; open: boolean }
  | { what: 'tray'; x: number; wet: boolean }
  | { what: 'tree'; x: number; y: number; roots: 'wet' | 'dry' | 'earth'; turned?: number }
  | { what: 'pot'; x: number; y: number; turned: number }
  | { what: 'hole'; x: number }
  | { what: 'bucket'; x: number }
  | { what: 'person'; x: number; bent?: boolean }
  | { what: 'roof'; x: number }
  | { what: 'sun' | 'wind' | 'drops' | 'blow' | 'clods'; x: number; y: number };

export const SCENE = { width: 240, height: 130, ground: 112 } as const;

interface Scenes {
  kept: readonly SceneThing[];
  broken: readonly SceneThing[];
}

const sun: SceneThing = { what: 'sun', x: 206, y: 30 };
const wind: SceneThing = { what: 'wind', x: 40, y: 44 };

/** What is seen where a habit is kept, and where it is not, by the habit's key. */
export const HABIT_SCENES: Readonly<Record<string, Scenes>> = {
  moist: {
    kept: [
      { what: 'tree', x: 120, y: 62, roots: 'wet' },
      { what: 'drops', x: 120, y: 92 },
    ],
    broken: [{ what: 'tree', x: 120, y: 62, roots: 'dry' }, sun],
  },
  'one-out': {
    kept: [
      { what: 'bag', x: 76, open: false },
      { what: 'tree', x: 166, y: 62, roots: 'wet' },
    ],
    broken: [
      { what: 'bag', x: 76, open: true },
      { what: 'tree', x: 166, y: 62, roots: 'wet' },
      { what: 'wind', x: 30, y: 26 },
    ],
  },
  'no-sling': {
    kept: [{ what: 'tree', x: 120, y: 62, roots: 'earth' }],
    broken: [
      { what: 'tree', x: 104, y: 56, roots: 'dry', turned: -42 },
      { what: 'clods', x: 168, y: 72 },
    ],
  },
  'no-slap': {
    kept: [
      { what: 'box', x: 120 },
      { what: 'tree', x: 128, y: 64, roots: 'wet', turned: 90 },
    ],
    broken: [
      { what: 'box', x: 120 },
      { what: 'tree', x: 142, y: 42, roots: 'dry', turned: 58 },
      { what: 'blow', x: 112, y: 66 },
    ],
  },
  shade: {
    kept: [{ what: 'roof', x: 120 }, { what: 'box', x: 120 }, sun],
    broken: [{ what: 'box', x: 120 }, sun, wind],
  },
  're-wet': {
    kept: [
      { what: 'bag', x: 150, open: true },
      { what: 'bucket', x: 74 },
      { what: 'drops', x: 150, y: 34 },
    ],
    broken: [{ what: 'bag', x: 150, open: true }, { what: 'bucket', x: 74 }, sun],
  },
  dripping: {
    kept: [
      { what: 'tray', x: 120, wet: true },
      { what: 'drops', x: 96, y: 104 },
      { what: 'drops', x: 144, y: 104 },
    ],
    broken: [{ what: 'tray', x: 120, wet: false }, sun],
  },
  rim: {
    kept: [
      { what: 'box', x: 170 },
      { what: 'pot', x: 112, y: 62, turned: 118 },
      { what: 'blow', x: 142, y: 74 },
    ],
    broken: [
      { what: 'pot', x: 120, y: 78, turned: 180 },
      { what: 'blow', x: 120, y: 44 },
    ],
  },
  wait: {
    kept: [
      { what: 'hole', x: 76 },
      { what: 'bucket', x: 168 },
      { what: 'tree', x: 168, y: 56, roots: 'wet' },
    ],
    broken: [
      { what: 'hole', x: 76 },
      { what: 'tree', x: 160, y: 104, roots: 'dry', turned: 90 },
      sun,
    ],
  },
  lift: {
    kept: [
      { what: 'person', x: 76 },
      { what: 'box', x: 120, y: 66 },
      { what: 'person', x: 164 },
    ],
    broken: [
      { what: 'person', x: 84, bent: true },
      { what: 'box', x: 128, y: 76 },
    ],
  },
};
