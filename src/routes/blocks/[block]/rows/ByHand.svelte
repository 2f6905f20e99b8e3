<script lang="ts">
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import type { Point } from '$core/measure/plane';
  import Measure from '$lib/parts/Measure.svelte';
  import type { Move } from '$core/rows/moves';

  interface Props {
    moves: readonly Move[];
    lost: number;
    editable: boolean;
    tool: '' | Move['kind'];
    /** The row whose end is moved. */
    row: number;
    ontool: (tool: '' | Move['kind']) => void;
    onremove: (index: number) => void;
    /** First and last chainage of that row, metres. */
    span?: readonly [number, number];
    /** Metres from peg to peg. */
    step: number;
    /** A place by row and peg. */
    where: (at: Point) => string;
    /** By keyboard, on the chosen row: take a peg out, add a tree, or end the row at so many metres. */
    onout: (peg: number, note: string) => void;
    onadd: (chainage: number) => void;
    onend: (which: 'first' | 'last', chainage: number) => void;
  }
  let {
    moves,
    lost,
    editable,
    tool,
    row,
    span,
    step,
    where,
    ontool,
    onremove,
    onout,
    onadd,
    onend,
  }: Props = $props();
  let peg = $state(1);
  let note = $state('rock');
  let addAt = $state<number>();
  /** One step beyond its last tree, until another place is given. */
  const newAt = $derived(addAt ?? (span ? span[1] + step : 0));
  let end = $state<'first' | 'last'>('last');
  let endAt = $state<number>();
  const TOOLS: [Move['kind'], string][] = [
    ['out', 'Take a tree out'],
    ['add', 'Add a tree'],
    ['end', 'Move the row’s end'],
  ];
  const ABOUT = {
    out: 'Click the tree that cannot stand there.',
    add: 'Click where one more shall stand; on a row it snaps to the row.',
    end: 'Click where the chosen row shall end.',
  };
</script>

<p class="quiet">The rest of the plan stays as it is; the count follows.</p>
{#if editable}
  <div class="tools">
    {#each TOOLS as [key, label] (key)}
      <Button
        kind={tool === key ? 'primary' : 'tertiary'}
        size="small"
        on:click={() => ontool(tool === key ? '' : key)}>{label}</Button
      >
    {/each}
  </div>
  {#if tool}<p class="say">{ABOUT[tool]}{tool === 'end' ? ` Row ${row} is chosen.` : ''}</p>{/if}
  <h2>On row {row}</h2>
  <form
    onsubmit={(event) => {
      event.preventDefault();
      onout(peg, note);
    }}
  >
    <label for="out-peg">Peg</label>
    <NumberBox id="out-peg" class="num" min="1" bind:value={peg} />
    <label for="out-note">Why</label>
    <input id="out-note" maxlength="80" bind:value={note} />
    <Button type="submit" kind="tertiary" size="small">Take it out</Button>
  </form>
  {#if span}
    <div class="along">
      <Measure
        label="Add a tree at"
        value={newAt}
        min={Math.max(0, span[0] - 50)}
        max={span[1] + 50}
        onchange={(metres) => (addAt = metres)}
      />
      <Button kind="tertiary" size="small" on:click={() => (onadd(newAt), (addAt = undefined))}
        >Add it</Button
      >
    </div>
    <div class="along">
      <Select
        labelText="End that moves"
        selected={end}
        on:update={(event) => ((end = event.detail as typeof end), (endAt = undefined))}
      >
        <SelectItem value="first" text="First peg" />
        <SelectItem value="last" text="Last peg" />
      </Select>
      <Measure
        label="It stands at"
        value={endAt ?? span[end === 'first' ? 0 : 1]}
        min={Math.max(0, span[0] - 50)}
        max={span[1] + 50}
        onchange={(metres) => (endAt = metres)}
      />
      <Button
        kind="tertiary"
        size="small"
        disabled={endAt === undefined}
        on:click={() => (onend(end, endAt!), (endAt = undefined))}>Move the end</Button
      >
    </div>
  {/if}
{/if}
<h2>Changes</h2>
{#if lost}<p class="say stop">
    {lost === 1 ? 'One of them fits' : `${lost} of them fit`} nothing in these rows any more. Kept until
    you take it away.
  </p>{/if}
<ol>
  {#each moves as move, i (i)}
    <li>
      <span
        >{move.kind === 'out'
          ? move.note
            ? `out, ${move.note},`
            : 'out'
          : move.kind === 'add'
            ? 'added'
            : 'row end moved'}
        <span class="quiet num">{where(move.kind === 'end' ? move.row : move.at)}</span></span
      >
      {#if editable}<button class="link-button" onclick={() => onremove(i)}
          >Undo it<span class="visually-hidden"> (change {i + 1})</span></button
        >{/if}
    </li>
  {:else}<li class="quiet">None.</li>{/each}
</ol>

<style>
  .along {
    display: grid;
    gap: 6px;
    justify-items: stretch;
    margin-top: 14px;
  }
  .along :global(.bx--btn) {
    justify-self: start;
  }
  p {
    font-size: 14px;
    margin: 0 0 8px;
  }
  .tools + p {
    margin-top: 8px;
  }
  .tools {
    display: grid;
    gap: 6px;
    justify-items: start;
  }
  form {
    display: grid;
    grid-template-columns: 1fr 100px;
    gap: 8px;
    align-items: center;
    font-size: 14px;
  }
  input {
    font: 15px var(--text);
    height: 34px;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    padding: 0 6px;
    min-width: 0;
  }
  ol {
    list-style: none;
    padding: 0;
    margin: 0;
    font-size: 13.5px;
  }
  li {
    display: flex;
    justify-content: space-between;
    gap: 8px;
    padding: 4px 0;
    border-top: 1px solid var(--rule);
  }
</style>
