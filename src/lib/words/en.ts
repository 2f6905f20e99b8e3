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
    'The grid lies at {x, number}, {y, number}: metres of a projection that the file does not name. Give the UTM zone, for example 33N.',
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
    '“{text}” is no UTM zone. A number from 1 to 60 with N or S is accepted, such as 33N.',
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
    'Coordinates like {found} are metres of a projection, not degrees. Give the UTM zone, for example 33N.',
  'formats.ringOpen':
    'A ring does not close: it starts at {first} and ends at {last}. The last corner must repeat the first.',
  'formats.ringTooShort':
    'A ring has {points, plural, one {# point} other {# points}}; it needs at least four, the last repeating the first.',
  'formats.threeNumbers': 'Line {line, number} reads “{found}”; three numbers were expected.',
  'formats.tiffProjection':
    'The GeoTIFF is in projection {code}. WGS 84 in degrees or UTM (326xx, 327xx) is accepted; save it so, or give its UTM zone.',
  'formats.tiffWithoutPlace':
    'The TIFF is a picture without a place. A GeoTIFF with its position is accepted.',
  'formats.tooFewCorners':
    'The file has {corners, plural, one {# corner} other {# corners}}; a boundary needs at least three.',
  'formats.tooFewPoints':
    '{points, number} points with heights were found; a surface needs at least three.',
  'formats.tooFewReadings':
    '{readings, plural, one {# reading was} other {# readings were}} found; two or more are accepted.',
  'formats.tooLarge':
    'The file has {size, number} MB; at most 20 MB is accepted. A boundary needs a few kilobytes.',
  'formats.twoNumbers': 'Line {line, number} reads “{found}”; two numbers were expected.',
  'formats.unknownFormat':
    '“{fileName}” is no format that is read here. GeoJSON, GPX, KML and CSV are accepted.',
  'formats.unlikelyDay':
    '{day}: {lowest} to {highest} °C and {rain} mm were found; −70 to 60 °C, the lowest first, and 0 mm or more are accepted.',
  'formats.unlikelyReading': '{found} was found; −60 to 70 °C is accepted. Is the unit right?',
  'formats.weatherColumns':
    'Columns for the day, lowest and highest temperature and rain are needed, such as date,tmin,tmax,rain. Found: {found}.',
  'formats.weatherLine':
    'Line {line, number}: “{found}” was found; {wanted, select, number {a number} other {a day like 2026-11-24}} is accepted.',
  // ground
  'ground.blockTooLarge':
    'The boundary holds {area}; a block has at most {most}. If latitude and longitude are swapped, or the zone is wrong, areas come out like this.',
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
  'ground.marginBelowZero': 'The margin inside the boundary must be 0 m or more.',
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
  'rows.pitSize': 'Sides and depth of a pit must be above 0 m and at most 3 m.',
  'rows.rowsTooClose':
    'The rows lie too close together for a block of this size. Widen the row spacing.',
  'rows.spacing': '{what} is {found}; between {closest} and {widest} is accepted.',
  'rows.terraceFall':
    'An inward fall of {fall} over {width} is not accepted; 0 up to the width is.',
  'rows.terraceSteps': 'Uncut steps must be shorter than the distance between them.',
  'rows.terraceWidth': 'A terrace {width} wide is not accepted; 0.1 m to 20 m is.',
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
};
