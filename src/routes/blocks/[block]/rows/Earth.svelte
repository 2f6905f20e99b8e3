<script lang="ts">
  import { untrack } from 'svelte';
  import { Button } from 'carbon-components-svelte';
  import { same } from '$core/say/merge';
  import type { WorkTerms } from '$core/calendar/works';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { spoken } from '$lib/parts/reader.svelte';
  import {
    PIT_DEFAULTS,
    pitEarth,
    TERRACE_DEFAULTS,
    terraceEarth,
    type PitOptions,
    type TerraceOptions,
  } from '$core/rows/terraces';
  import { formatLength, formatNumber, formatVolume } from '$core/measure/units';
  import Figure from '$lib/parts/Figure.svelte';
  import Measure from '$lib/parts/Measure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    /** Metres of row. */
    metres: number;
    trees: number;
    /** Mean slope across the rows, rise over run, if heights are known. */
    slope?: number;
    /** What is kept for this block. */
    kept: WorkTerms;
    /** Keeps or gives up; only for who may plan. */
    onkeep?: (works: WorkTerms) => void;
  }
  let { metres, trees, slope, kept, onkeep }: Props = $props();
  const units = useUnits();
  let terrace = $state<TerraceOptions>(
    untrack(() => ({
      width: kept.terraces?.width ?? TERRACE_DEFAULTS.width,
      inwardFall: kept.terraces?.inwardFall ?? TERRACE_DEFAULTS.inwardFall,
      stepEvery: kept.terraces?.stepEvery ?? TERRACE_DEFAULTS.stepEvery,
      stepLength: kept.terraces?.stepLength ?? TERRACE_DEFAULTS.stepLength,
    })),
  );
  let pit = $state<PitOptions>(untrack(() => ({ ...PIT_DEFAULTS, ...kept.pits })));
  let typed = $state<number | undefined>(untrack(() => kept.terraces?.slope));
  const onSlope = $derived(typed ?? slope ?? 0.3);
  const terraces = $derived({
    ...terrace,
    slope: onSlope,
    after: kept.terraces?.after ?? false,
  });
  const sameTerraces = $derived(same(kept.terraces, terraces));
  const samePits = $derived(same(kept.pits, pit));
  const attempt = <T>(task: () => T): { value?: T; wrong?: string } => {
    try {
      return { value: task() };
    } catch (error) {
      return { wrong: spoken(error) };
    }
  };
  const earth = $derived(attempt(() => terraceEarth(metres, onSlope, terrace)));
  const pits = $derived(attempt(() => pitEarth(trees, pit)));
</script>

<div class="columns">
  <section>
    <h3>Terraces along the rows</h3>
    <Measure
      label="Width"
      value={terrace.width}
      min={0.1}
      max={20}
      onchange={(m) => (terrace.width = m)}
    />
    <Measure
      label="Falls inward by"
      value={terrace.inwardFall}
      max={10}
      step={0.05}
      onchange={(m) => (terrace.inwardFall = m)}
    />
    <Measure
      label="Uncut step every"
      value={terrace.stepEvery}
      max={500}
      step={1}
      onchange={(m) => (terrace.stepEvery = m)}
    />
    <div class="pair">
      <label for="earth-slope"
        >Slope across, %{slope === undefined ? '' : ' (from the heights)'}</label
      >
      <NumberBox
        id="earth-slope"
        class="number num"
        min="0"
        max="200"
        value={Math.round(onSlope * 100)}
        onvalue={(percent) => (typed = percent / 100)}
      />
    </div>
  </section>
  <section>
    {#if earth.value}
      <Figure label="Earth a metre" figure={earth.value.perMetre} />
      <Figure label="Earth in all" figure={earth.value.total} />
      <p class="num">
        {formatNumber(earth.value.uncutSteps)} uncut steps stop water running along. Bank {formatLength(
          earth.value.bank,
          units.system,
        )} high inside.
      </p>
      {#if onkeep}
        <div class="buttons">
          <Button
            size="small"
            kind="tertiary"
            disabled={sameTerraces}
            on:click={() => onkeep({ ...kept, terraces })}
            >{kept.terraces && sameTerraces
              ? 'Kept with this block'
              : 'Keep with this block'}</Button
          >
          {#if kept.terraces}<Button
              size="small"
              kind="ghost"
              on:click={() => onkeep({ ...kept, terraces: undefined })}>No terraces</Button
            >{/if}
        </div>
      {/if}
    {:else}<p class="say stop">{earth.wrong}</p>{/if}
  </section>
  <section>
    <h3>Pits, one a tree</h3>
    <Measure
      label="Sides"
      value={pit.length}
      min={0.1}
      max={3}
      step={0.05}
      onchange={(m) => (pit = { ...pit, length: m, width: m })}
    />
    <Measure
      label="Depth"
      value={pit.depth}
      min={0.1}
      max={3}
      step={0.05}
      onchange={(m) => (pit.depth = m)}
    />
    <Measure
      label="Topsoil down to"
      value={pit.topsoil}
      max={3}
      step={0.05}
      onchange={(m) => (pit.topsoil = m)}
    />
  </section>
  <section>
    {#if pits.value}
      {@const dug = pits.value}
      <Figure label="Dug in all" figure={dug.total} />
      <p class="num">
        A pit: {formatVolume(dug.topsoil, units.system)} topsoil to one side, {formatVolume(
          dug.subsoil,
          units.system,
        )} subsoil to the other. Refilled with topsoil to {formatLength(pit.proud, units.system)} above
        the ground it takes {formatVolume(dug.topsoilNeeded, units.system)} more from around.
      </p>
      {#if onkeep}
        <div class="buttons">
          <Button
            size="small"
            kind="tertiary"
            disabled={samePits}
            on:click={() => onkeep({ ...kept, pits: $state.snapshot(pit) })}
            >{kept.pits && samePits ? 'Kept with this block' : 'Keep with this block'}</Button
          >
          {#if kept.pits}<Button
              size="small"
              kind="ghost"
              on:click={() => onkeep({ ...kept, pits: undefined })}>No pits</Button
            >{/if}
        </div>
      {/if}
    {:else}<p class="say stop">{pits.wrong}</p>{/if}
    <p class="quiet">Locate buried services before digging; shore or slope what is deep.</p>
  </section>
</div>

<style>
  .columns {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
    gap: 8px 24px;
  }
  h3 {
    font-size: 14px;
    font-weight: 650;
    margin: 2px 0 4px;
  }
  p {
    font-size: 13.5px;
    margin: 4px 0;
  }
</style>
