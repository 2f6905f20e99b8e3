<script lang="ts">
  import type { Doing } from './doing.svelte';

  interface Props {
    of: Doing;
  }
  /** What became of something a person set going: read out at once, refused in clay. */
  let { of }: Props = $props();
  /** In a tall dialog what was refused would stand below what is in sight. */
  const inSight = (line: HTMLElement) => line.scrollIntoView({ block: 'nearest' });
</script>

{#if of.wrong}{#key of.wrong}<p class="say stop" role="alert" use:inSight>{of.wrong}</p>{/key}{/if}
{#each of.told as line (line)}<p class="say good" role="status">{line}</p>{/each}
