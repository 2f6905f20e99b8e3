import { say } from '../say/message';
import { told } from '../say/told';
import Papa from 'papaparse';
import { ORDER_STATES, type OrderLine } from '../stock/orders';
import { dateOrder, dayIn, type Reading } from './reading';
import { headedTable } from './table';
import { plainHeading } from './table-of-places';

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
type Column = (typeof COLUMNS)[number];

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

/** How nurseries and spreadsheets head these columns, beside their own names: small letters, without accents. */
const HEADINGS: Record<Column, RegExp> = {
  species: /^(tree |plant )?species( name)?$|^tree$|^(baumart|especie|essence|espece)s?$/,
  replaces: /^(replaces|instead of|in place of|substitute for|sustituye|remplace|substitui)$/,
  nursery:
    /^(nursery|supplier|grower|baumschule|lieferant|vivero|proveedor|pepiniere|fournisseur|viveiro|fornecedor)$/,
  provenance:
    /^(provenance|origin|seed zone|seed source|herkunft|procedencia|origen|origine|origem)$/,
  'seed lot': /^(seed ?lot|seed lot n(o|umber)|lot|lote|lot de graines|batch)$/,
  age: /^(age|age class|alter|edad|idade)$/,
  trees:
    /^(trees|(no\.?|number) of (trees|plants)|count|quantity|qty|ordered|(qty|quantity) ordered|pieces|pcs|stuck|anzahl|menge|cantidad|arboles|plantas|quantite|nombre|arbres|plants|quantidade|arvores)$/,
  pack: /^(pack|pack size|bundle|bundle size|per (pack|bundle|box)|bund|paquete|paquet|pacote)$/,
  state: /^(state|status|estado|etat)$/,
  confirmed: /^(confirmed|(qty|quantity|trees) confirmed|confirmado|confirme|bestatigt)$/,
  'deliver on':
    /^(deliver(y|ed)?( on| date| day)?|ship(ping)? date|ready( on)?|date|liefertermin|lieferdatum|fecha( de entrega)?|entrega|date de livraison|livraison|data de entrega)$/,
  note: /^(notes?|comments?|remarks?|bemerkung|nota|observaciones|remarque|observacoes)$/,
};
const NEEDED = ['species', 'nursery', 'trees'] as const;
/** What a line is called that only adds the others up. */
const TOTAL = /^(sub|grand )?total\b|^sum(me|a)?\b/i;

/**
 * A whole number as people and spreadsheets write it, thousands parted by whatever is used for it: where only whole
 * numbers can be meant, "1.200" is no fraction.
 */
function wholeIn(text: string): number {
  const plain = text.replace(/[\s\u2009\u00a0\u202f'’]/g, '');
  if (/^\d{1,3}([.,]\d{3})+$/.test(plain)) return Number(plain.replace(/[.,]/g, ''));
  return /^\d+([.,]0+)?$/.test(plain) ? Number(plain.replace(',', '.')) : NaN;
}

/**
 * Reads order lines from CSV: with the columns that `ordersToCsv` writes, or as a nursery heads them, in other
 * languages too, whatever stands above the table; a line that only adds up is none. Only species, nursery and trees
 * must be there.
 * @param speciesOf finds a species by its name or letter
 * @param nursery who all lines are of that name none
 * @throws Told that names line, column, what was found and what is accepted; `formats.orderWhose` where the
 *   file names no nursery at all and none is given
 */
export function readOrders(
  text: string,
  speciesOf: (name: string) => string | undefined,
  nursery = '',
): ReadOrder[] {
  const columnsOf = (fields: readonly string[]) =>
    new Map(
      COLUMNS.flatMap((column): [Column, string][] => {
        const heading =
          fields.find((field) => plainHeading(field) === column) ??
          fields.find((field) => HEADINGS[column].test(plainHeading(field)));
        return heading === undefined ? [] : [[column, heading]];
      }),
    );
  const { data, fields, above } = headedTable(text, (cells) => {
    const known = columnsOf(cells);
    return known.has('species') && known.has('trees');
  });
  const headings = columnsOf(fields);
  const missing = NEEDED.filter((column) => !headings.has(column) && column !== 'nursery');
  if (missing.length) {
    throw told('formats.orderColumns', {
      missing: missing.map((name) => `“${name}”`).join(', '),
      found: fields.join(', ') || '–',
    });
  }
  if (!data.length) throw told('formats.orderEmpty');
  if (!headings.has('nursery') && !nursery) throw told('formats.orderWhose');
  const cellOf = (row: Record<string, string>, column: Column) =>
    (row[headings.get(column) ?? ''] ?? '').trim();
  const assumed: Reading['assumed'] = [];
  const order = dateOrder(
    data.map((row) => cellOf(row, 'deliver on')),
    {},
    assumed,
  );
  return data.flatMap((row, i) => {
    const cell = (column: Column) => cellOf(row, column);
    const where = (column: string) => say('formats.orderWhere', { line: above + i + 2, column });
    const species = speciesOf(cell('species'));
    if (!species && Object.values(row).some((text) => TOTAL.test(text.trim()))) return [];
    if (!species)
      throw told('formats.orderSpecies', { where: where('species'), found: cell('species') });
    const replaced = cell('replaces');
    const replaces = replaced ? speciesOf(replaced) : null;
    if (replaces === undefined)
      throw told('formats.orderReplaces', { where: where('replaces'), found: replaced });
    const whole = (column: 'trees' | 'pack' | 'confirmed', least: number) => {
      const value = wholeIn(cell(column));
      if (!(value >= least && value <= 1_000_000))
        throw told('formats.orderNumber', { where: where(column), found: cell(column), least });
      return value;
    };
    const confirmed = cell('confirmed') ? whole('confirmed', 0) : null;
    // Who writes how many are confirmed has confirmed them.
    const said = cell('state').toLowerCase() || (confirmed ? 'confirmed' : 'asked');
    const state = ORDER_STATES.find((one) => one === said);
    if (!state)
      throw told('formats.orderState', {
        where: where('state'),
        found: cell('state'),
        accepted: ORDER_STATES.join(', '),
      });
    const written = cell('deliver on');
    const day = dayIn(written, order);
    if (written && !day)
      throw told('formats.orderDay', { where: where('deliver on'), found: written });
    // A delivery a month off costs the trees: what may be either day is not guessed at.
    if (day && assumed.length && day !== dayIn(written, 'month first'))
      throw told('formats.orderEitherDay', { where: where('deliver on'), found: written });
    const own = cell('nursery') || nursery;
    if (!own) throw told('formats.orderNursery', { where: where('nursery') });
    return [
      {
        species,
        replaces,
        nursery: own.slice(0, 80),
        provenance: cell('provenance').slice(0, 80),
        seedLot: cell('seed lot').slice(0, 40),
        age: cell('age').slice(0, 12),
        count: whole('trees', 1),
        pack: cell('pack') ? whole('pack', 1) : 1,
        state,
        confirmed,
        deliverOn: day ?? null,
        note: cell('note').slice(0, 300),
      },
    ];
  });
}
