import type { MethodMessages } from '../../../../core/say/messages/method';

export const method: Record<keyof MethodMessages, string> = {
  'method.noSuchZone': 'A difference names a zone or a lot that this block does not have.',
  'method.notTwice': 'Two differences are for the same trees. Put them into one.',
  'method.ofBlock': 'The whole block',
  'method.ofLot': 'Lot {lot}, {species}',
  'method.ofRows': 'Treatment {letter}: rows {rows}',
  'method.ofStock':
    '{stock, select, container {Container stock} other {Bare-root stock}}: {species}',
  'method.ofZone': 'Zone {zone}',
  'method.oneTreatment': 'A comparison needs at least two ways of planting.',
  'method.rowsBefore':
    'Treatment {letter} was laid on the rows of version {version}. The rows are numbered anew since: lay it out again.',
  'method.treatmentPlot': 'A plot is a whole number of rows, at least 1; found {plot}.',
  'method.treatmentRoom':
    '{rows, plural, one {# row is} other {# rows are}} too few for two plots of each treatment; {needed} are needed.',
  'standing.noLayout': 'no layout yet',
  'standing.draft': 'draft, planting {day}',
  'standing.draftOpen': 'draft, planting open',
  'standing.released': 'released',
  'standing.planted': 'planted',
  'standing.counted': 'counted {day}: {alive} % ({low} to {high})',
  'standing.planting':
    'row {row, number}{known, select, yes { · {days, plural, one {# more day} other {# more days}} at this pace} other {}}',
};
