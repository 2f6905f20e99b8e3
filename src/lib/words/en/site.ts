import type { SiteMessages } from '../../../../core/say/messages/site';

export const site: Record<keyof SiteMessages, string> = {
  'changed.stale':
    'Somebody else has saved this meanwhile. See what they changed, then keep both or choose.',
  'changed.limit':
    '{field}: {found} was found; {limit, select, min {at least} max {at most} more {more than} other {less than}} {accepted} is accepted.',
  'changed.ahead': 'That lies in the future. Set the device’s clock, then enter it again.',
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
  'site.recordsBusy':
    'Two are taking records out already. Nothing was written; try again in a few minutes.',
  'site.databaseAway': 'The database does not answer. Nothing was lost; try again in a moment.',
  'site.noSpecies': 'This site has no such species.',
  'site.dayAhead': '{day} is still to come; a day that has been is accepted.',
  'site.momentAhead':
    'A reading of {at} UTC lies in the future. Is the file’s year and zone right?',
  'people.tooManyTries': 'Too many attempts. Wait {minutes, number} minutes, then try again.',
  'people.wrongSignIn': 'That name and password do not belong together.',
  'people.nameTaken': '“{name}” is taken. Choose another sign-in name.',
  'people.notHere': 'That person does not belong to this site.',
  'people.notLeader': 'Only who leads a site starts another one.',
  'people.lastLeader': '{name} is the only leader here. Make somebody else a leader first.',
  'people.stillHere': '{name} still belongs to the site. End the access first.',
  'people.elsewhere':
    '{name} belongs to another site too; only a leader of all their sites can do that.',
  'people.wrongPassword': 'The old password is not right.',
  'people.noSession': 'There is no such session.',
  'people.noHanded': 'There is no such entry.',
  'people.badCode':
    'That code is not right, or it is no longer good. Ask the leader for a new one.',
  'action.openTending': 'Open Tending',
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
  'action.settleThem': 'Settle them',
  'action.seeCrew': 'See the crew',
  'action.openRows': 'Open rows',
  'action.seeGround': 'See ground',
  'action.setAside': 'Set it aside',
  'action.seeCount': 'See the count',
  'job.goesOn': 'It goes on at the server; its version is here once you have signed in again.',
  'job.stopped': 'It was stopped; nothing was changed.',
  'job.failed': 'It did not come to an end. Nothing was changed; try again.',
  'people.codeSent': 'Good for {hours, number} hours, once.',
};
