import { lastTools } from '../../../../core/crew/attendance';
import { Op } from 'sequelize';
import { now } from '../../server/clock';
import { asClocked, CLOCKED_DAYS } from '../crew/sums.server';
import { holds } from '../../../../core/crew/share';
import type { MultiPolygon } from '../../../../core/ground/polygon';
import type { Point } from '../../../../core/measure/plane';
import type { Place } from '../../../../core/checks/grid';
import { eachPosition } from '../../../../core/rows/stored';
import { readRows } from '../rows/facts.server';
import { gatePointOf, readLayoutGround } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import type { Reader } from '../../server/reader';

/** Where a round over the plots begins and ends: the gate of the briefing, else the first tree. */
export const roundBegins = (block: BlockRow, places: readonly Pick<Place, 'point'>[]): Point =>
  gatePointOf(block) ?? places[0]?.point ?? [0, 0];

/** What plots are planned on, read inside a transaction. */
export async function groundForPlots(
  reader: Reader,
  blockId: string,
  layoutId: string,
  places: readonly Place[],
): Promise<{
  ground: MultiPolygon;
  gate: Point;
  /** Who has a row, or the tool they clocked on with last. */
  stratumOfRow: Record<'planter' | 'tool', (row: number) => string | undefined>;
}> {
  const block = (await reader.tables.block.one({ id: blockId }))!;
  const [{ plantable }, shares, clocked] = await Promise.all([
    readLayoutGround(reader, block),
    reader.tables.rowShare.all({ where: { layoutId } }),
    // As far back as pages look, so that what was chosen there is what is drawn here.
    reader.tables.attendance.all({
      where: {
        siteId: block.siteId,
        at: { [Op.gte]: new Date(now() - CLOCKED_DAYS * 86_400_000) },
      } as never,
    }),
  ]);
  const tools = lastTools(clocked.map(asClocked));
  const planterOf = (row: number) =>
    shares.find((share) => holds([share], share.planterId, row))?.planterId;
  return {
    ground: plantable.area,
    gate: roundBegins(block, places),
    stratumOfRow: { planter: planterOf, tool: (row) => tools.get(planterOf(row) ?? '') },
  };
}

/** Places of all trees of a version. */
export async function placesOf(
  reader: Reader,
  layoutId: string,
): Promise<{ places: Place[]; step: number }> {
  const layout = (await reader.tables.layout.one({ id: layoutId }))!;
  const rows = (await readRows(reader, [layoutId])).get(layoutId) ?? [];
  return {
    places: [...eachPosition(layout.rhythm, rows)],
    step: Math.max(layout.rhythm.step, layout.rhythm.between),
  };
}
