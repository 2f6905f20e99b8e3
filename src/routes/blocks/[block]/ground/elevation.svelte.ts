import type { UnitSystem } from '$core/measure/units';
import { mapPoints, type MultiPolygon } from '$core/ground/polygon';
import type { GroundLie, ProfilePoint } from '$core/ground/surface';
import type { Zone } from '$core/ground/zones';
import type { Plane, Point } from '$core/measure/plane';
import type { Relief } from '$lib/plan/draw';
import { loadRelief, type SurfaceAbout } from '$lib/plan/relief';
import { coreWorker } from '$lib/plan/worker';
import { heard } from '$lib/parts/reading';

/** What the shown elevation hangs on, read again whenever it changes. */
interface Shown {
  blockId: string;
  about: SurfaceAbout | undefined;
  boundary: MultiPolygon;
  system: UnitSystem;
  plane: Plane;
  origin: Point;
}

/**
 * A block's elevation as its page shows it: its heights come as bytes, once, and live in the worker. Made in a
 * component's setup.
 */
export class Elevation {
  relief = $state.raw<Relief>();
  lie = $state.raw<GroundLie>();
  /** Whether there are heights, and what they say, is known. */
  known = $state(false);
  /** Mean slope of each zone, in their order. */
  slopes = $state.raw<(number | undefined)[]>([]);
  /** A line on the plan, and the heights along it. */
  line = $state.raw<Point[]>();
  heights = $state.raw<ProfilePoint[]>();

  constructor(
    shown: () => Shown,
    zones: () => readonly Zone[],
    attempt: (task: () => Promise<unknown>) => Promise<void>,
  ) {
    $effect(() => void this.show(shown()));
    $effect(() => {
      void this.relief;
      const { origin } = shown();
      void coreWorker()
        .zoneSlopes($state.snapshot(zones()) as Zone[], origin)
        .then((found) => (this.slopes = found));
    });
    $effect(() => {
      const { line, relief } = this;
      if (line && relief)
        void attempt(async () => (this.heights = heard(await coreWorker().profile(line))));
    });
  }

  private async show({ blockId, about, boundary, system, plane }: Shown): Promise<void> {
    try {
      const found = await loadRelief(blockId, about, mapPoints(boundary, plane.toPlane), system);
      this.relief = found?.relief;
      this.lie = found?.lie;
    } finally {
      this.known = true;
    }
    if (this.line) this.heights = heard(await coreWorker().profile(this.line));
  }

  /** Puts the profile away. */
  away(): void {
    this.heights = undefined;
    this.line = undefined;
  }
}
