<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { LayoutData } from './$types';

  let { data, children }: { data: LayoutData; children: Snippet } = $props();
</script>

<!-- Another block is another page: nothing half decided on one is carried over to the next. -->
{#key data.block.id}{@render children()}{/key}
