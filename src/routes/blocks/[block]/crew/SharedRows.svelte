<script lang="ts">
  import { holds } from '$core/crew/share';
  import { rangesOf } from '$core/measure/ranges';
  import { formatNumber } from '$core/measure/units';
  import type { PageData } from './$types';

  /** Who has which rows, what is left in them, and how far each has got. */
  interface Props {
    released: NonNullable<PageData['released']>;
    /** Rows in their order, with the trees still to plant. */
    rows: readonly { number: number; left: number }[];
    name: (planter: string) => string;
    /** Trees a day. */
    rateOf: (planter: string) => number;
    blockId: string;
  }
  let { released, rows, name, rateOf, blockId }: Props = $props();
  const plantedOf = $derived(new Map(released.byPlanter));
  const todayOf = $derived(new Map(released.todayByPlanter));
  /** Rows of each planter together: of a machine's riders every other one. */
  const byPlanter = $derived(
    [...new Set(released.shares.map(({ planterId }) => planterId))].map((planterId) => {
      const own = rows.filter(({ number }) => holds(released.shares, planterId, number));
      return {
        planterId,
        rows: rangesOf(own.map(({ number }) => number)),
        trees: own.reduce((sum, row) => sum + row.left, 0),
      };
    }),
  );
</script>

<h3>
  Rows shared out {#if released.shares.length}
    {#if released.planted < released.trees || !released.refill}<a
        class="cards"
        href="/blocks/{blockId}/rows/{released.id}/cards.pdf"
        target="_blank">Row cards to print</a
      >{/if}{#if released.refill}<a
        class="cards"
        href="/blocks/{blockId}/survival/refill/cards.pdf"
        target="_blank">Row cards of refill {released.refill.number}</a
      >{/if}<a class="cards" href="/blocks/{blockId}/crew/tally">Enter what comes back on them</a
    >{/if}
</h3>
<div class="wide">
  <table class="ledger">
    <thead
      ><tr
        ><th>Planter</th><th>Rows</th><th class="n">Left there</th><th class="n">Days</th><th
          class="n">Today</th
        ><th class="n">On this block</th><th></th></tr
      ></thead
    >
    <tbody>
      {#each byPlanter as { planterId, rows: own, trees } (planterId)}
        <tr>
          <td>{name(planterId)}</td>
          <td class="num">{own}</td>
          <td class="n">{formatNumber(trees)}</td>
          <td class="n">{(trees / rateOf(planterId)).toFixed(1)}</td>
          <td class="n">{formatNumber(todayOf.get(planterId) ?? 0)}</td>
          <td class="n">{formatNumber(plantedOf.get(planterId) ?? 0)}</td>
          <td class="n"><a href="/field/{blockId}?planter={planterId}">Field page</a></td>
        </tr>
      {:else}<tr
          ><td colspan="7" class="quiet"
            >Not shared out yet. Tick who plants, then share out the rows.</td
          ></tr
        >{/each}
    </tbody>
  </table>
</div>

<style>
  h3 {
    font-size: 14.5px;
    font-weight: 680;
    margin: 18px 0 4px;
  }
  .cards {
    font-weight: 450;
    margin-left: 12px;
  }
</style>
