<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    title: string;
    /** At the right of the title. */
    aside: string;
    /** A line under it. */
    about: string;
    open: boolean;
    ontoggle: () => void;
    children: Snippet;
  }
  let { title, aside, about, open, ontoggle, children }: Props = $props();
</script>

<div class="card">
  <button class="head" aria-expanded={open} onclick={ontoggle}>
    <b>{title}</b>
    <span class="num">{aside}</span>
    <small>{about}</small>
  </button>
  {#if open}<div class="body">{@render children()}</div>{/if}
</div>

<style>
  .card {
    border-top: 1px solid var(--rule);
    padding: 7px 0 3px;
  }
  .head {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 0 8px;
    width: 100%;
    text-align: left;
    font: 14.5px var(--text);
    color: inherit;
    background: none;
    border: 0;
    padding: 0;
    cursor: pointer;
  }
  small {
    grid-column: 1 / -1;
    color: var(--slate);
    font-size: 12.5px;
  }
  .body {
    display: grid;
    gap: 9px;
    padding: 8px 0;
  }
</style>
