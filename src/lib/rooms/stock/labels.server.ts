import type { Content } from 'pdfmake/interfaces';
import { formatNumber } from '../../../../core/measure/units';
import { makePdf } from '../../server/pdf';

export interface Label {
  block: string;
  /** The lot's code, as the crew says it. */
  code: string;
  shortCode: string;
  /** What the QR code holds. */
  address: string;
  species: { name: string; letter: string; colour: string; stock: string };
  age: string;
  nursery: string;
  provenance: string;
  received: number;
  perBox: number;
}

/** Lot labels on A6 across, one a page: read from two metres off, or by a phone's camera. */
export function labelSheet(labels: readonly Label[]): Promise<Buffer> {
  return makePdf({
    pageSize: 'A6',
    pageOrientation: 'landscape',
    pageMargins: [20, 18, 20, 16],
    info: { title: 'Lot labels' },
    content: labels.map(label),
  });
}

function label(
  { block, code, shortCode, address, species, age, nursery, provenance, received, perBox }: Label,
  i: number,
): Content {
  return {
    pageBreak: i ? 'before' : undefined,
    stack: [
      {
        columns: [
          { svg: beadSvg(species), width: 44 },
          {
            stack: [
              { text: `${species.name} ${age}`.trim(), fontSize: 23, bold: true },
              { text: `${species.stock} for ${block}`, fontSize: 11 },
            ],
            margin: [10, 2, 0, 0],
          },
        ],
      },
      {
        columns: [
          {
            stack: [
              { text: 'Lot', fontSize: 11, color: '#4d5951' },
              { text: code, fontSize: 62, bold: true, lineHeight: 0.9 },
              { text: [nursery, provenance].filter(Boolean).join(', '), fontSize: 10.5 },
              {
                text: `${received ? `${formatNumber(received)} received, ` : ''}${formatNumber(perBox)} in a box`,
                fontSize: 10.5,
              },
            ],
          },
          {
            width: 128,
            stack: [
              { qr: address, fit: 118, eccLevel: 'M', foreground: '#1b2621' },
              { text: shortCode, fontSize: 15, bold: true, margin: [0, 5, 0, 0] },
            ],
          },
        ],
        margin: [0, 12, 0, 8],
      },
      {
        text: 'Keep closed, moist, shaded and out of the wind. Two people lift a wet box.',
        fontSize: 9.5,
        color: '#8a2d15',
      },
    ],
  };
}

function beadSvg({ letter, colour, stock }: Label['species']): string {
  const ring = stock === 'bare-root';
  return `<svg xmlns="http://www.w3.org/2000/svg" width="44" height="44" viewBox="0 0 44 44"><circle cx="22" cy="22" r="19" fill="${ring ? '#ffffff' : colour}" stroke="${colour}" stroke-width="5"/><text x="22" y="${letter.length > 1 ? 27 : 29}" text-anchor="middle" font-size="${letter.length > 1 ? 15 : 20}" font-weight="bold" font-family="Atkinson" fill="${ring ? '#1b2621' : '#ffffff'}">${letter}</text></svg>`;
}
