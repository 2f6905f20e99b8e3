<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Select, SelectItem } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { faultNames } from '$lib/words/en/named';
  import { roundLength } from '$core/checks/round';
  import { halfWidth } from '$core/checks/plan';
  import { formatDay } from '$core/measure/dates';
  import { formatDistance, formatNumber, formatPercent } from '$core/measure/units';
  import ControlChart from '$lib/charts/ControlChart.svelte';
  import ReleaseFirst from '$lib/parts/ReleaseFirst.svelte';
  import { Doing } from '$lib/parts/doing.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import Plan from '$lib/plan/Plan.svelte';
  import Decided from './Decided.svelte';
  import ToDo, { once } from './ToDo.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const doing = new Doing();
  const found = $derived(data.found);
  const all = $derived(found?.all);
  const root = $derived(`/blocks/${data.block.id}/checks`);
  /** Whose days are charted: whoever is out of line first, else the crew. */
  let whose = $state(
    untrack(() => data.found?.recent.find(({ outOfLine }) => outOfLine)?.planter ?? ''),
  );
  const chart = $derived(
    whose ? (found?.charts.find(({ id }) => id === whose) ?? found?.crew) : found?.crew,
  );
  const percent = (share: number) => formatPercent(share, 1);
  const labelOf = (seen?: { good: number; faulty: number }) => (seen ? `${seen.good}` : '');
  const marks = $derived(
    found
      ? [
          ...found.unplanned.map(({ centre, radius, seen }) => ({
            ...{ centre, radius, label: found.planned.length ? '' : labelOf(seen) },
            found: seen.faulty ? ('faulty' as const) : ('good' as const),
          })),
          ...found.planned.map(({ centre, radius, number, seen }) => ({
            ...{ centre, radius, label: seen ? labelOf(seen) : `${number}` },
            found: !seen
              ? ('open' as const)
              : seen.faulty
                ? ('faulty' as const)
                : ('good' as const),
          })),
        ]
      : [],
  );
  const round = $derived(
    found?.planned.length
      ? [found.gate, ...found.planned.map(({ centre }) => centre), found.gate]
      : [],
  );
  const looked = $derived(found?.planned.filter(({ seen }) => seen).length ?? 0);
  const GROUPS = [
    ['planter', 'Planter'],
    ['tool', 'Tool and soil'],
    ['lot', 'Lot'],
    ['species', 'Species'],
    ['day', 'Day planted'],
    ['hour', 'Hour of the look'],
  ] as const;
  let group = $state<(typeof GROUPS)[number][0]>('planter');
  const groups = $derived(found?.groups[group] ?? []);
  const mostCount = $derived(Math.max(1, ...(found?.counts ?? []).map(({ count }) => count)));
  /** What ten plots more would buy, with what is known so far. */
  const tenMore = $derived.by(() => {
    if (!found || !all || all.clusters < 2) return undefined;
    const expected = {
      quality: Math.min(0.999, Math.max(0.5, all.estimate)),
      ...{ trees: found.treesAPlot, alike: found.alike, inBlock: found.inBlock },
    };
    return { now: halfWidth(expected, all.clusters), then: halfWidth(expected, all.clusters + 10) };
  });
</script>

