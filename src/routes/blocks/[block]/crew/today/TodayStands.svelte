<script lang="ts">
  import type { CrewDay } from '$core/crew/day';
  import { formatNumber } from '$core/measure/units';
  import Figure from '$lib/parts/Figure.svelte';
  import type { PageData } from './$types';

  interface Props {
    released: NonNullable<PageData['released']>;
    day: CrewDay;
    /** Trees still to come, in dead places of a refill too. */
    left: number;
    /** The day is over: it is the next one that is planned. */
    over: boolean;
    when: string;
    clock: (at: number | undefined) => string;
    nameOf: (planter: string) => string;
  }
  /** What is in the ground today, what comes, and when the last tree goes in. */
  let { released, day, left, over, when, clock, nameOf }: Props = $props();
  const setToday = $derived(released.today + (released.refill?.today ?? 0));
  const ofLayout = $derived(Math.max(0, released.trees - released.planted));
  /** Trees that go in until the evening. */
  const coming = $derived(
    day.planters.reduce((sum, { trees, over: beyond }) => sum + Math.max(0, trees - beyond), 0),
  );
</script>

<h2>In the ground today</h2>
<div>
  <span class="big" data-testid="today">{formatNumber(setToday)}</span><span class="unit"
    >{over
      ? `${formatNumber(coming)} tomorrow`
      : `of ${formatNumber(setToday + coming)} by the evening`}</span
  >
</div>
<Figure
  label="Left to plant"
  figure={{
    value: left,
    kind: 'count',
    formula: 'trees left, at each planter’s pace from their last word on, in the hours of today',
    steps: [
      { label: 'left', value: ofLayout, kind: 'count' },
      ...(released.refill
        ? [
            {
              label: `left of refill ${released.refill.number}`,
              value: left - ofLayout,
              kind: 'count' as const,
            },
          ]
        : []),
      { label: 'hours', value: day.hours, kind: 'hours' },
      ...day.planters.map(({ planter, trees }) => ({
        label: `${nameOf(planter)}, trees of their rows`,
        value: trees,
        kind: 'count' as const,
      })),
    ],
  }}
/>
<p class="num">
  The last tree goes in: <b data-testid="end">{left ? clock(day.end) : 'every tree is in'}</b
  >{#if day.end !== undefined}{day.late === undefined
      ? `; ${clock(day.early)} at the soonest, perhaps not ${when}`
      : `, nine days in ten between ${clock(day.early)} and ${clock(day.late)}`}{/if}
</p>
