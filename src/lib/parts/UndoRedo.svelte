<script lang="ts">
  import { Button } from 'carbon-components-svelte';

  interface Props {
    history: {
      canUndo: boolean;
      canRedo: boolean;
      changed: boolean;
      restored: boolean;
      undo(): void;
      redo(): void;
    };
    /** Told after either. */
    onstep?: () => void;
  }
  /** Steps of a document back and forth, beside the button that saves it. */
  let { history, onstep }: Props = $props();
  const step = (way: 'undo' | 'redo') => (history[way](), onstep?.());
</script>

<Button kind="ghost" size="small" disabled={!history.canUndo} on:click={() => step('undo')}
  >Undo</Button
>
<Button kind="ghost" size="small" disabled={!history.canRedo} on:click={() => step('redo')}
  >Redo</Button
>
{#if history.restored && history.changed}
  <p class="quiet" role="status">
    Changes that were not saved are back as you left them; Undo leads to what is saved.
  </p>
{/if}
