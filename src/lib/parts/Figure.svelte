<script lang="ts">
  import type { WordedFigure } from '$core/measure/working';
  import { useUnits } from './figures.svelte';
  import { usePartWords, useWritten } from './reader.svelte';
  import Working from './Working.svelte';

  interface Props {
    label: string;
    figure: WordedFigure;
  }
  let { label, figure }: Props = $props();
  const units = useUnits();
  const say = usePartWords();
  const written = useWritten();
  let open = $state(false);
  const id = $props.id();
</script>

<div class="figure">
  <span>{label}</span>
  <span class="value num">{written(units.format(figure.value, figure.kind))}</span>
  {#if figure.steps.length}
    <button
      class="link-button how"
      aria-expanded={open}
      aria-controls="{id}-working"
      onclick={() => (open = !open)}
    >
      {say('part.working')}
      <span class="visually-hidden">{say('part.workingOf', { label })}</span>
    </button>
  {:else}
    <span></span>
  {/if}
</div>
{#if open}<div id="{id}-working"><Working {figure} /></div>{/if}

<style>
  .figure {
    display: grid;
    grid-template-columns: 1fr auto auto;
    gap: 8px;
    align-items: baseline;
    padding: 5px 0;
    border-top: 1px solid var(--rule);
    font-size: 14.5px;
  }
  .value {
    font-size: 15.5px;
    font-weight: 600;
    white-space: nowrap;
  }
  .how {
    font-size: 12.5px;
  }
</style>
