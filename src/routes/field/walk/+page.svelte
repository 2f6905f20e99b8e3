<script lang="ts">
  import { spoken } from '$lib/parts/reader.svelte';
  import { onDestroy, onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { checkBoundary } from '$core/ground/boundary';
  import { walkedArea, type Fix } from '$core/ground/walk';
  import { localPlane, type Point } from '$core/measure/plane';
  import { formatArea, formatLength } from '$core/measure/units';
  import { listenToPhone, type Listening, type Reading } from '$lib/field/receiver';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  /** Kept on the phone until the block is made: a battery that dies loses no step. */
  const KEPT = 'viridane-walk';
  let fixes = $state<Fix[]>([]);
  let last = $state<Reading>();
  let walking = $state(false);
  let wrong = $state('');
  let name = $state('');
  let listening: Listening | undefined;
  const plane = $derived(fixes.length ? localPlane([fixes[0].lon, fixes[0].lat]) : undefined);
  const points = $derived<Point[]>(
    plane ? fixes.map(({ lon, lat }) => plane.toPlane([lon, lat])) : [],
  );
  const walked = $derived(points.length ? walkedArea(points, fixes) : undefined);
  const spikes = $derived(walked?.spikes.filter(Boolean).length ?? 0);
  const kept = $derived(points.filter((_, i) => !walked?.spikes[i]));
  const view = $derived.by(() => {
    if (!points.length) return '0 0 10 10';
    const xs = points.map(([x]) => x);
    const ys = points.map(([, y]) => -y);
    const [x0, x1] = [Math.min(...xs), Math.max(...xs)];
    const [y0, y1] = [Math.min(...ys), Math.max(...ys)];
    const pad = 6 + 0.05 * Math.max(x1 - x0, y1 - y0);
    return `${x0 - pad} ${y0 - pad} ${x1 - x0 + 2 * pad} ${y1 - y0 + 2 * pad}`;
  });

  onMount(() => {
    try {
      fixes = JSON.parse(localStorage.getItem(KEPT) ?? '[]');
    } catch {
      fixes = [];
    }
  });
  onDestroy(() => listening?.stop());
  const keep = () => localStorage.setItem(KEPT, JSON.stringify(fixes));

  function take(reading: Reading) {
    last = reading;
    wrong = '';
    if (!walking) return;
    const before = fixes.at(-1);
    // A step of a metre or two: standing still adds no corners.
    if (before && plane) {
      const [a, b] = [before, reading].map(({ lon, lat }) => plane.toPlane([lon, lat]));
      if (Math.hypot(a[0] - b[0], a[1] - b[1]) < 1.5) return;
    }
    fixes = [...fixes, reading];
    keep();
  }
  function start() {
    walking = true;
    listening ??= listenToPhone(take, (message) => (wrong = message));
  }
  function stop() {
    walking = false;
    listening?.stop();
    listening = undefined;
  }
  function corner() {
    if (last) {
      fixes = [...fixes, last];
      keep();
    }
  }
  function again() {
    if (fixes.length && !confirm('Throw this walk away?')) return;
    stop();
    fixes = [];
    keep();
  }
  async function make() {
    wrong = '';
    try {
      const ring = kept.map((point) => plane!.toLonLat(point));
      const { blockId } = await send('ground.create', {
        siteId: data.siteId,
        name,
        boundary: checkBoundary([[ring]]),
      });
      localStorage.removeItem(KEPT);
      await goto(`/blocks/${blockId}/ground`);
    } catch (error) {
      wrong = spoken(error);
    }
  }
</script>

<svelte:head><title>Walk a boundary · Viridane</title></svelte:head>
<FieldFrame title={data.siteName} back={['/', 'Morning board']}>
  <h1>Walk a boundary</h1>
  <div class="figures" aria-live="polite">
    <div>
      <b class="num">{walked && walked.area ? formatArea(walked.area, units.system) : '–'}</b><span
        >inside{walked && walked.areaError
          ? `, give or take ${formatArea(2 * walked.areaError, units.system)}`
          : ''}</span
      >
    </div>
    <div>
      <b class="num">{last ? formatLength(last.accuracy, units.system, 0) : '–'}</b><span
        >accuracy now</span
      >
    </div>
    <div>
      <b class="num">{walked ? formatLength(walked.gap, units.system, 0) : '–'}</b><span
        >back to the start</span
      >
    </div>
  </div>
  {#if points.length > 1}
    <svg viewBox={view} role="img" aria-label="The walk so far">
      <path
        d="M{kept.map(([x, y]) => `${x} ${-y}`).join('L')}{walking ? '' : 'Z'}"
        fill="var(--viridian-tint)"
        stroke="var(--viridian)"
        vector-effect="non-scaling-stroke"
        stroke-width="2.5"
      />
      {#each points as [x, y], i (i)}
        {#if walked?.spikes[i]}<path
            d="M{x - 1.5} {-y - 1.5}l3 3m0 -3l-3 3"
            stroke="var(--clay)"
            vector-effect="non-scaling-stroke"
            stroke-width="2.5"
          />{/if}
      {/each}
    </svg>
  {/if}
  {#if spikes}<p class="say">
      {spikes}
      {spikes === 1 ? 'reading jumps' : 'readings jump'} faster than anyone walks; left out, marked ×.
    </p>{/if}
  {#if walking}
    <button class="go" onclick={corner} disabled={!last}>Mark a corner here</button>
    <button class="go plain" onclick={stop}>Stop walking</button>
  {:else}
    <button class="go" onclick={start}>{fixes.length ? 'Walk on' : 'Start walking'}</button>
    {#if fixes.length > 2}
      <label>Name of the block <input bind:value={name} maxlength="80" /></label>
      <button class="go" onclick={make} disabled={!name.trim()}>Make the block</button>
    {/if}
    {#if fixes.length}<button class="go plain" onclick={again}>Start over</button>{/if}
  {/if}
  {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
  <p class="quiet">
    {fixes.length} readings, kept on this phone until the block is made. The error counts readings as
    independent; a slow walk errs a little more. Mind fences, banks and wires.
  </p>
</FieldFrame>

<style>
  .figures {
    display: grid;
    grid-template-columns: 1.3fr 1fr 1fr;
    gap: 10px;
  }
  .figures div {
    display: grid;
    align-content: start;
  }
  .figures b {
    font-size: 32px;
    line-height: 1.15;
    white-space: nowrap;
  }
  .figures span {
    font-size: 14px;
    color: var(--slate);
  }
  svg {
    width: 100%;
    max-height: 300px;
    background: var(--sheet);
    border: 1px solid var(--rule);
  }
</style>
