<script lang="ts">
  import Dialog from '$lib/parts/Dialog.svelte';
  import { spoken } from '$lib/parts/reader.svelte';
  import { Button, TextInput } from 'carbon-components-svelte';
  import { onMount, untrack } from 'svelte';
  import { beforeNavigate } from '$app/navigation';
  import { tinykeys } from 'tinykeys';
  import { longestSide, mapPoints, nearestSide } from '$core/ground/polygon';
  import type { GroundLie } from '$core/ground/surface';
  import type { Zone } from '$core/ground/zones';
  import { localPlane, type Point } from '$core/measure/plane';
  import { formatLength, formatNumber } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { type LayoutParameters } from '$core/rows/layout';
  import { crownRadius } from '$core/rows/crowns';
  import {
    asLaid,
    contourAlong,
    firstParameters,
    NO_SPECIES_YET,
    settingsIn,
    withSettings,
  } from '$core/rows/deciding';
  import { addOn, endOn, moveAt, outAt, placeBy } from '$core/rows/by-hand';
  import type { Move } from '$core/rows/moves';
  import type { PatternSettings } from '$core/rows/pattern';
  import { rowCount, rowSpan } from '$core/rows/rowset';
  import Plan from '$lib/plan/Plan.svelte';
  import type { Relief } from '$lib/plan/draw';
  import { loadRelief } from '$lib/plan/relief';
  import { coreWorker } from '$lib/plan/worker';
  import { finished } from '$lib/parts/job.svelte';
  import { History, undoKeys } from '$lib/parts/history.svelte';
  import UndoRedo from '$lib/parts/UndoRedo.svelte';
  import type { Card } from '$lib/parts/SpeciesName.svelte';
  import Tabs from '$lib/parts/Tabs.svelte';
  import { send } from '$lib/parts/send.svelte';
  import ByHand from './ByHand.svelte';
  import DecidePattern from './DecidePattern.svelte';
  import DecideSpecies from './DecideSpecies.svelte';
  import LaidOutHere from './LaidOutHere.svelte';
  import { Laying } from './laying.svelte';
  import Drifted from './Drifted.svelte';
  import Release from './Release.svelte';
  import RowFigures from './RowFigures.svelte';
  import UnderPlan, { type Under } from './UnderPlan.svelte';
  import Versions from './Versions.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const editable = $derived(data.role === 'leader');
  const units = useUnits();

  /** The version that the crew has, or the newest; without one, where a new block starts. */
  function startFrom(): LayoutParameters {
    const newest = data.versions.find(({ state }) => state === 'released') ?? data.versions[0];
    return (
      newest?.parameters ??
      firstParameters(
        data.ground.boundary,
        data.species.map(({ id }) => id),
        untrack(() => units.system),
      )
    );
  }
  /** The site's species, and what stands in for them while none is chosen. */
  const cards = $derived<Card[]>([
    ...data.species,
    {
      ...{ id: NO_SPECIES_YET, siteId: '', edition: 0, withdrawn: false, marks: {}, notes: '' },
      ...{ name: 'Species not chosen', letter: '', colour: '#5d6a63', stock: 'container' },
      ...{ matureHeight: 0, crown: 1, crownYears: 1, damp: '', light: '' },
    },
  ]);
  const history = new History<LayoutParameters>(untrack(startFrom));
  const parameters = $derived(history.current);
  let shown = $state<number | undefined>(
    untrack(
      () => (data.versions.find(({ state }) => state === 'released') ?? data.versions[0])?.number,
    ),
  );
  const laid = new Laying(untrack(() => data.block.id));
  const layout = $derived(laid.shown);
  /** What is being picked on the plan. */
  let picking = $state<'' | 'edge' | 'guide' | 'baseline'>('');
  /** What is being changed by hand. */
  let tool = $state<'' | Move['kind']>('');
  type Side = 'pattern' | 'species' | 'hand';
  const SIDES: [Side, string][] = [
    ['pattern', 'Pattern'],
    ['species', 'Species'],
    ['hand', 'By hand'],
  ];
  let side = $state<Side>('pattern');
  let under = $state<Under>('rows');
  let age = $state<number>();
  /** Whose pattern is decided: the block's, or a zone's. */
  let laying = $state('');
  const origin = untrack(() => [data.block.originLongitude, data.block.originLatitude] as Point);
  const plane = localPlane(origin);
  let relief = $state.raw<Relief>();
  let lie = $state.raw<GroundLie>();
  let picked = $state(1);
  /** The chosen row; where a layout has fewer, its last. */
  const selected = $derived(
    layout ? Math.max(1, Math.min(picked, rowCount(layout.result.rows))) : picked,
  );
  let naming = $state(false);
  let name = $state('');
  let releasing = $state<(typeof data.versions)[number]>();
  /** How often the ground was read: what is laid on it follows. */
  let grounds = $state(0);

  /** The version that is open, as long as nothing of it is changed: it shows its own rows. */
  const version = $derived(data.versions.find(({ number }) => number === shown));
  $effect(() => {
    const { boundary, area, keptOut, limits } = data.ground;
    const { zones, surface } = data;
    const known = $state.snapshot(cards) as Card[];
    void (async () => {
      try {
        const found = await loadRelief(data.block.id, surface, boundary, units.system);
        relief = found?.relief;
        lie = found?.lie;
      } catch (error) {
        laid.wrong = spoken(error);
      }
      await coreWorker().setGround({ boundary, area, keptOut, limits }, zones, known, origin);
      grounds++;
    })();
  });
  $effect(() => {
    if (grounds) laid.ask({ parameters, version });
  });
  const change = (next: Partial<LayoutParameters>, tag = '') => {
    history.change({ ...parameters, ...next }, tag);
    shown = undefined;
  };
  /** The settings being decided: the block's own, or those of a zone. */
  const settings = $derived(settingsIn(parameters, laying));
  function changeSettings(next: Partial<PatternSettings>, tag = '') {
    if (parameters.moves?.length && !askedAbout()) return;
    change(withSettings(parameters, laying, next), tag);
  }
  /** Laying anew may leave changes by hand without a place; the leader is asked once a change. */
  let agreed: LayoutParameters | undefined;
  function askedAbout(): boolean {
    if (agreed?.moves === parameters.moves) return true;
    const count = parameters.moves!.length;
    const yes = confirm(
      `${count} ${count === 1 ? 'change' : 'changes'} by hand may fit nothing in the new rows. Lay anew all the same?`,
    );
    if (yes) agreed = parameters;
    return yes;
  }
  const addMove = (move: Move) => change({ moves: [...(parameters.moves ?? []), move] });
  function byHand(at: Point) {
    const rows = layout?.result.rows;
    if (!rows || !tool) return;
    const move = moveAt(rows, tool, at, selected);
    if (move) addMove(move);
  }
  const handSpan = $derived(
    layout && selected <= rowCount(layout.result.rows)
      ? rowSpan(layout.result.rows, selected - 1)
      : undefined,
  );
  /** A place in a leader's words: row and peg, or by which peg it lies. */
  function placeOf(at: Point): string {
    const place = layout && placeBy(layout.result.rows, at);
    if (!place) return '';
    return `${place.off < 0.05 ? '' : 'by '}row ${place.row}, peg ${place.peg}`;
  }
  function addAt(chainage: number) {
    const added = layout && addOn(layout.result.rows, selected, chainage);
    if (!added) return;
    if (!('tooNear' in added)) return addMove(added);
    const { row, peg, distance, least } = added.tooNear;
    const [away, atLeast] = [distance, least].map((metres) => formatLength(metres, units.system));
    laid.wrong = `Row ${row}, peg ${peg} stands ${away} from there; ${atLeast} is the least.`;
  }
  function endAt(which: 'first' | 'last', chainage: number) {
    const move = layout && endOn(layout.result.rows, selected, which, chainage);
    if (move) addMove(move);
  }
  function takeOut(peg: number, note: string) {
    const move = layout && outAt(layout.result.rows, selected, peg, note);
    if (move) addMove(move);
    else laid.wrong = `Row ${selected} has no peg ${peg}.`;
  }
  function drawn(shape: { type: string; coordinates: unknown }) {
    const line = shape.coordinates as Point[];
    if (picking === 'guide') changeSettings({ guide: line });
    if (picking === 'baseline') changeSettings({ contour: contourAlong(settings, line) });
    picking = '';
  }
  onMount(() => {
    const noUndo = undoKeys(history);
    const noKeeping = history.keepAs(`rows ${data.block.id}`);
    if (history.restored) shown = undefined;
    const step = (by: number) => (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest('input, textarea, select') || !layout) return;
      picked = Math.max(1, Math.min(rowCount(layout.result.rows), selected + by));
    };
    const off = tinykeys(window, { '[': step(-1), ']': step(1) });
    return () => (off(), noUndo(), noKeeping());
  });
  beforeNavigate(({ cancel, willUnload }) => {
    if (!history.changed || !history.canUndo || shown !== undefined) return;
    if (!confirm('This layout is not saved as a version. Leave it behind?')) cancel();
    else if (!willUnload) history.forget();
  });

  const looksOf = (of: LayoutParameters) =>
    asLaid(of).mix.map(({ species }) => cards.find(({ id }) => id === species)!);
  const looks = $derived(looksOf(layout?.parameters ?? parameters));
  /** Runs name species by their place in the mix they were laid with, so each layout keeps its own. */
  const settledLooks = $derived(looksOf(laid.settled?.parameters ?? parameters));
  const zonesInPlane = $derived(
    (data.zones as Zone[]).map(({ name, parts }) => ({
      name,
      parts: mapPoints(parts, plane.toPlane),
    })),
  );
  const content = $derived({
    boundary: data.ground.boundary,
    keptOut: data.ground.keptOut,
    limits: data.ground.limits,
    zones: zonesInPlane,
    relief,
    rows: layout?.result.rows,
    runs: layout?.result.runs,
    species: looks,
    selectedRow: selected,
    marks: (parameters.moves ?? []).filter(({ kind }) => kind === 'out').map(({ at }) => at),
    crowns:
      under === 'crowns' && age
        ? looks.map(({ crown, crownYears }) => crownRadius({ crown, years: crownYears }, age!))
        : undefined,
    guide: settings.guide ?? settings.contour?.baseline,
    edge:
      settings.direction.kind === 'edge' && !settings.guide && !settings.contour
        ? ([settings.direction.from, settings.direction.to] as [Point, Point])
        : undefined,
  });

  function pickEdge(point: Point) {
    const { from, to } = nearestSide(data.ground.boundary, point);
    changeSettings({ direction: { kind: 'edge', from, to }, guide: undefined });
    picking = '';
  }
  const mode = $derived(
    picking === 'edge' ? 'edge' : picking ? 'LineString' : tool ? 'place' : 'look',
  );
  async function save() {
    naming = false;
    const sent = history.current;
    try {
      const saved = await send('rows.save', {
        blockId: data.block.id,
        name,
        parameters,
      });
      const { number } = 'job' in saved ? await finished<{ number: number }>(saved.job) : saved;
      history.markSaved(sent);
      shown = number;
      name = '';
      laid.wrong = '';
    } catch (error) {
      laid.wrong = spoken(error);
    }
  }
  async function release() {
    const version = releasing!;
    releasing = undefined;
    try {
      const released = await send('rows.release', { layoutId: version.id });
      if (released?.job) await finished(released.job);
      laid.wrong = '';
    } catch (error) {
      laid.wrong = spoken(error);
    }
  }
  const released = $derived(data.versions.find(({ state }) => state === 'released'));
  function reopen(version: (typeof data.versions)[number]) {
    history.change(version.parameters);
    history.markSaved();
    shown = version.number;
  }
  const figures = $derived(layout?.result.figures);
