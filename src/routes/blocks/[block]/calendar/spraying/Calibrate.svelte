<script lang="ts">
  import { calibrateByArea, calibrateByTime } from '$core/calendar/spraying';
  import { LITRES_PER_US_GALLON } from '$core/measure/units';
  import Measure from '$lib/parts/Measure.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    /** The label's water, litres a hectare, where a product is chosen. */
    water: number | undefined;
    /** Litres a hectare in words. */
    perArea: (litres: number) => string;
  }
  /** What a nozzle really gives, by a small area or by timed metres. */
  let { water, perArea }: Props = $props();
  const units = useUnits();
  const LITRES_PER_OUNCE = LITRES_PER_US_GALLON / 128;
  /** Litres, and metres: what is shown in ounces and feet is kept so. */
  let caught = $state(0.6);
  let seconds = $state(30);
  let metres = $state(33.3);
  let width = $state(1);
  const litresShown = $derived(units.system === 'us' ? LITRES_PER_OUNCE : 1);
  const timed = $derived.by(() => {
    try {
      return calibrateByTime(caught, seconds, metres, width);
    } catch {
      return undefined;
    }
  });
</script>

<h2>Calibrate</h2>
<p class="quiet small">
  Spray 1/128 acre (340 square feet, 31.6 m²) with water into a jug: fluid ounces caught are gallons
  an acre.
</p>
<label class="field"
  >Caught, {units.system === 'us' ? 'fl oz' : 'L'}
  <NumberBox
    min="0"
    step="any"
    bind:value={
      () => Number((caught / litresShown).toPrecision(4)),
      (typed) => typed !== undefined && typed !== null && (caught = typed * litresShown)
    }
  /></label
>
<p class="figure-line">
  <span>by 1/128 acre</span><b class="num">{perArea(calibrateByArea(caught))}</b>
</p>
<label class="field">in seconds <NumberBox min="1" step="any" bind:value={seconds} /></label>
<Measure label="Walked" value={metres} min={1} max={500} onchange={(typed) => (metres = typed)} />
<Measure
  label="Width wetted"
  value={width}
  min={0.1}
  max={50}
  onchange={(typed) => (width = typed)}
/>
<p class="figure-line">
  <span>by timed distance</span><b class="num">{timed === undefined ? '–' : perArea(timed)}</b>
</p>
{#if water !== undefined && timed !== undefined && Math.abs(timed / water - 1) > 0.1}<p class="say">
    The label’s water is {perArea(water)}: walk {timed > water
      ? 'faster, or use a smaller nozzle'
      : 'slower, or use a larger nozzle'}.
  </p>{/if}

<style>
  .small {
    font-size: 13px;
  }
</style>
