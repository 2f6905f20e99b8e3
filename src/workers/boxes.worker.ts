/// <reference lib="webworker" />
import { placeCaches, type Caches } from '$core/crew/caches';
import type { Fetching } from '$core/crew/fetching';

export type BoxesAsked = Pick<Fetching, 'ways' | 'caches' | 'allowed'>;

self.onmessage = ({ data: { ways, caches, allowed } }: MessageEvent<BoxesAsked>) => {
  const found: Caches = placeCaches(ways, caches, allowed);
  self.postMessage(found);
};
