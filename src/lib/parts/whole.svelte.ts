import { invalidate } from '$app/navigation';
import { arrived } from './arrived.svelte';
import { inRuns, merge, type Change } from '$core/say/merge';
import { contractOf, type CommandName, type Given, type Result } from '$lib/rooms/contracts';
import { CommandError, send } from './send.svelte';

/** Two have saved the same thing: what the other changed, until it is decided what stands. */
export const conflict = $state<{
  changes: Change[];
  clashes: Change[];
  decide?: (choice: Choice) => void;
}>({ changes: [], clashes: [] });

export interface Saved<Name extends CommandName, Value> {
  result?: Result<Name>;
  value: Value;
  edition: number;
  merged: boolean;
}

/**
 * What a form has read, from when it opened until it is saved. The page around it is read anew every minute;
 * what somebody else saved in between must not pass for what the reader had before them when they typed.
 */
export class Whole<Value extends object> {
  constructor(
    private before: Value,
    private edition: number,
  ) {}

  /**
   * Somebody else saved, and nothing was typed here: from now on that is what was read.
   * @returns whether it is newer than what was read before
   */
  follow(before: Value, edition: number): boolean {
    if (edition <= this.edition) return false;
    this.before = before;
    this.edition = edition;
    return true;
  }

  /** Whether what was read here is newer than an edition. */
  isAfter(edition: number): boolean {
    return this.edition > edition;
  }

  /** Saves as `saveWhole` does; the next time starts from what stands then. */
  async save<Name extends CommandName>(
    name: Name,
    mine: Value,
    payload: (value: Value, edition: number) => Given<Name>,
  ): Promise<Saved<Name, Value>> {
    const { before, edition } = this;
    const saved = await saveWhole(name, { before, mine, edition }, payload);
    this.before = saved.value;
    this.edition = saved.edition;
    return saved;
  }
}

export type Choice = 'both' | 'mine' | 'theirs' | 'not now';

/**
 * Saves something that is edited as a whole. Whoever saves second is shown what the first one changed, and
 * keeps both or chooses; nobody overwrites unseen.
 * @param whole as it was read, as it is now, and the edition at which it was read
 * @param payload makes the command's payload of a value and an edition
 * @param named what a changed value is called, where it is an id
 * @returns what stands in the end, its edition, what the command gave where anything was saved, and whether
 *   another's changes came in, so that the page should show it anew
 */
export async function saveWhole<Name extends CommandName, Value extends object>(
  name: Name,
  whole: { before: Value; mine: Value; edition: number },
  payload: (value: Value, edition: number) => Given<Name>,
  named: (value: unknown) => unknown = (value) => value,
): Promise<Saved<Name, Value>> {
  let { before, mine, edition } = whole;
  let merged = false;
  for (;;) {
    try {
      const result = await send(name, payload(mine, edition));
      const now = (result as { edition?: number }).edition ?? edition;
      return { result, value: mine, edition: now, merged };
    } catch (error) {
      const stale = error instanceof CommandError ? error.stale : undefined;
      if (!stale) throw error;
      const theirs = part(stale, Object.keys(mine)) as Value;
      const found = merge(before, mine, theirs);
      const choice = found.theirs.length
        ? await asked(told(found.theirs, named), found.clashes)
        : 'both';
      if (choice === 'not now') throw error;
      if (choice === 'theirs') {
        await arrived();
        await Promise.all(contractOf(name).touches.map((topic) => invalidate(`viridane:${topic}`)));
        return { value: theirs, edition: stale.edition, merged: true };
      }
      mine = choice === 'both' ? found.both : mine;
      before = theirs;
      edition = stale.edition;
      merged = true;
    }
  }
}

const part = (value: object, names: readonly string[]) =>
  Object.fromEntries(names.map((name) => [name, (value as Record<string, unknown>)[name]]));

const told = (changes: readonly Change[], named: (value: unknown) => unknown): Change[] =>
  inRuns(changes).map(({ before, mine, theirs, ...rest }) => ({
    ...{ ...rest, before: named(before) },
    ...{ mine: named(mine), theirs: named(theirs) },
  }));

function asked(changes: Change[], clashes: Change[]): Promise<Choice> {
  return new Promise((resolve) => {
    conflict.changes = changes;
    conflict.clashes = clashes;
    conflict.decide = (choice) => {
      conflict.decide = undefined;
      conflict.changes = [];
      resolve(choice);
    };
  });
}
