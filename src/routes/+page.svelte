<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import AirToday from '$lib/charts/AirToday.svelte';
  import CallList from '$lib/parts/CallList.svelte';
  import FirstSteps from './FirstSteps.svelte';
  import { formatDay } from '$core/measure/dates';
  import { formatNumber } from '$core/measure/units';
  import { words } from '$lib/words';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const growing = $derived(
    data.blockStates.filter(({ planted, total }) => planted > 0 && planted < total),
  );
  const left = $derived(growing.reduce((sum, { planted, total }) => sum + total - planted, 0));
  const aside = $derived((data.blocks ?? []).filter(({ setAside }) => setAside));
  const urgent = $derived(data.calls.filter(({ urgency }) => urgency !== 'note').length);
</script>

<div class="board">
  <section>
    <h1>
      {data.clock ? words(data.clock.weekday) : ''}, {data.clock?.text}.
      {#if left > 0}{howMany(left, 'tree')} still to set.{:else if urgent}{urgent} to deal with.{:else if data.steps}A
        new site.{:else}Nothing waits.{/if}
    </h1>
    <p class="quiet">
      {#if growing.length}Planting on {growing.map(({ name }) => name).join(' and ')}.{/if}
      {#if data.calls.length}{urgent} to deal with, {data.calls.length - urgent} to know.{/if}
    </p>
    {#if data.calls.length}
      <CallList calls={data.calls} />
    {:else if data.blockStates.length || aside.length}
      <p class="say good">Nothing is due, short, late or out of line this morning.</p>
    {/if}
    {#if data.steps && (data.role === 'leader' || !data.blockStates.length)}
      <FirstSteps
        leads={data.role === 'leader'}
        taken={data.steps}
        block={data.blockStates.at(-1)?.id}
      />
    {/if}
  </section>
  <aside>
    {#if data.blockStates.length}<h2>Blocks</h2>{/if}
    {#each data.blockStates as block (block.id)}
      <a
        class="block"
        href="/blocks/{block.id}/{block.planted > 0 && block.planted < block.total
          ? 'crew'
          : block.planted
            ? 'survival'
            : block.total
              ? 'rows'
              : 'ground'}"
      >
        <span class="top"
          ><b>{block.name}</b>{#if block.total}<span class="num"
              >{formatNumber(block.planted)} of {formatNumber(block.total)}</span
            >{/if}</span
        >
        <span class="bar"
          ><i style:width="{block.total ? (100 * block.planted) / block.total : 0}%"></i></span
        >
        <small>{words(block.standing)}</small>
      </a>
    {/each}
    {#if aside.length}
      <details>
        <summary>{howMany(aside.length, 'block')} set aside</summary>
        {#each aside as { id, name, setAside } (id)}
          <a class="block away" href="/blocks/{id}/survival"
            ><b>{name}</b> <small>since {formatDay(setAside!, true)}</small></a
          >
        {/each}
      </details>
    {/if}
    {#if data.hours.length}
      <h2>The wind today</h2>
      <AirToday hours={data.hours} now={data.clock?.hour ?? 12} />
    {/if}
  </aside>
</div>

<style>
  .board {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 372px;
    min-height: calc(100vh - 116px);
  }
  section {
    padding: 18px 28px 40px;
  }
  h1 {
    font-size: 25px;
    font-weight: 720;
    margin: 0 0 2px;
    letter-spacing: -0.01em;
  }
  section > p {
    margin: 0 0 14px;
    font-size: 15px;
  }
  aside {
    background: var(--sheet);
    border-left: 1px solid var(--rule);
    padding: 16px 22px;
  }
  h2 {
    font-size: 13px;
    font-weight: 650;
    color: var(--slate);
    margin: 18px 0 8px;
  }
  h2:first-child {
    margin-top: 0;
  }
  .block {
    display: block;
    padding: 10px 0 11px;
    border-top: 1px solid var(--rule);
    color: inherit;
    text-decoration: none;
  }
  .block:hover b {
    text-decoration: underline;
  }
  .away {
    display: flex;
    justify-content: space-between;
  }
  summary {
    padding: 12px 0;
    border-top: 1px solid var(--rule);
    font-size: 14.5px;
    cursor: pointer;
  }
  .top {
    display: flex;
    justify-content: space-between;
    margin-bottom: 5px;
  }
  .bar {
    display: block;
    height: 9px;
    background: var(--rule);
  }
  .bar i {
    display: block;
    height: 100%;
    background: var(--viridian);
  }
  small {
    font-size: 13px;
    color: var(--slate);
  }
  @media (max-width: 900px) {
    .board {
      grid-template-columns: 1fr;
    }
    section {
      padding: 16px;
    }
    aside {
      border-left: 0;
    }
  }
</style>
