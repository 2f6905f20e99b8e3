import type { Drift, Layout, LayoutParameters, StoredLayout } from '$core/rows/layout';
import { asLaid } from '$core/rows/deciding';
import { told } from '$core/say/told';
import { coreWorker, latestOnly } from '$lib/plan/worker';
import { heard } from '$lib/parts/reading';

/** A layout with what it was laid from. */
export interface Laid {
  result: Layout;
  parameters: LayoutParameters;
}

/** A kept version, as its rows are asked for. */
interface Version {
  id: string;
  number: number;
}

/** While a slider moves the plan goes first; table and panels follow when it rests, milliseconds. */
const RESTS = 120;

/**
 * What the rows page shows: the layout that is being decided, laid in the worker, or an open version with its
 * own kept rows and what laying it anew today would change.
 */
export class Laying {
  /** The newest layout, as the plan shows it. */
  shown = $state.raw<Laid>();
  /** The layout that table and panels under the plan show. */
  settled = $state.raw<Laid>();
  /** What laying the open version anew today would change. */
  drift = $state.raw<Drift>();
  /** Why nothing could be laid, or what was laid cannot be used; empty otherwise. */
  wrong = $state('');
  #settling: ReturnType<typeof setTimeout> | undefined;
  readonly #kept = new Map<string, StoredLayout>();

  constructor(private readonly block: string) {}

  /** Lays parameters, or shows a version; asked again meanwhile, only the newest is answered. */
  readonly ask = latestOnly(
    async ({ parameters, version }: { parameters: LayoutParameters; version?: Version }) =>
      version
        ? heard(await coreWorker().showVersion(await this.#rowsOf(version)))
        : {
            layout: heard(
              await coreWorker().layOut(asLaid($state.snapshot(parameters) as LayoutParameters)),
            ),
            drift: undefined,
          },
    ({ layout: result, drift }, { parameters }) => {
      this.shown = { result, parameters };
      this.drift = drift;
      this.#settle();
      this.wrong = result.rows.total
        ? ''
        : 'Not one tree fits with this spacing, headland and first row.';
    },
    (message) => (this.wrong = message),
  );

  #settle() {
    clearTimeout(this.#settling);
    if (!this.settled) this.settled = this.shown;
    else this.#settling = setTimeout(() => (this.settled = this.shown), RESTS);
  }

  /** What would stay, go and come new if a version were released over one that has been begun. */
  async wouldContinue(before: Version, after: Version, planted: [number, number][]) {
    const [was, will] = await Promise.all([this.#rowsOf(before), this.#rowsOf(after)]);
    return heard(await coreWorker().wouldContinue(was, will, planted));
  }

  async #rowsOf({ id, number }: Version): Promise<StoredLayout> {
    // A version that is continued keeps its id: only both together are always the same rows.
    const key = `${id}/stored?number=${number}`;
    const known = this.#kept.get(key);
    if (known) return known;
    const answer = await fetch(`/blocks/${this.block}/rows/${key}`);
    if (!answer.ok) throw told('rows.versionUnread');
    const read = (await answer.json()) as StoredLayout;
    this.#kept.set(key, read);
    return read;
  }
}
