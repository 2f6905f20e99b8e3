import * as node from 'node:test';

type Run = (context: node.TestContext) => void | Promise<void>;
type Test = [name: string, run: Run];
type Hook = [run: () => unknown];

/** What a file has told so far of its tests, while it is read as one of several. */
interface Suite {
  file: string;
  before: Hook[];
  after: Hook[];
  tests: Test[];
}
let read: Suite | undefined;

/** `node:test`, of a file by itself or of one among several in a process. */
export const { mock } = node;
export const before = (...hook: Hook): void =>
  void (read ? read.before.push(hook) : node.before(...hook));
export const after = (...hook: Hook): void =>
  void (read ? read.after.push(hook) : node.after(...hook));
export const test = (...given: Test): void =>
  void (read ? read.tests.push(given) : node.test(...given));

/**
 * Files one after the other in one process: what is translated and warm for the first is so for the others, and
 * to begin anew for each took as long as most of them take. Each has its database from its first test to its last.
 * @param files by their name, each with what reads it
 */
export async function suites(files: Record<string, () => Promise<unknown>>): Promise<void> {
  const told: Suite[] = [];
  for (const [file, load] of Object.entries(files)) {
    told.push((read = { file, before: [], after: [], tests: [] }));
    await load();
  }
  read = undefined;
  for (const { file, before: first, after: last, tests } of told)
    node.describe(file, () => {
      for (const hook of first) node.before(...hook);
      for (const hook of last) node.after(...hook);
      for (const given of tests) node.test(...given);
    });
}
