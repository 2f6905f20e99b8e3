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

export interface FinishAsk {
  input: FinishInput;
  /** Sizes of deliveries to find days for. */
  sizes: number[];
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
}
export type FinishTold =
  { progress: number } | { answer: FinishAnswer } | { said: Message } | { error: string };

self.onmessage = ({ data: { input, sizes } }: MessageEvent<FinishAsk>) => {
  const tell = (told: FinishTold) => self.postMessage(told);
  try {
    const result = simulateFinish(input, (share) => tell({ progress: share * 0.6 }))!;
    const planters90 = plantersFor(input, 0.9);
    tell({ progress: 0.8 });
    const planters97 = plantersFor(input, 0.97);
    tell({ progress: 0.95 });
    tell({
      answer: {
        ...result,
        half: finishedBy(result, input.start, 0.5),
        ninety: finishedBy(result, input.start, 0.9),
        planters90,
        planters97,
        plan: sizes.length ? deliveryDays(input, sizes) : undefined,
      },
    });
  } catch (error) {
    tell(isTold(error) ? { said: error.said } : { error: (error as Error).message });
  }
};
