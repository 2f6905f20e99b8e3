import type { MessageKey } from '../../../core/say/message';

/**
 * Every sentence in English, in ICU message syntax: {name} is a name or a measure already written in
 * the reader's units, {name, number} a number, plural and select choose words.
 */
export const en: Record<MessageKey, string> = {
  // calendar
  'calendar.areaBelowZero': 'The area must be 0 or more.',
  'calendar.calibration': 'Litres, seconds, metres and width must all be more than 0.',
  'calendar.circle': 'These tasks wait for one another: {tasks}. Take one of the dependencies out.',
  'calendar.crewWithoutPlanters':
    '{name} has {planters, number} planters; one or more is accepted.',
  'calendar.crewWithoutRate': '{name} plants {rate, number} a day; more than 0 is accepted.',
  'calendar.emptyTank': 'The tank holds {tank}; more than 0 is accepted.',
  'calendar.mixShare':
    '{product} would be {share} of the mix; more than 0 and less than 100 % is accepted.',
  'calendar.monthRain': 'Month {month, number}: no rain or some, on 0 to 31 days, is accepted.',
  'calendar.monthUpsideDown':
    'Month {month, number}: the lowest ({lowest}) lies above the highest ({highest}).',
  'calendar.moreDelivered':
    '{come, number} trees are to be delivered, {due, number} are to be planted.',
  'calendar.noCrew': 'There is no crew to plant.',
  'calendar.noSeasons': 'At least one season of blocks of at least a day.',
  'calendar.noSuchTask': 'There is no such task.',
  'calendar.noWater': '{product}: the water on an area must be more than 0.',
  'calendar.noWeatherToDraw': 'There is no weather to draw from.',
  'calendar.noWholeYear': 'No whole year of weather from {from} on was found ({base}).',
  'calendar.ripTerms':
    'One pass or more, a speed above 0, turns of 0 minutes or more and an efficiency of up to 100 % are accepted.',
  'calendar.taskWithoutDays': '“{label}” takes {duration, number} days; 1 or more is accepted.',
  'calendar.tooFewDays':
    '{days, number} days of weather were found; a year or more is needed to judge weeks. Until then the season of the trade is shown.',
  'calendar.twelveMonths': 'A typical year has twelve months.',
  'calendar.windowEndsFirst': 'The window ends on {until}, before planting begins on {start}.',
  // crew
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
  'crew.waveLate':
    '{trees, plural, one {# tree} other {# trees}} on {block} {wave, select, water {still want water} guard {still stand without a guard} mulch {still lie without mulch} other {still carry flags}} past their hour.',
  'crew.waveNext': 'Begin in row {row, number}: {trees, number} there.',
  'crew.boxesDry':
    'Fill {boxes, plural, one {# reservoir box} other {# reservoir boxes}} on {block}, in {rows, plural, one {# row} other {# rows}}.',
  'crew.boxesFirst': 'Row {row, number} is dry on {day} first.',
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
  'crew.sharedTwice': 'Row {row, number} would be two planters’ at once.',
  'crew.sharesBackwards': 'Rows {first, number} to {last, number} run backwards.',
  'crew.noPlanters': 'There are no planters to share the rows among. Add one first.',
  'crew.noRow': 'The released layout has no row {row, number}.',
  'crew.notTrees': '{count, number} trees cannot be entered; a whole number above 0 is accepted.',
  'crew.rateNotAboveZero':
    '{planter} has a rate of {rate, number} trees a day; it must be above 0.',
  'crew.rowFull':
    'Row {row, number} has {places, plural, one {# place} other {# places}} and {planted, number} are planted; {more, number} more is {over, number} too many.',
  // formats
  'formats.brokenJson':
    'The file is not whole GeoJSON: {problem}. It may have been cut off while it was sent.',
  'formats.brokenShapefile':
    'The zip is no whole shapefile: {problem}. It needs at least the .shp and the .dbf, and the .prj to say where it lies.',
  'formats.brokenTiff': 'The file is not a whole GeoTIFF: {problem}. It may have been cut off.',
  'formats.brokenXml':
    'The file is broken: its XML does not end where it should. Save it again and bring in the new one.',
  'formats.cornerColumns':
    'The first line reads “{found}”. Columns lon and lat, or easting and northing with a zone, are accepted.',
  'formats.elevationColumns':
    'The first line reads “{found}”. Columns x, y and z (or lon, lat, height) are accepted.',
  'formats.emptyBoundary':
    'The file is empty. GeoJSON, GPX, KML or CSV with at least three corners is accepted.',
  'formats.emptyElevation':
    'The file is empty. An Esri ASCII grid, a GeoTIFF or CSV of x, y, z is accepted.',
  'formats.gridCutOff':
    'The heading says {columns, number} × {rows, number} = {said, number} heights; {found, number}{more, select, yes { or more} other {}} were found. The file is cut off, or its heading is wrong.',
  'formats.gridHeading':
    'The grid’s heading says {columns} columns, {rows} rows, cell size {size}; at least 2 × 2 and a size above 0 are accepted.',
  'formats.gridProjected':
    'The grid lies at {x, number}, {y, number}: metres of a projection that the file does not name. Give its UTM zone or EPSG code, for example 33N or EPSG:2056.',
  'formats.gridTooLarge':
    'The grid has {heights, number} heights; at most 40 000 000 are accepted. Cut it to the block first.',
  'formats.gridWithoutPlace':
    'The heading does not say where the grid lies (xllcorner, yllcorner).',
  'formats.hourColumns':
    'Columns of time, temperature, humidity and wind are needed. Found: {found}.',
  'formats.hourLine':
    'Line {line, number}: “{found}” was found; a time like 2026-11-24 06:15 and three numbers are accepted.',
  'formats.lineOpen':
    'The line does not close: its ends are {gap} apart. Walk back to the start, or draw the missing side.',
  'formats.lineTooShort':
    'The line has {points, plural, one {# point} other {# points}}; a boundary needs at least three corners.',
  'formats.loggerColumns': 'Columns of time and temperature are needed. Found: {found}.',
  'formats.instrumentColumns':
    'A column of days or times and one of {kind, select, probe {water in the soil (“VWC”, “moisture”)} other {“rain”}} are needed. Found: {found}.',
  'formats.instrumentMost': 'Line {line, number} reads {found}; up to {most} is accepted.',
  'formats.loggerHeading':
    'No heading with a temperature was found. A CSV with columns such as time,temperature °C is accepted.',
  'formats.loggerLine':
    'Line {line, number}: “{found}” was found; {wanted, select, time {a time like 2026-11-24 06:15 or 2026-11-24T06:15:00+01:00} other {a number}} is accepted.',
  'formats.noArea':
    '{lines, plural, =0 {The file has no area and no line. A boundary is an area, or one walk round it.} other {The file has # lines and no area. One closed walk or one area is accepted.}}',
  'formats.noElevation':
    '“{fileName}” is no elevation that is read here. An Esri ASCII grid, a GeoTIFF or CSV of x, y, z is accepted.',
  'formats.noFeature':
    'The file is JSON but holds no GeoJSON feature. A Polygon or MultiPolygon is accepted.',
  'formats.noReading': 'No reading was found.',
  'formats.noUtmZone':
    '“{text}” is no UTM zone. A number from 1 to 60 with N or S is accepted, such as 33N; or an EPSG code, such as EPSG:2056.',
  'formats.noWeatherDay': 'No day with both temperatures and rain was found.',
  'formats.orderColumns': 'The column {missing} is missing. Found: {found}.',
  'formats.orderDay': '{where}: “{found}” is no date; a day like 2026-11-24 is accepted.',
  'formats.orderEmpty': 'The file has a heading and no line under it.',
  'formats.orderNumber':
    '{where}: “{found}” was found; a whole number from {least, number} to 1 000 000 is accepted.',
  'formats.orderNursery': '{where} is empty.',
  'formats.orderReplaces': '{where}: “{found}” is not among the species cards.',
  'formats.orderSpecies':
    '{where}: “{found}” is not among the species cards. Its name or letter is accepted.',
  'formats.orderState': '{where}: “{found}” was found; {accepted} are accepted.',
  'formats.otherGeometry':
    'The file holds a “{found}”, which is not read. Points, lines and polygons are accepted.',
  'formats.otherXml': 'The file says it is “{found}”. GPX and KML are the XML formats accepted.',
  'formats.projectedCorners':
    'Coordinates like {found} are metres of a projection, not degrees. Give the UTM zone or EPSG code, for example 33N or EPSG:2056.',
  'formats.ringOpen':
    'A ring does not close: it starts at {first} and ends at {last}. The last corner must repeat the first.',
  'formats.ringTooShort':
    'A ring has {points, plural, one {# point} other {# points}}; it needs at least four, the last repeating the first.',
  'formats.threeNumbers': 'Line {line, number} reads “{found}”; three numbers were expected.',
  'formats.tiffProjection':
    'The GeoTIFF names {code}, which is not known here. Give its UTM zone or another EPSG code, or save it in UTM.',
  'formats.tiffWithoutPlace':
    'The TIFF is a picture without a place. A GeoTIFF with its position is accepted.',
  'formats.tooFewCorners':
    'The file has {corners, plural, one {# corner} other {# corners}}; a boundary needs at least three.',
  'formats.tooFewPoints':
    '{points, number} points with heights were found; a surface needs at least three.',
  'formats.tooFewReadings':
    '{readings, plural, one {# reading was} other {# readings were}} found; two or more are accepted.',
  'formats.tooLarge':
    'The file has {size, number} MB; at most {most, number} MB is accepted. A boundary needs a few kilobytes.',
  'formats.twoNumbers': 'Line {line, number} reads “{found}”; two numbers were expected.',
  'formats.unknownFormat':
    '“{fileName}” is no format that is read here. GeoJSON, GPX, KML and CSV are accepted.',
  'formats.unlikelyDay':
    '{day}: {lowest} to {highest} and {rain} of rain were found; {coldest} to {hottest}, the lowest first, and no rain or some are accepted.',
  'formats.unlikelyReading':
    '{found} was found; {coldest} to {hottest} is accepted. Is the unit right?',
  'formats.weatherColumns':
    'Columns for the day, lowest and highest temperature and rain are needed, such as date,tmin,tmax,rain. Found: {found}.',
  'formats.weatherLine':
    'Line {line, number}: “{found}” was found; {wanted, select, number {a number} other {a day like 2026-11-24}} is accepted.',
  // ground
  'ground.blockTooLarge':
    'The boundary holds {area}; a block has at most {most}. If latitude and longitude are swapped, or the zone is wrong, areas come out like this.',
  'ground.locatedAhead':
    '{name} is entered as located and marked on {day}, which is still to come. Enter the day when it has been done.',
  'ground.holeOutside':
    'Hole {hole, number} lies outside the boundary it is a hole of. Take it out of the file, or draw it where it belongs.',
  'ground.holeCut':
    'Hole {hole, number} reaches over the boundary; only what lies inside was taken out.',
  'ground.holesUnited': 'Holes that overlap were joined into one.',
  'ground.partsUnited': 'Parts that overlap were joined: {overlap} would have counted twice.',
  'ground.farFromSite': 'This block lies {away} from the site. Is it the right file?',
  'formats.areasJoined': '{areas, number} areas were found and joined as parts of one block.',
  'formats.piecesJoined':
    '{pieces, number} pieces of the walk were joined; the widest gap between them is {gap}.',
  'formats.pointsAsCorners':
    '{points, number} points were taken as corners, in the order of the file.',
  'formats.walkClosed': 'The walk was closed with a straight line of {gap}.',
  'formats.readIn': 'Read in {name}.',
  'ground.blockTooSmall': 'The boundary holds {area}; a block has at least {least}.',
  'ground.cornerNoNumber':
    'A corner has no number in it. Each corner is a longitude and a latitude in degrees.',
  'ground.cutNeedsHeights':
    'Cutting by level or slope needs an elevation. Bring one in, or draw the zone.',
  'ground.gridElsewhere':
    'The grid does not cover this block: its north-west corner lies at {latitude}, {longitude}. If it is in another projection, give its UTM zone.',
  'ground.heightsElsewhere': 'None of the points lies near this block.',
  'ground.heightsOnALine': 'All points lie on one line. Walk across the slope as well as along it.',
  'ground.legTooShort': 'The distance of a leg must be above 0.',
  'ground.marginBelowZero': 'The margin inside the boundary must be 0 or more.',
  'ground.noBoundary': 'There is no area in it. A boundary needs at least three corners.',
  'ground.noHeightInside':
    'The elevation grid holds no height inside the block. Bring in one that covers it.',
  'ground.noLeg':
    '“{found}” is no bearing and distance. Write it like N 34° E 120 m, or 034° 120 m.',
  'ground.noPair': 'Line {line, number} is no “longitude, latitude” pair in degrees.',
  'ground.noWatercourse': 'This block has no watercourse. Add one among the keep-outs first.',
  'ground.nothingCut': 'No ground of this block lies {what}.',
  'ground.nothingLeft':
    'Nothing is left to plant: margin and setbacks take the whole block. {kept, select, yes {“{widest}” takes most; its setback is {setback}.} other {The margin is {margin}.}}',
  'ground.projected':
    'Coordinates like {x, number}, {y, number} are metres of a projection, not degrees. Give the UTM zone (for example 33N), or save the file as longitude and latitude.',
  'ground.ringCrosses':
    '{ring} crosses itself: side {first, number} and side {second, number} meet near {latitude}, {longitude}. Corners must follow the edge in order.',
  'ground.ringTooSmall':
    '{ring} has {corners, plural, one {# different corner} other {# different corners}}; it needs at least three.',
  'ground.setbackBelowZero': 'The setback of “{keepout}” is {setback}; it must be 0 or more.',
  'ground.splitLineMisses':
    'The line does not part the block. Draw it across, from outside one edge to outside another.',
  'ground.splitLineTooShort': 'A line to split by needs at least two points.',
  'ground.swapped':
    'Latitude and longitude look swapped: the first corner reads longitude {longitude}, latitude {latitude}. Longitude comes first; latitude runs from −90 to 90.',
  'ground.tooFewHeights':
    '{points, plural, one {# point} other {# points}} with heights were found; a surface needs at least three.',
  'ground.tooFewPlaces': '{given, number} given; at least {least, number} are needed.',
  'ground.tooManyCorners':
    'The boundary has {corners, number} corners; at most {most, number} are accepted. Simplify it before you bring it in.',
  'ground.unlikelyHeights':
    'Heights run from {lowest} to {highest}; {least} to {most} is accepted. {unit, select, m {They may be feet: choose feet and bring the file in again. Or the value for “no height” is not marked in the file.} other {They may be metres already.}}',
  // measure
  'measure.noLength': '“{found}” is not a length. Write it like 2.4 m, 8 ft or 7 ft 6 in.',
  // rows
  'method.noSuchZone': 'A difference names a zone or a lot that this block does not have.',
  'method.notTwice': 'Two differences are for the same trees. Put them into one.',
  'method.ofBlock': 'The whole block',
  'method.ofLot': 'Lot {lot}, {species}',
  'method.ofRows': 'Treatment {letter}: rows {rows}',
  'method.ofStock':
    '{stock, select, container {Container stock} other {Bare-root stock}}: {species}',
  'method.ofZone': 'Zone {zone}',
  'method.oneTreatment': 'A comparison needs at least two ways of planting.',
  'method.rowsBefore':
    'Treatment {letter} was laid on the rows of version {version}. The rows are numbered anew since: lay it out again.',
  'method.treatmentPlot': 'A plot is a whole number of rows, at least 1; found {plot}.',
  'method.treatmentRoom':
    '{rows, plural, one {# row is} other {# rows are}} too few for two plots of each treatment; {needed} are needed.',
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
  // stock
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
  // survival
  'survival.moreAlive':
    'Row {row, number}: {alive, number} alive of {set, number} set cannot be; at most {set, number} is accepted.',
  'survival.moreSet':
    'Row {row, number} had {planted, plural, one {# tree} other {# trees}} planted; a count of {set, number} set trees is {over, number} too many.',
  'survival.noCount':
    'Row {row, number}: counts are whole numbers, and at least one tree must have been set.',
  'survival.nothingCounted': 'No row has been counted yet.',
  'changed.stale':
    'Somebody else has saved this meanwhile. See what they changed, then keep both or choose.',
  'changed.otherEvent':
    'An entry with this id is there already and says something else. Nothing was written.',
  'changed.taken': 'Something with this name or number is there already. Choose another.',
  'changed.foreignId':
    'Something in it carries an id that stands for something elsewhere. Draw it anew, then save.',
  'changed.noCommand': 'There is no command “{name}”.',
  'changed.tooDeep': 'What was sent is nested more than {most, number} deep; nothing of ours is.',
  'changed.tooMany': 'What was sent has more than {most, number} parts.',
  'changed.tooLarge':
    'What was sent has {found, number} kB; at most {most, number} kB are accepted here.',
  'changed.noNumber': 'A number without end was sent; only finite numbers are accepted.',
  'changed.noText': 'A text holds a sign that cannot be kept. Type it again.',
  'changed.noJson': 'What was sent is no JSON.',
  'site.noSuch': 'There is no such {what} among yours.',
  'site.needsRole':
    'This needs {action, select, read {a place in the crew} tally {to be a planter, checker or leader} record {to be a checker or leader} other {to be the leader}}; you are a {role} on {site}.',
  'site.databaseAway': 'The database does not answer. Nothing was lost; try again in a moment.',
  'site.noSpecies': 'This site has no such species.',
  'site.dayAhead': '{day} is still to come; a day that has been is accepted.',
  'site.momentAhead':
    'A reading of {at} UTC lies in the future. Is the file’s year and zone right?',
  'people.tooManyTries': 'Too many attempts. Wait {minutes, number} minutes, then try again.',
  'people.wrongSignIn': 'That name and password do not belong together.',
  'people.nameTaken': '“{name}” is taken. Choose another sign-in name.',
  'people.notHere': 'That person does not belong to this site.',
  'people.lastLeader': '{name} is the only leader here. Make somebody else a leader first.',
  'people.stillHere': '{name} still belongs to the site. End the access first.',
  'people.elsewhere':
    '{name} belongs to another site too; only a leader of all their sites can do that.',
  'people.wrongPassword': 'The old password is not right.',
  'people.noSession': 'There is no such session.',
  'people.noHanded': 'There is no such entry.',
  'people.badCode':
    'That code is not right, or it is no longer good. Ask the leader for a new one.',
  'rows.notReleased':
    'Version {number, number} is not released. Release it under Rows, then record against it.',
  'rows.notLocated':
    '“{name}” has not been located and marked. Have its owner do that and enter the day on the Ground page; nothing is dug before.',
  'rows.plantedIn':
    'Version {number, number} is released and {planted, plural, one {# tree is} other {# trees are}} entered as planted in its rows. Its rows cannot change under them; cut a new block for the rest.',
  'rows.versionUnread':
    'The rows of this version could not be read. Look whether there is a connection, then open it again.',
  'rows.noTree': 'Not one tree fits with this spacing, headland and first row. Nothing was saved.',
  'rows.shareNeedsRelease': 'Release the layout first; then its rows can be shared out.',
  'ground.released':
    'Version {number, number} of {block} is released to the crew; the block cannot be {what, select, split {split} other {joined}} under its rows.',
  'ground.movedFar':
    'The new boundary lies more than {most} from the old one. Make it a block of its own.',
  'ground.heightsMissing':
    'The elevation says {columns, number} × {rows, number} nodes; {found, number} heights came. Bring the file in again.',
  'ground.joinOther': 'Two different blocks of one site can be joined.',
  'ground.joinHasLayouts':
    '{block} has saved layouts of its own. Join it the other way round, from its page.',
  'ground.joinHasRecords': '{block} has records of its own and stays a block.',
  'crew.noPlanter': 'There is no such planter on this site.',
  'crew.ownTrees': 'You may enter your own trees; {planter} enters theirs.',
  'crew.noTarget': 'The entry to take back is not there.',
  'crew.otherPlanter': 'That entry belongs to another planter.',
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
  'checks.noDecision': 'The rework is not there any more.',
  'checks.notInRework': 'Row {row, number} is not among rows {rows} of this rework.',
  'checks.notReleasedNow': 'Release a layout first; plots are set in its rows.',
  'checks.noPeg':
    'Row {row, number} has {pegs, plural, one {# peg} other {# pegs}}; there is no peg {peg, number}.',
  'survival.marksDiffer':
    '{marks, plural, one {# tree is} other {# trees are}} marked and {set, number} set; they must agree.',
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
  'visit.seen':
    'Seen {times, plural, one {once} other {# times}} on walks of late{trees, plural, =0 {} one {, # tree} other {, # trees}}',
  'tending.waterBy':
    'Water {zone} on {block} by {day}: {litres} a tree, {trips, plural, one {# tank} other {# tanks}}.',
  'tending.waterWhy':
    '{trees, number} trees, about {hours, number} h of filling, driving and pouring',
  'action.openTending': 'Open Tending',
  'survival.refillDue': 'Refill {block}: {left, number} places are still empty.',
  'survival.refillSet': '{set, number} of {places, number} set',
  'tending.oldStakes': 'Take the stakes off {trees, number} trees on {block}.',
  'tending.oldStakesWhy':
    'rows {rows}, up to {months, number} months staked; a stem that never sways grows no taper',
  'survival.refillPast':
    'The refill would be planted on {day}, which is past; today or a later day is accepted.',
  'survival.refillAlive':
    'Row {row, number}, peg {peg, number} holds no dead tree at its newest count; only dead places are filled.',
  'survival.refillTwice': 'Row {row, number} names a peg twice; each place is filled once.',
  'survival.noRefill': 'This refill is not known any more. Load the page again.',
  'survival.noSuchPeg': 'Peg {peg, number} was named; {pegs, number} trees are marked.',
  'survival.deadHeight':
    'The tree at peg {peg, number} is dead or gone; only living trees are measured.',
  'survival.aliveCause': 'The tree at peg {peg, number} lives; a cause is given for dead ones.',
  'survival.beforePlanting':
    'Row {row, number} was planted on {day}; a count on that day or later is accepted.',
  'survival.marksAlive':
    '{found, number} are marked alive and {alive, number} entered; they must agree.',
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
  'stock.placeTaken': 'A place called {name} is there already.',
  'stock.noLogger': '{place} has no logger here; bring its file instead.',
  'stock.crewAsWhole': 'the crew as a whole',
  'stock.storeWithoutName': 'the store without a name',
  'calendar.dayMissing': 'Give the day on which “{task}” was done or is moved to.',
  'calendar.doneAhead': '“{task}” cannot be done on {day}: that day is still to come.',
  'calendar.noProduct': 'There is no such product on this site.',
  'calendar.noSpraying': 'The spraying to cancel is not on this block.',
  'calendar.productFillsWater':
    '{product}: {dose} of product does not go into {water} of water; more water or less product is accepted.',
  'say.plain': '{text}',
  'when.now': 'Now',
  'when.today': 'Today',
  'when.late': 'Late',
  'when.open': 'Open',
  'when.first': 'First',
  'when.season': 'This season',
  'when.day': '{day}',
  'when.time': '{time}',
  'when.byHour': 'By {hour}',
  'action.seeHandling': 'See the looks',
  'action.closeBag': 'Close the bag',
  'action.seeKeeping': 'See the keeping',
  'action.openStock': 'Open stock',
  'action.openPlots': 'Open plots',
  'action.tickOff': 'Tick it off',
  'action.setDay': 'Set the day',
  'action.seeCrew': 'See the crew',
  'action.openRows': 'Open rows',
  'action.seeGround': 'See ground',
  'action.seeCount': 'See the count',
  'stock.airNow': '{block} · wind {wind}, {humidity} RH',
  'stock.inWaterSince': '{block} · in water since {since}',
  'stock.soakedTooLong':
    'Take {count, number} of lot {lot} out of the soak: {hours, number} hours, and roots drown after {most, number}.',
  'stock.soakReady':
    'Take {count, number} of lot {lot} out of the soak by {by}; they have drunk enough.',
  'stock.soakOn': 'Leave {count, number} of lot {lot} in the soak until {until}.',
  'stock.callOff':
    'Call off {short, number} more {species} for {block}: row {row, number} runs dry.',
  'stock.owed':
    'Lot {lot} on {block} owes {count, plural, one {# tree} other {# trees}}: an entry is still on another phone, or a number is wrong.',
  'stock.owedWhy': 'More came back or was planted than was handed out',
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
  'calendar.taskDue': '{task} on {block} by {day}.',
  'calendar.setDay': 'Set a planting day for {block}, and its tasks follow.',
  'calendar.nothingCounted': 'Nothing is counted back yet',
  'calendar.stopNow': 'Stop planting: {because} past the limit.',
  'calendar.airNow': 'Wind {wind}, {temperature}, {humidity} RH',
  'calendar.windThen': 'Now {wind}, class {dayClass}; then {then}',
  'rows.releaseOne':
    'Release a layout for {block}: planting begins in {days, plural, one {# day} other {# days}}.',
  'rows.versionSaved': 'Version {number, number} is saved, {trees, number} trees',
  'ground.locateFirst': 'Have the {keepout} on {block} located and marked before anyone digs.',
  'ground.keptFree': '{setback} are kept free each side; its owner decides',
  'survival.order': 'Order {trees, number} trees to refill {block}.',
  'survival.aliveOf': '{alive} alive, {living, number} living where {asked, number} were asked for',
  'crew.nowhere':
    '{trees, plural, one {# tree was} other {# trees were}} planted by an earlier version on {block} where this one has no free peg.',
  'crew.nowhereWhy': 'Entered late, from a phone without signal; go and see where they stand',
  'crew.handed':
    '{entries, plural, one {# entry was} other {# entries were}} handed to you on {block}.',
  'crew.handedWhy': 'They could not be taken as they were',
  'air.wind': 'wind',
  'air.frost': 'frost',
  'air.cold': 'cold',
  'air.heat': 'heat',
  'air.warm': 'warm',
  'air.normal': 'normal',
  'air.marginal': 'marginal',
  'air.stop': 'stop',
  'standing.noLayout': 'no layout yet',
  'standing.draft': 'draft, planting {day}',
  'standing.draftOpen': 'draft, planting open',
  'standing.released': 'released',
  'standing.planted': 'planted',
  'standing.counted': 'counted {day}: {alive} % ({low} to {high})',
  'stock.closeBag':
    'Close {vessel, select, bag {the bag} other {{vessel}}} of lot {lot}: roots out {out, number} min, good for {left, number} more in this air.',
  'stock.wetBag':
    'Close {vessel, select, bag {the bag} other {{vessel}}} of lot {lot} and wet its roots: out {out, number} min, {over, number} past what this air allows.',
  'stock.leftOf':
    '{known, select, yes {Lot {lots}: } other {}}{left, number} left, rows to plant ask {needed, number}{unclosed, plural, =0 {} other {; # more are on the ledger, planted and not closed yet}}',
  'calendar.taskLate':
    '{task} on {block}: {days, plural, one {# day} other {# days}} late.{held, select, yes { It waits for: {waits}.} other {}}',
  'calendar.stopBy':
    'Stop planting by {hour} if this holds: {because} passes {wind, select, yes {{limit}} other {the limit}}.',
  'standing.planting':
    'row {row, number}{known, select, yes { · {days, plural, one {# more day} other {# more days}} at this pace} other {}}',
  'air.dry air': 'dry air',
  'fault.deep': 'too deep',
  'fault.shallow': 'too shallow',
  'fault.j-root': 'root turned up',
  'fault.loose': 'loose',
  'fault.air-pocket': 'air pocket',
  'fault.leaning': 'leaning over 15°',
  'fault.roots-exposed': 'roots exposed',
  'fault.wrong-species': 'wrong species or spot',
  'fault.spacing': 'spacing',
  'fault.damaged': 'damaged',
  'fault.not-cleared': 'spot not cleared',
  'fault.missing': 'missing',
  'fault.guard': 'guard missing',
  'fault.surplus': 'one too many',
  'weekday.1': 'Monday',
  'weekday.2': 'Tuesday',
  'weekday.3': 'Wednesday',
  'weekday.4': 'Thursday',
  'weekday.5': 'Friday',
  'weekday.6': 'Saturday',
  'weekday.7': 'Sunday',
  'rows.dependPlanted':
    '{trees, plural, one {# tree is} other {# trees are}} entered as planted in its rows.',
  'rows.dependShares':
    '{planters, plural, one {# planter has} other {# planters have}} rows of it.',
  'rows.dependPlots': '{plots, plural, one {# plot was} other {# plots were}} checked in it.',
  'rows.dependCounts': '{rows, plural, one {# row of it was} other {# rows of it were}} counted.',
  'rows.dependLots':
    '{lots, plural, one {# lot of this block was} other {# lots of this block were}} ordered by its numbers.',
  'rows.dependPegs': 'The crew sets its pegs by it.',
  'ground.noElevation': 'No elevation is loaded.',
  'ground.profileNeedsHeights': 'A profile needs an elevation. Bring one in first.',
  'ground.notRead': 'The ground has not been read yet.',
  'job.stopped': 'It was stopped; nothing was changed.',
  'job.failed': 'It did not come to an end. Nothing was changed; try again.',
  'people.codeSent': 'Good for {hours, number} hours, once.',
  'measure.noNumber': '“{found}” is no number. Write it like 0.59, 0,59 or 1 559.',
  'measure.twoNumbers': '“{found}” can mean {whole} or {decimal}. Write {plain} or {longer}.',
  'measure.notWhole': '{found, number} was found; a whole number is accepted.',
  'measure.outside': '{found, number} was found; {min, number} to {max, number} is accepted.',
  'measure.below': '{found, number} was found; at least {min, number} is accepted.',
  'measure.above': '{found, number} was found; at most {max, number} is accepted.',
  'rows.noTrial': 'Version {number, number} is no trial; it has no tags.',
  'formats.tooLong':
    'The file could not be read within {seconds} seconds, and reading was given up. A smaller file, or one saved anew by the program it comes from, may do.',
  'formats.unpacksTooLarge':
    'The archive would unpack to {size, number} MB; at most {most, number} MB are accepted.',
  'formats.archiveCutOff':
    'The archive is cut off or is no zip file: its list of contents is missing. Copy it again from where it came.',
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
  'ground.noteHolesInGrid': '{share} of the grid around the block has no height; lines end there.',
  'ground.noteTriangles':
    '{points, plural, one {# point} other {# points}}, {triangles, plural, one {# triangle} other {# triangles}}.',
  'ground.noteHeights': 'Heights from {lowest} to {highest}, a node every {node}.',
  'ground.noteLevel': 'The ground is level to {within}: contour rows cannot be traced on it.',
  'formats.noteProjection': 'Read in {name}, as the file says.',
  'formats.noteFeetSuspected':
    'Taken in metres this ground slopes {slope} on the mean. If the heights are feet, it is {inFeet}: choose feet and bring the file in again.',
  'formats.noProjection':
    '“{found}” is no projection that is known here. A UTM zone such as 33N, an EPSG code such as EPSG:2056, or the text of a projection file is accepted.',
  'formats.noteFeet': 'Heights are in feet, as the file says; turned into metres.',
  'formats.noteEmptyDays':
    '{lines, plural, one {# line} other {# lines}} without a temperature or rain {lines, plural, one {was} other {were}} left out.',
  'formats.noteDaysTwice':
    '{days, plural, one {# day} other {# days}} came twice; the last line of each holds.',
  'formats.noteDaysMissing':
    '{days, plural, one {# day is} other {# days are}} missing, the first before {before}; they are left out of every share.',
  'formats.noteEmptyLines':
    '{lines, plural, one {# line without a value was} other {# lines without a value were}} left out.',
  'formats.noteClockBack':
    'The clock was set back {times, plural, one {once} other {# times}} in this file; the hour that came twice is kept apart.',
  'formats.noteReadingsTwice':
    '{readings, plural, one {# reading} other {# readings}} came twice for the same moment; the last one holds.',
  'formats.noteGaps': '{gaps, plural, one {# gap} other {# gaps}} of more than three hours.',
  'formats.orderWhere': 'Line {line}, {column}',
  'calendar.lateSkip': 'Skip it, and do without: {reason}',
  'calendar.lateShorten':
    'Do it by {day}: it lies {left, plural, one {# day} other {# days}} before planting instead of {lead}.',
  'calendar.lateTooShort':
    'It cannot be shortened: it would be finished {days, plural, one {# day} other {# days}} after planting begins.',
  'calendar.lateShift':
    'Shift planting to {day}, and the full {lead, plural, one {# day is} other {# days are}} kept.',
  'calendar.slackDone': 'Done.',
  'calendar.slackLate': '{days, plural, one {# day} other {# days}} late even if it begins today.',
  'calendar.slackNone': 'It must begin today; nothing is loose.',
  'calendar.slackLoose':
    'Done by {day}, planting still holds; {days, plural, one {# day is} other {# days are}} loose.',
  'calendar.granulesInTank': '{product} is shaken dry; it goes into no tank.',
  'calendar.labelActive':
    '{active}: {amount} in {year} with everything sprayed here; {allowed} is allowed.',
  'calendar.labelRate': '{used} was used; the label’s rate is {allowed}.',
  'calendar.noGranules': '{product} has no rate; more than 0 is accepted.',
  'calendar.overLabel':
    'The label speaks against it. {concern} If it was done all the same, say so, and it is entered as it was.',
  'calendar.rowsNotThere': 'Rows “{found}”: this block has rows {first} to {last}.',
  'calendar.rowsUnread': '“{found}” names no rows; something like 1–40, 55 is accepted.',
  'calendar.labelTimes':
    'Sprayed {times, plural, one {once} other {# times}} in {year} already; the label allows {allowed}.',
  'calendar.labelLitres': 'It comes to {litres} in {year}; the label allows {allowed}.',
  'calendar.labelDays':
    '{days, plural, one {# day} other {# days}} until planting; the label asks for {asked}.',
  'survival.startAgain':
    'Start again, and find out why first: too few stand for gaps to be filled.',
  'survival.leaveIt': 'Leave it: stocking stands above what was asked.',
  'survival.fillGaps': 'Refill the gaps: stocking is under what was asked.',
  'stock.potBoundOf': '{bound} of {sampled} pot-bound ({low} % to {high} % of the lot)',
  'stock.noSample': 'no sample looked at yet',
  'stock.rootsBag':
    'Soft bags circle their roots at the bottom, and it comes off with the bag; {found}.',
  'stock.rootsCut': '{found}: left alone, circling roots choke the stem in years to come.',
  'stock.rootsRound': 'A round wall turns roots in a circle; {found}.',
  'stock.rootsRibbed': 'Ribs lead roots straight down and air prunes them; {found}.',
  'stock.rootsPlug': 'A plug falls apart when it is handled; {found}.',
  'ground.repellent':
    'Dry under the surface after heavy rain: the soil sheds water. Put a wetting agent on each spot before planting.',
  'ground.clay':
    'Clay: a powered auger glazes the wall of the hole. Scarify it before the tree goes in.',
  'ground.clayWet':
    'Clay that is wet in winter: leave no depression over the roots, water would stand in it.',
  'ground.drySand':
    'Sand that holds no water: work compost in, half and half, soak with {water}, and let air back in for an hour, better a day, before planting.',
  'ground.stony':
    'Stony ground: loosen the bottom of each hole, and take short-rooted stock or a bar.',
  'ground.shallow':
    'Shallow ground: loosen the bottom of each hole, and take short-rooted stock or a bar.',
  'ground.compacted':
    'Compacted: rip {depth} or deeper in dry soil, six months before planting, so that rain is stored along the row.',
  'ground.wet':
    'Wet: species that bear it only, planted a little high or on mounds; no machine while the ground is soft.',
  'ground.shaded': 'Shaded: understorey species; pioneers need the gaps, not the shade.',
  'ground.steepAlong':
    '{slope} slope: past the usual {limit} for a planting machine even up and down; the maker’s manual rules. By hand, and terraces are worth a look.',
  'ground.steepAcross':
    '{slope} slope: past the usual {limit} for driving across it. {planting, select, machine {Run the machine up and down, or plant by hand along the contour.} other {Rows along the contour hold the water.}}',
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
  'formats.noteLongGaps':
    '{gaps, plural, one {# gap} other {# gaps}} longer than three steps: what happened in between is not known.',
  'ground.overlaps': 'It lies on {area} of {name}, which would be planted twice.',
  'ground.fewLegs':
    '{legs, plural, one {# leg was} other {# legs were}} found; a traverse round a block has three or more.',
  'ground.legLength': 'Leg {leg} is {length, number} long; more than 0 is accepted.',
  'ground.noLegLine':
    'Line {line} reads “{found}”; a bearing and a length are accepted, such as “045 120” or “N45E 120 m”.',
  'ground.sideLength': 'The {what} is {length, number}; more than 0 is accepted.',
  'ground.cutTooLarge':
    'The cut ({cutLength} by {cutWidth}) must be smaller than the whole ({length} by {width}).',
  'ground.noTriangle':
    'Sides {one} and {two} do not meet over a diagonal of this length. Measure all three again.',
  'ground.noCorner':
    'Line {line} reads “{found}”; latitude and longitude are accepted, such as “47.2103, 8.1042” or “N 47° 12.62’ E 8° 06.25’”, or a zone with easting and northing.',
  'ground.cornerZone':
    'Line {line} reads “{found}”: easting and northing need their UTM zone, such as 33N.',
  'reading.day': 'day',
  'reading.time': 'time',
  'reading.clock': 'time of day',
  'reading.lowest': 'lowest of the day',
  'reading.highest': 'highest of the day',
  'reading.temperature': 'temperature',
  'reading.rain': 'rain',
  'reading.humidity': 'humidity',
  'reading.wind': 'wind',
  'reading.unused': 'Not read: {headings}.',
  'reading.assumed': 'The file does not say; this was assumed.',
  'formats.mixedDates':
    'In {dayFirst, plural, one {# line} other {# lines}} the first number of the date is past twelve, in {monthFirst, plural, one {# line} other {# lines}} the second. One order for the whole file is accepted.',
  'rows.trialMoved':
    'Version {number} was kept before plots were, and the ground has changed since: its plots can no longer be told from its rows.',
  'works.costShare': 'A programme that shares the cost is asked before anything is ordered.',
  'works.cover': 'Ground cover is sown first, so that the weeds find no bare soil.',
  'works.drains': 'Nothing stands wet. Metres of drain bring it in all the same.',
  'works.drainsWet':
    'Water stands in {zones}. Metres of drain bring it in; or species that bear it are planted.',
  'works.inoculant': 'Poor or bare spoil has few of the fungi that roots live with.',
  'works.loosen': 'No soil here asks for it.',
  'works.loosenHeavy':
    '{zones}: heavy or driven hard. Spots are loosened in the dry months; wet, they smear.',
  'works.noRate': 'Digging needs a rate above 0.',
  'works.pits': 'No pits are kept. They are measured under Rows, Earth.',
  'works.pitsKept': 'Pits of {side}, as kept under Rows, Earth.',
  'works.terraces': 'No terraces are kept. They are measured under Rows, Earth.',
  'works.terracesKept':
    'Terraces of {width} along the rows, cut {when, select, after {right after planting} other {before planting}}.',
  'works.wetting': 'No soil here sheds water.',
  'works.wettingRepellent':
    '{zones}: dry under the surface after rain. A wetting agent at the spot, before planting.',
};
