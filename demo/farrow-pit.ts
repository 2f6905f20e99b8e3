import type { KeepoutKind, KeepoutShape, Near } from '../core/ground/keepouts';
import type { Soil, Zone } from '../core/ground/zones';
import type { Ring } from '../core/ground/polygon';
import type { Conditions } from '../core/method/schools';
import type { Method } from '../core/method/method';
import type { Direction } from '../core/rows/direction';
import type { LayoutParameters } from '../core/rows/layout';
import type { Letter } from './species';

/**
 * Farrow Pit, an invented worked-out gravel quarry on its way back to woodland. Shapes are in metres
 * from each block's own centre; people are roles. Nothing here is a real place, person or record.
 */
export const SITE = {
  name: 'Farrow Pit',
  longitude: 11.42,
  latitude: 51.58,
  elevation: 85,
  zone: 'Etc/GMT-1',
  placed: true,
  edition: 1,
  typicalYear: null,
  regime: 'cool-temperate',
};

export const PASSWORD = 'farrow-pit-demo';

export const PEOPLE = [
  { signIn: 'leader', name: 'Crew leader', role: 'leader' },
  { signIn: 'checker', name: 'Checker', role: 'checker' },
  { signIn: 'planter', name: 'Planter 5', role: 'planter' },
  { signIn: 'viewer', name: 'Client', role: 'viewer' },
] as const;

export const PLANTER_RATES = [780, 720, 840, 690, 810, 660, 750, 700, 640, 820, 730, 680];

export interface DemoKeepout {
  kind: KeepoutKind;
  name: string;
  setback: number;
  reason: string;
  shape: KeepoutShape;
  near?: Near;
}

export interface DemoZone extends Pick<Zone, 'name' | 'damp' | 'light'> {
  ring: Ring;
  soil: Partial<Soil>;
}

export interface DemoBlock {
  name: string;
  /** Of the block's centre from the site's, metres east and north. */
  centre: [number, number];
  ring: Ring;
  margin: number;
  keepouts: DemoKeepout[];
  zones?: DemoZone[];
  conditions: Conditions;
  method: Method;
  /** Planting day, in days from the day the demo is loaded. */
  planting: number;
  targetPerHectare: number;
  layout: Omit<LayoutParameters, 'mix' | 'direction' | 'shelter'> & {
    mix: [Letter, number][];
    direction: Direction | 'longest';
    /** Shelter rows along the block's fence: species, offset, step, stagger. */
    shelter?: [Letter, number, number, number][];
  };
  release: boolean;
  done: string[];
}
