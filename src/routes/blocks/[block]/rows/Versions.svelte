<script lang="ts">
  import { formatNumber } from '$core/measure/units';
  import { useSiteDay } from '$lib/parts/site-day.svelte';
  import type { PageData } from './$types';

  type Version = PageData['versions'][number];
  interface Props {
    block: string;
    versions: readonly Version[];
    shown?: number;
    editable: boolean;
    onopen: (version: Version) => void;
    onrelease: (version: Version) => void;
  }
  let { block, versions, shown, editable, onopen, onrelease }: Props = $props();
  const siteDay = useSiteDay();
  const STATE = { saved: 'saved', released: 'with the crew', withdrawn: 'withdrawn' };
</script>

<h2>Versions</h2>
<ul>
  {#each versions as version (version.id)}
    <li class:shown={version.number === shown}>
      <button class="link-button" onclick={() => onopen(version)}
        >{version.number}{version.name ? `, ${version.name}` : ''}</button
      >
      <span class="num">{formatNumber(version.trees)}</span>
      <small
        >{STATE[version.state]}{version.continues ? `, continues ${version.continues}` : ''} · {version.author},
        {siteDay(version.createdAt, true)}</small
      >
      {#if editable && version.state === 'saved'}<button
          class="link-button"
          onclick={() => onrelease(version)}>Release</button
        >{/if}
    </li>
  {:else}<li class="quiet">None saved yet.</li>{/each}
</ul>
{#if versions.length > 1}
  <a class="compare" href="/blocks/{block}/rows/compare">Compare two of them</a>
{/if}

<style>
  .compare {
    display: inline-block;
    margin: 6px 8px;
    font-size: 14px;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    font-size: 14px;
  }
  li {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 1px 8px;
    padding: 5px 8px 6px;
    margin: 0 -8px;
    border-top: 1px solid var(--rule);
    justify-items: start;
  }
  li.shown {
    background: var(--viridian-tint);
  }
  small {
    color: var(--slate);
    font-size: 12.5px;
  }
</style>
