import { faults } from './faults';
import type { ChecksMessages } from '../../../../core/say/messages/checks';

export const checks: Record<keyof ChecksMessages, string> = {
  'checks.emptyPlot': 'The plot holds no tree yet. Mark each tree good or with its fault.',
  'checks.noHalfWidth': 'A half-width of {half} was asked for; more than nothing is accepted.',
  'checks.noPlan':
    'No plan of {plots, number} plots or fewer keeps these risks. Move the limits apart, or accept a greater risk.',
  'checks.noStrata':
    'No row has a planter to share plots out among. Share the rows out under Crew first.',
  'checks.noPlanned': 'The plan has plots 1 to {plots, number}; {number, number} was handed in.',
  'checks.outsidePlot': 'Row {row, number}, peg {peg, number} does not lie in this plot.',
  'checks.treeTwice': 'Row {row, number}, peg {peg, number} stands in the plot twice.',
  'checks.moreTrees':
    '{found, number} trees were entered; a plot of this size can hold {most, number}.',
  'checks.ownTrees': 'These are {planter}’s own trees. Somebody else looks at them.',
  'checks.handedIn':
    'This plot was corrected already, by {by}, at row {row, number}, peg {peg, number}. Correct that one.',
  'checks.noPlot': 'The plot that this corrects is not there.',
  'checks.decidedMeanwhile':
    'Somebody decided this of {planter} meanwhile; it stands under “Decided”. Take it back there if it should be otherwise.',
  'checks.noDecision': 'The rework is not there any more.',
  'checks.notInRework': 'Row {row, number} is not among rows {rows} of this rework.',
  'checks.notReleasedNow': 'Release a layout first; plots are set in its rows.',
  'checks.noPeg':
    'Row {row, number} has {pegs, plural, one {# peg} other {# pegs}}; there is no peg {peg, number}.',
  'checks.showAgain':
    'Show {planter} again on {block}: {found, number} of {looked, number} {fault}, the rest of the crew {restFaulty, number} of {restLooked, number} faulty.',
  'checks.beyondChance':
    '{plots, plural, one {# plot} other {# plots}}, further out than chance puts anybody in nineteen seasons of twenty',
  'checks.suspect':
    'Look at {what} on {block}: {found, number} of {looked, number} {fault}, elsewhere {restFaulty, number} of {restLooked, number}, whoever plants.',
  'checks.ofTool': 'the {tool} in {soil}',
  'checks.ofLot': 'lot {lot}',
  'checks.lookAgain':
    'Look again at {many, plural, one {row} other {rows}} {rows} on {block}: {planter} has gone over {many, plural, one {it} other {them}}.',
  'checks.stillOpen':
    '{open, plural, =0 {All rows are gone over} one {# row is still open} other {# rows are still open}}',
  ...faults,
  // Where nobody measures, the bound is said with it.
  'fault.leaning': 'leaning over 15°',
};
