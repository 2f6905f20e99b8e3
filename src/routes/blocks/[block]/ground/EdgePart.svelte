<script lang="ts">
  import { spoken } from '$lib/parts/reader.svelte';
  import { Button, Select, SelectItem, TextArea, TextInput } from 'carbon-components-svelte';
  import type { MultiPolygon } from '$core/ground/polygon';
  import { parsePlaces } from '$core/ground/edit';
  import { formatArea } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';
  import type { Plane, Point } from '$core/measure/plane';
  import FileDrop, { SHAPE_FILES } from '$lib/parts/FileDrop.svelte';
  import Measure from '$lib/parts/Measure.svelte';
  import Corners from './Corners.svelte';

  interface Edge {
    name: string;
    boundary: MultiPolygon;
    margin: number;
  }
  interface Props {
    ground: Edge;
    plane: Plane;
    blockId: string;
    /** Other blocks of the site. */
    siblings: readonly { id: string; name: string }[];
    editable: boolean;
    /** Something is not saved yet. */
    changed: boolean;
    drawing?: 'corners' | 'split';
    /** A line to split by has been drawn. */
    splitting: boolean;
    /** Square metres that would stay, and that would become a block of their own. */
    parted?: [number, number];
    ontoggle: (what: 'corners' | 'split') => void;
    onchange: (next: Partial<Edge>, tag?: string) => void;
    onreshape: (boundary: MultiPolygon, tag?: string) => void;
    onsplit: (name: string) => void;
    /** A line to split by, typed: longitude and latitude. */
    online: (line: Point[]) => void;
    onwhole: () => void;
    onjoin: (otherId: string) => void;
    onfile: (contents: string | ArrayBuffer, name: string) => unknown;
    onerror: (message: string) => void;
  }
  let {
    ground,
    plane,
    blockId,
    siblings,
    editable,
    changed,
    drawing,
    splitting,
    parted,
    ontoggle,
    onchange,
    onreshape,
    onsplit,
    online,
    onwhole,
    onjoin,
    onfile,
    onerror,
  }: Props = $props();
  const units = useUnits();
  let splitName = $state('');
  let wrong = $state('');
  function typedLine(text: string) {
    wrong = '';
    if (!text.trim()) return onwhole();
    try {
      online(parsePlaces(text, 2));
    } catch (error) {
      wrong = spoken(error);
    }
  }
</script>

<TextInput
  labelText="Name"
  value={ground.name}
  disabled={!editable}
  maxlength={80}
  on:change={(e) => onchange({ name: String(e.detail) })}
/>
<div class="gap"></div>
<Measure
  label="Free inside the edge"
  value={ground.margin}
  max={100}
  disabled={!editable}
  onchange={(margin) => onchange({ margin }, 'margin')}
/>
{#if editable}
  <h2>Corners</h2>
  <div class="buttons">
    <Button
      kind={drawing === 'corners' ? 'primary' : 'tertiary'}
      size="small"
      on:click={() => ontoggle('corners')}
      >{drawing === 'corners' ? 'Done moving' : 'Move on the plan'}</Button
    >
  </div>
  {#if drawing === 'corners'}<p class="quiet small">
      Drag a corner, or the middle of a side for a new one; Alt and click takes one out.
    </p>{/if}
  <Corners boundary={ground.boundary} {plane} onchange={onreshape} />
  <h2>Split and join</h2>
  <div class="buttons">
    <Button
      kind={drawing === 'split' ? 'primary' : 'tertiary'}
      size="small"
      on:click={() => ontoggle('split')}
      >{drawing === 'split' ? 'Draw across: double-click ends' : 'Split by a line'}</Button
    >
  </div>
  <TextArea
    labelText="Or type the line, longitude, latitude: one place a line"
    rows={2}
    invalid={Boolean(wrong)}
    invalidText={wrong}
    on:change={(e) => typedLine((e.target as HTMLTextAreaElement).value)}
  />
  {#if splitting}
    {#if parted}<p class="num">
        {formatArea(parted[0], units.system)} stay {ground.name}, {formatArea(
          parted[1],
          units.system,
        )} become a block of their own.
      </p>{/if}
    <TextInput
      labelText="Name of the smaller part"
      bind:value={splitName}
      placeholder="{ground.name}, other part"
      maxlength={80}
    />
    <div class="buttons">
      <Button size="small" disabled={changed} on:click={() => onsplit(splitName)}>Split it</Button>
      <Button kind="ghost" size="small" on:click={onwhole}>Leave it whole</Button>
    </div>
    {#if changed}<p class="say">Save the ground first.</p>{/if}
  {/if}
  {#if siblings.length}
    <Select
      labelText="Join another block to this one"
      selected=""
      on:update={(e) => {
        const other = siblings.find(({ id }) => id === e.detail);
        if (other && confirm(`Join ${other.name} to ${ground.name}? It stops being a block.`))
          onjoin(other.id);
      }}
    >
      <SelectItem value="" text="Choose …" />
      {#each siblings as other (other.id)}<SelectItem value={other.id} text={other.name} />{/each}
    </Select>
  {/if}
  <h2>From a file</h2>
  <FileDrop
    label="Replace the boundary"
    hint="GeoJSON, GPX, KML or KMZ, CSV or zipped shapefile"
    accept={SHAPE_FILES}
    {onfile}
    onbytes={onfile}
    {onerror}
  />
{/if}
<h2>Take it away</h2>
<p class="exports">
  {#each ['geojson', 'kml', 'gpx', 'csv'] as format (format)}
    <a href="/blocks/{blockId}/ground/ground.{format}" download
      >{format === 'geojson' ? 'GeoJSON' : format.toUpperCase()}</a
    >
  {/each}
</p>

<style>
  .gap {
    height: 10px;
  }
  .small {
    font-size: 13.5px;
    margin: 4px 0;
  }
  .exports {
    display: flex;
    gap: 12px;
    font-size: 14px;
  }
</style>
