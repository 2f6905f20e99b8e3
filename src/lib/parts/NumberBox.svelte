<script lang="ts">
  import { onMount } from 'svelte';
  import { formatNumber } from '$core/measure/units';
  import { readNumber } from '$core/measure/typed';
  import { told } from '$core/say/told';
  import { useSpoken } from './reader.svelte';

  interface Props {
    /** Undefined while the field is empty. */
    value?: number | null;
    min?: number | string;
    max?: number | string;
    /** Arrow keys step by it; a whole step takes whole numbers only. */
    step?: number | string;
    id?: string;
    class?: string;
    disabled?: boolean;
    required?: boolean;
    placeholder?: string;
    'aria-label'?: string;
    /** Told once the number is understood. */
    onvalue?: (value: number) => void;
    /** Told when the field was emptied; without it an emptied field shows its number again. */
    onempty?: () => void;
  }
  let {
    value = $bindable(),
    min,
    max,
    step = 1,
    id,
    class: kind = '',
    disabled = false,
    required = false,
    placeholder,
    'aria-label': label,
    onvalue,
    onempty,
  }: Props = $props();
  const own = $props.id();
  const spoken = useSpoken();
  const number = (bound: number | string | undefined) =>
    bound === undefined || bound === '' ? undefined : Number(bound);
  const stride = $derived(step === 'any' ? 1 : Number(step));
  const range = $derived({
    min: number(min),
    max: number(max),
    whole: step !== 'any' && Number.isInteger(stride),
  });
  let typed = $state<string>();
  /** The keys for numbers of some phones have no minus. */
  let keysLackMinus = $state(false);
  onMount(() => void (keysLackMinus = /iP(hone|od|ad)/.test(navigator.userAgent)));
  const wantsMinus = $derived(keysLackMinus && range.min !== undefined && range.min < 0);
  let wrong = $state('');
  const decimals = (n: number) => Math.min(6, String(n).split('.')[1]?.length ?? 0);
  const written = (n: number) => formatNumber(n, decimals(n)).replace('−', '-');
  const shown = $derived(
    typed ?? (value === undefined || value === null || Number.isNaN(value) ? '' : written(value)),
  );

  function give(next: number) {
    wrong = '';
    typed = undefined;
    if (next === value) return;
    value = next;
    onvalue?.(next);
  }
  function take(text: string) {
    if (!text.trim()) {
      wrong = required ? spoken(told('measure.missing')) : '';
      typed = required ? text : undefined;
      // Whoever is told of values and not of none has to have one: the field shows again what holds.
      if (!required && onvalue && !onempty) typed = undefined;
      else if (!required && value !== undefined && value !== null) {
        value = undefined;
        onempty?.();
      }
      return;
    }
    try {
      give(readNumber(text, range));
    } catch (error) {
      typed = text;
      wrong = spoken(error);
    }
  }
  /** What is bound follows while it is typed; whoever is told of a value is told when it is finished. */
  function follow(text: string) {
    typed = text;
    if (onvalue || !text.trim()) return;
    try {
      value = readNumber(text, range);
      wrong = '';
    } catch {
      // Half a number is no mistake yet.
    }
  }
  function nudge(event: KeyboardEvent) {
    const way = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (!way) return;
    event.preventDefault();
    const next = Math.round(((value ?? 0) + way * stride) * 1e6) / 1e6;
    give(Math.min(range.max ?? Infinity, Math.max(range.min ?? -Infinity, next)));
  }
</script>

<span class="box {kind}" data-unread={wrong ? '' : undefined}>
  <input
    {id}
    class="num"
    class:wrong={Boolean(wrong)}
    type="text"
    role="spinbutton"
    inputmode={wantsMinus ? 'text' : range.whole ? 'numeric' : 'decimal'}
    autocomplete="off"
    aria-label={label}
    aria-valuenow={value ?? undefined}
    aria-valuemin={range.min}
    aria-valuemax={range.max}
    aria-invalid={Boolean(wrong)}
    aria-describedby={wrong ? `${own}-wrong` : undefined}
    value={shown}
    {disabled}
    {placeholder}
    oninput={(event) => follow(event.currentTarget.value)}
    onchange={(event) => take(event.currentTarget.value)}
    onkeydown={nudge}
  />
  {#if wrong}<span class="why" id="{own}-wrong" role="alert">{wrong}</span>{/if}
</span>

<style>
  .box {
    display: inline-grid;
    min-width: 0;
  }
  input {
    font: inherit;
    font-variant-numeric: tabular-nums;
    width: 100%;
    min-width: 0;
    box-sizing: border-box;
    text-align: inherit;
  }
  .wrong {
    outline: 2px solid var(--clay);
    outline-offset: -2px;
  }
  .why {
    color: var(--clay);
    font-size: 13px;
    line-height: 1.3;
    max-width: 22em;
  }
</style>
