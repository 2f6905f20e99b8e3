<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import { ontoRows, readPulses, rowsOfPulses } from '$core/crew/wheel';
  import { formatNumber } from '$core/measure/units';
  import { Doing } from '$lib/parts/doing.svelte';
  import FileDrop from '$lib/parts/FileDrop.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { spoken } from '$lib/parts/reader.svelte';
  import { send } from '$lib/parts/send.svelte';
  import When from '$lib/parts/When.svelte';
  import { contentId } from '$lib/parts/content-id';

  interface Props {
    layoutId: string;
    planters: readonly { id: string; name: string }[];
    /** Rows of one seat in the order in which the machine drives them, with the trees still free in each. */
    rowsOf: (seat: number) => { number: number; free: number }[];
    seats: number;
  }
  /** What a counter on the wheel has written: looked at row by row, then entered as tallies. */
  let { layoutId, planters, rowsOf, seats }: Props = $props();
  const doing = new Doing();
  let text = $state('');
  let file = $state('');
  let wrong = $state('');
  let seat = $state(0);
  let planterId = $state('');
  let firstRow = $state<number | null>(null);
  let moment = $state<string>();
  const read = $derived.by(() => {
    if (!text) return undefined;
    try {
      return { rows: rowsOfPulses(readPulses(text)) };
    } catch (error) {
      return { wrong: spoken(error) };
    }
  });
  const told = $derived.by(() => {
    if (!read?.rows) return [];
    const rows = rowsOf(seat).filter(({ free }) => free > 0);
    const from = firstRow === null ? 0 : rows.findIndex(({ number }) => number === firstRow);
    return from < 0 ? [] : ontoRows(read.rows, rows.slice(from));
  });
  const fits = $derived(told.reduce((sum, { trees }) => sum + trees, 0));
  const enter = () =>
    doing.run(async () => {
      // The same file entered twice is the same entries: their ids follow from what it says.
      const start = Date.parse(moment!);
      const before = new Set<number>();
      for (const { row, trees, to } of told)
        if (row !== undefined && trees > 0) {
          // Of a row in two pieces each is an entry of its own.
          const piece = before.has(row) ? ` from ${to} s` : '';
          before.add(row);
          await send('crew.tally', {
            id: await contentId(`${text}\n${layoutId} ${row} ${planterId} ${moment}${piece}`),
            at: new Date(start + to * 1000).toISOString(),
            device: 'spacer file',
            ...{ layoutId, row, planterId, count: trees, corrects: null, note: file.slice(0, 80) },
          });
        }
      doing.told = [`${howMany(fits, 'tree')} entered from ${file}.`];
      text = '';
    });
</script>

<h2>From the counter’s file</h2>
<FileDrop
  label="A counter’s file"
  hint="two numbers a line: seconds and marks so far"
  accept=".csv,.txt,.log"
  onfile={(content, name) => ([text, file, wrong] = [content, name, ''])}
  onerror={(message) => (wrong = message)}
  most={2_000_000}
/>
{#if wrong || read?.wrong}<p class="say stop" role="alert">{wrong || read?.wrong}</p>{/if}
{#if read?.rows}
  <div class="terms">
    {#if seats > 1}
      <Select
        labelText="It counted for the"
        selected={String(seat)}
        on:update={(event) => (seat = Number(event.detail))}
      >
        <SelectItem value="0" text="left seat" /><SelectItem value="1" text="right seat" />
      </Select>
    {/if}
    <Select labelText="Who sat there" bind:selected={planterId}>
      <SelectItem value="" text="Choose" />
      {#each planters as { id, name } (id)}<SelectItem value={id} text={name} />{/each}
    </Select>
    <NumberField
      label="It began in row"
      min={1}
      value={firstRow ?? told[0]?.row ?? null}
      onvalue={(row) => (firstRow = row)}
    />
    <When bind:moment />
  </div>
  {#if !told.length}<p class="say stop" role="alert">
      Row {firstRow} has no free places on this seat’s way; an open row is accepted.
    </p>{/if}
  <table class="ledger">
    <thead
      ><tr
        ><th>Stretch</th><th class="n">Marks</th><th class="n">Seconds a tree</th><th>Row</th><th
          class="n">Entered</th
        ><th></th></tr
      ></thead
    >
    <tbody>
      {#each told as { row, marks, trees, over, every }, i (i)}
        <tr
          ><td>{i + 1}</td><td class="n">{formatNumber(marks)}</td><td class="n"
            >{formatNumber(every, 1)}</td
          ><td>{row ?? 'none left'}</td><td class="n"><b>{formatNumber(trees)}</b></td><td
            class="quiet">{over ? `${formatNumber(over)} more than the row has free` : ''}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
  <div class="buttons">
    <Button size="small" disabled={!planterId || !moment || !fits} on:click={enter}
      >Enter {howMany(fits, 'tree')}</Button
    >
    {#if !moment}<span class="quiet">Say when the counter was switched on.</span>{/if}
  </div>
{/if}
<Outcome of={doing} />

<style>
  .terms {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
    gap: 12px;
    align-items: end;
    margin: 10px 0;
    max-width: 820px;
  }
</style>
