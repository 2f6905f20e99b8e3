import Dexie, { type Table } from 'dexie';
import type { CommandName } from '$lib/schemas';

/** Something entered on this device, kept until the server has it. */
export interface Entry {
  id: string;
  /** Order of entering; entries are sent in it, so that a taking-back follows what it takes back. */
  order?: number;
  /** Who entered it: on a shared phone nobody sends another's entries. */
  person: string;
  command: CommandName;
  payload: Record<string, unknown>;
  state: 'waiting' | 'sent' | 'refused';
  /** The server's sentence, when it refused. */
  reason?: string;
  /** When the server had done it, by its own clock. */
  doneAt?: number;
}

class FieldDatabase extends Dexie {
  entries!: Table<Entry, number>;
  constructor() {
    super('viridane-field');
    this.version(1).stores({ entries: '++order, &id, state' });
  }
}

/**
 * What a phone keeps while there is no signal. Entries are written to the device first and sent
 * when they can be; each has an id of its own, so that sent twice counts once.
 */
export class Outbox {
  entries = $state.raw<Entry[]>([]);
  online = $state(true);
  signedOut = $state(false);
  private readonly database = new FieldDatabase();
  private sending = false;

  constructor(private readonly person: string) {}

  get waiting(): number {
    return this.entries.filter(({ state }) => state === 'waiting').length;
  }
  get refused(): Entry[] {
    return this.entries.filter(({ state }) => state === 'refused');
  }

  async start(onsent: () => void): Promise<() => void> {
    this.onsent = onsent;
    await this.reload();
    const send = () => void this.flush();
    window.addEventListener('online', send);
    const timer = setInterval(send, 15_000);
    send();
    return () => (window.removeEventListener('online', send), clearInterval(timer));
  }
  private onsent: () => void = () => {};

  private async reload() {
    const all = await this.database.entries.orderBy('order').toArray();
    this.entries = all.filter(({ person }) => person === this.person);
  }

  /** Keeps an entry on the device, then tries to send it. Returns once it is safe. */
  async add(
    command: CommandName,
    payload: Record<string, unknown> & { id: string },
  ): Promise<void> {
    await this.database.entries.add({
      id: payload.id,
      person: this.person,
      command,
      payload,
      state: 'waiting',
    });
    await this.reload();
    void this.flush();
  }

  /** Lets go of entries that the page's own data already counts. */
  async settle(known: ReadonlySet<string>): Promise<void> {
    const settled = this.entries.filter(({ id, state }) => state === 'sent' && known.has(id));
    if (!settled.length) return;
    await this.database.entries.bulkDelete(settled.map(({ order }) => order!));
    await this.reload();
  }

  /** Lets go of entries that were done before the page's data was read, of the commands it shows. */
  async settleBefore(readAt: number, commands: readonly CommandName[]): Promise<void> {
    const settled = this.entries.filter(
      ({ state, doneAt, command }) =>
        state === 'sent' && commands.includes(command) && (doneAt ?? 0) < readAt,
    );
    if (!settled.length) return;
    await this.database.entries.bulkDelete(settled.map(({ order }) => order!));
    await this.reload();
  }

  /** Payloads of a command that the page's own data does not count yet, in order. */
  pending<Payload>(command: CommandName): Payload[] {
    return this.entries
      .filter((entry) => entry.command === command && entry.state !== 'refused')
      .map(({ payload }) => payload as Payload);
  }

  /** Forgets a refused entry after its sentence was read. */
  async dismiss(entry: Entry): Promise<void> {
    await this.database.entries.delete(entry.order!);
    await this.reload();
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
        if (!entry) break;
        const response = await fetch(`/do/${entry.command}`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(entry.payload),
        }).catch(() => undefined);
        this.online = Boolean(response);
        if (!response || response.status >= 500) break;
        this.signedOut = response.status === 401;
        if (this.signedOut) break;
        const body = await response.json().catch(() => ({}));
        await this.database.entries.update(
          entry.order!,
          response.ok
            ? { state: 'sent', doneAt: Number(response.headers.get('x-done-at')) || 0 }
            : { state: 'refused', reason: body.error },
        );
        sent++;
        await this.reload();
      }
    } finally {
      this.sending = false;
    }
    if (sent) this.onsent();
  }
}
