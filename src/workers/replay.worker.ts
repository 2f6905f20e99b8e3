/// <reference lib="webworker" />
import type { Exposed } from '$core/survival/logistic';
import {
  gained,
  replay,
  spreadOf,
  type Change,
  type ReplayModel,
  type Spread,
} from '$core/survival/replay';

export interface ReplayAsk {
  model: ReplayModel;
  trees: Exposed[];
  /** Seasons to be played: each with its own changes. */
  plays: { id: string; changes: Change[] }[];
  seasons: number;
  seed: string;
}

export interface Played {
  id: string;
  asMade: Spread;
  otherwise: Spread;
  gained: Spread;
  /** Living shares of both, sorted, for the picture: every twentieth season. */
  picture: { asMade: number[]; otherwise: number[] };
}

export type ReplayTold = { progress: number } | { played: Played[] } | { error: string };

const EVERY = 20;
const thinned = (values: Float64Array): number[] =>
  [...Float64Array.from(values).sort()].filter((_, i) => i % EVERY === EVERY / 2);

self.onmessage = ({ data: { model, trees, plays, seasons, seed } }: MessageEvent<ReplayAsk>) => {
  const tell = (told: ReplayTold) => self.postMessage(told);
  try {
    const played = plays.map(({ id, changes }, i): Played => {
      const result = replay(model, trees, changes, { seasons, seed }, (share) =>
        tell({ progress: (i + share) / plays.length }),
      );
      return {
        id,
        asMade: spreadOf(result.asMade),
        otherwise: spreadOf(result.otherwise),
        gained: gained(result),
        picture: { asMade: thinned(result.asMade), otherwise: thinned(result.otherwise) },
      };
    });
    tell({ played });
  } catch (error) {
    tell({ error: error instanceof Error ? error.message : String(error) });
  }
};
