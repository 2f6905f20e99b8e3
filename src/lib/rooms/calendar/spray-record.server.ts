import type { Content } from 'pdfmake/interfaces';
import { formatDay } from '../../../../core/measure/dates';
import type { Product } from '../../../../core/calendar/spraying';
import { shortRanges } from '../../../../core/measure/ranges';
import {
  COLUMN_UNITS,
  KILOGRAMS_PER_POUND,
  LITRES_PER_US_GALLON,
  SQUARE_METRES_PER_ACRE,
  SQUARE_METRES_PER_HECTARE,
  WIND,
  formatArea,
  formatNumber,
  formatWind,
  type UnitSystem,
} from '../../../../core/measure/units';
import { clockOf, dayOf } from '../../../../core/say/day';
import { plainCell } from '../../server/csv';
import type { Facts } from '../../server/facts';
import { LINES, toSign } from '../../server/pdf';
import { namesFact } from '../people/facts.server';
import { allProductsFact, sprayingsFact } from './products.server';
import type { SprayingRow } from './tables.server';

/** Who wrote what, and the site's clock, for the record that is taken out. */
export interface SprayRecordOf {
  products: readonly Product[];
  nameOf: (person: string) => string;
  momentOf: (at: Date | number | string) => string;
  units: UnitSystem;
}

/** All that was sprayed on a block, and what its record is written with. */
export async function sprayingsOf(
  facts: Facts,
  blockId: string,
  units: UnitSystem,
): Promise<[SprayingRow[], SprayRecordOf]> {
  const [rows, products, names] = await Promise.all([
    facts.of(sprayingsFact, blockId),
    facts.of(allProductsFact),
    facts.of(namesFact),
  ]);
  const { zone } = facts.site;
  return [
    rows,
    {
      ...{ products, units, nameOf: (id) => names.get(id) ?? '' },
      momentOf: (at) => {
        const moment = new Date(at).getTime();
        return `${dayOf(moment, zone)} ${clockOf(moment, zone).text}`;
      },
    },
  ];
}

/** What was sprayed once, with what it was and who took it back. */
function sprayedOnce(rows: readonly SprayingRow[], products: readonly Product[]) {
  const taken = new Map(rows.map((row) => [row.corrects, row]));
  return rows
    .filter(({ corrects }) => !corrects)
    .map((row) => {
      const product = products.find(({ id }) => id === row.productId);
      const dry = product?.dose.kind === 'granules';
      return {
        ...{ row, dry, name: product?.name ?? '', back: taken.get(row.id) },
        actives: (product?.actives ?? [])
          .map(({ name, grams }) => `${name} ${grams} g/${dry ? 'kg' : 'L'}`)
          .join(', '),
        /** Litres or kilograms a hectare; nothing where no ground was named. */
        rate: row.area > 0 ? row.litres / (row.area / SQUARE_METRES_PER_HECTARE) : undefined,
      };
    });
}

/** What of a product was used, and a hectare of it, in the units of a column. */
function inColumns(units: UnitSystem, dry: boolean) {
  const us = units === 'us';
  const amount = us ? (dry ? KILOGRAMS_PER_POUND : LITRES_PER_US_GALLON) : 1;
  const ground = us ? SQUARE_METRES_PER_ACRE / SQUARE_METRES_PER_HECTARE : 1;
  const unit = us ? (dry ? 'lb' : 'gal') : dry ? 'kg' : 'L';
  return { amount, rate: amount / ground, unit, rateUnit: `${unit}/${us ? 'ac' : 'ha'}` };
}

/**
 * The record of what was sprayed as an inspector asks for it: a line each, what was taken back with who did so.
 * @param rows of one block, cancellations among them, in the order of the lines
 */
export function sprayRecord(
  rows: readonly SprayingRow[],
  { products, nameOf, momentOf, units }: SprayRecordOf,
): Record<string, string | number>[] {
  const areaColumn = COLUMN_UNITS.area[units];
  const { unit: windUnit, metresPerSecond } = WIND[units];
  return sprayedOnce(rows, products).map(({ row, name, actives, dry, rate, back }) => {
    const column = inColumns(units, dry);
    return {
      day: row.day,
      product: plainCell(name),
      actives: plainCell(actives),
      rows: row.sprayedRows.length ? shortRanges(row.sprayedRows, Infinity) : 'all',
      [`treated${areaColumn.ending}`]: areaColumn.bare(row.area, 1),
      used: Number((row.litres / column.amount).toFixed(3)),
      used_unit: column.unit,
      rate: rate === undefined ? '' : Number((rate / column.rate).toFixed(3)),
      rate_unit: column.rateUnit,
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

/** The same record to be signed: what was sprayed once under the other, and a line for the operator. */
export function sprayRecordSheet(
  rows: readonly SprayingRow[],
  { products, nameOf, momentOf, units }: SprayRecordOf,
  block: string,
): Content[] {
  return [
    { text: `${block}: what was sprayed`, fontSize: 15, bold: true },
    ...sprayedOnce(rows, products).map(({ row, name, actives, dry, rate, back }): Content => {
      const { amount, unit, rate: rateOf, rateUnit } = inColumns(units, dry);
      const figure = (value: number) => formatNumber(value, value < 10 ? 2 : 1);
      const lines: [string, string][] = [
        ['Product', [name, actives].filter(Boolean).join(': ')],
        ['Product’s lot', row.lotNumber],
        ['Rows', row.sprayedRows.length ? shortRanges(row.sprayedRows, Infinity) : 'all'],
        ['Treated', formatArea(row.area, units)],
        [
          'Used',
          `${figure(row.litres / amount)} ${unit}${
            rate === undefined ? '' : `, ${figure(rate / rateOf)} ${rateUnit}`
          }`,
        ],
        ['Wind', formatWind(row.wind, units)],
        ['Operator', row.operator],
        ['Against the label', row.knowing ? 'yes, and entered as it was' : ''],
        ['Note', row.note],
        ['Entered', `${nameOf(row.authorId)}, ${momentOf(row.recordedAt)}`],
        ['Taken back', back ? `${nameOf(back.authorId)}, ${momentOf(back.at)}` : ''],
      ];
      return {
        unbreakable: true,
        margin: [0, 10, 0, 0],
        stack: [
          {
            text: `${formatDay(row.day, true)}${back ? ', taken back' : ''}`,
            bold: true,
            margin: [0, 0, 0, 2],
          },
          {
            layout: LINES,
            table: { widths: [90, '*'], body: lines.filter(([, value]) => value) },
          },
        ],
      };
    }),
    {
      text: 'The label is the law; a licensed operator sprays.',
      color: '#4d5951',
      margin: [0, 10, 0, 0],
    },
    toSign('Operator'),
  ];
}
