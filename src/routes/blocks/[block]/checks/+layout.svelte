<script lang="ts">
  import { page } from '$app/state';
  import RoomNav from '$lib/parts/RoomNav.svelte';
  import type { Snippet } from 'svelte';

  let { children }: { children: Snippet } = $props();
  const PARTS = [
    ['', 'What it says'],
    ['/plan', 'Where and how many'],
    ['/plots', 'Plots'],
    ['/school', 'Hole school'],
  ] as const;
</script>

<RoomNav root="/blocks/{page.params.block}/checks" label="Checks" parts={PARTS} />
{@render children()}
