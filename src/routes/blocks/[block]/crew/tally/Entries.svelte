<script lang="ts">
  import { clockOf, dayOf, formatMoment } from '$core/say/day';
  import { Doing } from '$lib/parts/doing.svelte';
  import { howMany } from '$lib/parts/how-many';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  interface Props {
    data: PageData;
    /** Whose entries are listed alone; empty for everybody's. */
    chosen: string;
    onall: () => void;
  }
  /** What was entered for a day, the newest first, each to be taken back. */
  let { data, chosen, onall }: Props = $props();
  type Entry = PageData['entries'][number];
  const doing = new Doing();
  const names = $derived(new Map(data.planters.map(({ id, name }) => [id, name])));
  /** With its year where that is another than the sheet's. */
  const moment = (at: number) => formatMoment(at, data.zone, data.day);
  const clock = (at: number) => clockOf(at, data.zone).text;
  const MOST = 60;
  const shown = $derived(chosen ? data.entries.filter((e) => e.planter === chosen) : data.entries);
  const takeBack = (entry: Entry) =>
    doing.run(async () => {
      const { what, planter: planterId, id: corrects } = entry;
      if (what.kind === 'trees')
        await send('crew.tally', {
          ...newEvent(),
          ...{ layoutId: what.layoutId, row: what.row, planterId, count: what.count, corrects },
          note: '',
        });
      else if (what.kind === 'refill')
        await send('survival.refilled', {
          ...newEvent(),
          ...{ refillId: what.refillId, row: what.row, speciesId: what.speciesId },
          ...{ trees: what.count, planterId: planterId || null, corrects },
        });
      else
        await send('crew.clock', {
          ...newEvent(),
          ...{ siteId: data.siteId, blockId: data.block.id, planterId, kind: what.kind },
          ...{ tool: '', corrects },
        });
      return `Taken back: ${names.get(planterId)}, ${clock(entry.at)}, ${told(entry)}.`;
    });
  function told({ what }: Entry): string {
    if (what.kind === 'on') return what.tool ? `begins, ${what.tool}` : 'begins';
    if (what.kind === 'refill')
      return `row ${what.row}: ${howMany(what.count, 'tree')} of a refill`;
    if (what.kind !== 'trees') return 'ends';
    const version = what.layoutId === data.released?.id ? '' : ` of version ${what.version}`;
    return `row ${what.row}${version}: ${howMany(what.count, 'tree')}`;
  }
</script>

<h2>Entered{chosen ? ` for ${names.get(chosen) ?? ''}` : ''}</h2>
<Outcome of={doing} />
{#if chosen}<button class="link-button" onclick={onall}>Everybody’s</button>{/if}
<ol class="entries">
  {#each shown.slice(-MOST).reverse() as entry (entry.id)}
    <li class:taken={entry.taken}>
      <span class="num">{clock(entry.at)}</span>
      <div>
        <span class="what">{chosen ? '' : `${names.get(entry.planter) ?? ''}, `}{told(entry)}</span>
        <small class="quiet">
          {entry.author}{entry.device === 'phone' ? ', phone' : ''}{entry.note
            ? `, ${entry.note}`
            : ''}{dayOf(entry.entered, data.zone) === data.day
            ? ''
            : `, entered ${moment(entry.entered)}`}{entry.taken
            ? `. Taken back by ${entry.taken.author}, ${moment(entry.taken.at)}`
            : ''}
        </small>
        {#if data.mayEnter && !entry.taken}<button
            class="link-button"
            disabled={doing.busy}
            onclick={() => takeBack(entry)}
            >Take back<span class="visually-hidden">
              {names.get(entry.planter)}, {clock(entry.at)}, {told(entry)}</span
            ></button
          >{/if}
      </div>
    </li>
  {/each}
</ol>
{#if !shown.length}<p class="quiet">Nothing for this day.</p>{/if}
{#if shown.length > MOST}<p class="quiet">
    {howMany(shown.length - MOST, 'entry', 'entries')} before these: choose a planter to see theirs alone{chosen
      ? '; the CSV has all'
      : ''}.
  </p>{/if}

<style>
  .entries {
    list-style: none;
    margin: 8px 0;
    padding: 0;
    font-size: 14px;
  }
  .entries li {
    display: grid;
    grid-template-columns: 48px 1fr;
    gap: 8px;
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
  }
  .entries small {
    display: block;
    font-size: 13px;
  }
  .taken .what {
    text-decoration: line-through;
  }
</style>
