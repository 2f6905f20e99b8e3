/** Something that tells of each tree that is due: the wheel's bell. */
export interface Wheel {
  stop(): void;
}

/**
 * A stand-in for the counter on a spacer wheel: it rings at the pace of a tractor that drives evenly.
 * @param speed metres a second
 * @param interval metres from tree to tree
 */
export function simulatedWheel(speed: number, interval: number, onpulse: () => void): Wheel {
  const timer = setInterval(onpulse, Math.max(50, (interval / speed) * 1000));
  return { stop: () => clearInterval(timer) };
}

interface SerialPort {
  open(options: { baudRate: number }): Promise<void>;
  close(): Promise<void>;
  readable: ReadableStream<Uint8Array>;
}

/** Whether this browser can listen to a counter on a cable. */
export const hasSerial = (): boolean => typeof navigator !== 'undefined' && 'serial' in navigator;

/**
 * A real counter on a serial cable: each line that carries a higher count than the last rings so often.
 * @param onlost told when the cable is gone
 */
export async function serialWheel(onpulse: () => void, onlost: () => void): Promise<Wheel> {
  const { serial } = navigator as unknown as { serial: { requestPort(): Promise<SerialPort> } };
  const port = await serial.requestPort();
  await port.open({ baudRate: 9600 });
  const reader = port.readable.getReader();
  let open = true;
  const decoder = new TextDecoder();
  void (async () => {
    let rest = '';
    let count: number | undefined;
    try {
      while (open) {
        const { value, done } = await reader.read();
        if (done) break;
        const lines = (rest + decoder.decode(value, { stream: true })).split(/\r?\n/);
        rest = lines.pop() ?? '';
        for (const line of lines) {
          const found = Number(
            line
              .trim()
              .split(/[;,\t ]+/)
              .at(-1),
          );
          if (!Number.isInteger(found)) continue;
          // A counter that was switched on anew begins at nothing.
          const more = count === undefined || found < count ? 0 : found - count;
          count = found;
          for (let i = 0; i < Math.min(more, 3); i++) onpulse();
        }
      }
    } finally {
      if (open) onlost();
    }
  })();
  return {
    stop() {
      open = false;
      void reader.cancel().then(() => port.close());
    },
  };
}
