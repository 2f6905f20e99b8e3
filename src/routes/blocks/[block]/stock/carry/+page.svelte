<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { saveWhole } from '$lib/parts/whole.svelte';
  import { formatMass, formatNumber, KILOGRAMS_PER_POUND } from '$core/measure/units';
  import { rangesOf } from '$core/measure/ranges';
  import { TWO_LIFT, type LoadedBox } from '$core/stock/carry';
  import Figure from '$lib/parts/Figure.svelte';
  import SpeciesName from '$lib/parts/SpeciesName.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const card = (id: string) => data.species.find((entry) => entry.id === id)!;
  const lotOf = (id: string) => data.lots.find((entry) => entry.id === id)!;
  const planter = (id: string) =>
    data.planters.find((entry) => entry.id === id)?.name ?? 'the crew';
  const mass = (kilograms: number) => formatMass(kilograms, units.system);
  const doing = new Doing();
  let showBags = $state(false);

  const set = (next: object) =>
    doing.run(async () => {
      await saveWhole(
        'stock.carry',
        {
          before: { terms: data.kept },
          mine: { terms: { ...data.kept, ...next } },
          edition: data.block.termsEdition,
        },
        (value, edition) => ({ blockId: data.block.id, ...value, edition }),
      );
    });
  /** Boxes of one lot that come off one after the other, as one line. */
  function inRuns(boxes: readonly LoadedBox[]) {
    const runs: { lot: string; boxes: LoadedBox[] }[] = [];
    for (const box of boxes) {
      const last = runs.at(-1);
      if (last?.lot === box.lot) last.boxes.push(box);
      else runs.push({ lot: box.lot, boxes: [box] });
    }
    return runs;
  }
  const trees = $derived(
    data.plan?.bagUps.reduce(
      (sum, bag) => sum + bag.trees.reduce((total, { count }) => total + count, 0),
      0,
    ) ?? 0,
  );
  const boxes = $derived(data.plan?.trips.flatMap((trip) => trip.boxes) ?? []);
  const heavy = $derived(boxes.filter(({ weight }) => weight > TWO_LIFT).length);
  const weight = $derived(boxes.reduce((sum, box) => sum + box.weight, 0));
  const pounds = $derived(units.system === 'us');
  /** The day runs from seven to three. */
  const hour = (share: number) => {
    const minutes = Math.round(7 * 60 + share * 8 * 60);
    return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
  };
  const FIELDS = [
    ['bagLoad', 'Most a planter carries', 'mass', 1],
    ['bagTrees', 'Most trees in a bag', 'count', 1],
    ['trailerBoxes', 'Boxes on the trailer', 'count', 1],
    ['trailerLoad', 'The trailer carries', 'mass', 1],
  ] as const;
</script>

