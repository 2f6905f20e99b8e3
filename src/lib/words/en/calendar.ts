import type { CalendarMessages } from '../../../../core/say/messages/calendar';

export const calendar: Record<keyof CalendarMessages, string> = {
  'calendar.areaBelowZero': 'The area must be 0 or more.',
  'calendar.calibration': 'Litres, seconds, metres and width must all be more than 0.',
  'calendar.circle':
    'These tasks wait for one another, the first for the last: {tasks}. Take one of the dependencies out.',
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
  'calendar.dayMissing': 'Give the day on which “{task}” was done or is moved to.',
  'calendar.doneAhead': '“{task}” cannot be done on {day}: that day is still to come.',
  'calendar.noProduct': 'There is no such product on this site.',
  'calendar.noSpraying': 'The spraying to cancel is not on this block.',
  'calendar.productFillsWater':
    '{product}: {dose} of product does not go into {water} of water; more water or less product is accepted.',
  'calendar.event': '{block}: {task}',
  'calendar.eventDone': '{block}: {task}, done',
  'calendar.quoted': '“{task}”',
  'calendar.taskOn': '{task} on {block}',
  'calendar.taskDue': '{task} on {block} by {day}.',
  'calendar.setDay': 'Set a planting day for {block}, and its tasks follow.',
  'calendar.nothingCounted': 'Nothing is counted back yet',
  'calendar.begunBefore':
    'Trees went in on {block} from {day}; its tasks are counted from {planned}. Count from the day it began.',
  'calendar.begunWithout':
    'Trees went in on {block} from {day}, and no planting day is set. Count from the day it began.',
  'calendar.comesLate':
    'What follows the planting would come {days, plural, one {a day} other {# days}} late',
  'calendar.stopNow': 'Stop planting: {because} past the limit.',
  'calendar.airNow': 'Wind {wind}, {temperature}, {humidity} RH',
  'calendar.windThen': 'Now {wind}, class {dayClass}; then {then}',
  'calendar.taskLate':
    '{task} on {block}: {days, plural, one {# day} other {# days}} late.{held, select, yes { It waits for: {waits}.} other {}}',
  'calendar.longPast':
    '{tasks, number} tasks on {block} were due long before today: say once what became of them.',
  'calendar.longPastWhich': 'That is {labels}.',
  'calendar.stopBy':
    'Stop planting by {hour} if this holds: {because} passes {wind, select, yes {{limit}} other {the limit}}.',
  'weekday.1': 'Monday',
  'weekday.2': 'Tuesday',
  'weekday.3': 'Wednesday',
  'weekday.4': 'Thursday',
  'weekday.5': 'Friday',
  'weekday.6': 'Saturday',
  'weekday.7': 'Sunday',
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
