<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import type { Delivery } from '$core/calendar/finish';
  import { formatDay } from '$core/measure/dates';
  import { formatNumber } from '$core/measure/units';
  import { howMany } from '$lib/parts/how-many';

  /** Deliveries that keep the stock from waiting: when to ask for how many. */
  interface Props {
    plan: { deliveries: Delivery[]; waits: number[] };
    /** Days a delivery may wait. */
    keeps: number;
    onchoose: (deliveries: Delivery[]) => void;
  }
  let { plan, keeps, onchoose }: Props = $props();
  const waitDays = (days: number) => howMany(days, 'day');
</script>

<h2>Deliveries that need not wait</h2>
<table class="ledger">
  <thead
    ><tr><th>Ask for it by</th><th class="n">Trees</th><th class="n">Waits at most</th></tr></thead
  >
  <tbody>
    {#each plan.deliveries as delivery, i (i)}<tr
        ><td>{formatDay(delivery.day, true)}</td><td class="n">{formatNumber(delivery.trees)}</td
        ><td class="n"><span class:late={plan.waits[i] > keeps}>{waitDays(plan.waits[i])}</span></td
        ></tr
      >{/each}
  </tbody>
</table>
<p class="quiet small">
  In nine of ten seasons the trees before are not used up when the next come. {plan.waits.some(
    (days) => days > keeps,
  )
    ? `Some wait longer than ${waitDays(keeps)}: part them into more deliveries, or bring more hands.`
    : `None waits longer than ${waitDays(keeps)}.`}
</p>
<div class="buttons">
  <Button
    size="small"
    kind="tertiary"
    on:click={() => onchoose(plan.deliveries.map((one) => ({ ...one })))}>Choose from these</Button
  >
</div>

<style>
  .late {
    color: var(--clay);
    font-weight: 650;
  }
  .small {
    font-size: 13px;
  }
</style>
