/** Messages about schools and how blocks stand to them. */
export interface MethodMessages {
  'method.noSuchZone': never;
  'method.notTwice': never;
  'method.ofBlock': never;
  'method.ofLot': 'lot' | 'species';
  'method.ofRows': 'letter' | 'rows';
  'method.ofStock': 'stock' | 'species';
  'method.ofZone': 'zone';
  'method.oneTreatment': never;
  'method.rowsBefore': 'letter' | 'version';
  'method.treatmentPlot': 'plot';
  'method.treatmentRoom': 'rows' | 'needed';
  'standing.noLayout': never;
  'standing.draft': 'day';
  'standing.draftOpen': never;
  'standing.released': never;
  'standing.planted': never;
  'standing.counted': 'day' | 'alive' | 'low' | 'high';
  'standing.planting': 'row' | 'days' | 'known';
}
