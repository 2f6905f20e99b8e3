import { goto } from '$app/navigation';
import { mapPoints, type MultiPolygon } from '$core/ground/polygon';
import type { Plane, Point } from '$core/measure/plane';
import { send } from '$lib/parts/send.svelte';
import { coreWorker } from '$lib/plan/worker';
import { heard } from '$lib/parts/reading';

/** A block that is to become two, two that become one again, or one that is to go. Made in a component's setup. */
export class Splitting {
  /** In the block's plane. */
  line = $state.raw<Point[]>();
  /** What splitting would come to, before it is done. */
  parted = $state.raw<[number, number]>();

  constructor(
    private readonly block: () => { id: string; boundary: MultiPolygon },
    private readonly plane: Plane,
    private readonly attempt: (task: () => Promise<unknown>) => Promise<void>,
  ) {
    $effect(() => {
      const { line } = this;
      this.parted = undefined;
      if (line)
        void attempt(async () => {
          const areas = heard(
            await coreWorker().splitAreas(mapPoints(block().boundary, plane.toPlane), line),
          );
          if (line === this.line) this.parted = areas;
        });
    });
  }

  /** Splits the block, and opens its other part. */
  split = (name: string): Promise<void> =>
    this.attempt(async () => {
      const { blockId } = await send('ground.split', {
        ...{ blockId: this.block().id, line: this.line!.map(this.plane.toLonLat), name },
      });
      this.line = undefined;
      await goto(`/blocks/${blockId}/ground`);
    });

  /** Takes a block away that was a mistake, and goes to what is left. */
  remove = (): Promise<void> =>
    this.attempt(async () => {
      // Its own pages are not read again: they are gone.
      await send('ground.remove', { blockId: this.block().id }, { reload: false });
      await goto('/', { invalidateAll: true });
    });

  join = (otherId: string): Promise<void> =>
    this.attempt(async () => {
      await send('ground.join', { blockId: this.block().id, otherId });
      location.reload();
    });
}
