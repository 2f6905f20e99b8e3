<script lang="ts">
  import { clock } from '$lib/parts/clock.svelte';
  import { clockOff } from '$lib/parts/server-clock';
  import { useTongue } from './tongue.svelte';

  /** Says that this phone's clock is wrong, where it is. */
  const { say } = useTongue();
  const off = $derived(clockOff(clock.ahead));
</script>

{#if off}<p role="status">{say('frame.clockOff', off)}</p>{/if}

<style>
  p {
    margin: 0;
    padding: 8px 18px;
    background: var(--ochre-tint);
    color: var(--ink);
    font-size: 15px;
  }
</style>
