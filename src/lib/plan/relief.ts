import type { GroundLie, Surface } from '$core/ground/surface';
import { metresPer, type UnitSystem } from '$core/measure/units';
import type { MultiPolygon } from '$core/ground/polygon';
import type { Relief } from './draw';
import { heard } from '$lib/parts/reading';
import { coreWorker } from './worker';

/** A block's elevation as the server describes it, its heights apart. */
export interface SurfaceAbout extends Omit<Surface, 'heights'> {
  source: string;
  broughtAt: string;
}

/** Which elevation the worker holds: fetched once, not at every page. */
let held = '';

/** The worker is about to read another file: what it held is no longer what the server has. */
export const forgetSurface = (): void => {
  held = 'another';
};

/** Hands a block's elevation to the worker; without one, takes it away. */
export async function loadSurface(blockId: string, about?: SurfaceAbout): Promise<boolean> {
  const wanted = about ? `${blockId} ${about.broughtAt}` : '';
  if (wanted === held) return Boolean(about);
  held = wanted;
  if (!about) {
    await coreWorker().setSurface(undefined);
    return false;
  }
  const response = await fetch(`/blocks/${blockId}/surface`);
  if (!response.ok) throw new Error('The elevation could not be fetched. Load the page again.');
  const heights = new Float32Array(await response.arrayBuffer());
  const { minX, minY, cell, columns, rows } = about;
  await coreWorker().setSurface({ minX, minY, cell, columns, rows, heights });
  return true;
}

/** The elevation drawn, its level lines a round step apart as the reader measures, and how the block lies on it. */
export async function loadRelief(
  blockId: string,
  about: SurfaceAbout | undefined,
  boundary: MultiPolygon,
  system: UnitSystem,
): Promise<{ relief: Relief; lie: GroundLie } | undefined> {
  if (!(await loadSurface(blockId, about))) return undefined;
  const found = heard(await coreWorker().relief(boundary, metresPer(system)));
  const shade = document.createElement('canvas');
  shade.width = found.columns;
  shade.height = found.rows;
  shade
    .getContext('2d')!
    .putImageData(new ImageData(found.pixels, found.columns, found.rows), 0, 0);
  return {
    relief: { shade, box: found.box, lines: found.lines, interval: found.interval },
    lie: found.lie,
  };
}

/** A surface on its way to the server: 32-bit heights in base 64. */
export function surfacePayload({ minX, minY, cell, columns, rows, heights }: Surface) {
  const bytes = new Uint8Array(Float32Array.from(heights).buffer);
  let text = '';
  for (let from = 0; from < bytes.length; from += 32_768)
    text += String.fromCharCode(...bytes.subarray(from, from + 32_768));
  return { minX, minY, cell, columns, rows, heights: btoa(text) };
}
