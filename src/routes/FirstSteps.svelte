<script lang="ts">
  import CheckmarkFilled from 'carbon-components-svelte/src/icons/CheckmarkFilled.svelte';
  import { FIRST_STEPS, type FirstStep } from '$core/morning/first-steps';

  interface Props {
    /** Only a leader makes blocks. */
    leads: boolean;
    taken: readonly FirstStep[];
    /** The block on which the steps go on. */
    block?: string;
  }
  /** What a new site begins with, in the order in which the rest follows from it; what was done is ticked. */
  let { leads, taken, block }: Props = $props();
  const left = $derived(FIRST_STEPS.length - taken.length);
</script>

{#snippet step(name: FirstStep, what: string, href?: string)}
  {#if taken.includes(name)}<span class="done"
      ><CheckmarkFilled aria-label="done" /> <s>{what}</s></span
    >
  {:else if href}<b><a {href}>{what}</a></b>
  {:else}<b>{what}</b>{/if}
{/snippet}

{#if !leads}
  <p class="say good">No block yet. The leader of this site makes the first one.</p>
{:else}
  {#if left === FIRST_STEPS.length}
    <p>This site is empty. Five things, and the board has something to say each morning:</p>
  {:else}
    <h2>To begin with, {left} of {FIRST_STEPS.length} things {left === 1 ? 'is' : 'are'} left</h2>
  {/if}
  <ol>
    <li>
      {@render step('block', 'A block', '/blocks/new')} from a boundary file, or from what was measured
      in the field: corners, compass and tape, two sides. With a phone in hand,
      <a href="/field/walk">walk it</a>.
    </li>
    <li>
      {@render step('species', 'Species cards', '/species')}, one for each kind of tree that comes:
      name, stock, height, and how to tell it in the box.
    </li>
    <li>
      {@render step('rows', 'Rows', block && `/blocks/${block}/rows`)}: the places are counted while
      you change the spacing; save what you like as a version.
    </li>
    <li>
      {@render step('day', 'A planting day', block && `/blocks/${block}/calendar`)}: everything else
      is counted back from it.
    </li>
    <li>
      {@render step('crew', 'Planters', block && `/blocks/${block}/crew/people`)}, pasted by name,
      and the
      <a href="/people">people</a> who sign in.
    </li>
  </ol>
  <p class="quiet">Press <kbd>?</kbd> for the keys, <kbd>u</kbd> for metres or feet.</p>
{/if}

<style>
  h2 {
    font-size: 17px;
    font-weight: 680;
    margin: 26px 0 0;
  }
  .done {
    color: var(--slate);
  }
  .done :global(svg) {
    fill: var(--viridian);
    vertical-align: -3px;
  }
  ol {
    list-style: decimal;
    margin: 12px 0 16px;
    padding-left: 26px;
    max-width: 62ch;
  }
  li {
    margin-bottom: 10px;
    padding-left: 6px;
  }
  kbd {
    font: 600 13px var(--mono, monospace);
    border: 1px solid var(--rule-strong);
    padding: 1px 6px;
    background: var(--sheet);
  }
  li::marker {
    font-weight: 680;
    color: var(--viridian);
  }
</style>
