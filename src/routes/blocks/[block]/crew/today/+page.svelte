<script lang="ts">
  import { isOver } from '$core/crew/hours';
  import { say } from '$core/say/message';
  import type { AirFinding } from '$core/calendar/weather';
  import { inWords } from '$lib/parts/reader.svelte';
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { BEHIND, isSeat, seatFor } from '$core/crew/tools';
  import { crewDay, DAY_TERMS, type DayTerms } from '$core/crew/day';
  import { placeCaches, type Caches } from '$core/crew/caches';
  import { fetchingOn, type Fetching } from '$core/crew/fetching';
  import { boxPlaces, driesToday, marksOf, rowsInSight } from '$core/crew/today';
  import { moveBoundary, sharesEdition, type RowRange } from '$core/crew/share';
  import { formatDistance, formatNumber } from '$core/measure/units';
  import { rangesOf } from '$core/measure/ranges';
  import { same } from '$core/say/merge';
  import { clockOf, dayOf } from '$core/say/day';
  import { isBegun } from '$core/crew/in-hand';
  import { toRowSet, treesInRow } from '$core/rows/stored';
  import { unpackRows } from '$core/rows/packed';
  import DayShares from '$lib/charts/DayShares.svelte';
  import DayUntil from '$lib/charts/DayUntil.svelte';
  import ReleaseFirst from '$lib/parts/ReleaseFirst.svelte';
  import { keepTerms } from '$lib/parts/block-terms';
  import { Doing } from '$lib/parts/doing.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import { keepShares, shareOut } from '$lib/parts/share-out';
  import type { BoxesAsked } from '../../../../../workers/boxes.worker';
  import DayForm from './DayForm.svelte';
  import TodayStands from './TodayStands.svelte';
  import OwnHoursForm from './OwnHours.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const doing = new Doing();
  const released = $derived(data.released);
  const terms = $derived<DayTerms>({ ...DAY_TERMS, ...data.block.calendarTerms.day });
  const paces = $derived(new Map(data.paces));
  const HOUR = 3_600_000;
  /** After the day's end the next one is planned: from its beginning, with no word of its air yet. */
  const over = $derived(isOver(terms, data.at, data.dayStart));
  const dayStart = $derived(over ? data.nextStart : data.dayStart);
  const when = $derived(over ? 'tomorrow' : 'today');
  /** The day that is planned. */
  const planned = $derived(dayOf(dayStart, data.zone));
  const stops = $derived(
    (over ? [] : data.stops).map((stop) => ({
      ...stop,
      why: stop.why.map((finding: AirFinding) => inWords(say(`air.${finding}`))).join(', '),
    })),
  );
  const now = $derived(over ? dayStart + terms.begin * HOUR : data.at);
  /** Shares as they are drawn here, and what they were drawn from; kept once the leader says so. */
  let drawn = $state.raw<RowRange[]>();
  let drawnFrom: readonly RowRange[] = [];
  /** As they were before they were shared out or kept here, to go back to. */
  let earlier = $state.raw<{ shares: readonly RowRange[]; until: number }>();
  const stand = $derived<RowRange[]>(data.released?.shares ?? []);
  const shares = $derived<RowRange[]>(drawn ?? stand);
  const here = $derived(
    new Map(data.shifts.filter((shift) => shift.here).map((shift) => [shift.planter, shift])),
  );
  /** Who plants today: who clocked on; before anybody did, whoever has rows. */
  const crew = $derived.by(() => {
    const sharing = new Set(shares.map(({ planterId }) => planterId));
    return data.planters.filter(({ id }) =>
      here.size ? here.has(id) && here.get(id)!.tool !== BEHIND : sharing.has(id),
    );
  });
  const toned = $derived.by(() => {
    const all = data.planters.filter(
      ({ id }) => here.has(id) || shares.some(({ planterId }) => planterId === id),
    );
    const marks = marksOf(all.map(({ name }) => name));
    return all.map((planter, tone) => ({ ...planter, tone, mark: marks[tone] }));
  });
  const kept = $derived(released ? unpackRows(released.rows) : []);
  /** How far each row is by its layout. */
  const layoutRows = $derived.by(() => {
    const byRow = new Map(released?.byRow);
    return kept.map((row) => {
      const planted = byRow.get(row.number) ?? 0;
      const left = Math.max(0, treesInRow(row) - planted);
      return { number: row.number, planted, left, runs: row.runs };
    });
  });
  /** With a refill in hand its dead places follow the layout's own in each row. */
  const rowsToday = $derived(
    released?.refill?.rows.map(({ number, planted, open, dead, runs, pegs }) => ({
      ...{ number, planted, left: open + dead, runs, pegs },
    })) ?? layoutRows,
  );
  const day = $derived(
    released &&
      crewDay(
        rowsToday,
        shares,
        crew.map(({ id }) => ({ id, rate: paces.get(id)! })),
        terms,
        {
          ...{ now, dayStart, stops, bag: released.bag, day: planned, together: data.seats > 0 },
          heard: new Map(data.heard),
        },
      ),
  );
  /** Trees still to come, in dead places of a refill too. */
  const leftInAll = $derived(rowsToday.reduce((sum, { left }) => sum + left, 0));
  const rows = $derived(released && toRowSet(released.rhythm, kept));
  const fetching = $derived(rows && day && fetchingOn(rows, day, terms, data));
  /** The best of all places takes a moment; until then those that no box moved alone betters. */
  let best = $state.raw<{ of: Fetching; found: Caches }>();
  $effect(() => {
    const of = fetching;
    if (!of?.ways.length || of.allowed.length < 2) return;
    // The minute's refresh asks the same again: what was found holds.
    if (same(untrack(() => best)?.of, of)) return;
    const worker = new Worker(new URL('../../../../../workers/boxes.worker.ts', import.meta.url), {
      type: 'module',
    });
    worker.onmessage = ({ data: found }: MessageEvent<Caches>) => (best = { of, found });
    const { ways, caches, allowed } = of;
    worker.postMessage({ ways, caches, allowed } satisfies BoxesAsked);
    return () => worker.terminate();
  });
  /** Where boxes stand best for what is still to be fetched, and what one place at the gate would cost. */
  const boxes = $derived.by(() => {
    if (!fetching || !day) return undefined;
    const { ways, caches, allowed } = fetching;
    const found =
      best && same(best.of, fetching) ? best.found : placeCaches(ways, caches, allowed, 'quick');
    return boxPlaces(fetching, day, found);
  });
  const refills = $derived(day?.planters.flatMap((one) => one.refills) ?? []);
  const caches = $derived(
    (boxes?.marks ?? []).map(({ headland, row, share, trees }, i) => ({
      ...{ headland, row, share },
      text: `cache ${String.fromCharCode(65 + i)}: ${formatNumber(trees)}`,
    })),
  );
  const clock = (at: number | undefined) =>
    at === undefined ? `not ${when}` : clockOf(at, data.zone).text;
  const ago = (at: number) => {
    const minutes = Math.round((data.at - at) / 60_000);
    return minutes < 90 ? `${Math.max(0, minutes)} min ago` : `${Math.round(minutes / 60)} h ago`;
  };
  const wordOf = (id: string) => released?.words.find(({ planter }) => planter === id);
  const lines = $derived(
    (day?.planters ?? []).map((one) => {
      const shift = here.get(one.planter);
      const word = wordOf(one.planter);
      return {
        ...one,
        id: one.planter,
        name: data.planters.find(({ id }) => id === one.planter)?.name ?? '',
        about:
          word && word.at >= data.dayStart ? `row ${word.row} · ${ago(word.at)}` : 'no word today',
        from: shift?.from,
      };
    }),
  );
  const inSight = $derived(rowsInSight(rowsToday, shares));
  const nameOf = (id: string) => data.planters.find((planter) => planter.id === id)?.name ?? '';
  /** What runs dry, and when, all who plant drawing on the same stock. */
  const dry = $derived(
    released && day
      ? driesToday(layoutRows, day, (id) => paces.get(id)!.perHour.value, released.short)
      : [],
  );
  const begun = $derived(
    new Set(
      (
        released?.refill?.rows.filter(isBegun) ?? layoutRows.filter(({ planted }) => planted > 0)
      ).map(({ number }) => number),
    ),
  );
  function move(boundary: number, to: number) {
    const next = moveBoundary(shares, boundary, to, begun);
    if (same(next, shares)) return;
    if (!drawn) drawnFrom = stand;
    drawn = next;
  }
  const keep = () =>
    doing.run(async () => {
      const { edition, merged } = await keepShares(released!.id, drawnFrom, shares, nameOf);
      // Where somebody else's came in, to go back would undo theirs too.
      earlier = merged ? undefined : { shares: drawnFrom, until: edition };
      drawn = undefined;
    });
  const again = (scope: 'block' | 'today') =>
    doing.run(async () => {
      const before = stand;
      const planters = crew.map(({ id }) => id);
      const until = await shareOut(before, { layoutId: released!.id, planters, scope });
      earlier = { shares: before, until };
      drawn = undefined;
    });
  /** Nobody has changed them since. */
  const mayTakeBack = $derived(
    Boolean(earlier?.shares.length) && !drawn && sharesEdition(stand) === earlier!.until,
  );
  const takeBack = () =>
    doing.run(async () => {
      await keepShares(released!.id, stand, earlier!.shares, nameOf);
      earlier = undefined;
    });
  let tool = $state(untrack(() => data.tools[0]));
  /** With what somebody clocks on: as it is said, and at a machine on the seat that is theirs to take. */
  const toolFor = (id: string) => {
    // A class plants by hand beside the machine.
    if (isSeat(tool) && data.planters.find((one) => one.id === id)?.kind === 'volunteers')
      return data.tools.find((name) => !isSeat(name)) ?? '';
    const taken = [...here.values()].map((shift) => shift.tool);
    return data.seats && isSeat(tool) && taken.includes(tool)
      ? seatFor(
          data.seats,
          taken,
          shares.some(({ planterId }) => planterId === id),
        )
      : tool;
  };
  const clockPlanter = (planterId: string, kind: 'on' | 'off') =>
    doing.run(() =>
      send('crew.clock', {
        ...newEvent(),
        ...{ siteId: data.block.siteId, blockId: data.block.id, planterId, kind },
        tool: kind === 'on' ? toolFor(planterId) : '',
        corrects: null,
      }),
    );
  const everybody = () =>
    doing.run(async () => {
      // In the order in which rows were shared out: riders sit left and right by turns.
      for (const { id: planterId } of data.planters.filter(({ id }) =>
        shares.some((share) => share.planterId === id),
      ))
        if (!here.has(planterId))
          await send('crew.clock', {
            ...newEvent(),
            ...{
              siteId: data.block.siteId,
              blockId: data.block.id,
              planterId,
              kind: 'on' as const,
            },
            ...{ tool: toolFor(planterId), corrects: null },
          });
    });
  const setTerms = (next: Partial<DayTerms>) =>
    doing.inTurn(() => keepTerms(data.block, 'day', { ...untrack(() => terms), ...next }));
  const mayClock = (id: string) => data.mayClock || data.own === id;
  /** Of who plants; of everybody while nobody does. */
  const ordered = $derived(
    data.paces
      .filter(([id]) => !toned.length || toned.some((one) => one.id === id))
      .sort(([, a], [, b]) => b.perHour.value - a.perHour.value),
  );
  /** Rows that wait because whoever has them is not here. */
  const waiting = $derived.by(() => {
    if (!here.size) return [];
    const open = new Set(rowsToday.filter(({ left }) => left > 0).map((row) => row.number));
    const of = new Map<string, number[]>();
    for (const { planterId, firstRow, lastRow } of shares)
      if (!here.has(planterId))
        for (let row = firstRow; row <= lastRow; row++)
          if (open.has(row)) of.set(planterId, [...(of.get(planterId) ?? []), row]);
    return [...of].map(([id, rows]) => ({ id, rows: rangesOf(rows) }));
  });
