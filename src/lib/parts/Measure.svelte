<script lang="ts">
  import { spoken } from '$lib/parts/reader.svelte';
  import { TextInput } from 'carbon-components-svelte';
  import { parseLength } from '$core/measure/typed';
  import { formatLength } from '$core/measure/units';
  import { useUnits } from './figures.svelte';

  interface Props {
    label: string;
    /** Metres. */
    value: number;
    onchange: (metres: number) => void;
    min?: number;
    max?: number;
    disabled?: boolean;
    step?: number;
  }
  let {
    label,
    value,
    onchange,
    min = 0,
    max = 1000,
    disabled = false,
    step = 0.1,
  }: Props = $props();
  const units = useUnits();
  let typed = $state<string | undefined>(undefined);
  let wrong = $state('');
  const shown = $derived(typed ?? formatLength(value, units.system));

  function take(text: string) {
    try {
      const metres = parseLength(text, units.system, { min, max });
      if (!(metres >= min && metres <= max)) {
        throw new Error(
          `${formatLength(metres, units.system)} was found; ${formatLength(min, units.system)} to ${formatLength(max, units.system)} is accepted.`,
        );
      }
      wrong = '';
      typed = undefined;
      if (Math.abs(metres - value) > 1e-9) onchange(metres);
    } catch (error) {
      typed = text;
      wrong = spoken(error);
    }
  }

  /** Arrow keys nudge by a step, as on any number. */
  function nudge(event: KeyboardEvent) {
    const way = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (!way) return;
    event.preventDefault();
    onchange(Math.min(max, Math.max(min, Math.round((value + way * step) * 1000) / 1000)));
    typed = undefined;
  }
</script>

<div class="measure" data-unread={wrong ? '' : undefined}>
  <TextInput
    labelText={label}
    value={shown}
    invalid={Boolean(wrong)}
    invalidText={wrong}
    {disabled}
    on:change={(event) => take(String(event.detail))}
    on:keydown={nudge}
  />
</div>

<style>
  .measure :global(.bx--text-input-wrapper),
  .measure :global(.bx--form-item) {
    display: grid;
    grid-template-columns: 1fr 104px;
    align-items: center;
  }
  .measure :global(.bx--text-input__field-outer-wrapper) {
    grid-column: 2;
  }
  .measure :global(.bx--label) {
    margin: 0;
    font-size: 14px;
  }
  .measure :global(input) {
    text-align: right;
  }
  .measure :global(.bx--text-input__invalid-icon) {
    display: none;
  }
  .measure :global(.bx--text-input--invalid) {
    padding-right: 10px;
  }
  .measure :global(.bx--form-requirement) {
    grid-column: 1 / -1;
    color: var(--clay);
  }
  .measure {
    margin-bottom: 6px;
  }
</style>
