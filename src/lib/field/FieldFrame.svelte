<script lang="ts">
  import type { Snippet } from 'svelte';
  import ClockOff from './ClockOff.svelte';
  import Refused from './Refused.svelte';
  import { waitingWords } from './waiting';
  import type { Outbox } from './outbox.svelte';
  import { useTongue } from './tongue.svelte';

  interface Props {
    title: string;
    /** Where the link at the right of the header leads, and its word. */
    back: readonly [href: string, word: string];
    /** What waits to be sent, said under the header. */
    outbox?: Outbox;
    /** Where refused entries belong, so that they can be handed to the leader. */
    block?: { id: string };
    siteId?: string;
    children: Snippet;
  }
  let { title, back, outbox, block, siteId, children }: Props = $props();
  const tongue = useTongue();
</script>

<header><b>{title}</b> <a href={back[0]}>{back[1]}</a></header>
<ClockOff />
{#if outbox}
  <p class="wait" role="status" class:held={outbox.waiting > 0 || outbox.unkept}>
    {waitingWords(tongue, outbox)}
  </p>
  {#if block && siteId}<div class="refusals"><Refused {outbox} {block} {siteId} /></div>{/if}
{/if}
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
  .wait {
    margin: 0;
    padding: 6px 18px;
    background: var(--header);
    color: var(--header-quiet);
    font-size: 14.5px;
  }
  .wait.held {
    color: #f3d684;
    font-weight: 650;
  }
  .refusals {
    max-width: 520px;
    margin: 0 auto;
    padding: 0 16px;
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
  main :global(select) {
    height: 56px;
    font: 19px var(--text);
    width: 100%;
    background: var(--field);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
    padding: 0 10px;
  }
  /* Places to choose from, those seen told apart. */
  main :global(ul.list) {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 7px;
  }
  main :global(ul.list button) {
    width: 100%;
    min-height: 62px;
    text-align: left;
    font: 17px var(--text);
    border: 2px solid var(--rule-strong);
    border-left: 8px solid var(--slate);
    background: var(--sheet);
    color: var(--ink);
    padding: 8px 12px;
    display: grid;
  }
  main :global(ul.list button.seen) {
    border-left-color: var(--viridian);
  }
  main :global(label) {
    display: grid;
    gap: 4px;
  }
</style>
