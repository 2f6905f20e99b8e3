import type { CrewMessages } from '../../../../core/say/messages/crew';

export const crew: Record<keyof CrewMessages, string> = {
  'crew.personTaken': 'That person signs in as {planter} already; part them there first.',
  'crew.retired': '{planter} left on {day}. Take them back under Planters first.',
  'crew.ownWords': 'This is for {planter} to say; planters speak for themselves.',
  'crew.payBackwards': 'The sheet would end on {to}, before it begins on {from}.',
  'crew.noWords': 'There is nothing to say yet: write something, or take a photograph.',
  'crew.noMessage': 'There is no such message.',
  'crew.noNote': 'There is no such note.',
  'crew.othersNote': 'That note is somebody else’s; its author or the leader takes it back.',
  'crew.noLayout': 'A row and peg need the layout they belong to.',
  'crew.noPicture': 'That is no picture that can be shown; JPEG, PNG and WebP are accepted.',
  'crew.pictureTooLarge':
    'The photograph has {kilobytes, number} kB after it was made small; at most 400 kB are accepted.',
  'crew.aloneMinutes':
    'A word every {minutes, number} minutes was asked for; 5 to 240 are accepted.',
  'crew.waveFull':
    'Row {row, number} has {places, plural, one {# place} other {# places}} and {done, number} are done; {more, number} more is too many.',
  'crew.boxesFull':
    'Row {row, number} has {places, plural, one {# place} other {# places}}; {boxes, number} boxes do not fit.',
  'crew.emptyTank': 'The tank holds {tank}; more than 0 is accepted.',
  'crew.wheelLine': 'Line {line, number} reads “{found}”; seconds and a whole count are accepted.',
  'crew.wheelBack':
    'Line {line, number} runs backwards: the counter was switched off, or two files are in one.',
  'crew.wheelLeap':
    'Line {line, number} leaps by {leap, number} marks at once; the counter lost some. Count that row by hand.',
  'crew.wheelEmpty': 'The file holds no counts; lines of seconds and marks so far are accepted.',
  'crew.aloneMissed':
    '{planter}, alone on {block}, was to give word by {due}; the phone was heard of since, the word was not.',
  'crew.aloneSilent':
    '{planter}, alone on {block}, was to give word by {due}; nothing was heard of the phone since {last}. This page cannot know more: somebody must go and look, or call.',
  'crew.aloneLate':
    '{planter}, alone on {block}, spoke in time at {last}, but it was heard late: there is no signal to guard by.',
  'crew.alonePlace': 'Last place {latitude}, {longitude}, at {at}.',
  'crew.aloneNoPlace': 'The phone did not say where it was.',
  'crew.unwatched': 'Watch {planters} at the boxes on {block} this morning.',
  'crew.unwatchedWhy':
    '{days, plural, one {# day} other {# days}} or more without a look: old habits return when nobody is by.',
  'crew.whoFollows': 'Whoever follows',
  'crew.whoFollowsFor': 'Whoever follows, {trees}',
  'crew.waveLate':
    '{trees, plural, one {# tree} other {# trees}} on {block} {wave, select, water {still want water} guard {still stand without a guard} mulch {still lie without mulch} other {still carry flags}} past their hour.',
  'crew.waveNext': 'Begin in row {row, number}: {trees, number} there.',
  'crew.boxesDry':
    'Fill {boxes, plural, one {# reservoir box} other {# reservoir boxes}} on {block}, in {rows, plural, one {# row} other {# rows}}.',
  'crew.boxesFirst': 'Row {row, number} is dry on {day} first.',
  'crew.boxesSince': 'Row {row, number} has been dry since {day}.',
  'crew.noted': '{notes, plural, one {# note} other {# notes}} came from {block}.',
  'crew.notedWhat':
    '{photos, plural, =0 {No photograph.} one {One with a photograph.} other {# with photographs.}}',
  'crew.fewGaps':
    '{gaps, plural, one {# gap was} other {# gaps were}} measured; three are the least that say anything.',
  'crew.noGap': 'The gap before tree {tree, number} is none that trees stand apart.',
  'crew.noRate': 'By hand and by machine more than 0 trees an hour are planted.',
  'crew.noSpeed': 'A machine drives faster than 0, planting and turning.',
  'crew.noWheel': 'The wheel has a circumference above 0 and one mark at least.',
  'crew.turnRadius': 'A turn of {radius} was given; at most {most} is accepted.',
  'crew.noBlock': 'That block is not of this site.',
  'crew.noClock': 'Nothing of the kind was clocked for this planter.',
  'crew.ownHours': 'These are the hours of {planter}; planters clock their own.',
  'crew.sharedMeanwhile':
    'Somebody else shared out rows meanwhile. Theirs show now: look, and press again to share out anew.',
  'crew.sharedTwice': 'Row {row, number} would be two planters’ at once.',
  'crew.sharesBackwards': 'Rows {first, number} to {last, number} run backwards.',
  'crew.ridersInPairs':
    'A machine with two seats takes riders in pairs; {riders, number} {riders, plural, one {is} other {are}} chosen. Whoever walks behind has no rows.',
  'crew.noPlanters': 'There are no planters to share the rows among. Add one first.',
  'crew.noRow': 'The released layout has no row {row, number}.',
  'crew.notTrees': '{count, number} trees cannot be entered; a whole number above 0 is accepted.',
  'crew.rateNotAboveZero':
    '{planter} has a rate of {rate, number} trees a day; it must be above 0.',
  'crew.rowFull':
    'Row {row, number} has {places, plural, one {# place} other {# places}} and {planted, number} are planted; {more, number} more is {over, number} too many.',
  'crew.noPlanter': 'There is no such planter on this site.',
  'crew.ownTrees': 'You may enter your own trees; {planter} enters theirs.',
  'crew.noTarget': 'The entry to take back is not there.',
  'crew.otherPlanter': 'That entry belongs to another planter.',
  'crew.nowhere':
    '{trees, plural, one {# tree was} other {# trees were}} planted by an earlier version on {block} where this one has no free peg.',
  'crew.nowhereWhy': 'Entered late, from a phone without signal; go and see where they stand',
  'crew.nobodys':
    '{count, plural, one {Row {rows} of {block} is} other {Rows {rows} of {block} are}} nobody’s: share {count, plural, one {it} other {them}} out.',
  'crew.nobodysWhy':
    '{trees, plural, one {# place is} other {# places are}} still to be planted there, and no planter’s phone shows {trees, plural, one {it} other {them}}',
  'crew.handed':
    '{entries, plural, one {# entry was} other {# entries were}} handed to you on {block}.',
  'crew.handedWhy': 'They could not be taken as they were',
};
