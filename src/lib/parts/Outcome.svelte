<script lang="ts">
  import type { Doing } from './doing.svelte';

  interface Props {
    of: Doing;
  }
  /** What became of something a person set going: read out at once, refused in clay. */
  let { of }: Props = $props();
</script>

{#if of.wrong}<p class="say stop" role="alert">{of.wrong}</p>{/if}
{#each of.told as line (line)}<p class="say good" role="status">{line}</p>{/each}
