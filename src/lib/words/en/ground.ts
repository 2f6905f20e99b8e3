import type { GroundMessages } from '../../../../core/say/messages/ground';

export const ground: Record<keyof GroundMessages, string> = {
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
    'Coordinates like {x, number}, {y, number} are metres of a projection, not degrees. Give the UTM zone or EPSG code, for example 33N or EPSG:2056, or save the file as longitude and latitude.',
  'what.boundary': 'The boundary',
  'what.hole': 'Hole {hole, number}',
  'what.length': 'length',
  'what.width': 'width',
  'what.cutLength': 'length of the cut',
  'what.cutWidth': 'width of the cut',
  'what.side': 'side {side, number}',
  'what.diagonal': 'diagonal',
  'cut.nearWater': 'near water',
  'cut.below': 'below {level}',
  'cut.steeper': 'steeper than {slope}',
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
  'measure.noLength': '“{found}” is not a length. Write it like 2.4 m, 8 ft or 7 ft 6 in.',
  'ground.released':
    'Version {number, number} of {block} is released to the crew; the block cannot be {what, select, split {split} removed {removed} other {joined}} under its rows.',
  'ground.movedFar':
    'The new boundary lies more than {most} from the old one. Make it a block of its own.',
  'ground.heightsMissing':
    'The elevation says {columns, number} × {rows, number} nodes; {found, number} heights came. Bring the file in again.',
  'ground.joinOther': 'Two different blocks of one site can be joined.',
  'ground.joinHasLayouts':
    '{block} has saved layouts of its own. Join it the other way round, from its page.',
  'ground.joinHasRecords': '{block} has records of its own and stays a block.',
  'ground.hasRecords':
    'Something was entered on {block}: lots or orders, hours, ticks, notes or trees. What was entered is kept, and the block with it.',
  'ground.locateFirst': 'Have the {keepout} on {block} located and marked before anyone digs.',
  'ground.keptFree': '{setback} are kept free each side; its owner decides',
  'ground.allDone': 'All is done on {block}: it can be set aside.',
  'ground.allDoneWhy':
    'planted, counted, and no tending is still to come; everything of it is kept',
  'ground.noElevation': 'No elevation is loaded.',
  'ground.profileNeedsHeights': 'A profile needs an elevation. Bring one in first.',
  'ground.notRead': 'The ground has not been read yet.',
  'measure.missing': 'A number is needed here.',
  'measure.noNumber': '“{found}” is no number. Write it like 0.59, 0,59 or 1 559.',
  'measure.twoNumbers': '“{found}” can mean {whole} or {decimal}. Write {plain} or {longer}.',
  'measure.notWhole': '{found, number} was found; a whole number is accepted.',
  'measure.outside': '{found, number} was found; {min, number} to {max, number} is accepted.',
  'measure.below': '{found, number} was found; at least {min, number} is accepted.',
  'measure.above': '{found, number} was found; at most {max, number} is accepted.',
  'ground.noteHolesInGrid': '{share} of the grid around the block has no height; lines end there.',
  'ground.noteTriangles':
    '{points, plural, one {# point} other {# points}}, {triangles, plural, one {# triangle} other {# triangles}}.',
  'ground.noteHeights': 'Heights from {lowest} to {highest}, a node every {node}.',
  'ground.noteLevel': 'The ground is level to {within}: contour rows cannot be traced on it.',
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
  'ground.overlaps': 'It lies on {area} of {name}, which would be planted twice.',
  'ground.fewLegs':
    '{legs, plural, one {# leg was} other {# legs were}} found; a traverse round a block has three or more.',
  'ground.legLength': 'Leg {leg} is {length, number} long; more than 0 is accepted.',
  'ground.noLegLine':
    'Line {line} reads “{found}”; a bearing and a length are accepted, such as “045 120” or “N45E 120 m”.',
  'ground.sideLength': 'The {what} is {length}; more than 0 is accepted.',
  'ground.cutTooLarge':
    'The cut ({cutLength} by {cutWidth}) must be smaller than the whole ({length} by {width}).',
  'ground.noTriangle':
    'Sides {one} and {two} do not meet over a diagonal of this length. Measure all three again.',
  'ground.noCorner':
    'Line {line} reads “{found}”; latitude and longitude are accepted, such as “47.2103, 8.1042” or “N 47° 12.62’ E 8° 06.25’”, or a zone with easting and northing.',
  'ground.cornerZone':
    'Line {line} reads “{found}”: easting and northing need their UTM zone, such as 33N.',
};