<svelte:head><title>Load for tomorrow · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    {#if data.plan && trees}
      <h2>
        For {data.rows.length}
        {data.rows.length === 1 ? 'row' : 'rows'}: {rangesOf(data.rows)}
      </h2>
      {#each data.mix as speciesId, s (speciesId)}
        {#if data.plan.short[s]}<p class="say stop">
            {formatNumber(data.plan.short[s])}
            {card(speciesId).name.toLowerCase()} are missing for tomorrow. Call them off tonight, or share
            out other rows.
          </p>{/if}
      {/each}
      {#each data.plan.trips as trip, t (t)}
        <div class="trip">
          <h2>
            Trip {t + 1}: {howMany(trip.boxes.length, 'box', 'boxes')}, {mass(trip.weight)}
          </h2>
          <p class="quiet">
            Load from the bottom of this list up: what is at the top comes off first.
          </p>
          <table class="ledger">
            <thead
              ><tr
                ><th>Off at</th><th>Lot</th><th>Species</th><th class="n">Boxes</th><th class="n"
                  >Trees</th
                ><th class="n">A box</th><th>From</th><th>First for</th></tr
              ></thead
            >
            <tbody>
              {#each inRuns(trip.boxes) as run, i (i)}
                {@const lot = lotOf(run.lot)}
                <tr>
                  <td class="num">{hour(run.boxes[0].at)}</td>
                  <td
                    ><b>{lot.code}</b>
                    <span class="quiet num"
                      >box {rangesOf(run.boxes.map(({ number }) => number))}</span
                    >{#if lot.lookFirst}<br /><span class="look">look at its fine roots first</span
                      >{/if}</td
                  >
                  <td><SpeciesName card={card(lot.speciesId)} /></td>
                  <td class="n">{run.boxes.length}</td>
                  <td class="n">{formatNumber(run.boxes.reduce((sum, b) => sum + b.trees, 0))}</td>
                  <td class="n" class:heavy={run.boxes[0].weight > TWO_LIFT}
                    >{mass(run.boxes[0].weight)}</td
                  >
                  <td>{lot.place ?? 'store'}</td>
                  <td class="num">{planter(run.boxes[0].planter)}, row {run.boxes[0].row}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
      {/each}
      <h2>
        {data.bin ? 'Bin by bin' : 'Bag by bag'}
        <button class="link-button" aria-expanded={showBags} onclick={() => (showBags = !showBags)}
          >{showBags ? 'Close' : `Show all ${data.plan.bagUps.length}`}</button
        >
      </h2>
      {#if showBags}
        <table class="ledger">
          <thead
            ><tr
              ><th>At</th><th>Planter</th><th>Rows</th><th>Empty at</th><th>Trees</th><th class="n"
                >Weight</th
              ></tr
            ></thead
          >
          <tbody>
            {#each data.plan.bagUps as bag (`${bag.planter} ${bag.turn}`)}
              <tr>
                <td class="num">{hour(bag.at)}</td>
                <td>{planter(bag.planter)}, {data.bin ? 'bin' : 'bag'} {bag.turn}</td>
                <td class="num"
                  >{bag.firstRow === bag.lastRow
                    ? bag.firstRow
                    : `${bag.firstRow} to ${bag.lastRow}`}</td
                >
                <td class="num">row {bag.lastRow}{bag.lastPeg ? `, peg ${bag.lastPeg}` : ''}</td>
                <td
                  >{bag.trees
                    .map(
                      ({ lot, count }) =>
                        `${formatNumber(count)} ${card(lotOf(lot).speciesId).name.toLowerCase()} (${lotOf(lot).code})`,
                    )
                    .join(', ')}</td
                >
                <td class="n">{mass(bag.weight)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      {/if}
    {:else}
      <p class="quiet">
        Nothing to load: {#if !data.released}release a layout under
          <a href="/blocks/{data.block.id}/rows">Rows</a>, share out its rows under
          <a href="/blocks/{data.block.id}/crew">Crew</a>, and have trees on hand.{:else if !data.rows.length}no
          row that is shared out has places left;
          <a href="/blocks/{data.block.id}/crew">Crew</a> says whose they are.{:else}no trees of the
          species that {data.rows.length === 1 ? 'row' : 'rows'}
          {rangesOf(data.rows)} want are on hand;
          <a href="/blocks/{data.block.id}/stock">Lots</a> says what came.{/if}
      </p>
    {/if}
  </section>
  <aside class="comes-to">
    {#if data.plan && trees}
      <h2>Tomorrow</h2>
      <div><span class="big">{formatNumber(trees)}</span><span class="unit">trees</span></div>
      <Figure
        label="Boxes"
        figure={{
          value: boxes.length,
          kind: 'count',
          formula:
            'a box is loaded when the first bag needs it; whole boxes, most stressed lot first',
          steps: data.mix.map((id) => ({
            label: card(id).name,
            value: boxes.filter((box) => lotOf(box.lot).speciesId === id).length,
            kind: 'count',
          })),
        }}
      />
      <Figure
        label="Weight, wet"
        figure={{
          value: weight,
          kind: 'mass',
          formula: 'trees × wet weight of one, by lot',
          steps: data.lots
            .filter((lot) => boxes.some((box) => box.lot === lot.id))
            .map(({ code, weight: one, weighed }) => ({
              label: `lot ${code}, one tree${weighed ? '' : ', usual weight'}`,
              value: one,
              kind: 'mass',
            })),
        }}
      />
      <Figure
        label={data.bin ? 'Bins filled' : 'Bag-ups'}
        figure={{ value: data.plan.bagUps.length, kind: 'count', steps: [] }}
      />
      <Figure label="Trips" figure={{ value: data.plan.trips.length, kind: 'count', steps: [] }} />
      {#if heavy}<p class="say caution">
          {heavy} boxes weigh over {mass(TWO_LIFT)}: two people lift, knees bent. Never shake soil
          off to save weight; size the load.
        </p>{/if}
    {/if}
    <h2>How you carry</h2>
    {#if data.bin}
      <p>
        Riders take from bins of {formatNumber(data.bin)} trees a seat, as
        <a href="/blocks/{data.block.id}/crew/machine">the machine</a> has them.
      </p>
    {/if}
    {#each FIELDS.filter(([key]) => !data.bin || !key.startsWith('bag')) as [key, label, kind, least] (key)}
      {@const scale = kind === 'mass' && pounds ? 1 / KILOGRAMS_PER_POUND : 1}
      <div class="pair">
        <label for="carry-{key}">{label}{kind === 'mass' ? `, ${pounds ? 'lb' : 'kg'}` : ''}</label>
        <NumberBox
          id="carry-{key}"
          class="number num"
          min={least}
          disabled={!data.mayRecord}
          value={Math.round(data.kept[key] * scale)}
          onvalue={(typed) => set({ [key]: typed / scale })}
        />
      </div>
    {/each}
    <Outcome of={doing} />
    <p class="quiet small">
      Rows come from the crew’s shares, each planter’s rate and what is planted already. Straps and
      load limits: the trailer’s plate and local rules decide.
    </p>
  </aside>
</div>

<style>
  .look {
    color: var(--clay);
    font-weight: 650;
  }
  .trip {
    overflow-x: auto;
    margin-bottom: 18px;
  }
  .trip p {
    margin: 0 0 6px;
    font-size: 14px;
  }
  .heavy {
    color: var(--clay);
    font-weight: 650;
  }
  .small {
    font-size: 13px;
  }
</style>
