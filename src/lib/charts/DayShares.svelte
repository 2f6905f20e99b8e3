<script lang="ts">
  import type { Standing } from '$core/crew/caches';
  import type { DayRow } from '$core/crew/day';
  import { holds, type RowRange } from '$core/crew/share';
  import { bandsOf } from '$core/crew/today';

  interface Mark {
    /** Row beside which it stands. */
    row: number;
    headland: Standing;
    /** On a road: how far along the row. */
    share?: number;
    text: string;
  }
  interface Props {
    rows: readonly DayRow[];
    shares: readonly RowRange[];
    /** Planters with rows, each with its number and hatching. */
    planters: readonly { id: string; name: string; mark: string; tone: number }[];
    words: readonly { planter: string; row: number }[];
    caches: readonly Mark[];
    /** Where bags run empty. */
    refills: readonly { row: number; peg: number }[];
    editable: boolean;
    /** A boundary was moved: by dragging, or by the arrow keys. */
    onmove: (boundary: number, to: number) => void;
  }
  /** Rows side by side as the planters stand before them; what is in is full, what is to come is pale. */
  let { rows, shares, planters, words, caches, refills, editable, onmove }: Props = $props();
  const WIDTH = 900;
  const TOP = 62;
  const BASE = 232;
  const step = $derived(WIDTH / Math.max(1, rows.length));
  const x = (at: number) => at * step;
  const index = $derived(new Map(rows.map(({ number }, i) => [number, i])));
  const of = (row: number) => planters.find(({ id }) => holds(shares, id, row));
  const share = ({ planted, left }: DayRow) => planted / Math.max(1, planted + left);
  const bands = $derived(bandsOf(shares));
  /** Where riders have rows in turn: the machine decides there, nobody draws a line. */
  const inTurn = ({ firstRow }: RowRange) =>
    bands.some(
      (band) => band.planters.length > 1 && firstRow >= band.firstRow && firstRow <= band.lastRow,
    );
  /** Between two neighbours whose rows meet. */
  const boundaries = $derived(
    shares.flatMap((left, i) => {
      const right = shares[i + 1];
      return right &&
        left.lastRow + 1 === right.firstRow &&
        left.planterId !== right.planterId &&
        !inTurn(left) &&
        !inTurn(right)
        ? [{ i, row: left.lastRow, left, right }]
        : [];
    }),
  );
  const nameOf = (id: string) => planters.find((planter) => planter.id === id)?.name ?? '';
  let svg = $state<SVGSVGElement>();
  let dragged = $state<number>();
  function rowAt(clientX: number): number {
    const box = svg!.getBoundingClientRect();
    const at = Math.round((((clientX - box.left) / box.width) * WIDTH) / step);
    return rows[Math.max(0, Math.min(rows.length, at) - 1)]?.number ?? 1;
  }
  function drag(event: PointerEvent) {
    if (dragged !== undefined) onmove(dragged, rowAt(event.clientX));
  }
  function keys(event: KeyboardEvent, boundary: number, row: number) {
    const by = { ArrowLeft: -1, ArrowRight: 1, PageUp: -5, PageDown: 5 }[event.key];
    if (!by) return;
    event.preventDefault();
    onmove(boundary, row + by);
  }
</script>

