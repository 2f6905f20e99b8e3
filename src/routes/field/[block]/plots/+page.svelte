<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import { viewOf } from '$core/checks/drawing';
  import { FAULTS, plotSums, type CheckedTree, type Fault } from '$core/checks/faults';
  import { isAsked, TAUGHT, treeFor, type Taught } from '$core/checks/trainer';
  import { withMeasure, type Measured } from '$core/checks/measured';
  import { TREE_LIMITS } from '$core/checks/tree';
  import { formatLength, formatSmall } from '$core/measure/units';
  import TreeDrawing from '$lib/charts/TreeDrawing.svelte';
  import { dropDraft, keepDraft, readDraft } from '$lib/field/drafts';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { Level } from '$lib/field/level.svelte';
  import type { SmallPhoto } from '$lib/field/photo';
  import TakePhoto from '$lib/field/TakePhoto.svelte';
  import Stepper from '$lib/field/Stepper.svelte';
  import { toolNamed, useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['checks.plot', 'crew.note']);
  const tongue = useTongue();
  const { say, measure } = tongue;
  type Plot = PageData['plots'][number];
  let chosen = $state<number>();
  const plot = $derived(data.plots.find(({ number }) => number === chosen));
  /** What was tapped of the plot that is open; kept on the phone until it is handed in. */
  let trees = $state<Record<string, CheckedTree>>({});
  /** Places that are said to be planted later, or to be planted in a row that nobody has begun by the tallies. */
  let later = $state<Record<string, boolean>>({});
  let whose = $state('');
  let tool = $state('');
  /** The tree whose fault is being said. */
  let at = $state<string>();
  let handed = $state(false);
  const key = (tree: { row: number; peg: number }) => `${tree.row}/${tree.peg}`;
  const draftKey = (number: number) => `plot ${data.me} ${data.planId} ${number}`;

  /** Plots handed in on this phone that the page does not know yet. */
  const waiting = $derived(
    new Map(
      work.outbox
        .pending('checks.plot')
        .filter(({ planId }) => planId && planId === data.planId)
        .map((entry) => [entry.planNumber, entry]),
    ),
  );
  const lookOf = (one: Plot) => {
    const own = waiting.get(one.number);
    if (!own) return one.look;
    const { good, faulty } = plotSums((own.trees ?? []) as CheckedTree[]);
    return { good, of: good + faulty, faulty, mine: true, who: '' };
  };

  function open(one: Plot) {
    chosen = one.number;
    handed = false;
    at = undefined;
    const begin = {
      trees: {},
      later: {},
      whose: one.planter,
      tool: data.lastTools[one.planter] ?? tool,
    };
    ({ trees, later, whose, tool } = readDraft(draftKey(one.number), begin));
    window.scrollTo(0, 0);
  }
  $effect(() => {
    const number = untrack(() => chosen);
    const draft = { trees: $state.snapshot(trees), later: $state.snapshot(later), whose, tool };
    if (number !== undefined && !handed) keepDraft(draftKey(number), draft);
  });

  /** A checker who walks before the planters are through finds places that are nobody's fault. */
  const notYet = (tree: Plot['trees'][number]) =>
    !trees[key(tree)] && (later[key(tree)] ?? tree.rowOpen);
  const left = $derived(
    plot ? plot.trees.filter((tree) => !trees[key(tree)] && !notYet(tree)).length : 0,
  );
  const marked = $derived(Object.keys(trees).length);
  const sums = $derived(plotSums(Object.values(trees)));
  function mark(tree: Plot['trees'][number], faults: Fault[], more: Partial<CheckedTree> = {}) {
    const { row, peg, species } = tree;
    trees = { ...trees, [key(tree)]: { ...trees[key(tree)], row, peg, species, ...more, faults } };
    navigator.vibrate?.(20);
  }
  function toggle(fault: Fault) {
    const tree = plot!.trees.find((one) => key(one) === at)!;
    const before = trees[at!]?.faults ?? [];
    mark(tree, before.includes(fault) ? before.filter((one) => one !== fault) : [...before, fault]);
  }
  function leaveForLater() {
    const { [at!]: _marked, ...others } = trees;
    trees = others;
    later = { ...later, [at!]: true };
    leaveTree();
  }
  function leaveTree() {
    at = undefined;
    photographed = false;
    level.stop();
  }
  const restGood = () => {
    for (const tree of plot!.trees) if (!trees[key(tree)] && !notYet(tree)) mark(tree, []);
  };
  async function hand() {
    const list = plot!.trees.flatMap((tree) => trees[key(tree)] ?? []);
    await work.outbox.add('checks.plot', {
      ...work.event(),
      ...{ layoutId: data.layoutId, planterId: whose, row: plot!.row, peg: plot!.peg },
      ...{ area: data.area, good: 0, faults: {}, tool, lotId: null, corrects: null },
      trees: $state.snapshot(list),
      ...{ planId: data.planId, planNumber: plot!.number },
    });
    handed = true;
    dropDraft(draftKey(plot!.number));
    trees = {};
  }

  /** The way of planting of the tree that is looked at, for its bounds and for the signs on the buttons. */
  const lesson = $derived.by(() => {
    const tree = plot?.trees.find((one) => key(one) === at);
    const stock = tree ? data.species[tree.species]?.stock : undefined;
    return data.lessons.find((one) => one.stock === stock) ?? data.lessons[0];
  });
  const signs = $derived(
    lesson
      ? Object.fromEntries(
          TAUGHT.map((fault) => [
            fault,
            treeFor(
              {
                ...{ ...lesson, clearing: 0.12 },
                ...{ guard: fault === 'guard', basin: fault === 'basin' },
              },
              fault,
              0,
              `sign ${fault}`,
            ),
          ]),
        )
      : {},
  );
  /** Where a fault is seen. */
  const LOOKS: Partial<Record<Taught, 'collar' | 'roots' | 'tree'>> = {
    ...{ deep: 'collar', shallow: 'collar', loose: 'collar', 'roots-exposed': 'collar' },
    ...{ 'j-root': 'roots', 'air-pocket': 'roots' },
  };
  const faults = $derived(
    FAULTS.filter(
      (fault) =>
        fault !== 'surplus' && (fault === 'not-cleared' || !lesson || isAsked(fault, lesson)),
    ),
  );
  const small = (metres: number) => measure(formatSmall(metres, tongue.system));
  const current = $derived(at ? trees[at] : undefined);
  /** Half a centimetre a step, a quarter of an inch where inches are read. */
  const STEP = $derived(tongue.system === 'us' ? 0.0254 / 4 : 0.005);
  function measured(measure: Measured) {
    const tree = plot!.trees.find((one) => key(one) === at)!;
    const { faults: found, ...value } = withMeasure(current?.faults, measure, lesson);
    mark(tree, found, value);
  }
  /** A hand's breadth a step. */
  const STRIDE = $derived(tongue.system === 'us' ? 0.0254 * 3 : 0.05);
  let photographed = $state(false);
  async function photograph(photo: SmallPhoto) {
    const tree = plot!.trees.find((one) => key(one) === at)!;
    await work.outbox.add('crew.note', {
      ...work.event(),
      ...{ blockId: data.block.id, layoutId: data.layoutId, row: tree.row, peg: tree.peg },
      body: (trees[at!]?.faults ?? []).map((fault) => say(`fault.${fault}`)).join(', '),
      photo: photo.data,
    });
    URL.revokeObjectURL(photo.url);
    photographed = true;
  }
  const level = new Level();
  onDestroy(() => level.stop());
  const seen = $derived(data.plots.filter((one) => lookOf(one)).length);
  const unplanted = (one: Plot) => one.trees.every(({ rowOpen }) => rowOpen);
  /** In the order of the round what is to be looked at, then what is not planted yet, then what was seen. */
  const listed = $derived.by(() => {
    const place = (one: Plot) => (lookOf(one) ? 2 : unplanted(one) ? 1 : 0);
    return [...data.plots].sort((a, b) => place(a) - place(b));
  });
