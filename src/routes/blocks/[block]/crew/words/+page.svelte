<script lang="ts">
  import { Button, Select, SelectItem, TextArea } from 'carbon-components-svelte';
  import { clockOf, formatMoment } from '$core/say/day';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const doing = new Doing();
  let body = $state('');
  let to = $state('block');
  const tell = () =>
    doing.run(async () => {
      await send('crew.message', {
        ...newEvent(),
        siteId: data.siteId,
        blockId: to === 'block' ? data.block.id : null,
        planterId: to === 'block' || to === 'all' ? null : to,
        body,
      });
      body = '';
      return 'Said. It shows on each phone as soon as it has a signal.';
    });
  const withdraw = (messageId: string) =>
    doing.run(() => send('crew.withdraw', { ...newEvent(), siteId: data.siteId, messageId }));
  const noteBack = (noteId: string) =>
    doing.run(() => send('crew.noteBack', { ...newEvent(), blockId: data.block.id, noteId }));
</script>

<svelte:head><title>Messages and notes · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <Outcome of={doing} />
    {#if data.mayPlan}
      <h2>Tell the phones</h2>
      <div class="tell">
        <TextArea labelText="What" rows={2} maxlength={500} bind:value={body} />
        <Select labelText="To" bind:selected={to}>
          <SelectItem value="block" text="all on {data.block.name}" />
          <SelectItem value="all" text="everybody" />
          {#each data.planters as { id, name } (id)}<SelectItem value={id} text={name} />{/each}
        </Select>
        <Button size="small" disabled={!body.trim()} on:click={tell}>Say it</Button>
      </div>
    {/if}
    <h2>Said this week</h2>
    {#each data.messages as message (message.id)}
      <article>
        <p class="about">
          <b>{message.author} to {message.to}</b>
          <span class="quiet num">{formatMoment(message.at, data.zone, data.today)}</span>
          {#if data.mayPlan}<button class="link-button" onclick={() => withdraw(message.id)}
              >Take it back<span class="visually-hidden">: {message.body}</span></button
            >{/if}
        </p>
        <p class="body">{message.body}</p>
        <p class="quiet">
          {#if message.seen.length}Seen by {message.seen
              .map(({ name, at }) => `${name} ${clockOf(at, data.zone).text}`)
              .join(', ')}.{/if}
          {#if message.not.length}<span class="not">Not yet: {message.not.join(', ')}.</span>{/if}
        </p>
      </article>
    {:else}<p class="quiet">Nothing was said this week.</p>{/each}
  </section>
  <aside class="panel">
    <h2>Noted in the field</h2>
    {#each data.notes as note (note.id)}
      <article>
        <p class="about">
          <b
            >{note.row
              ? `Row ${note.row}${note.peg ? `, peg ${note.peg}` : ''}`
              : data.block.name}</b
          >
          <span class="quiet num"
            >{note.author}, {formatMoment(note.at, data.zone, data.today)}</span
          >
          {#if data.mayPlan}<button class="link-button" onclick={() => noteBack(note.id)}
              >Take it off<span class="visually-hidden"> {note.body}</span></button
            >{/if}
        </p>
        {#if note.body}<p class="body">{note.body}</p>{/if}
        {#if note.photo}<a href="/blocks/{data.block.id}/crew/notes/{note.id}" target="_blank"
            ><img
              loading="lazy"
              src="/blocks/{data.block.id}/crew/notes/{note.id}"
              alt={note.body || 'Photograph of the note'}
            /></a
          >{/if}
      </article>
    {:else}<p class="quiet">
        No notes yet. A planter makes one on the phone, with a photograph, bound to row and peg.
      </p>{/each}
  </aside>
</div>

<style>
  .tell {
    display: grid;
    grid-template-columns: 1fr 220px auto;
    gap: 12px;
    align-items: end;
    margin-bottom: 14px;
  }
  @media (max-width: 800px) {
    .tell {
      grid-template-columns: 1fr;
    }
  }
  article {
    border-top: 1px solid var(--rule);
    padding: 8px 0;
  }
  p {
    margin: 0 0 3px;
    font-size: 14.5px;
  }
  .about {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: baseline;
  }
  .body {
    font-size: 16px;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }
  .not {
    color: var(--clay);
  }
  img {
    max-width: 100%;
    max-height: 220px;
    border: 1px solid var(--rule);
    margin-top: 4px;
  }
</style>
