<script lang="ts">
  import { Checkbox } from 'carbon-components-svelte';
  import {
    WORK_RATES,
    worksOf,
    type WorkGround,
    type WorkKey,
    type WorkTerms,
  } from '$core/calendar/works';
  import { formatSpan, type Day } from '$core/measure/dates';
  import Figure from '$lib/parts/Figure.svelte';
  import Measure from '$lib/parts/Measure.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import { inWords, spoken } from '$lib/parts/reader.svelte';

  interface Props {
    ground: WorkGround;
    /** When the calendar has each. */
    days: readonly { key: string; start: Day; finish: Day }[];
    terms: WorkTerms;
    editable: boolean;
    block: string;
    onchange: (terms: WorkTerms) => void;
  }
  let { ground, days, terms, editable, block, onchange }: Props = $props();
  const NAMES: Record<WorkKey, string> = {
    'cost-share': 'Apply for cost share',
    cover: 'Sow ground cover first',
    drains: 'Lay drains',
    loosening: 'Loosen spots',
    terraces: 'Cut terraces',
    pits: 'Dig pits',
    wetting: 'Wet spots with an agent',
    inoculant: 'Inoculate the roots',
  };
  const LINES = {
    cover: 'Seed',
    pipe: 'Drain pipe',
    wetting: 'Agent',
    inoculant: 'Inoculant',
    draining: 'Digger',
    loosening: 'By hand',
    terracing: 'Digging',
    pits: 'Digging',
  } as const;
  /** Measured before they can be done at all. */
  const needs = (key: WorkKey) =>
    (key === 'terraces' && !terms.terraces) ||
    (key === 'pits' && !terms.pits) ||
    (key === 'drains' && !terms.drains);
  const found = $derived.by(() => {
    try {
      return { works: worksOf(ground, terms) };
    } catch (error) {
      return { wrong: spoken(error) };
    }
  });
  const day = (task?: string) => days.find(({ key }) => key === task);
  /** Whatever agrees with the ground is no choice of the leader's. */
  function choose(key: WorkKey, asked: boolean, on: boolean) {
    const { [key]: _before, ...others } = terms.chosen ?? {};
    onchange({ ...terms, chosen: on === asked ? others : { ...others, [key]: on } });
  }
</script>

<h2>Works before the trees</h2>
{#if found.wrong}<p class="say stop" role="alert">{found.wrong}</p>{/if}
<ul>
  {#each found.works ?? [] as { key, asked, on, because, task, lines } (key)}
    <li class:on>
      <div class="what">
        {#if needs(key)}
          <p class="name">{NAMES[key]}</p>
        {:else}
          <Checkbox
            labelText={NAMES[key]}
            checked={on}
            disabled={!editable}
            on:check={(event) => choose(key, asked, event.detail)}
          />
        {/if}
        <p class="quiet">
          {inWords(because)}
          {#if key === 'terraces' || key === 'pits'}<a href="/blocks/{block}/rows">Rows</a>{/if}
        </p>
        {#if key === 'drains' && editable}
          <Measure
            label="Metres of drain"
            value={terms.drains ?? 0}
            max={100_000}
            step={5}
            onchange={(metres) => onchange({ ...terms, drains: metres || undefined })}
          />
        {/if}
        {#if key === 'terraces' && terms.terraces && editable}
          <Checkbox
            labelText="Cut them right after planting"
            checked={terms.terraces.after}
            on:check={(event) =>
              onchange({ ...terms, terraces: { ...terms.terraces!, after: event.detail } })}
          />
        {/if}
      </div>
      {#if on}
        <div>
          {#each Object.entries(lines) as [item, figure] (item)}
            <Figure label={LINES[item as keyof typeof LINES]} {figure} />
          {/each}
          {#if day(task)}<p class="quiet num">
              {formatSpan(day(task)!.start, day(task)!.finish)}
            </p>{/if}
        </div>
      {/if}
    </li>
  {/each}
</ul>
{#if terms.terraces || terms.pits}
  <NumberField
    label="Earth one person moves in an hour"
    unit="m³"
    decimals={2}
    min={0.01}
    max={500}
    disabled={!editable}
    value={terms.digging ?? WORK_RATES.digging}
    onvalue={(digging) => onchange({ ...terms, digging })}
  />
{/if}
<p class="quiet">
  Locate buried services before anything is dug. An agent’s label is the law, as any product’s.
</p>

<style>
  ul {
    list-style: none;
    margin: 0 0 10px;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
    gap: 4px 28px;
    border-top: 1px solid var(--rule);
    padding: 4px 0 6px;
  }
  li .quiet {
    margin: 0 0 4px;
    font-size: 13.5px;
  }
  .name {
    margin: 3px 0 4px;
    padding-left: 26px;
    font-size: 14px;
  }
  .what > .quiet {
    padding-left: 26px;
  }
  @media (max-width: 700px) {
    li {
      grid-template-columns: 1fr;
    }
  }
</style>
