import { say } from '../say/message';
import { told } from '../say/told';
import Papa from 'papaparse';
import { isDay } from '../measure/dates';
import { ORDER_STATES, type OrderLine, type OrderState } from '../stock/orders';

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
 * @throws Told that names line, column, what was found and what is accepted
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
    throw told('formats.orderColumns', {
      missing: missing.map((name) => `“${name}”`).join(', '),
      found: fields.join(', ') || '–',
    });
  }
  if (!data.length) throw told('formats.orderEmpty');
  return data.map((row, i) => {
    const cell = (column: (typeof COLUMNS)[number]) => (row[column] ?? '').trim();
    const where = (column: string) => say('formats.orderWhere', { line: i + 2, column });
    const species = speciesOf(cell('species'));
    if (!species)
      throw told('formats.orderSpecies', { where: where('species'), found: cell('species') });
    const replaced = cell('replaces');
    const replaces = replaced ? speciesOf(replaced) : null;
    if (replaces === undefined)
      throw told('formats.orderReplaces', { where: where('replaces'), found: replaced });
    const whole = (column: 'trees' | 'pack' | 'confirmed', least: number) => {
      const value = Number(cell(column).replace(/[\s\u2009]/g, ''));
      if (!Number.isInteger(value) || value < least || value > 1_000_000)
        throw told('formats.orderNumber', { where: where(column), found: cell(column), least });
      return value;
    };
    const state = (cell('state') || 'asked') as OrderState;
    if (!ORDER_STATES.includes(state))
      throw told('formats.orderState', {
        where: where('state'),
        found: state,
        accepted: ORDER_STATES.join(', '),
      });
    const day = cell('deliver on');
    if (day && !isDay(day))
      throw told('formats.orderDay', { where: where('deliver on'), found: day });
    if (!cell('nursery')) throw told('formats.orderNursery', { where: where('nursery') });
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
