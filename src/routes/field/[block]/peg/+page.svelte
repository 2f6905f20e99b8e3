<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { localPlane, type Point } from '$core/measure/plane';
  import { compassPoint, formatBearing, formatLength } from '$core/measure/units';
  import { nearestPeg, pegPosition, treesByRow } from '$core/rows/rowset';
  import { wayTo } from '$core/rows/setting-out';
  import { speciesAt } from '$core/rows/species';
  import { unpackRows } from '$core/rows/packed';
  import { toRowSet } from '$core/rows/stored';
  import {
    listenToPhone,
    listenToStandIn,
    type Listening,
    type NoPosition,
    type Reading,
  } from '$lib/field/receiver';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import Plan from '$lib/plan/Plan.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const tongue = useTongue();
  const { say } = tongue;
  const plane = $derived(localPlane(data.origin));
  const kept = $derived(unpackRows(data.rows));
  const rows = $derived(toRowSet(data.rhythm, kept));
  const trees = $derived(treesByRow(rows));
  let reading = $state<Reading>();
  let source = $state<'' | 'phone' | 'stand-in'>('');
  let wrong = $state('');
  let wanted = $state<{ row: number; peg: number }>();
  let typedRow = $state<number>();
  let typedPeg = $state<number>();
  let listening: Listening | undefined;

  const here = $derived<Point | undefined>(reading && plane.toPlane([reading.lon, reading.lat]));
  const near = $derived(here && nearestPeg(rows, here));
  const aim = $derived(wanted ?? (near && { row: near.row, peg: near.peg }));
  const way = $derived(here && aim && wayTo(rows, here, aim.row, aim.peg));
  const target = $derived(aim && pegPosition(rows, aim.row, aim.peg)?.point);
  const species = $derived(aim && data.species[speciesAt(kept[aim.row - 1].runs, aim.peg) ?? -1]);
  const length = (metres: number) =>
    tongue.measure(formatLength(metres, tongue.system, metres < 10 ? 1 : 0));

  function listen(to: 'phone' | 'stand-in') {
    listening?.stop();
    wrong = '';
    source = to;
    const heard = (next: Reading) => ((reading = next), (wrong = ''));
    const failed = (why: NoPosition) => (wrong = say(why));
    listening =
      to === 'phone' ? listenToPhone(heard, failed) : listenToStandIn(data.block.id, heard, failed);
  }
  onMount(() => {
    // Another page may send one here for a peg.
    const asked = new URL(location.href).searchParams;
    const [row, peg] = [Number(asked.get('row')), Number(asked.get('peg'))];
    if (row >= 1 && row <= trees.length && peg >= 1 && peg <= trees[row - 1]) {
      wanted = { row, peg };
      [typedRow, typedPeg] = [row, peg];
    }
    if ('serviceWorker' in navigator && import.meta.env.PROD)
      void navigator.serviceWorker.register('/service-worker.js', { type: 'module' });
  });
  onDestroy(() => listening?.stop());

  function look(event: SubmitEvent) {
    event.preventDefault();
    const row = Number(typedRow);
    const peg = Number(typedPeg ?? 1);
    if (!(row >= 1 && row <= trees.length))
      wrong = say('peg.noRow', { row: String(typedRow ?? ''), rows: trees.length });
    else if (!(peg >= 1 && peg <= trees[row - 1]))
      wrong = say('peg.noPeg', { row, pegs: trees[row - 1], peg: String(peg) });
    else {
      wrong = '';
      wanted = { row, peg };
    }
  }
</script>

<svelte:head><title>{say('peg.title')} · Viridane</title></svelte:head>
<FieldFrame title={data.block.name} back={[`/field/${data.block.id}`, say('frame.rows')]}>
  {#if !source}
    <h1>{say('peg.title')}</h1>
    <p>{say('peg.how')}</p>
    <button class="go" onclick={() => listen('phone')}>{say('peg.phone')}</button>
    <button class="go plain" onclick={() => listen('stand-in')}>{say('peg.standIn')}</button>
  {:else}
    <div class="say-where" aria-live="polite">
      {#if aim && way}
        <span class="label">{say(wanted ? 'peg.to' : 'peg.nearest', aim)}</span>
        <div class="way">
          <svg viewBox="-50 -50 100 100" width="96" height="96" aria-hidden="true">
            <circle r="46" fill="none" stroke="var(--rule-strong)" stroke-width="2" />
            <text y="-33" text-anchor="middle">N</text>
            <path
              d="M0 -26L15 22L0 12L-15 22Z"
              fill="var(--viridian)"
              transform="rotate({(way.bearing * 180) / Math.PI})"
            />
          </svg>
          <div>
            <b class="figure num">{length(way.distance)}</b>
            <span
              >{say('peg.compass', {
                point: compassPoint(way.bearing),
                bearing: formatBearing(way.bearing),
              })}</span
            >
          </div>
        </div>
        <p class="num">
          {say('peg.along', {
            along: length(Math.abs(way.along)),
            way: way.along >= 0 ? 'on' : 'back',
            right: length(Math.abs(way.right)),
            side: way.right >= 0 ? 'right' : 'left',
          })}
          {species ? say('peg.stands', { species: species.name }) : ''}
        </p>
        <p class="num quiet">
          {say(way.distance < reading!.accuracy ? 'peg.string' : 'peg.within', {
            accuracy: length(reading!.accuracy),
          })}
        </p>
      {:else}<p>{say('peg.waiting')}</p>{/if}
    </div>
    <Plan
      label={say('peg.plan', { block: data.block.name })}
      height="300px"
      content={{
        boundary: data.boundary,
        keptOut: data.keptOut,
        rows,
        runs: kept.map(({ runs }) => runs),
        species: data.species,
        selectedRow: aim?.row,
        here: here && reading ? { point: here, accuracy: reading.accuracy } : undefined,
        target,
      }}
      onrow={(row) => (wanted = { row, peg: 1 })}
    />
    <form onsubmit={look}>
      <label>{say('peg.row')} <input class="num" inputmode="numeric" bind:value={typedRow} /></label
      >
      <label>{say('peg.peg')} <input class="num" inputmode="numeric" bind:value={typedPeg} /></label
      >
      <button class="go" type="submit">{say('peg.lead')}</button>
    </form>
    {#if wanted}<button class="go plain" onclick={() => (wanted = undefined)}
        >{say('peg.back')}</button
      >{/if}
    <p class="quiet">
      {say(source === 'phone' ? 'peg.byPhone' : 'peg.byStandIn')}
      <button class="link-button" onclick={() => listen(source === 'phone' ? 'stand-in' : 'phone')}
        >{say(source === 'phone' ? 'peg.playInstead' : 'peg.useInstead')}</button
      >
    </p>
  {/if}
  {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
  <p class="quiet">{say('peg.eyes')}</p>
</FieldFrame>

<style>
  form :global(input) {
    text-align: center;
  }
  .label {
    font-size: 19px;
    font-weight: 650;
  }
  .way {
    display: grid;
    grid-template-columns: 100px 1fr;
    gap: 14px;
    align-items: center;
    font-size: 19px;
  }
  .way > div {
    display: grid;
  }
  .figure {
    font-size: 46px;
    line-height: 1.1;
  }
  text {
    font-size: 13px;
    fill: var(--slate);
  }
  form {
    display: grid;
    grid-template-columns: 1fr 1fr 1.3fr;
    gap: 10px;
    align-items: end;
  }
</style>
