<script lang="ts">
  import { page } from '$app/state';
  import { placeWrong } from '$lib/field/place';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import type { SmallPhoto } from '$lib/field/photo';
  import TakePhoto from '$lib/field/TakePhoto.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['crew.note', 'crew.noteBack']);
  const { say, why, moment } = useTongue();
  let row = $state<number | undefined>(Number(page.url.searchParams.get('row')) || undefined);
  let peg = $state<number>();
  let body = $state('');
  let photo = $state<SmallPhoto>();
  let wrong = $state('');
  let kept = $state(false);

  async function keep() {
    wrong = '';
    const place = row && placeWrong(data.rows, row, peg);
    if (place) return void (wrong = why(place));
    if (!body.trim() && !photo) return void (wrong = say('note.unsaid'));
    await work.outbox.add('crew.note', {
      ...work.event(),
      ...{ blockId: data.block.id, layoutId: row ? data.layoutId : null },
      ...{ row: row ?? null, peg: row ? (peg ?? null) : null },
      ...{ body: body.trim(), photo: photo?.data ?? '' },
    });
    if (photo) URL.revokeObjectURL(photo.url);
    body = '';
    photo = undefined;
    peg = undefined;
    kept = true;
  }
  const takeBack = (noteId: string) =>
    work.outbox.add('crew.noteBack', { ...work.event(), blockId: data.block.id, noteId });
  const gone = $derived(new Set(work.outbox.pending('crew.noteBack').map(({ noteId }) => noteId)));
</script>

<svelte:head><title>{say('note.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <h1>{say('note.title')}</h1>
  {#if data.layoutId}
    <div class="where">
      <label
        >{say('note.row')}
        <NumberBox
          min={1}
          value={row}
          onvalue={(n) => (row = n)}
          onempty={() => (row = undefined)}
        /></label
      >
      <label
        >{say('note.peg')}
        <NumberBox
          min={1}
          value={peg}
          onvalue={(n) => (peg = n)}
          onempty={() => (peg = undefined)}
        /></label
      >
    </div>
  {/if}
  <label
    >{say('note.body')}
    <textarea rows="3" maxlength="500" bind:value={body}></textarea></label
  >
  <TakePhoto
    label={photo ? say('note.again') : say('note.take')}
    onbegin={() => ([wrong, kept] = ['', false])}
    ontaken={(taken) => (photo = taken)}
  />
  {#if photo}
    <img src={photo.url} alt={say('note.alt')} />
    <p class="quiet">{say('note.small', { kilobytes: Math.round(photo.bytes / 1000) })}</p>
  {/if}
  {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
  {#if kept}<p class="say good" role="status">{say('note.kept')}</p>{/if}
  <button class="go" onclick={keep}>{say('note.keep')}</button>
  {#each data.notes.filter(({ id }) => !gone.has(id)) as note (note.id)}
    <article>
      <p class="about">
        <b
          >{note.row ? say('rows.row', { row: note.row }) : data.block.name}{note.peg
            ? `, ${say('behind.peg').toLowerCase()} ${note.peg}`
            : ''}</b
        >
        <span class="quiet num">{note.author}, {moment(note.at)}</span>
      </p>
      {#if note.body}<p class="body">{note.body}</p>{/if}
      {#if note.photo}<img
          loading="lazy"
          src="/blocks/{data.block.id}/crew/notes/{note.id}"
          alt={note.body || say('note.photo')}
        />{/if}
      {#if note.own && data.mayTally}<button class="link-button" onclick={() => takeBack(note.id)}
          >{say('rows.undo')}</button
        >{/if}
    </article>
  {/each}
</FieldFrame>

<style>
  .where {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px;
    align-items: end;
  }
  textarea {
    font: 18px/1.4 var(--text);
    width: 100%;
    box-sizing: border-box;
    background: var(--field);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
    padding: 8px 12px;
  }
  img {
    max-width: 100%;
    max-height: 320px;
    border: 1px solid var(--rule);
  }
  article {
    border-top: 1px solid var(--rule);
    padding-top: 8px;
    display: grid;
    gap: 6px;
  }
  .about {
    display: flex;
    justify-content: space-between;
    gap: 10px;
  }
  .body {
    white-space: pre-wrap;
    overflow-wrap: anywhere;
  }
</style>
