<script lang="ts">
  import { CARE, type Care } from '$core/tending/care';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import RowsToDo from '$lib/field/RowsToDo.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['tending.cared']);
  const { say } = useTongue();
  let kind = $state<Care>('weeded');
  const known = $derived(new Set(data.cared.map(({ id }) => id)));
  const own = $derived(
    work.outbox
      .pending('tending.cared')
      .filter(({ layoutId, id }) => layoutId === data.layoutId && !known.has(id)),
  );
  const gone = $derived(new Set(own.map(({ corrects }) => corrects).filter(Boolean)));
  const done = $derived(
    new Map(
      [...data.cared, ...own.filter(({ corrects }) => !corrects)]
        .filter((one) => one.kind === kind && !gone.has(one.id))
        .map(({ id, row }) => [row, id]),
    ),
  );
  async function enter(row: number, trees: number, corrects: string | null) {
    await work.outbox.add('tending.cared', {
      ...work.event(),
      ...{ layoutId: data.layoutId, row, kind, trees, corrects },
    });
    navigator.vibrate?.(30);
  }
</script>

<svelte:head><title>{say('care.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <h1>{say('care.title')}</h1>
  <p class="caution">{say('care.caution')}</p>
  <select bind:value={kind} aria-label={say('care.title')}>
    {#each CARE as one (one)}<option value={one}>{say(`care.kind.${one}`)}</option>{/each}
  </select>
  <RowsToDo
    rows={data.rows}
    {done}
    doing={say('care.done')}
    undoing={say('care.undo')}
    may={data.mayTally}
    ondone={(row, trees) => enter(row, trees, null)}
    onundo={(row, trees) => enter(row, trees, done.get(row)!)}
  />
</FieldFrame>

<style>
  .caution {
    border-left: 6px solid var(--clay);
    padding-left: 12px;
    font-weight: 600;
  }
</style>
