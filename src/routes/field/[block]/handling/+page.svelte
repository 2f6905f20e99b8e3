<script lang="ts">
  import { HABITS, type Seen } from '$core/stock/handling';
  import HabitScene from '$lib/charts/HabitScene.svelte';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import type { FieldKey } from '$lib/words/field';
  import { fieldWork } from '$lib/field/work.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['stock.audit']);
  const { say } = useTongue();
  const habit = (key: string, what: 'kept' | 'why') => say(`habit.${key}.${what}` as FieldKey);
  let planter = $state('');
  let lot = $state('');
  let seen = $state<Record<string, Seen>>({});
  let note = $state('');
  let told = $state('');
  const stock = $derived(data.lots.find(({ id }) => id === lot)?.stock);
  const habits = $derived(HABITS.filter((one) => !stock || !one.stock || one.stock === stock));
  const looked = $derived(habits.filter(({ key }) => seen[key]).length);
  function mark(key: string, value: Seen) {
    if (seen[key] === value) delete seen[key];
    else seen[key] = value;
    told = '';
  }
  async function keep() {
    await work.outbox.add('stock.audit', {
      ...work.event(),
      blockId: data.block.id,
      lotId: lot || null,
      planterId: planter || null,
      seen: Object.fromEntries(
        habits.filter(({ key }) => seen[key]).map(({ key }) => [key, seen[key]]),
      ),
      note,
    });
    told = say('handling.told', { marked: looked });
    seen = {};
    note = '';
  }
</script>

<svelte:head><title>{say('rows.handling')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.site?.id}
>
  <h1>{say('handling.title')}</h1>
  <p>{say('handling.how')}</p>
  <label
    >{say('handling.who')}
    <select bind:value={planter}
      ><option value="">{say('handling.crew')}</option
      >{#each data.planters as { id, name } (id)}<option value={id}>{name}</option>{/each}</select
    ></label
  >
  <label
    >{say('handling.lot')}
    <select bind:value={lot}
      ><option value="">{say('handling.any')}</option
      >{#each data.lots as { id, code, name } (id)}<option value={id}>{code}, {name}</option
        >{/each}</select
    ></label
  >
  {#each habits as { key } (key)}
    <div class="habit" class:broken={seen[key] === 'broken'}>
      <div class="shown"><HabitScene habit={key} kept /><b>{habit(key, 'kept')}</b></div>
      <div class="marks" role="group" aria-label={habit(key, 'kept')}>
        <button type="button" aria-pressed={seen[key] === 'kept'} onclick={() => mark(key, 'kept')}
          >{say('handling.kept')}</button
        >
        <button
          type="button"
          class="no"
          aria-pressed={seen[key] === 'broken'}
          onclick={() => mark(key, 'broken')}>{say('handling.broken')}</button
        >
      </div>
      <p class="why">{habit(key, 'why')}</p>
    </div>
  {/each}
  <label>{say('handling.note')} <input bind:value={note} maxlength="300" /></label>
  {#if data.mayRecord}<button class="go" disabled={!looked} onclick={keep}
      >{looked ? say('handling.keep', { marked: looked }) : say('handling.nothing')}</button
    >{/if}
  {#if told}<p class="say good" role="status">{told}</p>{/if}
</FieldFrame>

<style>
  .habit {
    border: 1.5px solid var(--rule-strong);
    background: var(--sheet);
    padding: 10px 12px;
  }
  .shown {
    display: grid;
    grid-template-columns: 132px 1fr;
    gap: 12px;
    align-items: center;
  }
  .habit.broken {
    border-color: var(--clay);
    background: var(--clay-tint);
  }
  .habit b {
    font-size: 18px;
  }
  .marks {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    margin: 8px 0 6px;
  }
  .marks button {
    min-height: 56px;
    font: 620 17px var(--text);
    background: var(--field);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
    cursor: pointer;
  }
  .marks button[aria-pressed='true'] {
    background: var(--viridian);
    color: var(--on-viridian);
    border-color: var(--viridian);
  }
  .marks .no[aria-pressed='true'] {
    background: var(--clay);
    color: #fff;
    border-color: var(--clay);
  }
  .why {
    font-size: 15px;
    color: var(--slate);
  }
</style>
