import { words } from '../../src/lib/words';
import { says } from '../says';
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { contours } from 'd3-contour';
import Delaunator from 'delaunator';
import { writeArrayBuffer } from 'geotiff';
import { strToU8, zipSync } from 'fflate';
import { levelLines } from '../../core/ground/contour-lines';
import { planeArea, type MultiPolygon } from '../../core/ground/polygon';
import { surfaceFromPoints } from '../../core/ground/elevation';
import { covers, groundLie, heightAt, lieAtNode, type Surface } from '../../core/ground/surface';
import { readElevation } from '../../core/formats/elevation';
import { localPlane, toUtm, type Point } from '../../core/measure/plane';
import { contourRows } from '../../core/rows/contour';
import { AreaIndex } from '../../core/rows/clip';
import { rowSpan } from '../../core/rows/rowset';
import { terraceEarth } from '../../core/rows/terraces';

/** The open 87 × 61 elevation grid of vega-datasets, laid 10 m from node to node. */
const volcano = JSON.parse(
  readFileSync('node_modules/vega-datasets/data/volcano.json', 'utf8'),
) as { width: number; height: number; values: number[] };
const CELL = 10;
const surface: Surface = {
  minX: 0,
  minY: 0,
  cell: CELL,
  columns: volcano.width,
  rows: volcano.height,
  heights: Float64Array.from(
    { length: volcano.values.length },
    (_, i) =>
      volcano.values[
        (volcano.height - 1 - Math.floor(i / volcano.width)) * volcano.width + (i % volcano.width)
      ],
  ),
};
const area: MultiPolygon = [
  [
    [
      [15, 15],
      [845, 15],
      [845, 585],
      [15, 585],
    ],
  ],
];
const options = {
  step: 2.5,
  between: 12,
  firstPeg: 0,
  headland: 0,
  shortest: 10,
  stopUnder: 0.75,
  startOver: 1.5,
  fall: 0,
};

test('contour rows on the open grid keep to their level within 5 cm, vertex by vertex', () => {
  const { traced, rows, notes } = contourRows(surface, area, options);
  assert.ok(traced.length > 100 && rows.total > 8000);
  const said = notes.find(({ key }) => key === 'rows.noteIntermediate')!;
  assert.equal(said.figures.started, traced.filter(({ from }) => from === 'gap').length);
  assert.equal(
    said.figures.stopped,
    traced.flatMap(({ ends }) => ends).filter((end) => end === 'neighbour').length,
  );
  assert.ok(Number(said.figures.started) > 0 && said.figures.started !== said.figures.stopped);
  for (const { line, level } of traced) {
    for (let i = 0; i < line.length; i += 2) {
      assert.ok(Math.abs(heightAt(surface, line[i], line[i + 1]) - level) < 0.05);
    }
  }
});

test('neighbours stay inside the stop and start limits except at reported ends', () => {
  const { traced } = contourRows(surface, area, options);
  const index = new AreaIndex(area);
  const nearestOther = (x: number, y: number, not: number): number => {
    let best = Infinity;
    traced.forEach(({ line }, row) => {
      if (row === not) return;
      for (let i = 0; i < line.length; i += 2)
        best = Math.min(best, Math.hypot(line[i] - x, line[i + 1] - y));
    });
    return best;
  };
  let [wide, looked] = [0, 0];
  traced.forEach(({ line }, row) => {
    for (let i = 0; i < line.length; i += 40) {
      const gap = nearestOther(line[i], line[i + 1], row);
      assert.ok(gap >= options.stopUnder * options.between - 1e-6, `row ${row + 1} nears another`);
      if (!index.inside(line[i], line[i + 1])) continue;
      looked++;
      if (gap > options.startOver * options.between) {
        wide++;
        // A wide gap is left only where nothing long enough fits: beside a line's end, the edge, or flat ground.
        const ends = traced.flatMap(({ line: other }) => [other.slice(0, 2), other.slice(-2)]);
        const nearEnd = ends.some(
          ([x, y]) => Math.hypot(x - line[i], y - line[i + 1]) < 3 * options.between,
        );
        assert.ok(nearEnd || index.toEdge(line[i], line[i + 1], 40) < 40);
      }
    }
  });
  assert.ok(wide / looked < 0.02, `${wide} of ${looked} gaps are too wide`);
});

