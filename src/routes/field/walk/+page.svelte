<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { checkBoundary } from '$core/ground/boundary';
  import { walkedArea, type Fix } from '$core/ground/walk';
  import { localPlane, type Point } from '$core/measure/plane';
  import { formatArea, formatLength } from '$core/measure/units';
  import { isReading, listenToPhone, type Listening, type Reading } from '$lib/field/receiver';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { dropDraft, keepDraft, readListDraft } from '$lib/field/drafts';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const { say, spoken, measure, system } = useTongue();
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

  onMount(() => void (fixes = readListDraft(KEPT, isReading)));
  onDestroy(() => listening?.stop());
  const keep = () => void keepDraft(KEPT, fixes);

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
    listening ??= listenToPhone(take, (none) => (wrong = say(none)));
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
    if (fixes.length && !confirm(say('walk.sure'))) return;
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
      dropDraft(KEPT);
      await goto(`/blocks/${blockId}/ground`);
    } catch (error) {
      wrong = spoken(error);
    }
  }
</script>

<svelte:head><title>{say('walk.title')} · Viridane</title></svelte:head>
<FieldFrame title={data.siteName} back={['/', say('frame.board')]}>
  <h1>{say('walk.title')}</h1>
  <div class="figures" aria-live="polite">
    <div>
      <b class="num">{walked && walked.area ? measure(formatArea(walked.area, system)) : '–'}</b
      ><span
        >{walked && walked.areaError
          ? say('walk.error', { error: measure(formatArea(2 * walked.areaError, system)) })
          : say('walk.inside')}</span
      >
    </div>
    <div>
      <b class="num">{last ? formatLength(last.accuracy, system, 0) : '–'}</b><span
        >{say('walk.accuracy')}</span
      >
    </div>
    <div>
      <b class="num">{walked ? formatLength(walked.gap, system, 0) : '–'}</b><span
        >{say('walk.gap')}</span
      >
    </div>
  </div>
  {#if points.length > 1}
    <svg viewBox={view} role="img" aria-label={say('walk.soFar')}>
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
      {say('walk.spikes', { spikes })}
    </p>{/if}
  {#if walking}
    <button class="go" onclick={corner} disabled={!last}>{say('walk.corner')}</button>
    <button class="go plain" onclick={stop}>{say('walk.stop')}</button>
  {:else}
    <button class="go" onclick={start}>{say(fixes.length ? 'walk.on' : 'walk.start')}</button>
    {#if fixes.length > 2}
      <label>{say('walk.name')} <input bind:value={name} maxlength="80" /></label>
      <button class="go" onclick={make} disabled={!name.trim()}>{say('walk.make')}</button>
    {/if}
    {#if fixes.length}<button class="go plain" onclick={again}>{say('walk.again')}</button>{/if}
  {/if}
  {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
  <p class="quiet">
    {say('walk.about', { readings: fixes.length })}
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
