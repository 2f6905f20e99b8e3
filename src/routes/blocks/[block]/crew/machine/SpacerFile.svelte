<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import { page } from '$app/state';
  import { ontoRows, rowsOfPulses, type WheelRow } from '$core/crew/wheel';
  import { formatNumber } from '$core/measure/units';
  import { dayOf } from '$core/say/day';
  import { Doing } from '$lib/parts/doing.svelte';
  import FileDrop from '$lib/parts/FileDrop.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { serverNow } from '$lib/parts/clock.svelte';
  import { momentIn } from '$lib/parts/moment-field';
  import { spoken } from '$lib/parts/reader.svelte';
  import { readTable } from '$lib/parts/reading';
  import { sendAll } from '$lib/parts/send.svelte';
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
  let moment = $state<string>();
  /** When the file's own clock says that it began. */
  let ofFile: string | undefined;
  let stretches = $state.raw<WheelRow[]>();
  /** Row of a stretch where somebody has said it, by its place among the rows of this seat. */
  let known = $state.raw(new Map<number, number>());
  const rows = $derived(rowsOf(seat).filter(({ free }) => free > 0));
  const told = $derived(stretches ? ontoRows(stretches, rows, known) : []);
  const fits = $derived(told.reduce((sum, { trees }) => sum + trees, 0));
  const over = $derived(told.reduce((sum, one) => sum + one.over, 0));

  async function look(content: string, name: string) {
    [text, file, wrong, stretches, known] = [content, name, '', undefined, new Map()];
    try {
      const { zone } = page.data.site!;
      const { pulses, began, clock } = await readTable((reads) => reads.counter(content, zone));
      stretches = rowsOfPulses(pulses);
      const at = began ?? (clock === undefined ? undefined : momentOfDay(clock, zone));
      // What the file before said of its day is none of this one's; what somebody typed is.
      if (at !== undefined && at <= serverNow()) moment = ofFile = new Date(at).toISOString();
      else if (moment === ofFile) moment = undefined;
    } catch (error) {
      wrong = spoken(error);
    }
  }
  /** A time of day without its day is taken for today's; whoever enters it sees and changes it. */
  function momentOfDay(seconds: number, zone: string): number | undefined {
    const two = (value: number) => String(Math.floor(value)).padStart(2, '0');
    const minute = `${two(seconds / 3600)}:${two((seconds % 3600) / 60)}`;
    const at = momentIn(`${dayOf(serverNow(), zone)}T${minute}`, zone);
    return at === undefined ? undefined : at + 1000 * (seconds % 60);
  }
  function goesOn(stretch: number, row: string) {
    known = new Map([...known].filter(([other]) => other < stretch)).set(stretch, Number(row));
  }
  const enter = () =>
    doing.run(async () => {
      // The same file entered twice is the same entries: their ids follow from what it says.
      const start = Date.parse(moment!);
      const before = new Set<number>();
      const entries = [];
      for (const { row, trees, to } of told)
        if (row !== undefined && trees > 0) {
          // Of a row in two pieces each is an entry of its own.
          const piece = before.has(row) ? ` from ${to} s` : '';
          before.add(row);
          entries.push({
            id: await contentId(`${text}\n${layoutId} ${row} ${planterId} ${moment}${piece}`),
            at: new Date(start + to * 1000).toISOString(),
            device: 'spacer file',
            ...{ layoutId, row, planterId, count: trees, corrects: null, note: file.slice(0, 80) },
          });
        }
      const entered = howMany(fits, 'tree');
      await sendAll('crew.tally', entries);
      doing.told = [`${entered} entered from ${file}.`];
      stretches = undefined;
    });
</script>

<h2>From the counter’s file</h2>
<FileDrop
  label="A counter’s file"
  hint="a line a mark: the time, or the time and marks so far"
  accept=".csv,.txt,.log"
  onfile={look}
  onerror={(message) => (wrong = message)}
  most={2_000_000}
/>
{#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
{#if stretches}
  <div class="terms">
    {#if seats > 1}
      <Select
        labelText="It counted for the"
        selected={String(seat)}
        on:update={(event) => ((seat = Number(event.detail)), (known = new Map()))}
      >
        <SelectItem value="0" text="left seat" /><SelectItem value="1" text="right seat" />
      </Select>
    {/if}
    <Select labelText="Who sat there" bind:selected={planterId}>
      <SelectItem value="" text="Choose" />
      {#each planters as { id, name } (id)}<SelectItem value={id} text={name} />{/each}
    </Select>
    <When bind:moment />
  </div>
  {#if !rows.length}<p class="say stop" role="alert">
      No row of this seat’s way has free places left.
    </p>{/if}
  <p class="quiet">
    A stretch ends where the wheel stood. Those that fill a row together are put on it; choose
    another row where the machine went elsewhere, and the stretches after it follow.
  </p>
  <div class="wide">
    <table class="ledger">
      <thead
        ><tr
          ><th>Stretch</th><th class="n">Marks</th><th class="n">Seconds a tree</th><th>Row</th><th
            class="n">Entered</th
          ><th></th></tr
        ></thead
      >
      <tbody>
        {#each told as { at, row, marks, trees, over: more, every }, i (i)}
          <tr
            ><td>{i + 1}</td><td class="n">{formatNumber(marks)}</td><td class="n"
              >{formatNumber(every, 1)}</td
            ><td
              >{#if rows.length}<Select
                  size="sm"
                  hideLabel
                  labelText={`Row of stretch ${i + 1}`}
                  selected={String(at ?? '')}
                  on:update={(event) => goesOn(i, String(event.detail))}
                >
                  {#if row === undefined}<SelectItem value="" text="none left" />{/if}
                  {#each rows as { number, free }, k (k)}<SelectItem
                      value={String(k)}
                      text={`${number}, ${formatNumber(free)} free`}
                    />{/each}
                </Select>{/if}</td
            ><td class="n"><b>{formatNumber(trees)}</b></td><td class="quiet"
              >{more ? `${formatNumber(more)} more than the row has free` : ''}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  </div>
  <div class="buttons">
    <Button size="small" disabled={!planterId || !moment || !fits || doing.busy} on:click={enter}
      >Enter {howMany(fits, 'tree')}</Button
    >
    {#if !moment}<span class="quiet">Say when the counter was switched on.</span>
    {:else if over}<span class="quiet"
        >{formatNumber(over)} of the marks fit nowhere and are left out.</span
      >{/if}
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
