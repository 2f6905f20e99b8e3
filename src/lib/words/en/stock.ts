import type { StockMessages } from '../../../../core/say/messages/stock';

export const stock: Record<keyof StockMessages, string> = {
  'habit.moist': 'Roots moist',
  'habit.moist.broken': 'roots dry',
  'habit.moist.why':
    'Fine roots take up the water. They die first, and you cannot see it afterwards.',
  'habit.one-out': 'One tree out, bag closed again',
  'habit.one-out.broken': 'bag left open',
  'habit.one-out.why':
    'Fifteen to twenty minutes of open air are all a root has in its whole life.',
  'habit.no-sling': 'Soil not slung off',
  'habit.no-sling.broken': 'soil slung off the roots',
  'habit.no-sling.why': 'Slinging strips the coating and blow-dries the root hairs.',
  'habit.no-slap': 'Roots not slapped on the box',
  'habit.no-slap.broken': 'roots slapped on the box',
  'habit.no-slap.why': 'Bruised bark on a root lets infection in.',
  'habit.shade': 'Boxes shaded, out of the wind',
  'habit.shade.broken': 'boxes in sun or wind',
  'habit.shade.why': 'Wind dries first, then sun; a box in the sun cooks within the hour.',
  'habit.re-wet': 'Re-wet on a long wait',
  'habit.re-wet.broken': 'no water on a long wait',
  'habit.re-wet.why': 'Moisture from the morning is gone by noon.',
  'habit.dripping': 'Trays went out dripping',
  'habit.dripping.broken': 'trays went out dry',
  'habit.dripping.why': 'A plug that is planted dry takes no water from the soil around it.',
  'habit.rim': 'Pot knocked at its rim',
  'habit.rim.broken': 'pot beaten on its base',
  'habit.rim.why': 'The ball must slide out whole; a beaten ball breaks and tears its fine roots.',
  'habit.wait': 'Tree waits in water or wrapped',
  'habit.wait.broken': 'tree lay bare while its hole was widened',
  'habit.wait.why': 'A hole that needs widening takes longer than bare roots have.',
  'habit.lift': 'Wet boxes lifted by two',
  'habit.lift.broken': 'wet box lifted alone',
  'habit.lift.why': 'A wet box can weigh more than one back should lift.',
  'stock.showHabit': 'Show again at the boxes of {block}: {habit}.',
  'stock.habitSeen':
    '{seen}, at {broken, number} of {looks, plural, one {# look} other {# looks}} this week{known, select, yes { ({whose})} other {}}',
  'stock.noLook': 'There is no such look on this block.',
  'stock.cancelledAlready': 'That entry is already cancelled.',
  'stock.cullRate': 'The cull rate must be 0 % or more and under 100 %.',
  'stock.emptyLot': 'A lot of {lot, number} trees cannot be sampled; it has 1 tree or more.',
  'stock.goneOn':
    'Cancelling that would leave {who} with {left, number} of lot {lot}: trees from it have already gone on.',
  'stock.goodAndBad':
    'A good lot has {good} faulty trees and a bad one {bad}; the good share must be the smaller.',
  'stock.labelCheck': '“{found}” does not check: a sign is wrong or two are swapped.',
  'stock.noLabel':
    '“{found}” is no label code; seven letters and digits like 7K2M-Q4X are accepted.',
  'stock.noRoots': 'No roots are measured yet. Measure a sample at the gate first.',
  'stock.noTarget': 'The entry to cancel is not in this lot.',
  'stock.noTool': 'The crew has no tool yet. Enter one with its depth.',
  'stock.notOnHand':
    'Lot {lot} has {has, number} on hand in {who}{elsewhere, select, yes { ({all, number} in all places)} other {}}; {count, number} cannot be taken from it.',
  'stock.notOut':
    '{who} has {has, number} of lot {lot} out; {count, number} cannot {kind, select, return {come back} plant {be planted} other {be lost}}.',
  'stock.notTrees': '{count, number} trees cannot be entered; a whole number above 0 is accepted.',
  'stock.pack': 'A pack holds 1 tree or more.',
  'stock.reserve': 'The reserve must be 0 to 100 %.',
  'stock.risks': 'Both risks must lie between 0 and 100 %.',
  'stock.thereAlready': 'They are there already; choose another place to move them to.',
  'stock.toolSize': '{tool} needs a depth, a width and a rate above 0.',
  'stock.lotHasRecords':
    'Something was entered of lot {code}: trees, roots, a look or a plot. That is kept, and the lot with it; what was entered wrongly can be taken back under its history.',
  'stock.noLot': 'There is no such lot among yours.',
  'stock.otherBlock':
    'That box is lot {lot} of {block}; you are on {here}. Bring it there, or enter it under {block}.',
  'stock.noSoak': 'Those trees were never put to soak.',
  'stock.soakMore':
    'Lot {lot} has {left, number} trees on hand that are not in water{inWater, plural, =0 {} other { ({inWater, number} are)}}; {count, number} cannot be put to soak.',
  'stock.wetMore':
    'Lot {lot} has {onHand, number} trees on hand; {count, number} cannot be dipped or watered.',
  'stock.soakBackwards': 'A soak cannot end before it began. Set the device’s clock.',
  'stock.notOpened': 'That bag was never opened.',
  'stock.closedBackwards': 'A bag cannot be closed before it was opened.',
  'stock.planTooLarge':
    'The plan asks for {plan, plural, one {# tree} other {# trees}}; the lot has {lot, number}.',
  'stock.planNotMet':
    'The plan asks for {plan, plural, one {# tree} other {# trees}}; {looked, number} were looked at, and the rest could still change the answer. Look at them, or choose a smaller plan before you begin.',
  'stock.noLotOn': 'There is no such lot on {block}.',
  'stock.noPlace': 'There is no such place or planter on this site.',
  'stock.letterTaken': 'The letter {letter} stands for {name} already. Choose another.',
  'stock.lettersCard': 'There is no such species among yours.',
  'stock.morePictures': 'A card holds {most, number} pictures. Take one off first.',
  'stock.noPicture': 'That is no picture; PNG, JPEG and WebP are accepted.',
  'stock.foreignOrder': 'There is no such order on this block.',
  'stock.orderHasLot': 'Lot {lot} came from this order. Set it to declined instead.',
  'stock.codeTaken': 'Lot {code} is already there. Choose another code.',
  'stock.speciesStays':
    'Lot {code} has entries already; its species stays. Make a new lot for another one.',
  'stock.toolTaken': 'The crew has a tool called {name} already. Give this one another name.',
  'stock.placeHasRecords':
    'Trees stood at {name}, or its temperature was read. That is kept, and the place with it.',
  'stock.placeTaken': 'A place called {name} is there already.',
  'stock.noLogger': '{place} has no logger here; bring its file instead.',
  'stock.crewAsWhole': 'the crew as a whole',
  'stock.storeWithoutName': 'the store without a name',
  'stock.airNow': '{block} · wind {wind}, {humidity} RH',
  'stock.inWaterSince': '{block} · in water since {since}',
  'stock.soakedTooLong':
    'Take {count, number} of lot {lot} out of the soak: {hours, number} hours, and roots drown after {most, number}.',
  'stock.soakReady':
    'Take {count, number} of lot {lot} out of the soak by {by}; they have drunk enough.',
  'stock.soakOn': 'Leave {count, number} of lot {lot} in the soak until {until}.',
  'stock.notAnswered':
    'Ask {known, select, yes {{nursery}} other {the nursery}} about {trees, plural, one {# tree} other {# trees}} for {block}: wanted on {day}, not confirmed.',
  'stock.notCome':
    'Ask {known, select, yes {{nursery}} other {the nursery}} where {trees, plural, one {# tree} other {# trees}} for {block} are: they were to come on {day}. Or enter their lots, if they came.',
  'stock.comes':
    'Make a place ready: {known, select, yes {{nursery}} other {the nursery}} brings {trees, plural, one {# tree} other {# trees}} for {block} on {day}.',
  'stock.deliveryOf': 'Ordered: {species}',
  'stock.callOff':
    '{coming, select, no {Find} other {Call off}} {short, number} more {species} for {block}: row {row, number} runs dry{coming, select, no {, and none is on order} other {}}.',
  'stock.owed':
    'Lot {lot} on {block} owes {count, plural, one {# tree} other {# trees}}: an entry is still on another phone, or a number is wrong.',
  'stock.owedWhy': 'More came back or was planted than was handed out',
  'air.wind': 'wind',
  'air.frost': 'frost',
  'air.cold': 'cold',
  'air.heat': 'heat',
  'air.warm': 'warm',
  'air.normal': 'normal',
  'air.marginal': 'marginal',
  'air.stop': 'stop',
  'stock.closeBag':
    'Close {vessel, select, bag {the bag} other {{vessel}}} of lot {lot}: roots out {out, number} min, good for {left, number} more in this air.',
  'stock.wetBag':
    'Close {vessel, select, bag {the bag} other {{vessel}}} of lot {lot} and wet its roots: out {out, number} min, {over, number} past what this air allows.',
  'stock.bagForgotten':
    'Enter when {vessel, select, bag {the bag} other {{vessel}}} of lot {lot} was closed: it stands open since {since}.',
  'stock.driedUntilSaid': '{block} · until then its trees count as dried out',
  'stock.leftOf':
    '{known, select, yes {Lot {lots}: } other {}}{left, number} left, rows to plant ask {needed, number}{unclosed, plural, =0 {} other {; # more are on the ledger, planted and not closed yet}}',
  'air.dry-air': 'dry air',
  'place.none': 'no place entered',
  'stock.potBoundOf': '{bound} of {sampled} pot-bound ({low} % to {high} % of the lot)',
  'stock.noSample': 'no sample looked at yet',
  'stock.rootsBag':
    'Soft bags circle their roots at the bottom, and it comes off with the bag; {found}.',
  'stock.rootsCut': '{found}: left alone, circling roots choke the stem in years to come.',
  'stock.rootsRound': 'A round wall turns roots in a circle; {found}.',
  'stock.rootsRibbed': 'Ribs lead roots straight down and air prunes them; {found}.',
  'stock.rootsPlug': 'A plug falls apart when it is handled; {found}.',
  'stock.trimSentence': '{trim}; {parts}.',
  'stock.trimTo': 'Trim to {length}',
  'stock.trimNothing': 'Trim nothing',
  'stock.bucketPart': '{share} % {tool}',
  'stock.asidePart': '{aside} of {sample} set aside',
  'gauge.turnsUp': 'Root turns up: {root} in a {hole} hole.',
  'gauge.trimOrTake': 'Trim {over}, or take the {tool}.',
  'gauge.trim': 'Trim {over}.',
  'gauge.take': 'Take the {tool}.',
  'gauge.setAside': 'No tool here is deep enough: set it aside.',
  'gauge.bunch': 'Roots bunch: {spread} wide in a {hole} hole.',
  'gauge.widen': 'Widen the hole by hand.',
  'gauge.above': 'the {datum} {by} above ground',
  'gauge.over': '{by} of soil over the {datum}',
  'gauge.tooDeep':
    'Too deep: {found}; this method allows {bound, select, below {no less than } other {}}{limit}.',
  'gauge.tooHigh':
    'Too high: {found}; this method asks for {bound, select, below {no more than } other {}}{limit}.',
  'gauge.lift': 'Lift while firming, then firm again.',
  'gauge.lower': 'Set it lower, then firm.',
  'gauge.turnsUpSet': 'Root turns up: {root} set {cover} deep in a {hole} hole.',
  'gauge.higher': 'Set it {by} higher, or deepen the hole.',
  'gauge.fits': 'Fits: {below} to spare below, {side} each side.',
  'gauge.fitsNoSpread': 'Fits: {below} to spare below, the spread was not measured.',
  'gauge.twist': 'Twist it in, do not cut.',
  'gauge.hang': 'Hang the roots straight, firm, then tug.',
};
