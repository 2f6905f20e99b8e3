<script lang="ts">
  import { page } from '$app/state';
  import type { Call } from '$core/morning/board';
  import type { Message } from '$core/say/message';
  import { words } from '$lib/words';
  import { useUnits } from './figures.svelte';

  let { calls }: { calls: readonly Call[] } = $props();
  const units = useUnits();
  const written = (message: Message) =>
    words(message, { system: units.system, zone: page.data.site?.zone });
  /** Numbers stand out: they are what a sentence is read for. */
  const parts = (sentence: string) =>
    sentence.split(/(\d[\d\u202f.]*(?:\s(?:min|days?|km\/h|mph|of \d+))?)/);
</script>

<ul>
  {#each calls as call, i (i)}
    <li class={call.urgency}>
      <span class="when num">{written(call.when)}</span>
      <div>
        <p>
          {#each parts(written(call.say)) as part, k (k)}{#if k % 2}<b class="num">{part}</b
              >{:else}{part}{/if}{/each}
        </p>
        {#if call.detail}<small>{written(call.detail)}</small>{/if}
      </div>
      <a href="/blocks/{call.block}/{call.room}">{written(call.action)}</a>
    </li>
  {/each}
</ul>

<style>
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: 86px 1fr auto;
    gap: 16px;
    padding: 12px 0;
    border-top: 1px solid var(--rule);
    align-items: start;
  }
  .when {
    font-size: 13.5px;
    font-weight: 650;
    padding-top: 3px;
    color: var(--slate);
  }
  .stop .when {
    color: var(--clay);
  }
  .soon .when {
    color: var(--ochre);
  }
  p {
    margin: 0;
    font-size: 17px;
    line-height: 1.35;
  }
  small {
    color: var(--slate);
    font-size: 13.5px;
    display: block;
    margin-top: 2px;
  }
  a {
    font-weight: 650;
    font-size: 14.5px;
    white-space: nowrap;
    text-decoration: none;
    border-bottom: 1.5px solid var(--viridian);
  }
  @media (max-width: 600px) {
    li {
      grid-template-columns: 1fr;
      gap: 4px;
    }
    a {
      justify-self: start;
    }
  }
</style>
