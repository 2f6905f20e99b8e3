<script lang="ts">
  import { Button, Checkbox, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { judge, DAMP, DRAINAGE, LIGHT, TEXTURES, type Soil, type Zone } from '$core/ground/zones';
  import { formatPercent } from '$core/measure/units';
  import Measure from '$lib/ui/Measure.svelte';

  interface Props {
    zone: Zone;
    planting: 'hand' | 'machine';
    slope?: number;
    editable: boolean;
    open: boolean;
    ontoggle: () => void;
    onchange: (next: Partial<Zone>) => void;
    onremove: () => void;
  }
  let { zone, planting, slope, editable, open, ontoggle, onchange, onremove }: Props = $props();
  const judgements = $derived(judge(zone, planting, slope));
  const soil = (next: Partial<Soil>) => onchange({ soil: { ...zone.soil, ...next } });
</script>

<div class="card">
  <button class="head" aria-expanded={open} onclick={ontoggle}>
    <b>{zone.name}</b>
    <span>{zone.damp}, {zone.soil.texture}</span>
    <small
      >{zone.light}{slope === undefined ? '' : `, ${formatPercent(slope)} slope`}{judgements.length
        ? ` · ${judgements.length} to heed`
        : ''}</small
    >
  </button>
  {#if open}
    <div class="body">
      <TextInput
        labelText="Name"
        size="sm"
        value={zone.name}
        disabled={!editable}
        maxlength={80}
        on:change={(e) => onchange({ name: String(e.detail) || zone.name })}
      />
      <Select
        labelText="How damp"
        size="sm"
        selected={zone.damp}
        disabled={!editable}
        on:update={(e) => onchange({ damp: e.detail as Zone['damp'] })}
      >
        {#each DAMP as value (value)}<SelectItem {value} text={value} />{/each}
      </Select>
      <Select
        labelText="Light"
        size="sm"
        selected={zone.light}
        disabled={!editable}
        on:update={(e) => onchange({ light: e.detail as Zone['light'] })}
      >
        {#each LIGHT as value (value)}<SelectItem {value} text={value} />{/each}
      </Select>
      <Select
        labelText="Texture"
        size="sm"
        selected={zone.soil.texture}
        disabled={!editable}
        on:update={(e) => soil({ texture: e.detail as Soil['texture'] })}
      >
        {#each TEXTURES as value (value)}<SelectItem {value} text={value} />{/each}
      </Select>
      <Select
        labelText="Drainage"
        size="sm"
        selected={zone.soil.drainage}
        disabled={!editable}
        on:update={(e) => soil({ drainage: e.detail as Soil['drainage'] })}
      >
        {#each DRAINAGE as value (value)}<SelectItem {value} text={value} />{/each}
      </Select>
      <Measure
        label="Depth of soil"
        value={zone.soil.depth}
        max={10}
        disabled={!editable}
        onchange={(depth) => soil({ depth })}
      />
      <div class="stones">
        <label for="stones-{zone.id}">Stones, % of volume</label>
        <input
          id="stones-{zone.id}"
          class="num"
          type="number"
          min="0"
          max="100"
          value={Math.round(zone.soil.stones * 100)}
          disabled={!editable}
          onchange={(e) =>
            soil({ stones: Math.min(100, Math.max(0, Number(e.currentTarget.value))) / 100 })}
        />
      </div>
      <Checkbox
        labelText="Sheds water: dry under the surface after heavy rain"
        checked={zone.soil.repellent}
        disabled={!editable}
        on:check={(e) => e.detail !== zone.soil.repellent && soil({ repellent: e.detail })}
      />
      <Checkbox
        labelText="Compacted"
        checked={zone.soil.compacted}
        disabled={!editable}
        on:check={(e) => e.detail !== zone.soil.compacted && soil({ compacted: e.detail })}
      />
      {#if editable}<Button kind="ghost" size="small" on:click={onremove}>Remove the zone</Button
        >{/if}
    </div>
  {/if}
  {#each judgements as { sentence, changes } (sentence)}
    <p>{sentence} <em>Changes {changes.join(', ')}.</em></p>
  {/each}
</div>

<style>
  .card {
    border-top: 1px solid var(--rule);
    padding: 7px 0;
  }
  .head {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 0 8px;
    width: 100%;
    text-align: left;
    font: 14.5px var(--text);
    color: inherit;
    background: none;
    border: 0;
    padding: 0;
    cursor: pointer;
  }
  small {
    grid-column: 1 / -1;
    color: var(--slate);
    font-size: 12.5px;
  }
  p {
    margin: 4px 0 0;
    font-size: 13px;
    line-height: 1.35;
  }
  em {
    color: var(--slate);
    font-style: normal;
  }
  .body {
    display: grid;
    gap: 9px;
    padding: 8px 0;
  }
  .stones {
    display: grid;
    grid-template-columns: 1fr 78px;
    align-items: center;
    font-size: 14px;
  }
  .stones input {
    font: 15px var(--text);
    height: 34px;
    text-align: right;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
  }
</style>
