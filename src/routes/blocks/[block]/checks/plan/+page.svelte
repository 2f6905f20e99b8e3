<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import {
    Button,
    RadioButton,
    RadioButtonGroup,
    Select,
    SelectItem,
  } from 'carbon-components-svelte';
  import { wrap, type Remote } from 'comlink';
  import { onMount, untrack } from 'svelte';
  import {
    acceptanceCurve,
    acceptancePlan,
    acceptanceWith,
    halfWidth,
    plotsFor,
  } from '$core/checks/plan';
  import type { PlotTerms } from '$core/checks/planned';
  import { treesOf, type PlannedPlot } from '$core/checks/grid';
  import { roundLength } from '$core/checks/round';
  import { holds } from '$core/crew/share';
  import { planeArea } from '$core/ground/polygon';
  import { formatDistance, formatLength, formatNumber, formatPercent } from '$core/measure/units';
  import type { StoredLayout } from '$core/rows/layout';
  import { say } from '$core/say/message';
  import { isTold } from '$core/say/told';
  import PlotCurve from '$lib/charts/PlotCurve.svelte';
  import ReleaseFirst from '$lib/parts/ReleaseFirst.svelte';
  import { Doing } from '$lib/parts/doing.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { inWords } from '$lib/parts/reader.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import { heard } from '$lib/parts/reading';
  import Plan from '$lib/plan/Plan.svelte';
  import { latestOnly } from '$lib/plan/worker';
  import type { PlotsWorker } from '../../../../../workers/plots.worker';
  import { inOwnUnits } from '$core/checks/plot';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const doing = new Doing();
  const released = $derived(data.released);
  const terms = untrack(() => data.released?.terms);
  const sizes = $derived(inOwnUnits(data.released?.sizes ?? [], units.system));
  let size = $state(
    untrack(
      () =>
        sizes.find(({ area }) => Math.abs(area - (terms?.area ?? 0)) < 0.01)?.key ??
        sizes[0]?.key ??
        '',
    ),
  );
  const area = $derived(released?.sizes.find(({ key }) => key === size)?.area ?? 50);
  let by = $state<PlotTerms['by']>(terms?.by ?? 'ground');
  const tools = $derived(new Map(released?.tools));
  const planterOf = (row: number) =>
    released?.shares.find((share) => holds([share], share.planterId, row))?.planterId;
  let seed = $state(terms?.seed ?? '1');
  /** By precision, by the client's limits, or so many as one says. */
  let ask = $state<'half' | 'limits' | 'number'>(
    terms?.limits ? 'limits' : terms && !terms.half ? 'number' : 'half',
  );
  let half = $state((terms?.half ?? 0.03) * 100);
  let limits = $state({
    good: (terms?.limits?.good ?? 0.05) * 100,
    bad: (terms?.limits?.bad ?? 0.15) * 100,
    alpha: (terms?.limits?.alpha ?? 0.05) * 100,
    beta: (terms?.limits?.beta ?? 0.1) * 100,
  });
  let number = $state(terms?.plots ?? 24);
  /** Thousands of places are fetched and gone over once the page stands, not before it is sent. */
  let stored = $state.raw<StoredLayout>();
  onMount(async () => {
    if (!released) return;
    const answer = await fetch(
      `/blocks/${data.block.id}/rows/${released.id}/stored?number=${released.number}`,
    );
    if (answer.ok) stored = (await answer.json()) as StoredLayout;
    else doing.wrong = inWords(say('rows.versionUnread'));
  });
  const ground = $derived(released ? planeArea(released.area) : 0);
  /** Trees in a plot as they stand on this ground: all of them over all plots that lie side by side. */
  const trees = $derived(ground && released ? (released.trees * area) / ground : 0);
  const expected = $derived({
    // A season without a fault so far is no promise: one tree in two hundred at least may be faulty.
    quality: Math.min(0.995, Math.max(0.5, released?.quality ?? 0.9)),
    ...{ trees: Math.max(1, trees), alike: released?.alike ?? 0.05 },
    inBlock: Math.max(2, Math.floor(ground / area)),
  });
  const shares = $derived(
    Object.fromEntries(Object.entries(limits).map(([key, percent]) => [key, percent / 100])) as {
      [Key in keyof typeof limits]: number;
    },
  );
  const whole = $derived(Math.max(1, Math.round(trees)));
  const answer = $derived.by(() => {
    try {
      if (ask === 'half') return { figure: plotsFor(expected, half / 100) };
      if (ask === 'limits') return { plan: acceptancePlan(shares, whole, expected.alike) };
      return {};
    } catch (error) {
      if (isTold(error)) return { wrong: inWords(error.said) };
      throw error;
    }
  });
  const plots = $derived(
    Math.min(500, Math.max(2, answer.figure?.value ?? answer.plan?.plots ?? number)),
  );
  /** Whose plot a row is one of, by its number. */
  const strata = $derived(
    new Map(
      (stored?.rows ?? []).map(({ number: row }) => [
        row,
        by === 'tool' ? tools.get(planterOf(row) ?? '') : planterOf(row),
      ]),
    ),
  );
  const asked = $derived<PlotTerms>({ area, plots, seed, by });
  /** Laid and walked in a worker: the shortest round through many takes its time. */
  let laid = $state.raw<{ of: PlotTerms; plots: PlannedPlot[] }>();
  const planned = $derived(laid?.plots ?? []);
  /** What is drawn is what is asked for. */
  const settled = $derived(laid?.of === asked);
  let worker: Remote<PlotsWorker> | undefined;
  onMount(() => {
    const thread = new Worker(new URL('../../../../../workers/plots.worker.ts', import.meta.url), {
      type: 'module',
    });
    worker = wrap<PlotsWorker>(thread);
    return () => thread.terminate();
  });
  /** Why they cannot be laid: what was said of saving is another matter. */
  let unlaid = $state('');
  const lay = latestOnly(
    async ({ terms, of }: { terms: PlotTerms; of: typeof strata }) => {
      const { area: ground, gate } = released!;
      return heard(await worker!.plan(terms, ground, gate, of));
    },
    (found, { terms }) => ((laid = { of: terms, plots: found }), (unlaid = '')),
    (message) => ((laid = undefined), (unlaid = message)),
  );
  let rowsOf: StoredLayout | undefined;
  $effect(() => {
    const given = { terms: asked, of: strata };
    if (!released || !stored || !worker) return;
    if (rowsOf !== stored) {
      void worker.setRows({ rhythm: stored.rhythm, rows: stored.rows });
      rowsOf = stored;
    }
    lay(given);
  });
  /** A grid with a random start may lay a plot or two more or fewer than were reckoned: what is allowed is of those that are laid. */
  const client = $derived.by(() => {
    if (!answer.plan || !settled || !planned.length || planned.length === answer.plan.plots)
      return { plan: answer.plan };
    try {
      return { plan: acceptanceWith(shares, planned.length, whole, expected.alike) };
    } catch (error) {
      if (isTold(error)) return { wrong: inWords(error.said) };
      throw error;
    }
  });
  const round = $derived(
    released ? [released.gate, ...planned.map(({ centre }) => centre), released.gate] : [],
  );
  const metres = $derived(
    released
      ? roundLength(
          released.gate,
          planned.map(({ centre }) => centre),
        )
      : 0,
  );
  const curve = $derived.by(() => {
    const most = Math.min(expected.inBlock, Math.max(40, plots * 2));
    return Array.from({ length: Math.max(2, most - 3) }, (_, i) => i + 4).map((n) => ({
      x: n,
      y: Math.min(0.5, halfWidth(expected, n)),
    }));
  });
  const accepted = $derived(
    client.plan
      ? acceptanceCurve(client.plan, whole, expected.alike, Math.min(1, shares.bad * 1.8)).map(
          ({ share, accepted: y }) => ({ x: share, y }),
        )
      : [],
  );
  const found = $derived(planned.map((plot) => treesOf(plot.trees).length));
  const save = () =>
    doing.run(async () => {
      await send('checks.plan', {
        ...newEvent(),
        layoutId: released!.id,
        terms: {
          ...{ area, plots, seed, by },
          half: ask === 'half' ? half / 100 : null,
          limits: client.plan ? { ...shares, most: client.plan.most } : null,
        },
      });
      doing.told = [`${howMany(planned.length, 'plot')} on the phones of whoever checks.`];
    });
