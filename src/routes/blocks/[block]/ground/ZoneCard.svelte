<script lang="ts">
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { spoken, inWords } from '$lib/parts/reader.svelte';
  import {
    Button,
    Checkbox,
    Select,
    SelectItem,
    TextArea,
    TextInput,
  } from 'carbon-components-svelte';
  import { checkBoundary } from '$core/ground/boundary';
  import { parsePlaces, writePlaces } from '$core/ground/edit';
  import { judge, DAMP, DRAINAGE, LIGHT, TEXTURES, type Soil, type Zone } from '$core/ground/zones';
  import { formatPercent } from '$core/measure/units';
  import OpenCard from '$lib/parts/OpenCard.svelte';
  import Measure from '$lib/parts/Measure.svelte';

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
  let wrong = $state('');
  /** The outer ring as it was typed: the plan by keyboard. */
  function take(text: string) {
    try {
      const ring = parsePlaces(text, 3);
      const parts = checkBoundary([[ring, ...zone.parts[0].slice(1)]]);
      wrong = '';
      onchange({ parts });
    } catch (error) {
      wrong = spoken(error);
    }
  }
  const soil = (next: Partial<Soil>) => onchange({ soil: { ...zone.soil, ...next } });
</script>

<OpenCard
  title={zone.name}
  aside="{zone.damp}, {zone.soil.texture}"
  about="{zone.light}{slope === undefined
    ? ''
    : `, ${formatPercent(slope)} slope`}{judgements.length
    ? ` · ${judgements.length} to heed`
    : ''}"
  {open}
  {ontoggle}
>
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
  <div class="pair">
    <label for="stones-{zone.id}">Stones, % of volume</label>
    <NumberBox
      id="stones-{zone.id}"
      class="number num"
      min="0"
      max="100"
      value={Math.round(zone.soil.stones * 100)}
      disabled={!editable}
      onvalue={(typed) => soil({ stones: Math.min(100, Math.max(0, typed)) / 100 })}
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
  {#if zone.parts.length === 1}
    <TextArea
      labelText="Its corners, longitude, latitude: one a line"
      rows={Math.min(6, zone.parts[0][0].length + 1)}
      value={writePlaces(zone.parts[0][0])}
      disabled={!editable}
      invalid={Boolean(wrong)}
      invalidText={wrong}
      on:change={(e) => take((e.target as HTMLTextAreaElement).value)}
    />
  {/if}
  {#if editable}<Button kind="ghost" size="small" on:click={onremove}>Remove the zone</Button>{/if}
</OpenCard>
{#each judgements as { sentence, changes } (sentence.key)}
  <p>{inWords(sentence)} <em>Changes {changes.join(', ')}.</em></p>
{/each}

<style>
  p {
    margin: 4px 0 0;
    font-size: 13px;
    line-height: 1.35;
  }
  em {
    color: var(--slate);
    font-style: normal;
  }
</style>
