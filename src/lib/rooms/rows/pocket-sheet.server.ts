import type { Content } from 'pdfmake/interfaces';
import { atLeast } from '../../../../core/measure/apportion';
import {
  formatBearing,
  formatLength,
  formatNumber,
  type UnitSystem,
} from '../../../../core/measure/units';
import type { RefillPoint } from '../../../../core/crew/caches';
import type { RowFall } from '../../../../core/rows/fall';
import type { Plane } from '../../../../core/measure/plane';
import { breaksOf, type Leg, type SettingOut } from '../../../../core/rows/setting-out';
import type { Tag } from '../../../../core/rows/trial';
import { STRING_LENGTH } from '../../../../core/rows/layout';
import { summarise, type RowRhythm, type StoredRow } from '../../../../core/rows/stored';
import { heading, LINES, print } from '../../server/pdf';

export interface SheetContent {
  block: string;
  site: string;
  /** Length of the crew's string, metres; the usual one where nobody said. */
  string?: number;
  version: number;
  day: string;
  rhythm: RowRhythm;
  rows: readonly StoredRow[];
  species: readonly { letter: string; name: string; colour: string; stock: string }[];
  /** The block's own way, then what differs and for whom. */
  brief: string[];
  units: UnitSystem;
  /** One card a planter, or a single sheet of all rows. */
  cards: {
    title: string;
    rows: readonly StoredRow[];
    /** Where bags run empty that are filled at the card's first tree. */
    refills: readonly RefillPoint[];
  }[];
}

/** Pocket sheets: every row with its first and last peg, length, trees and ribbon, A5, one hand wide. */
export function pocketSheet(content: SheetContent): Promise<Buffer> {
  return print(
    content,
    'pocket sheet',
    content.cards.flatMap((card, i) => sheet(content, card, i > 0)),
  );
}

/** What a crew pegs by: baseline, right angle, diagonals, and every row's strings. */
export function settingOutSheet(content: {
  block: string;
  site: string;
  version: number;
  day: string;
  units: UnitSystem;
  out: SettingOut;
  /** True fall of each row, where heights are known. */
  falls?: readonly RowFall[];
  plane: Plane;
}): Promise<Buffer> {
  const { out, units, falls, plane } = content;
  const length = (metres: number, decimals = 2) => formatLength(metres, units, decimals);
  const { baseline } = out;
  const intro: Content[] = [
    { text: `${content.block}, setting out`, fontSize: 17, bold: true },
    { text: content.site, color: '#4d5951', margin: [0, 2, 0, 6] },
  ];
  if (baseline) {
    intro.push({
      text: `Baseline ${length(baseline.length)} on ${formatBearing(baseline.bearing)}. Right angle at its first peg: ${baseline.rightAngle
        .map((side) => length(side, 0))
        .join(
          ' – ',
        )}. Check the square ${length(baseline.square.width)} by ${length(baseline.square.height)}: both diagonals read ${length(baseline.square.diagonal)}.`,
      margin: [0, 0, 0, 6],
    });
  }
  const frame = out.frameSteps
    ? `Level lines by A-frame: legs ${length(out.frameSpread)} apart, ${formatNumber(out.frameSteps)} steps in all. `
    : '';
  const lanes = out.rows.some(({ spots }) => spots !== undefined)
    ? 'Lanes run through scattered spots: a flag at the first, then from spot to spot by the phone, a receiver, or compass and tape as below. '
    : '';
  intro.push({
    text: `${frame}${lanes}Paint or flag goes back after the hole is dug. Locate and mark buried services before driving pegs.`,
    margin: [0, 0, 0, 8],
  });
  return print(content, 'setting out', [
    ...intro,
    {
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: [24, baseline ? 48 : 0, baseline ? 44 : 0, 44, 46, 40, '*'],
        body: [
          heading(
            'Row',
            baseline ? 'On baseline' : '',
            baseline ? 'First peg' : '',
            'Level',
            'On ground',
            falls ? 'Fall' : '',
            'Strings end at',
          ),
          ...out.rows.map((row, i) => [
            { text: String(row.row), bold: true },
            baseline ? length(baseline.pegs[i].along) : '',
            baseline ? length(baseline.pegs[i].firstPeg) : '',
            length(row.level, 1),
            length(row.ground, 1),
            falls ? fallWords(falls[row.row - 1]) : '',
            [
              row.spots === undefined
                ? row.strings.map(({ to }) => length(to, 1)).join(', ')
                : `lane, ${formatNumber(row.spots)} spots`,
              ...row.breaks.map(({ from, to }) => `none ${length(from, 1)} to ${length(to, 1)}`),
            ].join('; '),
          ]),
        ],
      },
      layout: LINES,
    },
    ...lanesBySpots(out, plane, length),
  ]);
}

