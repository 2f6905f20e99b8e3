<script lang="ts">
  import { Select, SelectItem } from 'carbon-components-svelte';
  import { goto } from '$app/navigation';
  import type { Shift } from '$core/crew/attendance';
  import { addTo, formatDay } from '$core/measure/dates';
  import { formatNumber } from '$core/measure/units';
  import { clockOf } from '$core/say/day';
  import ReleaseFirst from '$lib/parts/ReleaseFirst.svelte';
  import Entries from './Entries.svelte';
  import HoursForm from './HoursForm.svelte';
  import TreesForm from './TreesForm.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const released = $derived(data.released);
  const names = $derived(new Map(data.planters.map(({ id, name }) => [id, name])));
  const show = (day: string) =>
    void goto(`?day=${day}`, { keepFocus: true, noScroll: true, replaceState: true });
  const clock = (at: number) => clockOf(at, data.zone).text;
  const spell = ({ from, to, here }: Shift) => `${clock(from)}–${here ? '' : clock(to)}`;
  const spells = (shifts: readonly Shift[]) => shifts.map(spell).join(', ');
  const total = $derived(data.lines.reduce((sum, { trees }) => sum + trees, 0));

  /** For whom something is entered, and whose entries are listed alone. */
  let chosen = $state('');
  const who = $derived(
    chosen ||
      (released?.shares.find(({ planterId }) => !data.lines.some((l) => l.planter === planterId))
        ?.planterId ??
        data.planters.find(({ left }) => !left)?.id ??
        ''),
  );
  const name = $derived(names.get(who) ?? '');

  const rowsOf = (line: PageData['lines'][number]) =>
    line.rows.map(({ row, trees, version }) => ({
      row,
      trees,
      version: version === released?.number ? undefined : version,
    }));
  function pick(planter: string) {
    chosen = chosen === planter ? '' : planter;
  }
</script>

<svelte:head><title>Tally sheet · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <h2>Tally sheet of {formatDay(data.day, true)}{data.day === data.today ? ', today' : ''}</h2>
    <div class="days">
      <button class="link-button" onclick={() => show(addTo(data.day, { days: -1 }))}
        >Day before</button
      >
      {#if data.before && data.before !== addTo(data.day, { days: -1 })}<button
          class="link-button"
          onclick={() => show(data.before!)}
          >{formatDay(data.before, data.day)}, the last with trees</button
        >{/if}
      <label
        ><span class="visually-hidden">Day</span>
        <input
          type="date"
          value={data.day}
          max={data.today}
          required
          data-forget
          onchange={(e) => e.currentTarget.value && show(e.currentTarget.value)}
        /></label
      >
      {#if data.day < data.today}<button
          class="link-button"
          onclick={() => show(addTo(data.day, { days: 1 }))}>Day after</button
        >
        <button class="link-button" onclick={() => show(data.today)}>Today</button>{/if}
      <a class="link-button" href="tally.csv?day={data.day}" download>CSV</a>
    </div>
    <div class="wide">
      <table class="ledger">
        <thead
          ><tr
            ><th>Planter</th><th>At work</th><th class="n">Hours</th><th>Rows</th><th class="n"
              >Trees</th
            ><th class="n">An hour</th></tr
          ></thead
        >
        <tbody>
          {#each data.lines as line (line.planter)}
            <tr class:picked={line.planter === chosen}>
              <td
                ><button
                  class="link-button"
                  aria-pressed={line.planter === chosen}
                  onclick={() => pick(line.planter)}>{names.get(line.planter) ?? 'nobody’s'}</button
                ></td
              >
              <td class="num" class:bad={line.shifts.some(({ cut }) => cut)}
                >{line.shifts.length ? spells(line.shifts) : 'no hours'}{line.shifts.some(
                  ({ cut }) => cut,
                )
                  ? ', no end told'
                  : ''}</td
              >
              <td class="n">{line.shifts.length ? formatNumber(line.hours, 1) : '–'}</td>
              <td
                >{#each rowsOf(line) as { row, trees, version }, i (i)}{i ? ', ' : ''}{row}: {trees}{version
                    ? ` (version ${version})`
                    : ''}{/each}{#each line.refilled as { row, trees }, i (row)}{i ||
                  line.rows.length
                    ? ', '
                    : ''}{row}: {trees} refilled{/each}{#if !line.rows.length && !line.refilled.length}<span
                    class="quiet">none here</span
                  >{/if}</td
              >
              <td class="n">{formatNumber(line.trees)}</td>
              <td class="n"
                >{line.hours > 0 && line.trees ? formatNumber(line.trees / line.hours) : '–'}</td
              >
            </tr>
          {:else}<tr
              ><td colspan="6" class="quiet"
                >Nothing was planted or clocked on {formatDay(data.day, true)} yet.</td
              ></tr
            >{/each}
        </tbody>
        {#if data.lines.length > 1}<tfoot
            ><tr
              ><td>Together</td><td></td><td class="n"
                >{formatNumber(
                  data.lines.reduce((all, { hours: own }) => all + own, 0),
                  1,
                )}</td
              ><td></td><td class="n" data-testid="total">{formatNumber(total)}</td><td></td></tr
            ></tfoot
          >{/if}
      </table>
    </div>

    {#if !released}<ReleaseFirst
        blockId={data.block.id}
        then="trees are counted in its rows"
      />{:else if data.mayEnter && data.planters.length}
      <h2>From a planter’s paper</h2>
      <div class="who">
        <Select
          labelText="Planter"
          selected={who}
          on:update={(event) => (chosen = String(event.detail))}
        >
          {#each data.planters.filter(({ id, left }) => !left || id === who) as planter (planter.id)}
            <SelectItem value={planter.id} text={planter.name} />
          {/each}
        </Select>
      </div>
      <TreesForm {data} {who} {name} onenter={() => (chosen = who)} />
      {#key `${data.day} ${who}`}<HoursForm
          {data}
          {who}
          {name}
          {spells}
          onset={() => (chosen = who)}
        />{/key}
    {/if}
  </section>
  <aside class="comes-to panel">
    <Entries {data} {chosen} onall={() => pick(chosen)} />
  </aside>
</div>

<style>
  .days {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 16px;
    margin-bottom: 10px;
    font-size: 14.5px;
  }
  input[type='date'],
  section :global(input[type='time']) {
    font: 14.5px var(--text);
    height: 36px;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    padding: 0 8px;
  }
  tfoot td {
    font-weight: 600;
  }
  .picked td {
    background: var(--sheet);
  }
  .bad {
    color: var(--clay);
    font-weight: 600;
  }
  .who {
    max-width: 260px;
    margin-bottom: 12px;
  }
</style>
