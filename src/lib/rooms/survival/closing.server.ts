import type { Content } from 'pdfmake/interfaces';
import type { Figure } from '../../../../core/measure/working';
import { rangesOf } from '../../../../core/measure/ranges';
import { isListed, type Pattern } from '../../../../core/rows/spacing';
import type { Interval } from '../../../../core/survival/interval';
import { figureText } from '../../words/figure';
import { faultNames } from '../../words/en/named';
import { formatDay, type Day } from '../../../../core/measure/dates';
import {
  formatArea,
  formatDensity,
  formatLength,
  formatNumber,
  formatPercent,
  type UnitSystem,
} from '../../../../core/measure/units';
import type { findingsOf } from '../checks/findings.server';
import { howMany } from '../../parts/how-many';
import { LINES, print } from '../../server/pdf';
import { words } from '../../words';
import { effectWords } from './effects';
import type { Counted } from './facts.server';
import type { costsOf } from './money.server';
import type { survivalFindings } from './findings.server';

type Found = NonNullable<Awaited<ReturnType<typeof survivalFindings>>>;

/** A photograph as the report shows it: what it is of, and the picture as a data address. */
export interface ClosingPhoto {
  caption: string;
  image: string;
}

/** Photographs of a report: the first, the last, and as many as fit evenly between them. */
const PHOTOS = 6;
export function spreadPhotos<Photo>(oldestFirst: readonly Photo[], most = PHOTOS): Photo[] {
  if (oldestFirst.length <= most) return [...oldestFirst];
  const apart = (oldestFirst.length - 1) / (most - 1);
  return Array.from({ length: most }, (_, i) => oldestFirst[Math.round(i * apart)]);
}

/** Two photographs side by side, each with its caption. */
const photoRows = (photos: readonly ClosingPhoto[]): Content[] =>
  photos.flatMap((_, i) =>
    i % 2
      ? []
      : [
          {
            columns: photos.slice(i, i + 2).map(({ caption, image }) => ({
              width: 252,
              stack: [
                { image, fit: [248, 186] as [number, number] },
                { text: caption, fontSize: 7.5, margin: [0, 2, 0, 8] },
              ],
            })),
            unbreakable: true,
          } as Content,
        ],
  );

/** A figure with the steps that made it, in one paragraph. */
function working(name: string, figure: Figure, units: UnitSystem): Content {
  const steps = figure.steps.map(
    ({ label, value, kind }) =>
      `${figureText(value, kind, units)} ${words(label, { system: units })}`,
  );
  const how = figure.formula ? `${words(figure.formula, { system: units })}: ` : '';
  return {
    text: [
      { text: `${name} `, bold: true },
      `${how}${steps.join('; ')} = ${figureText(figure.value, figure.kind, units)}`,
    ],
    margin: [0, 0, 0, 3],
  };
}

const costTable = ({
  currency,
  costs,
}: NonNullable<Awaited<ReturnType<typeof costsOf>>>): Content => ({
  layout: LINES,
  table: {
    headerRows: 1,
    widths: ['*', 60, 60, 84],
    body: [
      [currency, 'Planted', 'Living', 'By the count’s interval'],
      ...costs.map(({ by, name, planted, living }) => [
        by === 'block' ? 'All' : by === 'lot' ? `Lot ${name}` : `Way ${name}`,
        formatNumber(planted, 2),
        living ? formatNumber(living.value, 2) : '–',
        living
          ? `${formatNumber(living.low, 2)} to ${Number.isFinite(living.high) ? formatNumber(living.high, 2) : 'more'}`
          : '',
      ]),
    ],
  },
});

/** Patterns as a client reads them. */
const PATTERN_WORDS: Record<Pattern, string> = {
  square: 'square',
  rectangular: 'rows',
  offset: 'rows, every second one half a step on',
  equilateral: 'equal triangles',
  parallel: 'rows along a line',
  contour: 'rows on the contour',
  graded: 'rows just off the contour',
  shelter: 'a shelter belt',
  scatter: 'scattered',
  gaps: 'between standing trees',
  clusters: 'clusters',
};

