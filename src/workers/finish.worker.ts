/// <reference lib="webworker" />
import type { Message } from '$core/say/message';
import { isTold } from '$core/say/told';
import {
  deliveryDays,
  finishedBy,
  plantersFor,
  simulateFinish,
  type Delivery,
  type FinishInput,
} from '$core/calendar/finish';
import { inDeliveries } from '$core/calendar/supply';

export interface FinishAsk {
  input: FinishInput;
  /** Blocks that come before with the same hands, and after: each played up to its own last tree. */
  turns: { id: string; input: FinishInput }[];
  /** This block with its hands to itself: what its deliveries are parted for. */
  alone: FinishInput;
  /** Into how many deliveries the trees are parted; 0 for the fewest of which none waits too long. */
  parts: number;
}
export interface FinishAnswer {
  byDay: Int32Array;
  seasons: number;
  inTime: number;
  binds: { weather: number; hands: number; stock: number };
  waited: { median: number; most: number };
  waitedTooLong: number;
  half?: string;
  ninety?: string;
  planters90?: number;
  planters97?: number;
  plan?: { deliveries: Delivery[]; waits: number[] };
  /** The chance of every block in its turn, and the day by which nine in ten seasons have it planted. */
  turns: { id: string; inTime: number; ninety?: string }[];
}

/** More deliveries than these no nursery drives. */
const MOST_PARTS = 12;
export type FinishTold =
  | { progress: number }
  | { answer: FinishAnswer }
  | { said: Message }
  | { error: string };

/** Deliveries in so many parts, or in the fewest of which none waits too long, or the least that can be. */
function partsFor(input: FinishInput, parts: number) {
  const trees = input.crews.reduce((sum, crew) => sum + crew.trees, 0);
  const most = Math.min(MOST_PARTS, trees);
  const plan = (number: number) => deliveryDays(input, inDeliveries(trees, number));
  if (parts > 0) return plan(Math.min(parts, most));
  const longest = ({ waits }: { waits: number[] }) => Math.max(...waits);
  let best = plan(1);
  for (let number = 2; number <= most && longest(best) > input.keeps; number++) {
    const found = plan(number);
    if (longest(found) < longest(best)) best = found;
  }
  return best;
}

self.onmessage = ({ data: { input, turns, alone, parts } }: MessageEvent<FinishAsk>) => {
  const tell = (told: FinishTold) => self.postMessage(told);
  try {
    const result = simulateFinish(input, (share) => tell({ progress: share * 0.6 }))!;
    const planters90 = plantersFor(input, 0.9);
    tell({ progress: 0.8 });
    const planters97 = plantersFor(input, 0.97);
    tell({ progress: 0.9 });
    const played = turns.map(({ id, input: turn }) => {
      const whole = simulateFinish({ ...turn, seasons: 2000 })!;
      return { id, inTime: whole.inTime, ninety: finishedBy(whole, turn.start, 0.9) };
    });
    tell({ progress: 0.95 });
    tell({
      answer: {
        ...result,
        half: finishedBy(result, input.start, 0.5),
        ninety: finishedBy(result, input.start, 0.9),
        planters90,
        planters97,
        plan: partsFor(alone, parts),
        turns: played,
      },
    });
  } catch (error) {
    tell(isTold(error) ? { said: error.said } : { error: (error as Error).message });
  }
};
