<script lang="ts" generics="Key extends string">
  interface Props {
    tabs: readonly (readonly [Key, string])[];
    selected: Key;
    label: string;
    onselect: (key: Key) => void;
    /** Under a drawing, across its whole width. */
    under?: boolean;
  }
  let { tabs, selected, label, onselect, under = false }: Props = $props();
</script>

<div class="tabs" class:under role="tablist" aria-label={label}>
  {#each tabs as [key, name] (key)}
    <button role="tab" aria-selected={selected === key} onclick={() => onselect(key)}>{name}</button
    >
  {/each}
</div>

<style>
  .tabs {
    display: flex;
    justify-content: space-between;
    border-bottom: 1px solid var(--rule-strong);
    margin: -4px 0 12px;
  }
  .under {
    justify-content: start;
    gap: 14px;
    margin: 0;
    padding: 2px 16px 0;
    background: var(--sheet);
    border-top: 1px solid var(--rule-strong);
    border-bottom-color: var(--rule);
    overflow-x: auto;
  }
  button {
    font: 14px var(--text);
    color: var(--slate);
    background: none;
    border: 0;
    border-bottom: 3px solid transparent;
    padding: 6px 2px 5px;
    white-space: nowrap;
    cursor: pointer;
  }
  button[aria-selected='true'] {
    color: var(--ink);
    font-weight: 600;
    border-bottom-color: var(--viridian);
  }
</style>
