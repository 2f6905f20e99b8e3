import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import OlPolygon from 'ol/geom/Polygon.js';
import { getArea } from 'ol/sphere.js';
import { areaBothWays, geodesicMeasure, type MultiPolygon } from '../../core/ground/polygon';
import { localPlane, type Point } from '../../core/measure/plane';
import { fromFrame, layLattice, toFrame } from '../../core/rows/lattice';
import { positions, rowsOfLattice } from '../../core/rows/rowset';

// Source: the polygon example in the documentation of GeographicLib's Planimeter, a coarse outline
// of Antarctica: perimeter 16 831 067.893 m, area 13 662 703 680 020.1 m². Figures from memory.
test('geodesic area and perimeter as published', () => {
  const outline: Point[] = [
    [-58, -63.1],
    [-74, -72.9],
    [-102, -71.9],
    [-102, -74.9],
    [-131, -74.3],
    [-163, -77.5],
    [163, -77.4],
    [172, -71.7],
    [140, -65.9],
    [113, -65.7],
    [88, -66.6],
    [59, -66.9],
    [25, -69.8],
    [-4, -70.0],
    [-14, -71.0],
    [-33, -77.3],
    [-46, -77.9],
    [-61, -74.7],
  ];
  const { area, perimeter } = geodesicMeasure([[outline]]);
  assert.equal(perimeter.toFixed(3), '16831067.893');
  assert.equal(area.toFixed(1), '13662703680020.1');
});

interface Topology {
  transform: { scale: Point; translate: Point };
  arcs: Point[][];
  objects: Record<
    string,
    { geometries: { id: string; type: string; arcs: number[][] | number[][][] }[] }
  >;
}

/** Outlines of the open London boroughs file of vega-datasets (TopoJSON, quantised arcs). */
function boroughs(): { id: string; ring: Point[] }[] {
  const file = 'node_modules/vega-datasets/data/londonBoroughs.json';
  const topology = JSON.parse(readFileSync(file, 'utf8')) as Topology;
  const { scale, translate } = topology.transform;
  const arcs = topology.arcs.map((arc) => {
    let [x, y] = [0, 0];
    return arc.map(([dx, dy]): Point => [
      (x += dx) * scale[0] + translate[0],
      (y += dy) * scale[1] + translate[1],
    ]);
  });
  const ringOf = (indices: number[]) =>
    indices.flatMap((index) =>
      (index < 0 ? [...arcs[~index]].reverse() : arcs[index]).slice(0, -1),
    );
  return Object.values(topology.objects)[0]
    .geometries.filter(({ type }) => type === 'Polygon')
    .map(({ id, arcs: rings }) => ({ id, ring: ringOf((rings as number[][])[0]) }));
}

// Source: real outlines of vega-datasets; area against OpenLayers' spherical one (Chamberlain &
// Duquette), which differs from the ellipsoid by up to half a per cent, and plane against ellipsoid.
test('areas of real outlines', () => {
  const outlines = boroughs();
  assert.ok(outlines.length >= 25);
  for (const { id, ring } of outlines) {
    const xs = ring.map(([x]) => x);
    const ys = ring.map(([, y]) => y);
    const plane = localPlane([
      (Math.min(...xs) + Math.max(...xs)) / 2,
      (Math.min(...ys) + Math.max(...ys)) / 2,
    ]);
    const both = areaBothWays([[ring]], plane);
    assert.ok(
      Math.abs(both.plane / both.geodesic - 1) < 1e-3,
      `${id}: plane ${both.plane / both.geodesic}`,
    );
    const sphere = getArea(new OlPolygon([[...ring, ring[0]]]), { projection: 'EPSG:4326' });
    assert.ok(
      Math.abs(sphere / both.geodesic - 1) < 6e-3,
      `${id}: sphere ${sphere / both.geodesic}`,
    );
  }
});

// Source: OpenLayers' point-in-polygon, a general-purpose library, asked for every grid point.
test('rows in real outlines hold the very points a geometry library calls inside', () => {
  for (const { id, ring } of boroughs().slice(0, 12)) {
    const plane = localPlane(ring[0]);
    const flat = ring.map(plane.toPlane);
    const area: MultiPolygon = [[flat]];
    const frame = { bearing: 0.37, side: 1 as const, baseline: 0, anchor: 17 };
    const spacing = { step: 61, between: 83, stagger: 0.5, firstPeg: 0, headland: 0, shortest: 0 };
    const lattice = layLattice(area, frame, spacing);
    const polygon = new OlPolygon([[...flat, flat[0]]]);
    const xy = positions(rowsOfLattice(lattice));
    for (let i = 0; i < lattice.total; i++) {
      assert.ok(
        polygon.intersectsCoordinate([xy[2 * i], xy[2 * i + 1]]),
        `${id}: position ${i} lies outside`,
      );
    }
    const uv = flat.map((point) => toFrame(frame, point));
    const [u0, u1] = [Math.min(...uv.map(([u]) => u)), Math.max(...uv.map(([u]) => u))];
    const [v0, v1] = [Math.min(...uv.map(([, v]) => v)), Math.max(...uv.map(([, v]) => v))];
    let counted = 0;
    for (let row = Math.floor((v0 - 17) / 83); row * 83 + 17 <= v1; row++) {
      const shift = Math.abs(row % 2) * 0.5;
      for (let peg = Math.floor(u0 / 61) - 1; (peg + shift) * 61 <= u1; peg++) {
        if (polygon.intersectsCoordinate(fromFrame(frame, [(peg + shift) * 61, row * 83 + 17])))
          counted++;
      }
    }
    assert.equal(lattice.total, counted, id);
  }
});
