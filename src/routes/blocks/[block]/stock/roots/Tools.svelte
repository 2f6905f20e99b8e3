<script lang="ts">
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { saveWhole } from '$lib/parts/whole.svelte';
  import { v7 as uuid } from 'uuid';
  import { parseLength } from '$core/measure/typed';
  import { formatLength } from '$core/measure/units';
  import type { Tool } from '$core/stock/roots';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { send } from '$lib/parts/send.svelte';

  interface Props {
    tools: readonly (Tool & { edition: number })[];
    siteId: string;
    mayRecord: boolean;
  }
  let { tools, siteId, mayRecord }: Props = $props();
  const units = useUnits();
  const doing = new Doing();
  const KINDS: [Tool['kind'], string][] = [
    ['bar', 'planting bar'],
    ['spade', 'spade'],
    ['auger', 'auger'],
    ['machine', 'machine'],
    ['tube', 'tube planter'],
  ];
  /** What such a tool usually measures; from memory, the leader enters the crew's own. */
  const USUAL: Record<Tool['kind'], Omit<Tool, 'id' | 'kind'>> = {
    bar: { name: 'Bar', depth: 0.25, width: 0.08, rate: 800 },
    spade: { name: 'Spade', depth: 0.32, width: 0.26, rate: 250 },
    auger: { name: 'Auger', depth: 0.35, width: 0.15, rate: 350 },
    machine: { name: 'Machine', depth: 0.3, width: 0.1, rate: 4000 },
    tube: { name: 'Tube planter', depth: 0.15, width: 0.06, rate: 500 },
  };
  let kind = $state<Tool['kind']>('bar');

  const attempt = (task: () => Promise<unknown>) =>
    doing.run(async () => {
      await task();
    });
  const save = (tool: Tool & { edition?: number }, next: Partial<Tool>) =>
    attempt(() => {
      const { id, name, kind, depth, width, rate } = { ...tool, ...next };
      return saveWhole(
        'stock.tool',
        {
          before: { ...tool },
          mine: { id, name, kind, depth, width, rate },
          edition: tool.edition ?? 0,
        },
        (value, edition) => ({ ...value, siteId, edition }),
      );
    });
  const measure = (tool: Tool, key: 'depth' | 'width', text: string) =>
    attempt(() => save(tool, { [key]: parseLength(text, units.system) }));
</script>

<h2>The crew’s tools</h2>
<div class="wide">
  <table class="ledger">
    <thead
      ><tr
        ><th>Tool</th><th>Kind</th><th class="n">Hole deep</th><th class="n">wide</th><th class="n"
          >Trees a day</th
        ><th></th></tr
      ></thead
    >
    <tbody>
      {#each tools as tool (tool.id)}
        <tr>
          <td
            ><input
              aria-label="Name of {tool.name}"
              value={tool.name}
              disabled={!mayRecord}
              onchange={(e) => save(tool, { name: e.currentTarget.value })}
            /></td
          >
          <td>{KINDS.find(([key]) => key === tool.kind)?.[1]}</td>
          {#each ['depth', 'width'] as const as key (key)}
            <td class="n"
              ><input
                class="short"
                aria-label="{key === 'depth' ? 'Depth' : 'Width'} of the hole of {tool.name}"
                value={formatLength(tool[key], units.system)}
                disabled={!mayRecord}
                onchange={(e) => measure(tool, key, e.currentTarget.value)}
              /></td
            >
          {/each}
          <td class="n"
            ><NumberBox
              class="short"
              min="1"
              max="20000"
              aria-label="Trees a day with {tool.name}"
              value={tool.rate}
              disabled={!mayRecord}
              onvalue={(typed) => save(tool, { rate: typed })}
            /></td
          >
          <td class="n"
            >{#if mayRecord}<button
                class="link-button"
                onclick={() => attempt(() => send('stock.dropTool', { id: tool.id }))}
                >Take off<span class="visually-hidden"> {tool.name}</span></button
              >{/if}</td
          >
        </tr>
      {:else}<tr><td colspan="6" class="quiet">None yet. Add what the crew has.</td></tr>{/each}
    </tbody>
  </table>
</div>
{#if mayRecord}
  <p class="add">
    <select aria-label="Kind of tool to add" bind:value={kind}
      >{#each KINDS as [key, name] (key)}<option value={key}>{name}</option>{/each}</select
    >
    <button class="link-button" onclick={() => save({ id: uuid(), kind, ...USUAL[kind] }, {})}
      >Add it</button
    >
  </p>
{/if}
<Outcome of={doing} />

<style>
  input,
  select {
    font: 14px var(--text);
    height: 30px;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    border-bottom: 2px solid var(--ink);
    padding: 0 7px;
    width: 130px;
  }
  .short {
    width: 84px;
    text-align: right;
  }
  .add {
    display: flex;
    gap: 12px;
    align-items: center;
  }
</style>
