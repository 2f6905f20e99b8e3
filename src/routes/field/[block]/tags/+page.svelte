<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { judgeTag } from '$core/rows/trial';
  import { keepDraft, readListDraft } from '$lib/field/drafts';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import Scanner from '$lib/field/Scanner.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, []);
  const { say } = useTongue();
  let spot = $state('');
  let tag = $state('');
  let scanned = $state('');
  /** Spots whose tree was right, kept on this phone: which are still to come is seen after a reload too. */
  const KEY = untrack(() => `tags ${data.layoutId}`);
  let right = $state<string[]>([]);
  onMount(() => void (right = readListDraft(KEY, (code) => typeof code === 'string')));
  const verdict = $derived(spot && tag ? judgeTag(data.tags, spot, tag) : undefined);
  const treatment = (index: number) =>
    `${String.fromCharCode(65 + index)}, ${data.treatments[index] ?? ''}`;
  const read = (text: string) => {
    scanned = '';
    if (!spot) spot = text;
    else tag = text;
  };
  function next() {
    if (verdict?.fits) {
      right = [...new Set([...right, verdict.spot.code])];
      keepDraft(KEY, right);
      navigator.vibrate?.(30);
    }
    spot = '';
    tag = '';
  }
  $effect(() => {
    if (verdict && !verdict.fits) navigator.vibrate?.([80, 60, 80]);
  });
</script>

<svelte:head><title>{say('tags.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <h1>{say('tags.title')}</h1>
  {#if !data.tags.length}<p>{say('tags.none')}</p>
  {:else}
    <p class="num"><b>{say('tags.right', { right: right.length, all: data.tags.length })}</b></p>
    <label
      >{say('tags.spot')}
      <input bind:value={spot} autocomplete="off" autocapitalize="characters" /></label
    >
    <label
      >{say('tags.tree')}
      <input bind:value={tag} autocomplete="off" autocapitalize="characters" /></label
    >
    <Scanner onread={read} onerror={(message) => (scanned = message)} />
    {#if scanned}<p role="alert">{scanned}</p>{/if}
    {#if verdict}
      <p class="verdict" class:fits={verdict.fits} role="alert">
        {#if verdict.fits}{say('tags.fits', {
            row: verdict.spot.row,
            peg: verdict.spot.peg,
          })}{:else if verdict.why === 'other'}{say('tags.other', {
            row: verdict.belongs.row,
            peg: verdict.belongs.peg,
            here: treatment(verdict.spot.treatment),
            tree: treatment(verdict.belongs.treatment),
          })}{:else}{say(verdict.why === 'no spot' ? 'tags.noSpot' : 'tags.noTag', {
            read: verdict.read,
          })}{/if}
      </p>
      <button class="go" onclick={next}>{say(verdict.fits ? 'tags.set' : 'tags.again')}</button>
    {/if}
  {/if}
</FieldFrame>

<style>
  .verdict {
    font-size: 22px;
    font-weight: 680;
    padding: 14px;
    background: var(--clay);
    color: #fff;
  }
  .verdict.fits {
    background: var(--viridian);
    color: var(--on-viridian);
  }
</style>
