<script lang="ts">
  import { useTongue } from './tongue.svelte';

  interface Props {
    rows: readonly { number: number; trees: number; detail?: string }[];
    /** Rows that are done, each with the entry that says so. */
    done: ReadonlyMap<number, string>;
    /** What the two buttons say. */
    doing: string;
    undoing: string;
    may: boolean;
    ondone: (row: number, trees: number) => void;
    onundo: (row: number, trees: number) => void;
  }
  /** Rows of a round, each done by one tap and taken back by another. */
  let { rows, done, doing, undoing, may, ondone, onundo }: Props = $props();
  const { say } = useTongue();
  const left = $derived(rows.filter(({ number }) => !done.has(number)).length);
</script>

<p class="num"><b>{say('water.left', { rows: left })}</b></p>
<ul>
  {#each rows as { number, trees, detail } (number)}
    <li class:done={done.has(number)}>
      <span class="num"
        >{say('water.row', { row: number, trees })}{#if detail}<small>{detail}</small>{/if}</span
      >
      {#if done.has(number)}<button
          class="plain"
          disabled={!may}
          onclick={() => onundo(number, trees)}
          >{undoing}<span class="visually-hidden"> {number}</span></button
        >
      {:else}<button data-sends disabled={!may} onclick={() => ondone(number, trees)}
          >{doing}<span class="visually-hidden"> {number}</span></button
        >{/if}
    </li>
  {/each}
</ul>

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 7px;
  }
  li {
    display: grid;
    grid-template-columns: 1fr 140px;
    align-items: center;
    gap: 8px;
    border-bottom: 1px solid var(--rule);
    padding-bottom: 6px;
  }
  small {
    display: block;
    color: var(--slate);
    font-size: 14px;
    line-height: 1.35;
  }
  li.done {
    border-left: 6px solid var(--water);
    padding-left: 8px;
  }
  li button {
    min-height: 58px;
    font: 650 17px var(--text);
    background: var(--viridian);
    color: var(--on-viridian);
    border: 0;
    touch-action: manipulation;
  }
  li button.plain {
    background: var(--sheet);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
    font-size: 15px;
  }
</style>
