import { localPlane, type Plane, type Point } from '../../../../core/measure/plane';
import { drawnGround, plantableArea, type Plantable } from '../../../../core/ground/plantable';
import type { Keepout } from '../../../../core/ground/keepouts';
import { planeArea } from '../../../../core/ground/polygon';
import { groundLie, type GroundLie, type Surface } from '../../../../core/ground/surface';
import type { Zone } from '../../../../core/ground/zones';
import { layoutGround } from '../../../../core/rows/ground';
import type { LayoutGround } from '../../../../core/rows/layout';
import { inOrderOf, listedFact, milliseconds, tableFact, type Facts } from '../../server/facts';
import type { Reader } from '../../server/reader';
import type { BlockRow } from './tables.server';

export const planeOf = (block: BlockRow): Plane =>
  localPlane([block.originLongitude, block.originLatitude]);

/** Where the crew comes onto a block, in its plane, as the briefing has it; nothing where nobody said. */
export function gatePointOf(block: BlockRow): Point | undefined {
  const gate = block.calendarTerms.briefing?.gate;
  return gate ? planeOf(block).toPlane([gate.longitude, gate.latitude]) : undefined;
}

/** Roads drawn as lines, in the plane of a block. */
export const roadsOf = (
  block: BlockRow,
  keepouts: readonly Pick<Keepout, 'kind' | 'shape'>[],
): Point[][] =>
  keepouts.flatMap(({ kind, shape }) =>
    kind === 'road' && shape.type === 'LineString'
      ? [shape.coordinates.map(planeOf(block).toPlane)]
      : [],
  );

/** Blocks of a site, in their order; those set aside too. */
export const blocksFact = tableFact(
  'blocks',
  ['site', 'ground', 'calendar', 'stock', 'survival'],
  { table: 'block', by: 'siteId' },
  (rows): BlockRow[] => rows.sort(inOrderOf('position')),
);

/** Blocks of a site that somebody works on: what a board, a calendar and a phone show unasked. */
export const blocksAtWork = async (facts: Facts): Promise<BlockRow[]> =>
  (await facts.of(blocksFact)).filter(({ setAside }) => !setAside);

/** Keep-outs of a block in the order in which they are taken off. */
export const keepoutsFact = tableFact(
  'keepouts',
  ['ground'],
  { table: 'keepout', by: 'blockId' },
  (rows): Keepout[] =>
    rows
      .sort(inOrderOf('position'))
      .map(({ id, kind, name, shape, setback, reason, near, located }) => ({
        ...{ id, kind, name, shape, setback, reason, near, located },
      })),
);

/** Zones of a block in the order in which they were made. */
export const zonesFact = tableFact(
  'zones',
  ['ground'],
  { table: 'zone', by: 'blockId' },
  (rows): Zone[] =>
    rows.sort(inOrderOf('position')).map(({ id, name, parts, damp, light, soil }) => ({
      ...{ id, name, parts, damp, light, soil },
    })),
);

export interface SurfaceAbout extends Omit<Surface, 'heights'> {
  source: string;
  broughtAt: string;
}

/** Where a block's elevation lies and what it came from, without its heights. */
export const surfaceFact = listedFact<
  Omit<SurfaceAbout, 'broughtAt'> & { broughtAt: number },
  SurfaceAbout | undefined
>('surface', ['ground'], {
  from: 'FROM surface WHERE block_id IN (:ids)',
  of: 'block_id',
  columns: {
    ...{ minX: 'min_x', minY: 'min_y', cell: 'cell', source: 'source' },
    ...{ columns: 'node_columns', rows: 'node_rows', broughtAt: milliseconds('brought_at') },
  },
  value: ([about]) => about && { ...about, broughtAt: new Date(about.broughtAt).toISOString() },
});

/** A block's elevation with its heights; too large to be kept between requests. */
export async function readSurface(reader: Reader, blockId: string): Promise<Surface | undefined> {
  const row = await reader.tables.surface.one({ blockId });
  if (!row) return undefined;
  const { minX, minY, cell, nodeColumns: columns, nodeRows: rows, heights } = row;
  // A copy, because a database's buffer need not begin where 32-bit numbers may.
  const copy = Uint8Array.from(heights);
  return { minX, minY, cell, columns, rows, heights: new Float32Array(copy.buffer) };
}

/** Where trees may stand on a block. Cutting takes tens of milliseconds, so it is done once a change. */
export async function plantableOf(facts: Facts, block: BlockRow): Promise<Plantable> {
  const keepouts = await facts.of(keepoutsFact, block.id);
  return facts.derive('plantable', block.id, [keepoutsFact], String(block.edition), () =>
    plantableArea(block.boundary, keepouts, block.margin, planeOf(block)),
  );
}

/** What a plan draws of the ground; rows are laid on `plantableOf`. */
export async function drawnGroundOf(facts: Facts, block: BlockRow) {
  const plantable = await plantableOf(facts, block);
  return facts.derive('drawn', block.id, [keepoutsFact], String(block.edition), () =>
    drawnGround(plantable),
  );
}

/** All that a layout of a block is laid on, read under the block's lock. */
export async function readLayoutGround(
  reader: Reader,
  block: BlockRow,
): Promise<{ plantable: Plantable; ground: LayoutGround }> {
  const [keepouts, zones, cards, surface] = await Promise.all([
    keepoutsFact.read(reader, [block.id]),
    zonesFact.read(reader, [block.id]),
    reader.tables.species.all({ where: { siteId: block.siteId } }),
    readSurface(reader, block.id),
  ]);
  const plane = planeOf(block);
  const plantable = plantableArea(
    block.boundary,
    keepouts.get(block.id) ?? [],
    block.margin,
    plane,
  );
  return {
    plantable,
    ground: layoutGround(plantable, zones.get(block.id) ?? [], cards, plane, surface),
  };
}

/** How the plantable ground lies; nothing where no heights are known, or none that reach it. */
export async function lieOf(facts: Facts, block: BlockRow): Promise<GroundLie | undefined> {
  if (!(await facts.of(surfaceFact, block.id))) return undefined;
  const from = [surfaceFact, keepoutsFact];
  return facts.derive('lie', block.id, from, String(block.edition), async () => {
    const [surface, { area }] = await Promise.all([
      readSurface(facts.reader, block.id),
      plantableOf(facts, block),
    ]);
    try {
      return surface && groundLie(surface, area, planeArea(area));
    } catch {
      return undefined;
    }
  });
}
