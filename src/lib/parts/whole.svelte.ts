import { invalidate } from '$app/navigation';
import { arrived } from './arrived.svelte';
import { merge, type Change } from '$core/say/merge';
import { contractOf, type CommandName, type Given, type Result } from '$lib/rooms/contracts';
import { CommandError, send } from './send.svelte';

/** Two have saved the same thing: what the other changed, until it is decided what stands. */
export const conflict = $state<{
  changes: Change[];
  clashes: Change[];
  decide?: (choice: Choice) => void;
}>({ changes: [], clashes: [] });

export type Choice = 'both' | 'mine' | 'theirs' | 'not now';

/**
 * Saves something that is edited as a whole. Whoever saves second is shown what the first one changed, and
 * keeps both or chooses; nobody overwrites unseen.
 * @param whole as it was read, as it is now, and the edition at which it was read
 * @param payload makes the command's payload of a value and an edition
 * @returns what was saved in the end, its edition, and whether the page should show it anew
 */
export async function saveWhole<Name extends CommandName, Value extends object>(
  name: Name,
  whole: { before: Value; mine: Value; edition: number },
  payload: (value: Value, edition: number) => Given<Name>,
): Promise<{ result?: Result<Name>; value: Value; merged: boolean }> {
  let { before, mine, edition } = whole;
  let merged = false;
  for (;;) {
    try {
      const result = await send(name, payload(mine, edition));
      return { result, value: mine, merged };
    } catch (error) {
      const stale = error instanceof CommandError ? error.stale : undefined;
      if (!stale) throw error;
      const theirs = part(stale, Object.keys(mine)) as Value;
      const found = merge(before, mine, theirs);
      const choice = found.theirs.length ? await asked(found.theirs, found.clashes) : 'both';
      if (choice === 'not now') throw error;
      if (choice === 'theirs') {
        await arrived();
        await Promise.all(contractOf(name).touches.map((topic) => invalidate(`viridane:${topic}`)));
        return { value: theirs, merged: true };
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
