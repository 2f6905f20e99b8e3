import { merge, same } from '../../../core/say/merge';

/** A document's steps, as a tab keeps them while it is reloaded. */
export interface Steps<Value> {
  /** As it was last read from the server or saved there. */
  saved: Value;
  current: Value;
  past: Value[];
  future: Value[];
}

/** A tab may keep some five million letters for everything it holds; one document takes a part of it. */
const ROOM = 1_500_000;

/**
 * Writes the steps down, the oldest left out where they do not fit.
 * @returns nothing when there is nothing to keep, or even the newest state is too large
 */
export function writeSteps<Value>(steps: Steps<Value>, room = ROOM): string | undefined {
  if (!steps.past.length && !steps.future.length) return undefined;
  // Steps of one document are about as long as each other: how many fit is known before they are written.
  let kept = Math.floor(room / JSON.stringify(steps.current).length) - 2;
  if (kept < 0) return undefined;
  const future = steps.future.slice(0, kept);
  kept -= future.length;
  return JSON.stringify({ ...steps, past: kept > 0 ? steps.past.slice(-kept) : [], future });
}

/**
 * Takes the steps up again after a reload.
 * @param text what `writeSteps` wrote
 * @param read the document as the server has it now
 * @returns the steps. Where somebody else saved in between, theirs and what was not yet saved here are
 *   brought together, and one step leads back to theirs. Nothing when nothing was kept or all of it is saved.
 */
export function readSteps<Value>(
  text: string | null | undefined,
  read: Value,
): Steps<Value> | undefined {
  const kept = parsed<Value>(text);
  if (!kept) return undefined;
  if (same(kept.saved, read)) {
    // The very object that the page was given, so that an unchanged document is known to be unchanged.
    const own = (value: Value) => (same(value, read) ? read : value);
    return {
      saved: read,
      current: own(kept.current),
      past: kept.past.map(own),
      future: kept.future.map(own),
    };
  }
  if (same(kept.current, kept.saved) || same(kept.current, read)) return undefined;
  const { both } = merge(kept.saved, kept.current, read);
  return { saved: read, current: both, past: [read], future: [] };
}

function parsed<Value>(text: string | null | undefined): Steps<Value> | undefined {
  if (!text) return undefined;
  try {
    const steps = JSON.parse(text) as Partial<Steps<Value>>;
    return steps.saved && steps.current && Array.isArray(steps.past) && Array.isArray(steps.future)
      ? (steps as Steps<Value>)
      : undefined;
  } catch {
    return undefined;
  }
}
