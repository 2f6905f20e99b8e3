import type { MultiPolygon } from '../../../../core/ground/polygon';

/** A planned plot as a small plan shows it. */
interface Drawn {
  centre: readonly number[];
  number: number;
  found?: { faulty: number };
}

/**
 * The block with its plots, small enough for a sheet: open ones dashed, faulty ones red, good ones green.
 * @param boundary and centres in the block's plane, metres
 */
export function planSvg(boundary: MultiPolygon, planned: readonly Drawn[]): string {
  const points = boundary.flat(2);
  const [west, east] = [Math.min(...points.map(([x]) => x)), Math.max(...points.map(([x]) => x))];
  const [south, north] = [
    Math.min(...points.map(([, y]) => y)),
    Math.max(...points.map(([, y]) => y)),
  ];
  const scale = Math.min(360 / (east - west), 190 / (north - south));
  const at = ([x, y]: readonly number[]) =>
    `${((x - west) * scale + 2).toFixed(1)} ${((north - y) * scale + 2).toFixed(1)}`;
  const rings = boundary
    .flat()
    .map((ring) => `M${ring.map(at).join('L')}Z`)
    .join('');
  const plots = planned.map(({ centre, number, found }) => {
    const [x, y] = at(centre).split(' ');
    const colour = !found ? '#4d5951' : found.faulty ? '#a63a1f' : '#1e6b4f';
    return `<circle cx="${x}" cy="${y}" r="6" fill="#fffef9" stroke="${colour}" stroke-width="1.2"${found ? '' : ' stroke-dasharray="2 2"'}/><text x="${x}" y="${Number(y) + 2.2}" font-size="6" text-anchor="middle" fill="#1b2621">${number}</text>`;
  });
  const [width, height] = [(east - west) * scale + 4, (north - south) * scale + 4];
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width.toFixed(0)}" height="${height.toFixed(0)}" viewBox="0 0 ${width.toFixed(0)} ${height.toFixed(0)}"><path d="${rings}" fill="none" stroke="#1b2621"/>${plots.join('')}</svg>`;
}
