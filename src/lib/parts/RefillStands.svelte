<script lang="ts">
  import { formatNumber } from '$core/measure/units';
  import Figure from './Figure.svelte';

  interface Props {
    refill: { number: number; set: number; places: number; left: number; today: number };
  }
  /** How far a refill has got beside the planting of a block. */
  let { refill }: Props = $props();
  /** Trees set in rows beyond what was expected there: they fill nobody else’s places. */
  const beyond = $derived(refill.left - (refill.places - refill.set));
</script>

<h2>Refill {refill.number}</h2>
<div>
  <span class="big" data-testid="refilled">{formatNumber(refill.set)}</span><span class="unit"
    >of about {formatNumber(refill.places)} places</span
  >
</div>
<Figure
  label="Left in dead places"
  figure={{
    value: refill.left,
    kind: 'count',
    steps: [
      {
        label: 'places known, and expected in rows nobody counted',
        value: refill.places,
        kind: 'count',
      },
      { label: 'set', value: -refill.set, kind: 'count' },
      ...(beyond
        ? [
            {
              label: 'set beyond what their row was to take',
              value: beyond,
              kind: 'count' as const,
            },
          ]
        : []),
    ],
  }}
/>
<Figure label="Set today" figure={{ value: refill.today, kind: 'count', steps: [] }} />
