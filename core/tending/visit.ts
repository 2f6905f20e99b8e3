import type { BlockCall } from '../morning/board';
import type { ScheduledTask } from '../calendar/schedule';
import type { TaskTemplate } from '../calendar/tasks';
import { daysBetween, type Day } from '../measure/dates';
import { say, type Message } from '../say/message';

/** What a walk through a block may find. */
export const SEEN = [
  'browse',
  'drought',
  'weeds',
  'rock',
  'heave',
  'flood',
  'disease',
  'vandals',
  'stake',
] as const;
export type Seen = (typeof SEEN)[number];

export interface Finding {
  id: string;
  kind: Seen;
  fromRow: number | null;
  toRow: number | null;
  peg: number | null;
  trees: number | null;
  body: string;
  author: string;
  at: number;
}

/** Findings of one kind within so many days of the first are one piece of work. From memory. */
const TOGETHER = 21 * 86_400_000;
/** Days in which it is to be done. From memory. */
const DAYS = 7;

/** What is to be done about findings of one kind, under the key of its task. */
export interface SeenTogether {
  kind: Seen;
  key: string;
  findings: Finding[];
  /** When the first of them was seen, milliseconds since 1970. */
  since: number;
}

/**
 * Findings as pieces of work, each of one kind, those seen first first.
 * @param settled when a piece of work was ticked off or left out, by its key, milliseconds since 1970: what is seen
 *   after that is another piece
 */
export function seenTogether(
  findings: readonly Finding[],
  settled: ReadonlyMap<string, number> = new Map(),
): SeenTogether[] {
  const pieces: SeenTogether[] = [];
  for (const finding of [...findings].sort((a, b) => a.at - b.at)) {
    const last = pieces.findLast(({ kind }) => kind === finding.kind);
    const over = last && (settled.get(last.key) ?? Infinity);
    if (last && finding.at - last.since <= TOGETHER && finding.at <= over!)
      last.findings.push(finding);
    else
      pieces.push({
        ...{ kind: finding.kind, key: `own-${finding.id}` },
        ...{ findings: [finding], since: finding.at },
      });
  }
  return pieces;
}

const rowsOf = (findings: readonly Finding[]) => {
  const rows = findings.flatMap(({ fromRow, toRow }) =>
    fromRow ? [fromRow, toRow ?? fromRow] : [],
  );
  return {
    rows: rows.length ? `${Math.min(...rows)}–${Math.max(...rows)}` : '',
    where: rows.length ? 'rows' : 'block',
  };
};
const seen = (findings: readonly Finding[]) =>
  say('visit.seen', {
    times: findings.length,
    trees: findings.reduce((sum, { trees }) => sum + (trees ?? 0), 0),
  });

/**
 * What walks found as tasks on the block's string: from the day it was seen, a week long.
 * @param dayAt the site's day of a moment
 */
export const visitTasks = (
  pieces: readonly SeenTogether[],
  planting: Day,
  dayAt: (at: number) => Day,
): TaskTemplate[] =>
  pieces.map(({ kind, key, findings, since }) => ({
    key,
    label: say(`visitTask.${kind}`, rowsOf(findings)),
    offset: { days: daysBetween(planting, dayAt(since)) + DAYS - 1 },
    duration: DAYS,
    reason: seen(findings),
    needs: [],
    always: true,
    room: 'tending',
  }));

/** Whether a task is what walks found: the board calls it in words of its own. */
export const isSeenTask = ({ label }: { label: Message }): boolean =>
  label.key.startsWith('visitTask.');

/**
 * What walks found and nobody has settled, one sentence a piece of work.
 * @param tasks of the block, those of `visitTasks` among them
 */
export function visitCalls(
  pieces: readonly SeenTogether[],
  tasks: readonly Pick<ScheduledTask, 'key' | 'state'>[],
  block: string,
): BlockCall[] {
  return pieces.flatMap(({ kind, key, findings }) => {
    const state = tasks.find((task) => task.key === key)?.state;
    if (state === 'done' || state === 'skipped') return [];
    return [
      {
        room: 'tending' as const,
        urgency: 'soon' as const,
        when: state === 'late' ? say('when.late') : say('when.today'),
        say: say(`visit.${kind}`, { block, ...rowsOf(findings) }),
        detail: seen(findings),
        action: say('action.openTending'),
      },
    ];
  });
}
