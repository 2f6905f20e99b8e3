<script lang="ts">
  import { ANCHOR_AIR } from '$core/stock/exposure';
  import { formatPercent, formatTemperature, formatWind } from '$core/measure/units';
  import { useUnits } from './figures.svelte';

  /** What the minutes of a list of lots are minutes of. */
  const units = useUnits();
</script>

<p class="quiet">
  Minutes in the air count as at {formatTemperature(ANCHOR_AIR.temperature, units.system)},
  {formatPercent(ANCHOR_AIR.humidity)} humidity and {formatWind(ANCHOR_AIR.wind, units.system)}: one
  in sun or wind counts several.
</p>

<style>
  p {
    font-size: 13px;
    margin: 4px 0 12px;
  }
</style>
