<script lang="ts">
  import { page } from '$app/state';
  import RoomNav from '$lib/parts/RoomNav.svelte';
  import type { Snippet } from 'svelte';

  let { children }: { children: Snippet } = $props();
  /** In the order in which a lot goes through them. */
  const PARTS = [
    ['', 'Lots'],
    ['/order', 'Order'],
    ['/gate', 'At the gate'],
    ['/roots', 'Roots and tools'],
    ['/keeping', 'Keeping'],
    ['/carry', 'Load for tomorrow'],
    ['/day', 'The day'],
    ['/handling', 'Handling'],
  ] as const;
</script>

<RoomNav root="/blocks/{page.params.block}/stock" label="Stock" parts={PARTS} />
{@render children()}
