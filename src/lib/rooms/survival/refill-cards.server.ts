import type { Content } from 'pdfmake/interfaces';
import { formatDay, type Day } from '../../../../core/measure/dates';
import { formatLength, formatNumber, type UnitSystem } from '../../../../core/measure/units';
import { pegChainage, type RowSet } from '../../../../core/rows/rowset';
import { refillStretches, type RefillStretch } from '../../../../core/survival/refilling';
import { heading, LINES, print, type PrintedAbout } from '../../server/pdf';
import type { RefillRow } from './tables.server';

export interface RefillCards {
  about: PrintedAbout & { site: string };
  number: number;
  plantOn: Day;
  units: UnitSystem;
  /** Rows of the version, and the number of each. */
  pegs: RowSet;
  rowNumbers: readonly number[];
  trees: readonly number[];
  species: ReadonlyMap<string, { letter: string; name: string; colour: string }>;
  /** One card a planter, or one of all rows where none are shared out. */
  cards: { title: string; rows: readonly RefillRow[] }[];
}

/** Row cards of a refill: where along each row the dead places lie, and what goes in. What lives stays. */
export const refillCards = (content: RefillCards): Promise<Buffer> =>
  print(
    content.about,
    `refill ${content.number}`,
    content.cards.flatMap((card, i) => cardOf(content, card, i > 0)),
  );

/** Trees by species that a card's rows take as far as they are known, the most first. */
export function treesOfCard(rows: readonly RefillRow[]): [string, number][] {
  const count = new Map<string, number>();
  for (const { speciesId } of rows.flatMap(({ pegs }) => pegs))
    count.set(speciesId, (count.get(speciesId) ?? 0) + 1);
  return [...count].sort((a, b) => b[1] - a[1]);
}

/** Rows whose dead nobody noted by peg, with how many are expected in them: who carries the card finds their pegs on the way. */
export function rowsToWalk(rows: readonly RefillRow[]) {
  const walked = rows.filter(({ pegs, expected }) => !pegs.length && expected > 0);
  return { walked, expected: Math.round(walked.reduce((sum, row) => sum + row.expected, 0)) };
}

function cardOf(content: RefillCards, card: RefillCards['cards'][0], newPage: boolean): Content[] {
  const { species, about, plantOn } = content;
  const known = card.rows.filter(({ pegs }) => pegs.length);
  const { walked, expected } = rowsToWalk(card.rows);
  const name = (id: string) => species.get(id)?.name.toLowerCase() ?? '';
  return [
    { text: card.title, fontSize: 17, bold: true, pageBreak: newPage ? 'before' : undefined },
    {
      text: [
        about.site,
        about.block,
        `refill ${content.number}, from ${formatDay(plantOn, true)}`,
        `${known.length} rows counted`,
      ].join(' · '),
      color: '#4d5951',
      margin: [0, 2, 0, 4],
    },
    {
      text:
        treesOfCard(card.rows)
          .map(
            ([id, trees]) =>
              `${formatNumber(trees)} ${name(id)} (${species.get(id)?.letter ?? ''})`,
          )
          .join(', ') || 'No place is known by its peg.',
      bold: true,
      margin: [0, 0, 0, 4],
    },
    {
      text: 'Set a tree where the dead one stood, or a hand beside its hole. Whatever lives stays, browsed and crooked too; a peg that lives after all is passed by.',
      margin: [0, 0, 0, 6],
    },
    {
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: [22, 30, '*'],
        body: [
          heading('Row', 'Places', 'Pegs, with metres from the first peg of the row'),
          ...known.map((row) => [
            { text: String(row.row), bold: true },
            { text: String(row.pegs.length) },
            { stack: rowOf(content, row) },
          ]),
        ],
      },
      layout: LINES,
    },
    ...(walked.length
      ? [
          {
            text: `Walk rows ${walked.map(({ row }) => row).join(', ')} too: nobody noted which of their trees are dead. About ${formatNumber(expected)} places are; fill what you find.`,
            margin: [0, 6, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
    {
      text: 'Locate and mark buried services before digging.',
      color: '#4d5951',
      margin: [0, 6, 0, 0],
      fontSize: 7.5,
    },
  ];
}

function rowOf(
  { pegs, rowNumbers, trees, species, units }: RefillCards,
  row: RefillRow,
): Content[] {
  const index = rowNumbers.indexOf(row.row);
  const stretches = refillStretches(row.pegs, (peg) => pegChainage(pegs, index, peg));
  const words = stretches.map(({ speciesId, from, to, at }) => {
    const where = from === to ? `${from}` : `${from} to ${to}`;
    const letter = species.get(speciesId)?.letter ?? '';
    // A peg is not parted from its letter and metres at the end of a line.
    return `${where} ${letter} (${formatLength(at, units, 1)})`.replaceAll(' ', '\u00a0');
  });
  return [
    { svg: strip(stretches, trees[index] ?? 1, species), width: STRIP },
    { text: words.join(', '), margin: [0, 1, 0, 0] },
  ];
}

/** Width of a row as it is drawn, points. */
const STRIP = 250;

/** The row from its first peg to its last, with the dead places standing out of it. */
function strip(
  stretches: readonly RefillStretch[],
  trees: number,
  species: RefillCards['species'],
): string {
  const x = (peg: number) => ((peg - 1) / Math.max(1, trees)) * STRIP;
  const marks = stretches.map(({ speciesId, from, to }) => {
    const wide = Math.max(1.4, x(to + 1) - x(from));
    return `<rect x="${x(from).toFixed(1)}" y="0" width="${wide.toFixed(1)}" height="8" fill="${species.get(speciesId)?.colour ?? '#1b2621'}"/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${STRIP}" height="8" viewBox="0 0 ${STRIP} 8"><rect x="0" y="3.4" width="${STRIP}" height="1.2" fill="#a9a08a"/>${marks.join('')}</svg>`;
}
