import { expose } from 'comlink';
import { checkBoundary } from '$core/ground/boundary';
import type { Keepout } from '$core/ground/keepouts';
import { plantableArea, type Plantable } from '$core/ground/plantable';
import type { MultiPolygon } from '$core/ground/polygon';
import { readBoundary, readShapes, type ReadOptions } from '$core/formats/read';
import { localPlane, type Point } from '$core/measure/plane';
import { layOut, type Layout, type LayoutGround, type LayoutParameters } from '$core/rows/layout';

/** What came of a task: errors cross the thread as their sentence. */
export type Told<T> = { ok: T } | { error: string };

function tell<T>(task: () => T): Told<T> {
  try {
    return { ok: task() };
  } catch (error) {
    return { error: (error as Error).message };
  }
}

let ground: LayoutGround | undefined;

/** Core functions off the main thread. */
const worker = {
  readBoundary: (text: string, fileName: string, options: ReadOptions, near?: Point) =>
    tell(() => {
      const read = readBoundary(text, fileName, options);
      return { ...read, parts: checkBoundary(read.parts, near) };
    }),
  readShapes: (text: string, fileName: string, options: ReadOptions) =>
    tell(() => readShapes(text, fileName, options)),
  plantable: (
    boundary: MultiPolygon,
    keepouts: Keepout[],
    margin: number,
    origin: Point,
  ): Told<Plantable> =>
    tell(() => plantableArea(checkBoundary(boundary), keepouts, margin, localPlane(origin))),
  setGround: (given: LayoutGround) => {
    ground = given;
  },
  layOut: (parameters: LayoutParameters): Told<Layout> =>
    tell(() => {
      if (!ground) throw new Error('The ground has not been read yet.');
      return layOut(ground, parameters);
    }),
};

export type CoreWorker = typeof worker;
expose(worker);
