<script lang="ts">
  import { page } from '$app/state';
  import type { Snippet } from 'svelte';

  let { children }: { children: Snippet } = $props();
  const root = $derived(`/blocks/${page.params.block}/stock`);
  /** In the order in which a lot goes through them. */
  const PAGES = [
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

<nav aria-label="Stock">
  {#each PAGES as [path, name] (path)}
    <a href="{root}{path}" aria-current={page.url.pathname === root + path ? 'page' : undefined}
      >{name}</a
    >
  {/each}
</nav>
{@render children()}

<style>
  nav {
    display: flex;
    gap: 20px;
    padding: 0 22px;
    background: var(--sheet);
    border-bottom: 1px solid var(--rule);
    overflow-x: auto;
  }
  a {
    font-size: 14px;
    color: var(--slate);
    text-decoration: none;
    padding: 9px 1px 7px;
    border-bottom: 3px solid transparent;
    white-space: nowrap;
  }
  a[aria-current='page'] {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--viridian);
  }
  @media print {
    nav {
      display: none;
    }
  }
</style>
