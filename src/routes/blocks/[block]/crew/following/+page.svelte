<script lang="ts">
  import { Checkbox, TextInput } from 'carbon-components-svelte';
  import { fillTrips, BOX_TERMS, type BoxTerms } from '$core/crew/reservoir';
  import { WAVE_LABELS, WAVE_RATES, WAVES, type Wave, type WaveTerms } from '$core/crew/waves';
  import { faultNames } from '$lib/words/en/named';
  import { addTo, formatDay } from '$core/measure/dates';
  import {
    formatLiquid,
    formatNumber,
    formatSmall,
    LITRES_PER_US_GALLON,
    METRES_PER_FOOT,
  } from '$core/measure/units';
  import { howMany } from '$lib/parts/how-many';
  import { rangesOf } from '$core/measure/ranges';
  import { formatMoment } from '$core/say/day';
  import FollowStrip from '$lib/charts/FollowStrip.svelte';
  import ReleaseFirst from '$lib/parts/ReleaseFirst.svelte';
  import { keepTerms } from '$lib/parts/block-terms';
  import { Doing } from '$lib/parts/doing.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const doing = new Doing();
  const NAMES: Record<Wave, string> = {
    ...{ water: 'Water', guard: 'Stakes, guards, shelters', mulch: 'Mulch', flags: 'Flags back' },
  };
  const chosen = $derived(data.block.calendarTerms.waves ?? {});
  const setWave = (wave: Wave, next: WaveTerms | undefined) =>
    doing.inTurn(async () => {
      const waves = { ...chosen };
      if (next) waves[wave] = next;
      else delete waves[wave];
      await keepTerms(data.block, 'waves', waves);
    });
  const setBoxes = (next: Partial<BoxTerms>) =>
    doing.inTurn(async () => {
      await keepTerms(data.block, 'boxes', { ...BOX_TERMS, ...data.boxes?.terms, ...next });
    });
  const litres = (value: number) => formatLiquid(value / 1000, units.system);
  /** Litres as the reader's unit, to be typed. */
  const unit = $derived(units.system === 'us' ? 'gal' : 'L');
  const squareShown = $derived(units.system === 'us' ? METRES_PER_FOOT ** 2 : 1);
  const perUnit = $derived(units.system === 'us' ? LITRES_PER_US_GALLON : 1);
  const BOX_FIELDS = [
    ['capacity', 'Holds', 1],
    ['draw', 'Loses a day', 3],
    ['soak', 'Moist column', 1],
    ['settle', 'Settling', 1],
    ['tank', 'Tank', 0],
  ] as const;
  /** Boxes that run dry within so many days are filled in one round. */
  let within = $state(30);
  const round = $derived(
    (data.boxes?.rows ?? []).filter(
      ({ dry }) => dry !== null && dry <= addTo(data.today, { days: within }),
    ),
  );
  const trips = $derived(data.boxes ? fillTrips(round, data.boxes.terms.tank) : []);
  const mended = $derived(data.faults.filter((fault) => fault.mended).length);
  const byFault = $derived(
    [...new Set(data.faults.map(({ fault }) => fault))]
      .map((fault) => ({ fault, count: data.faults.filter((one) => one.fault === fault).length }))
      .sort((a, b) => b.count - a.count),
  );
  const replant = $derived(data.faults.filter((fault) => !fault.mended));
</script>

