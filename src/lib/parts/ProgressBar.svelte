<script lang="ts">
  interface Props {
    /** Share done, 0 to 1; undefined while it cannot be told. */
    value?: number;
    label: string;
  }
  let { value, label }: Props = $props();
</script>

<label>
  <span>{label}</span>
  <progress value={value || undefined} max="1"></progress>
  {#if value}<span class="num">{Math.round(value * 100)} %</span>{/if}
</label>

<style>
  label {
    display: flex;
    align-items: center;
    gap: 10px;
  }
  progress {
    width: 160px;
    height: 10px;
    accent-color: var(--viridian);
  }
</style>
