<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import CountDesign from './CountDesign.svelte';
  import CountedHow from './CountedHow.svelte';
  import EnterCounted from './EnterCounted.svelte';
  import ByTreatment from './ByTreatment.svelte';
  import TreeCosts from './TreeCosts.svelte';
  import Why from './Why.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { inWords } from '$lib/parts/reader.svelte';
  import { Select, SelectItem } from 'carbon-components-svelte';
  import { rowList } from '$core/method/ways';
  import { formatDay } from '$core/measure/dates';
  import {
    formatDensity,
    formatLength,
    formatSmall,
    formatNumber,
    formatPercent,
    SQUARE_METRES_PER_ACRE,
    SQUARE_METRES_PER_HECTARE,
  } from '$core/measure/units';
  import CountedRows from '$lib/charts/CountedRows.svelte';
  import LifeCurves from '$lib/charts/LifeCurves.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import Working from '$lib/parts/Working.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const released = $derived(data.released);
  const looks = $derived(
    (released?.speciesIds ?? []).map((id) => data.species.find((card) => card.id === id)!),
  );
  const mayRecord = $derived(data.role === 'leader' || data.role === 'checker');
  const doing = new Doing();
  let width = $state(700);
  const perArea = $derived(
    units.system === 'metric' ? SQUARE_METRES_PER_HECTARE : SQUARE_METRES_PER_ACRE,
  );
  const patchPlace = (stretches: readonly { row: number; from: number; to: number }[]) => {
    const [first] = stretches;
    const last = stretches[stretches.length - 1];
    const pegs = `pegs ${Math.min(...stretches.map(({ from }) => from))} to ${Math.max(...stretches.map(({ to }) => to))}`;
    return first.row === last.row
      ? `Row ${first.row}, ${pegs}`
      : `Rows ${first.row} to ${last.row}, ${pegs}`;
  };

  const setTarget = (value: number | null) =>
    doing.run(async () => {
      await send('survival.target', {
        ...{ blockId: data.block.id, targetDensity: value === null ? null : value / perArea },
      });
    });
  /** Living trees on the reader's unit of ground, from their share of the trees that were set. */
  const stems = (share: number) =>
    formatNumber(Math.round((share / (released?.areaAPeg ?? 1)) * perArea));
  const found = $derived(released?.findings);
  const GROUPS = [
    ['species', 'Species'],
    ['lot', 'Lot'],
    ['planter', 'Planter'],
    ['zone', 'Zone'],
    ['day', 'Day planted'],
    ['tool', 'Tool'],
    ['handling', 'Handling'],
  ] as const;
  let group = $state<(typeof GROUPS)[number][0]>('species');
  /** What was asked for, or the first by which the counted trees can be told. */
  const shown = $derived(
    found && !found.groups[group].length
      ? (GROUPS.find(([one]) => found.groups[one].length)?.[0] ?? group)
      : group,
  );
  const grouped = $derived(found?.groups[shown] ?? []);
  const once = (chance: number) =>
    chance < 1e-6
      ? `less than once in ${formatNumber(1_000_000)}`
      : `once in ${formatNumber(Math.max(1, Number((1 / chance).toPrecision(1))))}`;
  const mostCause = $derived(Math.max(1, ...(found?.causes ?? []).map(({ trees }) => trees)));
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
        {#if found?.where.patches.length}
          <p class="patch-note">
            <b>Dead in patches, not here and there.</b> Chance would give runs of dead like these
            less than once in a hundred such rows: look at the ground there, not at the trees.
            {#if found.where.joins && found.where.joins.chance < 0.05}Neighbours that are both dead: {formatNumber(
                found.where.joins.found,
              )}, where chance would give {formatNumber(found.where.joins.expected)}.{/if}
          </p>
          <ul class="patches">
            {#each found.where.patches.slice(0, 6) as patch (patch.stretches[0].row)}
              <li>
                <b>{patchPlace(patch.stretches)}</b>: {patch.dead} dead of {patch.of}{patch.cause
                  ? `, most of them ${patch.cause}`
                  : ''}{patch.zone && patch.zone !== 'elsewhere' ? `; in “${patch.zone}”` : ''}.
              </li>
            {/each}
          </ul>
        {/if}
        {#if found?.where.clumped.length}
          <p class="patch-note">
            <b>Dead beside dead along the row</b>: {rowList(
              found.where.clumped.map(({ row }) => row),
            )}. Dead and living change {formatNumber(found.where.clumped[0].found)} times in row {found
              .where.clumped[0].row}; by chance it would be {formatNumber(
              found.where.clumped[0].expected,
            )}. Something there stretches over several trees: water, a bag, a stony spot.
          </p>
        {/if}
        {#if found}
          {#if grouped.length}
            <div class="head">
              <h2>Survival by</h2>
              <Select
                labelText="By"
                hideLabel
                size="sm"
                selected={shown}
                on:update={(e) => (group = e.detail as typeof group)}
              >
                {#each GROUPS as [value, text] (value)}<SelectItem
                    {value}
                    {text}
                    disabled={!found.groups[value].length}
                  />{/each}
              </Select>
            </div>
            <div class="wide">
              <table class="ledger species">
                <thead
                  ><tr
                    ><th>{GROUPS.find(([value]) => value === shown)?.[1]}</th><th class="n"
                      >Alive</th
                    ><th class="n">Set</th><th class="n">Survival</th><th class="n">From</th><th
                      class="n">To</th
                    ><th class="n">Living {units.system === 'metric' ? 'a hectare' : 'an acre'}</th
                    ><th>Against the rest</th></tr
                  ></thead
                >
                <tbody>
                  {#each grouped as entry (entry.group)}
                    <tr
                      ><td>{shown === 'day' ? formatDay(entry.group, true) : entry.group}</td><td
                        class="n">{formatNumber(entry.hits)}</td
                      ><td class="n">{formatNumber(entry.of)}</td><td class="n"
                        ><b>{formatPercent(entry.estimate, 1)}</b></td
                      ><td class="n">{formatPercent(entry.low, 1)}</td><td class="n"
                        >{formatPercent(entry.high, 1)}</td
                      ><td class="n"
                        >{stems(entry.stems.estimate)}
                        <small class="quiet nowrap"
                          >{stems(entry.stems.low)} to {stems(entry.stems.high)}</small
                        ></td
                      ><td class:apart={entry.apart}
                        >{entry.apart
                          ? 'apart beyond chance'
                          : grouped.length > 1
                            ? 'nothing chance would not do'
                            : 'nothing to hold it against'}</td
                      ></tr
                    >
                  {/each}
                </tbody>
              </table>
            </div>
            <p class="quiet">
              Rows are the clusters; comparisons are corrected for their number. Trees are told to a
              lot where one alone came of the species, or where their planter was issued one alone
              that day.
              {#if found.summed}
                {howMany(found.summed, 'row')} counted as a sum {found.summed === 1
                  ? 'tells'
                  : 'tell'} only what is true of the whole row: its planter and day, its species where
                it has one alone.{/if}
            </p>
          {:else}
            <p class="quiet">
              Rows counted as a sum tell no species or lot where several stand in them. Counted <a
                href="/field/{data.block.id}/count">tree by tree on the phone</a
              >, they do.
            </p>
          {/if}
          {#if found.time.times > 1}
            <h2 class="more">Living over time, months since planting</h2>
            <LifeCurves curves={found.time.curves} />
            {#if found.time.compared}<p class="patch-note">
                {#if found.time.compared.chance < 0.05}<b>They did not die alike.</b> Chance would
                  part the curves this far {once(found.time.compared.chance)} (log-rank).{:else}Chance
                  would part the curves this far often enough (log-rank, {formatPercent(
                    found.time.compared.chance,
                  )}).{/if}
                A tree found dead died some time since the count before: the step stands at the count.{#if found.time.passedOver}
                  {howMany(found.time.passedOver, 'dead tree')}
                  {found.time.passedOver === 1 ? 'was' : 'were'} passed over by a count between: shared
                  out among the counts at which they may have died, the number at risk with them.{/if}
              </p>{/if}
          {/if}
          <Why why={found.why} />
        {/if}
        <ByTreatment treatments={released.treatments} />
      {:else}
        <h2>No row counted yet</h2>
        <p class="quiet">
          Pick rows by a fixed step, say every sixth from row 3, walk them, and enter what lives.
        </p>
      {/if}
      {#if mayRecord}
        {#if data.strata}<CountDesign
            block={data.block}
            strata={data.strata}
            counted={released.counted.map(({ row: number }) => number)}
            mayPlan={data.role === 'leader'}
            standing={{
              trees: released.planted,
              areaAPeg: released.areaAPeg,
              survival: released.estimate?.estimate ?? 0.9,
            }}
          />{/if}
        <p class="more">
          <a href="/field/{data.block.id}/count">Count tree by tree on the phone</a>, also without a
          signal.
        </p>
        <EnterCounted layout={released.id} planted={released.rowsPlanted} today={data.today} />
      {/if}
    </section>
    <aside class="comes-to">
      {#if released.estimate && released.refill}
        {@const { estimate, refill } = released}
        <h2>Alive, {formatDay(released.counted.at(-1)!.countedOn, true)}</h2>
        <div><span class="big">{formatPercent(estimate.estimate, 1)}</span></div>
        <p class="num quiet">
          {formatNumber(estimate.low * 100, 1)} to {formatNumber(estimate.high * 100, 1)} %, {released
            .drawn.counted} of {released.drawn.of}
          {released.drawn.circles ? 'circles' : 'rows'}, {estimate.by === 'ratio'
            ? 'ratio of totals'
            : released.drawn.counted > 1
              ? 'all alike, so as single trees'
              : 'one sample'}
        </p>
        <CountedHow refilled={released.refilled} beside={released.beside} />
        <Working figure={estimate.figure} />
        {#if released.plantedAtCount < released.planted}<p class="say">
            {formatNumber(released.planted - released.plantedAtCount)} trees went in after this count
            and are not in it.
          </p>{/if}
        <Figure label="Living of those" figure={refill.living} />
        <p class="figure-line">
          <span>Living {units.system === 'metric' ? 'a hectare' : 'an acre'}</span><b class="num"
            >{stems(estimate.estimate)}</b
          >
        </p>
        <p class="quiet num">
          {stems(estimate.low)} to {stems(estimate.high)}, by the count’s interval
        </p>
        {#if found?.causes.length}
          <h2>What killed them</h2>
          <table class="bars">
            <tbody>
              {#each found.causes as { cause: what, trees } (what)}<tr
                  ><th scope="row">{what}</th><td class="bar"
                    ><i style:width="{(100 * trees) / mostCause}%"></i></td
                  ><td class="n">{formatNumber(trees)}</td></tr
                >{/each}
            </tbody>
          </table>
        {/if}
        {#if found?.marks.poor || found?.marks.browsed}<p class="quiet">
            Of the living {formatNumber(found.marks.poor)} poor, {formatNumber(found.marks.browsed)} browsed.
          </p>{/if}
        {#if found?.heights}<p class="quiet">
            {found.heights.measured} measured, {formatLength(found.heights.mean, units.system, 2)} tall
            on average.
          </p>
          {#each found.heights.growth as { species, trees, aYear, low, high, lower } (species)}
            <Figure label="{species} grows a year" figure={aYear} />
            <p class="quiet num">
              {#if low !== undefined && high !== undefined}{formatSmall(low, units.system)} to {formatSmall(
                  high,
                  units.system,
                )},
              {/if}{trees}
              {trees === 1 ? 'tree' : 'trees'} measured twice{lower
                ? `, ${lower} lower than before`
                : ''}
            </p>
          {/each}{/if}
        <p>
          <a
            href="/blocks/{data.block.id}/survival/closing.pdf?units={units.system}"
            target="_blank"
            rel="noreferrer">Closing report (PDF)</a
          >
          · <a href="/blocks/{data.block.id}/survival/counts.csv" download>Counts (CSV)</a>
        </p>
        <TreeCosts block={data.block.id} money={released.money} />
        <h2>Refill?</h2>
        <p class="verdict">
          <b>{inWords(refill.sentence)}</b>
          <a href="/blocks/{data.block.id}/survival/refill">Which places, how many to order</a>
        </p>
        <label class="target"
          >Asked for, living {units.system === 'metric' ? 'a hectare' : 'an acre'}
          <NumberBox
            class="num"
            min="1"
            max="100000"
            disabled={data.role !== 'leader'}
            value={Math.round(released.target * perArea)}
            onvalue={(typed) => setTarget(typed)}
            onempty={() => setTarget(null)}
          />
        </label>
        <Outcome of={doing} />
        {#if !released.targetIsSet}<p class="quiet">
            Nobody set a target: {formatDensity(released.target, units.system)}, four fifths of what
            was laid out, is taken.
          </p>{:else if data.role === 'leader'}<p class="quiet">
            Emptied, four fifths of what was laid out is taken.
          </p>{/if}
        <Figure label={inWords(refill.label)} figure={refill.trees} />
        {#if found?.evenness.stretches}
          <Figure
            label="Ground with too few"
            figure={{
              value: found.evenness.share,
              kind: 'share',
              formula:
                'pegs in stretches of ten, or in circles, under the target ÷ all that were looked at',
              steps: [
                { label: 'pegs there', value: found.evenness.pegsUnder, kind: 'count' },
                { label: 'pegs looked at', value: found.evenness.pegs, kind: 'count' },
                { label: 'stretches under the target', value: found.evenness.under, kind: 'count' },
                { label: 'stretches looked at', value: found.evenness.stretches, kind: 'count' },
              ],
            }}
          />
          {#if refill.verdict === 'none' && found.evenness.share > 0.1}<p class="say">
              Enough live, but not everywhere: fill the bare stretches, not the block.
            </p>{/if}
        {/if}
      {:else}
        <h2>Survival</h2>
        <p class="quiet">Two rows or more give an interval that knows how rows differ.</p>
      {/if}
    </aside>
  </div>
{/if}

<style>
  .head {
    display: flex;
    gap: 14px;
    align-items: center;
    margin-top: 20px;
    max-width: 620px;
  }
  .head h2 {
    margin: 0;
    white-space: nowrap;
  }
  .apart {
    color: var(--clay);
    font-weight: 650;
  }
  .patches {
    max-width: 720px;
    padding-left: 20px;
  }
  .bars {
    width: 100%;
    border-spacing: 0 4px;
    font-size: 15px;
  }
  .bars th {
    font-weight: 400;
    text-align: left;
    width: 1%;
    white-space: nowrap;
    padding-right: 10px;
  }
  .bars .bar i {
    display: block;
    height: 7px;
    background: var(--slate);
  }
  .bars .n {
    text-align: right;
    width: 3em;
    font-variant-numeric: tabular-nums;
  }
  .more {
    margin-top: 22px !important;
  }
  .species {
    max-width: 900px;
  }
  .species .n {
    white-space: nowrap;
  }
  .patch-note {
    max-width: 720px;
    font-size: 15px;
    margin: 10px 0;
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
</style>
