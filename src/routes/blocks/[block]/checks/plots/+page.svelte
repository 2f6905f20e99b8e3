<script lang="ts">
  import ReleaseFirst from '$lib/parts/ReleaseFirst.svelte';
  import { inWords } from '$lib/parts/reader.svelte';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import When from '$lib/parts/When.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { FAULTS, faultyIn, lookedIn, type Fault } from '$core/checks/quality';
  import { faultNames } from '$lib/words/en/named';
  import { depthRange, formatLength, formatNumber } from '$core/measure/units';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import { useSiteDay } from '$lib/parts/site-day.svelte';
  import { inOwnUnits } from '$core/checks/plot';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const siteDay = useSiteDay();
  const units = useUnits();
  const released = $derived(data.released);
  const mayRecord = $derived(data.role === 'leader' || data.role === 'checker');
  const sizes = $derived(inOwnUnits(data.released?.sizes ?? [], units.system));
  let size = $state(untrack(() => sizes[0]?.key ?? ''));
  const plot = $derived(released?.sizes.find(({ key }) => key === size));
  let planter = $state(untrack(() => data.planters[0]?.id ?? ''));
  let row = $state<number | null>(1);
  let peg = $state<number | null>(1);
  let good = $state(0);
  let faults = $state<Partial<Record<Fault, number>>>({});
  let tool = $state(untrack(() => data.released?.lastTools[planter] ?? ''));
  let lot = $state('');
  /** The plot that this one takes the place of. */
  let corrects = $state<string>();
  /** What was tapped, so that a wrong tap can be taken back. */
  let taps = $state<(Fault | 'good')[]>([]);
  const doing = new Doing();
  /** When the plot was looked at; undefined is now. */
  let moment = $state<string>();
  const name = (id: string) => data.planters.find((entry) => entry.id === id)?.name ?? '';
  const looked = $derived(good + faultyIn({ faults }));

  function tap(what: Fault | 'good') {
    taps = [...taps, what];
    if (what === 'good') good++;
    else faults = { ...faults, [what]: (faults[what] ?? 0) + 1 };
    doing.told = [];
  }
  function back() {
    const what = taps.at(-1);
    if (!what) return;
    taps = taps.slice(0, -1);
    if (what === 'good') good--;
    else faults = { ...faults, [what]: faults[what]! - 1 };
  }
  const save = () =>
    doing.run(async () => {
      await send('checks.plot', {
        ...newEvent(moment),
        layoutId: released!.id,
        planterId: planter,
        row: row ?? 0,
        peg: peg ?? 0,
        area: plot!.area,
        good,
        faults,
        tool,
        lotId: lot || null,
        corrects: corrects ?? null,
        ...(corrects ? kept : {}),
      });
      doing.told = [`Plot at row ${row}, peg ${peg}: ${good} of ${looked} good.`];
      good = 0;
      faults = {};
      taps = [];
      corrects = undefined;
    });
  type Entered = NonNullable<typeof released>['plots'][number];
  /** What a correction keeps of the plot it corrects: the planned plot that it is. */
  let kept = $state<{ planId: string | null; planNumber: number | null }>();
  function correct(entry: Entered) {
    corrects = entry.id;
    kept = { planId: entry.planId, planNumber: entry.planNumber };
    ({ row, peg, good, planter, tool } = entry);
    faults = { ...entry.faults };
    lot = entry.lot ?? '';
    size = released?.sizes.find(({ area }) => Math.abs(area - entry.area) < 0.01)?.key ?? size;
    taps = [];
    moment = entry.at;
    doing.told = [
      `Correcting row ${entry.row}, peg ${entry.peg}. What was entered first is kept beside it.`,
    ];
    document.querySelector<HTMLElement>('.tap.good')?.focus();
  }
</script>

