<script lang="ts">
  import { page } from '$app/state';
  import RoomNav from '$lib/parts/RoomNav.svelte';
  import type { Snippet } from 'svelte';

  let { children }: { children: Snippet } = $props();
  const PARTS = [
    ['', 'Living'],
    ['/refill', 'Refill'],
    ['/replay', 'Replay'],
  ] as const;
</script>

<RoomNav root="/blocks/{page.params.block}/survival" label="Survival" parts={PARTS} />
{@render children()}
