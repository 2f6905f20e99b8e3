<script lang="ts">
  import { page } from '$app/state';
  import RoomNav from '$lib/parts/RoomNav.svelte';
  import type { Snippet } from 'svelte';

  let { children }: { children: Snippet } = $props();
  const PARTS = [
    ['', 'Due'],
    ['/water', 'Water'],
  ] as const;
</script>

<RoomNav root="/blocks/{page.params.block}/tending" label="Tending" parts={PARTS} />
{@render children()}
