<script lang="ts">
  import { page } from '$app/state';

  interface Props {
    /** The room's own path, and its parts in the order of the work: path below it, name. */
    root: string;
    label: string;
    parts: readonly (readonly [path: string, name: string])[];
  }
  let { root, label, parts }: Props = $props();
</script>

<nav class="room" aria-label={label}>
  {#each parts as [path, name] (path)}
    <a href="{root}{path}" aria-current={page.url.pathname === root + path ? 'page' : undefined}
      >{name}</a
    >
  {/each}
</nav>

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
