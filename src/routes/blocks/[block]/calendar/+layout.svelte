<script lang="ts">
  import { page } from '$app/state';
  import RoomNav from '$lib/parts/RoomNav.svelte';
  import type { Snippet } from 'svelte';

  let { children }: { children: Snippet } = $props();
  const PARTS = [
    ['', 'The year'],
    ['/windows', 'Windows'],
    ['/finish', 'Will we finish?'],
    ['/spraying', 'Spraying'],
    ['/ripping', 'Ground work'],
    ['/materials', 'Materials and money'],
    ['/phases', 'Phases'],
  ] as const;
</script>

<RoomNav root="/blocks/{page.params.block}/calendar" label="Calendar" parts={PARTS} />
{@render children()}
