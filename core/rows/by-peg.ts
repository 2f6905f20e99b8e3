/**
 * Something known of places, by row and peg: a list for each row, so that a hundred thousand trees are found
 * again without a text made for each of them.
 */
export class ByPeg<Value> {
  readonly #rows = new Map<number, (Value | undefined)[]>();

  /** What is known of a place; nothing where nobody said. */
  get(row: number, peg: number): Value | undefined {
    return this.#rows.get(row)?.[peg];
  }

  /** Says something of a place; what was known of it before is replaced. */
  set(row: number, peg: number, value: Value): this {
    const own = this.#rows.get(row);
    if (own) own[peg] = value;
    else {
      const pegs: (Value | undefined)[] = [];
      pegs[peg] = value;
      this.#rows.set(row, pegs);
    }
    return this;
  }

  /** Whether nothing is known of any place. */
  get empty(): boolean {
    return this.#rows.size === 0;
  }
}
