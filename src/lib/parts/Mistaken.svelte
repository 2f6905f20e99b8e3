<!-- At the foot of a dialog: takes away what was entered by mistake. The first press only asks. -->
<script lang="ts">
  import { Button } from 'carbon-components-svelte';

  interface Props {
    /** What would go, such as "this lot". */
    what: string;
    /** What goes with it, and what keeps it. */
    says: string;
    disabled?: boolean;
    onremove: () => void;
  }
  let { what, says, disabled = false, onremove }: Props = $props();
  let asked = $state(false);
</script>

<div class="mistaken">
  {#if asked}
    <p role="status">{says}</p>
    <div class="acts">
      <Button kind="danger" size="small" {disabled} on:click={onremove}>Remove {what}</Button>
      <Button kind="ghost" size="small" on:click={() => (asked = false)}>Keep it</Button>
    </div>
  {:else}
    <Button kind="danger-ghost" size="small" on:click={() => (asked = true)}
      >A mistake? Remove {what}</Button
    >
  {/if}
</div>

<style>
  .mistaken {
    border-top: 1px solid var(--rule);
    padding-top: 8px;
  }
  p {
    margin: 4px 0 8px;
    font-size: 14px;
  }
  .acts {
    display: flex;
    gap: 8px;
  }
</style>
