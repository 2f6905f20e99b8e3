/** One stroke or fill as it reached the canvas: with which look, along which points. */
export interface Drawn {
  how: 'fill' | 'stroke';
  colour: string;
  alpha: number;
  width: number;
  dash: readonly number[];
  points: (readonly [number, number])[];
  arcs: (readonly [x: number, y: number, radius: number])[];
}

/** A canvas that paints nothing and remembers everything, for tests of what a plan draws. */
export function canvasRecorder() {
  const drawn: Drawn[] = [];
  const letters: { text: string; at: readonly [number, number]; font: string; colour: string }[] =
    [];
  let dash: readonly number[] = [];
  let path: Pick<Drawn, 'points' | 'arcs'> = { points: [], arcs: [] };
  let offset: [number, number] = [0, 0];
  const saved: { state: Record<string, unknown>; offset: [number, number] }[] = [];
  const state: Record<string, unknown> = { globalAlpha: 1, lineWidth: 1 };
  const paint = (how: Drawn['how']) => {
    const colour = String(state[how === 'fill' ? 'fillStyle' : 'strokeStyle']);
    drawn.push({
      ...{ how, colour, dash, alpha: state.globalAlpha as number },
      ...{ width: state.lineWidth as number, points: [...path.points], arcs: [...path.arcs] },
    });
  };
  const calls = {
    beginPath: () => (path = { points: [], arcs: [] }),
    moveTo: (x: number, y: number) => path.points.push([x, y]),
    lineTo: (x: number, y: number) => path.points.push([x, y]),
    arc: (x: number, y: number, radius: number) => path.arcs.push([x, y, radius]),
    fill: () => paint('fill'),
    stroke: () => paint('stroke'),
    fillRect: (x: number, y: number) => {
      path = { points: [[x, y]], arcs: [] };
      paint('fill');
    },
    setLineDash: (next: number[]) => (dash = next),
    translate: (x: number, y: number) => (offset = [offset[0] + x, offset[1] + y]),
    save: () => saved.push({ state: { ...state }, offset }),
    restore: () => {
      const before = saved.pop()!;
      Object.assign(state, before.state);
      offset = before.offset;
    },
    fillText: (text: string, x: number, y: number) =>
      letters.push({
        ...{ text, at: [x + offset[0], y + offset[1]] as const },
        ...{ font: String(state.font), colour: String(state.fillStyle) },
      }),
  };
  const context = new Proxy(state, {
    get(target, name: string) {
      if (name === 'canvas') return { width: 100, height: 100 };
      if (name in calls) return calls[name as keyof typeof calls];
      return name in target ? target[name] : () => undefined;
    },
    set(target, name: string, value) {
      target[name] = value;
      return true;
    },
  });
  return { context: context as unknown as CanvasRenderingContext2D, drawn, letters };
}
