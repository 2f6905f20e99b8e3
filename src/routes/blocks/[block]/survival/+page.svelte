<script lang="ts">
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import { inWords } from '$lib/parts/reader.svelte';
  import { Button, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { formatDay } from '$core/measure/dates';
  import {
    formatDensity,
    formatNumber,
    formatPercent,
    inUnits,
    SQUARE_METRES_PER_ACRE,
    SQUARE_METRES_PER_HECTARE,
  } from '$core/measure/units';
  import CountedRows from '$lib/charts/CountedRows.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import Working from '$lib/parts/Working.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const released = $derived(data.released);
  const looks = $derived(
    (released?.speciesIds ?? []).map((id) => data.species.find((card) => card.id === id)!),
  );
  const mayRecord = $derived(data.role === 'leader' || data.role === 'checker');
  const CAUSES = [
    '',
    'dry roots',
    'too deep',
    'loose',
    'browse',
    'weeds',
    'drought',
    'frost',
    'flood',
    'vandals',
    'unknown',
  ];
  let row = $state<number | null>(untrack(() => data.released?.rowsPlanted[0]?.number ?? 1));
  const setInRow = $derived(released?.rowsPlanted.find(({ number }) => number === row)?.trees ?? 0);
  let setCount = $derived<number | null>(setInRow);
  let alive = $state<number | null>(null);
  let cause = $state('');
  let day = $state(untrack(() => data.today));
  const doing = new Doing();
  let width = $state(700);
  const perArea = $derived(
    units.system === 'metric' ? SQUARE_METRES_PER_HECTARE : SQUARE_METRES_PER_ACRE,
  );
  const patches = $derived(released?.counted.filter(({ patch }) => patch) ?? []);

  const save = () =>
    doing.run(async () => {
      await send('survival.count', {
        ...newEvent(),
        layoutId: released!.id,
        row: row ?? 0,
        set: setCount ?? 0,
        alive: alive ?? -1,
        marks: '',
        cause,
        countedOn: day,
      });
      doing.told = [`Row ${row}: ${alive} alive of ${setCount}.`];
      alive = null;
    });
  const setTarget = (value: number) =>
    doing.run(async () => {
      await send('survival.target', { blockId: data.block.id, targetDensity: value / perArea });
    });
  const points = (share: number) => `${share > 0 ? '+' : ''}${formatNumber(share * 100, 1)}`;
  const weakest = $derived(
    [...(released?.bySpecies ?? [])].sort((a, b) => a.interval.estimate - b.interval.estimate)[0],
  );
  const apart = $derived(
    released?.estimate && weakest && weakest.interval.high < released.estimate.low,
  );
</script>

{#if !released || !released.planted}
  <div class="panel">
    <p class="say">
      Survival is counted where trees stand. {released
        ? 'None are entered as planted yet; that happens under'
        : 'Release a layout under'}
      <a href="/blocks/{data.block.id}/{released ? 'crew' : 'rows'}">{released ? 'Crew' : 'Rows'}</a
      >.
    </p>
  </div>
{:else}
  <div class="screen two">
    <section class="panel">
      {#if released.counted.length}
        <h2>Counted rows: each mark a living tree, each low dash a dead one</h2>
        <div bind:clientWidth={width}>
          <CountedRows rows={released.counted} species={looks} {width} />
        </div>
        {#if patches.length}
          <p class="patch-note">
            <b>Dead in patches, not here and there.</b> Rows {patches
              .map(({ row: r }) => r)
              .join(', ')} hold runs of dead that chance would give less than once in a hundred such rows:
            look at the ground there, not at the trees.
          </p>
        {/if}
        <h2 class="more">By species</h2>
        <table class="ledger species">
          <thead
            ><tr
              ><th>Species</th><th class="n">Alive</th><th class="n">Set</th><th class="n"
                >Survival</th
              ><th class="n">From</th><th class="n">To</th></tr
            ></thead
          >
          <tbody>
            {#each released.bySpecies as entry (entry.speciesId)}
              <tr
                ><td>{data.species.find(({ id }) => id === entry.speciesId)?.name}</td><td class="n"
                  >{formatNumber(entry.alive)}</td
                ><td class="n">{formatNumber(entry.set)}</td><td class="n"
                  ><b>{formatPercent(entry.interval.estimate, 1)}</b></td
                ><td class="n">{formatPercent(entry.interval.low, 1)}</td><td class="n"
                  >{formatPercent(entry.interval.high, 1)}</td
                ></tr
              >
            {/each}
          </tbody>
        </table>
        {#if released.treatments.length > 1}
          <h2 class="more">By treatment</h2>
          <table class="ledger species">
            <thead
              ><tr
                ><th>Treatment</th><th class="n">Rows</th><th class="n">Survival</th><th class="n"
                  >Against A</th
                ><th class="n">From</th><th class="n">To</th></tr
              ></thead
            >
            <tbody>
              {#each released.treatments as { letter, rows, estimate, against, does } (letter)}
                <tr
                  ><td
                    ><b>{letter}</b>
                    {letter === 'A' ? 'the block’s own way' : inUnits(does, units.system)}</td
                  ><td class="n">{rows}</td><td class="n"
                    ><b>{formatPercent(estimate.estimate, 1)}</b></td
                  ><td class="n">{against ? points(against.difference) : ''}</td><td class="n"
                    >{against ? points(against.low) : ''}</td
                  ><td class="n">{against ? points(against.high) : ''}</td></tr
                >
              {/each}
            </tbody>
          </table>
          <p class="patch-note">
            {#each released.treatments.filter(({ letter }) => letter !== 'A') as { letter, against } (letter)}
              <b>Treatment {letter}:</b>
              {!against
                ? 'count two rows of it and two of A to compare them. '
                : against.clear
                  ? `${against.difference > 0 ? 'more' : 'fewer'} trees live than where the block’s own way was used. `
                  : 'nothing that chance would not do. '}
            {/each}
            Rows are what was drawn, so rows are what varies. Differences in percentage points, 95 % over
            all comparisons together.
          </p>
        {/if}
        {#if apart && weakest}
          <p class="patch-note">
            <b>{data.species.find(({ id }) => id === weakest.speciesId)?.name} died differently.</b>
            {formatPercent(weakest.interval.estimate)} alive where the block has {formatPercent(
              released.estimate!.estimate,
            )}. Look at its lot under <a href="/blocks/{data.block.id}/stock">Stock</a>: how long
            was it in the air?
          </p>
        {/if}
      {:else}
        <h2>No row counted yet</h2>
        <p class="quiet">
          Pick rows by a fixed step, say every sixth from row 3, walk them, and enter what lives.
        </p>
      {/if}
      {#if mayRecord}
        <h2 class="more">Enter a counted row</h2>
        <form onsubmit={(event) => (event.preventDefault(), void save())}>
          <NumberField label="Row" min={1} bind:value={row} />
          <NumberField label="Set" min={1} bind:value={setCount} helper="{setInRow} planted" />
          <NumberField label="Alive" min={0} bind:value={alive} />
          <Select
            labelText="What killed most"
            selected={cause}
            on:update={(e) => (cause = String(e.detail))}
            >{#each CAUSES as value (value)}<SelectItem
                {value}
                text={value || 'none to name'}
              />{/each}</Select
          >
          <TextInput labelText="Day" type="date" bind:value={day} />
          <Button type="submit" disabled={alive === null}>Enter it</Button>
        </form>
        <Outcome of={doing} />
      {/if}
    </section>
    <aside class="comes-to">
      {#if released.estimate && released.refill}
        {@const { estimate, refill } = released}
        <h2>Alive, {formatDay(released.counted.at(-1)!.countedOn, true)}</h2>
        <div><span class="big">{formatPercent(estimate.estimate, 1)}</span></div>
        <p class="num quiet">
          {formatNumber(estimate.low * 100, 1)} to {formatNumber(estimate.high * 100, 1)} %, {released
            .counted.length} of {released.rowsCounted} rows, {estimate.by === 'ratio'
            ? 'ratio of totals'
            : 'one sample'}
        </p>
        <Working figure={estimate.figure} />
        {#if released.plantedAtCount < released.planted}<p class="say">
            {formatNumber(released.planted - released.plantedAtCount)} trees went in after this count
            and are not in it.
          </p>{/if}
        <Figure label="Living of those" figure={refill.living} />
        <h2>Refill?</h2>
        <p class="verdict"><b>{inWords(refill.sentence)}</b></p>
        <label class="target"
          >Asked for, living {units.system === 'metric' ? 'a hectare' : 'an acre'}
          <NumberBox
            class="num"
            min="1"
            max="100000"
            disabled={data.role !== 'leader'}
            value={Math.round(released.target * perArea)}
            onvalue={(typed) => setTarget(typed)}
          />
        </label>
        {#if !released.targetIsSet}<p class="quiet">
            Nobody set a target: {formatDensity(released.target, units.system)} is what was laid out.
          </p>{/if}
        <Figure label="Trees to refill" figure={refill.trees} />
      {:else}
        <h2>Survival</h2>
        <p class="quiet">Two rows or more give an interval that knows how rows differ.</p>
      {/if}
    </aside>
  </div>
{/if}

<style>
  .more {
    margin-top: 22px !important;
  }
  .species {
    max-width: 620px;
  }
  .patch-note {
    max-width: 720px;
    font-size: 15px;
    margin: 10px 0;
  }
  form {
    display: grid;
    grid-template-columns: 90px 100px 100px minmax(130px, 1fr) 150px auto;
    gap: 10px;
    align-items: start;
  }
  form :global(button[type='submit']) {
    margin-top: 22px;
  }
  .verdict {
    margin: 0 0 8px;
    font-size: 15.5px;
  }
  .target {
    display: grid;
    grid-template-columns: 1fr 84px;
    align-items: center;
    font-size: 14.5px;
    padding: 5px 0;
  }
  .target :global(input) {
    font: 15px var(--text);
    height: 30px;
    text-align: right;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    border-bottom: 2px solid var(--ink);
  }
  @media (max-width: 700px) {
    form {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
