<script lang="ts">
  import type { Snippet } from 'svelte';
  import { Button } from 'carbon-components-svelte';
  import type { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';

  interface Props {
    /** Fields in a line, its button behind them. */
    children: Snippet;
    button: string;
    kind?: 'primary' | 'tertiary';
    /** Whether there is something to enter as the fields stand. */
    ready: boolean;
    /** What stands in the way of entering it; empty where nothing does. */
    wrong: string;
    /** What would be entered, in words. */
    told?: Snippet;
    doing: Doing;
    onenter: () => void;
  }
  /** Something of a paper that is read back before it is entered. */
  let { children, button, kind = 'primary', ready, wrong, told, doing, onenter }: Props = $props();
</script>

<form
  onsubmit={(e) => {
    e.preventDefault();
    if (ready && !wrong) onenter();
  }}
>
  <div class="fields">
    {@render children()}
    <Button size="field" type="submit" {kind} disabled={!ready || Boolean(wrong) || doing.busy}
      >{button}</Button
    >
  </div>
  {#if wrong}<p class="say stop" role="alert">{wrong}</p>
  {:else}{@render told?.()}{/if}
  <Outcome of={doing} />
</form>

<style>
  form {
    margin-bottom: 16px;
  }
  .fields {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 12px;
  }
  .fields > :global(.bx--form-item) {
    flex: 0 1 190px;
  }
  .fields :global(label:has(input[type='time'])) {
    display: grid;
    gap: 1px;
    font-size: 14px;
  }
</style>
