<script lang="ts">
  import { useUnits } from '$lib/parts/figures.svelte';
  import { Button, Checkbox, Select, SelectItem } from 'carbon-components-svelte';
  import { onDestroy } from 'svelte';
  import { formatNumber, formatPercent, TYPED_UNITS } from '$core/measure/units';
  import type { Change } from '$core/survival/replay';
  import TwoSeasons from '$lib/charts/TwoSeasons.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import ProgressBar from '$lib/parts/ProgressBar.svelte';
  import type { Played, ReplayTold } from '../../../../../workers/replay.worker';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const SEASONS = 1000;
  const units = useUnits();
  const rain = $derived(TYPED_UNITS.rain[units.system]);
  const counted = $derived(data.counted);
  /** Half hours and tenths are how effects are told; minutes and percent are how people set them. */
  const UNITS = $derived<
    Record<string, { label: string; unit: string; scale: number; decimals: number }>
  >({
    air: { label: 'Roots in the anchor air at most', unit: 'min', scale: 30, decimals: 0 },
    deep: { label: 'Trees set too deep at most', unit: '%', scale: 10, decimals: 0 },
    dry: { label: 'Days short of water at most', unit: 'days', scale: 10, decimals: 0 },
    weather: {
      label: 'Planting days evaporate at most',
      unit: rain.sign,
      scale: rain.shown(1000) / 1000,
      decimals: rain.decimals,
    },
  });
  const capped = $derived((counted?.exposures ?? []).filter(({ name }) => name in UNITS));
  const zones = $derived((counted?.exposures ?? []).filter(({ name }) => name.startsWith('zone ')));
  const treatments = $derived(
    (counted?.exposures ?? []).filter(({ name }) => name.startsWith('treatment ')),
  );
  /** Every row planted one way: A, the block's own, or one of the treatments; nothing as it was. */
  let wholly = $state('');
  const wayChanges = $derived<Change[]>(
    wholly
      ? treatments.map(({ name }) =>
          name === `treatment ${wholly}` ? { name, atLeast: 1 } : { name, atMost: 0 },
        )
      : [],
  );
  let caps = $state<Record<string, number>>({});
  let asRest = $state<Record<string, boolean>>({});
  const changes = $derived<Change[]>([
    ...capped.flatMap(({ name, most }) => {
      const cap = caps[name];
      return cap !== undefined && cap / UNITS[name].scale < most
        ? [{ name, atMost: cap / UNITS[name].scale }]
        : [];
    }),
    ...zones.flatMap(({ name }) => (asRest[name] ? [{ name, atMost: 0 }] : [])),
    ...wayChanges,
  ]);
  /** Each cause alone, taken to the least that trees of this block had of it. */
  const causes = $derived(
    [
      { id: 'the stock', changes: capped.filter(({ name }) => name === 'air') },
      { id: 'us', changes: capped.filter(({ name }) => name === 'deep') },
      {
        id: 'the weather',
        changes: capped.filter(({ name }) => name === 'weather' || name === 'dry'),
      },
      { id: 'the ground', changes: zones },
    ]
      .filter((cause) => cause.changes.length)
      .map(({ id, changes: own }) => ({
        id,
        changes: own.map(({ name, least }) => ({
          name,
          atMost: name.startsWith('zone ') || name === 'deep' ? 0 : least,
        })),
      })),
  );
  const MEANS: Record<string, string> = {
    'the stock': 'roots no longer in the air than the best lot’s',
    us: 'no tree too deep',
    'the weather': 'every row on a day as mild, and as seldom dry, as the best one',
    'the ground': 'every zone like the rest of the block',
  };
  let worker: Worker | undefined;
  let progress = $state<number>();
  let wrong = $state('');
  let answer = $state.raw<Played[]>();
  let asked = $state.raw<Change[]>([]);
  let cost = $state<number | null>(null);
  function stop() {
    worker?.terminate();
    worker = undefined;
    progress = undefined;
  }
  function play() {
    if (!counted?.model) return;
    stop();
    wrong = '';
    progress = 0;
    const now = changes;
    worker = new Worker(new URL('../../../../../workers/replay.worker.ts', import.meta.url), {
      type: 'module',
    });
    worker.onmessage = ({ data: told }: MessageEvent<ReplayTold>) => {
      if ('progress' in told) progress = told.progress;
      else {
        if ('error' in told) wrong = told.error;
        else [answer, asked] = [told.played, now];
        stop();
      }
    };
    worker.postMessage({
      model: $state.snapshot(counted.model),
      trees: $state.snapshot(counted.groups),
      plays: [{ id: 'otherwise', changes: now }, ...causes],
      seasons: SEASONS,
      seed: data.block.id,
    });
  }
  onDestroy(stop);
  const main = $derived(answer?.find(({ id }) => id === 'otherwise'));
  const within = $derived(
    main && counted
      ? counted.survival >= main.asMade.low && counted.survival <= main.asMade.high
      : undefined,
  );
  const trees = (share: number) =>
    `${share < 0 ? '−' : ''}${formatNumber(Math.abs(Math.round(share * (counted?.planted ?? 0))))}`;
  const GREYED = [
    [
      'Another tool or another planter',
      'what they do is in the depth they set; no effect of their own was fitted',
    ],
    ['Another month', 'rows of one season share it; only the weather of the planting day differs'],
  ] as const;
