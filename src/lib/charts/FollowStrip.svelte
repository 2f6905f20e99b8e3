<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import { WAVE_LABELS, type Wave } from '$core/crew/waves';
  import { formatNumber } from '$core/measure/units';

  interface Props {
    rows: readonly {
      number: number;
      places: number;
      planted: number;
      done: Partial<Record<Wave, number>>;
    }[];
    waves: readonly Wave[];
    /** Rows in which something waits for a wave, the first of them first. */
    waiting: readonly number[];
  }
  /** Each row from its first to its last peg: how far it is planted, and how far each wave has come. */
  let { rows, waves, waiting }: Props = $props();
  let width = $state(640);
  const LEFT = 34;
  const lanes = $derived(['planted' as const, ...waves]);
  const laneHeight = $derived(lanes.length > 3 ? 4 : 6);
  /** Rows that say something: begun, or about to be. */
  const MOST = 40;
  const begun = $derived(rows.filter(({ planted }) => planted > 0));
  /** Where there are more than can be drawn, those in which somebody has work. */
  const wanted = $derived.by(() => {
    const first = new Set(waiting.slice(0, MOST));
    return first.size ? begun.filter(({ number }) => first.has(number)) : begun.slice(-MOST);
  });
  const shown = $derived(begun.length > MOST ? wanted : begun.length ? begun : rows.slice(0, 12));
  const rowHeight = $derived(lanes.length * laneHeight + 6);
  const height = $derived(shown.length * rowHeight + 26);
  const most = $derived(Math.max(1, ...shown.map(({ places }) => places)));
  const x = $derived(scaleLinear([0, most], [LEFT, width - 10]));
  const doneOf = (row: (typeof rows)[number], lane: 'planted' | Wave) =>
    lane === 'planted' ? row.planted : (row.done[lane] ?? 0);
  const LABELS = { planted: 'planted', ...WAVE_LABELS };
  const sum = (lane: 'planted' | Wave) => rows.reduce((all, row) => all + doneOf(row, lane), 0);
</script>

<figure>
  <figcaption>
    {#each lanes as lane (lane)}<span class="key {lane}"
        ><i></i>{LABELS[lane]} {formatNumber(sum(lane))}</span
      >{/each}
  </figcaption>
  <div class="strip" bind:clientWidth={width}>
    <svg
      {width}
      {height}
      role="img"
      aria-label={`Rows: ${lanes.map((lane) => `${formatNumber(sum(lane))} ${LABELS[lane]}`).join(', ')}`}
    >
      {#each shown as row, i (row.number)}
        {@const y = i * rowHeight + 4}
        <text x={LEFT - 8} y={y + rowHeight / 2} class="num">{row.number}</text>
        <line x1={x(0)} x2={x(row.places)} y1={y + rowHeight - 4} y2={y + rowHeight - 4} />
        {#each lanes as lane, k (lane)}
          <rect
            class={lane}
            x={x(0)}
            y={y + k * laneHeight}
            width={Math.max(0, x(Math.min(row.places, doneOf(row, lane))) - x(0))}
            height={laneHeight - 1}
          />
        {/each}
      {/each}
    </svg>
  </div>
  {#if begun.length > MOST}<p class="quiet">
      {waiting.length
        ? `${formatNumber(shown.length)} rows in which trees wait, of ${formatNumber(begun.length)} that are begun.`
        : `The newest ${MOST} of ${formatNumber(begun.length)} rows that are begun.`}
    </p>{/if}
</figure>

<style>
  figure {
    margin: 0;
    padding: 12px 18px;
  }
  figcaption {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    font-size: 13.5px;
    margin-bottom: 6px;
  }
  .key {
    display: inline-flex;
    align-items: center;
    gap: 6px;
  }
  .key i {
    width: 22px;
    height: 8px;
    background: currentColor;
  }
  text {
    font-size: 12px;
    text-anchor: end;
    dominant-baseline: middle;
    fill: var(--slate);
  }
  line {
    stroke: var(--rule-strong);
  }
  .planted {
    fill: var(--viridian);
  }
  .water {
    fill: var(--water);
  }
  .guard {
    fill: var(--ink);
  }
  .mulch {
    fill: var(--ochre-fill);
  }
  .flags {
    fill: var(--clay);
  }
  .key.planted i {
    background: var(--viridian);
  }
  .key.water i {
    background: var(--water);
  }
  .key.guard i {
    background: var(--ink);
  }
  .key.mulch i {
    background: var(--ochre-fill);
  }
  .key.flags i {
    background: var(--clay);
  }
</style>