/** How every spot of every lane is come to, for whoever has a compass and a tape. */
function lanesBySpots(
  { rows }: SettingOut,
  plane: Plane,
  length: (metres: number, decimals?: number) => string,
): Content[] {
  const lanes = rows.flatMap(({ row, walk }) => (walk ? [{ row, ...walk }] : []));
  if (!lanes.length) return [];
  const to = ({ metres, bearing }: Omit<Leg, 'peg'>) =>
    `${formatBearing(bearing)} ${length(metres, 1)}`;
  return [
    {
      text: 'From spot to spot: bearings from true north (set the compass to the declination of the place), level tape.',
      bold: true,
      margin: [0, 12, 0, 4],
    },
    ...lanes.map(({ row, first, before, legs }): Content => {
      const [longitude, latitude] = plane.toLonLat(first);
      const begins = `spot 1 at ${latitude.toFixed(6)}, ${longitude.toFixed(6)}${
        before ? ` (${to(before)} from the last spot of lane ${row - 1})` : ''
      }`;
      return {
        text: [
          { text: `Lane ${row}: `, bold: true },
          [begins, ...legs.map((leg) => `${leg.peg}: ${to(leg)}`)].join(' · '),
        ],
        margin: [0, 0, 0, 3],
      };
    }),
  ];
}

const fallWords = ({ fall }: RowFall): string =>
  !Number.isFinite(fall)
    ? ''
    : Math.abs(fall) < 1 / 2000
      ? 'level'
      : `1 in ${Math.round(1 / Math.abs(fall))}`;

/** The tags of a trial, in the order in which they are hung. */
export function tagList(content: {
  block: string;
  version: number;
  day: string;
  treatments: readonly string[];
  tags: readonly Tag[];
}): Promise<Buffer> {
  const { tags, treatments } = content;
  return print(content, 'tags', [
    { text: `${content.block}, tags of the trial`, fontSize: 17, bold: true },
    {
      text: `${formatNumber(tags.length)} tags: block, treatment, tree. The tag on the tree must match its spot. ${treatments
        .map((name, i) => `${String.fromCharCode(65 + i)} ${name}`)
        .join(', ')}.`,
      margin: [0, 3, 0, 8],
    },
    {
      columns: [0, 1, 2].map((column) => {
        const third = Math.ceil(tags.length / 3);
        return {
          table: {
            headerRows: 1,
            widths: [40, 26, 26],
            body: [
              heading('Tag', 'Row', 'Peg'),
              ...tags
                .slice(column * third, (column + 1) * third)
                .map(({ code, row, peg }) => [{ text: code, bold: true }, `${row}`, `${peg}`]),
            ],
          },
          layout: LINES,
        };
      }),
    },
  ]);
}

