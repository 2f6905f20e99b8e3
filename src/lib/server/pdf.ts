import { createRequire } from 'node:module';
import path from 'node:path';
import PdfPrinter from 'pdfmake/src/printer.js';
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
export function makePdf(definition: TDocumentDefinitions): Promise<Buffer> {
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

export const heading = (...texts: string[]) =>
  texts.map((text) => ({ text, bold: true, fontSize: 7.5, color: '#4d5951' }));

/** The standard faces have no narrow space; a plain one that ends no line reads the same in print. */
export const plain = (text: string) => text.replaceAll('\u202f', '\u00a0');
