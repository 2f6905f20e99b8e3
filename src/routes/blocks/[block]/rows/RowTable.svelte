<script lang="ts">
  import { formatLength } from '$core/measure/units';
  import { rowCount, rowSpan, treesByRow, type RowSet } from '$core/rows/rowset';
  import type { TracedRow } from '$core/rows/contour';
  import type { RowFall } from '$core/rows/fall';
  import type { Runs } from '$core/rows/species';
  import Ribbon from '$lib/parts/Ribbon.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    rows: RowSet;
    runs: readonly Runs[];
    /** How each row lies on the ground, and why traced lines end, where that is known. */
    falls?: readonly RowFall[];
    traced?: readonly TracedRow[];
    trial?: boolean;
    species: readonly { letter: string; colour: string; name: string }[];
    selected: number;
    onselect: (row: number) => void;
    block: string;
    /** The version shown, when it is saved: only that can be taken away. */
    saved?: { id: string };
  }
  let {
    rows,
    runs,
    falls,
    traced,
    trial = false,
    species,
    selected,
    onselect,
    block,
    saved,
  }: Props = $props();
  const units = useUnits();
  const HEIGHT = 26;
  const count = $derived(rowCount(rows));
  const trees = $derived(treesByRow(rows));
  const standing = $derived(trees.filter(Boolean).length);
  const longest = $derived(trees.reduce((a, b) => Math.max(a, b), 1));
  let scroller: HTMLDivElement | undefined = $state();
  let top = $state(0);
  const first = $derived(Math.max(0, Math.floor(top / HEIGHT) - 4));
  const inSight = $derived(
    Array.from({ length: Math.max(0, Math.min(16, count - first)) }, (_, i) => first + i),
  );
  let find = $state('');

  // The chosen row comes into sight when it was chosen elsewhere.
  $effect(() => {
    const y = (selected - 1) * HEIGHT;
    if (
      scroller &&
      (y < scroller.scrollTop || y > scroller.scrollTop + scroller.clientHeight - HEIGHT)
    ) {
      scroller.scrollTop = Math.max(0, y - HEIGHT * 2);
    }
  });
  /** One stop on the way through the page: arrow keys choose among the rows, Tab goes on. */
  function keys(event: KeyboardEvent) {
    const page = Math.floor((scroller?.clientHeight ?? 0) / HEIGHT) - 1;
    const to = {
      ArrowDown: selected + 1,
      ArrowUp: selected - 1,
      PageDown: selected + page,
      PageUp: selected - page,
      Home: 1,
      End: count,
    }[event.key];
    if (to === undefined) return;
    event.preventDefault();
    onselect(Math.max(1, Math.min(count, to)));
  }
  /** True fall in a few characters: level, or 1 in so many; a drop where water would stand. */
  function fallOf(row: number): string {
    const found = falls?.[row];
    if (!found || !Number.isFinite(found.fall)) return '';
    const steep = Math.abs(found.fall);
    const words = steep < 1 / 2000 ? 'level' : `1:${Math.round(1 / steep)}`;
    return found.ponds.length ? `${words} · ponds ${found.ponds.length}` : words;
  }
  const WHY = {
    edge: 'the edge',
    neighbour: 'too near a neighbour',
    surface: 'the heights end',
    flat: 'the ground goes flat',
    closed: 'closed round a top',
  };
  function ends(row: number): string {
    const line = traced?.[row];
    if (!line) return '';
    return `${line.from === 'gap' ? 'Started in a gap. ' : ''}Ends: ${WHY[line.ends[0]]}; ${WHY[line.ends[1]]}.`;
  }
  const EXPORTS = [
    ['geojson', 'GeoJSON'],
    ['gpx', 'GPX'],
    ['csv', 'CSV'],
  ] as const;
</script>

