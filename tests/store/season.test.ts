import assert from 'node:assert/strict';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { after, before, mock, test } from '../suite';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { loadDemo } from '../../demo/load';
import { forgetFacts } from '../../src/lib/server/facts';
import type { Person } from '../../src/lib/server/sign-in';
import { openStore, type Store } from '../../src/lib/store';
import { migrate } from '../../src/lib/store/migrate';
import { asPerson, emptyDatabase, PATIENCE } from './setting';
import { differences, summaryOf, unlike, type Summary } from './season/summary';

/**
 * Every figure that every page and file of the demo is given, at two moments, as it was when somebody last looked it
 * over. What changes one unasked is told by page and name. After a change that is meant to move figures:
 * `RECORD=1 npm run test:file -- tests/store/season.test.ts`, and the difference is read before it is committed.
 */
const RECORDED = path.resolve('tests/store/season');
/** A morning of planting, and an evening of the summer after it, of which only what is otherwise is recorded. */
const PLANTING = Date.parse('2026-11-18T07:20:00Z');
const SUMMER = Date.parse('2027-07-03T17:40:00Z');
/** What only those who plant are given otherwise. */
const PLANTERS = /^field\//;
/** Pages for whoever is not signed in, and of one lot, which is asked for by its code. */
const LEFT_OUT = /^(sign-in|welcome|lot)/;
const LAYOUT_FILES = [
  ['rows', 'csv'],
  ['rows', 'gpx'],
  ['positions', 'csv'],
  ['pocket', 'pdf'],
  ['setting-out', 'pdf'],
];
/** Sheets are printed of the smallest block: of all they take longer than everything else here. */
const PRINTED = 'Spoil Knoll';

let store: Store;
let people: Record<'leader' | 'planter', Person>;

before(async () => {
  mock.timers.enable({ apis: ['Date'], now: PLANTING });
  const url = await emptyDatabase('season');
  // Pages open the store that the process is told of.
  process.env.DATABASE_URL = url.href;
  store = openStore(url.href, undefined, PATIENCE);
  await migrate(store);
  await loadDemo(store, PLANTING);
  people = { leader: await asPerson(store, 'leader'), planter: await asPerson(store, 'planter') };
});
after(async () => {
  mock.timers.reset();
  await store.sequelize.close();
  const { store: opened } = await import('../../src/lib/server/store');
  await (await opened()).sequelize.close();
});

/** Routes that have such a file, by their folders. */
const routesWith = (file: string): string[] =>
  readdirSync('src/routes', { recursive: true, encoding: 'utf8' })
    .filter((name) => path.basename(name) === file)
    .map((name) => path.dirname(name))
    .filter((name) => !LEFT_OUT.test(name))
    .sort();

interface Asked {
  params: Record<string, string>;
  locals: { person: Person };
  url: URL;
  depends: () => void;
}
const asked = (route: string, params: Asked['params'], person: Person): Asked => ({
  ...{ params, locals: { person }, depends: () => undefined },
  url: new URL(`http://viridane.test/${route.replace(/\[(\w+)\]/g, (_, name) => params[name])}`),
});

/**
 * What is answered, a refusal or another address in its own words. Recorded from what is read for this page alone;
 * compared with what stands in memory after all pages before it: what one block is given must not be another's.
 */
async function answered(work: () => Promise<unknown>): Promise<Summary> {
  if (process.env.RECORD) forgetFacts();
  try {
    const given = await work();
    return summaryOf(given instanceof Response ? await textOf(given) : given);
  } catch (refusal) {
    if (refusal instanceof Error) throw refusal;
    return { refused: summaryOf(refusal) };
  }
}

/** A file in its lines, a sheet by its pages. */
async function textOf(response: Response): Promise<unknown> {
  if (response.headers.get('content-type') !== 'application/pdf')
    return (await response.text()).split('\n');
  const data = new Uint8Array(await response.arrayBuffer());
  const sheet = await getDocument({ data, verbosity: 0 }).promise;
  const pages = Array.from({ length: sheet.numPages }, async (_, i) => {
    const { items } = await (await sheet.getPage(i + 1)).getTextContent();
    return items.map((item) => ('str' in item ? item.str : '')).join(' ');
  });
  return Promise.all(pages);
}

