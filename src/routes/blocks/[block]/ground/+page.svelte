<script lang="ts">
  import { useUnits } from '$lib/parts/figures.svelte';
  import { Whole } from '$lib/parts/whole.svelte';
  import type { Given } from '$lib/rooms/contracts';
  import {
    changedIn,
    keepoutMade,
    keepoutsOfFile,
    saidOfKeepouts,
    modeOf,
    waterLines,
    zoneMade,
    zonesOfFile,
    type Drawing,
    type EditedGround,
  } from '$lib/rooms/ground/editing';
  import { inWords, spoken } from '$lib/parts/reader.svelte';
  import { onMount, untrack } from 'svelte';
  import { beforeNavigate } from '$app/navigation';
  import { v7 as uuid } from 'uuid';
  import {
    KEEPOUT_DEFAULTS,
    type Keepout,
    type KeepoutKind,
    type KeepoutShape,
  } from '$core/ground/keepouts';
  import { shapeInPlane, type Plantable } from '$core/ground/plantable';
  import { checkBoundary } from '$core/ground/boundary';
  import { mapPoints, type MultiPolygon } from '$core/ground/polygon';
  import type { ZoneCut } from '$core/ground/zone-cut';
  import type { Zone } from '$core/ground/zones';
  import type { ElevationOptions } from '$core/formats/elevation';
  import { localPlane, type Point } from '$core/measure/plane';
  import ProfileChart from '$lib/charts/ProfileChart.svelte';
  import Plan from '$lib/plan/Plan.svelte';
  import { forgetSurface, surfacePayload } from '$lib/plan/relief';
  import { coreWorker, latestOnly } from '$lib/plan/worker';
  import { heard, readFile } from '$lib/parts/reading';
  import Tabs from '$lib/parts/Tabs.svelte';
  import { History, undoKeys } from '$lib/parts/history.svelte';
  import { send } from '$lib/parts/send.svelte';
  import { Elevation } from './elevation.svelte';
  import { Splitting } from './splitting.svelte';
  import Away from './Away.svelte';
  import EdgePart from './EdgePart.svelte';
  import ComesTo from './ComesTo.svelte';
  import Heights from './Heights.svelte';
  import KeepoutCard from './KeepoutCard.svelte';
  import KeepoutMaker from './KeepoutMaker.svelte';
  import ZoneCard from './ZoneCard.svelte';
  import ZoneMaker from './ZoneMaker.svelte';
  import type { PageData } from './$types';

  type Part = 'edge' | 'keep-outs' | 'zones' | 'heights';
  const PARTS: [Part, string][] = [
    ['edge', 'Edge'],
    ['keep-outs', 'Keep-outs'],
    ['zones', 'Zones'],
    ['heights', 'Heights'],
  ];
  let { data }: { data: PageData } = $props();
  /** Where all is done, what is left to do with the ground stands under its edge. */
  let part = $state<Part>(
    untrack(() =>
      data.calls.some(({ say }) => say.key === 'ground.allDone') ? 'edge' : 'keep-outs',
    ),
  );
  const units = useUnits();
  const firstGround = (): EditedGround => ({
    name: data.block.name,
    boundary: data.block.boundary,
    margin: data.block.margin,
    keepouts: data.keepouts,
    zones: data.zones,
  });
  const history = new History<EditedGround>(untrack(firstGround));
  const ground = $derived(history.current);
  const whole = untrack(() => new Whole(history.current, data.block.edition));
  $effect(() => {
    const { edition } = data.block;
    if (history.changed) return;
    const stored = firstGround();
    untrack(() => whole.follow(stored, edition) && history.follow(stored));
  });
  const origin = untrack(() => [data.block.originLongitude, data.block.originLatitude] as Point);
  const plane = localPlane(origin);
  /** Of the mix that is laid out here; before there is one, of every card of the site. */
  const tallest = $derived.by(() => {
    const mix = data.mix;
    const own = data.species.filter(({ id }) => !mix.length || mix.includes(id));
    return Math.max(6, ...own.map(({ matureHeight }) => matureHeight));
  });
  const editable = $derived(data.role === 'leader');

  let plantable = $state.raw<Plantable>();
  let wrong = $state('');
  let notes = $state<string[]>([]);
  let kind = $state<KeepoutKind>('fence');
  let drawing = $state<Drawing>();
  let opened = $state<string>();
  const chosen = $derived(KEEPOUT_DEFAULTS.find((entry) => entry.kind === kind)!);
  const mode = $derived(modeOf(drawing, chosen.draws));
  const toggle = (what: NonNullable<typeof drawing>) =>
    (drawing = drawing === what ? undefined : what);

  const work = latestOnly(
    async ({ boundary, keepouts, margin }: EditedGround) =>
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
    const [noKeys, noKeeping] = [undoKeys(history), history.keepAs(`ground ${data.block.id}`)];
    return () => (noKeys(), noKeeping());
  });
  beforeNavigate(({ cancel, willUnload }) => {
    if (!history.changed) return;
    if (!confirm('The ground has changes that are not saved. Leave them behind?')) cancel();
    else if (!willUnload) history.forget();
  });

  function add(shape: KeepoutShape) {
    const keepout = keepoutMade(ground, { id: uuid(), kind, shape, tallest });
    history.change({ ...ground, keepouts: [...ground.keepouts, keepout] });
    opened = keepout.id;
    drawing = undefined;
  }

  /** Files being read: saving waits for them, or what they bring would be left out unseen. */
  let reading = $state(0);
  async function reads<T>(read: Parameters<typeof readFile<T>>[0]): Promise<T> {
    reading += 1;
    try {
      return await readFile(read);
    } finally {
      reading -= 1;
    }
  }

  async function importShapes(contents: string | ArrayBuffer, fileName: string) {
    notes = [];
    await attempt(async () => {
      // A table of trees is a list of places, not the corners of an area.
      const points = chosen.kind === 'existing-tree';
      const block = $state.snapshot(ground.boundary);
      const read = await reads((worker) =>
        worker.readShapes(contents, fileName, { points }, block),
      );
      const brought = keepoutsOfFile(read, { kind, tallest, before: ground.keepouts, id: uuid });
      // All of a file is one step: it is taken back at once.
      history.change({ ...ground, keepouts: [...ground.keepouts, ...brought] });
      opened = brought.at(-1)!.id;
      drawing = undefined;
      notes = [...read.notes.map(inWords), saidOfKeepouts(brought)];
    });
  }

  async function importBoundary(contents: string | ArrayBuffer, fileName: string) {
    wrong = '';
    try {
      const read = await reads((worker) => worker.readBoundary(contents, fileName, {}, origin));
      notes = read.notes.map(inWords);
      history.change({ ...ground, boundary: read.parts });
    } catch (error) {
      wrong = spoken(error);
    }
  }

  function addZone(parts: MultiPolygon, name = '') {
    const zone = zoneMade(ground, { id: uuid(), parts, name });
    history.change({ ...ground, zones: [...ground.zones, zone] });
    opened = zone.id;
    drawing = undefined;
  }
  const changeZone = (id: string, next: Partial<Zone>) =>
    history.change(
      { ...ground, zones: changedIn(ground.zones, id, next) },
      `${id}-${Object.keys(next)[0]}`,
    );
  async function cutZone(cut: ZoneCut, name: string) {
    await attempt(async () => {
      addZone(
        heard(
          await coreWorker().cutZone(
            $state.snapshot(cut) as ZoneCut,
            mapPoints(ground.boundary, plane.toPlane),
            origin,
          ),
        ),
        name,
      );
    });
  }
  async function importZones(contents: string | ArrayBuffer, fileName: string) {
    await attempt(async () => {
      const read = await reads((worker) => worker.readShapes(contents, fileName, {}));
      const brought = zonesOfFile(read, { before: ground.zones.length, id: uuid });
      if (!brought.length) throw new Error('The file has no area. Zones are areas.');
      history.change({ ...ground, zones: [...ground.zones, ...brought] });
      opened = brought.at(-1)!.id;
      drawing = undefined;
    });
  }

  /** What was drawn becomes what was asked for. */
  function drawn(shape: KeepoutShape) {
    if (drawing === 'keepout') add(shapeInPlane(shape, plane.toLonLat));
    else if (drawing === 'zone' && shape.type === 'Polygon')
      addZone([shape.coordinates.map((ring) => ring.map(plane.toLonLat))]);
    else if (shape.type === 'LineString' && drawing === 'profile') {
      elevation.line = shape.coordinates;
      drawing = undefined;
    } else if (shape.type === 'LineString' && drawing === 'split') {
      splitting.line = shape.coordinates;
      drawing = undefined;
    }
  }

  const reshape = (boundary: MultiPolygon, tag = '') => {
    try {
      history.change({ ...ground, boundary: checkBoundary(boundary) }, tag);
      wrong = '';
    } catch (error) {
      wrong = spoken(error);
    }
  };

  async function attempt(task: () => Promise<unknown>) {
    wrong = '';
    try {
      await task();
    } catch (error) {
      wrong = spoken(error);
    }
  }

  const splitting = new Splitting(() => data.block, plane, attempt);
  const elevation = new Elevation(
    () => ({
      ...{ blockId: data.block.id, about: data.surface, boundary: data.block.boundary },
      ...{ system: units.system, plane, origin },
    }),
    () => ground.zones,
    attempt,
  );
  async function importHeights(
    contents: string | ArrayBuffer,
    fileName: string,
    options: ElevationOptions,
  ) {
    await attempt(async () => {
      forgetSurface();
      const boundary = $state.snapshot(ground.boundary) as MultiPolygon;
      const read = await reads((worker) =>
        worker.readElevation(contents, fileName, options, boundary, origin),
      );
      await coreWorker().setSurface(read.surface);
      notes = read.notes.map(inWords);
      await send('ground.surface', {
        blockId: data.block.id,
        source: fileName.slice(0, 160),
        ...surfacePayload(read.surface),
      });
    });
  }

  const change = (id: string, next: Partial<Keepout>) =>
    history.change(
      { ...ground, keepouts: changedIn(ground.keepouts, id, next) },
      `${id}-${Object.keys(next)[0]}`,
    );

  async function save() {
    try {
      const mine = ground;
      const saved = await whole.save(
        'ground.save',
        mine,
        (value, edition) => ({ blockId: data.block.id, ...value, edition }) as Given<'ground.save'>,
      );
      // What was saved is what stands now; where another's changes came in they show at once.
      history.markSaved(mine, saved.value);
    } catch (error) {
      wrong = spoken(error);
    }
  }

  const waters = $derived(waterLines(ground.keepouts, plane.toPlane));
  const zonesInPlane = $derived(
    ground.zones.map(({ name, parts }) => ({ name, parts: mapPoints(parts, plane.toPlane) })),
  );
