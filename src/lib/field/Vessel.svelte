<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    /** What its roots bear is used up. */
    over: boolean;
    /** A clock, where there is one to read. */
    clock?: Snippet;
    children: Snippet;
  }
  /** A bag, box or tub on the phone, red once its roots have borne what they can. */
  let { over, clock, children }: Props = $props();
</script>

<div class="vessel" class:over>
  {@render clock?.()}
  <div>{@render children()}</div>
</div>

<style>
  .vessel {
    display: flex;
    gap: 14px;
    align-items: center;
    border: 2px solid var(--rule-strong);
    padding: 10px 12px;
  }
  .vessel.over {
    border-color: var(--clay);
    background: var(--clay-tint);
  }
  .vessel div {
    flex: 1;
    min-width: 0;
  }
  .vessel :global(.go) {
    width: 100%;
    margin-top: 6px;
  }
</style>
