import type { CountTerms } from '../survival/design';
import type { MaterialTerms } from './materials';
import type { OwnTask } from './own-tasks';
import type { RipTerms } from './ripping';
import type { WorkTerms } from './works';
import type { BriefingTerms } from '../crew/briefing';
import type { DayTerms } from '../crew/day';
import type { MachineKept } from '../crew/machine';
import type { WaterTerms } from '../tending/water';
import type { BoxTerms } from '../crew/reservoir';
import type { Pace } from '../crew/usual';
import type { Wave, WaveTerms } from '../crew/waves';

/** What a leader changed about a task. */
export interface TaskTerms {
  /** Days it takes. */
  duration?: number;
  /** Days it should lie before planting. */
  lead?: number;
  /** Machine or crew that does it. */
  resource?: string;
  /** Keys of tasks that must be finished first, in place of the usual ones. */
  needs?: string[];
}

/** What a leader sets for the year of one block; what is left out is as usual. */
export interface CalendarTerms {
  tasks?: Record<string, TaskTerms>;
  /** Tasks of the leader's own. */
  own?: OwnTask[];
  ripping?: RipTerms;
  works?: WorkTerms;
  day?: DayTerms;
  /** Trees a person and day before their own tallies tell. */
  pace?: Record<Pace, number>;
  machine?: MachineKept;
  briefing?: BriefingTerms;
  /** Waves that follow the planters; one that is left out does not. */
  waves?: Partial<Record<Wave, WaveTerms>>;
  /** Reservoir boxes, where they are used. */
  boxes?: BoxTerms | null;
  water?: WaterTerms;
  /** Rows of the next survival count. */
  count?: CountTerms;
  spray?: SprayTerms;
  materials?: Record<string, MaterialTerms>;
  /** Money paid for is written with this. */
  currency?: string;
  finish?: FinishTerms;
}

export interface SprayTerms {
  product: string;
  kind: 'spots' | 'squares' | 'strips' | 'whole';
  /** Radius of a spot, side of a scalp or width of a strip, metres. */
  size: number;
  /** Litres a tank is filled with. */
  tank: number;
  /** Further products in the same tank. */
  with?: string[];
}

export interface FinishTerms {
  /** Last day of the window. */
  until?: string;
  planters?: number;
  rate?: number;
  absence: number;
  breakdown: number;
  saturday: boolean;
  /** Days a delivery may wait. */
  keeps: number;
}

export const FINISH_TERMS: FinishTerms = { absence: 0.06, breakdown: 0, saturday: true, keeps: 6 };

/** Common practice: spots of 0.6 m radius; a knapsack of 15 L. */
export const SPRAY_TERMS: Omit<SprayTerms, 'product'> = { kind: 'spots', size: 0.6, tank: 15 };