</script>

<svelte:head><title>Today · Viridane</title></svelte:head>
{#if !released || !day}
  <div class="panel">
    <ReleaseFirst
      blockId={data.block.id}
      then="its rows are then shared out, and the day is worked out from what is planted"
    />
  </div>
{:else}
  <div class="screen two">
    <section class="panel">
      <h2>
        Who stands where{data.mayPlan && data.seats !== 2
          ? ': drag a line between two planters, or use the arrow keys'
          : ''}
      </h2>
      {#if shares.length}
        <DayShares
          rows={inSight}
          {shares}
          planters={toned}
          words={released.words.filter(({ at }) => at >= data.dayStart)}
          {caches}
          {refills}
          editable={data.mayPlan && data.seats !== 2}
          onmove={move}
        />
        {#if refills.length}<p class="quiet">
            Squares are the boxes, with the trees that are fetched there. Diamonds show where a {data.seats
              ? 'bin'
              : 'bag'} runs empty.
          </p>{/if}
        {#if drawn}
          <div class="buttons">
            <Button size="small" on:click={keep}>Keep these rows</Button>
            <Button size="small" kind="ghost" on:click={() => (drawn = undefined)}
              >As they were</Button
            >
          </div>
        {/if}
      {:else}
        <p class="say">
          No rows are shared out yet. Tick who plants under <a href="/blocks/{data.block.id}/crew"
            >Rows and planters</a
          >, and share them out.
        </p>
      {/if}
      <h2>Until when, {when}</h2>
      {#if lines.length}
        <DayUntil
          {lines}
          {now}
          begin={dayStart + terms.begin * HOUR}
          until={dayStart + terms.end * HOUR}
          {stops}
          zone={data.zone}
        />
      {:else}<p class="quiet">Nobody is here and nobody has rows.</p>{/if}
      <h2>Who is here</h2>
      <div class="here">
        {#if data.mayClock || data.own}
          <Select labelText="They plant with" bind:selected={tool}>
            {#each data.tools as name (name)}<SelectItem value={name} text={name} />{/each}
          </Select>
        {/if}
        {#if data.mayClock && shares.some(({ planterId }) => !here.has(planterId))}
          <Button size="small" kind="tertiary" on:click={everybody}
            >Everybody with rows is here</Button
          >
        {/if}
      </div>
      <table class="ledger">
        <thead
          ><tr
            ><th>Planter</th><th>With</th><th class="n">Since</th><th class="n">Today</th><th
              class="n">Their last row today</th
            ><th></th></tr
          ></thead
        >
        <tbody>
          {#each data.planters as { id, name } (id)}
            {@const shift = here.get(id)}
            {@const told = day.planters.find((one) => one.planter === id)}
            <tr>
              <td>{name}</td>
              <td>{shift?.tool ?? ''}</td>
              <td class="n">{shift ? clock(shift.from) : ''}</td>
              <td class="n">{formatNumber(new Map(released.todayByPlanter).get(id) ?? 0)}</td>
              <td class="n">{told?.lastRow ?? ''}</td>
              <td class="n">
                {#if mayClock(id)}<button
                    class="link-button"
                    onclick={() => clockPlanter(id, shift ? 'off' : 'on')}
                    >{shift ? 'Goes home' : 'Is here'}<span class="visually-hidden">, {name}</span
                    ></button
                  >{/if}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    </section>
    <aside class="comes-to">
      <TodayStands {released} {day} left={leftInAll} {over} {when} {clock} {nameOf} />
      {#each dry as { name, short, dry: out } (name)}
        <p class="say stop">
          {formatNumber(short)}
          {name} are missing.
          {#if out?.at !== undefined}Row {out.row} runs dry at {clock(out.at)}.{:else if out}They
            last for {when}: row {out.row} runs dry later.{/if}
        </p>
      {/each}
      {#each waiting as { id, rows: theirs } (id)}
        <p class="say">
          {nameOf(id)} is not here: rows {theirs} wait. Share again, or clock them on.
        </p>
      {/each}
      {#each stops as { from, to, why } (from)}
        <p class="say">{clock(from)} to {clock(to)}: {why}. Nobody plants.</p>
      {/each}
      {#if boxes && refills.length}
        <h2>Boxes</h2>
        <Figure label="Carried to {data.seats ? 'bins' : 'bags'}" figure={boxes.carried} />
        <p class="num quiet">
          {formatDistance(boxes.fromGate, units.system)} from one place at the gate{data.gate
            ? ''
            : ', taken to be before row 1'}. A {data.seats ? 'bin' : 'bag'} holds what
          <a href="/blocks/{data.block.id}/stock/carry">Load for tomorrow</a> says.
        </p>
      {/if}
      <h2>Trees an hour, for {over ? 'tomorrow' : 'the rest of today'}</h2>
      {#each ordered as [id, rate] (id)}
        <Figure
          label="{nameOf(id)}, {formatNumber(rate.low)} to {formatNumber(rate.high)}"
          figure={rate.perHour}
        />
      {/each}
      {#if data.mayPlan && crew.length && shares.length}
        <div class="buttons">
          <Button on:click={() => again('block')}>Share again from here</Button>
          {#if data.seats < 2}<Button kind="ghost" on:click={() => again('today')}
              >Only rows for {when}</Button
            >{/if}
          {#if mayTakeBack}<Button kind="ghost" on:click={takeBack}>As they were before</Button
            >{/if}
        </div>
        <p class="quiet">Among those who are here; nobody loses a row they have begun.</p>
      {/if}
      <Outcome of={doing} />
      {#if data.mayPlan && crew.length}<OwnHoursForm
          planters={crew}
          day={planned}
          {when}
          own={terms.own ?? []}
          begin={terms.begin}
          end={terms.end}
          onown={(own) => setTerms({ own })}
        />{/if}
      {#if data.mayPlan}<DayForm {terms} roads={data.roads.length > 0} onterms={setTerms} />{/if}
      <p class="say caution">
        Blades point down, arm’s length and more between planters. Boxes are lifted by two. Water,
        shade and a halt in the heat.
      </p>
    </aside>
  </div>
{/if}

<style>
  .here {
    display: flex;
    gap: 14px;
    align-items: end;
    flex-wrap: wrap;
    max-width: 620px;
    margin-bottom: 8px;
  }
</style>