<svelte:head><title>Plots · Viridane</title></svelte:head>
{#if !released}
  <div class="panel">
    <ReleaseFirst blockId={data.block.id} then="plots are set in its rows" />
  </div>
{:else}
  <div class="screen enter-first">
    <section class="decide">
      <h2>A plot</h2>
      <Select labelText="Size" selected={size} on:update={(e) => (size = String(e.detail))}
        >{#each sizes as { key, label, radius } (key)}<SelectItem
            value={key}
            text="{label}, radius {formatLength(radius, units.system)}"
          />{/each}</Select
      >
      {#if plot}
        <p class="expect">
          Expect <b class="num">{plot.expected.value.toFixed(1)}</b> trees in it.
        </p>
        <Figure label="Trees to expect" figure={plot.expected} />
      {/if}
      <h2>Where, and whose trees</h2>
      <div class="pair">
        <NumberField label="Row" min={1} bind:value={row} /><NumberField
          label="Peg"
          min={1}
          bind:value={peg}
        />
      </div>
      <Select
        labelText="Planter"
        selected={planter}
        on:update={(e) => {
          planter = String(e.detail);
          tool = released?.lastTools[planter] ?? tool;
        }}
        >{#each data.planters as { id, name: text } (id)}<SelectItem
            value={id}
            {text}
          />{/each}</Select
      >
      <Select labelText="Tool" selected={tool} on:update={(e) => (tool = String(e.detail))}
        ><SelectItem value="" text="not known" />{#each released.tools as text (text)}<SelectItem
            value={text}
            {text}
          />{/each}</Select
      >
      {#if released.lots.length}<Select
          labelText="Lot"
          selected={lot}
          on:update={(e) => (lot = String(e.detail))}
          ><SelectItem value="" text="not known" />{#each released.lots as one (one.id)}<SelectItem
              value={one.id}
              text={one.code}
            />{/each}</Select
        >{/if}
      {#if mayRecord}
        <h2>Each tree: tap what it is</h2>
        <button class="tap good" onclick={() => tap('good')}>Good <b class="num">{good}</b></button>
        <div class="taps">
          {#each FAULTS as fault (fault)}
            <button class="tap" class:some={faults[fault]} onclick={() => tap(fault)}
              >{faultNames[fault]} <b class="num">{faults[fault] || ''}</b></button
            >
          {/each}
        </div>
        <When bind:moment />
        <div class="buttons">
          <Button disabled={!looked} on:click={save}
            >{corrects ? 'Save the correction' : 'Save the plot'}</Button
          >
          <Button kind="ghost" disabled={!taps.length} on:click={back}>Take back</Button>
        </div>
      {/if}
      <Outcome of={doing} />
    </section>
    <section class="drawing panel">
      <h2>Plots, newest first</h2>
      {#if released.plots.length}
        <div class="wide">
          <table class="ledger">
            <thead
              ><tr
                ><th>Day</th><th>Row, peg</th><th>Planter</th><th>Tool</th><th class="n">Good</th
                ><th class="n">Looked at</th><th>Faults</th>{#if mayRecord}<th
                    ><span class="visually-hidden">Correct</span></th
                  >{/if}</tr
              ></thead
            >
            <tbody>
              {#each released.plots as entry (entry.id)}
                <tr>
                  <td>{siteDay(entry.at)}</td>
                  <td class="num">{entry.row}, {entry.peg}</td>
                  <td>{name(entry.planter)}</td>
                  <td>{entry.tool}</td>
                  <td class="n">{entry.good}</td>
                  <td class="n">{lookedIn(entry)}</td>
                  <td
                    >{FAULTS.filter((fault) => entry.faults[fault])
                      .map((fault) => `${entry.faults[fault]} ${faultNames[fault]}`)
                      .join(', ')}</td
                  >
                  {#if mayRecord}<td
                      >{#if entry.bySpecies}<span class="quiet">by tree</span>{:else}<button
                          class="link-button"
                          onclick={() => correct(entry)}
                          >correct<span class="visually-hidden">
                            row {entry.row}, peg {entry.peg}</span
                          ></button
                        >{/if}</td
                    >{/if}
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
        {#if released.all > released.plots.length}<p class="quiet">
            And {formatNumber(released.all - released.plots.length)} older ones in the CSV.
          </p>{/if}
        <p><a href="/blocks/{data.block.id}/checks/plots.csv" download>All plots (CSV)</a></p>
      {:else}<p class="quiet">
          No plot yet. Pick a row and a peg, set the string to the radius, and tap each tree.
        </p>{/if}
    </section>
    <aside class="comes-to">
      <h2>On the phone</h2>
      <p>
        Plots looked at on the phone are taken tree by tree, lead there by peg, and wait without a
        signal.
        {#if released.planned}<a href="/field/{data.block.id}/plots"
            >{released.planned} planned plots</a
          >{:else}<a href="/blocks/{data.block.id}/checks/plan">Plan where to look</a> first.{/if}
      </p>
      <h2>What passes</h2>
      {#each data.depths as { who, depth } (who)}
        <p>
          {#if who}<b>{inWords(who)}.</b>{/if}
          Soil over the {depth.datum}: <b class="num">{depthRange(depth, units.system)}</b>. Below 0
          the {depth.datum} stands above ground.
        </p>
      {/each}
      <p><a href="/blocks/{data.block.id}/method">Method</a></p>
    </aside>
  </div>
{/if}

<style>
  .ledger td:not(:nth-child(7)) {
    white-space: nowrap;
  }
  .expect {
    margin: 8px 0 2px;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    margin-bottom: 8px;
  }
  .taps {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 5px;
  }
  .tap {
    min-height: 40px;
    font: 14px var(--text);
    background: var(--field);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
    text-align: left;
    padding: 4px 8px;
    cursor: pointer;
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  .tap.some {
    border-color: var(--clay);
    background: var(--clay-tint);
  }
  .tap.good {
    width: 100%;
    min-height: 56px;
    font-size: 18px;
    background: var(--viridian);
    color: var(--on-viridian);
    border: 0;
    margin-bottom: 6px;
    padding: 4px 14px;
  }
  @media (max-width: 900px) {
    .tap {
      min-height: 56px;
      font-size: 16px;
    }
  }
</style>