/** What client and cost share are handed when a planting is closed: what was done, counted, and what it says. */
export function closingReport({
  about,
  plan,
  treatments,
  money,
  planted,
  plantedDays,
  season,
  found,
  checks: { agreed },
  brief,
  photos,
  units,
}: {
  about: { block: string; site: string; version: number; day: Day };
  /** The version that was planted. */
  plan: { pattern: Pattern; inRow: number; between: number; area: number; trees: number };
  treatments: readonly { letter: string; rows: number; estimate: Interval; does: string }[];
  money: Awaited<ReturnType<typeof costsOf>>;
  planted: number;
  plantedDays: readonly [Day, Day] | null;
  season: Counted;
  found: Found;
  checks: Awaited<ReturnType<typeof findingsOf>>;
  brief: string;
  photos: readonly ClosingPhoto[];
  units: UnitSystem;
}): Promise<Buffer> {
  const percent = (share: number) => formatPercent(share, 1);
  const number = (value: number) => formatNumber(value);
  const { estimate, refill } = season;
  const head = (text: string): Content => ({ text, bold: true, margin: [0, 9, 0, 2] });
  const groups = (title: string, list: Found['groups']['species']): Content[] =>
    list.length
      ? [
          // A heading stays with its table, where that is no longer than a page.
          {
            unbreakable: list.length <= 20,
            stack: [
              head(title),
              {
                layout: LINES,
                table: {
                  headerRows: 1,
                  widths: ['*', 40, 40, 46, 84],
                  body: [
                    ['', 'Alive', 'Set', 'Survival', '95 % interval'],
                    ...list.map((one) => [
                      `${one.group}${one.apart ? ' *' : ''}`,
                      number(one.hits),
                      number(one.of),
                      percent(one.estimate),
                      `${percent(one.low)} to ${percent(one.high)}`,
                    ]),
                  ],
                },
              },
            ],
          },
        ]
      : [];
  const fitted = found.why.fitted;
  const aHectare = (share: number) => formatDensity((share * plan.trees) / plan.area, units);
  return print(about, 'closing report', [
    { text: `${about.block}: closing report`, fontSize: 15, bold: true },
    {
      text: `${about.site}, version ${about.version}, ${formatDay(about.day, true)}`,
      margin: [0, 0, 0, 8],
    },
    {
      text: `${percent(estimate.estimate)} alive, 95 % interval ${percent(estimate.low)} to ${percent(estimate.high)}, counted until ${formatDay(season.on, true)}.`,
      fontSize: 12,
      bold: true,
    },
    {
      text: `${number(season.counts.reduce((sum, { alive }) => sum + alive, 0))} alive of ${number(season.counts.reduce((sum, { set }) => sum + set, 0))} set in ${howMany(season.counts.length, 'counted row')}${season.beside.length ? ` (rows ${rangesOf(season.beside)} beside the draw, no part of the estimate)` : ''}${season.refilled ? `; ${number(season.refilled)} of these places took another tree in a refill before they were counted, and the share is that of places that live` : ''}. Living on the block: ${number(refill.living.value)} of ${number(season.plantedThen)} planted, ${aHectare(estimate.estimate)} (${aHectare(estimate.low)} to ${aHectare(estimate.high)}). Asked for: ${formatDensity(season.target, units)}${season.targetIsSet ? '' : ' (four fifths of what was laid out; nobody set a target)'}. ${words(refill.sentence, { system: units })}`,
      margin: [0, 4, 0, 0],
    },
    head('The plan'),
    {
      text: `Version ${about.version}: ${PATTERN_WORDS[plan.pattern]}, ${isListed(plan.pattern) ? `about ${formatLength(plan.inRow, units)} apart` : `${formatLength(plan.inRow, units)} in the row by ${formatLength(plan.between, units)}`}; ${number(plan.trees)} trees on ${formatArea(plan.area, units)} plantable, ${aHectare(1)}.`,
    },
    head('What was done'),
    {
      text: `${number(planted)} trees planted${plantedDays ? `, ${[...new Set(plantedDays)].map((day) => formatDay(day, true)).join(' to ')}` : ''}. ${brief}`,
    },
    ...groups('Survival by species', found.groups.species),
    ...groups('Survival by lot', found.groups.lot),
    ...groups('Survival by zone', found.groups.zone),
    ...groups('Survival by planter', found.groups.planter),
    ...groups('Survival by tool', found.groups.tool),
    {
      text: '* differs from the rest beyond chance, corrected for the number of comparisons; rows are the clusters.',
      fontSize: 7.5,
      margin: [0, 3, 0, 0],
    },
    ...(treatments.length > 1
      ? [
          head('Survival by way of planting'),
          {
            layout: LINES,
            table: {
              headerRows: 1,
              widths: ['*', 40, 46, 84],
              body: [
                ['', 'Rows', 'Survival', '95 % interval'],
                ...treatments.map((one) => [
                  `${one.letter} ${one.letter === 'A' ? 'the block’s own way' : one.does}`,
                  number(one.rows),
                  percent(one.estimate.estimate),
                  `${percent(one.estimate.low)} to ${percent(one.estimate.high)}`,
                ]),
              ],
            },
          },
        ]
      : []),
    ...(money ? [head('What a tree costs'), costTable(money)] : []),
    head('What killed them'),
    found.causes.length
      ? {
          layout: LINES,
          table: {
            widths: [120, 50],
            body: found.causes.map(({ cause, trees }) => [cause, number(trees)]),
          },
        }
      : { text: 'Nothing died.' },
    ...(fitted && 'effects' in fitted
      ? [
          head('What goes together with death'),
          ...fitted.effects.map((effect): Content => ({
            text: `${effectWords(effect.name)}: odds ${effect.odds.toFixed(1)} (${effect.low.toFixed(1)} to ${effect.high.toFixed(1)}).`,
          })),
          {
            text: 'It shows what goes together; it does not prove what killed them.',
            fontSize: 7.5,
          } as Content,
        ]
      : []),
    head('How it was planted'),
    {
      text: agreed.all
        ? `Plots: ${percent(agreed.all.estimate)} satisfactory (${percent(agreed.all.low)} to ${percent(agreed.all.high)}), ${howMany(agreed.all.clusters, 'plot')}.${agreed.counts[0] ? ` Most often: ${faultNames[agreed.counts[0].fault]}.` : ''}`
        : 'No plot was looked at.',
    },
    head('Counted rows'),
    {
      layout: LINES,
      table: {
        headerRows: 1,
        widths: [40, 60, 40, 40, 50],
        body: [
          ['Row', 'Day', 'Alive', 'Set', 'Survival'],
          ...season.counts.map(({ row, countedOn, alive, set }) => [
            `${row}`,
            formatDay(countedOn, true),
            number(alive),
            number(set),
            percent(alive / set),
          ]),
        ],
      },
    },
    head('How the figures were worked out'),
    working('Survival', estimate.figure, units),
    working('Living on the block', refill.living, units),
    working(words(refill.label), refill.trees, units),
    ...(photos.length ? [head('Photographs'), ...photoRows(photos)] : []),
  ]);
}