// Source: d3-contour, an independent contouring library, on the same grid.
test('the same lines from an independent contouring library, within half a cell', () => {
  const northFirst = Array.from(
    { length: surface.heights.length },
    (_, i) =>
      surface.heights[
        (surface.rows - 1 - Math.floor(i / surface.columns)) * surface.columns +
          (i % surface.columns)
      ],
  );
  const { traced } = contourRows(surface, area, options);
  const long = traced.filter(({ line }) => line.length > 300).slice(0, 12);
  assert.equal(long.length, 12);
  for (const { line, level } of long) {
    const [found] = contours().size([surface.columns, surface.rows]).thresholds([level])(
      northFirst,
    );
    // The library's pixels are a cell wide: their middles are our nodes.
    const legs = found.coordinates
      .flat()
      .map((ring) =>
        ring.map(([x, y]): Point => [(x - 0.5) * CELL, (surface.rows - 0.5 - y) * CELL]),
      );
    for (let i = 0; i < line.length; i += 20) {
      let nearest = Infinity;
      for (const ring of legs)
        for (let k = 1; k < ring.length; k++)
          nearest = Math.min(nearest, toLeg([line[i], line[i + 1]], ring[k - 1], ring[k]));
      assert.ok(nearest < CELL / 2, `level ${level}: ${nearest} m from the library's line`);
    }
  }
  // The plan's own level lines, too.
  const [drawn] = levelLines(surface, 40).filter(({ level }) => level === 120);
  for (let i = 0; i < drawn.segments.length; i += 2)
    assert.ok(Math.abs(heightAt(surface, drawn.segments[i], drawn.segments[i + 1]) - 120) < 0.01);
});

