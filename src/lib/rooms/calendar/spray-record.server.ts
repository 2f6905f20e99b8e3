import type { Product } from '../../../../core/calendar/spraying';
import { shortRanges } from '../../../../core/measure/ranges';
import {
  COLUMN_UNITS,
  KILOGRAMS_PER_POUND,
  LITRES_PER_US_GALLON,
  SQUARE_METRES_PER_ACRE,
  SQUARE_METRES_PER_HECTARE,
  WIND,
  type UnitSystem,
} from '../../../../core/measure/units';
import { plainCell } from '../../server/csv';
import type { SprayingRow } from './tables.server';

/** Who wrote what, and the site's clock, for the record that is taken out. */
export interface SprayRecordOf {
  products: readonly Product[];
  nameOf: (person: string) => string;
  momentOf: (at: Date | number | string) => string;
  units: UnitSystem;
}

/**
 * The record of what was sprayed as an inspector asks for it: a line each, what was taken back with who did so.
 * @param rows of one block, cancellations among them, in the order of the lines
 */
export function sprayRecord(
  rows: readonly SprayingRow[],
  { products, nameOf, momentOf, units }: SprayRecordOf,
): Record<string, string | number>[] {
  const us = units === 'us';
  const taken = new Map(rows.map((row) => [row.corrects, row]));
  const areaColumn = COLUMN_UNITS.area[units];
  const { unit: windUnit, metresPerSecond } = WIND[units];
  return rows
    .filter(({ corrects }) => !corrects)
    .map((row) => {
      const product = products.find(({ id }) => id === row.productId);
      const dry = product?.dose.kind === 'granules';
      const unit = us ? (dry ? 'lb' : 'gal') : dry ? 'kg' : 'L';
      const used = row.litres / (us ? (dry ? KILOGRAMS_PER_POUND : LITRES_PER_US_GALLON) : 1);
      const areas = row.area / (us ? SQUARE_METRES_PER_ACRE : SQUARE_METRES_PER_HECTARE);
      const back = taken.get(row.id);
      return {
        day: row.day,
        product: plainCell(product?.name ?? ''),
        actives: plainCell(
          (product?.actives ?? [])
            .map(({ name, grams }) => `${name} ${grams} g/${dry ? 'kg' : 'L'}`)
            .join(', '),
        ),
        rows: row.sprayedRows.length ? shortRanges(row.sprayedRows, Infinity) : 'all',
        [`treated${areaColumn.ending}`]: areaColumn.bare(row.area, 1),
        used: Number(used.toFixed(3)),
        used_unit: unit,
        rate: areas > 0 ? Number((used / areas).toFixed(3)) : '',
        rate_unit: `${unit}/${us ? 'ac' : 'ha'}`,
        wind: Number((row.wind / metresPerSecond).toFixed(1)),
        wind_unit: windUnit,
        lot_number: plainCell(row.lotNumber),
        operator: plainCell(row.operator),
        against_label: row.knowing ? 'yes' : 'no',
        note: plainCell(row.note),
        entered_by: plainCell(nameOf(row.authorId)),
        entered_at: momentOf(row.recordedAt),
        taken_back_by: back ? plainCell(nameOf(back.authorId)) : '',
        taken_back_at: back ? momentOf(back.at) : '',
      };
    });
}
