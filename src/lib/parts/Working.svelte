<script lang="ts">
  import type { WordedFigure } from '$core/measure/working';
  import type { Message } from '$core/say/message';
  import { words } from '$lib/words';
  import { useUnits } from './figures.svelte';
  import { useWritten } from './reader.svelte';

  let { figure }: { figure: WordedFigure } = $props();
  const units = useUnits();
  const written = useWritten();
  const said = (text: Message | string) => (typeof text === 'string' ? text : words(text, units));
</script>

<div class="working">
  {#if figure.formula}<p>{said(figure.formula)}</p>{/if}
  <table>
    <tbody>
      {#each figure.steps as step, i (i)}
        <tr>
          <td class="value">{written(units.format(step.value, step.kind))}</td>
          <td class="label">{said(step.label)}</td>
        </tr>
      {/each}
      <tr class="total">
        <td class="value">= {written(units.format(figure.value, figure.kind))}</td>
        <td></td>
      </tr>
    </tbody>
  </table>
</div>

<style>
  .working {
    background: var(--viridian-tint);
    border-left: 3px solid var(--viridian);
    padding: 8px 10px;
    margin: 2px 0 8px;
    font-size: 13px;
  }
  p {
    margin: 0 0 4px;
    font-size: 12.5px;
    color: var(--slate);
  }
  td {
    padding: 1px 0;
    vertical-align: baseline;
  }
  .value {
    font-family: var(--mono);
    font-size: 12.5px;
    text-align: right;
    padding-right: 10px;
    white-space: nowrap;
  }
  .label {
    color: var(--slate);
  }
  .total .value {
    font-weight: 650;
  }
</style>