function toLeg([x, y]: Point, [x1, y1]: Point, [x2, y2]: Point): number {
  const [dx, dy] = [x2 - x1, y2 - y1];
  const t = Math.max(0, Math.min(1, ((x - x1) * dx + (y - y1) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(x - x1 - t * dx, y - y1 - t * dy);
}

// Source: the fall that was asked for, held against heights read back from the surface.
test('graded rows fall as asked', () => {
  const fall = 1 / 100;
  const { rows, traced } = contourRows(surface, area, { ...options, fall });
  assert.ok(traced.length > 50);
  traced.forEach(({ line }, row) => {
    const [first, last] = rowSpan(rows, row);
    if (last - first < 60) return;
    let length = 0;
    for (let i = 2; i < line.length; i += 2)
      length += Math.hypot(line[i] - line[i - 2], line[i + 1] - line[i - 1]);
    const drop =
      heightAt(surface, line[0], line[1]) -
      heightAt(surface, line[line.length - 2], line[line.length - 1]);
    assert.ok(Math.abs(drop / length - fall) < fall * 0.12, `row ${row + 1}: ${drop / length}`);
  });
});

// Source: Horn 1981, as printed in GIS manuals: on a plane z = ax + by + c the differences give
// slope √(a² + b²) and aspect atan2(−a, −b) exactly.
test('slope, aspect and area along the ground of a plane', () => {
  const plane: Surface = {
    minX: 0,
    minY: 0,
    cell: 5,
    columns: 41,
    rows: 41,
    heights: Float64Array.from(
      { length: 41 * 41 },
      (_, i) => 100 + 0.12 * 5 * (i % 41) - 0.05 * 5 * Math.floor(i / 41),
    ),
  };
  for (const [column, row] of [
    [0, 0],
    [20, 20],
    [40, 7],
  ]) {
    const { slope, aspect } = lieAtNode(plane, column, row);
    assert.ok(Math.abs(slope - 0.13) < 1e-9);
    // Falls to the west and, a little, to the north.
    assert.ok(Math.abs(aspect - (2 * Math.PI + Math.atan2(-0.12, 0.05))) < 1e-9);
  }
  const block: MultiPolygon = [
    [
      [
        [20, 20],
        [180, 20],
        [180, 180],
        [20, 180],
      ],
    ],
  ];
  const lie = groundLie(plane, block, planeArea(block));
  assert.ok(Math.abs(lie.alongGround - 25_600 * Math.sqrt(1 + 0.13 ** 2)) < 1e-6);
  assert.ok(Math.abs(lie.planeSlope - 0.13) < 1e-9);
  // A block of which a corner lies on the grid is covered, one a metre beside it is not.
  const [wide, tall] = [(plane.columns - 1) * plane.cell, (plane.rows - 1) * plane.cell];
  const corner = (x: number, y: number): MultiPolygon => [
    [
      [
        [x, y],
        [x + 40, y],
        [x + 40, y + 40],
        [x, y + 40],
      ],
    ],
  ];
  const [left, below] = [plane.minX, plane.minY];
  for (const [x, y, on] of [
    [left + wide - 1, below + tall - 1, true],
    [left + wide + 1, below + tall - 1, false],
    [left + wide - 1, below + tall + 1, false],
    [left - 39, below - 39, true],
    [left - 41, below - 39, false],
  ] as const)
    assert.equal(covers(plane, corner(x, y)), on, `${x}, ${y}`);
  // Of nodes in a triangle as many as its area holds: half the square's, to the nodes on its border.
  const half: MultiPolygon = [
    [
      [
        [20, 20],
        [180, 20],
        [20, 180],
      ],
    ],
  ];
  const lowEast = { ...plane, heights: plane.heights.map((_, i) => i % plane.columns) };
  const { highest, meanSlope } = groundLie(lowEast, half, planeArea(half));
  assert.ok(Math.abs(meanSlope - 1 / plane.cell) < 1e-9);
  assert.equal(highest, Math.floor((180 - plane.minX) / plane.cell));
  const along = groundLie(plane, half, planeArea(half));
  assert.ok(Math.abs(along.alongGround - 12_800 * Math.sqrt(1 + 0.13 ** 2)) < 1e-6);
  // Slopes by the five classes of the page: 5, 15, 25 and 40 % belong to the steeper one.
  for (const [slope, steep] of [
    [0.03, 0],
    [0.05, 1],
    [0.13, 1],
    [0.2, 2],
    [0.3, 3],
    [0.6, 4],
  ] as const) {
    const heights = plane.heights.map((_, i) => slope * plane.cell * (i % plane.columns));
    const { classes, highest, lowest, meanSlope } = groundLie({ ...plane, heights }, block, 25_600);
    assert.deepEqual(
      classes.map((share) => share > 0.999),
      [0, 1, 2, 3, 4].map((one) => one === steep),
      `${slope}`,
    );
    assert.ok(Math.abs(meanSlope - slope) < 1e-9);
    assert.ok(Math.abs((highest - lowest) / slope - 160) < 2 * plane.cell);
  }
});

// Source: triangles of the general-purpose library delaunator over the nodes inside, each by Heron.
test('area along the ground agrees with triangulated area on the open grid', () => {
  const nodes: [number, number, number][] = [];
  for (let row = 10; row <= 50; row++)
    for (let column = 10; column <= 70; column++)
      nodes.push([column * CELL, row * CELL, surface.heights[row * surface.columns + column]]);
  const { triangles } = Delaunator.from(nodes as unknown as [number, number][]);
  let total = 0;
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => nodes[triangles[t + k]]);
    const side = (p: number[], q: number[]) => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
    const [x, y, z] = [side(a, b), side(b, c), side(c, a)];
    const s = (x + y + z) / 2;
    total += Math.sqrt(Math.max(0, s * (s - x) * (s - y) * (s - z)));
  }
  const inner: MultiPolygon = [
    [
      [
        [100, 100],
        [700, 100],
        [700, 500],
        [100, 500],
      ],
    ],
  ];
  const { alongGround } = groundLie(surface, inner, planeArea(inner));
  assert.ok(Math.abs(alongGround / total - 1) < 0.02, `${alongGround} against ${total}`);
});

const origin: Point = [11.42, 51.58];
const plane = localPlane(origin);
const boundary: MultiPolygon = [
  [
    (
      [
        [-40, -30],
        [40, -30],
        [40, 30],
        [-40, 30],
      ] as Point[]
    ).map(plane.toLonLat),
  ],
];
const slopeAt = (x: number, y: number) => 200 + 0.1 * x - 0.04 * y;

/** A grid in UTM zone 32N round the block, as values from the north, with its corner. */
function utmGrid(cell = 10, columns = 24, rows = 20) {
  const [east, north] = toUtm(32, false)(origin);
  const [west, south] = [
    Math.round(east) - (columns / 2) * cell,
    Math.round(north) - (rows / 2) * cell,
  ];
  const values: number[] = [];
  for (let row = rows - 1; row >= 0; row--)
    for (let column = 0; column < columns; column++) {
      const x = west + (column + 0.5) * cell;
      const y = south + (row + 0.5) * cell;
      values.push(slopeAt(x - east, y - north));
    }
  return { west, south, cell, columns, rows, values };
}

// Source: Esri's published ASCII grid format, and the GeoTIFF writer of the geotiff library.
test('an ASCII grid and a GeoTIFF of the same ground give the same heights', async () => {
  const grid = utmGrid();
  const ascii = `ncols ${grid.columns}\nnrows ${grid.rows}\nxllcorner ${grid.west}\nyllcorner ${grid.south}\ncellsize ${grid.cell}\nNODATA_value -9999\n${grid.values.join(' ')}\n`;
  const fromAscii = await readElevation(
    ascii,
    'g.asc',
    { zone: '32N', unit: 'm' },
    boundary,
    plane,
  );
  const tiff = await writeArrayBuffer(Float32Array.from(grid.values), {
    width: grid.columns,
    height: grid.rows,
    ModelPixelScale: [grid.cell, grid.cell, 0],
    ModelTiepoint: [0, 0, 0, grid.west, grid.south + grid.rows * grid.cell, 0],
    GTModelTypeGeoKey: 1,
    GTRasterTypeGeoKey: 1,
    ProjectedCSTypeGeoKey: 32632,
    SampleFormat: [3],
    BitsPerSample: [32],
  });
  const fromTiff = await readElevation(tiff, 'g.tif', { unit: 'm' }, boundary, plane);
  assert.match(fromTiff.notes.map((note) => words(note)).join(' '), /UTM zone 32N/);
  for (const [x, y] of [
    [0, 0],
    [31, -22],
    [-38, 17],
  ]) {
    const [e, n] = toUtm(32, false)(plane.toLonLat([x, y]));
    const [e0, n0] = toUtm(32, false)(origin);
    const truth = slopeAt(e - e0, n - n0);
    assert.ok(Math.abs(heightAt(fromAscii.surface, x, y) - truth) < 0.02);
    assert.ok(Math.abs(heightAt(fromTiff.surface, x, y) - truth) < 0.02);
  }
});

test('walked points become a surface by triangulation, exact on a plane', () => {
  const points: [number, number, number][] = [];
  for (let x = -60; x <= 60; x += 11)
    for (let y = -55; y <= 55; y += 9)
      points.push([x + (y % 5), y, 50 + 0.2 * (x + (y % 5)) - 0.1 * y]);
  const { surface: walked } = surfaceFromPoints(points, [
    [
      [
        [-40, -30],
        [40, -30],
        [40, 30],
        [-40, 30],
      ],
    ],
  ]);
  for (const [x, y] of [
    [0, 0],
    [33, -21],
    [-29, 14],
  ])
    assert.ok(Math.abs(heightAt(walked, x, y) - (50 + 0.2 * x - 0.1 * y)) < 1e-3);
});

test('grids that cannot be used are refused with what was found', async () => {
  const grid = utmGrid();
  const text = (changes: Record<string, string | number>, values = grid.values.join(' ')) => {
    const heading = {
      ncols: grid.columns,
      nrows: grid.rows,
      xllcorner: grid.west,
      yllcorner: grid.south,
      cellsize: grid.cell,
      NODATA_value: -9999,
      ...changes,
    };
    return `${Object.entries(heading)
      .map(([key, value]) => `${key} ${value}`)
      .join('\n')}\n${values}`;
  };
  const read = (contents: string, unit: 'm' | 'ft' = 'm', zone: string | undefined = '32N') =>
    readElevation(contents, 'g.asc', { zone, unit }, boundary, plane);
  await assert.rejects(read(text({ ncols: 30 })), says(/30 × 20 = 600 heights; 480 were found/));
  await assert.rejects(read(text({ nrows: 3 })), says(/73 or more were found/));
  await assert.rejects(read(text({}), 'm', ''), says(/Give its UTM zone or EPSG code/));
  await assert.rejects(read(text({ cellsize: 0 })), says(/cell size 0/));
  await assert.rejects(
    read(text({ xllcorner: grid.west + 50_000 })),
    says(/does not cover this block/),
  );
  await assert.rejects(read(''), says(/file is empty/));
  await assert.rejects(
    read(text({}, grid.values.map((z) => z * 100).join(' '))),
    says(/They may be feet/),
  );
  const feet = await read(text({}, grid.values.map((z) => z / 0.3048).join(' ')), 'ft');
  assert.ok(Math.abs(heightAt(feet.surface, 0, 0) - 200) < 0.05);
  const holed = grid.values.map((z, i) => (i === 250 ? -9999 : z)).join(' ');
  const holes = await read(text({}, holed));
  assert.match(holes.notes.map((note) => words(note)).join(' '), /has no height/);
});

test('level ground, a baseline that misses and limits that contradict are told', () => {
  const flat: Surface = { ...surface, heights: new Float64Array(surface.heights.length).fill(7) };
  assert.throws(() => contourRows(flat, area, options), says(/Lay straight rows instead/));
  assert.throws(
    () =>
      contourRows(surface, area, {
        ...options,
        baseline: [
          [9000, 9000],
          [9100, 9000],
        ],
      }),
    says(/misses the block/),
  );
  assert.throws(
    () => contourRows(surface, area, { ...options, startOver: 1.2 }),
    says(/at least twice the stop limit/),
  );
});

// Source: level bench terraces move W·D/8 of earth a metre (width by vertical interval), as printed in
// soil-conservation handbooks; formula from memory.
test('earth of a level bench is W·D/8', () => {
  const level = terraceEarth(100, 0.3, { width: 2, inwardFall: 0, stepEvery: 0, stepLength: 0 });
  assert.ok(Math.abs(level.perMetre.value - (2 * 0.6) / 8) < 1e-12);
  assert.ok(Math.abs(level.total.value - 15) < 1e-9);
  const steps = terraceEarth(100, 0.3, { width: 2, inwardFall: 0, stepEvery: 10, stepLength: 1 });
  assert.ok(Math.abs(steps.total.value - 13.5) < 1e-9 && steps.uncutSteps === 10);
  const refused = (more: object) =>
    assert.throws(
      () =>
        terraceEarth(100, 0.3, {
          ...{ width: 2, inwardFall: 0.1, stepEvery: 10, stepLength: 1, ...more },
        }),
      says(/./),
    );
  for (const more of [
    ...[{ stepLength: 10 }, { stepLength: -1 }, { inwardFall: 2 }, { inwardFall: -0.1 }],
    ...[{ width: 0 }, { width: 50 }, { width: NaN }],
  ])
    refused(more);
  // Ground that falls inward by 10 cm over 2 m parts by so much more.
  const inward = terraceEarth(100, 0.3, { width: 2, inwardFall: 0.1, stepEvery: 0, stepLength: 0 });
  assert.ok(Math.abs(inward.perMetre.value - (2 * 0.7) / 8) < 1e-12);
});

// The GeoTIFF writer of the geotiff library; EPSG 25832 is UTM zone 32N on ETRS89.
test('of a large GeoTIFF in a national projection only the block’s window is read', async () => {
  const grid = utmGrid(4, 400, 360);
  const tiff = await writeArrayBuffer(Float32Array.from(grid.values), {
    width: grid.columns,
    height: grid.rows,
    ModelPixelScale: [grid.cell, grid.cell, 0],
    ModelTiepoint: [0, 0, 0, grid.west, grid.south + grid.rows * grid.cell, 0],
    GTModelTypeGeoKey: 1,
    GTRasterTypeGeoKey: 1,
    ProjectedCSTypeGeoKey: 25832,
    SampleFormat: [3],
    BitsPerSample: [32],
  });
  const { surface, notes } = await readElevation(tiff, 'g.tif', { unit: 'm' }, boundary, plane);
  assert.match(notes.map((note) => words(note)).join(' '), /EPSG:25832/);
  const [e0, n0] = toUtm(32, false)(origin);
  for (const [x, y] of [
    [0, 0],
    [39, -29],
    [-60, 50],
  ]) {
    const [e, n] = toUtm(32, false)(plane.toLonLat([x, y]));
    assert.ok(Math.abs(heightAt(surface, x, y) - slopeAt(e - e0, n - n0)) < 0.02, `${x}, ${y}`);
  }
  const elsewhere = localPlane([origin[0] + 1, origin[1]]);
  const far = boundary.map((rings) =>
    rings.map((ring) => ring.map(([lon, lat]): Point => [lon + 1, lat])),
  );
  await assert.rejects(
    readElevation(tiff, 'g.tif', { unit: 'm' }, far, elsewhere),
    says(/does not cover this block/),
  );
});

test('a table parted by blanks, and an archive with its projection file, are the same ground', async () => {
  const grid = utmGrid(8, 60, 50);
  const lines = grid.values.map((z, i) => {
    const x = grid.west + ((i % grid.columns) + 0.5) * grid.cell;
    const y = grid.south + (grid.rows - Math.floor(i / grid.columns) - 0.5) * grid.cell;
    return `  ${x.toFixed(2)}   ${y.toFixed(2)} ${z.toFixed(4)}`;
  });
  const text = lines.join('\n');
  const table = await readElevation(text, 'g.xyz', { zone: '32N', unit: 'm' }, boundary, plane);
  const wkt =
    'PROJCS["WGS_1984_UTM_Zone_32N",GEOGCS["GCS_WGS_1984",DATUM["D_WGS_1984",SPHEROID["WGS_1984",6378137,298.257223563]],' +
    'PRIMEM["Greenwich",0],UNIT["Degree",0.017453292519943295]],PROJECTION["Transverse_Mercator"],PARAMETER["latitude_of_origin",0],' +
    'PARAMETER["central_meridian",9],PARAMETER["scale_factor",0.9996],PARAMETER["false_easting",500000],PARAMETER["false_northing",0],UNIT["Meter",1]]';
  const zipped = zipSync({ 'a/g.xyz': strToU8(text), 'a/g.prj': strToU8(wkt) });
  const archive = await readElevation(
    zipped.slice().buffer,
    'g.zip',
    { unit: 'm' },
    boundary,
    plane,
  );
  const [e0, n0] = toUtm(32, false)(origin);
  for (const [x, y] of [
    [5, 7],
    [-31, 22],
  ]) {
    const [e, n] = toUtm(32, false)(plane.toLonLat([x, y]));
    const truth = slopeAt(e - e0, n - n0);
    assert.ok(Math.abs(heightAt(table.surface, x, y) - truth) < 0.02);
    assert.ok(Math.abs(heightAt(archive.surface, x, y) - truth) < 0.02);
  }
  await assert.rejects(
    readElevation(
      zipSync({ 'readme.md': strToU8('x') }).slice().buffer,
      'g.zip',
      { unit: 'm' },
      boundary,
      plane,
    ),
    says(/elevation/i),
  );
});

test('heights in feet taken for metres are suspected by their slopes, and only then', async () => {
  const steep = utmGrid();
  const text = (values: number[]) =>
    `ncols ${steep.columns}\nnrows ${steep.rows}\nxllcorner ${steep.west}\nyllcorner ${steep.south}\ncellsize ${steep.cell}\n${values.join(' ')}`;
  const keys = async (values: number[], unit: 'm' | 'ft') =>
    (await readElevation(text(values), 'g.asc', { zone: '32N', unit }, boundary, plane)).notes.map(
      ({ key }) => key as string,
    );
  // 0.1 east and 0.04 south is a slope of 10.8 %; a hill three times as steep is not feet yet.
  const by = (factor: number) => steep.values.map((z) => 500 + (z - 200) * factor);
  assert.ok(!(await keys(by(3), 'm')).includes('formats.noteFeetSuspected'));
  assert.ok((await keys(by(3 * 3.28), 'm')).includes('formats.noteFeetSuspected'));
  assert.ok(!(await keys(by(3 * 3.28), 'ft')).includes('formats.noteFeetSuspected'));
});
