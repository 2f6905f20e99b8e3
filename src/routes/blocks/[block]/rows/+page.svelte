<script lang="ts">
  import { Button, Modal, TextInput } from 'carbon-components-svelte';
  import { onMount, untrack } from 'svelte';
  import { beforeNavigate } from '$app/navigation';
  import { tinykeys } from 'tinykeys';
  import { nearestSide, longestSide } from '$core/ground/polygon';
  import { formatNumber } from '$core/measure/units';
  import { alongLongestSide, type Layout, type LayoutParameters } from '$core/rows/layout';
  import { rowCount } from '$core/rows/rowset';
  import Plan from '$lib/plan/Plan.svelte';
  import { coreWorker, heard, latestOnly } from '$lib/plan/worker';
  import Figure from '$lib/ui/Figure.svelte';
  import { History, undoKeys } from '$lib/ui/history.svelte';
  import { send } from '$lib/ui/send.svelte';
  import Decide from './Decide.svelte';
  import RowTable from './RowTable.svelte';
  import Versions from './Versions.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const editable = $derived(data.role === 'leader');

  /** Where a new block starts: along its longest side, at two and a half metres. */
  function firstParameters(): LayoutParameters {
    const newest = data.versions.find(({ state }) => state === 'released') ?? data.versions[0];
    if (newest) return newest.parameters;
    return {
      pattern: 'rectangular',
      inRow: 2.5,
      between: 3,
      direction: alongLongestSide(data.ground.boundary),
      firstOffset: 1.5,
      firstPeg: 0,
      headland: 0,
      shortest: 5,
      mix: data.species.slice(0, 1).map(({ id }) => ({ species: id, share: 100 })),
      arrangement: { kind: 'random', longest: 3, seed: 1 },
    };
  }
  const history = new History<LayoutParameters>(untrack(firstParameters));
  const parameters = $derived(history.current);
  let shown = $state<number | undefined>(
    untrack(
      () => (data.versions.find(({ state }) => state === 'released') ?? data.versions[0])?.number,
    ),
  );
  let layout = $state.raw<{ result: Layout; parameters: LayoutParameters }>();
  let wrong = $state('');
  let pickingEdge = $state(false);
  let selected = $state(1);
  let naming = $state(false);
  let name = $state('');
  let releasing = $state<(typeof data.versions)[number]>();
  let ready = $state(false);

  const work = latestOnly(
    async (wanted: LayoutParameters) =>
      heard(await coreWorker().layOut($state.snapshot(wanted) as LayoutParameters)),
    (result, wanted) => {
      layout = { result, parameters: wanted };
      wrong = result.rows.total
        ? ''
        : 'Not one tree fits with this spacing, headland and first row.';
      selected = Math.min(selected, Math.max(1, rowCount(result.rows)));
    },
    (message) => (wrong = message),
  );
  $effect(() => {
    const ground = { boundary: data.ground.boundary, plantable: data.ground.area };
    void coreWorker()
      .setGround(ground)
      .then(() => (ready = true));
  });
  $effect(() => {
    if (ready) work(parameters);
  });

  const change = (next: Partial<LayoutParameters>, tag = '') => {
    history.change({ ...parameters, ...next }, tag);
    shown = undefined;
  };
  onMount(() => {
    const keys = undoKeys(history);
    window.addEventListener('keydown', keys);
    const step = (by: number) => (event: KeyboardEvent) => {
      if ((event.target as HTMLElement).closest('input, textarea, select') || !layout) return;
      selected = Math.max(1, Math.min(rowCount(layout.result.rows), selected + by));
    };
    const off = tinykeys(window, { '[': step(-1), ']': step(1) });
    return () => (off(), window.removeEventListener('keydown', keys));
  });
  beforeNavigate(({ cancel }) => {
    if (
      history.changed &&
      history.canUndo &&
      shown === undefined &&
      !confirm('This layout is not saved as a version. Leave it behind?')
    )
      cancel();
  });

  const looks = $derived(
    (layout?.parameters ?? parameters).mix.map(({ species }) =>
      data.species.find(({ id }) => id === species)!,
    ),
  );
  const content = $derived({
    boundary: data.ground.boundary,
    keptOut: data.ground.keptOut,
    rows: layout?.result.rows,
    runs: layout?.result.runs,
    species: looks,
    selectedRow: selected,
    edge:
      parameters.direction.kind === 'edge'
        ? ([parameters.direction.from, parameters.direction.to] as [
            [number, number],
            [number, number],
          ])
        : undefined,
  });

  function pickEdge(point: [number, number]) {
    const { from, to } = nearestSide(data.ground.boundary, point);
    change({ direction: { kind: 'edge', from, to } });
    pickingEdge = false;
  }

  async function save() {
    naming = false;
    try {
      const { number } = await send<{ number: number }>('rows.save', {
        blockId: data.block.id,
        name,
        parameters,
      });
      history.markSaved();
      shown = number;
      name = '';
      wrong = '';
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  async function release() {
    const version = releasing!;
    releasing = undefined;
    try {
      await send('rows.release', { layoutId: version.id });
      wrong = '';
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  function reopen(version: (typeof data.versions)[number]) {
    history.change(version.parameters);
    history.markSaved();
    shown = version.number;
  }
  const figures = $derived(layout?.result.figures);
</script>

<div class="screen">
  <section class="decide">
    <Decide
      {parameters}
      species={data.species}
      {editable}
      {pickingEdge}
      onchange={change}
      onpickedge={() => (pickingEdge = !pickingEdge)}
      onlongest={() => {
        const { from, to } = longestSide(data.ground.boundary);
        change({ direction: { kind: 'edge', from, to } });
      }}
    />
  </section>

  <section class="drawing">
    <Plan
      label="Rows of {data.block.name}"
      height="clamp(380px, 62vh, 640px)"
      mode={pickingEdge ? 'edge' : 'look'}
      {content}
      onrow={(row) => (selected = row)}
      onedge={pickEdge}
    />
    {#if layout}
      <RowTable
        rows={layout.result.rows}
        runs={layout.result.runs}
        species={looks}
        {selected}
        onselect={(row) => (selected = row)}
        block={data.block.id}
        saved={data.versions.find(({ number }) => number === shown)}
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
      <Figure label="Trees" figure={figures.trees} />
      <Figure label="Plantable" figure={data.ground.plantable} />
      <Figure label="By spacing" figure={figures.density} />
      <Figure label="As laid out" figure={figures.stocked} />
      <Figure label="Rows" figure={figures.rows} />
      <Figure label="Longest row" figure={figures.longestRow} />
      <Figure label="Strings in it" figure={figures.strings} />
      <Figure label="Walked, planting" figure={figures.walked} />
      <h2>By species</h2>
      {#each looks as look, i (look.id)}
        <div class="species">
          <span>{look.name}</span>
          <span class="bar"
            ><i
              style:background={look.colour}
              style:width="{(100 * layout.result.speciesCounts[i]) /
                Math.max(1, ...layout.result.speciesCounts)}%"
            ></i></span
          >
          <span class="num" data-species={look.letter}
            >{formatNumber(layout.result.speciesCounts[i] ?? 0)}</span
          >
        </div>
      {/each}
      {#each layout.result.notes as note (note)}<p class="say">{note}</p>{/each}
    {/if}
    {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
    {#if editable}
      <div class="buttons">
        <Button disabled={Boolean(wrong) || shown !== undefined} on:click={() => (naming = true)}
          >Save as a version</Button
        >
        <Button
          kind="ghost"
          size="small"
          disabled={!history.canUndo}
          on:click={() => (history.undo(), (shown = undefined))}>Undo</Button
        >
        <Button
          kind="ghost"
          size="small"
          disabled={!history.canRedo}
          on:click={() => (history.redo(), (shown = undefined))}>Redo</Button
        >
      </div>
    {/if}
    <Versions
      versions={data.versions}
      {shown}
      {editable}
      onopen={reopen}
      onrelease={(version) => (releasing = version)}
    />
  </aside>
</div>

<Modal
  bind:open={naming}
  modalHeading="Save as version {(data.versions[0]?.number ?? 0) + 1}"
  primaryButtonText="Save"
  secondaryButtonText="Not yet"
  size="xs"
  selectorPrimaryFocus="#version-name"
  on:click:button--secondary={() => (naming = false)}
  on:submit={save}
>
  <TextInput
    id="version-name"
    labelText="What is it, in a few words"
    placeholder="such as: wider, fewer turns"
    bind:value={name}
    maxlength={80}
  />
</Modal>
<Modal
  open={Boolean(releasing)}
  modalHeading="Release version {releasing?.number} to the crew"
  primaryButtonText="Release"
  secondaryButtonText="Not yet"
  size="sm"
  on:close={() => (releasing = undefined)}
  on:click:button--secondary={() => (releasing = undefined)}
  on:submit={release}
>
  <p>
    {formatNumber(releasing?.trees ?? 0)} trees. Its rows are then fixed: what is planted is entered against
    them, and they cannot change under planted trees.
  </p>
  <p class="say caution">
    Buried services located and marked, overhead lines agreed with their utility, before anyone
    digs.
  </p>
</Modal>

<style>
  .gap {
    height: 10px;
  }
  .species {
    display: grid;
    grid-template-columns: 78px 1fr 52px;
    gap: 8px;
    align-items: center;
    font-size: 14px;
    margin-bottom: 5px;
  }
  .species .num {
    text-align: right;
  }
  .bar {
    height: 8px;
    background: var(--rule);
  }
  .bar i {
    display: block;
    height: 100%;
  }
</style>
