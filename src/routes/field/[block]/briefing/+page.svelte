<script lang="ts">
  import Briefing from '$lib/field/Briefing.svelte';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import WhoEnters from '$lib/field/WhoEnters.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['crew.brief']);
  const { say, time } = useTongue();
  const waiting = $derived(
    work.outbox
      .pending('crew.brief')
      .filter(
        ({ planterId, blockId }) => planterId === data.planter?.id && blockId === data.block.id,
      )
      .map(({ at, content }) => ({ at: Date.parse(at), current: content === data.mark })),
  );
  const signed = $derived([...data.signed, ...waiting].sort((a, b) => b.at - a.at));
  const current = $derived(signed.find((entry) => entry.current));
  const sign = () =>
    work.outbox.add('crew.brief', {
      ...work.event(),
      blockId: data.block.id,
      planterId: data.planter!.id,
      day: data.today,
      content: data.mark,
    });
</script>

<svelte:head><title>{say('brief.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <h1>{say('brief.title')}</h1>
  <WhoEnters planters={data.planters} planter={data.planter} />
  <Briefing items={data.items} lessons={data.lessons} />
  {#if data.planter && data.mayTally}
    {#if current}
      <p class="say good" role="status">{say('brief.signed', { time: time(current.at) })}</p>
    {:else}
      {#if signed.length}<p class="say stop">{say('brief.changed')}</p>{/if}
      <button class="go" onclick={sign}>{say('brief.sign')}</button>
    {/if}
  {/if}
</FieldFrame>
