<script lang="ts">
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { Button } from 'carbon-components-svelte';
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
    /** By keyboard: take a peg of the chosen row out. */
    onout: (peg: number, note: string) => void;
  }
  let { moves, lost, editable, tool, row, ontool, onremove, onout }: Props = $props();
  let peg = $state(1);
  let note = $state('rock');
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
  <h2>By row and peg</h2>
  <form
    onsubmit={(event) => {
      event.preventDefault();
      onout(peg, note);
    }}
  >
    <label for="out-peg">Row {row}, peg</label>
    <NumberBox id="out-peg" class="num" min="1" bind:value={peg} />
    <label for="out-note">Why</label>
    <input id="out-note" maxlength="80" bind:value={note} />
    <Button type="submit" kind="tertiary" size="small">Take it out</Button>
  </form>
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
        <span class="quiet num">at {move.at[0].toFixed(1)}, {move.at[1].toFixed(1)}</span></span
      >
      {#if editable}<button class="link-button" onclick={() => onremove(i)}
          >Undo it<span class="visually-hidden"> (change {i + 1})</span></button
        >{/if}
    </li>
  {:else}<li class="quiet">None.</li>{/each}
</ol>

<style>
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
