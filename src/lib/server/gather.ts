interface Waiting<Item, Result> {
  item: Item;
  done: (result: Result) => void;
  failed: (error: unknown) => void;
}

/** More are left for the next turn, so that no turn takes long. */
const MOST_AT_ONCE = 60;

/**
 * Lets what arrives while one turn is at work go together in the next, as a database gathers its commits:
 * nobody waits for company, but nobody waits in line either.
 */
export function gatherer<Item, Result>(
  run: (key: string, items: readonly Item[]) => Promise<readonly Result[]>,
): (key: string, item: Item) => Promise<Result> {
  const lines = new Map<string, Waiting<Item, Result>[]>();
  const work = async (key: string) => {
    for (;;) {
      const line = lines.get(key)!;
      const turn = line.splice(0, MOST_AT_ONCE);
      if (!turn.length) break;
      try {
        const results = await run(
          key,
          turn.map(({ item }) => item),
        );
        turn.forEach(({ done }, i) => done(results[i]));
      } catch (error) {
        for (const { failed } of turn) failed(error);
      }
    }
    lines.delete(key);
  };
  return (key, item) =>
    new Promise((done, failed) => {
      const line = lines.get(key);
      if (line) line.push({ item, done, failed });
      else {
        lines.set(key, [{ item, done, failed }]);
        void work(key);
      }
    });
}
