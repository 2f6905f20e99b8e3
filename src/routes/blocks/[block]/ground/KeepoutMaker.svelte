<script lang="ts">
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import {
    KEEPOUT_DEFAULTS,
    keepoutDefault,
    type KeepoutKind,
    type KeepoutShape,
  } from '$core/ground/keepouts';
  import { localPlane, type Point } from '$core/measure/plane';
  import { formatLength } from '$core/measure/units';
  import FileDrop, { SHAPE_FILES } from '$lib/parts/FileDrop.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { keepouts as keepoutWords } from '$lib/words/en/named';

  interface Props {
    kind: KeepoutKind;
    /** Mature height of the tallest species, metres. */
    tallest: number;
    /** The block's middle, longitude and latitude. */
    origin: Point;
    drawing: boolean;
    onkind: (kind: KeepoutKind) => void;
    ondraw: () => void;
    onadd: (shape: KeepoutShape) => void;
    onfile: (contents: string | ArrayBuffer, name: string) => unknown;
    onerror: (message: string) => void;
  }
  let { kind, tallest, origin, drawing, onkind, ondraw, onadd, onfile, onerror }: Props = $props();
  const units = useUnits();
  const plane = $derived(localPlane(origin));
  const chosen = $derived(KEEPOUT_DEFAULTS.find((entry) => entry.kind === kind)!);

  /** What a kind keeps free and what it limits, in a line. */
  function aboutDefault(of: KeepoutKind): string {
    const { setback, near } = keepoutDefault(of, tallest);
    const free = setback ? `${formatLength(setback, units.system, 1)} kept free. ` : '';
    if (!near) return free;
    const within = formatLength(near.within, units.system, 1);
    return near.wetOnly
      ? `${free}Within ${within} only what bears damp ground.`
      : `${free}Within ${within} only species under ${formatLength(near.height ?? 0, units.system, 1)}.`;
  }
</script>

<h2>Add a keep-out</h2>
<Select labelText="Kind" selected={kind} on:update={(event) => onkind(event.detail as KeepoutKind)}>
  {#each KEEPOUT_DEFAULTS as entry (entry.kind)}<SelectItem
      value={entry.kind}
      text={keepoutWords[entry.kind].label}
    />{/each}
</Select>
<p class="quiet small">
  {aboutDefault(kind)}
  {keepoutWords[kind].reason}
</p>
{#if keepoutWords[kind].caution}<p class="say caution">{keepoutWords[kind].caution}</p>{/if}
<div class="buttons">
  <Button kind={drawing ? 'primary' : 'tertiary'} size="small" on:click={ondraw}>
    {drawing
      ? 'Drawing: double-click ends'
      : chosen.draws === 'Point'
        ? 'Set on the plan'
        : 'Draw on the plan'}
  </Button>
  <Button
    kind="ghost"
    size="small"
    on:click={() =>
      onadd({
        type: chosen.draws,
        coordinates:
          chosen.draws === 'Point'
            ? origin
            : chosen.draws === 'Polygon'
              ? [[origin, plane.toLonLat([8, 0]), plane.toLonLat([8, 8])]]
              : [origin, plane.toLonLat([20, 0])],
      } as KeepoutShape)}>Type coordinates</Button
  >
</div>
<FileDrop
  label="Or bring in a file"
  hint="its points, lines and areas become keep-outs"
  accept={SHAPE_FILES}
  {onfile}
  onbytes={onfile}
  {onerror}
/>

<style>
  .small {
    font-size: 13.5px;
    margin: 4px 0;
  }
</style>
