<script lang="ts">
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import type { GroundLie } from '$core/ground/surface';
  import type { ZoneCut } from '$core/ground/zone-cut';
  import type { Point } from '$core/measure/plane';
  import FileDrop from '$lib/parts/FileDrop.svelte';
  import Measure from '$lib/parts/Measure.svelte';

  interface Props {
    lie?: GroundLie;
    hasWater: boolean;
    waters: Point[][];
    drawing: boolean;
    ondraw: () => void;
    /** Makes a small one to be typed over. */
    ontype: () => void;
    oncut: (cut: ZoneCut, name: string) => void;
    onfile: (contents: string | ArrayBuffer, name: string) => unknown;
    onerror: (message: string) => void;
  }
  let { lie, hasWater, waters, drawing, ondraw, ontype, oncut, onfile, onerror }: Props = $props();
  let chosen = $state<ZoneCut['kind']>();
  const how = $derived(chosen ?? (lie ? 'below' : 'water'));
  let level = $state<number>();
  let slope = $state(25);
  let distance = $state(10);
  const lowGround = $derived(lie ? lie.lowest + 0.25 * (lie.highest - lie.lowest) : 0);

  function cut() {
    if (how === 'below') oncut({ kind: 'below', level: level ?? lowGround }, 'Low ground');
    else if (how === 'steeper') oncut({ kind: 'steeper', slope: slope / 100 }, 'Steep ground');
    else oncut({ kind: 'water', distance, lines: waters }, 'Waterside');
  }
</script>

<h2>Make a zone</h2>
<div class="buttons">
  <Button kind={drawing ? 'primary' : 'tertiary'} size="small" on:click={ondraw}
    >{drawing ? 'Drawing: double-click ends' : 'Draw on the plan'}</Button
  >
  <Button kind="ghost" size="small" on:click={ontype}>Type corners</Button>
</div>
<div class="cut">
  <Select
    labelText="Or cut it from the ground"
    size="sm"
    selected={how}
    on:update={(e) => (chosen = e.detail as ZoneCut['kind'])}
  >
    <SelectItem value="below" text="below a level" disabled={!lie} />
    <SelectItem value="steeper" text="steeper than a limit" disabled={!lie} />
    <SelectItem value="water" text="near water" disabled={!hasWater} />
  </Select>
  {#if how === 'below'}
    <Measure
      label="Below"
      value={level ?? lowGround}
      min={-500}
      max={9000}
      step={0.5}
      onchange={(metres) => (level = metres)}
    />
  {:else if how === 'steeper'}
    <div class="pair">
      <label for="steeper">Steeper than, %</label>
      <NumberBox id="steeper" class="number num" min="1" max="200" bind:value={slope} />
    </div>
  {:else}
    <Measure
      label="Within"
      value={distance}
      min={0.5}
      max={500}
      step={1}
      onchange={(metres) => (distance = metres)}
    />
  {/if}
  <Button kind="tertiary" size="small" disabled={how === 'water' ? !hasWater : !lie} on:click={cut}
    >Cut the zone</Button
  >
</div>
<FileDrop
  label="Or bring in a file"
  hint="its areas become zones"
  accept=".geojson,.json,.kml,.kmz,.csv,.zip"
  {onfile}
  onbytes={onfile}
  {onerror}
/>

<style>
  .cut {
    display: grid;
    gap: 8px;
    margin: 10px 0;
  }
</style>
