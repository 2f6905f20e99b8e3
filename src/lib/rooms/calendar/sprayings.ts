import type { Sprayed } from '../../../../core/calendar/label';
import type { SprayingRow } from './tables.server';

/** Sprayings that nobody has cancelled. */
export function standingSprayings<Row extends Pick<SprayingRow, 'id' | 'corrects'>>(
  rows: readonly Row[],
): Row[] {
  const cancelled = new Set(rows.map(({ corrects }) => corrects));
  return rows.filter(({ id, corrects }) => !corrects && !cancelled.has(id));
}

/** A spraying as the label's limits count it. */
export const asSprayed = ({
  productId,
  day,
  area,
  litres,
  sprayedRows,
}: Pick<SprayingRow, 'productId' | 'day' | 'area' | 'litres' | 'sprayedRows'>): Sprayed => ({
  product: productId,
  day,
  perHectare: area > 0 ? litres / (area / 10_000) : 0,
  rows: sprayedRows,
});
