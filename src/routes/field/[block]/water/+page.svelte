<script lang="ts">
  import { untrack } from 'svelte';
  import { formatLiquid, LITRES_PER_US_GALLON } from '$core/measure/units';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import RowsToDo from '$lib/field/RowsToDo.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['tending.watered']);
  const tongue = useTongue();
  const { say, measure } = tongue;
  let chosen = $state(untrack(() => data.zones[0]?.zone));
  const zone = $derived(data.zones.find((one) => one.zone === chosen));
  /** Litres a tree as they are given: what the balance asks for, until the crew says otherwise. */
  let litres = $state<number>();
  const each = $derived(litres ?? (zone?.litres || 10));
  const us = $derived(tongue.system === 'us');
  const known = $derived(new Set(data.today.map(({ id }) => id)));
  const own = $derived(
    work.outbox
      .pending('tending.watered')
      .filter(({ layoutId, id }) => layoutId === data.layoutId && !known.has(id)),
  );
  const gone = $derived(new Set(own.map(({ corrects }) => corrects).filter(Boolean)));
  /** Trees of a row that stand here: whoever watered a few of them has watered those of its refill. */
  const treesIn = $derived(new Map(zone?.rows.map(({ number, trees }) => [number, trees])));
  const done = $derived(
    new Map(
      [...data.today, ...own.filter(({ corrects }) => !corrects)]
        .filter(
          ({ id, row, trees }) =>
            !gone.has(id) && (zone?.again || 2 * trees >= (treesIn.get(row) ?? 0)),
        )
        .map(({ id, row }) => [row, id]),
    ),
  );
  async function water(row: number, trees: number) {
    await work.outbox.add('tending.watered', {
      ...work.event(),
      ...{ layoutId: data.layoutId, row, trees, litres: each, corrects: null },
    });
    navigator.vibrate?.(30);
  }
  const undo = (row: number, trees: number) =>
    work.outbox.add('tending.watered', {
      ...work.event(),
      ...{ layoutId: data.layoutId, row, trees, litres: each, corrects: done.get(row)! },
    });
</script>

<svelte:head><title>{say('water.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <h1>{say('water.title')}</h1>
  <p class="caution">{say('water.heat')}</p>
  {#if data.zones.length > 1}
    <select
      value={chosen}
      aria-label={say('water.title')}
      onchange={(e) => {
        chosen = e.currentTarget.value;
        litres = undefined;
      }}
    >
      {#each data.zones as one (one.zone)}<option value={one.zone}
          >{say('water.zone', one.about)}</option
        >{/each}
    </select>
  {/if}
  {#if zone}
    <p class="need num">
      {zone.litres
        ? say('water.next', {
            zone: say('water.zone', zone.about),
            litres: measure(formatLiquid(zone.litres / 1000, tongue.system)),
          })
        : say('water.none')}
    </p>
    <label
      >{say(us ? 'water.gallons' : 'water.litres')}
      <NumberBox
        min={0.1}
        max={1000}
        step={0.1}
        value={Number((us ? each / LITRES_PER_US_GALLON : each).toPrecision(3))}
        onvalue={(typed) => (litres = us ? typed * LITRES_PER_US_GALLON : typed)}
      /></label
    >
    <p class="quiet num">
      {say('water.seconds', { seconds: Math.round((each / data.hose) * 60) })}
    </p>
    <RowsToDo
      rows={zone.rows}
      {done}
      doing={say('water.done')}
      undoing={say('water.undo')}
      may={data.mayTally}
      ondone={water}
      onundo={undo}
    />
  {:else}<p>{say('water.none')}</p>{/if}
</FieldFrame>

<style>
  .caution {
    border-left: 6px solid var(--clay);
    padding-left: 12px;
    font-weight: 600;
  }
  .need {
    font-size: 24px;
    font-weight: 680;
    margin: 6px 0;
  }
</style>
