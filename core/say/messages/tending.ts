/** Messages about water, care and walks. */
export interface TendingMessages {
  'tending.noFlow': never;
  'tending.moreTrees': 'row' | 'trees' | 'places';
  'tending.tooWet': 'day' | 'most';
  'tending.noZone': never;
  'tending.rowsBackwards': 'from' | 'to';
  'visit.browse': 'block' | 'rows' | 'where';
  'visit.drought': 'block' | 'rows' | 'where';
  'visit.weeds': 'block' | 'rows' | 'where';
  'visit.rock': 'block' | 'rows' | 'where';
  'visit.heave': 'block' | 'rows' | 'where';
  'visit.flood': 'block' | 'rows' | 'where';
  'visit.disease': 'block' | 'rows' | 'where';
  'visit.vandals': 'block' | 'rows' | 'where';
  'visit.stake': 'block' | 'rows' | 'where';
  'visitTask.browse': 'rows' | 'where';
  'visitTask.drought': 'rows' | 'where';
  'visitTask.weeds': 'rows' | 'where';
  'visitTask.rock': 'rows' | 'where';
  'visitTask.heave': 'rows' | 'where';
  'visitTask.flood': 'rows' | 'where';
  'visitTask.disease': 'rows' | 'where';
  'visitTask.vandals': 'rows' | 'where';
  'visitTask.stake': 'rows' | 'where';
  'visit.seen': 'times' | 'trees';
  'tending.zone': 'name' | 'of' | 'again';
  'tending.zoneNone': 'zone';
  'tending.waterBy': 'zone' | 'block' | 'day' | 'litres' | 'trips';
  'tending.waterWhy': 'trees' | 'hours';
  'tending.oldStakes': 'block' | 'trees';
  'tending.oldStakesWhy': 'rows' | 'months';
}
