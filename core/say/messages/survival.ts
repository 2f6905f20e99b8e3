/** Messages about counts, refills and what they say. */
export interface SurvivalMessages {
  'survival.moreAlive': 'row' | 'alive' | 'set';
  'survival.moreSet': 'row' | 'planted' | 'set' | 'over';
  'survival.noCount': 'row';
  'survival.nothingCounted': never;
  'survival.marksDiffer': 'marks' | 'set';
  'survival.noSuchPeg': 'peg' | 'pegs';
  'survival.deadHeight': 'peg';
  'survival.aliveCause': 'peg';
  'survival.beforePlanting': 'row' | 'day';
  'survival.marksAlive': 'found' | 'alive';
  'survival.refillPast': 'day';
  'survival.refillDue': 'block' | 'left';
  'survival.refillSet': 'set' | 'places';
  'survival.refillAlive': 'row' | 'peg';
  'survival.refillTwice': 'row';
  'survival.refillMeanwhile': 'number';
  'survival.noRefill': never;
  'survival.nothingDrawn': never;
  'handled.under': 'few';
  'handled.between': 'few' | 'many';
  'handled.over': 'many';
  'survival.order': 'trees' | 'block';
  'survival.aliveOf': 'alive' | 'living' | 'asked';
  'survival.startAgain': never;
  'survival.leaveIt': never;
  'survival.plantAnew': never;
  'survival.shortOnTheWhole': never;
  'survival.fillGaps': never;
}
