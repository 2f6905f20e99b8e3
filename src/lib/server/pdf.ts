import { createRequire } from 'node:module';
import path from 'node:path';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { formatDay, type Day } from '../../../core/measure/dates';

const require = createRequire(import.meta.url);
const face = (file: string) =>
  path.join(
    path.dirname(require.resolve('@fontsource/atkinson-hyperlegible/package.json')),
    'files',
    file,
  );

/** Makes a PDF in the application's own face. */
export async function makePdf(definition: TDocumentDefinitions): Promise<Buffer> {
  // It unpacks tables of scripts when it is loaded, for a third of a second: only whoever prints waits for it.
  const { default: PdfPrinter } = await import('pdfmake/src/printer.js');
  const printer = new PdfPrinter({
    Atkinson: {
      normal: face('atkinson-hyperlegible-latin-400-normal.woff'),
      bold: face('atkinson-hyperlegible-latin-700-normal.woff'),
    },
  });
  return new Promise((resolve, reject) => {
    const document = printer.createPdfKitDocument({
      defaultStyle: { font: 'Atkinson', fontSize: 8.5, color: '#1b2621' },
      ...definition,
      content: printedIn(definition.content),
    });
    const chunks: Buffer[] = [];
    document.on('data', (chunk: Buffer) => chunks.push(chunk));
    document.on('end', () => resolve(Buffer.concat(chunks)));
    document.on('error', reject);
    document.end();
  });
}

export interface PrintedAbout {
  block: string;
  /** Of the layout; left out where a sheet is not about one. */
  version?: number;
  day: Day;
}

/** Prints a document on A5, one hand wide, with block, version and day at its foot. */
export function print(about: PrintedAbout, title: string, content: Content[]): Promise<Buffer> {
  return makePdf({
    pageSize: 'A5',
    pageMargins: [28, 30, 28, 34],
    info: { title: `${about.block}, ${title}` },
    footer: (page, pages) => ({
      columns: [
        {
          text: [
            about.block,
            about.version === undefined ? '' : `version ${about.version}`,
            formatDay(about.day, true),
          ]
            .filter(Boolean)
            .join(', '),
          color: '#4d5951',
        },
        { text: `${page} of ${pages}`, alignment: 'right', color: '#4d5951' },
      ],
      margin: [28, 10, 28, 0],
      fontSize: 7.5,
    }),
    content,
  });
}

/** Thin rules between the lines of a printed table. */
export const LINES = {
  hLineWidth: () => 0.4,
  vLineWidth: () => 0,
  hLineColor: () => '#ddd5c2',
  paddingTop: () => 2.4,
  paddingBottom: () => 2.4,
  paddingLeft: () => 0,
  paddingRight: () => 5,
};

/** A line for each who signs. */
export const toSign = (...whos: string[]): Content => ({
  margin: [0, 26, 0, 0],
  columns: whos.map((who) => ({
    stack: [
      { canvas: [{ type: 'line' as const, x1: 0, y1: 0, x2: 150, y2: 0, lineWidth: 0.6 }] },
      {
        text: `${who}: name, day, signature`,
        margin: [0, 3, 0, 0] as [number, number, number, number],
      },
    ],
  })),
  unbreakable: true,
});

export const heading = (...texts: string[]) =>
  texts.map((text) => ({ text, bold: true, fontSize: 7.5, color: '#4d5951' }));

const UNITS =
  /(\d) (?=(?:%|°|\/ ?(?:ha|acre)|(?:k?m|cm|mm|m²|m³|ha|acres?|L|mL|kg|g|h|min|ft|in|yd|mi|gal|lb|oz)(?![\p{L}]))|trees\/)/gu;

/**
 * A text as the face prints it: it has no narrow space, for which one that ends no line reads the same; and no line
 * ends between a number and its unit.
 */
export const printed = (text: string): string =>
  text
    .replaceAll('\u202f', '\u00a0')
    .replace(UNITS, '$1\u00a0')
    // A line may end behind a slash, never behind a fraction's: it looks the same.
    .replace(/\/(?=ha\b|acre)/g, '\u2044');

/** Drawings and pictures are no texts. */
const NO_TEXT = new Set(['svg', 'image', 'color', 'fillColor', 'alignment', 'font']);

/** Everything that is written in a part of a document, as the face prints it. */
function printedIn<Part>(part: Part): Part {
  if (typeof part === 'string') return printed(part) as Part;
  if (Array.isArray(part)) return part.map(printedIn) as Part;
  if (!part || typeof part !== 'object' || Object.getPrototypeOf(part) !== Object.prototype)
    return part;
  return Object.fromEntries(
    Object.entries(part).map(([key, value]) => [key, NO_TEXT.has(key) ? value : printedIn(value)]),
  ) as Part;
}
