<script lang="ts">
  import type { Pass, SeatLoad } from '$core/crew/passes';

  interface Props {
    passes: readonly Pass[];
    isDone: (load: SeatLoad) => boolean;
    /** Trees of a row in all its pieces. */
    places: ReadonlyMap<number, number>;
    selected: number;
    onselect: (order: number) => void;
  }
  /** Passes side by side as they lie, with the turns between them in the order of driving. */
  let { passes, isDone, places, selected, onselect }: Props = $props();
  const WIDTH = 900;
  const TOP = 62;
  const BASE = 262;
  const lying = $derived([...passes].sort((a, b) => a.lane - b.lane || a.order - b.order));
  const step = $derived(WIDTH / Math.max(1, lying.length));
  const at = $derived(new Map(lying.map((pass, i) => [pass.order, (i + 0.5) * step] as const)));
  /** A peg of a row between the first and the last, down the strip. */
  const y = (row: number, peg: number) => TOP + (peg / (places.get(row) ?? peg)) * (BASE - TOP);
  const x = (pass: Pass) => at.get(pass.order) ?? 0;
  const turns = $derived(
    passes.slice(1).map((pass, i) => {
      const before = passes[i];
      // Who drove away from the first pegs turns beyond the last ones.
      const y = before.backwards ? TOP : BASE;
      const [a, b] = [x(before), x(pass)];
      const high = Math.min(46, 12 + Math.abs(b - a) / 3);
      return { a, b, y, bend: before.backwards ? y - high : y + high, tight: pass.tight };
    }),
  );
</script>

<svg viewBox="0 0 {WIDTH} 320" role="group" aria-label="Passes in the order of driving">
  {#each turns as { a, b, y, bend, tight }, i (i)}
    <path d="M{a} {y}C{a} {bend} {b} {bend} {b} {y}" class="turn" class:tight />
  {/each}
  {#each lying as pass (pass.order)}
    {@const wide = Math.max(2, Math.min(14, step * 0.5))}
    <g
      role="button"
      tabindex="0"
      aria-label="Pass {pass.order}, rows {pass.rows.join(' and ')}{pass.backwards
        ? ', from the last pegs'
        : ''}"
      aria-pressed={pass.order === selected}
      class="pass"
      class:on={pass.order === selected}
      onclick={() => onselect(pass.order)}
      onkeydown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        onselect(pass.order);
      }}
    >
      <rect x={x(pass) - step / 2} y={TOP - 30} width={step} height={BASE - TOP + 60} class="hit" />
      {#each [...pass.loads].sort((a, b) => a.row - b.row) as load, i (load.row)}
        <path
          d="M{x(pass) + (i - (pass.loads.length - 1) / 2) * wide} {y(
            load.row,
            Math.min(...load.pegs) - 1,
          )}V{y(load.row, Math.max(...load.pegs))}"
          class="row"
          class:done={isDone(load)}
        />
      {/each}
      {#each pass.stops as { at: metres } (metres)}
        {@const down = (metres / Math.max(1, pass.metres)) * (BASE - TOP)}
        <rect
          class="stop"
          x={x(pass) - 5}
          y={(pass.backwards ? BASE - down : TOP + down) - 5}
          width="10"
          height="10"><title>Bins are filled at row {pass.rows.join(' and ')}</title></rect
        >
      {/each}
      {#if step > 15}
        <circle cx={x(pass)} cy={pass.backwards ? BASE : TOP} r="12" class:refill={pass.refill} />
        <text x={x(pass)} y={(pass.backwards ? BASE : TOP) + 4}>{pass.order}</text>
      {/if}
    </g>
  {/each}
</svg>

<style>
  svg {
    width: 100%;
    display: block;
    background: var(--soil);
  }
  .hit {
    fill: transparent;
  }
  .pass {
    cursor: pointer;
  }
  .pass.on .hit {
    fill: var(--viridian-tint);
  }
  .pass:focus-visible .hit {
    stroke: var(--ink);
    stroke-width: 2;
  }
  .row {
    stroke: var(--rule-strong);
    stroke-width: 3.4;
    stroke-dasharray: 5 3;
  }
  .row.done {
    stroke: var(--viridian);
    stroke-dasharray: none;
  }
  .turn {
    fill: none;
    stroke: var(--slate);
    stroke-width: 1.5;
  }
  .turn.tight {
    stroke: var(--clay);
    stroke-dasharray: 4 3;
  }
  circle {
    fill: var(--sheet);
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .stop {
    fill: var(--ochre-fill);
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  circle.refill {
    fill: var(--ochre-fill);
  }
  text {
    font: 650 12px var(--text);
    fill: var(--ink);
    text-anchor: middle;
  }
</style>