</script>

<div class="screen">
  <section class="decide">
    <Tabs
      tabs={PARTS}
      selected={part}
      label="What of the ground"
      onselect={(key) => (part = key)}
    />
    {#if part === 'edge'}
      <EdgePart
        {ground}
        {plane}
        blockId={data.block.id}
        siblings={data.siblings}
        {editable}
        changed={history.changed}
        drawing={drawing === 'corners' || drawing === 'split' ? drawing : undefined}
        splitting={Boolean(splitting.line)}
        parted={splitting.parted}
        ontoggle={toggle}
        onchange={(next, tag) => history.change({ ...ground, ...next }, tag)}
        onreshape={reshape}
        onsplit={(name) => splitting.split(name || `${ground.name}, other part`)}
        online={(line) => (splitting.line = line.map(plane.toPlane))}
        onwhole={() => (splitting.line = undefined)}
        onjoin={splitting.join}
        onfile={importBoundary}
        onerror={(message) => (wrong = message)}
      />
      {#if editable}<Away
          name={data.block.name}
          aside={Boolean(data.block.setAside)}
          calls={data.calls}
          onaside={() =>
            attempt(() => send('ground.setAside', { blockId: data.block.id, aside: true }))}
          onremove={splitting.remove}
        />{/if}
    {:else if part === 'keep-outs'}
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
        <KeepoutMaker
          {kind}
          {tallest}
          {origin}
          drawing={drawing === 'keepout'}
          onkind={(next) => (kind = next)}
          ondraw={() => toggle('keepout')}
          onadd={add}
          onfile={importShapes}
          onerror={(message) => (wrong = message)}
        />
      {/if}
    {:else if part === 'zones'}
      {#each ground.zones as zone, i (zone.id)}
        <ZoneCard
          {zone}
          planting={data.block.conditions.planting}
          slope={elevation.slopes[i]}
          {editable}
          open={opened === zone.id}
          ontoggle={() => (opened = opened === zone.id ? undefined : zone.id)}
          onchange={(next) => changeZone(zone.id, next)}
          onremove={() =>
            history.change({
              ...ground,
              zones: ground.zones.filter(({ id }) => id !== zone.id),
            })}
        />
      {:else}<p class="quiet">
          None yet. A zone is ground that differs: wetter, darker, stonier. Species and work follow
          it.
        </p>{/each}
      {#if editable}
        <ZoneMaker
          lie={elevation.lie}
          hasWater={waters.length > 0}
          drawing={drawing === 'zone'}
          ondraw={() => toggle('zone')}
          ontype={() => addZone([[[origin, plane.toLonLat([20, 0]), plane.toLonLat([20, 20])]]])}
          oncut={cutZone}
          {waters}
          onfile={importZones}
          onerror={(message) => (wrong = message)}
        />
      {/if}
    {:else}
      <Heights
        about={data.surface}
        lie={elevation.lie}
        {editable}
        profiling={drawing === 'profile'}
        onprofile={() => toggle('profile')}
        onfile={importHeights}
        ondrop={() => attempt(() => send('ground.dropSurface', { blockId: data.block.id }))}
        onerror={(message) => (wrong = message)}
      />
    {/if}
  </section>

  <section class="drawing">
    {#if plantable}
      <Plan
        label="Plan of {ground.name}"
        height={elevation.heights ? 'calc(100vh - 352px)' : 'calc(100vh - 116px)'}
        {mode}
        content={{
          boundary: plantable.boundary,
          keptOut: plantable.keptOut,
          limits: plantable.limits,
          zones: zonesInPlane,
          relief: elevation.relief,
          guide: drawing ? undefined : (splitting.line ?? elevation.line),
          species: [],
        }}
        ondrawn={drawn}
        onreshaped={(parts) => reshape(mapPoints(parts, plane.toLonLat))}
      />
      {#if elevation.heights && elevation.line}
        <section class="profile" aria-label="Profile">
          <ProfileChart points={elevation.heights} />
          <button class="link-button" onclick={() => elevation.away()}>Put the profile away</button>
        </section>
      {/if}
    {/if}
  </section>

  <aside class="comes-to">
    <ComesTo
      {plantable}
      {elevation}
      planting={data.block.conditions.planting}
      released={data.layout?.state === 'released' ? data.layout.number : undefined}
      blockId={data.block.id}
      {wrong}
      {notes}
      {editable}
      {reading}
      {history}
      onsave={save}
    />
  </aside>
</div>

<style>
  .profile {
    background: var(--sheet);
    border-top: 1px solid var(--rule-strong);
    padding: 10px 16px;
    height: 236px;
    box-sizing: border-box;
    overflow: auto;
  }
</style>
