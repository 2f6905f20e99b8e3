import type { RowsMessages } from '../../../../core/say/messages/rows';

export const rows: Record<keyof RowsMessages, string> = {
  'rows.borderTooWide': '{clear} kept clear of the border leaves no room for anything else.',
  'rows.clustersOverlap':
    'Clusters of {trees, number} trees {spacing} apart are {wide} wide; {apart} from middle to middle is too little.',
  'rows.contourLimits':
    'Lines stop under {stop, number} and start over {start, number} of the row spacing; a line started in the middle of a gap must not stop at once, so the start limit is at least twice the stop limit.',
  'rows.contourNeedsHeights':
    'Contour rows need an elevation. Bring in a grid or walked heights on the Ground page, or lay straight rows.',
  'rows.densityNotAboveZero': 'The density must be above 0.',
  'rows.directionsOfStraight':
    'Directions are compared for straight rows: square, rectangular, offset or equilateral.',
  'rows.emptyMix': 'The mix is empty. Add at least one species.',
  'rows.groundNeedsHeights':
    'Spacing along the ground needs an elevation. Bring one in on the Ground page, or measure level.',
  'rows.guideElsewhere':
    'Not one row along this line meets the plantable area. Pick an edge of the block, or draw the line nearer to it.',
  'rows.level':
    'The ground is level to {height}: there is no contour to follow. Lay straight rows instead.',
  'rows.minimumDistance':
    'A minimum distance of {minimum} is not accepted; it must be {least} to {most}.',
  'rows.minimumTooSmall':
    'The minimum distance is too small for a block of this size. Widen it or cut the block.',
  'rows.mixShare': 'A share of {share} is not accepted; it must be 0 to 100 %.',
  'rows.mixSum':
    'The mix adds up to {sum}; it must be 100 %. {way, select, less {{gap} is missing.} other {{gap} is too much.}}',
  'rows.noContour':
    '{baseline, select, drawn {No line could be traced from this baseline: it misses the block, or runs along the slope. Draw it down the slope, across the block.} other {No level line of any length runs through this block. Lay straight rows, or drop fewer stubs.}}',
  'rows.noShelterRow': 'Give at least one shelter row.',
  'rows.noStandingTree':
    'Gap fill goes round trees that stand already. Bring them in as existing trees on the Ground page, or scatter.',
  'rows.oneTreatment': 'A trial compares at least two treatments; the mix has one.',
  'rows.pitSize': 'Sides and depth of a pit must be above 0 and at most {most}.',
  'rows.rowsTooClose':
    'The rows lie too close together for a block of this size. Widen the row spacing.',
  'spacing.inRow': 'In the row',
  'spacing.betweenRows': 'Between rows',
  'spacing.given': 'The given spacing',
  'spacing.thatFollows': 'The spacing that follows',
  'what.density': 'The density',
  'what.densityInClumps': 'The density in clumps',
  'what.densityOfZone': 'The density of a zone',
  'compare.trees': 'Trees',
  'compare.byPlantable': 'By plantable ground',
  'compare.rows': 'Rows',
  'compare.rowLength': 'Length of row',
  'compare.walked': 'Walked, planting',
  'compare.pegs': 'Row-end pegs',
  'compare.strings': 'Strings, at least',
  'drives.stockAndHands': 'stock, guards, canes, hands',
  'drives.pegsAndTurns': 'pegs, turns',
  'drives.strips': 'ripping, spraying in strips',
  'drives.time': 'time',
  'drives.pegs': 'pegs',
  'drives.settingOut': 'setting out',
  'drives.order': 'order',
  'rows.spacing': '{what} is {found}; between {closest} and {widest} is accepted.',
  'rows.terraceFall':
    'An inward fall of {fall} over {width} is not accepted; 0 up to the width is.',
  'rows.terraceSteps': 'Uncut steps must be shorter than the distance between them.',
  'rows.terraceWidth': 'A terrace {width} wide is not accepted; above 0 and up to {most} is.',
  'rows.tooDense':
    '{what} is {wished}; at a minimum distance of {minimum} at most {most} fit. Narrow the distance or ask for fewer.',
  'rows.tooManyPositions':
    'This spacing gives more than 2 000 000 positions, the most a block may hold. Widen the spacing or cut the block.',
  'rows.tooManySpots':
    'This distance gives more than 2 000 000 spots, the most a block may hold. Widen it or cut the block.',
  'rows.trialPlot':
    'A plot of {plot, number} trees is not accepted; it must be a whole number, 1 or more.',
  'rows.trialRoom':
    '{plots, number} plots of {plot, number} trees fit; two complete blocks of {treatments, number} treatments need {needed, number}. Make plots smaller.',
  'rows.notReleased':
    'Version {number, number} is not released. Release it under Rows, then record against it.',
  'rows.notLocated':
    '“{name}” has not been located and marked. Have its owner do that and enter the day on the Ground page; nothing is dug before.',
  'rows.plantedIn':
    'A trial has its plots whole. {planted, plural, one {# tree is} other {# trees are}} entered as planted in version {number, number}; a trial cannot go on under planted rows, nor another version go on over it. Plant it as it was laid out, or leave places empty.',
  'rows.versionUnread':
    'The rows of this version could not be read. Look whether there is a connection, then open it again.',
  'rows.noTree': 'Not one tree fits with this spacing, headland and first row. Nothing was saved.',
  'rows.shareNeedsRelease': 'Release the layout first; then its rows can be shared out.',
  'rows.releaseLate': 'Release a layout for {block}, or move its planting day: it was {day}.',
  'rows.releaseOne':
    'Release a layout for {block}: planting begins {days, plural, =0 {today} one {in # day} other {in # days}}.',
  'rows.peggedSoFar':
    '{stand, plural, one {# row stands} other {# rows stand}} pegged, {left, number} not',
  'rows.unpegged':
    'Set out {count, plural, one {row} other {rows}} {rows} of {block}: shared out to planters, and without pegs.',
  'rows.versionSaved': 'Version {number, number} is saved, {trees, number} trees',
  'rows.dependPlanted':
    '{trees, plural, one {# tree is} other {# trees are}} entered as planted in its rows.',
  'rows.dependShares':
    '{planters, plural, one {# planter has} other {# planters have}} rows of it.',
  'rows.dependPlots': '{plots, plural, one {# plot was} other {# plots were}} checked in it.',
  'rows.dependCounts': '{rows, plural, one {# row of it was} other {# rows of it were}} counted.',
  'rows.dependLots':
    '{lots, plural, one {# lot of this block was} other {# lots of this block were}} ordered by its numbers.',
  'rows.dependPegs': 'The crew sets its pegs by it.',
  'rows.noTrial': 'Version {number, number} is no trial; it has no tags.',
  'rows.noteBarred':
    '{why}: no species of the mix may stand there. {places, plural, one {# place stays empty} other {# places stay empty}}; add one that suits.',
  'rows.noteAlongGround':
    'Measured along the ground: {inRow} in the row is {inRowLevel} level, {between} between rows is {betweenLevel}.',
  'rows.noteScatter': 'No two spots nearer than {minimum}; walked in lanes {lane} wide.',
  'rows.noteZone': '{zone}: rows {first} to {last}, {trees, plural, one {# tree} other {# trees}}.',
  'rows.noteBorderOfPatterns':
    '{places, plural, one {# place} other {# places}} {of, select, zone {of {zone} } other {}}at the border of another pattern {places, plural, one {stays} other {stay}} empty: nearer than {apart}.',
  'rows.noteBorder':
    'The border is {rows, plural, one {row 1} other {rows 1 to #}}, {trees, plural, one {# tree} other {# trees}}; the rest keeps {clear} clear of it.',
  'rows.noteMovesLost':
    '{moves, plural, one {# change by hand fits} other {# changes by hand fit}} nothing in these rows any more.',
  'rows.noteTrial':
    '{blocks, plural, one {# complete block} other {# complete blocks}} of {treatments} treatments, {plot} trees a plot; {guards, plural, one {# guard tree stands} other {# guard trees stand}} outside the plots.',
  'rows.noteShelter':
    '{places, plural, one {# place} other {# places}} of shelter {rows, plural, one {row} other {rows}} {numbers} may not take their row’s species; the tallest of the mix that may stands there.',
  'rows.noteIntermediate':
    '{started, plural, one {# intermediate line starts} other {# intermediate lines start}} where the gap passes {over, number} row spacings; {stopped, plural, one {# end stops} other {# ends stop}} under {under, number}.',
  'rows.noteShortLines':
    '{pegs, plural, one {# guide peg} other {# guide pegs}} gave a line shorter than {least}; it was left out.',
  'rows.noteMixBends':
    '{why}: only {fit} may stand on {places, plural, one {# place} other {# places}}, and the mix falls {short, number} short. So many more were taken, and fewer of the others.',
  'rows.noteLongRuns':
    'Runs of at most {longest} cannot be kept: the commonest species has {commonest, number} of {trees, number} trees, and the others part it {parts, plural, one {once} other {# times}}. Longer runs stand where they must.',
  'rows.trialMoved':
    'Version {number} was kept before plots were, and the ground has changed since: its plots can no longer be told from its rows.',
};
