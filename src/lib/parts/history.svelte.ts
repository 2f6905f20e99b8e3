import { merge } from '$core/say/merge';

/** A document with undo and redo. Each change is a whole new value; values are never written into. */
export class History<T> {
  private past = $state.raw<T[]>([]);
  private future = $state.raw<T[]>([]);
  current = $state.raw<T>() as T;
  private saved = $state.raw<T>() as T;
  private lastTag = '';

  constructor(first: T) {
    this.current = first;
    this.saved = first;
  }

  get canUndo(): boolean {
    return this.past.length > 0;
  }
  get canRedo(): boolean {
    return this.future.length > 0;
  }
  get changed(): boolean {
    return this.current !== this.saved;
  }

  /**
   * Takes a new value.
   * @param tag changes with the same tag in a row are one step, so that a dragged slider undoes at once
   */
  change(next: T, tag = ''): void {
    if (!tag || tag !== this.lastTag) this.past = [...this.past.slice(-199), this.current];
    this.lastTag = tag;
    this.future = [];
    this.current = next;
  }

  undo(): void {
    const before = this.past.at(-1);
    if (before === undefined) return;
    this.past = this.past.slice(0, -1);
    this.future = [this.current, ...this.future];
    this.current = before;
    this.lastTag = '';
  }

  redo(): void {
    const [next, ...rest] = this.future;
    if (next === undefined) return;
    this.past = [...this.past, this.current];
    this.future = rest;
    this.current = next;
    this.lastTag = '';
  }

  /**
   * The server has what was sent, as `stored` where another's changes came in. What was changed here while
   * it was on its way stays, over what is stored, and still has to be saved.
   */
  markSaved(sent: T = this.current, stored: T = sent): void {
    if (this.current === sent) {
      if (stored !== sent) this.change(stored);
    } else if (stored !== sent) this.change(merge(sent, this.current, stored).both);
    this.saved = stored;
  }
}

/** Text fields in which something is being typed that nobody has taken over yet. */
const beingTyped = new WeakSet<EventTarget>();

/**
 * Ctrl-Z and Ctrl-Shift-Z, wherever the focus is: on a slider, a box to tick, a list. Only while a word or
 * number is being typed does the field undo its own letters.
 */
export function undoKeys(history: { undo(): void; redo(): void }): () => void {
  const typing = (event: Event) => isText(event.target) && beingTyped.add(event.target!);
  const taken = (event: Event) => beingTyped.delete(event.target!);
  const keys = (event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    if (event.target && beingTyped.has(event.target)) return;
    event.preventDefault();
    if (event.shiftKey) history.redo();
    else history.undo();
  };
  document.addEventListener('input', typing);
  document.addEventListener('change', taken);
  window.addEventListener('keydown', keys);
  return () => {
    document.removeEventListener('input', typing);
    document.removeEventListener('change', taken);
    window.removeEventListener('keydown', keys);
  };
}

const isText = (target: EventTarget | null): boolean =>
  target instanceof HTMLTextAreaElement ||
  (target instanceof HTMLInputElement && !['range', 'checkbox', 'radio'].includes(target.type));
