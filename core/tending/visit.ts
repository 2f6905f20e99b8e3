import type { BlockCall } from '../morning/board';
import { say } from '../say/message';

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

/** A finding asks for attention for so many days. From memory. */
const LASTS = 21 * 86_400_000;

/** What walks found lately, one sentence a kind. */
export function visitCalls(findings: readonly Finding[], block: string, now: number): BlockCall[] {
  const recent = findings.filter(({ at }) => now - at < LASTS);
  return SEEN.flatMap((kind) => {
    const own = recent.filter((one) => one.kind === kind);
    if (!own.length) return [];
    const rows = own.flatMap(({ fromRow, toRow }) => (fromRow ? [fromRow, toRow ?? fromRow] : []));
    return [
      {
        room: 'tending' as const,
        urgency: 'soon' as const,
        when: say('when.today'),
        say: say(`visit.${kind}`, {
          block,
          rows: rows.length ? `${Math.min(...rows)}–${Math.max(...rows)}` : '',
          where: rows.length ? 'rows' : 'block',
        }),
        detail: say('visit.seen', {
          times: own.length,
          trees: own.reduce((sum, { trees }) => sum + (trees ?? 0), 0),
        }),
        action: say('action.openTending'),
      },
    ];
  });
}
