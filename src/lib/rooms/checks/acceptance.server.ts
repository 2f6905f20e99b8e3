import type { Content } from 'pdfmake/interfaces';
import { faultNames } from '../../words/en/named';
import { lookedIn, faultyIn } from '../../../../core/checks/quality';
import { plotRadius } from '../../../../core/checks/plot';
import { formatDay, type Day } from '../../../../core/measure/dates';
import {
  formatArea,
  formatLength,
  formatPercent,
  type UnitSystem,
} from '../../../../core/measure/units';
import { formatDayOf } from '../../../../core/say/day';
import type { MultiPolygon } from '../../../../core/ground/polygon';
import { howMany } from '../../parts/how-many';
import { LINES, print, toSign } from '../../server/pdf';
import type { findingsOf, plannedWithFound } from './findings.server';
import { planSvg } from './plan-svg';

/** What the client is handed: where was looked, what was found, whether it passes, and who says so. */
export function acceptanceSheet({
  about,
  findings,
  planned,
  boundary,
  units,
  nameOf,
}: {
  about: { block: string; site: string; version: number; day: Day; zone: string };
  findings: Awaited<ReturnType<typeof findingsOf>>;
  planned: ReturnType<typeof plannedWithFound>;
  boundary: MultiPolygon;
  units: UnitSystem;
  nameOf: (planter: string) => string;
}): Promise<Buffer> {
  const { plan, plots, reworks, agreed } = findings;
  const { all, counts, plots: judged, beside } = agreed;
  const percent = (share: number) => formatPercent(share, 1);
  const faulty = judged.reduce((sum, plot) => sum + faultyIn(plot), 0);
  const looked = judged.reduce((sum, plot) => sum + lookedIn(plot), 0);
  const limits = plan?.terms.limits;
  const open = planned.filter(({ found }) => !found).length;
  const verdict = !limits
    ? 'No limits of the client were set: the quality is stated, no verdict.'
    : open
      ? `Open: ${open} of ${planned.length} plots are still to be looked at.`
      : faulty <= limits.most
        ? `Passes: ${faulty} faulty trees, ${limits.most} allowed.`
        : `Does not pass: ${faulty} faulty trees, ${limits.most} allowed.`;
  const area = plan?.terms.area ?? plots[0]?.area ?? 50;
  const content: Content[] = [
    { text: `${about.block}: acceptance of the planting`, fontSize: 15, bold: true },
    {
      text: `${about.site}, version ${about.version}, ${formatDay(about.day, true)}`,
      margin: [0, 0, 0, 8],
    },
    { text: verdict, fontSize: 12, bold: true, margin: [0, 0, 0, 8] },
    ...(all
      ? [
          {
            text: `Quality ${percent(all.estimate)}, 95 % interval ${percent(all.low)} to ${percent(all.high)}: ${all.hits} of ${all.of} trees good in ${howMany(all.clusters, 'plot')}${all.clusters > 1 ? ', plots taken as clusters' : ''}.`,
          },
        ]
      : [{ text: 'Nobody has looked at a plot yet.' }]),
    {
      text: `Plots of ${formatArea(area, units)}, radius ${formatLength(plotRadius(area), units)}${
        plan
          ? `, ${plan.plots.length} on a ${plan.terms.by === 'ground' ? 'square grid' : 'count along the rows'} with random start ${plan.terms.seed}`
          : ''
      }. In these plots ${looked} trees were looked at, ${faulty} of them faulty.`,
      margin: [0, 3, 0, 6],
    },
    ...(limits
      ? [
          {
            text: `Limits: good work up to ${percent(limits.good)} faulty, bad work from ${percent(limits.bad)}; risks ${percent(limits.alpha)} and ${percent(limits.beta)}.`,
            margin: [0, 0, 0, 6] as [number, number, number, number],
          },
        ]
      : []),
    ...(beside
      ? [
          {
            text: `Plots looked at beside the plan, which are not in these figures: ${beside}.`,
            margin: [0, 0, 0, 6] as [number, number, number, number],
          },
        ]
      : []),
    { svg: planSvg(boundary, planned), fit: [360, 190], margin: [0, 2, 0, 8] },
    { text: 'By fault', bold: true, margin: [0, 4, 0, 2] },
    counts.length
      ? {
          layout: LINES,
          table: {
            widths: [140, 40],
            body: counts.map(({ fault, count }) => [faultNames[fault], `${count}`]),
          },
        }
      : { text: 'None found.' },
    { text: 'Plots', bold: true, margin: [0, 8, 0, 2] },
    {
      layout: LINES,
      table: {
        headerRows: 1,
        widths: [26, 52, 44, 60, 30, 30, '*'],
        body: [
          ['Plot', 'Day', 'Row, peg', 'Planter', 'Trees', 'Good', 'Faults'].map((text) => ({
            text,
            bold: true,
          })),
          ...judged.map((plot) => [
            plot.planNumber ? `${plot.planNumber}` : '',
            formatDayOf(plot.at, about.zone),
            `${plot.row}, ${plot.peg}`,
            nameOf(plot.planter),
            `${lookedIn(plot)}`,
            `${plot.good}`,
            Object.entries(plot.faults)
              .map(([fault, count]) => `${count} ${faultNames[fault as keyof typeof faultNames]}`)
              .join(', '),
          ]),
        ],
      },
    },
    ...(reworks.length
      ? [
          {
            text: 'Gone over again',
            bold: true,
            margin: [0, 8, 0, 2] as [number, number, number, number],
          },
          ...reworks.map(({ name, decision, open: left, done }) => ({
            text: `${name}, ${faultNames[decision.fault]}: ${decision.rows.length} rows, ${done ? 'gone over and looked at again' : `${left.length} still open`}.`,
          })),
        ]
      : []),
    toSign('For the crew', 'For the client'),
  ];
  return print(about, 'acceptance', content);
}
