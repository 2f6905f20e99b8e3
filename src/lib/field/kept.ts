/**
 * What a phone keeps of the application's answers, to start its pages from while there is no signal. The service
 * worker writes it; a page looks whether something newer lies there than it started with.
 */
import { onward } from '../parts/onward';

/** The cache of somebody's field pages: nobody is shown another's name. */
export const PAGES_OF = 'field-pages ';
export const pagesOf = (person: string): string => PAGES_OF + person;

/** Whether this application answered, and no hotspot in its place. */
export const isOurs = ({ headers }: Response): boolean =>
  headers.get('x-answered-by') === 'viridane';

/**
 * Whether what came says no more than no signal does: the server or its database is down, or another answered for
 * data. A hotspot's own page is shown where a page was asked for, so that one can sign in there.
 */
export const isNoAnswer = (answer: Response, mode: RequestMode): boolean =>
  answer.status >= 500 || (mode !== 'navigate' && !isOurs(answer));

/** When the server began to read what it answers, by its own clock; 0 where it does not say. */
export const readAtOf = ({ headers }: Response): number => Number(headers.get('x-read-at')) || 0;

const DATA = '/__data.json';
/** Where the data of a page stands. @example dataPath('/field') // => '/field/__data.json' */
export const dataPath = (page: string): string => page + DATA;
const isData = ({ pathname }: URL): boolean => pathname.endsWith(DATA);

/** What the router adds to the address of data: which parts it asks for anew. */
const ROUTERS = 'x-sveltekit-';

/** The address by which an answer is kept: that of data without which parts were asked for. */
export function keyOf(address: URL): string {
  const key = new URL(address);
  for (const name of [...key.searchParams.keys()])
    if (name.startsWith(ROUTERS)) key.searchParams.delete(name);
  return key.pathname + key.search;
}

/** Data of a page as the router reads it: a part for each of its layouts and one for itself. */
interface Parts {
  type: string;
  nodes?: ({ type: string } | null)[];
}

/**
 * The parts of a page's data, those that were not asked for as they were kept.
 * @returns nothing where a part is missing: such data starts no page
 */
export function wholeData(fresh: Parts, kept: Parts | undefined): Parts | undefined {
  if (fresh.type !== 'data' || !fresh.nodes) return undefined;
  const nodes = fresh.nodes.map((node, i) => (node?.type === 'skip' ? kept?.nodes?.[i] : node));
  const whole = nodes.every((node) => node === null || node?.type === 'data');
  return whole ? { ...fresh, nodes: nodes as Parts['nodes'] } : undefined;
}

/** Whom a page enters for, where somebody enters for others: nobody else's page stands in for it. */
const WHOM = 'planter';
const mayStandFor = ({ searchParams: kept }: URL, { searchParams: asked }: URL): boolean =>
  ![...kept.keys()].some((name) => name.startsWith(ROUTERS)) &&
  (!kept.has(WHOM) || kept.get(WHOM) === asked.get(WHOM));

/**
 * What is kept under an address, the newest: phones hold some that an earlier version kept under the same.
 * @param wide under the same page too, whatever else was chosen on it
 */
async function newest(cache: Cache, address: URL, wide = false): Promise<Response | undefined> {
  const key = wide ? address.pathname : keyOf(address);
  const keys = await cache.keys(key, { ignoreVary: true, ignoreSearch: wide });
  const answers = await Promise.all(
    keys
      .filter(({ url }) => mayStandFor(new URL(url), address))
      .map((request) => cache.matchAll(request, { ignoreVary: true })),
  );
  return answers
    .flat()
    .sort((one, other) => readAtOf(other) - readAtOf(one))
    .at(0);
}

/** Keeps an answer of the application; of data always the whole, and never the older for the newer. */
export async function keepAnswer(cache: Cache, address: URL, answer: Response): Promise<void> {
  const key = keyOf(address);
  const before = await newest(cache, address);
  if (before && readAtOf(before) > readAtOf(answer)) return;
  if (!isData(address)) return void (await cache.put(key, answer));
  const data = wholeData(
    (await answer.json().catch(() => ({ type: '' }))) as Parts,
    (await before?.json().catch(() => undefined)) as Parts | undefined,
  );
  if (!data) return;
  const headers = new Headers({ 'content-type': 'application/json' });
  for (const name of ['x-answered-by', 'x-read-at'])
    headers.set(name, answer.headers.get(name) ?? '');
  await cache.put(key, new Response(JSON.stringify(data), { headers }));
}

/**
 * What is kept for an address. A page's own address may carry what was chosen on it: where that was never read,
 * the page will do as it was read last.
 */
export const keptAnswer = async (cache: Cache, address: URL): Promise<Response | undefined> =>
  (await keptExactly(cache, address)) ?? (await newest(cache, address, true));

/** What is kept for an address with all that was chosen on it. */
export const keptExactly = (cache: Cache, address: URL): Promise<Response | undefined> =>
  newest(cache, address);

/** The page that a phone opens in place of one that it does not keep. */
export const AWAY = '/field/no-signal';
const ASKED = 'to';
/** Where a page leads that is not on the phone: says that there is no signal, and remembers what was asked for. */
export const awayFrom = ({ pathname, search }: URL): string =>
  `${AWAY}?${new URLSearchParams({ [ASKED]: pathname + search })}`;
/** The page that was asked for; the list of blocks where none was, or one of another site. */
export function askedFor({ origin, searchParams }: URL): string {
  const to = onward(searchParams.get(ASKED), origin, '/field');
  return to.startsWith(AWAY) ? '/field' : to;
}
