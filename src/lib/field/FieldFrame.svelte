<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    title: string;
    /** Where the link at the right of the header leads, and its word. */
    back: readonly [href: string, word: string];
    children: Snippet;
  }
  let { title, back, children }: Props = $props();
</script>

<header><b>{title}</b> <a href={back[0]}>{back[1]}</a></header>
<main>{@render children()}</main>

<style>
  header {
    background: var(--header);
    color: var(--header-text);
    padding: 14px 18px;
    display: flex;
    justify-content: space-between;
    font-size: 17px;
  }
  header a {
    color: var(--header-text);
  }
  main {
    padding: 14px 16px;
    max-width: 520px;
    margin: 0 auto;
    display: grid;
    gap: 12px;
    font-size: 16px;
  }
  main :global(h1) {
    font-size: 26px;
    font-weight: 720;
    margin: 0;
  }
  main :global(p) {
    margin: 0;
  }
  main :global(.go) {
    min-height: 56px;
    font: 650 18px var(--text);
    background: var(--viridian);
    color: var(--on-viridian);
    border: 0;
    cursor: pointer;
  }
  main :global(.go:disabled) {
    opacity: 0.45;
  }
  main :global(.go.plain) {
    background: var(--field);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
  }
  main :global(input) {
    height: 56px;
    font: 22px var(--text);
    width: 100%;
    box-sizing: border-box;
    background: var(--field);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
    padding: 0 12px;
  }
  main :global(label) {
    display: grid;
    gap: 4px;
  }
</style>
