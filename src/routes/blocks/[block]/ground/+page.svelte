<script lang="ts">
  import { Button, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { onMount, untrack } from 'svelte';
  import { beforeNavigate } from '$app/navigation';
  import { v7 as uuid } from 'uuid';
  import {
    KEEPOUT_DEFAULTS,
    keepoutDefault,
    type Keepout,
    type KeepoutKind,
    type KeepoutShape,
  } from '$core/ground/keepouts';
  import { shapeInPlane, type Plantable } from '$core/ground/plantable';
  import { longestSide, type MultiPolygon } from '$core/ground/polygon';
  import { localPlane, type Point } from '$core/measure/plane';
  import { compassPoint, formatArea, formatBearing, formatLength } from '$core/measure/units';
  import Plan from '$lib/plan/Plan.svelte';
  import { coreWorker, heard, latestOnly } from '$lib/plan/worker';
  import FileDrop from '$lib/ui/FileDrop.svelte';
  import Figure from '$lib/ui/Figure.svelte';
  import Measure from '$lib/ui/Measure.svelte';
  import { History, undoKeys } from '$lib/ui/history.svelte';
  import { useUnits } from '$lib/ui/figures.svelte';
  import { send } from '$lib/ui/send.svelte';
  import KeepoutCard from './KeepoutCard.svelte';
  import type { PageData } from './$types';

  interface Ground {
    name: string;
    boundary: MultiPolygon;
    margin: number;
    keepouts: Keepout[];
  }
  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const firstGround = (): Ground => ({
    name: data.block.name,
    boundary: data.block.boundary,
    margin: data.block.margin,
    keepouts: data.keepouts,
  });
  const history = new History<Ground>(untrack(firstGround));
  const ground = $derived(history.current);
  const origin = untrack(() => [data.block.originLongitude, data.block.originLatitude] as Point);
  const plane = localPlane(origin);
  const tallest = $derived(Math.max(6, ...data.species.map(({ matureHeight }) => matureHeight)));
  const editable = $derived(data.role === 'leader');

  let plantable = $state.raw<Plantable>();
  let wrong = $state('');
  let notes = $state<string[]>([]);
  let kind = $state<KeepoutKind>('fence');
  let drawing = $state(false);
  let opened = $state<string>();
  const chosen = $derived(KEEPOUT_DEFAULTS.find((entry) => entry.kind === kind)!);
  const mode = $derived(drawing ? chosen.draws : 'look');

  const work = latestOnly(
    async ({ boundary, keepouts, margin }: Ground) =>
      heard(
        await coreWorker().plantable(
          $state.snapshot(boundary) as MultiPolygon,
          $state.snapshot(keepouts) as Keepout[],
          margin,
          origin,
        ),
      ),
    (found) => ((plantable = found), (wrong = '')),
    (message) => (wrong = message),
  );
  $effect(() => work(ground));
  onMount(() => {
    const keys = undoKeys(history);
    window.addEventListener('keydown', keys);
    return () => window.removeEventListener('keydown', keys);
  });
  beforeNavigate(({ cancel }) => {
    if (
      history.changed &&
      !confirm('The ground has changes that are not saved. Leave them behind?')
    )
      cancel();
  });

  function add(shape: KeepoutShape, name = '', as: KeepoutKind = kind) {
    const defaults = keepoutDefault(as, tallest);
    const same = ground.keepouts.filter((keepout) => keepout.kind === as).length;
    const keepout: Keepout = {
      id: uuid(),
      kind: as,
      name: name || `${defaults.label.toLowerCase()}${same ? ` ${same + 1}` : ''}`,
      shape,
      setback: defaults.setback,
      reason: defaults.reason,
    };
    history.change({ ...ground, keepouts: [...ground.keepouts, keepout] });
    opened = keepout.id;
    drawing = false;
  }

  async function importShapes(text: string, fileName: string) {
    wrong = '';
    notes = [];
    try {
      const read = heard(await coreWorker().readShapes(text, fileName, {}));
      const shapes = [
        ...read.lines.map(({ name, shape }) => ({ name, shape })),
        ...read.areas.flatMap(({ name, parts }) =>
          parts.map((rings) => ({
            name,
            shape: { type: 'Polygon', coordinates: rings } as KeepoutShape,
          })),
        ),
      ];
      if (!shapes.length) throw new Error('The file has no point, line or area.');
      for (const { shape, name } of shapes) add(shape, name.slice(0, 80));
      notes = [
        `${shapes.length} brought in as ${chosen.label.toLowerCase()}. Change the kind of any below.`,
      ];
    } catch (error) {
      wrong = (error as Error).message;
    }
  }

  async function importBoundary(text: string, fileName: string) {
    wrong = '';
    try {
      const read = heard(await coreWorker().readBoundary(text, fileName, {}, origin));
      notes = read.notes;
      history.change({ ...ground, boundary: read.parts });
    } catch (error) {
      wrong = (error as Error).message;
    }
  }

  const change = (id: string, next: Partial<Keepout>) =>
    history.change(
      {
        ...ground,
        keepouts: ground.keepouts.map((keepout) =>
          keepout.id === id ? { ...keepout, ...next } : keepout,
        ),
      },
      `${id}-${Object.keys(next)[0]}`,
    );

  async function save() {
    try {
      await send('ground.save', { blockId: data.block.id, ...ground });
      history.markSaved();
    } catch (error) {
      wrong = (error as Error).message;
    }
  }

  const side = $derived(plantable && longestSide(plantable.boundary));
  const disagreement = $derived(
    plantable ? Math.abs(plantable.geodesicArea / plantable.gross.value - 1) : 0,
  );
</script>

<div class="screen">
  <section class="decide">
    <h2>Block</h2>
    <TextInput
      labelText="Name"
      value={ground.name}
      disabled={!editable}
      maxlength={80}
      on:change={(e) => history.change({ ...ground, name: String(e.detail) })}
    />
    <div class="gap"></div>
    <Measure
      label="Free inside the edge"
      value={ground.margin}
      max={100}
      disabled={!editable}
      onchange={(margin) => history.change({ ...ground, margin }, 'margin')}
    />

    <h2>Keep-outs</h2>
    {#each ground.keepouts as keepout (keepout.id)}
      <KeepoutCard
        {keepout}
        {tallest}
        {editable}
        takes={plantable?.keptOut.find((entry) => entry.keepout.id === keepout.id)?.takes}
        open={opened === keepout.id}
        ontoggle={() => (opened = opened === keepout.id ? undefined : keepout.id)}
        onchange={(next) => change(keepout.id, next)}
        onremove={() =>
          history.change({
            ...ground,
            keepouts: ground.keepouts.filter(({ id }) => id !== keepout.id),
          })}
      />
    {:else}<p class="quiet">None yet. Draw or bring in what trees must keep clear of.</p>{/each}

    {#if editable}
      <h2>Add a keep-out</h2>
      <Select
        labelText="Kind"
        selected={kind}
        on:update={(event) => (kind = event.detail as KeepoutKind)}
      >
        {#each KEEPOUT_DEFAULTS as entry (entry.kind)}<SelectItem
            value={entry.kind}
            text={entry.label}
          />{/each}
      </Select>
      <p class="quiet small">
        {formatLength(keepoutDefault(kind, tallest).setback, units.system)}. {chosen.reason}
      </p>
      {#if chosen.caution}<p class="say caution">{chosen.caution}</p>{/if}
      <div class="buttons">
        <Button
          kind={drawing ? 'primary' : 'tertiary'}
          size="small"
          on:click={() => (drawing = !drawing)}
        >
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
            add({
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
        onfile={importShapes}
        onerror={(message) => (wrong = message)}
      />
      <h2>Boundary</h2>
      <FileDrop
        label="Replace the boundary"
        hint="GeoJSON, GPX, KML or CSV"
        onfile={importBoundary}
        onerror={(message) => (wrong = message)}
      />
    {/if}
  </section>

  <section class="drawing">
    {#if plantable}
      <Plan
        label="Plan of {ground.name}"
        height="calc(100vh - 112px)"
        {mode}
        content={{ boundary: plantable.boundary, keptOut: plantable.keptOut, species: [] }}
        ondrawn={(shape) => add(shapeInPlane(shape, plane.toLonLat))}
      />
    {/if}
  </section>

  <aside class="comes-to">
    <h2>Plantable</h2>
    {#if plantable}
      <div><span class="big">{formatArea(plantable.plantable.value, units.system)}</span></div>
      <div class="gap"></div>
      <Figure label="Plantable" figure={plantable.plantable} />
      <Figure label="Inside the boundary" figure={plantable.gross} />
      <Figure
        label="Kept out"
        figure={{
          value: plantable.gross.value - plantable.plantable.value,
          kind: 'area',
          steps: plantable.plantable.steps
            .slice(1)
            .map((step) => ({ ...step, value: -step.value })),
        }}
      />
      <Figure
        label="On the ellipsoid"
        figure={{
          value: plantable.geodesicArea,
          kind: 'area',
          formula: 'geodesic area against the plane’s; they must agree within 0.1 %',
          steps: [
            { label: 'in the plane', value: plantable.gross.value, kind: 'area' },
            { label: 'difference, a part of 1', value: disagreement, kind: 'number' },
          ],
        }}
      />
      {#if side}
        <h2>Longest side</h2>
        <p class="num small">
          {formatLength(side.length, units.system)} on {formatBearing(side.bearing)}, towards {compassPoint(
            side.bearing,
          )}. The usual baseline.
        </p>
      {/if}
    {/if}
    {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
    {#each notes as note (note)}<p class="say">{note}</p>{/each}
    {#if data.layout?.state === 'released'}
      <p class="say">
        Version {data.layout.number} is released: its rows stay where they are, whatever changes here.
      </p>
    {/if}
    {#if editable}
      <div class="buttons">
        <Button disabled={!history.changed || Boolean(wrong)} on:click={save}
          >Save the ground</Button
        >
        <Button
          kind="ghost"
          size="small"
          disabled={!history.canUndo}
          on:click={() => history.undo()}>Undo</Button
        >
        <Button
          kind="ghost"
          size="small"
          disabled={!history.canRedo}
          on:click={() => history.redo()}>Redo</Button
        >
      </div>
    {/if}
    <p><a href="/blocks/{data.block.id}/method">Method of this block</a></p>
  </aside>
</div>

<style>
  .gap {
    height: 10px;
  }
  .small {
    font-size: 13.5px;
    margin: 4px 0;
  }
</style>
