<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { localPlane, type Point } from '$core/measure/plane';
  import { compassPoint, formatBearing, formatLength } from '$core/measure/units';
  import { nearestPeg, pegPosition, treesByRow } from '$core/rows/rowset';
  import { wayTo } from '$core/rows/setting-out';
  import { speciesAt } from '$core/rows/species';
  import { toRowSet } from '$core/rows/stored';
  import {
    listenToPhone,
    listenToStandIn,
    type Listening,
    type Reading,
  } from '$lib/field/receiver';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import Plan from '$lib/plan/Plan.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const plane = $derived(localPlane(data.origin));
  const rows = $derived(toRowSet(data.rhythm, data.rows));
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
  const species = $derived(
    aim && data.species[speciesAt(data.rows[aim.row - 1].runs, aim.peg) ?? -1],
  );
  const length = (metres: number) => formatLength(metres, units.system, metres < 10 ? 1 : 0);

  function listen(to: 'phone' | 'stand-in') {
    listening?.stop();
    wrong = '';
    source = to;
    const heard = (next: Reading) => ((reading = next), (wrong = ''));
    const failed = (message: string) => (wrong = message);
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
      wrong = `Row ${typedRow ?? ''} was asked for; rows 1 to ${trees.length} are laid.`;
    else if (!(peg >= 1 && peg <= trees[row - 1]))
      wrong = `Row ${row} has pegs 1 to ${trees[row - 1]}; ${peg} was asked for.`;
    else {
      wrong = '';
      wanted = { row, peg };
    }
  }
</script>

<svelte:head><title>Find my peg · Viridane</title></svelte:head>
<FieldFrame title={data.block.name} back={[`/field/${data.block.id}`, 'Planting']}>
  {#if !source}
    <h1>Find my peg</h1>
    <p>From where you stand to any peg, also without a signal.</p>
    <button class="go" onclick={() => listen('phone')}>Use this phone’s position</button>
    <button class="go plain" onclick={() => listen('stand-in')}
      >Play a walk (no receiver needed)</button
    >
  {:else}
    <div class="say-where" aria-live="polite">
      {#if aim && way}
        <span class="label">{wanted ? 'To' : 'Nearest:'} row {aim.row}, peg {aim.peg}</span>
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
            <span>{compassPoint(way.bearing)}, {formatBearing(way.bearing)}</span>
          </div>
        </div>
        <p class="num">
          {length(Math.abs(way.along))}
          {way.along >= 0 ? 'on' : 'back'} along the row, {length(Math.abs(way.right))} to its {way.right >=
          0
            ? 'right'
            : 'left'}{species ? `. ${species.name} stands there.` : '.'}
        </p>
        <p class="num quiet">
          You are within {length(reading!.accuracy)} of this{way.distance < reading!.accuracy
            ? ': closer than that the string decides'
            : ''}.
        </p>
      {:else}<p>Waiting for a position …</p>{/if}
    </div>
    <Plan
      label="Where you stand on {data.block.name}"
      height="300px"
      content={{
        boundary: data.boundary,
        keptOut: data.keptOut,
        rows,
        runs: data.rows.map(({ runs }) => runs),
        species: data.species,
        selectedRow: aim?.row,
        here: here && reading ? { point: here, accuracy: reading.accuracy } : undefined,
        target,
      }}
      onrow={(row) => (wanted = { row, peg: 1 })}
    />
    <form onsubmit={look}>
      <label>Row <input class="num" inputmode="numeric" bind:value={typedRow} /></label>
      <label>Peg <input class="num" inputmode="numeric" bind:value={typedPeg} /></label>
      <button class="go" type="submit">Lead me</button>
    </form>
    {#if wanted}<button class="go plain" onclick={() => (wanted = undefined)}
        >Back to the nearest</button
      >{/if}
    <p class="quiet">
      {source === 'phone' ? 'This phone’s receiver.' : 'A stand-in plays a walk along the rows.'}
      <button class="link-button" onclick={() => listen(source === 'phone' ? 'stand-in' : 'phone')}
        >{source === 'phone' ? 'Play a walk instead' : 'Use the phone’s own'}</button
      >
    </p>
  {/if}
  {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
  <p class="quiet">Eyes up near wires, machines and edges; stand still to read.</p>
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
