import assert from 'node:assert/strict';
import { test } from 'node:test';
import { schedule, type TaskRecord } from '../calendar/schedule';
import { dueTasks } from './due';
import { isSeenTask, SEEN, seenTogether, visitCalls, visitTasks, type Finding } from './visit';

const DAY = 86_400_000;
const now = Date.UTC(2026, 5, 1, 9);
const dayAt = (at: number) => new Date(at).toISOString().slice(0, 10);
const one = (kind: Finding['kind'], daysAgo: number, more: Partial<Finding> = {}): Finding => ({
  ...{
    id: `${kind}${daysAgo}`,
    kind,
    fromRow: null,
    toRow: null,
    peg: null,
    trees: null,
    body: '',
  },
  ...{ author: '', at: now - daysAgo * DAY, ...more },
});
const of = (
  findings: Finding[],
  records: TaskRecord[] = [],
  settled: ReadonlyMap<string, number> = new Map(),
) => {
  const pieces = seenTogether(findings, settled);
  const seen = visitTasks(pieces, '2025-11-20', dayAt);
  const tasks = schedule(
    '2025-11-20',
    new Set(),
    records,
    '2026-06-01',
    {},
    { seen, stands: true },
  );
  return { pieces, tasks, calls: visitCalls(pieces, tasks, 'Knoll') };
};
const SOME = [
  one('browse', 2, { fromRow: 9, toRow: 12, trees: 31 }),
  one('browse', 3, { fromRow: 14 }),
  one('flood', 30),
  one('weeds', 1),
];

test('what walks found is called by kind, with rows where they were named, until it is done', () => {
  const { calls } = of(SOME);
  assert.deepEqual(
    calls.map(({ say }) => say.key),
    ['visit.flood', 'visit.browse', 'visit.weeds'],
  );
  assert.equal(calls[1].say.figures.rows, '9–14');
  assert.equal(calls[2].say.figures.where, 'block');
  assert.equal(calls[1].detail!.figures.trees, 31);
  assert.deepEqual([calls[0].when.key, calls[1].when.key], ['when.late', 'when.today']);
  const done = of(SOME, [{ key: 'own-flood30', doneOn: '2026-05-20' }]);
  assert.ok(!done.calls.some(({ say }) => say.key === 'visit.flood'));
  assert.equal(of(SOME, [{ key: 'own-browse3', skipped: true }]).calls.length, 2);
  assert.equal(SEEN.length, 9);
});

test('it is a task of the same calendar: due at once, a week long, in the list that Tending shows', () => {
  const { tasks } = of(SOME);
  const task = (key: string) => tasks.find((entry) => entry.key === key)!;
  const browse = task('own-browse3');
  assert.deepEqual(
    [browse.start, browse.finish, browse.state],
    ['2026-05-29', '2026-06-04', 'due'],
  );
  assert.deepEqual([task('own-flood30').state, task('own-flood30').lateBy], ['late', 24]);
  assert.ok(!task('own-browse2'), 'seen twice within three weeks is one piece of work');
  const { waiting, tending } = dueTasks(tasks, { stands: true });
  const ours = waiting
    .filter(isSeenTask)
    .map(({ key }) => key)
    .sort();
  assert.deepEqual(ours, ['own-browse3', 'own-flood30', 'own-weeds1']);
  const shown = [...tending.late, ...tending.now].filter(isSeenTask);
  assert.equal(shown.length, 3);
});

test('what is seen again after it was done, or a month later, is another piece of work', () => {
  const twice = [one('browse', 15), one('browse', 2)];
  assert.deepEqual(
    of(twice).pieces.map(({ findings }) => findings.length),
    [2],
  );
  const settled = new Map([['own-browse15', now - 10 * DAY]]);
  assert.deepEqual(
    of(twice, [], settled).pieces.map(({ key }) => key),
    ['own-browse15', 'own-browse2'],
  );
  // A phone that comes back late with what was seen before it was done adds to the same.
  const before = new Map([['own-browse15', now - DAY]]);
  assert.equal(of(twice, [], before).pieces.length, 1);
  assert.equal(of([one('weeds', 40), one('weeds', 2)]).pieces.length, 2);
});
