<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { formatArea, formatNumber } from '$core/measure/units';
  import { COMPUTATION_VERSION, type Drift } from '$core/rows/layout';
  import { useUnits } from '$lib/parts/figures.svelte';
  import type { PageData } from './$types';

  interface Props {
    version: PageData['versions'][number];
    drift: Drift;
    editable: boolean;
    onanew: () => void;
  }
  /** What has changed since a version was laid, and what laying it anew would give. */
  let { version, drift, editable, onanew }: Props = $props();
  const units = useUnits();
  const reasons = $derived.by(() => {
    const ground = Math.abs(drift.groundNow - drift.groundThen) > 1;
    const newer = version.computation < COMPUTATION_VERSION;
    const area = (metres: number) => formatArea(metres, units.system);
    return [
      ground &&
        `the plantable ground has gone from ${area(drift.groundThen)} to ${area(drift.groundNow)}`,
      newer && 'the rules by which rows are laid have changed',
      !ground && !newer && 'keep-outs, zones, limits or species have changed',
    ]
      .filter(Boolean)
      .join(' and ');
  });
</script>

<p class="say">
  Since version {version.number} was laid {reasons}. Its rows stay as they are.
  {#if drift.rows}Laid anew it would have {howMany(drift.anew, 'tree')}, not {formatNumber(
      drift.trees,
    )};
    {formatNumber(drift.rows)}
    {drift.rows === 1 ? 'row' : 'rows'} would differ.{/if}
  {#if editable}<button class="link-button" onclick={onanew}>Lay anew as a new version</button>{/if}
</p>
