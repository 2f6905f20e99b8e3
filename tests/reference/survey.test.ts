import assert from 'node:assert/strict';
import { test } from 'node:test';
import geographiclib from 'geographiclib-geodesic';
import { closeTraverse, fromSidesAndDiagonal, rectangle, type Leg } from '../../core/ground/survey';
import { localPlane, type Point } from '../../core/measure/plane';
import { radians } from '../../core/measure/units';

const near = (found: number, wanted: number, within: number) =>
  assert.ok(Math.abs(found - wanted) <= within, `${found} is not ${wanted}`);

/** Solves a small linear system by elimination with pivoting: independent of what is checked. */
function solve(matrix: number[][], right: number[]): number[] {
  const rows = matrix.map((row, i) => [...row, right[i]]);
  for (let c = 0; c < rows.length; c++) {
    const pivot = rows
      .slice(c)
      .reduce((p, row, i) => (Math.abs(row[c]) > Math.abs(rows[p][c]) ? c + i : p), c);
    [rows[c], rows[pivot]] = [rows[pivot], rows[c]];
    for (let r = 0; r < rows.length; r++) {
      if (r === c) continue;
      const factor = rows[r][c] / rows[c][c];
      for (let k = c; k <= rows.length; k++) rows[r][k] -= factor * rows[c][k];
    }
  }
  return rows.map((row, i) => row[rows.length] / row[i]);
}

// Least squares with weights 1 / length gives the compass rule: Bowditch's own argument, as surveying
// textbooks prove it (condition equations, one for east and one for north). Computed here from the normal
// equations of the constrained problem, not from the rule.
test('the compass rule is the least squares adjustment with variance growing with length', () => {
  const legs: Leg[] = [
    { bearing: radians(12), length: 140.2 },
    { bearing: radians(98), length: 75.5 },
    { bearing: radians(171), length: 88.1 },
    { bearing: radians(204), length: 60.4 },
    { bearing: radians(279), length: 81.7 },
  ];
  const adjusted = closeTraverse(legs).corners;
  for (const axis of [0, 1] as const) {
    const parts = legs.map(
      ({ bearing, length }) => length * (axis ? Math.cos(bearing) : Math.sin(bearing)),
    );
    // Minimise Σ vᵢ²/Lᵢ subject to Σ (partᵢ + vᵢ) = 0: unknowns v₁ … vₙ and a multiplier.
    const n = legs.length;
    const matrix = Array.from({ length: n + 1 }, (_, r) =>
      Array.from({ length: n + 1 }, (_, c) =>
        r < n && c === r ? 2 / legs[r].length : (r === n) !== (c === n) ? 1 : 0,
      ),
    );
    const solution = solve(matrix, [...legs.map(() => 0), -parts.reduce((a, b) => a + b, 0)]);
    let at = 0;
    for (let i = 0; i + 1 < n; i++) {
      at += parts[i] + solution[i];
      near(adjusted[i + 1][axis], at, 1e-9);
    }
  }
});

// Triangles with whole sides: 3-4-5 and 5-12-13 on one diagonal (Euclid, Elements I.47).
test('four sides and a diagonal: right angles where the sides are Pythagorean', () => {
  const ring = fromSidesAndDiagonal([30, 40, 48, 14], 50, 0);
  const angle = (a: Point, b: Point, c: Point) =>
    (a[0] - b[0]) * (c[0] - b[0]) + (a[1] - b[1]) * (c[1] - b[1]);
  near(angle(ring[0], ring[1], ring[2]), 0, 1e-9);
  near(angle(ring[2], ring[3], ring[0]), 0, 1e-9);
  near(Math.hypot(ring[2][0], ring[2][1]), 50, 1e-9);
});

// GeographicLib (C. Karney) on WGS 84: sides and area on the ellipsoid.
test('a rectangle placed anywhere keeps its taped sides and its area on the ellipsoid', () => {
  const { WGS84 } = geographiclib.Geodesic;
  for (const place of [
    [8.1, 47.2],
    [174.8, -41.3],
    [-122.5, 45.5],
    [36.8, 0.01],
  ] as Point[]) {
    const { toLonLat } = localPlane(place);
    const ring = rectangle(240, 130, radians(33)).map(toLonLat);
    const polygon = WGS84.Polygon(false);
    ring.forEach(([lon, lat], i) => {
      polygon.AddPoint(lat, lon);
      const [nextLon, nextLat] = ring[(i + 1) % 4];
      near(WGS84.Inverse(lat, lon, nextLat, nextLon).s12!, i % 2 ? 130 : 240, 0.001);
    });
    near(Math.abs(polygon.Compute(false, true).area!), 240 * 130, 0.05);
  }
});
