<script lang="ts">
  interface Props {
    /** What is measured, and what of it passes. */
    label: string;
    passes: string;
    /** The measure, written. */
    value: string;
    /** It was measured, and not only taken as usual. */
    known: boolean;
    /** Before the signs of both keys, where a page has several. */
    named?: string;
    onstep: (by: 1 | -1) => void;
  }
  /** A measure that is stepped up and down with a gloved thumb. */
  let { label, passes, value, known, named = '', onstep }: Props = $props();
  const name = (sign: string) => (named ? `${named} ${sign}` : sign);
</script>

<div>
  <span>{label}<br /><small>{passes}</small></span>
  <button aria-label={name('−')} onclick={() => onstep(-1)}>−</button>
  <b class="num" class:none={!known}>{value}</b>
  <button aria-label={name('+')} onclick={() => onstep(1)}>+</button>
</div>

<style>
  div {
    display: grid;
    grid-template-columns: 1fr 60px 86px 60px;
    gap: 6px;
    align-items: center;
  }
  button {
    min-height: 60px;
    font: 650 24px var(--text);
    border: 2px solid var(--viridian);
    background: var(--sheet);
    color: var(--viridian-deep);
    touch-action: manipulation;
  }
  b {
    text-align: center;
    font-size: 20px;
  }
  b.none {
    color: var(--slate);
    font-weight: 400;
  }
</style>
