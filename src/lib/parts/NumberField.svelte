<script lang="ts">
  import NumberBox from './NumberBox.svelte';

  interface Props {
    label: string;
    value?: number | null;
    min?: number;
    max?: number;
    /** Digits after the point that the number may have; 0 takes whole numbers only. */
    decimals?: number;
    step?: number;
    /** Written behind the number: "%", "°C". */
    unit?: string;
    helper?: string;
    disabled?: boolean;
    required?: boolean;
    onvalue?: (value: number) => void;
    onempty?: () => void;
  }
  /** A number with its label, read as people write it and written back as it was understood. */
  let {
    label,
    value = $bindable(),
    min,
    max,
    decimals = 0,
    step,
    unit,
    helper,
    disabled,
    required,
    onvalue,
    onempty,
  }: Props = $props();
  const id = $props.id();
</script>

<div class="bx--form-item number-field">
  <label class="bx--label" for={id}>{label}</label>
  <div class="line">
    <NumberBox
      {id}
      class="carbon"
      bind:value
      {min}
      {max}
      step={step ?? (decimals ? 10 ** -decimals : 1)}
      {disabled}
      {required}
      {onvalue}
      {onempty}
    />
    {#if unit}<span class="unit">{unit}</span>{/if}
  </div>
  {#if helper}<div class="bx--form__helper-text">{helper}</div>{/if}
</div>

<style>
  .number-field {
    display: block;
    min-width: 0;
  }
  .line {
    display: flex;
    align-items: start;
    gap: 8px;
    width: 100%;
  }
  .line :global(.carbon) {
    flex: 1;
  }
  .line :global(.carbon input) {
    height: 36px;
    padding: 0 10px;
    border: 1px solid var(--rule-strong);
    border-bottom: 2px solid var(--ink);
    background: var(--field);
    color: var(--ink);
  }
  .unit {
    line-height: 36px;
    min-width: 2.2em;
    color: var(--slate);
  }
</style>
