<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { formatNumber } from '$core/measure/units';
  import { effectWords } from '$lib/rooms/survival/effects';
  import type { PageData } from './$types';

  interface Props {
    why: NonNullable<NonNullable<PageData['released']>['findings']>['why'];
  }
  /** What went together with dying, in words first; what the data cannot carry is said instead. */
  let { why }: Props = $props();
  const times = (odds: number) => `${odds.toFixed(1)} times`;
</script>

<h2 class="more">Why</h2>
{#if !why.names.length}<p class="quiet">
    Nothing that was recorded differs between these trees: no lot's minutes in the air, no plots of
    depth, no zones, no treatments.
  </p>
{:else if why.fitted && 'why' in why.fitted}<p class="patch-note">
    {#if why.fitted.why === 'few'}<b>Too few to say.</b>
      {why.fitted.events} deaths are known with what they were exposed to; {why.fitted.needed} are needed
      for {why.names.length} effects. No figure is given.{:else}<b>Not to be parted.</b> What was recorded
      goes together in these trees: one cannot be told from another.{/if}
  </p>
{:else if why.fitted}
  {@const fitted = why.fitted}
  <ul class="why">
    {#each fitted.effects as effect (effect.name)}
      <li>
        {#if effect.chance < 0.05}<b
            >{effectWords(effect.name)}
            {effect.odds > 1 ? 'raised' : 'lowered'} the odds of death {times(
              effect.odds > 1 ? effect.odds : 1 / effect.odds,
            )}</b
          >
          ({(effect.odds > 1 ? effect.low : 1 / effect.high).toFixed(1)} to {(effect.odds > 1
            ? effect.high
            : 1 / effect.low
          ).toFixed(1)}).
        {:else}{effectWords(effect.name)}: nothing chance would not do ({effect.low.toFixed(1)} to {effect.high.toFixed(
            1,
          )} times the odds).{/if}
      </li>
    {/each}
  </ul>
  <p class="quiet">
    Fitted together on {howMany(fitted.trees, 'tree')}, {formatNumber(fitted.deaths)} of them dead, in
    {howMany(fitted.clusters, 'row')}. It shows what goes together; it does not prove what killed
    them.{#if fitted.separated}
      Some value parts dead and living altogether: a penalised estimate is given.{/if}
  </p>
{/if}

<style>
  .more {
    margin-top: 22px;
  }
  .why {
    max-width: 720px;
    padding-left: 20px;
  }
  .patch-note {
    max-width: 720px;
    font-size: 15px;
    margin: 10px 0;
  }
</style>
