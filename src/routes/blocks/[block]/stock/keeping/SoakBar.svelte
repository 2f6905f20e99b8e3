<script lang="ts">
  import CloseBag from '$lib/parts/CloseBag.svelte';
  import { formatNumber } from '$core/measure/units';
  import { SOAK_HOURS, type SoakState } from '$core/stock/keeping';

  interface Props {
    title: string;
    soak: SoakState;
    clock: (at: number) => string;
    startedAt: string;
    /** ISO moment at which it was taken out; nothing for now. */
    ondrain?: (at?: string) => void;
  }
  /** How long trees have been in water, between the two ends of a soak. */
  let { title, soak, startedAt, clock, ondrain }: Props = $props();
  const OF_A_SOAK = {
    since: 'In water since',
    when: 'When was it taken out?',
    then: 'It was taken out then',
    now: 'It is still in: taken out now',
    plain: 'Taken out',
  };
  const width = 250;
  const x = (hours: number) => Math.min(1, hours / (SOAK_HOURS.most + 2)) * width;
  const SAY = {
    'too-soon': () => `Leave it in until ${clock(soak.readyAt)}.`,
    ready: () => `Ready. Take it out by ${clock(soak.overAt)}.`,
    'too-long': () => `Take it out now: over since ${clock(soak.overAt)}.`,
  };
</script>

<div class="soak">
  <b>{title}</b>
  <svg
    viewBox="0 0 {width} 30"
    role="img"
    aria-label="{formatNumber(soak.hours, 1)} hours in water"
  >
    <rect x="0" y="8" {width} height="10" class="rest" />
    <rect
      x={x(SOAK_HOURS.least)}
      y="8"
      width={x(SOAK_HOURS.most) - x(SOAK_HOURS.least)}
      height="10"
      class="right"
    />
    <path d="M{x(soak.hours)} 3v20" class="now" />
    <text x={x(SOAK_HOURS.least)} y="29" text-anchor="middle">{SOAK_HOURS.least} h</text>
    <text x={x(SOAK_HOURS.most)} y="29" text-anchor="middle">{SOAK_HOURS.most} h</text>
  </svg>
  <p class:bad={soak.state === 'too-long'}>
    {formatNumber(soak.hours, 1)} h in water. {SAY[soak.state]()}
  </p>
  {#if ondrain && soak.state === 'too-long'}
    <CloseBag openedAt={startedAt} forgotten name={title} onclose={ondrain} says={OF_A_SOAK} />
  {:else if ondrain}<button class="link-button" onclick={() => ondrain()}>Taken out</button>{/if}
</div>

<style>
  .soak {
    padding: 4px 0 10px;
    font-size: 14px;
  }
  svg {
    display: block;
    width: 100%;
  }
  .rest {
    fill: var(--rule);
  }
  .right {
    fill: var(--water);
  }
  .now {
    stroke: var(--ink);
    stroke-width: 3;
  }
  text {
    font-size: 10.5px;
    fill: var(--slate);
  }
  p {
    margin: 4px 0;
  }
  .bad {
    color: var(--clay);
    font-weight: 650;
  }
</style>
