<script lang="ts">
  import { toolNamed, useTongue } from './tongue.svelte';

  interface Props {
    /** Since when they are at work, milliseconds; null while they are not. */
    since: number | null;
    /** What may be clocked on with, the likeliest first. */
    tools: readonly string[];
    onclock: (kind: 'on' | 'off', tool: string) => void;
  }
  /** A planter's own day: begun with a tool, ended by going home. */
  let { since, tools, onclock }: Props = $props();
  const tongue = useTongue();
  const { say } = tongue;
  let chosen = $state('');
  const tool = $derived(tools.includes(chosen) ? chosen : (tools[0] ?? ''));
</script>

<p>
  {#if since === null}
    {#if tools.length}<label
        ><span class="visually-hidden">{say('rows.with')}</span>
        <select value={tool} onchange={(event) => (chosen = event.currentTarget.value)}>
          {#each tools as name (name)}<option value={name}>{toolNamed(name, say)}</option>{/each}
        </select></label
      >{/if}
    <button onclick={() => onclock('on', tool)}>{say('rows.begin')}</button>
  {:else}
    <span>{say('rows.since', { time: tongue.time(since) })}</span>
    <button onclick={() => onclock('off', '')}>{say('rows.home')}</button>
  {/if}
</p>

<style>
  p {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 12px;
    margin: 6px 0;
    font-size: 17px;
  }
  label {
    flex: 1 1 0;
    min-width: 0;
  }
  select,
  button {
    font: 600 17px var(--text);
    min-height: 56px;
    background: var(--sheet);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    border-radius: 0;
  }
  select {
    width: 100%;
    font-weight: 400;
    padding: 0 10px;
    background: var(--field);
  }
  button {
    padding: 0 18px;
  }
</style>
