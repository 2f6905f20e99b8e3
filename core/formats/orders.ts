import Papa from 'papaparse';
import { isDay } from '../measure/dates';
import { ORDER_STATES, type OrderLine, type OrderState } from '../stock/orders';
import { FormatError } from './table';

const COLUMNS = [
  'species',
  'replaces',
  'nursery',
  'provenance',
  'seed lot',
  'age',
  'trees',
  'pack',
  'state',
  'confirmed',
  'deliver on',
  'note',
] as const;

/** Order lines as CSV, species by name; a spreadsheet opens it, and `readOrders` reads it again. */
export function ordersToCsv(
  lines: readonly OrderLine[],
  nameOf: (species: string) => string,
): string {
  return Papa.unparse(
    {
      fields: [...COLUMNS],
      data: lines.map((line) => [
        nameOf(line.species),
        line.replaces ? nameOf(line.replaces) : '',
        line.nursery,
        line.provenance,
        line.seedLot,
        line.age,
        line.count,
        line.pack,
        line.state,
        line.confirmed ?? '',
        line.deliverOn ?? '',
        line.note,
      ]),
    },
    { newline: '\r\n', escapeFormulae: true },
  );
}

export type ReadOrder = Omit<OrderLine, 'id'>;

/**
 * Reads order lines from CSV with the columns that `ordersToCsv` writes; only species, nursery and
 * trees must be there.
 * @param speciesOf finds a species by its name or letter
 * @throws FormatError that names line, column, what was found and what is accepted
 */
export function readOrders(
  text: string,
  speciesOf: (name: string) => string | undefined,
): ReadOrder[] {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, '').trim(), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (header) => header.trim().toLowerCase(),
  });
  const fields = meta.fields ?? [];
  const missing = ['species', 'nursery', 'trees'].filter((column) => !fields.includes(column));
  if (missing.length) {
    throw new FormatError(
      `The column ${missing.map((name) => `“${name}”`).join(' and ')} is missing. Found: ${fields.join(', ') || 'nothing'}.`,
    );
  }
  if (!data.length) throw new FormatError('The file has a heading and no line under it.');
  return data.map((row, i) => {
    const cell = (column: (typeof COLUMNS)[number]) => (row[column] ?? '').trim();
    const where = (column: string) => `Line ${i + 2}, ${column}`;
    const species = speciesOf(cell('species'));
    if (!species)
      throw new FormatError(
        `${where('species')}: “${cell('species')}” is not among the species cards. Its name or letter is accepted.`,
      );
    const replaced = cell('replaces');
    const replaces = replaced ? speciesOf(replaced) : null;
    if (replaces === undefined)
      throw new FormatError(`${where('replaces')}: “${replaced}” is not among the species cards.`);
    const whole = (column: 'trees' | 'pack' | 'confirmed', least: number) => {
      const value = Number(cell(column).replace(/[\s\u2009]/g, ''));
      if (!Number.isInteger(value) || value < least || value > 1_000_000)
        throw new FormatError(
          `${where(column)}: “${cell(column)}” was found; a whole number from ${least} to 1 000 000 is accepted.`,
        );
      return value;
    };
    const state = (cell('state') || 'asked') as OrderState;
    if (!ORDER_STATES.includes(state))
      throw new FormatError(
        `${where('state')}: “${state}” was found; ${ORDER_STATES.join(', ')} are accepted.`,
      );
    const day = cell('deliver on');
    if (day && !isDay(day))
      throw new FormatError(
        `${where('deliver on')}: “${day}” is no date; a day like 2026-11-24 is accepted.`,
      );
    if (!cell('nursery')) throw new FormatError(`${where('nursery')} is empty.`);
    return {
      species,
      replaces,
      nursery: cell('nursery').slice(0, 80),
      provenance: cell('provenance').slice(0, 80),
      seedLot: cell('seed lot').slice(0, 40),
      age: cell('age').slice(0, 12),
      count: whole('trees', 1),
      pack: cell('pack') ? whole('pack', 1) : 1,
      state,
      confirmed: cell('confirmed') ? whole('confirmed', 0) : null,
      deliverOn: day || null,
      note: cell('note').slice(0, 300),
    };
  });
}
