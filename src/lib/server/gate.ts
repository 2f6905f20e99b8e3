/**
 * Lets so many tasks run at once and the rest wait their turn, in order.
 * A command holds one connection for its transaction and reads through others; without a gate,
 * as many commands as the pool has connections would all wait for one more, for ever.
 */
export function gate(most: number): <T>(task: () => Promise<T>) => Promise<T> {
  let running = 0;
  const waiting: (() => void)[] = [];
  return async (task) => {
    if (running >= most) await new Promise<void>((enter) => waiting.push(enter));
    running++;
    try {
      return await task();
    } finally {
      running--;
      waiting.shift()?.();
    }
  };
}
