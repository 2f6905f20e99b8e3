<script lang="ts">
  import { v7 as uuid } from 'uuid';
  import { momentNow } from '$lib/parts/clock.svelte';
  import type { Outbox } from './outbox.svelte';
  import { useTongue } from './tongue.svelte';

  interface Props {
    messages: readonly { id: string; at: number; body: string; own: boolean; seen: boolean }[];
    outbox: Outbox;
    siteId: string;
    planterId: string;
    may: boolean;
  }
  /** What the leader has said and this planter has not said to have read; it stays until they do. */
  let { messages, outbox, siteId, planterId, may }: Props = $props();
  const { say, moment } = useTongue();
  const told = $derived(
    new Set(
      outbox
        .pending('crew.seen')
        .filter((seen) => seen.planterId === planterId)
        .map(({ messageId }) => messageId),
    ),
  );
  const open = $derived(messages.filter(({ id, seen }) => !seen && !told.has(id)));
  const read = (messageId: string) =>
    outbox.add('crew.seen', {
      ...{ id: uuid(), at: momentNow(), device: 'phone' },
      ...{ siteId, messageId, planterId },
    });
</script>

{#if open.length}
  <section aria-label={say('words.title')}>
    {#each open as message (message.id)}
      <div class="message">
        <p class="about">
          <b
            >{say('words.title')}{#if message.own}, {say('words.toYou')}{/if}</b
          >
          <span class="num">{moment(message.at)}</span>
        </p>
        <p class="body">{message.body}</p>
        {#if may}<button onclick={() => read(message.id)}>{say('words.seen')}</button>{/if}
      </div>
    {/each}
  </section>
{/if}

<style>
  .message {
    border: 2px solid var(--ochre);
    background: var(--ochre-tint);
    color: var(--ink);
    padding: 10px 14px;
    margin: 8px 0 12px;
    display: grid;
    gap: 8px;
  }
  p {
    margin: 0;
  }
  .about {
    display: flex;
    justify-content: space-between;
    font-size: 15px;
  }
  .body {
    font-size: 20px;
    line-height: 1.35;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }
  button {
    min-height: 56px;
    font: 650 18px var(--text);
    border: 1.5px solid var(--ink);
    background: var(--sheet);
    color: var(--ink);
    cursor: pointer;
  }
</style>