</script>

<div class="screen">
  <section class="decide">
    <Tabs
      tabs={SIDES}
      selected={side}
      label="What you decide"
      onselect={(key) => ((side = key), (tool = ''), (picking = ''))}
    />
    {#if side === 'pattern'}
      {#if data.zones.length}
        <LaidOutHere zones={data.zones} byZone={parameters.byZone} bind:laying onchange={change} />
      {/if}
      <DecidePattern
        {settings}
        species={parameters.mix.map(({ species }) =>
          data.species.find(({ id }) => id === species)!,
        )}
        {editable}
        {picking}
        hasHeights={Boolean(data.surface)}
        onchange={changeSettings}
        onpick={(what) => (picking = picking === what ? '' : what)}
        onlongest={() => {
          const { from, to } = longestSide(data.ground.boundary);
          changeSettings({ direction: { kind: 'edge', from, to } });
        }}
      />
    {:else if side === 'species'}
      <DecideSpecies {parameters} species={data.species} {editable} onchange={change} />
    {:else}
      <ByHand
        moves={parameters.moves ?? []}
        lost={layout?.result.lostMoves.length ?? 0}
        {editable}
        {tool}
        row={selected}
        span={handSpan}
        step={layout?.result.rows.step ?? 0}
        where={placeOf}
        ontool={(next) => (tool = next)}
        onremove={(index) => change({ moves: parameters.moves?.filter((_, i) => i !== index) })}
        onout={takeOut}
        onadd={addAt}
        onend={endAt}
      />
    {/if}
  </section>

  <section class="drawing">
    <Plan
      label="Rows of {data.block.name}"
      height="clamp(380px, 60vh, 640px)"
      {mode}
      {content}
      onrow={(row) => (picked = row)}
      onedge={pickEdge}
      onplace={byHand}
      ondrawn={drawn}
    />
    {#if laid.settled}
      <UnderPlan
        {data}
        settled={laid.settled}
        {parameters}
        direction={settings.direction}
        looks={settledLooks}
        {shown}
        slope={lie?.meanSlope}
        {selected}
        bind:under
        bind:age
        onselect={(row) => (picked = row)}
        onbearing={(bearing) => changeSettings({ direction: { kind: 'bearing', bearing } })}
        onwrong={(sentence) => (laid.wrong = sentence)}
      />
    {/if}
  </section>

  <aside class="comes-to">
    <h2>What it comes to{shown ? ` · version ${shown}` : ' · not saved'}</h2>
    {#if figures && layout}
      <div aria-live="polite" aria-busy={layout.parameters !== parameters}>
        <span class="big" data-testid="trees">{formatNumber(figures.trees.value)}</span><span
          class="unit">trees</span
        >
      </div>
      <div class="gap"></div>
      <RowFigures
        layout={layout.result}
        {looks}
        string={data.block.calendarTerms.works?.string}
        plantable={version
          ? {
              value: version.plantableArea,
              kind: 'area',
              formula: `as it was when version ${version.number} was laid`,
              steps: [],
            }
          : data.ground.plantable}
      />
    {/if}
    {#if laid.drift && version}<Drifted
        {version}
        drift={laid.drift}
        {editable}
        onanew={() => (shown = undefined)}
      />{/if}
    {#if laid.wrong}<p class="say stop" role="alert">{laid.wrong}</p>{/if}
    {#if layout || laid.wrong}<!-- Not before the figures stand: what is pressed does not move away. -->
      {#if editable}
        {#if !parameters.mix.length}<p class="say">
            <button class="link-button" onclick={() => (side = 'species')}
              >Choose the species</button
            >
            before it is saved.
          </p>{/if}
        <div class="buttons">
          <Button
            disabled={Boolean(laid.wrong) || shown !== undefined || !parameters.mix.length}
            on:click={() => (naming = true)}>Save as a version</Button
          >
          <UndoRedo {history} onstep={() => (shown = undefined)} />
        </div>
      {/if}
      <Versions
        block={data.block.id}
        versions={data.versions}
        {shown}
        {editable}
        onopen={reopen}
        onrelease={(version) => (releasing = version)}
      />
    {/if}
  </aside>
</div>

<Dialog
  open={naming}
  heading="Save as version {(data.versions[0]?.number ?? 0) + 1}"
  act="Save"
  size="xs"
  focus="#version-name"
  onclose={() => (naming = false)}
  onact={save}
>
  <TextInput
    id="version-name"
    labelText="What is it, in a few words"
    placeholder="such as: wider, fewer turns"
    bind:value={name}
    maxlength={80}
  />
</Dialog>
<Release
  {laid}
  version={releasing}
  before={released}
  begun={data.begun}
  onclose={() => (releasing = undefined)}
  onrelease={release}
/>

<style>
  .gap {
    height: 10px;
  }
</style>