<svelte:window onpointermove={drag} onpointerup={() => (dragged = undefined)} />
<svg viewBox="0 0 {WIDTH} 276" bind:this={svg} role="group" aria-label="Who stands where">
  <defs>
    {#each planters as { id, tone } (id)}
      <pattern
        id="hatch-{id}"
        width="6"
        height="6"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate({(tone * 37) % 180})"
      >
        <rect width="6" height="6" class="tone t{tone % 6}" />
        {#if tone >= 6}<path d="M0 0V6" class="line" />{/if}
      </pattern>
    {/each}
  </defs>
  {#each rows as row, i (row.number)}
    {@const planter = of(row.number)}
    {@const full = share(row) * (BASE - TOP)}
    <rect
      x={x(i) + step * 0.15}
      y={TOP}
      width={Math.max(0.6, step * 0.7)}
      height={BASE - TOP}
      class="ahead"
    />
    {#if full > 0}
      <rect
        x={x(i) + step * 0.15}
        y={TOP}
        width={Math.max(0.6, step * 0.7)}
        height={full}
        fill={planter ? `url(#hatch-${planter.id})` : 'var(--slate)'}
      />
    {/if}
  {/each}
  {#each bands as { planters: own, firstRow, lastRow } (firstRow)}
    {@const from = index.get(firstRow) ?? 0}
    {@const to = (index.get(lastRow) ?? 0) + 1}
    {#each own as id, i (id)}
      {@const tone = planters.find((one) => one.id === id)?.tone}
      <rect
        x={x(from) + 1}
        y={TOP - 6 + (4 / own.length) * i}
        width={Math.max(1, x(to) - x(from) - 2)}
        height={4 / own.length}
        class="tone t{(tone ?? 0) % 6}"
      />
    {/each}
    {#if x(to) - x(from) > 34}
      <text x={(x(from) + x(to)) / 2} y={TOP - 26} class="name"
        >{own.map((id) => planters.find((one) => one.id === id)?.mark ?? '–').join(' + ')}</text
      >
      <text x={(x(from) + x(to)) / 2} y={TOP - 11} class="rows">{firstRow}–{lastRow}</text>
    {/if}
  {/each}
  {#each words as { planter, row } (planter)}
    {@const at = index.get(row)}
    {@const who = planters.find(({ id }) => id === planter)}
    {#if at !== undefined && who}
      {@const y = TOP + share(rows[at]) * (BASE - TOP)}
      <path d="M{x(at + 0.5) - 10} {y - 9}h20v13l-10 9l-10 -9z" class="peg" />
      <text x={x(at + 0.5)} y={y + 4} class="number">{who.mark}</text>
    {/if}
  {/each}
  {#each refills as { row, peg } (`${row} ${peg}`)}
    {@const at = index.get(row)}
    {#if at !== undefined}
      {@const { planted, left } = rows[at]}
      {@const y = TOP + (peg / Math.max(1, planted + left)) * (BASE - TOP)}
      <path d="M{x(at + 0.5)} {y - 4}l4 4l-4 4l-4 -4z" class="refill"
        ><title>bag empty: row {row}, peg {peg}</title></path
      >
    {/if}
  {/each}
  <path d="M0 {BASE + 12}H{WIDTH}" class="headland" />
  {#each caches as { row, headland, share: along, text }, i (i)}
    {@const at = x((index.get(row) ?? 0) + 0.5)}
    {@const y =
      along !== undefined ? TOP + along * (BASE - TOP) : headland === 'first' ? TOP - 2 : BASE + 12}
    <rect x={at - 6} y={y - 6} width="12" height="12" class="cache" />
    <text
      x={Math.min(at + 10, WIDTH - 130)}
      y={along !== undefined ? y + 4 : headland === 'first' ? 14 : y + 24}
      class="store">{text}</text
    >
  {/each}
  {#if editable}
    {#each boundaries as { i, row, left, right } (i)}
      {@const at = x((index.get(row) ?? 0) + 1)}
      <g
        role="slider"
        tabindex="0"
        aria-label="Boundary between {nameOf(left.planterId)} and {nameOf(right.planterId)}"
        aria-valuenow={row}
        aria-valuemin={left.firstRow - 1}
        aria-valuemax={right.lastRow}
        aria-valuetext="after row {row}"
        class="boundary"
        onpointerdown={() => (dragged = i)}
        onkeydown={(event) => keys(event, i, row)}
      >
        <rect x={at - 12} y={TOP - 8} width="24" height={BASE - TOP + 16} class="grip" />
        <path d="M{at} {TOP - 8}V{BASE + 8}" class="cut" />
        <path d="M{at - 5} 147l-6 6l6 6M{at + 5} 147l6 6l-6 6" class="arrows" />
      </g>
    {/each}
  {/if}
</svg>

<style>
  svg {
    width: 100%;
    display: block;
    background: var(--soil);
    touch-action: pan-y;
  }
  .tone.t0 {
    fill: var(--viridian);
  }
  .tone.t1 {
    fill: var(--ochre);
  }
  .tone.t2 {
    fill: #7a3b64;
  }
  .tone.t3 {
    fill: var(--water);
  }
  .tone.t4 {
    fill: #b3532b;
  }
  .tone.t5 {
    fill: #5c6a1e;
  }
  .line {
    stroke: var(--paper);
    stroke-width: 2.4;
  }
  .refill {
    fill: var(--paper);
    stroke: var(--ink);
    stroke-width: 1.2;
  }
  .ahead {
    fill: var(--rule-strong);
    opacity: 0.55;
  }
  text {
    font: 12px var(--text);
    fill: var(--ink);
    text-anchor: middle;
  }
  .name {
    font: 700 14px var(--text);
  }
  .number {
    font: 700 11.5px var(--text);
  }
  .store {
    text-anchor: start;
    fill: var(--clay);
  }
  .peg {
    fill: var(--sheet);
    stroke: var(--ink);
    stroke-width: 1.6;
  }
  .headland {
    stroke: var(--slate);
    stroke-width: 1.6;
  }
  .cache {
    fill: var(--clay);
  }
  .boundary {
    cursor: ew-resize;
  }
  .grip {
    fill: transparent;
  }
  .boundary:focus-visible .grip {
    stroke: var(--ink);
    stroke-width: 2;
  }
  .cut {
    stroke: var(--ink);
    stroke-width: 1.6;
  }
  .arrows {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.8;
  }
</style>
