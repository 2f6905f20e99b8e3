<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { labelConcerns, leftOfRound, shareOfRows } from '$core/calendar/label';
  import { rangesOf } from '$core/measure/ranges';
  import { formatArea, formatLiquid, formatMass, WIND } from '$core/measure/units';
  import { dropDraft, keepDraft, readListDraft } from '$lib/field/drafts';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { asSprayed } from '$lib/rooms/calendar/sprayings';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const tongue = useTongue();
  const { say, why, measure } = tongue;
  const work = fieldWork(() => data, ['calendar.sprayed']);
  const first = $derived(data.tank[0]?.product);
  const known = $derived(data.rows.map(({ number }) => number));
  /** Sprayed by the server's word, and what this phone has still to send. */
  const before = $derived([
    ...data.sprayed.map(asSprayed),
    ...(
      work.outbox.pending('calendar.sprayed') as (Parameters<typeof asSprayed>[0] & {
        blockId: string;
      })[]
    )
      .filter(({ blockId }) => blockId === data.block.id)
      .map(asSprayed),
  ]);
  const left = $derived.by(() => {
    if (!first) return [];
    const open = leftOfRound(first.id, before, known);
    return open.length ? open : known;
  });
  const KEPT = $derived(`sprayed rows ${data.block.id}`);
  let ticked = $state<number[]>([]);
  /** In the person's own unit; the server is told metres a second. */
  let wind = $state(untrack(() => (tongue.system === 'us' ? 4 : 7)));
  let lotNumber = $state('');
  let knowing = $state(false);
  let told = $state('');
  onMount(() => {
    ticked = readListDraft(KEPT, (row): row is number => known.includes(row as number));
  });
  function tick(row: number) {
    ticked = ticked.includes(row) ? ticked.filter((one) => one !== row) : [...ticked, row];
    keepDraft(KEPT, ticked);
    told = '';
  }
  const next = $derived(left.find((row) => !ticked.includes(row)));
  const rows = $derived([...ticked].sort((a, b) => a - b));
  const part = $derived(data.whole ? 1 : shareOfRows(data.rows, rows));
  const concerns = $derived(
    data.tank.flatMap((one) =>
      labelConcerns(
        ...([one.product, one, data.today, data.planting] as const),
        ...([before, data.allProducts, rows] as const),
      ),
    ),
  );
  const amount = (kind: string, value: number) =>
    measure(
      kind === 'mass' ? formatMass(value, tongue.system) : formatLiquid(value, tongue.system),
    );
  async function enter() {
    for (const { product, amount: whole } of data.tank)
      await work.outbox.add('calendar.sprayed', {
        ...work.event(),
        ...{
          blockId: data.block.id,
          productId: product.id,
          day: data.today,
          wind: wind * WIND[tongue.system].metresPerSecond,
          lotNumber,
        },
        operator: data.person!.name,
        area: data.area * part,
        litres: whole.value * part * (whole.kind === 'mass' ? 1 : 1000),
        ...{ corrects: null, note: '', sprayedRows: rows, knowing },
      });
    told = say('spray.told', { list: rangesOf(rows) });
    ticked = [];
    knowing = false;
    dropDraft(KEPT);
  }
</script>

<svelte:head><title>{say('spray.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.site?.id}
>
  <h1>{say('spray.title')}</h1>
  {#if !data.tank.length || !data.rows.length}
    <p>
      {say(data.rows.length ? 'spray.noProduct' : 'spray.noRows')}
    </p>
  {:else}
    {#if !data.asked}<p class="say">{say('spray.notAsked')}</p>{/if}
    <p><b>{data.tank.map(({ product }) => product.name).join(' + ')}</b></p>
    {#if next !== undefined}
      <button class="go" disabled={!data.mayRecord} onclick={() => tick(next)}
        >{say('spray.rowDone', { row: next })}</button
      >
    {:else}<p class="say good">{say('spray.all')}</p>{/if}
    <details>
      <summary>{say('spray.others')}</summary>
      <div class="rows">
        {#each known as row (row)}
          <button
            class="num"
            class:done={!left.includes(row)}
            aria-pressed={ticked.includes(row)}
            aria-label={say(left.includes(row) ? 'spray.row' : 'spray.rowBefore', { row })}
            onclick={() => tick(row)}>{row}</button
          >
        {/each}
      </div>
    </details>
    {#if ticked.length}
      <p class="sum num">
        {say('spray.sum', {
          rows: ticked.length,
          list: rangesOf(rows),
          area: measure(formatArea(data.area * part, tongue.system, 3)),
          amounts: data.tank
            .map(({ product, amount: whole }) =>
              [amount(whole.kind, whole.value * part), product.name].join(' '),
            )
            .join('; '),
        })}
      </p>
      <label
        >{say('spray.wind', { unit: WIND[tongue.system].unit })}
        <NumberBox min={0} max={100} bind:value={wind} /></label
      >
      <label>{say('spray.lot')} <input bind:value={lotNumber} maxlength="40" /></label>
      {#each concerns as concern, i (i)}<p class="say stop" role="alert">
          {why(concern)}
        </p>{/each}
      {#if concerns.length}
        <label class="check"
          ><input type="checkbox" bind:checked={knowing} /> {say('spray.anyway')}</label
        >
      {/if}
      <button
        class="go"
        disabled={!data.mayRecord || (concerns.length > 0 && !knowing)}
        onclick={enter}>{say('spray.enter')}</button
      >
    {/if}
    {#if told}<p class="say good" role="status">{told}</p>{/if}
  {/if}
  <p class="say caution">
    {say('spray.label')}
  </p>
</FieldFrame>

<style>
  .rows {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(64px, 1fr));
    gap: 8px;
    margin-top: 10px;
  }
  .rows button {
    min-height: 56px;
    font: 620 20px var(--text);
    background: var(--field);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
  }
  .rows .done {
    color: var(--slate);
    text-decoration: line-through;
  }
  .rows button[aria-pressed='true'] {
    background: var(--viridian);
    color: var(--on-viridian);
    border-color: var(--viridian);
    text-decoration: none;
  }
  summary {
    min-height: 56px;
    display: flex;
    align-items: center;
    font-size: 17px;
  }
  .sum {
    font-size: 18px;
  }
  .check {
    display: flex;
    gap: 12px;
    align-items: center;
    min-height: 56px;
  }
  .check input {
    width: 28px;
    height: 28px;
  }
</style>
