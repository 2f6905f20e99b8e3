<script lang="ts">
  import { Button, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { tick } from 'svelte';
  import { goto } from '$app/navigation';
  import type { Shift } from '$core/crew/attendance';
  import { holds } from '$core/crew/share';
  import { fromPaper } from '$core/crew/tally-sheet';
  import { addTo, formatDay } from '$core/measure/dates';
  import { rangesIn, rangesOf } from '$core/measure/ranges';
  import { formatNumber } from '$core/measure/units';
  import { clockOf } from '$core/say/day';
  import { Doing } from '$lib/parts/doing.svelte';
  import { howMany } from '$lib/parts/how-many';
  import { momentIn } from '$lib/parts/moment-field';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import ReleaseFirst from '$lib/parts/ReleaseFirst.svelte';
  import { newEvent, sendAll } from '$lib/parts/send.svelte';
  import Entries from './Entries.svelte';
  import HoursForm from './HoursForm.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const doing = new Doing();
  const released = $derived(data.released);
  const names = $derived(new Map(data.planters.map(({ id, name }) => [id, name])));
  const show = (day: string) =>
    void goto(`?day=${day}`, { keepFocus: true, noScroll: true, replaceState: true });
  const clock = (at: number) => clockOf(at, data.zone).text;
  const spell = ({ from, to, here }: Shift) => `${clock(from)}–${here ? '' : clock(to)}`;
  const spells = (shifts: readonly Shift[]) => shifts.map(spell).join(', ');
  const places = $derived(new Map(released?.rows.map((row) => [row.number, row])));
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

  let typed = $state('');
  let trees = $state<number>();
  let time = $state<string>();
  let rowsField = $state<HTMLElement | null>(null);
  /** Their rows that are not full. */
  const open = $derived.by(() => {
    return (released?.rows ?? [])
      .filter((row) => row.planted < row.places)
      .map(({ number }) => number)
      .filter((row) => holds(released?.shares ?? [], who, row));
  });
  const asked = $derived(rangesIn(typed));
  const said = $derived(asked && fromPaper(asked, trees, places));
  /** Of these, rows that are somebody else's by the shares. */
  const notTheirs = $derived(
    released?.shares.length
      ? (said?.entries ?? []).map(({ row }) => row).filter((n) => !holds(released.shares, who, n))
      : [],
  );
  const by = $derived(time || clock(data.until));
  const moment = $derived(momentIn(`${data.day}T${by}`, data.zone));
  const list = (numbers: readonly number[]) =>
    `${numbers.length === 1 ? 'Row' : 'Rows'} ${rangesOf(numbers)}`;
  /** What stands in the way of entering it; the rest is told beside it. */
  const wrong = $derived.by(() => {
    if (!typed.trim()) return '';
    if (!asked) return `“${typed.trim()}” names no rows; “5”, “5-7” and “5-7, 9” are accepted.`;
    if (said!.none.length) return `${list(said!.none)}: none of this layout.`;
    if (said!.over) {
      const place = said!.trees ? `only ${said!.trees} are free in them` : 'they are full';
      return `${howMany(trees!, 'tree')} in ${list(asked).toLowerCase()}: ${place}.`;
    }
    if (!said!.entries.length) return `${list(asked)}: full already.`;
    if (moment === undefined) return 'No hour of that day; an hour like 15:30 is accepted.';
    return moment > Date.now() ? 'This is still to come; an hour up to now is accepted.' : '';
  });

  const enter = () =>
    doing.run(async () => {
      const { entries, trees: sum } = said!;
      const at = new Date(moment!).toISOString();
      chosen = who;
      await sendAll(
        'crew.tally',
        entries.map(({ row, count }) => ({
          ...newEvent(at),
          ...{ layoutId: released!.id, row, planterId: who, count, corrects: null },
          note: 'from paper',
        })),
      );
      typed = '';
      trees = undefined;
      await tick();
      rowsField?.focus();
      return `${howMany(sum, 'tree')} of ${name} in ${list(entries.map(({ row }) => row)).toLowerCase()}.`;
    });

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
          onclick={() => show(data.before!)}>{formatDay(data.before)}, the last with trees</button
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
      <form
        onsubmit={(e) => {
          e.preventDefault();
          if (said && !wrong) void enter();
        }}
      >
        <div class="fields">
          <TextInput
            labelText="Rows"
            placeholder="5-7, 9"
            bind:value={typed}
            bind:ref={rowsField as HTMLInputElement}
            autocomplete="off"
          />
          <NumberField
            label="Trees, if not all that is left"
            min={1}
            decimals={0}
            value={trees ?? null}
            onvalue={(value) => (trees = value)}
            onempty={() => (trees = undefined)}
          />
          <label
            >Set by
            <input type="time" value={by} onchange={(e) => (time = e.currentTarget.value)} /></label
          >
          <Button size="field" type="submit" disabled={!said || Boolean(wrong) || doing.busy}
            >Enter trees</Button
          >
        </div>
        {#if wrong}<p class="say stop" role="alert">{wrong}</p>
        {:else if said}<p class="quiet" role="status">
            {said.entries.map(({ row, count }) => `row ${row}: ${count}`).join(', ')}{said.entries
              .length > 1
              ? `, ${formatNumber(said.trees)} in all`
              : ''}{said.full.length
              ? `. ${list(said.full)}: full already, left out`
              : ''}.{notTheirs.length ? ` ${list(notTheirs)}: not shared out to ${name}.` : ''}
          </p>
        {:else if open.length}<p class="quiet">
            {name} has {list(open).toLowerCase()} still to fill.
            <button type="button" class="link-button" onclick={() => (typed = rangesOf(open, 99))}
              >All of them<span class="visually-hidden"> of {name}</span></button
            >
          </p>{/if}
        <Outcome of={doing} />
      </form>
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
  input[type='time'] {
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
  form {
    margin-bottom: 16px;
  }
  .fields {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 12px;
  }
  .fields > :global(.bx--form-item) {
    flex: 0 1 220px;
  }
  .fields label {
    display: grid;
    gap: 4px;
    font-size: 14px;
  }
</style>