</script>

<svelte:head><title>Replay · Viridane</title></svelte:head>
{#if !counted}
  <div class="panel">
    <p class="say">
      A season is played again from rows that were counted tree by tree: <a
        href="/field/{data.block.id}/count">count them on the phone</a
      >.
    </p>
  </div>
{:else if !counted.model}
  <div class="panel">
    <h2>Was it the weather, the stock or us?</h2>
    <p class="say">
      {#if counted.why?.why === 'few'}<b>Too few to say.</b>
        {counted.why.events} deaths are known with what they were exposed to; {counted.why.needed} are
        needed. No season is drawn from guesses.
      {:else if counted.why}<b>Not to be parted.</b> What was recorded goes together in these trees: no
        effect stands alone that a season could be played without.
      {:else}Nothing that was recorded differs between the counted trees: no minutes in the air, no
        plots of depth, no zones, no treatments, one planting day. Every choice is greyed.{/if}
    </p>
  </div>
{:else}
  <div class="screen two">
    <section class="panel">
      <h2>The same season otherwise</h2>
      <div class="choices">
        {#each capped as { name, least, most, mean } (name)}
          {@const { label, unit, scale, decimals } = UNITS[name]}
          <NumberField
            {label}
            {unit}
            min={0}
            max={10_000}
            {decimals}
            value={caps[name] ?? Number((most * scale).toFixed(decimals))}
            helper="it was {formatNumber(least * scale, decimals)} to {formatNumber(
              most * scale,
              decimals,
            )}, on the mean {formatNumber(mean * scale, decimals)}"
            onvalue={(cap) => (caps = { ...caps, [name]: cap })}
          />
        {/each}
      </div>
      {#each zones as { name, mean } (name)}
        <Checkbox
          labelText="“{name.replace('zone ', '')}” like the rest of the block ({formatPercent(
            mean,
          )} of the counted trees stand in it)"
          checked={asRest[name] ?? false}
          on:check={(event) => (asRest = { ...asRest, [name]: event.detail as boolean })}
        />
      {/each}
      {#if treatments.length}
        <Select
          labelText="Way of planting, all rows"
          selected={wholly}
          on:update={(event) => (wholly = String(event.detail))}
        >
          <SelectItem value="" text="as it was laid out" />
          {#each ['A', ...treatments.map( ({ name }) => name.slice(10) )] as letter (letter)}<SelectItem
              value={letter}
              text={letter === 'A' ? 'A, the block’s own way' : `Treatment ${letter}`}
            />{/each}
        </Select>
      {/if}
      <div class="buttons">
        <Button on:click={play} disabled={progress !== undefined}
          >Play {formatNumber(SEASONS)} seasons</Button
        >
        {#if progress !== undefined}
          <ProgressBar value={progress} label="Playing" />
          <Button kind="ghost" on:click={stop}>Stop</Button>
        {/if}
      </div>
      {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
      {#if main}
        <h2>Living, {formatNumber(SEASONS)} seasons each</h2>
        <TwoSeasons played={main} counted={counted.survival} />
        <p class="say" class:good={within}>
          {#if within}Played again as it was, the season gives what was counted: {formatPercent(
              counted.survival,
              1,
            )} between {formatPercent(main.asMade.low, 1)} and {formatPercent(main.asMade.high, 1)}.
          {:else}<b>Do not trust this replay:</b> as it was, it gives {formatPercent(
              main.asMade.low,
              1,
            )} to {formatPercent(main.asMade.high, 1)} where {formatPercent(counted.survival, 1)} was
            counted.{/if}
          {#if !asked.length}Nothing was changed, so both seasons are one: lower a number above and
            play again.{/if}
        </p>
        <h2>Was it the weather, the stock or us?</h2>
        <table class="ledger">
          <thead
            ><tr
              ><th>Without</th><th>That is</th><th class="n">Trees more</th><th class="n">From</th
              ><th class="n">To</th></tr
            ></thead
          >
          <tbody>
            {#each answer!.filter(({ id }) => id !== 'otherwise') as { id, gained } (id)}
              <tr
                ><td><b>{id}</b></td><td class="quiet">{MEANS[id]}</td><td class="n"
                  ><b>{trees(gained.median)}</b></td
                ><td class="n">{trees(gained.low)}</td><td class="n">{trees(gained.high)}</td></tr
              >
            {/each}
          </tbody>
        </table>
        <p class="quiet">
          Each alone, over all {formatNumber(counted.planted)} planted trees. Where the range holds 0,
          chance would do as much.
        </p>
      {/if}
    </section>
    <aside class="comes-to">
      {#if main && asked.length}
        <h2>More trees alive</h2>
        <div><span class="big">{trees(main.gained.median)}</span></div>
        <p class="num quiet">
          {trees(main.gained.low)} to {trees(main.gained.high)} of {formatNumber(counted.planted)}
          planted
        </p>
        <h2>What it would have cost</h2>
        <NumberField
          label="All of it, in money"
          min={0}
          max={10_000_000}
          decimals={2}
          bind:value={cost}
        />
        {#if cost}<p class="num">
            {#if main.gained.low > 0}<b
                >{formatNumber(cost / (main.gained.median * counted.planted), 2)}</b
              >
              a prevented death, {formatNumber(cost / (main.gained.high * counted.planted), 2)} to {formatNumber(
                cost / (main.gained.low * counted.planted),
                2,
              )}.{:else}No price: chance would do as much.{/if}
            <a href="/blocks/{data.block.id}/calendar/materials">Cost a living tree</a>
          </p>{/if}
      {:else}
        <h2>Counted</h2>
        <div><span class="big">{formatPercent(counted.survival, 1)}</span></div>
        <p class="quiet">of {formatNumber(counted.trees)} trees of which all is known</p>
      {/if}
      <h2>What it assumes</h2>
      <ul class="small">
        <li>Odds of death go with what was recorded as they did in this count; it is not proof.</li>
        <li>
          Effects are drawn from what the fit leaves open, and every row has an effect of its own
          (spread {counted.model.rowSpread.toFixed(2)} in log-odds).
        </li>
        <li>Rows nobody counted were exposed as the counted ones were.</li>
        <li>What happened after planting (browse, drought, mowing) happens again as it did.</li>
        <li>Both seasons share rows and effects: what differs is the change alone.</li>
      </ul>
      <h2>Greyed: no effect is known</h2>
      <ul class="small greyed">
        {#each GREYED as [what, why] (what)}<li><b>{what}</b>: {why}.</li>{/each}
        {#if !treatments.length}<li>
            <b>Another way of planting</b>: no rows of this block were laid out otherwise and
            counted.
          </li>{/if}
        {#each Object.keys(UNITS).filter((name) => !capped.some((one) => one.name === name)) as name (name)}
          <li>
            <b
              >{name === 'air'
                ? 'Minutes in the air'
                : name === 'deep'
                  ? 'Depth'
                  : name === 'dry'
                    ? 'Days short of water'
                    : 'Weather of the planting day'}</b
            >: nothing recorded differs between these trees.
          </li>
        {/each}
      </ul>
    </aside>
  </div>
{/if}

<style>
  .choices {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
    gap: 12px 18px;
    max-width: 820px;
  }
  .buttons {
    display: flex;
    gap: 14px;
    align-items: center;
    margin: 14px 0;
  }
  .small {
    font-size: 14px;
    padding-left: 18px;
    margin: 4px 0 10px;
  }
  .greyed {
    color: var(--slate);
  }
</style>
