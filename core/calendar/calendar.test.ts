import assert from 'node:assert/strict';
import { test } from 'node:test';
import { flags, inOrder, type Call } from '../morning/board';
import { allDoneCalls, dueTasks } from '../tending/due';
import { leanTask, schedule, wholeTask } from './schedule';
import { activitiesOf } from './strings';
import { taskCalls } from './calls';
import { words } from '../../src/lib/words';
import { say } from '../say/message';
import { TASKS } from './tasks';
import { judgeAir } from './weather';

const all = new Set(TASKS.map(({ key }) => key));
const none = new Set<string>();
const find = (tasks: ReturnType<typeof schedule>, key: string) =>
  tasks.find((task) => task.key === key)!;

test('tasks are counted back and forward from the planting day', () => {
  const tasks = schedule('2027-03-01', all, [], '2026-11-24');
  assert.equal(find(tasks, 'order').finish, '2026-03-01');
  assert.equal(find(tasks, 'rip').finish, '2026-09-01');
  assert.equal(find(tasks, 'rip').start, '2026-08-28');
  assert.equal(find(tasks, 'knockdown').finish, '2027-02-08');
  assert.equal(find(tasks, 'count-1').finish, '2028-02-01');
  const finishes = tasks.map(({ finish }) => finish);
  assert.deepEqual(finishes, [...finishes].sort());
});

test('a leap day, a month’s end and a year’s end do not lose a task', () => {
  assert.equal(find(schedule('2028-02-29', none, [], '2027-01-01'), 'order').finish, '2027-02-28');
  assert.equal(
    find(schedule('2027-01-02', none, [], '2026-12-01'), 'set-out').finish,
    '2026-12-23',
  );
  assert.equal(find(schedule('2026-08-31', all, [], '2026-01-01'), 'rip').finish, '2026-02-28');
});

test('only what the method asks for hangs on the string', () => {
  const bare = schedule('2027-03-01', none, [], '2026-11-24').map(({ key }) => key);
  assert.ok(!bare.includes('rip') && !bare.includes('kill-1') && bare.includes('plant'));
  assert.ok(find(schedule('2027-03-01', new Set(['rip']), [], '2026-11-24'), 'rip'));
});

test('late, due, soon, later, done and skipped are told apart on the day', () => {
  const at = (today: string, records = [] as Parameters<typeof schedule>[2]) =>
    find(schedule('2027-03-01', none, records, today), 'set-out');
  // Set out: three days' work, finished by 19 February.
  assert.equal(at('2027-01-20').state, 'later');
  assert.equal(at('2027-02-03').state, 'soon');
  assert.equal(at('2027-02-17').state, 'due');
  assert.equal(at('2027-02-19').state, 'due');
  assert.equal(at('2027-02-20').state, 'late');
  assert.equal(at('2027-02-26').lateBy, 7);
  assert.equal(at('2027-02-26', [{ key: 'set-out', doneOn: '2027-02-18' }]).state, 'done');
  assert.equal(at('2027-02-26', [{ key: 'set-out', moved: '2027-02-27' }]).state, 'due');
  assert.equal(at('2027-02-26', [{ key: 'set-out', skipped: true }]).state, 'skipped');
});

test('a late task says how late and what it waits for', () => {
  const task = find(schedule('2027-03-01', none, [], '2027-03-02'), 'plant');
  assert.deepEqual(
    task.waitsFor.map((name) => words(name)),
    ['set out rows', 'receive stock'],
  );
  assert.equal(
    words(taskCalls([task], 'Silt Margin')[0].say),
    'Plant on Silt Margin: 1 day late. It waits for: set out rows and receive stock.',
  );
});

test('the air is judged by its worst part', () => {
  const air = { temperature: 10, humidity: 0.7, wind: 2 };
  assert.equal(judgeAir(air).dayClass, 'normal');
  assert.deepEqual(judgeAir({ ...air, wind: 17 / 3.6 }), {
    dayClass: 'marginal',
    because: ['wind'],
  });
  assert.deepEqual(judgeAir({ ...air, wind: 25 / 3.6, humidity: 0.4 }), {
    dayClass: 'stop',
    because: ['wind'],
  });
  assert.deepEqual(judgeAir({ ...air, temperature: -1 }), { dayClass: 'stop', because: ['frost'] });
  assert.deepEqual(judgeAir({ temperature: 30, humidity: 0.25, wind: 1 }).because, [
    'heat',
    'dry-air',
  ]);
});

test('nothing is tended before it is planted', () => {
  const [planting, today] = ['2025-11-01', '2026-11-24'];
  const tasks = schedule(planting, new Set(['guards-1']), [], today);
  const due = (stands: boolean) => dueTasks(tasks, { stands });
  assert.deepEqual([due(false).tending.late, due(false).tending.now], [[], []]);
  assert.ok(due(true).tending.late.some(({ key }) => key === 'guards-1'));
  assert.ok(due(false).tending.ahead.length >= due(true).tending.late.length);
  assert.ok(due(false).waiting.every(({ lead }) => lead >= 0));
});

