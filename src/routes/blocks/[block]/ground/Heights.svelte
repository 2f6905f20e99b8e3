<script lang="ts">
  import { Button, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import type { ElevationOptions } from '$core/formats/elevation';
  import type { GroundLie } from '$core/ground/surface';
  import { formatLength, formatPercent } from '$core/measure/units';
  import type { SurfaceAbout } from '$lib/plan/relief';
  import { LARGEST_ELEVATION } from '$core/formats/archive';
  import FileDrop from '$lib/parts/FileDrop.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    about?: SurfaceAbout;
    lie?: GroundLie;
    editable: boolean;
    profiling: boolean;
    onprofile: () => void;
    onfile: (contents: string | ArrayBuffer, name: string, options: ElevationOptions) => unknown;
    ondrop: () => void;
    onerror: (message: string) => void;
  }
  let { about, lie, editable, profiling, onprofile, onfile, ondrop, onerror }: Props = $props();
  const units = useUnits();
  let zone = $state('');
  let unit = $state<'m' | 'ft'>('m');
  const take = (contents: string | ArrayBuffer, name: string) =>
    onfile(contents, name, zone.trim() ? { zone: zone.trim(), unit } : { unit });
</script>

{#if about}
  <p>
    <b>{about.source}</b><br />
    <span class="quiet num"
      >{about.columns} × {about.rows} nodes, one every {formatLength(
        about.cell,
        units.system,
        1,
      )}{lie && lie.known < 0.995 ? `; ${formatPercent(lie.known)} of the block covered` : ''}</span
    >
  </p>
  <div class="buttons">
    <Button kind={profiling ? 'primary' : 'tertiary'} size="small" on:click={onprofile}
      >{profiling ? 'Draw the line: double-click ends' : 'Profile along a line'}</Button
    >
    {#if editable}<Button kind="ghost" size="small" on:click={ondrop}>Take it away</Button>{/if}
  </div>
{:else}
  <p class="quiet">
    No heights yet. With them the plan shows slope and level lines, and rows can follow the contour.
  </p>
{/if}
{#if editable}
  <h2>{about ? 'Replace it' : 'Bring in heights'}</h2>
  <div class="options">
    <TextInput
      labelText="UTM zone or EPSG code, if the file names none"
      size="sm"
      placeholder="such as 33N or EPSG:2056"
      bind:value={zone}
    />
    <Select
      labelText="Heights are in"
      size="sm"
      selected={unit}
      on:update={(e) => (unit = e.detail as 'm' | 'ft')}
    >
      <SelectItem value="m" text="metres" />
      <SelectItem value="ft" text="feet" />
    </Select>
  </div>
  <FileDrop
    label="Drop an elevation file"
    hint="Esri ASCII grid, GeoTIFF, CSV or XYZ of points; zipped with its .prj"
    accept=".asc,.txt,.tif,.tiff,.csv,.xyz,.zip"
    most={LARGEST_ELEVATION}
    onfile={take}
    onbytes={take}
    {onerror}
  />
{/if}

<style>
  p {
    font-size: 14px;
    margin: 0 0 8px;
    overflow-wrap: anywhere;
  }
  .options {
    display: grid;
    gap: 8px;
    margin-bottom: 10px;
  }
</style>
