<script lang="ts">
  import { rangesOf } from '$core/measure/ranges';
  import { formatNumber } from '$core/measure/units';

  interface Props {
    refilled: number;
    beside: readonly number[];
  }
  /** What else is to be known of a count: trees that are not the first ones, rows that stand for no others. */
  let { refilled, beside }: Props = $props();
</script>

{#if refilled}<p class="say">
    {formatNumber(refilled)} of these places took another tree in a refill since: what is told is the
    share of places that live.
  </p>{/if}
{#if beside.length}<p class="quiet">
    {beside.length === 1 ? 'Row' : 'Rows'}
    {rangesOf(beside)}
    {beside.length === 1 ? 'was' : 'were'} counted beside the draw: {beside.length === 1
      ? 'it stands'
      : 'they stand'} for no others.
  </p>{/if}
