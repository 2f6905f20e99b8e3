<script lang="ts">
  import { scaleLinear, scaleTime } from 'd3-scale';
  import { formatDay } from '$core/measure/dates';

  interface WaterDay {
    day: string;
    store: number;
    full: number;
    suffers: boolean;
    given: number;
    ahead: boolean;
  }
  interface Props {
    title: string;
    days: readonly WaterDay[];
    today: string;
    /** What stands at the right of the title. */
    outcome: string;
    /** This block does so. */
    own?: boolean;
  }
  /** Water within reach of the roots, day by day, with the stress line and the days under it. */
  let { title, days, today, outcome, own = false }: Props = $props();
  let width = $state(640);
  const height = 92;
  const time = (day: string) => Date.parse(`${day}T00:00:00Z`);
  const x = $derived(
    scaleTime([time(days[0].day), time(days.at(-1)!.day)], [2, Math.max(100, width - 2)]),
  );
  const top = $derived(Math.max(...days.map(({ full }) => full)));
  const y = $derived(scaleLinear([0, top], [height - 22, 4]));
  const line = $derived(
    days.map(({ day, store }, i) => `${i ? 'L' : 'M'}${x(time(day))} ${y(store)}`).join(''),
  );
  const area = $derived(
    `${line}L${x(time(days.at(-1)!.day))} ${y(0)}L${x(time(days[0].day))} ${y(0)}Z`,
  );
  const stress = $derived(
    days.map(({ day, full }, i) => `${i ? 'L' : 'M'}${x(time(day))} ${y(full / 2)}`).join(''),
  );
  const dry = $derived(days.filter(({ suffers }) => suffers));
  const step = $derived(
    days.length > 1 ? Math.max(1, x(time(days[1].day)) - x(time(days[0].day))) : 2,
  );
  const dots = $derived(
    dry.map(({ day }) => `M${x(time(day))} ${y(0) + 3}h${step * 0.8}v6h-${step * 0.8}z`).join(''),
  );
  const months = $derived(days.filter(({ day }) => day.endsWith('-01')));
</script>

<figure class:own>
  <figcaption>
    <b>{title}{own ? ' (this block)' : ''}</b><span class="num">{outcome}</span>
  </figcaption>
  <div bind:clientWidth={width}>
    <svg {width} {height} role="img" aria-label="{title}: {outcome}, {dry.length} days dry">
      <path d={area} fill="var(--water-tint, #d6e7ec)" opacity="0.75" />
      <path d={line} fill="none" stroke="var(--water)" stroke-width="2" />
      <path d={stress} fill="none" stroke="var(--clay)" stroke-width="1.3" stroke-dasharray="5 4" />
      <path d={dots} fill="var(--clay)" />
      <path
        d="M{x(time(today))} 0V{height - 10}"
        stroke="var(--ink)"
        stroke-width="2"
        stroke-dasharray="2 3"
      />
      {#each months as { day } (day)}<text x={x(time(day))} y={height - 1}
          >{formatDay(day).replace(/^\d+ /, '')}</text
        >{/each}
    </svg>
  </div>
</figure>

<style>
  figure {
    margin: 0 0 10px;
    padding-left: 10px;
    border-left: 4px solid transparent;
  }
  figure.own {
    border-left-color: var(--viridian);
  }
  figcaption {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    font-size: 15px;
  }
  figcaption span {
    color: var(--slate);
  }
  text {
    font-size: 11.5px;
    fill: var(--slate);
  }
</style>
