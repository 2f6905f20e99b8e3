import Dexie, { type Table } from 'dexie';
import { v7 as uuid } from 'uuid';
import type { Message } from '$core/say/message';
import type { CommandName, Given } from '$lib/rooms/contracts';
import { clock, hear, hearClock, momentNow, serverNow } from '$lib/parts/clock.svelte';
import { settledAt, type Heard } from '$lib/parts/server-clock';
import { tryAgain } from './again';

/** Something entered on this device, kept until the server has it. */
export interface Entry<Name extends CommandName = CommandName> {
  id: string;
  /** Order of entering; entries are sent in it, so that a taking-back follows what it takes back. */
  order?: number;
  /** Who entered it: on a shared phone nobody sends another's entries. */
  person: string;
  /** The block whose page it was entered on. */
  block?: string;
  command: Name;
  payload: Given<Name>;
  state: 'waiting' | 'sent' | 'refused';
  /** Why the server could not take it as it is, as data and in the server's words. */
  said?: Message;
  reason?: string;
  /** When the server had done it, by its own clock. */
  doneAt?: number;
  /** How often it was tried in vain: what it goes with may have reached the server before it. */
  tries?: number;
  /**
   * What this device knew of the server's clock when it was entered; nothing yet is null. Where somebody typed its
   * moment, or it was set right, that moment holds.
   */
  heard?: Heard | null;
}

class FieldDatabase extends Dexie {
  entries!: Table<Entry, number>;
  constructor() {
    // A phone's battery ends without a word in the cold: what is called kept is on its disk, not on the way there.
    super('viridane-field', { chromeTransactionDurability: 'strict' });
    this.version(1).stores({ entries: '++order, &id, state' });
  }
}

/** An entry whose moment is this near was entered as it happened; any other was typed. */
const AS_IT_HAPPENED = 5000;
/** An entry this old was held back, whatever the tries. */
const HELD_BACK = 120_000;
/** Tells whoever asks what an entry may be about. */
type About = Partial<Record<'row' | 'count' | 'planterId' | 'at' | 'late', unknown>>;

/**
 * What a phone keeps while there is no signal. Entries are written to the device first and sent
 * when they can be; each has an id of its own, so that sent twice counts once. What was sent stays until every
 * page on the phone counts it: without a signal a page starts as it was read before. What the server cannot
 * take stays too, to be changed, split, or handed to the leader.
 */
export class Outbox {
  entries = $state.raw<Entry[]>([]);
  online = $state(true);
  signedOut = $state(false);
  /** The last entry could not be kept on this device: its storage is full, or closed to pages. */
  unkept = $state(false);
  private readonly database = new FieldDatabase();
  private sending = false;
  private heldOn = false;
  private frontReadAt = Infinity;
  private counted = $state.raw<(entry: Entry) => boolean | undefined>(() => false);

  constructor(
    private readonly person: string,
    /** The block whose page is in front. */
    public block?: string,
  ) {}

  get waiting(): number {
    return this.entries.filter(({ state }) => state === 'waiting').length;
  }
  get refused(): Entry[] {
    return this.entries.filter(({ state }) => state === 'refused');
  }

  async start(onsent: () => void): Promise<() => void> {
    this.onsent = onsent;
    await this.reload();
    let first = true;
    return tryAgain(() => {
      // What another window sent is looked for once; nothing is asked while nothing waits.
      if (first) void hearClock();
      if (first || this.waiting) void this.flush();
      first = false;
    });
  }
  private onsent: () => void = () => {};

  private async reload() {
    const all = await this.database.entries.orderBy('order').toArray();
    this.entries = all.filter(({ person }) => person === this.person);
  }

  /**
   * Keeps an entry on the device, then tries to send it. Returns once it is safe.
   * @throws when the device cannot keep it; the page says so by `unkept`
   */
  async add<Name extends CommandName>(
    command: Name,
    payload: Given<Name> & { id: string },
  ): Promise<void> {
    try {
      await this.database.entries.add({
        id: payload.id,
        ...{ person: this.person, block: this.block, command, payload },
        ...(happensNow(payload as About) ? { heard: clock.heard ?? null } : {}),
        state: 'waiting',
      } as Entry);
    } catch (error) {
      this.unkept = true;
      throw error;
    }
    this.unkept = false;
    this.holdOn();
    await this.reload();
    void this.flush();
  }

  /** A browser that runs short of memory throws away what pages keep, unless it was asked not to: once is enough. */
  private holdOn(): void {
    if (this.heldOn) return;
    this.heldOn = true;
    void globalThis.navigator?.storage?.persist?.().catch(() => false);
  }

  /**
   * Says what the page in front counts by its own data. These entries stay on the device all the same: the phone
   * keeps other pages, and this one, as they were read before.
   * @param readAt when the page's data was read, by the server's clock
   * @param commands those whose effect the data shows
   * @param known entries that the data names
   */
  counts(readAt: number, commands: readonly CommandName[], known?: ReadonlySet<string>): void {
    this.frontReadAt = readAt;
    this.counted = ({ id, state, command, doneAt }) =>
      state === 'sent' &&
      (known?.has(id) || (commands.includes(command) && (doneAt ?? 0) < readAt));
  }

  /**
   * Lets go of entries of this block that every page on the phone counts, the one in front too.
   * @param readAt when the first of the pages that are kept was read, by the server's clock
   */
  async letGo(readAt: number): Promise<void> {
    const before = Math.min(readAt, this.frontReadAt);
    const done = this.entries.filter(
      ({ state, doneAt, block }) =>
        state === 'sent' && (doneAt ?? 0) < before && (!block || block === this.block),
    );
    if (!done.length) return;
    await this.database.entries.bulkDelete(done.map(({ order }) => order!));
    await this.reload();
  }

