/** After so many milliseconds something is tried again, then after twice as many and so on, and at least so often. */
const SOON = 1000;
const AT_LEAST = 15_000;

/**
 * Tries something at once, whenever a signal is heard of, and again and again in between, soon at first: a phone is
 * told of its signal a moment before anything goes through.
 * @returns what ends it
 */
export function tryAgain(task: () => void): () => void {
  let pause = SOON;
  let timer: ReturnType<typeof setTimeout>;
  const later = () => {
    timer = setTimeout(() => {
      pause = Math.min(2 * pause, AT_LEAST);
      task();
      later();
    }, pause);
  };
  const now = () => {
    clearTimeout(timer);
    pause = SOON;
    task();
    later();
  };
  window.addEventListener('online', now);
  now();
  return () => (window.removeEventListener('online', now), clearTimeout(timer));
}
