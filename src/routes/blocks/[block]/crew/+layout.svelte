<script lang="ts">
  import { page } from '$app/state';
  import RoomNav from '$lib/parts/RoomNav.svelte';
  import type { Snippet } from 'svelte';

  let { children }: { children: Snippet } = $props();
  const PARTS = [
    ['', 'Rows and planters'],
    ['/today', 'Today'],
    ['/live', 'Live'],
    ['/tally', 'Tally sheet'],
    ['/briefing', 'Briefing'],
    ['/words', 'Messages and notes'],
    ['/machine', 'Machine'],
    ['/following', 'Following'],
    ['/people', 'Planters'],
    ['/pay', 'Pay sheet'],
  ] as const;
</script>

<RoomNav root="/blocks/{page.params.block}/crew" label="Crew" parts={PARTS} />
{@render children()}
