import { merge, same } from '$core/say/merge';
import { readSteps, writeSteps } from './kept-history';

/** A document with undo and redo. Each change is a whole new value; values are never written into. */
export class History<T> {
  private past = $state.raw<T[]>([]);
  private future = $state.raw<T[]>([]);
  current = $state.raw<T>() as T;
  private saved = $state.raw<T>() as T;
  private lastTag = '';
  /** What stands was not saved yet when the page was loaded anew. */
  restored = $state(false);
  private write?: () => void;
  private key = '';

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
    this.write?.();
  }

  undo(): void {
    const before = this.past.at(-1);
    if (before === undefined) return;
    this.past = this.past.slice(0, -1);
    this.future = [this.current, ...this.future];
    this.current = before;
    this.lastTag = '';
    this.write?.();
  }

  redo(): void {
    const [next, ...rest] = this.future;
    if (next === undefined) return;
    this.past = [...this.past, this.current];
    this.future = rest;
    this.current = next;
    this.lastTag = '';
    this.write?.();
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
    this.restored = false;
    this.write?.();
  }

  /** What somebody else saved shows where nothing was changed here; one step leads back. */
  follow(stored: T): void {
    if (this.changed || same(stored, this.current)) return;
    this.markSaved(this.current, stored);
  }

  /**
   * Keeps every step in this tab, so that a reload or an ended session takes none of them.
   * @param key what the document is called among the tab's
   * @returns what ends it
   */
  keepAs(key: string): () => void {
    this.key = `steps ${key}`;
    const kept = readSteps(sessionStorage.getItem(this.key), this.saved);
    if (kept) {
      Object.assign(this, kept);
      this.restored = this.changed;
    }
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const now = () => {
      clearTimeout(waiting);
      waiting = undefined;
      if (!this.write) return;
      const { saved, current, past, future } = this;
      const text = writeSteps({ saved, current, past, future });
      try {
        if (text) sessionStorage.setItem(this.key, text);
        else sessionStorage.removeItem(this.key);
      } catch {
        // The tab is full: what stands on the screen still stands.
        sessionStorage.removeItem(this.key);
      }
    };
    // A dragged slider is written once it rests.
    this.write = () => (waiting ??= setTimeout(now, 600));
    const leaving = () => waiting && now();
    window.addEventListener('pagehide', leaving);
    return () => {
      leaving();
      this.write = undefined;
      window.removeEventListener('pagehide', leaving);
    };
  }

  /** What is not saved was left behind on purpose. */
  forget(): void {
    this.write = undefined;
    sessionStorage.removeItem(this.key);
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
