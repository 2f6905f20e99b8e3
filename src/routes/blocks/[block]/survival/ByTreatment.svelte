<script lang="ts">
  import { formatNumber, formatPercent, inUnits } from '$core/measure/units';
  import type { TreatmentSurvival } from '$core/survival/treatments';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    treatments: readonly (TreatmentSurvival & { does: string })[];
  }
  /** Survival by treatment, each against the block's own way; nothing where all rows were planted alike. */
  let { treatments }: Props = $props();
  const units = useUnits();
  const points = (share: number) => `${share > 0 ? '+' : ''}${formatNumber(share * 100, 1)}`;
</script>

{#if treatments.length > 1}
  <h2>By treatment</h2>
  <div class="wide">
    <table class="ledger">
      <thead
        ><tr
          ><th>Treatment</th><th class="n">Rows</th><th class="n">Survival</th><th class="n"
            >Against A</th
          ><th class="n">From</th><th class="n">To</th></tr
        ></thead
      >
      <tbody>
        {#each treatments as { letter, rows, estimate, against, does } (letter)}
          <tr
            ><td
              ><b>{letter}</b>
              {letter === 'A' ? 'the block’s own way' : inUnits(does, units.system)}</td
            ><td class="n">{rows}</td><td class="n"><b>{formatPercent(estimate.estimate, 1)}</b></td
            ><td class="n">{against ? points(against.difference) : ''}</td><td class="n"
              >{against ? points(against.low) : ''}</td
            ><td class="n">{against ? points(against.high) : ''}</td></tr
          >
        {/each}
      </tbody>
    </table>
  </div>
  <p>
    {#each treatments.filter(({ letter }) => letter !== 'A') as { letter, against } (letter)}
      <b>Treatment {letter}:</b>
      {!against
        ? 'count two rows of it and two of A to compare them. '
        : against.clear
          ? `${against.difference > 0 ? 'more' : 'fewer'} trees live than where the block’s own way was used. `
          : 'nothing that chance would not do. '}
    {/each}
    Rows are what was drawn, so rows are what varies. Differences in percentage points, 95 % over all
    comparisons together.
  </p>
{/if}

<style>
  h2 {
    margin-top: 22px;
  }
  table {
    max-width: 620px;
  }
  p {
    max-width: 720px;
    font-size: 15px;
    margin: 10px 0;
  }
</style>
