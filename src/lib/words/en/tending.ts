import type { TendingMessages } from '../../../../core/say/messages/tending';

export const tending: Record<keyof TendingMessages, string> = {
  'tending.noFlow':
    'A filling point and a hose give some litres a minute; more than 0 is accepted.',
  'tending.moreTrees':
    'Row {row, number} has {places, number} places; {trees, number} trees were named.',
  'tending.tooWet':
    'The reading of {day} is wetter than soil can be: up to {most, number} % of the volume is accepted.',
  'tending.noZone': 'This zone is not there any more. Load the page again.',
  'tending.rowsBackwards':
    'Rows {from, number} to {to, number} were named; the first comes before the last.',
  'visit.browse':
    'Guard or fence against browsing on {block}{where, select, rows {, rows {rows}} other {}}.',
  'visit.drought': 'Water: trees wilt on {block}{where, select, rows {, rows {rows}} other {}}.',
  'visit.weeds':
    'Clear the weeds over a third of the trees’ height on {block}{where, select, rows {, rows {rows}} other {}}.',
  'visit.rock':
    'Firm the trees that the wind has rocked loose on {block}{where, select, rows {, rows {rows}} other {}}.',
  'visit.heave':
    'Firm the trees that frost has lifted on {block}{where, select, rows {, rows {rows}} other {}}.',
  'visit.flood':
    'Let the water off, or plan other species there on {block}{where, select, rows {, rows {rows}} other {}}.',
  'visit.disease':
    'Have somebody who knows look at sick trees on {block}{where, select, rows {, rows {rows}} other {}}.',
  'visit.vandals':
    'Mend and report damage on {block}{where, select, rows {, rows {rows}} other {}}.',
  'visit.stake':
    'Take stakes off, or loosen their ties on {block}{where, select, rows {, rows {rows}} other {}}.',
  'visitTask.browse':
    'guard or fence against browsing{where, select, rows {, rows {rows}} other {}}',
  'visitTask.drought': 'water what wilts{where, select, rows {, rows {rows}} other {}}',
  'visitTask.weeds': 'clear the weeds that were seen{where, select, rows {, rows {rows}} other {}}',
  'visitTask.rock': 'firm what the wind rocked{where, select, rows {, rows {rows}} other {}}',
  'visitTask.heave': 'firm what frost lifted{where, select, rows {, rows {rows}} other {}}',
  'visitTask.flood': 'let standing water off{where, select, rows {, rows {rows}} other {}}',
  'visitTask.disease': 'have sick trees looked at{where, select, rows {, rows {rows}} other {}}',
  'visitTask.vandals': 'mend damage{where, select, rows {, rows {rows}} other {}}',
  'visitTask.stake': 'take stakes off or loosen ties{where, select, rows {, rows {rows}} other {}}',
  'visit.seen':
    'Seen {times, plural, one {once} other {# times}} on walks of late{trees, plural, =0 {} one {, # tree} other {, # trees}}',
  'tending.zone':
    '{again, select, yes {{of, select, zone {the refill in {name}} rest {the refill on the rest of the block} other {the refill}}} other {{of, select, zone {{name}} rest {the rest of the block} other {the block}}}}',
  'tending.zoneNone': '{zone} needs none.',
  'tending.waterBy':
    'Water {zone} on {block} by {day}: {litres} a tree, {trips, plural, one {# tank} other {# tanks}}.',
  'tending.waterWhy':
    '{trees, number} living trees, about {hours, number} h of filling, driving and pouring',
  'tending.oldStakes': 'Take the stakes off {trees, number} trees on {block}.',
  'tending.oldStakesWhy':
    'rows {rows}, up to {months, number} months staked; a stem that never sways grows no taper',
};
