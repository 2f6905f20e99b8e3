<script lang="ts">
  import { onMount } from 'svelte';
  import { clockOf, formatMoment } from '$core/say/day';
  import RefillStands from '$lib/parts/RefillStands.svelte';
  import { formatNumber, formatTemperature, formatWind } from '$core/measure/units';
  import type { Live } from '$lib/rooms/crew/live.server';
  import { serverNow } from '$lib/parts/clock.svelte';
  import CallList from '$lib/parts/CallList.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  let streamed = $state.raw<Live>();
  const live = $derived(streamed ?? data.live);
  let line = $state<'opening' | 'open' | 'broken'>('opening');
  let clock = $state(0);
  /** Asked for again so often while the stream is broken. */
  const ASK = 15_000;

  onMount(() => {
    clock = serverNow();
    const source = new EventSource(`/blocks/${data.block.id}/crew/live/stream`);
    source.addEventListener('live', (event) => {
      streamed = JSON.parse((event as MessageEvent<string>).data) as Live;
      line = 'open';
    });
    source.onopen = () => (line = 'open');
    source.onerror = () => (line = 'broken');
    const timer = setInterval(() => (clock = serverNow()), 1000);
    const asks = setInterval(async () => {
      if (line !== 'broken' || document.hidden) return;
      const { invalidateAll } = await import('$app/navigation');
      await invalidateAll().catch(() => {});
      streamed = undefined;
    }, ASK);
    return () => (source.close(), clearInterval(timer), clearInterval(asks));
  });
  const age = $derived(clock ? Math.max(0, Math.round((clock - live.at) / 1000)) : 0);
  /** Longer ago than this is said by day and hour. */
  const LONG_AGO = 120;
  const spokenAt = (at: number) =>
    minutesAgo(at) < LONG_AGO
      ? `${minutesAgo(at)} min ago`
      : formatMoment(at, data.zone, data.today);
  const minutesAgo = (at: number) => Math.max(0, Math.round(((clock || live.at) - at) / 60_000));
  /** Of an hour's usual trees, how many the last hour had; only of those who have been here an hour. */
  const paceOf = (planter: Live['planters'][number]) =>
    planter.since && live.at - planter.since > 3_600_000 && planter.usual
      ? planter.lastHour / planter.usual
      : undefined;
  /** Nobody has heard of the phone so long, minutes. */
  const QUIET = 45;
  const HOUR_NAMES = { normal: 'good', marginal: 'marginal', stop: 'stop' } as const;
</script>

<svelte:head><title>Live · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <header>
      <h2>{data.block.name}, now</h2>
      <p class="line num" class:broken={line === 'broken'} role="status">
        {line === 'broken'
          ? `The stream is broken; asked for every ${ASK / 1000} s instead. This is ${age} s old.`
          : line === 'open'
            ? `Live, ${age} s old`
            : 'Opening'}
      </p>
    </header>
    <div class="wide">
      <table class="ledger">
        <thead
          ><tr
            ><th>Planter</th><th>Here since</th><th class="n">Row</th><th class="n">Today</th><th
              class="n">Last hour</th
            ><th class="n">Usual</th><th class="n">Left</th><th>Last word</th></tr
          ></thead
        >
        <tbody>
          {#each live.planters as planter (planter.id)}
            {@const pace = paceOf(planter)}
            <tr>
              <td>{planter.name}{planter.tool ? `, ${planter.tool}` : ''}</td>
              <td class="num"
                >{planter.since ? clockOf(planter.since, data.zone).text : 'not here'}</td
              >
              <td class="n"
                >{planter.row ?? '–'}{#if planter.rowEnds}<small class="quiet"
                    >, full by {clockOf(planter.rowEnds, data.zone).text}</small
                  >{/if}</td
              >
              <td class="n"><b>{formatNumber(planter.today)}</b></td>
              <td class="n" class:slow={pace !== undefined && pace < 0.7}
                >{formatNumber(planter.lastHour)}</td
              >
              <td class="n quiet">{formatNumber(Math.round(planter.usual))}</td>
              <td class="n">{formatNumber(planter.left)}</td>
              <td
                class="num"
                class:slow={planter.since && planter.wordAt && minutesAgo(planter.wordAt) > QUIET}
                >{planter.wordAt ? spokenAt(planter.wordAt) : 'none yet'}</td
              >
            </tr>
          {:else}<tr
              ><td colspan="8" class="quiet">Nobody is here and no rows are shared out yet.</td></tr
            >{/each}
        </tbody>
      </table>
    </div>
    <h2>What to do</h2>
    {#if live.calls.length}<CallList calls={live.calls} />{:else}<p class="quiet">
        Nothing waits on this block.
      </p>{/if}
  </section>
  <aside class="comes-to panel">
    <h2>In the ground</h2>
    <div>
      <span class="big num" data-testid="live-planted">{formatNumber(live.planted)}</span><span
        class="unit">of {formatNumber(live.total)}, {formatNumber(live.today)} today</span
      >
    </div>
    {#if live.refill}<RefillStands refill={live.refill} />{/if}
    {#if live.bags.length}
      <h2>Roots in the air</h2>
      {#each live.bags as bag (bag.id)}
        <p class:stop={bag.over > 0}>
          {bag.lot}, {bag.species}: {bag.forgotten
            ? `open since ${formatMoment(bag.openedAt, data.zone, data.today)}; when was it closed?`
            : `out ${bag.out} min${bag.over ? `, ${bag.over} past what this air allows` : ''}`}
        </p>
      {/each}
    {/if}
    {#if live.short.length}
      <h2>Runs short</h2>
      {#each live.short as { species, short, onHand } (species)}
        <p>
          {formatNumber(short)}
          {species}, {formatNumber(onHand)} left in store and bags
        </p>
      {/each}
    {/if}
    {#if live.air}
      <h2>The air</h2>
      <p class="num">
        {formatTemperature(live.air.now.temperature, units.system)}, {formatWind(
          live.air.now.wind,
          units.system,
        )}, {HOUR_NAMES[live.air.now.judged.dayClass]}; bare roots {live.air.roots} min
      </p>
      <ol class="hours">
        {#each live.air.hours as hour (hour.hour)}
          <li class={hour.dayClass}>
            <b class="num">{Math.floor(hour.hour)}</b>
            <span class="num">{formatTemperature(hour.temperature, units.system)}</span>
            <span class="num">{formatWind(hour.wind, units.system)}</span>
            <span>{HOUR_NAMES[hour.dayClass]}</span>
          </li>
        {/each}
      </ol>
    {/if}
  </aside>
</div>

<style>
  header {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 16px;
    flex-wrap: wrap;
  }
  .line {
    font-size: 13.5px;
    color: var(--viridian);
    margin: 0;
  }
  .line.broken {
    color: var(--clay);
    font-weight: 600;
  }
  .slow {
    color: var(--clay);
    font-weight: 650;
  }
  .stop {
    color: var(--clay);
    font-weight: 650;
  }
  .hours {
    list-style: none;
    padding: 0;
    margin: 6px 0 0;
    font-size: 13.5px;
  }
  .hours li {
    display: grid;
    grid-template-columns: 30px 1fr 1.2fr 1fr;
    padding: 2px 6px;
    border-left: 6px solid var(--viridian);
    margin: 1px 0;
  }
  .hours .marginal {
    border-color: var(--ochre-fill);
  }
  .hours .stop {
    border-color: var(--clay);
    font-weight: 450;
    color: inherit;
  }
</style>
