<script lang="ts">
  import { minutesLeft } from '$core/stock/calls';

  interface Props {
    /** Minutes in this air that roots may be open, and how many are used. */
    allowed: number;
    used: number;
    size?: number;
    /** How minutes are said; in English where nothing else is given. */
    words?: Record<
      'left' | 'over',
      { unit: string; spoken: (minutes: number, of: number) => string }
    >;
  }
  const ENGLISH = {
    left: { unit: 'min left', spoken: (m: number, of: number) => `${m} minutes left of ${of}` },
    over: { unit: 'min over', spoken: (m: number, of: number) => `${m} minutes over ${of}` },
  };
  let { allowed, used, size = 104, words = ENGLISH }: Props = $props();
  const left = $derived(allowed - used);
  const minutes = $derived(minutesLeft({ left }));
  const side = $derived(left > 0 ? 'left' : 'over');
  const part = $derived(Math.max(0, Math.min(1, left / allowed)));
  const radius = 42;
  const round = 2 * Math.PI * radius;
  const colour = $derived(
    part > 0.5 ? 'var(--viridian)' : part > 0.2 ? 'var(--ochre-fill)' : 'var(--clay)',
  );
</script>

<svg
  width={size}
  height={size}
  viewBox="0 0 104 104"
  role="img"
  aria-label={words[side].spoken(minutes[side], Math.round(allowed))}
>
  <circle cx="52" cy="52" r={radius} fill="none" stroke="var(--rule)" stroke-width="12" />
  <circle
    cx="52"
    cy="52"
    r={radius}
    fill="none"
    stroke={colour}
    stroke-width="12"
    stroke-dasharray="{part * round} {round}"
    transform="rotate(-90 52 52)"
  />
  <text x="52" y="54" class="n" class:long={minutes[side] > 999}>{minutes[side]}</text>
  <text x="52" y="70" class="u">{words[side].unit}</text>
</svg>

<style>
  text {
    text-anchor: middle;
    fill: var(--ink);
    font-variant-numeric: tabular-nums;
  }
  .n {
    font-size: 27px;
    font-weight: 720;
  }
  .long {
    font-size: 21px;
  }
  .u {
    font-size: 12px;
    fill: var(--slate);
  }
</style>