  /** Payloads of a command that the page's own data does not count yet, in order. */
  pending<Name extends CommandName>(command: Name): Given<Name>[] {
    return this.entries
      .filter(
        (entry) => entry.command === command && entry.state !== 'refused' && !this.counted(entry),
      )
      .map(({ payload }) => payload as Given<Name>);
  }

  /** Sends a refused entry again with something changed: another count, row or planter. */
  async change(entry: Entry, changes: About): Promise<void> {
    await this.database.entries.update(entry.order!, {
      payload: { ...(entry.payload as object), ...changes } as never,
      state: 'waiting',
      said: undefined,
      reason: undefined,
    });
    await this.reload();
    void this.flush();
  }

  /**
   * Splits a refused entry: the first part keeps its place and id, the rest becomes an entry of its own.
   * Both are written together, so that no tree is lost between them.
   */
  async split(entry: Entry, first: About, rest: About): Promise<void> {
    const payload = entry.payload as Record<string, unknown>;
    const id = uuid();
    await this.database.transaction('rw', this.database.entries, async () => {
      await this.database.entries.update(entry.order!, {
        payload: { ...payload, ...first } as never,
        state: 'waiting',
        said: undefined,
        reason: undefined,
      });
      await this.database.entries.add({
        id,
        ...{ person: this.person, block: entry.block },
        command: entry.command,
        payload: { ...payload, ...rest, id } as never,
        state: 'waiting',
      });
    });
    await this.reload();
    void this.flush();
  }

  /** Hands a refused entry to the leader, as it was entered and with the reason. */
  async hand(
    entry: Entry,
    about: { siteId: string; blockId: string; note: string; reason: string },
  ): Promise<void> {
    const id = uuid();
    await this.database.transaction('rw', this.database.entries, async () => {
      await this.database.entries.add({
        id,
        ...{ person: this.person, block: entry.block },
        command: 'people.hand',
        payload: {
          id,
          at: momentNow(),
          device: 'phone',
          siteId: about.siteId,
          blockId: about.blockId,
          command: entry.command,
          payload: entry.payload as Record<string, unknown>,
          reason: about.reason.slice(0, 500),
          note: about.note.slice(0, 300),
        },
        state: 'waiting',
      });
      await this.database.entries.delete(entry.order!);
    });
    await this.reload();
    void this.flush();
  }

  /** Sends what waits, in order; stops at the first that finds no signal. */
  async flush(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    let sent = 0;
    try {
      for (;;) {
        const entry = await this.database.entries
          .orderBy('order')
          .filter(({ state, person }) => state === 'waiting' && person === this.person)
          .first();
        if (!entry) {
          // Another window of this phone may have sent what is still thought to wait here.
          if (this.waiting) await this.reload();
          break;
        }
        const tries = (entry.tries ?? 0) + 1;
        if (!(await hearClock())) {
          this.online = false;
          await this.database.entries.update(entry.order!, { tries });
          break;
        }
        const payload = settled(entry);
        // Sent again after an answer that was lost it says the same: the moment is written down first.
        if (payload !== entry.payload)
          await this.database.entries.update(entry.order!, {
            payload: payload as never,
            heard: undefined,
          });
        const asked = Date.now();
        const response = await fetch(`/do/${entry.command}`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(heldBack(payload, entry.tries)),
        }).catch(() => undefined);
        const answer = response && (await answerOf(response, asked));
        this.online = answer !== undefined;
        this.signedOut = response?.status === 401;
        if (!answer || answer === 'broken' || this.signedOut) {
          await this.database.entries.update(entry.order!, { tries });
          break;
        }
        await this.database.entries.update(entry.order!, answer);
        sent++;
        await this.reload();
      }
    } finally {
      this.sending = false;
    }
    if (sent) this.onsent();
  }
}

/**
 * What the server says of an entry. A hotspot's page or a proxy's refusal is nobody's answer: what was entered
 * waits on as without a signal, it was neither taken nor refused.
 */
async function answerOf(
  response: Response,
  asked: number,
): Promise<Partial<Entry> | 'broken' | undefined> {
  if (response.status >= 500) return 'broken';
  const doneAt = response.headers.get('x-done-at');
  if (doneAt) hear(Number(doneAt), asked);
  const body = await response.json().catch(() => undefined);
  if (response.ok) return doneAt && body ? { state: 'sent', doneAt: Number(doneAt) } : undefined;
  const reason = body?.error ?? body?.message;
  return typeof reason === 'string' ? { state: 'refused', reason, said: body.said } : undefined;
}

/** Says of an entry that waited that it did: its other half may still be on another phone. */
function heldBack(payload: About, tries: number | undefined): object {
  const old = serverNow() - Date.parse(String(payload.at ?? '')) > HELD_BACK;
  return tries || old ? { ...payload, late: true } : payload;
}

const happensNow = ({ at }: About) =>
  Math.abs(serverNow() - Date.parse(String(at ?? ''))) < AS_IT_HAPPENED;

/** What is sent of an entry: at the moment at which it happened, by the server's clock. */
function settled({ payload, heard }: Entry): About {
  const given = payload as About;
  if (heard === undefined || !clock.heard) return given;
  const before = Date.parse(String(given.at));
  const at = settledAt(before, heard ?? undefined, clock.heard, Date.now());
  return at === before ? given : { ...given, at: new Date(at).toISOString() };
}
