import type { FormatsMessages } from '../../../../core/say/messages/formats';

export const formats: Record<keyof FormatsMessages, string> = {
  'formats.brokenJson':
    'The file is not whole GeoJSON: {problem}. It may have been cut off while it was sent.',
  'formats.brokenShape':
    'Line {line}: “{found}” is no whole shape. One like POLYGON ((10.1 51.2, 10.2 51.2, 10.2 51.3, 10.1 51.2)) is accepted.',
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
  'formats.instrumentEitherDay':
    '“{found}” may be either of two days, and no other line tells which. Days like 2026-06-01 are accepted.',
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
  'formats.orderEitherDay':
    '{where}: “{found}” may be either of two days; one like 2026-11-24 is accepted.',
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
  'formats.notOfTheBoundary':
    '{left, plural, one {# line or point of the file is} other {# lines and points of the file are}} no boundary. To keep clear of {left, plural, one {it} other {them}}, drop the file again among the keep-outs under Ground.',
  'formats.theBlockItself': 'The block’s own boundary is in the file too, and is left out.',
  'formats.areasJoined': '{areas, number} areas were found and joined as parts of one block.',
  'formats.piecesJoined':
    '{pieces, number} pieces of the walk were joined; the widest gap between them is {gap}.',
  'formats.pointsAsCorners':
    '{points, number} points were taken as corners, in the order of the file.',
  'formats.walkClosed': 'The walk was closed with a straight line of {gap}.',
  'formats.readIn': 'Read in {name}.',
  'formats.tooLong':
    'The file could not be read within {seconds} seconds, and reading was given up. A smaller file, or one saved anew by the program it comes from, may do.',
  'formats.readingStopped': 'Reading was stopped; nothing of the file was taken over.',
  'formats.unpacksTooLarge':
    'The archive would unpack to {size, number} MB; at most {most, number} MB are accepted.',
  'formats.archiveCutOff':
    'The archive is cut off or is no zip file: its list of contents is missing. Copy it again from where it came.',
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
  'formats.orderWhose': 'The file names no nursery: say who its lines are from.',
  'formats.noteLongGaps':
    '{gaps, plural, one {# gap} other {# gaps}} longer than three steps: what happened in between is not known.',
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
};
