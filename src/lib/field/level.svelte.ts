/**
 * The phone's own level: degrees off upright while its long edge lies against a stem. Not every device has
 * one, and some tell only after they are asked.
 */
export class Level {
  degrees = $state<number>();
  /** Whether the device has said anything within a second of being asked. */
  silent = $state(false);
  private off: (() => void) | undefined;

  async listen(): Promise<void> {
    const ask = (
      globalThis.DeviceOrientationEvent as unknown as
        | { requestPermission?: () => Promise<string> }
        | undefined
    )?.requestPermission;
    if (ask && (await ask().catch(() => 'denied')) !== 'granted') {
      this.silent = true;
      return;
    }
    const heard = ({ beta, gamma }: DeviceOrientationEvent) => {
      if (beta === null || gamma === null) return;
      this.silent = false;
      this.degrees = offUpright(beta, gamma);
    };
    window.addEventListener('deviceorientation', heard);
    const wait = setTimeout(() => (this.silent = this.degrees === undefined), 1000);
    this.off = () => {
      clearTimeout(wait);
      window.removeEventListener('deviceorientation', heard);
    };
  }

  stop(): void {
    this.off?.();
    this.degrees = undefined;
  }
}

/**
 * Degrees between the phone's long edge and the plumb line, from its turns about its own axes: the long
 * edge's share of the plumb line is sin β where β is the turn about the short edge.
 * @example offUpright(90, 0) // => 0
 */
export function offUpright(beta: number, _gamma: number): number {
  const up = Math.abs(Math.sin((beta * Math.PI) / 180));
  return (Math.acos(Math.min(1, up)) * 180) / Math.PI;
}
