import type { Plugin } from 'vite';

/** Where the application says which of its files the pages of the phone need. */
const LIST = '_app/field-files.json';
/** What a phone opens without a signal, and what stands around it. */
const PAGES = /\/src\/routes\/(field\/|lot\/|\+layout|\+error)/;
const WORKERS = '_app/immutable/workers/';
const WORKER = /\b(chunks\/)?([\w-]+\.worker-[\w-]+\.js|[\w-]{8}\.js)\b/g;
const NODE = /\/client-optimized\/nodes\/\d+\.js$/;

/** A file of the build, as far as it is looked at here. */
interface Built {
  fileName: string;
  code?: string;
  source?: string | Uint8Array;
  facadeModuleId?: string | null;
  isEntry?: boolean;
  moduleIds?: string[];
  imports?: string[];
  dynamicImports?: string[];
  viteMetadata?: { importedCss: Set<string>; importedAssets: Set<string> };
}

/**
 * The files that the phone's pages may ask for, now or when something is pressed.
 * @param files all files of the build, by name
 */
export function filesOfField(files: Readonly<Record<string, Built>>): string[] {
  const isNode = ({ facadeModuleId }: Built) => NODE.test(facadeModuleId ?? '');
  const isField = ({ moduleIds = [] }: Built) => moduleIds.some((id) => PAGES.test(id));
  /** Workers are named in the text of whoever starts them, and name their own parts so. */
  const workersIn = ({ code, source }: Built) =>
    [...`${code ?? ''}${typeof source === 'string' ? source : ''}`.matchAll(WORKER)].flatMap(
      ([, part, name]) => `${WORKERS}${part ?? ''}${name}`,
    );
  const reached = new Set<string>();
  const waiting = Object.keys(files).filter((name) =>
    isNode(files[name]) ? isField(files[name]) : files[name].isEntry,
  );
  for (let name = waiting.pop(); name !== undefined; name = waiting.pop()) {
    const file = files[name];
    // The router names every page of the desk.
    if (!file || reached.has(name) || (isNode(file) && !isField(file))) continue;
    reached.add(name);
    const { imports = [], dynamicImports = [], viteMetadata } = file;
    const { importedCss = [], importedAssets = [] } = viteMetadata ?? {};
    waiting.push(...imports, ...dynamicImports, ...importedCss, ...importedAssets);
    waiting.push(...workersIn(file));
  }
  return [...reached].map((name) => `/${name}`).sort();
}

/** Lists the files that a phone keeps: with those of the desk it would fetch more than twice as much. */
export function fieldFiles(): Plugin {
  return {
    name: 'field-files',
    applyToEnvironment: ({ name }) => name === 'client',
    generateBundle: {
      order: 'post',
      handler(_options, bundle) {
        const list = filesOfField(bundle as Record<string, Built>);
        this.emitFile({ type: 'asset', fileName: LIST, source: JSON.stringify(list) });
      },
    },
  };
}
