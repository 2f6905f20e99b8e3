<script lang="ts">
  import { spoken } from '$lib/parts/reader.svelte';
  import { Button } from 'carbon-components-svelte';
  import { onDestroy } from 'svelte';
  import type { LayoutParameters } from '$core/rows/layout';
  import { isLattice } from '$core/rows/spacing';
  import type { BearingResult } from '$core/rows/search';
  import DirectionChart from '$lib/charts/DirectionChart.svelte';
  import { searchDirections } from '$lib/plan/worker';

  interface Props {
    parameters: LayoutParameters;
    current: number;
    ontake: (bearing: number) => void;
  }
  let { parameters, current, ontake }: Props = $props();
  /** What the result depends on; direction and species are not part of it. */
  const about = ({
    pattern,
    inRow,
    between,
    headland,
    shortest,
    firstOffset,
  }: LayoutParameters) => [pattern, inRow, between, headland, shortest, firstOffset];

  let results = $state.raw<BearingResult[]>();
  let of = $state.raw<LayoutParameters>();
  let done = $state<number>();
  let wrong = $state('');
  let stop = () => {};
  const stale = $derived(
    Boolean(of) && JSON.stringify(about(of!)) !== JSON.stringify(about(parameters)),
  );
  async function search() {
    wrong = '';
    done = 0;
    const given = $state.snapshot(parameters) as LayoutParameters;
    // A word of progress may arrive after the result has.
    const running = searchDirections(given, (share) => done !== undefined && (done = share));
    stop = running.stop;
    try {
      results = await running.results;
      of = given;
    } catch (error) {
      wrong = spoken(error);
    }
    done = undefined;
  }
  onDestroy(() => stop());
</script>

{#if !isLattice(parameters.pattern)}
  <p class="quiet">
    Directions are compared for straight rows. These rows follow the ground or a line.
  </p>
{:else}
  <div class="buttons">
    {#if done === undefined}
      <Button size="small" kind={results && !stale ? 'tertiary' : 'primary'} on:click={search}
        >{results ? 'Search again' : 'Search every bearing'}</Button
      >
      {#if stale}<span class="quiet">Spacing has changed since.</span>{/if}
    {:else}
      <progress max="1" value={done} aria-label="Bearings laid"></progress>
      <Button size="small" kind="ghost" on:click={() => (stop(), (done = undefined))}>Stop</Button>
    {/if}
  </div>
  {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
  {#if results?.length}<DirectionChart {results} {current} {ontake} />{/if}
{/if}

<style>
  progress {
    accent-color: var(--viridian);
    width: 200px;
  }
</style>