<svelte:head><title>Following · Viridane</title></svelte:head>
<div class="screen three">
  <section class="decide">
    <h2>Who follows the planters</h2>
    {#each WAVES as wave (wave)}
      {@const terms = chosen[wave]}
      <Checkbox
        labelText={NAMES[wave]}
        checked={Boolean(terms)}
        disabled={!data.mayPlan}
        on:check={(e) =>
          e.detail !== Boolean(terms) &&
          setWave(
            wave,
            e.detail
              ? { hands: 2, rate: WAVE_RATES[wave], within: 24, from: data.begins }
              : undefined,
          )}
      />
      {#if terms}
        <div class="terms">
          <NumberField
            label="Hands"
            min={1}
            max={500}
            value={terms.hands}
            disabled={!data.mayPlan}
            onvalue={(hands) => setWave(wave, { ...terms, hands })}
          />
          <NumberField
            label="An hour each"
            min={1}
            max={5000}
            value={terms.rate}
            disabled={!data.mayPlan}
            onvalue={(rate) => setWave(wave, { ...terms, rate })}
          />
          <NumberField
            label="Within, hours"
            min={1}
            max={2000}
            value={terms.within}
            disabled={!data.mayPlan}
            onvalue={(hours) => setWave(wave, { ...terms, within: hours })}
          />
        </div>
        <div class="from">
          <TextInput
            labelText="Trees set from; empty: all that stand"
            type="date"
            value={terms.from ?? ''}
            disabled={!data.mayPlan}
            on:change={(e) =>
              (e.detail || null) !== (terms.from ?? null) &&
              setWave(wave, { ...terms, from: String(e.detail ?? '') || null })}
          />
        </div>
      {/if}
    {/each}
    <p class="quiet">
      Whoever follows enters row by row on the phone, under Following. What is planted and not done
      is theirs; no row is forgotten.
    </p>
    <h2>Reservoir boxes</h2>
    <Checkbox
      labelText="This block uses them"
      checked={Boolean(data.boxes)}
      disabled={!data.mayPlan || data.boxesByMethod}
      on:check={(e) => {
        if (e.detail && !data.boxes) void setBoxes({});
        if (!e.detail && data.boxes)
          void doing.run(async () => void (await keepTerms(data.block, 'boxes', null)));
      }}
    />
    {#if data.boxesByMethod || data.boxes}<p class="quiet">
        {data.boxesByMethod
          ? 'So says the method, under Watering:'
          : 'The method waters otherwise, so that bill and calendar know of no boxes:'}
        <a href="/blocks/{data.block.id}/method">method of this block</a>.
      </p>{/if}
    {#if data.boxes}
      {@const terms = data.boxes.terms}
      <div class="terms box">
        {#each BOX_FIELDS as [part, label, decimals] (part)}
          <NumberField
            {label}
            {unit}
            {decimals}
            min={0}
            max={100_000}
            value={terms[part] / perUnit}
            disabled={!data.mayPlan}
            onvalue={(value) => setBoxes({ [part]: value * perUnit })}
          />
        {/each}
        <NumberField
          label="Lid catches"
          unit={units.system === 'us' ? 'sq ft' : 'm²'}
          decimals={2}
          min={0}
          max={10 / squareShown}
          value={terms.lid / squareShown}
          disabled={!data.mayPlan}
          onvalue={(lid) => setBoxes({ lid: lid * squareShown })}
        />
      </div>
    {/if}
    <Outcome of={doing} />
  </section>
  <section class="drawing">
    {#if !data.layout}
      <ReleaseFirst blockId={data.block.id} />
    {:else}
      <FollowStrip
        rows={data.rows}
        waves={data.states.map(({ wave }) => wave)}
        waiting={data.waiting}
      />
      <div class="under">
        {#each data.states as state (state.wave)}
          <h3>{NAMES[state.wave]}</h3>
          {#if state.next.length}
            <table class="ledger">
              <thead><tr><th>Next</th><th class="n">Stand and wait</th><th>By</th></tr></thead>
              <tbody>
                {#each state.next as next (next.row)}<tr
                    ><td class="num">Row {next.row}</td><td class="n">{formatNumber(next.trees)}</td
                    ><td class="num" class:bad={next.late}
                      >{formatMoment(next.due, data.zone, data.today)}{next.late
                        ? ', late'
                        : ''}</td
                    ></tr
                  >{/each}
              </tbody>
            </table>
          {:else}<p class="quiet">All that stands is {WAVE_LABELS[state.wave]}.</p>{/if}
          {#each state.ahead as { row, more } (row)}<p class="say">
              Row {row}: {more} more {WAVE_LABELS[state.wave]} than planted. A tally may still be on a
              phone; else somebody counted wrong.
            </p>{/each}
        {/each}
        {#if data.boxes}
          <h3>Boxes by row</h3>
          <table class="ledger">
            <thead
              ><tr
                ><th>Row</th><th class="n">Boxes</th><th class="n">In each today</th><th>Dry on</th
                ><th class="n">To fill</th></tr
              ></thead
            >
            <tbody>
              {#each data.boxes.rows as row (row.row)}<tr
                  ><td class="num">{row.row}</td><td class="n">{row.boxes}</td><td class="n"
                    >{litres(row.level)}</td
                  ><td class="num">{row.dry ? formatDay(row.dry, true) : 'rain keeps them'}</td><td
                    class="n">{litres(row.toFill)}</td
                  ></tr
                >{:else}<tr
                  ><td colspan="5" class="quiet"
                    >None is set yet. They are entered on the phone, row by row.</td
                  ></tr
                >{/each}
            </tbody>
          </table>
          <h3>A round of filling</h3>
          <NumberField
            label="Boxes that run dry within, days"
            min={0}
            max={730}
            bind:value={within}
          />
          {#if trips.length}
            <ol>
              {#each trips as trip, i (i)}<li class="num">
                  Tank {i + 1}, {litres(trip.litres)}: rows {rangesOf(
                    trip.rows.map(({ row }) => row),
                  )}
                </li>{/each}
            </ol>
          {:else}<p class="quiet">None runs dry before then.</p>{/if}
          <h3>The day of setting</h3>
          <ol class="order">
            <li>Dig, and mix sand and compost half and half.</li>
            <li>
              Pour {litres(data.boxes.terms.soak)} into each for a moist column; wait an hour, better
              a day.
            </li>
            <li>
              Cut the bag’s bottom off with the circled root, set the tree, settle with {litres(
                data.boxes.terms.settle,
              )} in the middle.
            </li>
            <li>
              Lay the cover sheet, set the box east–west, soil sealed all round, standing {formatSmall(
                0.1,
                units.system,
              )} proud.
            </li>
            <li>
              A little water first to weight it, then fill to {litres(data.boxes.terms.capacity)}.
            </li>
          </ol>
        {/if}
        {#if data.water && !data.boxes}
          <h3>Water on planting day</h3>
          {#each (data.water.coming ?? data.water.now)!.ways as { each, trees, perTank } (each)}
            <ol class="order">
              {#if each.before}<li>
                  {litres(each.before)} into each hole before the tree; wait an hour, better a day.
                </li>{/if}
              {#if each.at}<li>{litres(each.at)} a tree as it is set, poured slowly.</li>{/if}
              {#if each.again}<li>{litres(each.again)} again two hours later.</li>{/if}
            </ol>
            <p class="quiet num">
              {howMany(trees, 'tree')} so; a tank waters {formatNumber(perTank)} of them in one turn.
            </p>
          {/each}
          <p class="quiet">
            Have the next tank full before the planters are that far. Tank, flow and hose are set
            under
            <a href="/blocks/{data.block.id}/tending/water">Tending, Water</a>.
          </p>
        {/if}
        {#if data.byMachine || data.faults.length}
          <h3>Found behind the machine</h3>
          <p>
            {formatNumber(data.faults.length)} of {formatNumber(data.planted)} planted, {formatNumber(
              mended,
            )}
            mended on the spot. A census by the crew, kept apart from the plots: a mended tree counts
            as found.
          </p>
          {#if byFault.length}
            <table class="ledger">
              <thead><tr><th>Fault</th><th class="n">Trees</th></tr></thead>
              <tbody
                >{#each byFault as { fault, count } (fault)}<tr
                    ><td>{faultNames[fault]}</td><td class="n">{count}</td></tr
                  >{/each}</tbody
              >
            </table>
          {/if}
          {#if replant.length}<p class="say">
              To be replanted: {replant
                .slice(0, 12)
                .map(({ row, peg }) => `row ${row} peg ${peg}`)
                .join(', ')}{replant.length > 12 ? ` and ${replant.length - 12} more` : ''}.
            </p>{/if}
        {/if}
      </div>
    {/if}
  </section>
  <aside class="comes-to">
    {#each data.states as state (state.wave)}
      <h2>{NAMES[state.wave]}</h2>
      <div>
        <span class="big num">{formatNumber(state.waiting)}</span><span class="unit"
          >stand and wait</span
        >
      </div>
      <Figure label="Hours of their hands" figure={state.hours} />
      {#if state.late}<p class="say stop">
          {formatNumber(state.late)} trees are past their hour.
        </p>{/if}
    {:else}
      <h2>Planted, guarded, watered</h2>
      <p class="quiet">Tick what follows the planters; what waits is counted here.</p>
    {/each}
    {#if data.water && !data.boxes}
      <h2>Water at planting</h2>
      {#if data.water.now}
        <Figure label="For those that wait" figure={data.water.now.litres} />
        <Figure label="Tanks" figure={data.water.now.tanks} />
        <Figure label="Hours, one hose" figure={data.water.now.hours} />
      {/if}
      {#if data.water.coming}
        <Figure label="For those to come" figure={data.water.coming.litres} />
        <Figure label="Tanks" figure={data.water.coming.tanks} />
        <Figure label="Hours, one hose" figure={data.water.coming.hours} />
      {/if}
    {/if}
    {#if data.boxes}
      <h2>Boxes</h2>
      <div>
        <span class="big num">{formatNumber(data.boxes.standing)}</span><span class="unit"
          >stand on {formatNumber(data.layout?.trees ?? 0)} places</span
        >
      </div>
      <Figure label="Water for those to come" figure={data.boxes.water.litres} />
      <Figure label="Tanks" figure={data.boxes.water.trips} />
    {/if}
  </aside>
</div>

<style>
  .terms.box {
    grid-template-columns: 1fr 1fr;
    margin-left: 0;
  }
  .terms {
    display: grid;
    align-items: end;
    grid-template-columns: 1fr 1fr 1fr;
    gap: 8px;
    margin: 0 0 8px 26px;
  }
  .from {
    margin: 0 0 12px 26px;
  }
  .under {
    background: var(--sheet);
    border-top: 1px solid var(--rule-strong);
    padding: 8px 18px 24px;
  }
  h3 {
    font-size: 14.5px;
    font-weight: 680;
    margin: 18px 0 4px;
  }
  .bad {
    color: var(--clay);
    font-weight: 600;
  }
  ol {
    padding-left: 20px;
    font-size: 14.5px;
  }
  .order {
    list-style: decimal;
  }
</style>