function sheet(
  content: SheetContent,
  card: SheetContent['cards'][number],
  newPage: boolean,
): Content[] {
  const { rhythm, species, units } = content;
  const lanes = card.rows.filter(({ listed }) => listed).length;
  const rows = card.rows.length - lanes;
  const summaries = card.rows.map((row) => summarise(row));
  const trees = summaries.reduce((sum, row) => sum + row.trees, 0);
  const longest = Math.max(1, ...summaries.map((row) => row.trees));
  const length = (metres: number) => formatLength(metres, units, 1);
  return [
    { text: card.title, fontSize: 17, bold: true, pageBreak: newPage ? 'before' : undefined },
    {
      text: [
        content.site,
        content.block,
        rows && `${rows} ${rows === 1 ? 'row' : 'rows'}`,
        lanes && `${lanes} ${lanes === 1 ? 'lane' : 'lanes'} through scattered spots`,
        `${formatNumber(trees)} trees`,
        rows && `every ${length(rhythm.step)} in the row, rows ${length(rhythm.between)} apart`,
        rows && `strings of ${length(content.string ?? STRING_LENGTH)}`,
      ]
        .filter(Boolean)
        .join(' · '),
      color: '#4d5951',
      margin: [0, 2, 0, 4],
    },
    {
      // A line breaks between two species, never within one.
      text: species
        .map(({ letter, name, stock }) => `${letter} ${name}, ${stock}`.replaceAll(' ', '\u00a0'))
        .join('    '),
      bold: true,
      margin: [0, 0, 0, 4],
    },
    ...content.brief.map((text) => ({
      text,
      margin: [0, 0, 0, 2] as [number, number, number, number],
    })),
    {
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: [20, 36, 36, 38, 24, '*'],
        body: [
          heading('Row', 'First peg', 'Last peg', 'Length', 'Trees', 'Species, from the first peg'),
          ...summaries.map((row) => [
            { text: String(row.number), bold: true },
            { text: length(row.first) },
            { text: length(row.last) },
            { text: length(row.last - row.first) },
            { text: String(row.trees) },
            {
              stack: [
                ...ribbonLines(row.runs, species, longest).map((svg) => ({
                  ...{
                    svg,
                    width: RIBBON,
                    margin: [0, 0, 0, 1] as [number, number, number, number],
                  },
                })),
                ...breaksIn(row, length),
                ...emptyIn(row.number, card.refills),
              ],
            },
          ]),
        ],
      },
      layout: LINES,
    },
    {
      text: 'Check the square by 3-4-5 at the baseline; both diagonals must agree. Locate and mark buried services before digging.',
      color: '#4d5951',
      margin: [0, 6, 0, 0],
      fontSize: 7.5,
    },
  ];
}

/** "No trees from 96.0 m to 118.0 m", where a row has a break. */
function breaksIn(row: StoredRow, length: (metres: number) => string): Content[] {
  const breaks = breaksOf(row);
  if (!breaks.length) return [];
  const said = breaks.map(({ from, to }) => `${length(from)} to ${length(to)}`).join(', and from ');
  return [{ text: `No trees from ${said}.`, fontSize: 7, margin: [0, 1, 0, 0] }];
}

/** "Bag empty after peg 57 and peg 257", where a row has a refill. */
function emptyIn(row: number, refills: readonly RefillPoint[]): Content[] {
  const pegs = refills.filter((point) => point.row === row).map(({ peg }) => `peg ${peg}`);
  if (!pegs.length) return [];
  return [{ text: `Bag empty after ${pegs.join(' and ')}.`, fontSize: 7, margin: [0, 1, 0, 0] }];
}

/** Width of the ribbon of the longest row, in points. */
const RIBBON = 190;

/**
 * The row ribbon in print: to scale, except that every run is wide enough for its letter and count; what does not fit
 * beside one another goes on below, so that many short runs stay as large as few long ones.
 */
export function ribbonLines(
  runs: readonly number[],
  species: readonly Pick<SheetContent['species'][number], 'letter' | 'colour'>[],
  longest: number,
): string[] {
  const parts = Array.from({ length: runs.length / 2 }, (_, i) => {
    const { colour, letter } = species[runs[2 * i]];
    const label = `${letter} ${runs[2 * i + 1]}`;
    return { colour, label, count: runs[2 * i + 1], least: label.length * 4 + 3 };
  });
  const lines: (typeof parts)[] = [[]];
  let filled = 0;
  for (const part of parts) {
    if (filled + part.least > RIBBON && filled > 0) {
      lines.push([]);
      filled = 0;
    }
    lines[lines.length - 1].push(part);
    filled += part.least;
  }
  return lines.map((line) => {
    // On one line widths are to scale with the longest row; over several each is as long as it is.
    const trees = line.reduce((sum, { count }) => sum + count, 0);
    const whole = lines.length > 1 ? Math.max(trees, 1) : longest;
    const widths = atLeast(
      line.map(({ count }) => (RIBBON * count) / whole),
      line.map(({ least }) => least),
    );
    let x = 0;
    let body = '';
    line.forEach(({ colour, label }, i) => {
      body +=
        `<rect x="${x}" y="0" width="${Math.max(0.4, widths[i] - 0.6)}" height="11" fill="${colour}"/>` +
        `<text x="${x + 2}" y="8.2" font-size="7" font-weight="bold" fill="#ffffff" font-family="Atkinson">${label}</text>`;
      x += widths[i];
    });
    const drawn = Math.max(RIBBON, x);
    return `<svg xmlns="http://www.w3.org/2000/svg" width="${RIBBON}" height="11" viewBox="0 0 ${drawn} 11">${body}</svg>`;
  });
}
