<script lang="ts">
  interface Props {
    label: string;
    value: number;
    min: number;
    max: number;
    step?: number;
    disabled?: boolean;
    /** What the value means, read out instead of the bare number. */
    says?: string;
    /** With every step of the drag, so that what hangs on it follows the finger. */
    onvalue: (value: number) => void;
  }
  let { label, value, min, max, step = 1, disabled = false, says, onvalue }: Props = $props();
</script>

<!-- The browser's own, in Carbon's colours: Carbon's writes the value back within its bounds, and 0.4 m typed beside it would become 1 m. -->
<input
  type="range"
  aria-label={label}
  aria-valuetext={says}
  {min}
  {max}
  {step}
  {value}
  {disabled}
  oninput={(event) => onvalue(Number(event.currentTarget.value))}
/>

<style>
  input {
    width: 100%;
    min-height: 24px;
    accent-color: var(--viridian);
  }
</style>
