<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { namedKeepouts, namedZones } from '$lib/rooms/ground/editing';
  import { keepouts as kinds } from '$lib/words/en/named';
  import { inWords, spoken } from '$lib/parts/reader.svelte';
  import { v7 as uuid } from 'uuid';
  import { Button, Checkbox, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { goto } from '$app/navigation';
  import type { ReadBoundary } from '$core/formats/read';
  import type { Message } from '$core/say/message';
  import type { Plantable } from '$core/ground/plantable';
  import {
    centreOf,
    geodesicMeasure,
    mapPoints,
    planeArea,
    type MultiPolygon,
  } from '$core/ground/polygon';
  import { localPlane, type Point } from '$core/measure/plane';
  import { formatArea, formatDistance, formatNumber } from '$core/measure/units';
  import Plan from '$lib/plan/Plan.svelte';
  import { coreWorker } from '$lib/plan/worker';
  import { heard, readFile } from '$lib/parts/reading';
  import FileDrop, { SHAPE_FILES } from '$lib/parts/FileDrop.svelte';
  import Tabs from '$lib/parts/Tabs.svelte';
  import FromField, { WAYS, type Drawn, type Way } from './FromField.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  let file = $state.raw<{ contents: string | ArrayBuffer; name: string }>();
  let zone = $state('');
  let name = $state('');
  interface Read {
    name: string;
    parts: MultiPolygon;
    notes: Message[];
  }
  let read = $state.raw<Read>();
  type Along = Pick<ReadBoundary, 'keepouts' | 'zones'>;
  let found = $state.raw<Read & { stands: Read[] } & Along>();
  /** Which of several stands of the file; −1 for all of them as one block. */
  let stand = $state(-1);
  function pickStand(index: number) {
    stand = index;
    const before = read?.name.slice(0, 80);
    read = found!.stands[index] ?? found;
    if (!name || name === before) name = read!.name.slice(0, 80);
  }
  let wrong = $state('');
  let working = $state(false);
  let way = $state<Way>('file');
  /** Keep-outs and zones that the file names; those of one stand cannot be told from those of another. */
  const along = $derived(
    way === 'file' && found && stand < 0 && (found.keepouts.length || found.zones.length)
      ? found
      : undefined,
  );
  let withAlong = $state(true);
  /** What comes along, as it will lie on the block, and what stays to be planted; worked out beside the page. */
  let kept = $state.raw<Plantable>();
  $effect(() => {
    const [parts, brought] = [read?.parts, withAlong ? along?.keepouts : undefined];
    kept = undefined;
    if (!parts || !brought?.length) return;
    const named = namedKeepouts(brought).map((one, i) => ({ ...one, id: `${i}` }));
    void coreWorker()
      .plantable(parts, named, 0, centreOf(parts))
      .then((told) => {
        if (parts === read?.parts && withAlong) kept = heard(told);
      })
      // Nothing left to plant is said on the block's own page, where setbacks can be changed.
      .catch(() => undefined);
  });
  /** A block that the new one is planted as; none as a new crew would. */
  let like = $state('');
  let measured = $state.raw<Point[]>();
  let clicked = $state.raw<Point>();
  const near = $derived<Point | undefined>(
    data.site && (data.site.longitude || data.site.latitude)
      ? [data.site.longitude, data.site.latitude]
      : undefined,
  );
  const measure = $derived(read && geodesicMeasure(read.parts));
  /** Before anything is read the plan shows where the site's blocks lie, to place the new one beside them. */
  const centre = $derived(
    read
      ? centreOf(read.parts)
      : way !== 'file' && data.neighbours.length
        ? centreOf(data.neighbours[0].boundary)
        : undefined,
  );
  const plane = $derived(centre && localPlane(centre));
  const content = $derived(
    plane && {
      boundary: mapPoints(
        read ? read.parts : data.neighbours.flatMap(({ boundary }) => boundary),
        plane.toPlane,
      ),
      keptOut: kept?.keptOut ?? [],
      limits: kept?.limits,
      species: [],
      guide: measured?.map(plane.toPlane),
      zones: [
        ...data.neighbours.map(({ name, boundary }) => ({ name, parts: boundary })),
        ...(withAlong ? namedZones(along?.zones ?? []) : []),
      ].map(({ name, parts }) => ({ name, parts: mapPoints(parts, plane.toPlane) })),
    },
  );
  let plan = $state<Plan>();
  $effect(() => {
    if (content) plan?.showWhole();
  });
  let shared = $state.raw<Message[]>([]);
  $effect(() => {
    const { parts } = read ?? {};
    shared = [];
    if (!parts) return;
    // Cutting boundaries of thousands of corners is no work for the page itself.
    void coreWorker()
      .overlaps(parts, data.neighbours)
      .then((told) => parts === read?.parts && (shared = heard(told)));
  });
  function choose(next: Way) {
    way = next;
    read = found = measured = undefined;
    wrong = '';
    if (next === 'file') void take();
  }
  function drawn(shape: Drawn | undefined) {
    wrong = '';
    measured = shape?.measured;
    read = shape && { name, parts: shape.parts, notes: shape.notes };
  }

  async function take() {
    if (!file) return;
    wrong = '';
    working = true;
    try {
      const { contents, name: fileName } = file;
      found = await readFile((worker) =>
        worker.readBoundary(contents, fileName, zone ? { zone } : {}, near),
      );
      read = found;
      stand = -1;
      name ||= found.name.slice(0, 80);
    } catch (error) {
      read = undefined;
      wrong = spoken(error);
    } finally {
      working = false;
    }
  }

  const withNew = <One>(brought: readonly One[] | undefined) =>
    withAlong ? (brought ?? []).map((one) => ({ ...one, id: uuid() })) : [];

  async function create() {
    wrong = '';
    try {
      const { blockId } = await send('ground.create', {
        siteId: data.site!.id,
        name,
        boundary: read!.parts,
        keepouts: withNew(namedKeepouts(along?.keepouts ?? [])),
        zones: withNew(namedZones(along?.zones ?? [])),
        like: like || null,
      });
      await goto(`/blocks/${blockId}/ground`);
    } catch (error) {
      wrong = spoken(error);
    }
  }
</script>

<svelte:head><title>New block · Viridane</title></svelte:head>
<div class="screen">
  <section class="decide">
    <h2>New block</h2>
    <Tabs tabs={WAYS} selected={way} label="Where the block comes from" onselect={choose} />
    {#if way === 'file'}
      <FileDrop
        label="Drop a boundary file"
        hint="GeoJSON, GPX walk, KML or KMZ, zipped shapefile, or CSV of corners or of shapes"
        accept={SHAPE_FILES}
        onfile={(contents, fileName) => ((file = { contents, name: fileName }), take())}
        onbytes={(contents, fileName) => ((file = { contents, name: fileName }), take())}
        onerror={(message) => ((read = undefined), (wrong = message))}
      />
      <p class="quiet">Or <a href="/field/walk">walk it with a phone</a>.</p>
      <h2>Zone, for easting and northing</h2>
      <TextInput
        labelText="UTM zone or EPSG code"
        hideLabel
        placeholder="such as 33N or EPSG:2056"
        bind:value={zone}
        on:change={() => void take()}
      />
    {:else}
      <FromField {way} {near} {clicked} onshape={drawn} />
    {/if}
    <h2>Name</h2>
    <TextInput labelText="Name of the block" hideLabel bind:value={name} maxlength={80} />
    {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
    {#if found && found.stands.length > 1}
      <h2>Which of the {found.stands.length} areas</h2>
      <Select
        labelText="Which of the {found.stands.length} areas"
        hideLabel
        selected={String(stand)}
        on:update={(e) => Number(e.detail) !== stand && pickStand(Number(e.detail))}
      >
        <SelectItem value="-1" text="all of them, one block" />
        {#each found.stands as entry, i (i)}<SelectItem
            value={String(i)}
            text="{entry.name}, {formatArea(geodesicMeasure(entry.parts).area, units.system)}"
          />{/each}
      </Select>
    {/if}
    {#if along}
      <Checkbox
        labelText={[
          along.keepouts.length && howMany(along.keepouts.length, 'keep-out'),
          along.zones.length && howMany(along.zones.length, 'zone'),
        ]
          .filter(Boolean)
          .join(' and ') + ' of the file come along'}
        bind:checked={withAlong}
      />
      {#if along.keepouts.length}<p class="quiet">
          {namedKeepouts(along.keepouts)
            .slice(0, 8)
            .map(({ name: own, kind }) => `${own}: ${kinds[kind].label.toLowerCase()}`)
            .join('; ')}{along.keepouts.length > 8 ? '; and more' : ''}
        </p>{/if}
    {/if}
    {#if data.neighbours.length}
      <div class="like">
        <Select
          labelText="Planted as on"
          helperText="Method, orders, hours, machines and prices are taken over; ground and days are not."
          bind:selected={like}
        >
          <SelectItem value="" text="no other block: as usual" />
          {#each data.neighbours.toReversed() as { id, name } (id)}<SelectItem
              value={id}
              text={name}
            />{/each}
        </Select>
      </div>
    {/if}
    {#each read?.notes ?? [] as note (note.key)}<p class="say">{inWords(note)}</p>{/each}
    <div class="buttons">
      <Button disabled={!read || !name.trim()} on:click={create}>Make the block</Button>
    </div>
  </section>
  <section class="drawing">
    {#if content}
      {#key read ? 'shape' : 'place'}<Plan
          bind:this={plan}
          label="The boundary as it was read"
          height="calc(100vh - 116px)"
          {content}
          mode={way === 'traverse' || way === 'sides' ? 'place' : 'look'}
          onplace={(point) => (clicked = plane!.toLonLat(point))}
        />{/key}
    {:else}
      <p class="panel quiet">
        {working ? 'Reading …' : 'The boundary is drawn here before anything is saved.'}
      </p>
    {/if}
  </section>
  <aside class="comes-to">
    <h2>What was read</h2>
    {#if measure && read}
      <div><span class="big">{formatArea(measure.area, units.system)}</span></div>
      <p class="quiet num">
        {formatDistance(measure.perimeter, units.system)} round, {formatNumber(
          read.parts.flat(2).length,
        )} corners, {read.parts.length}
        {read.parts.length === 1 ? 'part' : 'parts'}
      </p>
      {#if kept}
        <p class="num">
          {formatArea(planeArea(kept.area), units.system)} to plant once what comes along is kept clear
          of
        </p>
      {/if}
      {#each shared as note, i (i)}<p class="say stop">{inWords(note)}</p>{/each}
    {:else}<p class="quiet">Nothing yet.</p>{/if}
  </aside>
</div>

<style>
  .like {
    margin: 14px 0;
  }
</style>
