/** Messages about plots, faults and what they say. */
export interface ChecksMessages {
  'checks.emptyPlot': never;
  'checks.noHalfWidth': 'half';
  'checks.noPlan': 'plots';
  'checks.noStrata': never;
  'checks.noPlanned': 'number' | 'plots';
  'checks.outsidePlot': 'row' | 'peg';
  'checks.treeTwice': 'row' | 'peg';
  'checks.moreTrees': 'found' | 'most';
  'checks.ownTrees': 'planter';
  'checks.handedIn': 'by' | 'row' | 'peg';
  'checks.noPlot': never;
  'checks.noDecision': never;
  'checks.decidedMeanwhile': 'planter';
  'checks.notInRework': 'row' | 'rows';
  'checks.notReleasedNow': never;
  'checks.noPeg': 'row' | 'pegs' | 'peg';
  'checks.showAgain':
    | 'planter'
    | 'block'
    | 'found'
    | 'looked'
    | 'fault'
    | 'restFaulty'
    | 'restLooked';
  'checks.beyondChance': 'plots';
  'checks.suspect': 'what' | 'block' | 'found' | 'looked' | 'fault' | 'restFaulty' | 'restLooked';
  'checks.ofTool': 'tool' | 'soil';
  'checks.ofLot': 'lot';
  'checks.lookAgain': 'planter' | 'block' | 'rows' | 'many';
  'checks.stillOpen': 'open';
  'fault.deep': never;
  'fault.shallow': never;
  'fault.j-root': never;
  'fault.loose': never;
  'fault.air-pocket': never;
  'fault.leaning': never;
  'fault.roots-exposed': never;
  'fault.wrong-species': never;
  'fault.spacing': never;
  'fault.damaged': never;
  'fault.not-cleared': never;
  'fault.missing': never;
  'fault.guard': never;
  'fault.basin': never;
  'fault.surplus': never;
}