</script>

<svelte:head><title>{say('plots.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  {#if !plot}
    <h1>{say('plots.title')}</h1>
    {#if !data.plots.length}<p>{say('plots.none')}</p>{:else}
      <p class="num">{say('plots.round', { seen, plots: data.plots.length })}</p>
      <ul class="list">
        {#each listed as one (one.number)}
          {@const look = lookOf(one)}
          <li>
            <button onclick={() => open(one)} class:seen={look}>
              <b>{say('plots.plot', { number: one.number })}</b>
              <span class="num"
                >{say('plots.near', { row: one.row, peg: one.peg })} · {look
                  ? say('plots.done', { good: look.good, of: look.of })
                  : unplanted(one)
                    ? say('plots.notYet')
                    : say('plots.trees', { trees: one.trees.length })}</span
              >
            </button>
          </li>
        {/each}
      </ul>
    {/if}
  {:else if at}
    {@const tree = plot.trees.find((one) => key(one) === at)!}
    <h1>{say('plots.near', { row: tree.row, peg: tree.peg })}</h1>
    <p>{data.species[tree.species]?.name ?? ''}</p>
    <div class="faults">
      {#each faults as fault (fault)}
        <button
          aria-pressed={current?.faults.includes(fault) ?? false}
          onclick={() => toggle(fault)}
        >
          {#if signs[fault as Taught]}<TreeDrawing
              tree={signs[fault as Taught]}
              view={viewOf(fault)}
              label=""
              small={LOOKS[fault as Taught] ?? 'tree'}
            />{/if}
          <span>{say(`fault.${fault}`)}</span>
        </button>
      {/each}
    </div>
    {#if lesson}
      {@const cover = current?.depth ?? (lesson.depth.least + lesson.depth.most) / 200}
      <Stepper
        label={say('plots.depth', { the: say(`school.the.${lesson.depth.datum}`) })}
        passes={say('plots.passes', {
          least: small(lesson.depth.least / 100),
          most: small(lesson.depth.most / 100),
        })}
        value={small(cover)}
        known={current?.depth !== undefined}
        onstep={(by) => measured({ depth: cover + by * STEP })}
      />
      {@const gap = current?.toNext ?? lesson.step}
      {@const length = (metres: number) => measure(formatLength(metres, tongue.system, 2))}
      <Stepper
        label={say('plots.toNext')}
        passes={say('plots.passes', {
          least: length(lesson.step * (1 - TREE_LIMITS.spacing)),
          most: length(lesson.step * (1 + TREE_LIMITS.spacing)),
        })}
        value={length(gap)}
        known={current?.toNext !== undefined}
        named={say('plots.toNext')}
        onstep={(by) => measured({ toNext: gap + by * STRIDE })}
      />
    {/if}
    <div class="lean">
      {#if level.degrees !== undefined}
        <span>{say('plots.level')}</span>
        <button class="go" onclick={() => measured({ lean: level.degrees ?? 0 })}
          >{say('plots.take', { degrees: Math.round(level.degrees) })}</button
        >
      {:else if level.silent}<span class="quiet">{say('plots.noLevel')}</span>
      {:else}<button class="go plain" onclick={() => level.listen()}
          >{say('plots.lean')}{current?.lean !== undefined
            ? ` ${Math.round(current.lean)}°`
            : ''}</button
        >{/if}
    </div>
    <TakePhoto
      label={say('plots.photo')}
      ontaken={photograph}
      onbegin={() => (photographed = false)}
    />
    {#if photographed}<p class="say good" role="status">
        {say('plots.photoKept', { row: tree.row, peg: tree.peg })}
      </p>{/if}
    <button
      class="go"
      onclick={() => {
        if (!current) mark(tree, []);
        leaveTree();
      }}>{say(current?.faults.length ? 'plots.back' : 'plots.clear')}</button
    >
    <button class="go plain" onclick={leaveForLater}>{say('plots.notYet')}</button>
  {:else}
    {@const look = lookOf(plot)}
    <h1>{say('plots.plot', { number: plot.number })}</h1>
    <p class="num">
      {say('plots.near', { row: plot.row, peg: plot.peg })}. {say('plots.radius', {
        radius: measure(formatLength(data.radius, tongue.system, 2)),
      })}
    </p>
    <a class="go plain" href="/field/{data.block.id}/peg?row={plot.row}&peg={plot.peg}"
      >{say('plots.find')}</a
    >
    <a class="go plain" href="/field/{data.block.id}/note">{say('rows.note')}</a>
    {#if look}<p class="say">
        {look.mine ? say('plots.again') : say('plots.others', { who: look.who })}
      </p>{/if}
    {#if handed}
      <p class="say" role="status">{say('plots.handed')}</p>
    {:else}
      <div class="pair">
        <label
          >{say('plots.whose')}
          <select bind:value={whose} onchange={() => (tool = data.lastTools[whose] ?? tool)}>
            <option value="">{say('rows.choose')}</option>
            {#each data.planters as { id, name } (id)}<option value={id}>{name}</option>{/each}
          </select></label
        >
        <label
          >{say('plots.tool')}
          <select bind:value={tool}>
            <option value="">{say('plots.notKnown')}</option>
            {#each data.tools as name (name)}<option value={name}>{toolNamed(name, say)}</option
              >{/each}
          </select></label
        >
      </div>
      <p class="num">
        <b>{marked || left ? say('plots.left', { left }) : say('plots.notYet')}</b>
      </p>
      <ul class="trees">
        {#each plot.trees as tree (key(tree))}
          {@const own = trees[key(tree)]}
          {@const card = data.species[tree.species]}
          <li class:done={own} class:bad={own?.faults.length}>
            <span class="num"
              ><b>{tree.row}/{tree.peg}</b>
              {card?.name ?? ''}<br /><small
                >{own
                  ? own.faults.length
                    ? own.faults.map((fault) => say(`fault.${fault}`)).join(', ')
                    : say('plots.good')
                  : notYet(tree)
                    ? say('plots.notYet')
                    : ''}</small
              ></span
            >
            <button
              class="good"
              aria-pressed={Boolean(own && !own.faults.length)}
              onclick={() =>
                mark(tree, [], { depth: undefined, lean: undefined, toNext: undefined })}
              >{say('plots.good')}<span class="visually-hidden"> {key(tree)}</span></button
            >
            <button class="fault" onclick={() => (at = key(tree))}
              >{say('plots.fault')}<span class="visually-hidden"> {key(tree)}</span></button
            >
          </li>
        {/each}
      </ul>
      {#if left}<button class="go plain" onclick={restGood}>{say('plots.all')}</button>{/if}
      <p class="num">
        {say('plots.done', { good: sums.good, of: sums.good + sums.faulty })}
      </p>
      <button class="go" disabled={!data.mayRecord || left > 0 || !whose || !marked} onclick={hand}
        >{say('plots.hand')}</button
      >
    {/if}
    <button class="go plain" onclick={() => (chosen = undefined)}>{say('plots.list')}</button>
  {/if}
</FieldFrame>

<style>
  h1 {
    font-size: 26px;
    margin: 4px 0 0;
  }
  .trees {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 7px;
  }
  .trees li {
    display: grid;
    grid-template-columns: 1fr 92px 92px;
    gap: 7px;
    align-items: center;
    border-bottom: 1px solid var(--rule);
    padding-bottom: 6px;
  }
  .trees li.done {
    border-left: 6px solid var(--viridian);
    padding-left: 8px;
  }
  .trees li.bad {
    border-left-color: var(--clay);
  }
  .trees button {
    min-height: 56px;
    font: 650 16px var(--text);
    border: 2px solid var(--viridian);
    background: var(--sheet);
    color: var(--viridian-deep);
    touch-action: manipulation;
  }
  .trees .fault {
    border-color: var(--clay);
    color: var(--clay);
  }
  .trees button[aria-pressed='true'] {
    background: var(--viridian);
    color: var(--on-viridian);
  }
  .faults {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  .faults button {
    min-height: 74px;
    font: 650 16px var(--text);
    border: 2px solid var(--clay);
    background: var(--sheet);
    color: var(--clay);
    display: flex;
    gap: 8px;
    align-items: center;
    text-align: left;
    padding: 4px 8px;
    touch-action: manipulation;
  }
  .faults button[aria-pressed='true'] {
    background: var(--clay-tint);
    border-width: 4px;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 9px;
  }
  a.go {
    display: grid;
    place-content: center;
  }
  .lean {
    display: grid;
    gap: 6px;
  }
</style>
