<script lang="ts">
  import { formatNumber } from '$core/measure/units';

  interface Cost {
    by: 'block' | 'lot' | 'treatment';
    name: string;
    planted: number;
    living?: { value: number; low: number; high: number };
  }
  interface Props {
    block: string;
    /** Nothing while nothing has a price. */
    money: { currency: string; costs: readonly Cost[] } | undefined;
  }
  /** What a planted and a living tree cost, by block, lot and way of planting. */
  let { block, money }: Props = $props();
  const NAMES = {
    block: () => 'All',
    lot: (name: string) => `Lot ${name}`,
    treatment: (name: string) => `Way ${name}`,
  };
</script>

{#if money}
  <h2>What a tree costs</h2>
  <table class="ledger">
    <thead><tr><th></th><th class="n">Planted</th><th class="n">Living</th></tr></thead>
    <tbody>
      {#each money.costs as { by, name, planted, living } (`${by} ${name}`)}
        <tr
          ><td>{NAMES[by](name)}</td><td class="n">{formatNumber(planted, 2)}</td><td class="n"
            >{#if living}<b>{formatNumber(living.value, 2)}</b>
              <small class="quiet nowrap"
                >{formatNumber(living.low, 2)} to {Number.isFinite(living.high)
                  ? formatNumber(living.high, 2)
                  : 'more'}</small
              >{:else}none lives{/if}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
  <p class="quiet">
    {money.currency ? `In ${money.currency}, by` : 'By'} the
    <a href="/blocks/{block}/calendar/materials">prices of the bill</a>; each lot and way by what
    its own planting takes.
  </p>
{:else}<p>
    <a href="/blocks/{block}/calendar/materials">Enter prices, and a living tree has a cost</a>
  </p>{/if}