test('what the board calls due once trees stand is what Tending shows, check rows and counts included', () => {
  const planting = '2026-11-18';
  for (const today of ['2026-11-18', '2026-11-19', '2026-11-26', '2027-05-18', '2028-10-20']) {
    const ordered = [{ key: 'order', doneOn: planting }];
    const tasks = schedule(planting, none, ordered, today, {}, { stands: true });
    const { waiting, tending } = dueTasks(tasks, { stands: true });
    const shown = [...tending.late, ...tending.now].map(({ key }) => key);
    const after = waiting.filter(({ byTable }) => byTable >= planting && byTable !== planting);
    assert.deepEqual(
      after.map(({ key }) => key),
      after.map(({ key }) => key).filter((key) => shown.includes(key)),
    );
    // A preparation that nobody ticked is no longer due; one that comes after is.
    assert.ok(waiting.every(({ byTable }) => byTable >= planting));
    for (const key of shown) assert.ok(waiting.some((task) => task.key === key));
  }
  const late = dueTasks(schedule(planting, none, [], '2026-11-26', {}, { stands: true }), {
    stands: true,
  });
  assert.ok(late.tending.late.some(({ key }) => key === 'check-rows'));
});

test('a preparation nobody ticked is passed once trees stand on it, and hangs on no string any more', () => {
  const planting = '2026-11-18';
  const wanted = new Set(['rip', 'set-out', 'fence', 'guards-1']);
  const mow = { key: 'own-1', label: 'mow', lead: 10, duration: 1, reason: 'The owner asks.' };
  const at = (today: string, stands: boolean, records = [] as Parameters<typeof schedule>[2]) =>
    schedule(planting, wanted, records, today, {}, { stands, own: [mow as never] });
  const states = (tasks: ReturnType<typeof schedule>) =>
    Object.fromEntries(tasks.map(({ key, state, lateBy }) => [key, `${state} ${lateBy}`]));
  const later = states(at('2027-11-26', true));
  assert.deepEqual([later.rip, later['set-out']], ['passed 0', 'passed 0']);
  assert.match(later.fence, /^late \d{3}$/, 'a fence keeps teeth off standing trees too');
  assert.match(later['own-1'], /^late/, 'what the leader set is theirs to leave out');
  assert.match(later['guards-1'], /^late/);
  // Nothing stands, or the first tree went in before the day: the ground is still to be made ready.
  assert.match(states(at('2027-11-26', false)).rip, /^late/);
  assert.match(states(at('2026-11-17', true)).rip, /^late/);
  // What was done is done, whatever stands.
  assert.equal(
    states(at('2027-11-26', true, [{ key: 'rip', doneOn: '2026-05-10' }])).rip,
    'done 0',
  );
  const net = activitiesOf([
    { id: 'b', name: 'Bench', plantingDay: planting, tasks: at('2027-11-26', true) } as never,
  ]);
  assert.ok(!net.some(({ id }) => id.endsWith('rip')));
});

test('what must stop comes first, and notes raise no flag', () => {
  const call = (urgency: Call['urgency'], room: Call['room']): Call => ({
    urgency,
    room,
    when: say('when.now'),
    say: say('say.plain', { text: urgency }),
    detail: say('say.plain', { text: '' }),
    action: say('action.tickOff'),
    block: 'b',
  });
  const calls = [call('note', 'calendar'), call('stop', 'stock'), call('soon', 'stock')];
  assert.deepEqual(
    inOrder(calls).map(({ urgency }) => urgency),
    ['stop', 'soon', 'note'],
  );
  assert.deepEqual(flags(calls), { stock: 2 });
});

test('a task travels without its table’s words and has them again where it arrives', () => {
  const own = { key: 'own-1', label: 'mow', lead: 10, duration: 1, reason: 'The owner asks.' };
  const wanted = new Set(TASKS.map(({ key }) => key));
  const tasks = schedule('2027-03-20', wanted, [], '2026-11-01', {}, { own: [own as never] });
  const sent = JSON.parse(JSON.stringify(tasks.map(leanTask))) as ReturnType<typeof leanTask>[];
  assert.equal(sent.find(({ key }) => key === 'rip')!.reason, undefined);
  assert.equal(sent.find(({ key }) => key === 'own-1')!.reason!.figures.reason, 'The owner asks.');
  const plain = (list: unknown) => JSON.parse(JSON.stringify(list)) as unknown;
  assert.deepEqual(plain(sent.map(wholeTask)), plain(tasks), 'nothing is lost on the way');
});

test('all is done once the last tree is in, something was counted and no tending is left', () => {
  const task = {} as never;
  const none = { late: [], now: [], ahead: [] };
  const said = (more: object, tending: object = {}) =>
    allDoneCalls(
      { planted: 90, total: 90, counted: true, ...more },
      { ...none, ...tending },
      'Bench',
    ).map(({ say: { key } }) => key);
  assert.deepEqual(said({}), ['ground.allDone']);
  assert.deepEqual(said({ planted: 91 }), ['ground.allDone']);
  for (const more of [{ planted: 89 }, { counted: false }, { planted: 0, total: 0 }])
    assert.deepEqual(said(more), [], JSON.stringify(more));
  for (const open of ['late', 'now', 'ahead']) assert.deepEqual(said({}, { [open]: [task] }), []);
});
