import { strToU8, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { DateTime } from 'luxon';
import Papa from 'papaparse';
import {
  DataTypes,
  Op,
  Transaction,
  type Model,
  type ModelStatic,
  type WhereOptions,
} from 'sequelize';
import { groundToGeoJson } from '../../../../core/formats/ground';
import { tablesOf, type Store } from '../../store';
import { plainCell } from '../../server/csv';
import { turn } from '../../server/turns';
import { RECORDS } from '../../words/en/records';
import type { SiteRow } from './tables.server';

type TableName = Exclude<keyof Store, 'sequelize'>;
export type RecordName = keyof typeof RECORDS;

/** Tables of which nothing is taken out: secrets, what the server works with, and sums of what is taken out. */
export const LEFT_OUT = [
  ...(['session', 'signInAttempt', 'resetCode', 'calendarFeed', 'job'] as const),
  ...(['changeMark', 'plantedDay', 'plantedRow', 'rootOpen', 'rootTotal'] as const),
  ...(['stockHeld', 'stockTotal'] as const),
] satisfies readonly TableName[];

/** By which column a table belongs to a site, the nearest first. */
const OWNERS = ['siteId', 'blockId', 'layoutId', 'lotId', 'refillId'] as const;
const LAST_OWNERS = ['handedId', 'placeId', 'speciesId'] as const;
/** Columns that nobody is shown. */
const SECRET = ['passwordHash'];
/** Columns beside which stands what they name. */
const NAMED = new Set([
  ...[
    'siteId',
    'blockId',
    'layoutId',
    'lotId',
    'refillId',
    'placeId',
    'toId',
    'zoneId',
    'productId',
  ],
  ...['speciesId', 'replacesId', 'planterId', 'personId', 'authorId'],
  ...['createdBy', 'releasedBy', 'setAsideBy', 'broughtBy'],
]);
/** Photographs and drawings, which are files of their own. */
const PICTURES = {
  fieldNote: { bytes: 'photo', type: 'photoType' },
  speciesPicture: { bytes: 'bytes', type: 'mime' },
} as const;
/** At most so many rows are read at once. */
const PAGE = 200;
/** Letters that are packed at once: some milliseconds' work. */
const PIECE = 20_000;

type Plain = Record<string, unknown>;
type AnyModel = ModelStatic<Model>;

/** Whatever ids in records stand for, in words. */
interface Named {
  /** Ids of what belongs to the site, by the column that names them elsewhere. */
  ids: Record<string, string[]>;
  names: Map<string, string>;
}

async function namedOf(store: Store, site: SiteRow, transaction: Transaction): Promise<Named> {
  const tables = tablesOf(store, transaction);
  const siteId = site.id;
  const blocks = await tables.block.all({ where: { siteId } });
  const blockId = blocks.map(({ id }) => id);
  const [layouts, lots, planters, cards, places, products, zones] = await Promise.all([
    tables.layout.all({ where: { blockId }, columns: ['id', 'blockId', 'number'] }),
    tables.lot.all({ where: { blockId }, columns: ['id', 'code'] }),
    tables.planter.all({ where: { siteId } }),
    tables.species.all({ where: { siteId }, columns: ['id', 'name'] }),
    tables.place.all({ where: { siteId } }),
    tables.product.all({ where: { siteId }, columns: ['id', 'name'] }),
    tables.zone.all({ where: { blockId }, columns: ['id', 'name'] }),
  ]);
  const layoutId = layouts.map(({ id }) => id);
  const [refills, handed, members, left] = await Promise.all([
    tables.refillPlan.all({ where: { layoutId }, columns: ['id', 'number'] }),
    tables.handed.all({ where: { siteId }, columns: ['id'] }),
    tables.membership.all({ where: { siteId } }),
    tables.leftMember.all({ where: { siteId } }),
  ]);
  const personId = [...members, ...left, ...planters].flatMap(({ personId: id }) => id ?? []);
  const people = await tables.person.all({ where: { id: personId }, columns: ['id', 'name'] });
  const nameOf = new Map(blocks.map(({ id, name }) => [id, name]));
  const ids = (rows: readonly { id: string }[]) => rows.map(({ id }) => id);
  return {
    ids: {
      ...{ siteId: [siteId], blockId, layoutId, lotId: ids(lots), refillId: ids(refills) },
      ...{ handedId: ids(handed), placeId: ids(places), speciesId: ids(cards), personId },
    },
    names: new Map(
      [
        ...[site, ...blocks, ...planters, ...cards, ...places, ...products, ...zones, ...people],
        ...layouts.map(({ id, blockId: of, number }) => ({
          id,
          name: `${nameOf.get(of)}, version ${number}`,
        })),
        ...lots.map(({ id, code }) => ({ id, name: code })),
        ...refills.map(({ id, number }) => ({ id, name: `refill ${number}` })),
      ].map(({ id, name }) => [id, name]),
    ),
  };
}

/** Which rows of a table belong to the site. @throws Error where nothing says so: a new table has to */
function ownRows(name: RecordName, columns: readonly string[], { ids }: Named): WhereOptions {
  if (name === 'site' || name === 'rootRules') return { id: ids.siteId };
  if (name === 'person') return { id: ids.personId };
  const owner = [...OWNERS, ...LAST_OWNERS].find((column) => columns.includes(column));
  if (!owner) throw new Error(`Nothing says to which site a row of ${name} belongs.`);
  return { [owner]: ids[owner] };
}

/** Rows of a table, page by page, in the order of its key. */
async function* pagesOf(
  model: AnyModel,
  where: WhereOptions,
  attributes: string[],
  transaction: Transaction,
): AsyncGenerator<Plain[]> {
  const keys = model.primaryKeyAttributes;
  const [key] = keys;
  let last: unknown;
  for (let offset = 0; ; offset += PAGE) {
    const single = keys.length === 1;
    const rows = (await model.findAll({
      where:
        single && last !== undefined ? { [Op.and]: [where, { [key]: { [Op.gt]: last } }] } : where,
      order: keys.map((name) => [name, 'ASC'] as [string, string]),
      ...{ attributes, limit: PAGE, transaction, raw: true },
      ...(single ? {} : { offset }),
    })) as unknown as Plain[];
    if (rows.length) yield rows;
    if (rows.length < PAGE) return;
    last = rows[rows.length - 1][key];
  }
}

const snake = (name: string) => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

/** How the column is called in which stands what an id names: `planter` beside `planter_id`. */
const calledBeside = (column: string) =>
  column.endsWith('Id') ? snake(column.slice(0, -2)) : `${snake(column)}_name`;

/** A value as a spreadsheet, and whoever reads it in ten years, can have it: moments by the site's clock. */
function cell(value: unknown, type: unknown, zone: string): string | number {
  if (value === null || value === undefined) return '';
  if (value instanceof Date)
    return DateTime.fromJSDate(value, { zone }).toISO({ suppressMilliseconds: true })!;
  if (type instanceof DataTypes.BOOLEAN) return value ? 'yes' : 'no';
  if (typeof value === 'object') return JSON.stringify(value);
  return typeof value === 'number' ? value : plainCell(String(value as string));
}

/** An archive that is written piece by piece. */
class Archive {
  private ready: Uint8Array[] = [];
  private zip = new Zip((error, bytes) => {
    if (error) throw error;
    this.ready.push(bytes);
  });

  /** Begins a file; what is packed already is kept as it is. */
  file(name: string, packed = false) {
    const file = packed ? new ZipPassThrough(name) : new ZipDeflate(name, { level: 1 });
    this.zip.add(file);
    return file;
  }

  whole(name: string, bytes: Uint8Array, packed = false): void {
    this.file(name, packed).push(bytes, true);
  }

  /** What has been written since it was asked last. */
  *written(): Generator<Uint8Array> {
    const { ready } = this;
    this.ready = [];
    yield* ready;
  }

  *end(): Generator<Uint8Array> {
    this.zip.end();
    yield* this.written();
  }
}

const line = (cells: (string | number)[]) => `${Papa.unparse([cells])}\r\n`;
const fileName = (name: string) => name.replace(/[^\p{L}\p{N}]+/gu, '-');

/**
 * Everything that was entered on a site as one archive: a CSV for each kind of record with names beside the ids,
 * grounds as GeoJSON, photographs as they came. It is read as one moment had it, a page of rows at a time, so that a
 * site of any size takes little room and nobody waits for it.
 * @param store of its own: it is held for as long as somebody takes in what is read
 * @param about first lines of the note on what is in it
 * @returns pieces of a zip archive, in order
 */
export async function* recordsOf(
  store: Store,
  site: SiteRow,
  about: string,
): AsyncGenerator<Uint8Array> {
  const transaction = await store.sequelize.transaction({
    isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ,
  });
  try {
    const named = await namedOf(store, site, transaction);
    const archive = new Archive();
    const notes: string[] = [];
    for (const name of Object.keys(RECORDS) as RecordName[]) {
      const model = store[name] as unknown as AnyModel;
      const types = model.getAttributes();
      const columns = Object.keys(types).filter(
        (column) => !SECRET.includes(column) && !(types[column].type instanceof DataTypes.BLOB),
      );
      const where = ownRows(name, columns, named);
      const file = archive.file(`${snake(name)}.csv`);
      const header = columns.flatMap((column) =>
        NAMED.has(column) ? [snake(column), calledBeside(column)] : [snake(column)],
      );
      let text = `\uFEFF${line(header)}`;
      let count = 0;
      for await (const page of pagesOf(model, where, columns, transaction)) {
        count += page.length;
        for (const row of page) {
          const cells = columns.flatMap((column) => {
            const value = cell(row[column], types[column].type, site.zone);
            const called = NAMED.has(column) && plainCell(named.names.get(String(value)) ?? '');
            return called === false ? [value] : [value, called];
          });
          text += line(cells);
          if (text.length < PIECE) continue;
          file.push(strToU8(text));
          text = '';
          yield* archive.written();
          await turn();
        }
      }
      file.push(strToU8(text), true);
      notes.push(`${snake(name)}.csv: ${count}. ${RECORDS[name]}`);
      if (name in PICTURES)
        yield* picturesOf(model, where, PICTURES[name as keyof typeof PICTURES], archive, {
          folder: snake(name),
          transaction,
        });
    }
    yield* groundsOf(store, named.ids.blockId, archive, transaction);
    archive.whole('about.txt', strToU8(`${about}\r\n\r\n${notes.join('\r\n')}\r\n`));
    yield* archive.end();
  } finally {
    await transaction.rollback();
  }
}

/** Pictures one at a time: each may be large. */
async function* picturesOf(
  model: AnyModel,
  where: WhereOptions,
  { bytes, type }: { bytes: string; type: string },
  archive: Archive,
  { folder, transaction }: { folder: string; transaction: Transaction },
): AsyncGenerator<Uint8Array> {
  const all = (await model.findAll({
    ...{ where, attributes: ['id'], order: [['id', 'ASC']], raw: true, transaction },
  })) as unknown as { id: string }[];
  for (const { id } of all) {
    const [row] = (await model.findAll({
      ...{ where: { id }, attributes: [bytes, type], raw: true, transaction },
    })) as unknown as Record<string, Buffer | string | null>[];
    const [content, kind] = [row?.[bytes], row?.[type]];
    if (!Buffer.isBuffer(content) || typeof kind !== 'string') continue;
    const ending = kind.replace(/^image\//, '').replace(/\+.*$/, '');
    archive.whole(`${folder}/${id}.${ending}`, new Uint8Array(content), true);
    yield* archive.written();
    await turn();
  }
}

/** Boundary, keep-outs and zones of each block. */
async function* groundsOf(
  store: Store,
  blockIds: readonly string[],
  archive: Archive,
  transaction: Transaction,
): AsyncGenerator<Uint8Array> {
  const tables = tablesOf(store, transaction);
  for (const id of blockIds) {
    const block = (await tables.block.one({ id }))!;
    const where = { where: { blockId: id }, order: [['position', 'ASC']] as [string, string][] };
    const [keepouts, zones] = await Promise.all([
      tables.keepout.all(where),
      tables.zone.all(where),
    ]);
    const { name, boundary } = block;
    archive.whole(
      `ground/${fileName(name)}-${id.slice(-6)}.geojson`,
      strToU8(groundToGeoJson({ block: name, boundary, keepouts, zones })),
    );
    yield* archive.written();
    await turn();
  }
}