/** All pages of a block; without one, those of the site. */
async function pagesOf(block?: string): Promise<Record<string, Summary>> {
  const found: Record<string, Summary> = {};
  for (const route of routesWith('+page.server.ts')) {
    if (route.includes('[block]') !== Boolean(block)) continue;
    const folder = route === '.' ? '' : `${route}/`;
    const { load } = await import(`../../src/routes/${folder}+page.server.ts`);
    for (const [who, person] of Object.entries(people)) {
      if (who === 'planter' && !PLANTERS.test(route)) continue;
      const name = who === 'planter' ? `${route}, who plants` : route;
      found[name] = await answered(() => load(asked(route, block ? { block } : {}, person)));
    }
  }
  return found;
}

/** Tables and sheets of a block. */
async function filesOf(block: string, printed: boolean): Promise<Record<string, Summary>> {
  const found: Record<string, Summary> = {};
  const get = async (route: string, name: string, params: Record<string, string>) => {
    const { GET } = await import(`../../src/routes/${route}/+server.ts`);
    found[name] = await answered(() => GET(asked(route, { block, ...params }, people.leader)));
  };
  for (const route of routesWith('+server.ts'))
    if (/^blocks\/\[block\]\/[^[]*\.(csv|pdf)$/.test(route))
      if (printed || !route.endsWith('pdf')) await get(route, route, {});
  const layout = await store.layout.findOne({ where: { blockId: block, state: 'released' } });
  if (!layout) return found;
  for (const [what, format] of LAYOUT_FILES)
    if (printed || format !== 'pdf')
      await get('blocks/[block]/rows/[layout]/[what].[format]', `rows/${what}.${format}`, {
        ...{ layout: layout.id, what, format },
      });
  return found;
}

/** @throws naming what differs from what was recorded, page by page */
function holdsAgainst(name: string, is: Summary) {
  const file = path.join(RECORDED, `${name.toLowerCase().replaceAll(' ', '-')}.json`);
  const was = existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Summary) : null;
  if (process.env.RECORD) writeFileSync(file, `${JSON.stringify(is, null, 1)}\n`);
  const found = differences(was, is);
  if (process.env.RECORD) console.log(`${name}: ${found.length} differ`);
  else assert.equal(found.length, 0, `${found.length} differ:\n${found.slice(0, 12).join('\n')}`);
}

test('a list tells what it is compared by', () => {
  const trees = [41, 36, 38, 40].map((count, i) => ({ row: i + 1, trees: count }));
  const swapped = trees.map((one, i) => ({ ...one, trees: trees[[1, 0, 2, 3][i]].trees }));
  assert.deepEqual(differences(summaryOf(trees), summaryOf(structuredClone(trees))), []);
  assert.match(differences(summaryOf(trees), summaryOf(swapped))[0], /^trees: "4 of 4: 155, by/);
  assert.deepEqual(differences(summaryOf({ a: 1 }), summaryOf({ a: -1 })), ['a: 1 was, -1 is']);
});

test('every page of the demo is given the figures that were looked over', async () => {
  const blocks = await store.block.findAll({ order: [['name', 'ASC']] });
  const everything = async (files: boolean) => {
    forgetFacts();
    const found: Record<string, Summary> = { Site: await pagesOf() };
    for (const { id, name } of blocks)
      found[name] = {
        ...(await pagesOf(id)),
        ...(files ? await filesOf(id, name === PRINTED) : {}),
      };
    return found;
  };
  const planting = await everything(true);
  for (const [name, is] of Object.entries(planting)) holdsAgainst(`${name} planting`, is);
  mock.timers.setTime(SUMMER);
  const summer = await everything(false);
  for (const [name, is] of Object.entries(summer))
    holdsAgainst(`${name} summer`, unlike(is, planting[name]) ?? {});
});
