/** As long as others wait at most for work that is done in turns, milliseconds: a request has five turns and more. */
const AT_ONCE = 1;

/** When work of this turn of the event loop began, milliseconds; nothing while none is known of. */
let turnBegan: number | undefined;

/** How long this turn has been worked in, milliseconds: asked where such work begins, too. */
export function worked(): number {
  const at = performance.now();
  if (turnBegan === undefined) {
    turnBegan = at;
    setImmediate(() => (turnBegan = undefined));
  }
  return at - turnBegan;
}

/** Lets whatever waits have its turn where it is time for it: called between the parts of work that takes long. */
export async function turn(): Promise<void> {
  if (worked() < AT_ONCE) return;
  await new Promise((go) => setImmediate(go));
  worked();
}

/** So many things of a long list are gone through at once. */
const THINGS = 1000;

/** A long list, gone through so that whatever waits has its turn in between. */
export async function* eachInTurns<Thing>(things: Iterable<Thing>): AsyncGenerator<Thing[]> {
  worked();
  let some: Thing[] = [];
  for (const thing of things) {
    some.push(thing);
    if (some.length < THINGS) continue;
    yield some;
    some = [];
    await turn();
  }
  yield some;
}

/** Work that stops again and again, done so that whatever waits has its turn in between. */
export async function inTurns<Result>(steps: Generator<void, Result>): Promise<Result> {
  worked();
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
    if (worked() >= AT_ONCE) await turn();
  }
}
