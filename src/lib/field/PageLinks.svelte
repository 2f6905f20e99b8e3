<script lang="ts">
  import type { linksOf } from './links';
  import { useTongue } from './tongue.svelte';

  interface Props {
    links: ReturnType<typeof linksOf>;
    label: string;
    block: string;
    /** For whom is entered, where it is not whoever signed in. */
    planter: string;
  }
  /** Pages of a block that a phone opens, wide enough for a glove. */
  let { links, label, block, planter }: Props = $props();
  const { say } = useTongue();
</script>

<nav aria-label={label}>
  {#each links as [path, key] (path)}
    <a href="/field/{block}/{path}{planter ? `?planter=${planter}` : ''}">{say(key)}</a>
  {/each}
</nav>

<style>
  nav {
    margin-top: 6px;
    display: flex;
    flex-wrap: wrap;
    gap: 0 22px;
  }
  a {
    display: inline-flex;
    align-items: center;
    min-height: 56px;
    font-size: 17px;
  }
</style>