<section class="rows" aria-label="Rows">
  <div class="head">
    <b>Rows</b>
    <span class="quiet num">{standing}</span>
    <label class="find"
      >find <input
        data-find
        class="num"
        inputmode="numeric"
        bind:value={find}
        onchange={() => {
          const row = Number(find);
          if (row >= 1 && row <= count) onselect(row);
          find = '';
        }}
        aria-label="Find a row (key /)"
      /></label
    >
    {#if saved}
      <a class="export" href="/blocks/{block}/rows/{saved.id}/pocket.pdf" target="_blank"
        >Pocket sheet</a
      >
      <a class="export" href="/blocks/{block}/rows/{saved.id}/setting-out.pdf" target="_blank"
        >Setting out</a
      >
      {#if trial}<a class="export" href="/blocks/{block}/rows/{saved.id}/tags.pdf" target="_blank"
          >Tags</a
        >
        <a class="export" href="/blocks/{block}/rows/{saved.id}/tags.csv" download>Tags CSV</a>{/if}
      {#each ['rows', 'positions'] as what (what)}
        <span class="export formats">
          <span>{what === 'rows' ? 'Rows' : 'Pegs'}:</span>
          {#each EXPORTS as [ending, label] (ending)}
            <a
              href="/blocks/{block}/rows/{saved.id}/{what}.{ending}"
              download
              aria-label="{what} as {label}">{label}</a
            >
          {/each}
        </span>
      {/each}
    {:else}<span class="quiet export">Save it to export and print</span>{/if}
  </div>
  <div
    class="scroller"
    bind:this={scroller}
    onscroll={() => (top = scroller!.scrollTop)}
    role="listbox"
    aria-label="Rows with length, species and trees"
    tabindex="0"
    aria-activedescendant="row-{selected}"
    onkeydown={keys}
  >
    <div style:height="{count * HEIGHT}px" style:position="relative">
      {#each inSight as row (row)}
        {@const [from, to] = rowSpan(rows, row)}
        <button
          class="row"
          class:on={row + 1 === selected}
          class:falls={Boolean(falls)}
          style:top="{row * HEIGHT}px"
          role="option"
          id="row-{row + 1}"
          tabindex="-1"
          aria-selected={row + 1 === selected}
          onclick={() => onselect(row + 1)}
        >
          <b class="num">{row + 1}</b>
          {#if !trees[row]}<span class="quiet given"
              >given up: it keeps its number, and has no peg</span
            >{:else}<span class="num quiet">{formatLength(to - from, units.system, 1)}</span>
            <Ribbon runs={runs[row]} {species} outOf={longest} height={17} />
            <span class="num n">{trees[row]}</span>
            {#if falls}
              <span class="num quiet" title={ends(row)}>{fallOf(row)}</span>
            {/if}{/if}
        </button>
      {/each}
    </div>
  </div>
</section>

<style>
  .rows {
    border-top: 1px solid var(--rule-strong);
    background: var(--sheet);
    padding: 9px 16px 0;
    font-size: 13.5px;
  }
  .head {
    display: flex;
    gap: 8px 14px;
    align-items: baseline;
    flex-wrap: wrap;
    margin-bottom: 5px;
  }
  .head b {
    font-size: 14.5px;
  }
  .formats {
    display: inline-flex;
    gap: 5px;
  }
  .find {
    margin-right: auto;
  }
  .find input {
    width: 48px;
    font: 13.5px var(--text);
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
  }
  .scroller {
    height: 212px;
    overflow-y: auto;
  }
  .row {
    position: absolute;
    left: 0;
    right: 0;
    height: 26px;
    display: grid;
    grid-template-columns: 34px 66px 1fr 40px;
    gap: 10px;
    align-items: center;
    background: none;
    border: 0;
    padding: 0;
    font: inherit;
    color: inherit;
    text-align: left;
    cursor: pointer;
  }
  .row.falls {
    grid-template-columns: 34px 66px 1fr 40px 118px;
  }
  .row span {
    white-space: nowrap;
  }
  .row b,
  .row span {
    text-align: right;
  }
  .row.on {
    background: var(--viridian-tint);
  }
</style>
