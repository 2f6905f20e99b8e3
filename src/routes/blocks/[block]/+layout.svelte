<script lang="ts">
  import type { Snippet } from 'svelte';
  import { formatDay } from '$core/measure/dates';
  import { spoken } from '$lib/parts/reader.svelte';
  import { send } from '$lib/parts/send.svelte';
  import type { LayoutData } from './$types';

  let { data, children }: { data: LayoutData; children: Snippet } = $props();
  let wrong = $state('');
  const back = () =>
    send('ground.setAside', { blockId: data.block.id, aside: false }).then(
      () => (wrong = ''),
      (error: unknown) => (wrong = spoken(error)),
    );
</script>

{#if data.block.setAside}
  <div class="aside" role="note">
    <span
      >{data.block.name} was set aside on {formatDay(data.block.setAside, true)}{data.asideBy
        ? ` by ${data.asideBy}`
        : ''}: it is off the board, the phones and the calendars. All that was entered stands here.</span
    >
    {#if data.role === 'leader'}<button class="link-button" onclick={back}>Bring it back</button
      >{/if}
    {#if wrong}<span role="alert">{wrong}</span>{/if}
  </div>
{/if}
<!-- Another block is another page: nothing half decided on one is carried over to the next. -->
{#key data.block.id}{@render children()}{/key}

<style>
  .aside {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    align-items: center;
    padding: 8px 20px;
    background: var(--ochre-tint);
    color: var(--ink);
    font-size: 14.5px;
  }
</style>
