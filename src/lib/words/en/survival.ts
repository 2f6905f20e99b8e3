import type { SurvivalMessages } from '../../../../core/say/messages/survival';

export const survival: Record<keyof SurvivalMessages, string> = {
  'survival.moreAlive':
    'Row {row, number}: {alive, number} alive of {set, number} set cannot be; at most {set, number} is accepted.',
  'survival.moreSet':
    'Row {row, number} had {planted, plural, one {# tree} other {# trees}} planted; a count of {set, number} set trees is {over, number} too many.',
  'survival.noCount':
    'Row {row, number}: counts are whole numbers, and at least one tree must have been set.',
  'survival.nothingCounted': 'No row has been counted yet.',
  'survival.marksDiffer':
    '{marks, plural, one {# tree is} other {# trees are}} marked and {set, number} set; they must agree.',
  'survival.refillDue': 'Refill {block}: {left, number} places are still empty.',
  'survival.refillSet': '{set, number} of {places, number} set',
  'survival.refillPast':
    'The refill would be planted on {day}, which is past; today or a later day is accepted.',
  'survival.refillAlive':
    'Row {row, number}, peg {peg, number} holds no dead tree at its newest count; only dead places are filled.',
  'survival.refillMeanwhile':
    'Somebody else decided refill {number, number} meanwhile. It shows now: look, then decide anew if it does not do.',
  'survival.refillTwice': 'Row {row, number} names a peg twice; each place is filled once.',
  'survival.nothingDrawn':
    'Not one tree is drawn: nothing is planted there yet, or the circles are too small.',
  'survival.noRefill': 'This refill is not known any more. Load the page again.',
  'survival.noSuchPeg': 'Peg {peg, number} was named; {pegs, number} trees are marked.',
  'survival.deadHeight':
    'The tree at peg {peg, number} is dead or gone; only living trees are measured.',
  'survival.aliveCause': 'The tree at peg {peg, number} lives; a cause is given for dead ones.',
  'survival.beforePlanting':
    'Row {row, number} was planted on {day}; a count on that day or later is accepted.',
  'survival.marksAlive':
    '{found, number} are marked alive and {alive, number} entered; they must agree.',
  'handled.under': 'under {few, number} min in the air',
  'handled.between': '{few, number} to {many, number} min in the air',
  'handled.over': 'over {many, number} min in the air',
  'survival.order':
    '{block} is {trees, plural, one {# tree} other {# trees}} short: decide which places are filled, and order for them.',
  'survival.aliveOf': '{alive} alive, {living, number} living where {asked, number} were asked for',
  'survival.startAgain':
    'Start again, and find out why first: too few stand for gaps to be filled.',
  'survival.leaveIt': 'Leave it: stocking stands above what was asked.',
  'survival.plantAnew': 'Trees to plant anew',
  'survival.shortOnTheWhole': 'Trees short on the whole',
  'survival.fillGaps': 'Refill the gaps: stocking is under what was asked.',
};