<svelte:head><title>Checks · Viridane</title></svelte:head>
{#if !found}
  <div class="panel">
    <ReleaseFirst blockId={data.block.id} then="plots are set in its rows" />
  </div>
{:else}
  <div class="screen two">
    <section class="drawing panel">
      <div class="pair">
        <div>
          <h2>
            {#if found.planned.length}Where to look: {looked} of {howMany(
                found.planned.length,
                'plot',
              )} seen, {formatDistance(
                roundLength(
                  found.gate,
                  found.planned.map(({ centre }) => centre),
                ),
                units.system,
              )} round{:else}Where was looked{/if}
          </h2>
          <Plan
            label="Plots on {data.block.name}"
            height="300px"
            content={{
              boundary: data.boundary!,
              keptOut: data.keptOut!,
              species: [],
              plots: { round, all: marks },
            }}
          />
          <p class="quiet">
            In a ring: good trees. A broken ring waits, with its number{found.planned.length &&
            found.unplanned.length
              ? '; dots are plots besides'
              : ''}.
            <a href="{root}/plan">{found.planned.length ? 'Plan anew' : 'Plan where to look'}</a>
          </p>
        </div>
        <div>
          <h2>By fault</h2>
          {#if found.counts.length}
            <table class="bars">
              <tbody>
                {#each found.counts as { fault, count } (fault)}
                  <tr
                    ><th scope="row">{faultNames[fault]}</th><td class="bar"
                      ><i style:width="{(100 * count) / mostCount}%"></i></td
                    ><td class="n">{count}</td></tr
                  >
                {/each}
              </tbody>
            </table>
          {:else}<p class="quiet">No fault found yet.</p>{/if}
          {#if tenMore && all}
            <h2>How many are enough?</h2>
            <p>
              {howMany(all.clusters, 'plot')}
              {all.clusters === 1 ? 'knows' : 'know'} it to ±&nbsp;{percent(tenMore.now)}. Ten more
              would make it ±&nbsp;{percent(tenMore.then)}. <a href="{root}/plan">How many</a>
            </p>
          {/if}
        </div>
      </div>
      {#if chart?.points.length}
        <div class="head">
          <h2>Faulty trees by the day they went in</h2>
          <Select
            labelText="Whose days"
            hideLabel
            size="sm"
            selected={whose}
            on:update={(e) => (whose = String(e.detail))}
          >
            <SelectItem value="" text="The crew, each day against the others" />
            {#each found.charts as { id, name } (id)}<SelectItem
                value={id}
                text="{name} against the rest"
              />{/each}
          </Select>
        </div>
        <ControlChart points={chart.points} change={chart.change} name={chart.name} />
        {#if chart.change}
          <p>
            {chart.name}: {percent(chart.change.before.hits / chart.change.before.of)} faulty before
            {formatDay(chart.change.day)}, {percent(
              chart.change.after.hits / chart.change.after.of,
            )} from then on. Plots in any other order show so great a change {once(
              chart.change.chance,
            )}.
          </p>
        {/if}
      {/if}
      <div class="head">
        <h2>Satisfactory trees</h2>
        <Select
          labelText="By"
          hideLabel
          size="sm"
          selected={group}
          on:update={(e) => (group = e.detail as typeof group)}
        >
          {#each GROUPS as [value, text] (value)}<SelectItem {value} {text} />{/each}
        </Select>
      </div>
      {#if groups.length}
        <table class="ledger">
          <thead
            ><tr
              ><th>{GROUPS.find(([value]) => value === group)?.[1]}</th><th class="n">Good</th><th
                class="n">Looked at</th
              ><th class="n">Quality</th><th class="n">95 % interval, plots as clusters</th></tr
            ></thead
          >
          <tbody>
            {#each groups as { name, estimate } (name)}
              <tr
                ><td>{group === 'day' ? formatDay(name, true) : name}</td><td class="n"
                  >{formatNumber(estimate.hits)}</td
                ><td class="n">{formatNumber(estimate.of)}</td><td class="n"
                  >{percent(estimate.estimate)}</td
                ><td class="n">{percent(estimate.low)} to {percent(estimate.high)}</td></tr
              >
            {/each}
          </tbody>
        </table>
        {#if group === 'lot'}<p class="quiet">
            Where a plot names no lot, its trees are told to the only lot of their species, or to
            the one that their planter was issued that day.
          </p>{/if}
      {:else}<p class="quiet">
          {group === 'lot'
            ? 'None of the plots names a lot, and what the planters were issued does not tell which of several it was.'
            : 'None of the plots says so yet. Plots looked at on the phone do, tree by tree.'}
        </p>{/if}
    </section>
    <aside class="comes-to">
      <h2>Quality</h2>
      {#if all}
        <div><span class="big">{percent(all.estimate)}</span></div>
        <p class="quiet num">
          {percent(all.low)} to {percent(all.high)}, {howMany(all.clusters, 'plot')} as clusters
        </p>
        <Figure
          label="Satisfactory"
          figure={{
            value: all.estimate,
            kind: 'share',
            formula: 'satisfactory ÷ looked at; Wilson’s interval for what the plots are worth',
            steps: [
              { label: 'satisfactory', value: all.hits, kind: 'count' },
              { label: 'looked at', value: all.of, kind: 'count' },
              { label: 'plots', value: all.clusters, kind: 'count' },
              { label: 'design effect', value: all.designEffect, kind: 'number' },
              { label: 'worth so many single trees', value: all.worth, kind: 'number' },
              { label: 'from', value: all.low, kind: 'share' },
              { label: 'to', value: all.high, kind: 'share' },
            ],
          }}
        />
        {#if found.ofPlan}
          <p class="quiet num">
            The plan’s plots alone, which is what the client is told: {percent(
              found.ofPlan.estimate,
            )} ({percent(found.ofPlan.low)} to {percent(found.ofPlan.high)}, {howMany(
              found.ofPlan.clusters,
              'plot',
            )}).
          </p>
        {/if}
        <ToDo {found} {doing} mayDecide={data.mayDecide} blockId={data.block.id} />
        {#if found.recent.some(({ findsDouble }) => findsDouble !== undefined)}
          <p class="quiet">
            Of an equal crew somebody would be named in one {found.lately
              ? 'fortnight'
              : 'planting'} of twenty. Somebody with twice the faults would be found with a chance of
            {percent(
              Math.min(
                ...found.recent.flatMap(({ findsDouble }) =>
                  findsDouble === undefined ? [] : [findsDouble],
                ),
              ),
            )} to {percent(Math.max(...found.recent.map(({ findsDouble }) => findsDouble ?? 0)))}:
            more plots find more.
          </p>
        {/if}
      {:else}<p class="quiet">
          Nothing looked at yet. <a href="{root}/plan">Plan where to look</a>, or
          <a href="{root}/plots">enter a plot</a>.
        </p>{/if}
      <Decided {found} {doing} mayDecide={data.mayDecide} />
      <Outcome of={doing} />
      {#if found.agreements.length}
        <h2>Two checkers</h2>
        {#each found.agreements as pair (pair.first + pair.second)}
          <p>
            {pair.first} and {pair.second} agree on {pair.same} of {howMany(
              pair.trees,
              'tree',
            )}{pair.kappa
              ? `, kappa ${pair.kappa.estimate.toFixed(2)} (${pair.kappa.low.toFixed(2)} to ${pair.kappa.high.toFixed(2)})`
              : ''}.
            {#if pair.differ.length}They differ most on: {faultNames[pair.differ[0].fault]}.{/if}
            {#if pair.chance < 0.05}{pair.onlyFirst > pair.onlySecond ? pair.first : pair.second} is stricter.{/if}
          </p>
        {/each}
      {/if}
      <h2>For the client</h2>
      <p>
        <a href="{root}/acceptance.pdf?units={units.system}" target="_blank" rel="noreferrer"
          >Acceptance sheet (PDF)</a
        >
        · <a href="{root}/plots.csv" download>Plots (CSV)</a>
      </p>
      <p>
        <a href="/blocks/{data.block.id}/stock/handling">What was seen at the boxes</a>: a tree can
        stand well and be dead.
      </p>
    </aside>
  </div>
{/if}

<style>
  .pair {
    display: grid;
    grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
    gap: 22px;
  }
  .head {
    display: flex;
    gap: 16px;
    align-items: center;
    justify-content: space-between;
    margin-top: 14px;
  }
  .head h2 {
    margin: 0;
  }
  .bars {
    width: 100%;
    border-spacing: 0 5px;
    font-size: 15px;
  }
  .bars th {
    font-weight: 400;
    text-align: left;
    white-space: nowrap;
    padding-right: 10px;
    width: 1%;
  }
  .bars .bar i {
    display: block;
    height: 8px;
    background: var(--ochre);
  }
  .bars tr:first-child .bar i {
    background: var(--clay);
  }
  .bars .n {
    text-align: right;
    width: 2.2em;
    font-variant-numeric: tabular-nums;
  }
  @media (max-width: 900px) {
    .pair {
      grid-template-columns: 1fr;
    }
  }
</style>