</script>

{#snippet laidNote()}
  {#if settled && planned.length && planned.length !== plots}
    <p class="say">
      {formatNumber(planned.length)} are laid: the random start decides how many centres fall on the ground.
      {#if client.wrong}{client.wrong}{:else if client.plan && client.plan.alpha > shares.alpha}Good
        work is refused more often than asked; another start or a plot more mends it.{/if}
    </p>
  {/if}
{/snippet}

<svelte:head><title>Where and how many · Viridane</title></svelte:head>
{#if !released}
  <div class="panel">
    <ReleaseFirst blockId={data.block.id} then="plots are set in its rows" />
  </div>
{:else}
  <div class="screen">
    <section class="decide">
      <h2>A plot</h2>
      <Select labelText="Size" selected={size} on:update={(e) => (size = String(e.detail))}
        >{#each sizes as { key, label, radius } (key)}<SelectItem
            value={key}
            text="{label}, radius {formatLength(radius, units.system)}"
          />{/each}</Select
      >
      <h2>How many</h2>
      <RadioButtonGroup orientation="vertical" bind:selected={ask} hideLegend legendText="How many">
        <RadioButton value="half" labelText="For a precision" />
        <RadioButton value="limits" labelText="For the client’s limits" />
        <RadioButton value="number" labelText="As many as I say" />
      </RadioButtonGroup>
      {#if ask === 'half'}
        <NumberField
          label="Quality known to ±"
          unit="points"
          min={0.1}
          max={50}
          decimals={1}
          bind:value={half}
        />
      {:else if ask === 'limits'}
        <NumberField
          label="Good work: faulty up to"
          unit="%"
          min={0}
          max={99}
          decimals={1}
          bind:value={limits.good}
        />
        <NumberField
          label="Bad work: faulty from"
          unit="%"
          min={0.1}
          max={100}
          decimals={1}
          bind:value={limits.bad}
        />
        <NumberField
          label="Good work refused, at most"
          unit="%"
          min={0.1}
          max={99}
          decimals={1}
          bind:value={limits.alpha}
        />
        <NumberField
          label="Bad work accepted, at most"
          unit="%"
          min={0.1}
          max={99}
          decimals={1}
          bind:value={limits.beta}
        />
      {:else}
        <NumberField label="Plots" min={2} max={500} bind:value={number} />
      {/if}
      {#if answer.wrong}<p class="wrong" role="alert">{answer.wrong}</p>{/if}
      <h2>Where</h2>
      <RadioButtonGroup orientation="vertical" bind:selected={by} hideLegend legendText="Where">
        <RadioButton value="ground" labelText="Evenly over the ground" />
        <RadioButton
          value="planter"
          labelText="Shared out among the planters’ rows"
          disabled={!released.shares.length}
        />
        <RadioButton
          value="tool"
          labelText="Shared out among the tools they clocked on with"
          disabled={!released.shares.some(({ planterId }) => tools.has(planterId))}
        />
      </RadioButtonGroup>
      <div class="seed">
        <Button
          size="small"
          kind="tertiary"
          on:click={() => (seed = String(Math.floor(Math.random() * 1_000_000)))}
          >Another random start</Button
        >
        <span class="quiet num">start {seed}</span>
      </div>
      {#if data.mayPlan}<div class="buttons">
          <Button
            disabled={Boolean(answer.wrong || client.wrong) || !settled || !planned.length}
            on:click={save}>Put them on the phones</Button
          >
        </div>{/if}
      {#if unlaid}<p class="say stop" role="alert">{unlaid}</p>{/if}
      <Outcome of={doing} />
    </section>
    <section class="drawing panel">
      <h2>
        {howMany(planned.length, 'plot')}, random start, {formatDistance(metres, units.system)} round
        from the gate
      </h2>
      <Plan
        label="Planned plots on {data.block.name}"
        height="430px"
        content={{
          boundary: released.boundary,
          keptOut: released.keptOut,
          species: [],
          plots: {
            round,
            all: planned.map(({ centre, number: n }) => ({
              centre,
              radius: Math.sqrt(area / Math.PI),
              label: `${n}`,
              found: 'open',
            })),
          },
        }}
      />
      <details>
        <summary>As a table</summary>
        <table class="ledger">
          <thead
            ><tr><th>Plot</th><th>Centre near</th><th class="n">Trees</th><th>Pegs</th></tr></thead
          >
          <tbody>
            {#each planned as plot (plot.number)}<tr
                ><td class="num">{plot.number}</td><td class="num"
                  >Row {plot.row}, peg {plot.peg}</td
                ><td class="n">{treesOf(plot.trees).length}</td><td class="num"
                  >{plot.trees
                    .map(
                      ({ row, pegs }) =>
                        `row ${row}: ${pegs.map(([a, b]) => (a === b ? a : `${a}–${b}`)).join(', ')}`,
                    )
                    .join('; ')}</td
                ></tr
              >{/each}
          </tbody>
        </table>
      </details>
    </section>
    <aside class="comes-to">
      <h2>How many are enough</h2>
      <div><span class="big">{formatNumber(plots)}</span></div>
      {#if client.plan}
        <p>
          Pass with {client.plan.most} faulty trees or fewer in about {formatNumber(
            client.plan.trees,
          )}. Good work is refused with {formatPercent(client.plan.alpha, 1)}, bad work accepted
          with {formatPercent(client.plan.beta, 1)}, trees of a plot being alike.
        </p>
        {@render laidNote()}
        <PlotCurve
          across="faulty trees"
          up="block passes"
          shares
          label="Chance that the block passes"
          points={accepted}
          at={{
            x: shares.bad,
            y: client.plan.beta,
            says: `bad work: ${formatPercent(client.plan.beta)}`,
          }}
        />
      {:else}
        <p>
          plots know the quality to ±&nbsp;{formatPercent(halfWidth(expected, plots), 1)}. Ten more
          would make it ±&nbsp;{formatPercent(halfWidth(expected, plots + 10), 1)}.
        </p>
        {@render laidNote()}
        <PlotCurve
          across="plots"
          up="half-width"
          label="Half-width of the quality by number of plots"
          points={curve}
          at={{
            x: plots,
            y: Math.min(0.5, halfWidth(expected, plots)),
            says: `${plots}: ± ${formatPercent(halfWidth(expected, plots), 1)}`,
          }}
        />
      {/if}
      {#if answer.figure}<Figure label="Plots" figure={answer.figure} />{/if}
      <p class="quiet">
        {released.plots
          ? `By the ${howMany(released.plots, 'plot')} so far: ${formatPercent(expected.quality, 1)} good, trees of a plot alike to ${expected.alike.toFixed(2)}.`
          : 'Nobody has looked yet: 90 % good and trees of a plot alike to 0.05 are assumed.'}
      </p>
      <Figure
        label="Trees in a plot, on average"
        figure={{
          value: trees,
          kind: 'number',
          formula: 'trees × plot area ÷ plantable ground',
          steps: [
            { label: 'trees', value: released.trees, kind: 'count' },
            { label: 'plot area', value: area, kind: 'area' },
            { label: 'plantable', value: ground, kind: 'area' },
          ],
        }}
      />
      <p class="quiet">
        In these plots stand {formatNumber(found.reduce((a, b) => a + b, 0))} trees.
      </p>
    </aside>
  </div>
{/if}

<style>
  .seed {
    display: flex;
    gap: 10px;
    align-items: center;
    margin: 12px 0;
  }
  .wrong {
    color: var(--clay);
    font-weight: 600;
  }
</style>
