import { aboveOf, boxOf, sectionOf, type Part } from '../../../../core/checks/drawing';
import type { PlantedTree } from '../../../../core/checks/tree';

/** Line and fill of each part on paper: the screen's day theme. */
const INK: Record<Part, { fill?: string; stroke?: string; width?: number; dash?: string }> = {
  soil: { fill: '#e6d8bc' },
  hole: { fill: '#c9b588', stroke: '#8a7847', width: 1 },
  gap: { fill: '#fffef9', stroke: '#a63a1f', width: 1 },
  ground: { stroke: '#1b2621', width: 2.4 },
  stem: { stroke: '#4b3320', width: 7 },
  branch: { stroke: '#1e6b4f', width: 3.4 },
  'bark-off': { fill: '#f3dfae', stroke: '#a63a1f', width: 0.8 },
  root: { stroke: '#8c5a2a', width: 3 },
  ball: { fill: '#cdae86' },
  collar: { stroke: '#a63a1f', width: 1.8, dash: '5 4' },
  flare: { stroke: '#a63a1f', width: 1.8 },
  weeds: { stroke: '#6d9c86', width: 1.6 },
  cleared: { fill: '#fffef9', stroke: '#8a7847', width: 1 },
  basin: { fill: '#b79b74', stroke: '#8a7847', width: 1 },
  guard: { stroke: '#4d5951', width: 1.4 },
  next: { stroke: '#1b2621', width: 2 },
  tug: { stroke: '#a63a1f', width: 3 },
  upright: { stroke: '#4d5951', width: 1, dash: '3 4' },
};

/** The drawing of a planted tree as an SVG text, for print: the shapes that the screen draws. */
export function drawingSvg(tree: PlantedTree, view: 'section' | 'above', width = 300): string {
  const shapes = view === 'section' ? sectionOf(tree) : aboveOf(tree);
  const [west, south, east, north] =
    view === 'above'
      ? boxOf(shapes)
      : [-0.28, -(Math.max(tree.holeDepth, 0.25) + 0.05), 0.28, Math.min(0.4, tree.height)];
  const scale = width / (east - west);
  const height = (north - south) * scale;
  const paths = shapes.map(({ part, closed, points }) => {
    const d = points
      .map(
        ([x, y], i) =>
          `${i ? 'L' : 'M'}${((x - west) * scale).toFixed(1)} ${((north - y) * scale).toFixed(1)}`,
      )
      .join('');
    const { fill = 'none', stroke, width: line, dash } = INK[part];
    const paint =
      part === 'weeds' && closed ? '#e6d8bc' : part === 'stem' && closed ? '#4b3320' : fill;
    return `<path d="${d}${closed ? 'Z' : ''}" fill="${closed ? paint : 'none'}"${
      stroke ? ` stroke="${stroke}" stroke-width="${line}"` : ''
    }${dash ? ` stroke-dasharray="${dash}"` : ''}/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height.toFixed(0)}" viewBox="0 0 ${width} ${height.toFixed(0)}"><rect width="${width}" height="${height.toFixed(0)}" fill="#fffef9"/>${paths.join('')}</svg>`;
}
