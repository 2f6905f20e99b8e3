<script lang="ts">
  import { aloneNow, GRACE, type CheckIn } from '$core/crew/alone';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import WhoEnters from '$lib/field/WhoEnters.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['crew.checkIn']);
  const { say, time } = useTongue();
  let minutes = $state(60);
  const CHOICES = [15, 30, 60, 120];
  /** Words on this phone that the server has not heard: it knows of none of them. */
  const unheard = $derived(
    work.outbox
      .pending('crew.checkIn')
      .filter(({ planterId }) => planterId === data.planter?.id)
      .map((word): CheckIn => ({
        ...{ planter: word.planterId, kind: word.kind, at: Date.parse(word.at) },
        ...{ heardAt: Infinity, minutes: word.minutes ?? 0, place: null },
      })),
  );
  const alone = $derived(aloneNow([...data.words, ...unheard], new Map(), work.clock)[0]);
  const heard = $derived(data.words.at(-1)?.heardAt);
  const overdue = $derived(alone ? Math.floor((work.clock - alone.due) / 60_000) : 0);

  /** Where the phone is, if it knows within a few seconds; a word goes out without it. */
  const where = () =>
    new Promise<{ longitude: number; latitude: number } | undefined>((done) => {
      if (!navigator.geolocation) return done(undefined);
      navigator.geolocation.getCurrentPosition(
        ({ coords }) => done({ longitude: coords.longitude, latitude: coords.latitude }),
        () => done(undefined),
        { timeout: 4000, maximumAge: 60_000, enableHighAccuracy: true },
      );
    });
  async function tell(kind: CheckIn['kind']) {
    const event = work.event();
    const place = await where();
    await work.outbox.add('crew.checkIn', {
      ...event,
      ...{ siteId: data.siteId, blockId: data.block.id, planterId: data.planter!.id, kind },
      ...{ minutes: kind === 'alone' ? minutes : 0 },
      ...{ longitude: place?.longitude ?? null, latitude: place?.latitude ?? null },
    });
    navigator.vibrate?.(30);
  }
</script>

<svelte:head><title>{say('alone.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <h1>{say('alone.title')}</h1>
  <p class="quiet">{say('alone.local')}</p>
  <WhoEnters planters={data.planters} planter={data.planter} />
  {#if !work.outbox.online}<p class="say stop" role="alert">{say('alone.cannot')}</p>{/if}
  {#if data.planter && data.mayTally}
    {#if alone}
      {#if overdue > GRACE}<p class="say stop" role="alert">
          {say('alone.overdue', { minutes: overdue })}
        </p>{:else}<p class="due num">{say('alone.due', { time: time(alone.due) })}</p>{/if}
      <p class="quiet">
        {unheard.length
          ? say('alone.notHeard')
          : heard
            ? say('alone.heard', { time: time(heard) })
            : ''}
      </p>
      <button class="go big" onclick={() => tell('here')}>{say('alone.well')}</button>
      <button class="go plain" onclick={() => tell('done')}>{say('alone.back')}</button>
    {:else}
      <label
        >{say('alone.every')}
        <select bind:value={minutes}
          >{#each CHOICES as choice (choice)}<option value={choice}
              >{say('alone.minutes', { minutes: choice })}</option
            >{/each}</select
        ></label
      >
      <button class="go" onclick={() => tell('alone')}>{say('alone.begin')}</button>
    {/if}
  {/if}
</FieldFrame>

<style>
  .due {
    font-size: 28px;
    font-weight: 700;
  }
  .big {
    min-height: 110px !important;
    font-size: 30px !important;
  }
</style>
