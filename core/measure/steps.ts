/** Does work that could stop between its steps without stopping. */
export function inOneGo<Result>(steps: Generator<void, Result>): Result {
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}
