<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Button, TextInput } from 'carbon-components-svelte';
  import { v7 as uuid } from 'uuid';
  import { formatDay } from '$core/measure/dates';
  import { formatNumber } from '$core/measure/units';
  import { isTold } from '$core/say/told';
  import { matchOrders, type MatchedLine, type OrderLine } from '$core/stock/orders';
  import FileDrop from '$lib/parts/FileDrop.svelte';
  import { spoken } from '$lib/parts/reader.svelte';
  import { readTable } from '$lib/parts/reading';
  import { send } from '$lib/parts/send.svelte';

  interface Props {
    blockId: string;
    lines: readonly OrderLine[];
    species: readonly { id: string; name: string; letter: string }[];
    onwrong: (message: string) => void;
  }
  /** A file of order lines: held against the lines that stand, shown, brought in, and taken back. */
  let { blockId, lines, species, onwrong }: Props = $props();
  let found = $state.raw<MatchedLine[]>();
  /** A file that names no nursery, and whose it is said to be. */
  let whose = $state.raw<{ text: string; say: string }>();
  let nursery = $state('');
  /** What the last file did, so that it can be taken back. */
  let done = $state.raw<{ added: string[]; before: OrderLine[]; say: string }>();
  const added = $derived(found?.filter(({ known }) => !known) ?? []);
  const changed = $derived(found?.filter(({ changes }) => changes.length) ?? []);
  const same = $derived((found?.length ?? 0) - added.length - changed.length);
  const nameOf = (id: unknown) => species.find((card) => card.id === id)?.name ?? '–';
  const linesOf = (count: number) => howMany(count, 'line');

  /** Nurseries that lines of the block are from already. */
  const nurseries = $derived([...new Set(lines.map((one) => one.nursery))].sort());

  async function look(text: string, from = '') {
    onwrong('');
    found = undefined;
    whose = undefined;
    done = undefined;
    try {
      const cards = species.map(({ id, name, letter }) => ({ id, name, letter }));
      found = matchOrders(
        lines,
        await readTable((reads) => reads.orders(text, cards, from.trim())),
      );
    } catch (error) {
      if (isTold(error) && error.said.key === 'formats.orderWhose')
        whose = { text, say: spoken(error) };
      else onwrong(spoken(error));
    }
  }
  const asSent = ({ id, species: speciesId, replaces: replacesId, ...line }: OrderLine) => ({
    ...{ nursery: line.nursery, provenance: line.provenance, seedLot: line.seedLot },
    ...{ age: line.age, count: line.count, pack: line.pack, state: line.state },
    ...{ confirmed: line.confirmed, deliverOn: line.deliverOn, note: line.note },
    ...{ id, speciesId, replacesId },
  });
  async function bring() {
    onwrong('');
    try {
      const fresh = added.map(({ read }) => ({ ...read, id: uuid() }));
      const merged = changed.map(({ read, known }) => ({ ...read, id: known!.id }));
      const before = changed.map(({ known }) => known!);
      await send('stock.orders', { blockId, lines: [...fresh, ...merged].map(asSent) });
      done = {
        added: fresh.map(({ id }) => id),
        before,
        say: `${linesOf(fresh.length)} added, ${formatNumber(merged.length)} changed.`,
      };
      found = undefined;
    } catch (error) {
      onwrong(spoken(error));
    }
  }
  async function takeBack() {
    if (!done) return;
    onwrong('');
    try {
      const { before, added: ids } = done;
      if (before.length) await send('stock.orders', { blockId, lines: before.map(asSent) });
      for (const id of ids) await send('stock.dropOrder', { id });
      done = undefined;
    } catch (error) {
      onwrong(spoken(error));
    }
  }
  const LABELS: Partial<Record<keyof OrderLine, string>> = {
    count: 'trees',
    pack: 'pack',
    state: 'state',
    confirmed: 'confirmed',
    deliverOn: 'deliver on',
    seedLot: 'seed lot',
    provenance: 'provenance',
    age: 'age',
    note: 'note',
  };
  const write = (value: unknown) =>
    typeof value === 'number'
      ? formatNumber(value)
      : /^\d{4}-\d\d-\d\d$/.test(String(value))
        ? formatDay(String(value), true)
        : String(value || '–');
</script>

<FileDrop
  label="Bring an order"
  hint="CSV as the nursery writes it: species and trees at least"
  accept=".csv,.txt"
  onfile={(text) => look(text)}
  onerror={onwrong}
/>
{#if whose}
  <form
    class="whose"
    onsubmit={(event) => {
      event.preventDefault();
      look(whose!.text, nursery);
    }}
  >
    <p class="say" role="status">{whose.say}</p>
    <TextInput
      size="sm"
      labelText="Nursery of these lines"
      maxlength={80}
      list="nurseries-known"
      bind:value={nursery}
    />
    <datalist id="nurseries-known">
      {#each nurseries as name (name)}<option value={name}></option>{/each}
    </datalist>
    <Button size="small" type="submit" disabled={!nursery.trim()}>Read the file</Button>
    <Button kind="ghost" size="small" on:click={() => (whose = undefined)}>Leave the file</Button>
  </form>
{/if}
{#if found}
  <div class="found" role="status">
    <p>
      <b>{linesOf(found.length)} in the file:</b>
      {formatNumber(added.length)} new, {formatNumber(changed.length)} changed, {formatNumber(same)}
      as they stand.
    </p>
    <ul>
      {#each added as { read }, i (i)}<li>
          new: {formatNumber(read.count)}
          {nameOf(read.species).toLowerCase()}, {read.nursery}{#if read.confirmed !== null}, {formatNumber(
              read.confirmed,
            )} confirmed{/if}{#if read.deliverOn}, for {formatDay(read.deliverOn, true)}{/if}
        </li>{/each}
      {#each changed as { read, known, changes } (known!.id)}<li>
          {nameOf(read.species).toLowerCase()}, {read.nursery}:
          {#each changes as name, i (name)}{i ? ', ' : ''}{LABELS[name] ?? name}
            {write(known![name])} → {write(read[name as 'note'])}{/each}
        </li>{/each}
    </ul>
    <div class="buttons">
      {#if added.length || changed.length}<Button size="small" on:click={bring}
          >Bring {formatNumber(added.length + changed.length)} in</Button
        >{/if}
      <Button kind="ghost" size="small" on:click={() => (found = undefined)}
        >{added.length || changed.length ? 'Leave the file' : 'Nothing to bring in'}</Button
      >
    </div>
  </div>
{/if}
{#if done}<p class="say good" role="status">
    {done.say} <button class="link-button" onclick={takeBack}>Take it back</button>
  </p>{/if}

<style>
  .whose {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 10px;
    margin: 10px 0;
  }
  .whose :global(.bx--form-item) {
    max-width: 280px;
  }
  .found {
    margin: 10px 0;
    border-left: 4px solid var(--viridian);
    padding: 6px 12px;
    font-size: 14.5px;
  }
  .found ul {
    margin: 4px 0;
    padding-left: 18px;
  }
</style>
