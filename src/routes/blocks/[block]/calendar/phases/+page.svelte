<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { words } from '$lib/words';
  import { formatDay } from '$core/measure/dates';
  import { formatArea, formatNumber } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  type Block = PageData['job'][number];
  /** Blocks by phase; a block without one is in the year in which it is planted. */
  const phaseOf = (block: Block) =>
    block.phase || (block.plantingDay ? block.plantingDay.slice(0, 4) : 'no planting day yet');
  const phases = $derived.by(() => {
    const groups = new Map<string, Block[]>();
    for (const block of data.job)
      groups.set(phaseOf(block), [...(groups.get(phaseOf(block)) ?? []), block]);
    return [...groups].sort(([, a], [, b]) =>
      (a[0].plantingDay ?? '9999') < (b[0].plantingDay ?? '9999') ? -1 : 1,
    );
  });
  const sum = (
    blocks: readonly Block[],
    key: 'trees' | 'planted' | 'confirmed' | 'short' | 'cost' | 'own' | 'area',
  ) => blocks.reduce((total, block) => total + block[key], 0);
  const currency = $derived(data.job.find((block) => block.currency)?.currency ?? '');
  const doing = new Doing();
  const setPhase = (block: Block, phase: string) =>
    doing.run(async () => {
      await send('calendar.phase', { blockId: block.id, phase });
    });
</script>

{#snippet totals(blocks: readonly Block[])}
  <td class="n">{formatArea(sum(blocks, 'area'), units.system)}</td>
  <td class="n">{formatNumber(sum(blocks, 'trees'))}</td>
  <td class="n">{formatNumber(sum(blocks, 'planted'))}</td>
  <td class="n">{formatNumber(sum(blocks, 'confirmed'))}</td>
  <td class="n">{formatNumber(sum(blocks, 'cost'))}</td>
  <td class="n">{formatNumber(sum(blocks, 'own'))}</td>
{/snippet}

<svelte:head><title>Phases · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <h2>The whole job: {howMany(data.job.length, 'block')} in {howMany(phases.length, 'phase')}</h2>
    <Outcome of={doing} />
    <div class="wide">
      <table class="ledger">
        <thead
          ><tr
            ><th>Block</th><th>Phase</th><th>Planting</th><th class="n">Area</th><th class="n"
              >Trees</th
            ><th class="n">Planted</th><th class="n">Confirmed</th><th class="n"
              >Cost{currency ? `, ${currency}` : ''}</th
            ><th class="n">Yours</th></tr
          ></thead
        >
        {#each phases as [phase, blocks] (phase)}
          <tbody>
            <tr class="phase"><td colspan="3"><b>{phase}</b></td>{@render totals(blocks)}</tr>
            {#each blocks as block (block.id)}
              <tr class:here={block.id === data.block.id}>
                <td
                  ><a href="/blocks/{block.id}/calendar">{block.name}</a><br /><small class="quiet"
                    >{words(block.standing)}</small
                  >{#if block.waiting}<br /><small class="late"
                      >{block.waiting} {block.waiting === 1 ? 'call waits' : 'calls wait'}</small
                    >{/if}</td
                >
                <td
                  ><input
                    value={block.phase}
                    placeholder={phaseOf(block)}
                    maxlength="40"
                    disabled={!data.mayPlan}
                    aria-label="Phase of {block.name}"
                    onchange={(e) => setPhase(block, e.currentTarget.value)}
                  /></td
                >
                <td class="nowrap"
                  >{block.plantingDay ? formatDay(block.plantingDay, true) : 'open'}</td
                >
                <td class="n">{formatArea(block.area, units.system)}</td>
                <td class="n">{formatNumber(block.trees)}</td>
                <td class="n">{formatNumber(block.planted)}</td>
                <td class="n"
                  >{formatNumber(
                    block.confirmed,
                  )}{#if block.short && block.planted < block.trees}<br /><small class="late"
                      >{formatNumber(block.short)} short</small
                    >{/if}</td
                >
                <td class="n">{formatNumber(block.cost)}</td>
                <td class="n">{formatNumber(block.own)}</td>
              </tr>
            {/each}
          </tbody>
        {/each}
        <tfoot><tr><td colspan="3">The whole job</td>{@render totals(data.job)}</tr></tfoot>
      </table>
    </div>
    <p class="quiet">
      A phase is a name of your own: the years, the sides of a hill, whoever pays. A block without
      one stands under the year in which it is planted. Each block has its own <a
        href="/blocks/{data.block.id}/stock/order">order</a
      >, calendar and <a href="/blocks/{data.block.id}/calendar/materials">money</a>.
    </p>
  </section>
  <aside class="comes-to">
    <h2>The whole job</h2>
    <div>
      <span class="big">{formatNumber(sum(data.job, 'trees'))}</span><span class="unit">trees</span>
    </div>
    {#each [['Area', formatArea(sum(data.job, 'area'), units.system)], ['Planted', formatNumber(sum(data.job, 'planted'))], [`Cost${currency ? `, ${currency}` : ''}`, formatNumber(sum(data.job, 'cost'))], ['Yours, after cost share', formatNumber(sum(data.job, 'own'))]] as const as [label, value] (label)}
      <p class="figure-line"><span>{label}</span><b class="num">{value}</b></p>
    {/each}
  </aside>
</div>

<style>
  .phase td {
    background: var(--sheet);
    border-top: 1px solid var(--rule-strong);
    font-weight: 600;
  }
  tfoot td {
    border-top: 2px solid var(--ink);
    font-weight: 650;
  }
  input {
    width: 130px;
    height: 30px;
    font: 14px var(--text);
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    padding: 0 8px;
  }
  .here {
    background: var(--viridian-tint);
  }
  .nowrap {
    white-space: nowrap;
  }
  .late {
    color: var(--clay);
  }
</style>
