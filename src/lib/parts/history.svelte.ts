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

  /** The current value is what the server has. */
  markSaved(): void {
    this.saved = this.current;
  }
}

/** Ctrl-Z and Ctrl-Shift-Z, except while a field is being typed in. */
export function undoKeys(history: { undo(): void; redo(): void }): (event: KeyboardEvent) => void {
  return (event) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    if ((event.target as HTMLElement).closest('input, textarea, select')) return;
    event.preventDefault();
    if (event.shiftKey) history.redo();
    else history.undo();
  };
}
