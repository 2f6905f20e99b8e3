<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import ReleaseFirst from '$lib/parts/ReleaseFirst.svelte';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { formatMoment } from '../../../../../core/say/day';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { saveWhole } from '$lib/parts/whole.svelte';
  import { inWords } from '$lib/parts/reader.svelte';
  import { Button, Checkbox, Select, SelectItem } from 'carbon-components-svelte';
  import { v7 as uuid } from 'uuid';
  import { untrack } from 'svelte';
  import { shareRows } from '$core/crew/share';
  import { seatShare, sharePasses } from '$core/crew/seats';
  import { say } from '$core/say/message';
  import { usualWords } from '$lib/rooms/crew/pace-words';
  import { formatNumber, formatPercent } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { stageWords } from '$lib/words/field';
  import { WAVE_LABELS, type Wave } from '$core/crew/waves';
  import { pegPosition } from '$core/rows/rowset';
  import { toRowSet, treesInRow } from '$core/rows/stored';
  import Plan from '$lib/plan/Plan.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import HandedEntry from '$lib/parts/HandedEntry.svelte';
  import RefillStands from '$lib/parts/RefillStands.svelte';
  import Ribbon from '$lib/parts/Ribbon.svelte';
  import { unpackRows } from '$core/rows/packed';
  import { send } from '$lib/parts/send.svelte';
  import { shareOut } from '$lib/parts/share-out';
  import SharedRows from './SharedRows.svelte';
  import Standing from './Standing.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const released = $derived(data.released);
  const kept = $derived(released ? unpackRows(released.rows) : []);
  const editable = $derived(data.role === 'leader');
  const doing = new Doing();
  /** The row that is being planted: the first that has places left. */
  const openRow = () =>
    kept[(data.released?.left ?? []).findIndex((trees) => trees > 0)]?.number ?? 1;
  let selected = $state(untrack(openRow));
  const byRow = $derived(new Map(released?.byRow ?? []));
  const rows = $derived(released && toRowSet(released.rhythm, kept));
  const looks = $derived(
    (released?.speciesIds ?? []).map((id) => data.species.find((card) => card.id === id)!),
  );
  /** Trees still to come in each row, in dead places of a refill too. */
  const left = $derived(released?.left ?? []);
  let chosen = $state<string[]>(
    untrack(() =>
      data.released?.shares.length
        ? [...new Set(data.released.shares.map(({ planterId }) => planterId))]
        : data.planters.slice(0, 6).map(({ id }) => id),
    ),
  );
  /** What each sets a day: by their own tallies where there are enough of them, else as typed. */
  const rates = $derived(new Map(released?.rates ?? []));
  const seated = $derived(
    data.planters.filter(({ id, kind }) => chosen.includes(id) && kind !== 'volunteers').length,
  );
  /** What is usual holds for as many riders as have rows now; more or fewer take longer or shorter turns. */
  const turns = $derived(
    seatShare(seated, data.places) / seatShare(data.released?.riders ?? 0, data.places),
  );
  const rateOf = (id: string) => {
    const own = rates.get(id);
    const rides = data.places && data.planters.find((one) => one.id === id)?.kind !== 'volunteers';
    return (own?.rate ?? 1) * (rides && own?.from === 'usual' ? turns : 1);
  };
  const ticked = $derived(
    data.planters
      .filter(({ id }) => chosen.includes(id))
      .map((planter) => ({ ...planter, rate: rateOf(planter.id) })),
  );
  /** Whoever rides alone has every row. */
  const inPairs = $derived(data.seats === 2 && ticked.length > 1);
  /** Riders of a machine with two seats change them here: every second one is put before the first. */
  let swapped = $state(false);
  const riders = $derived.by(() => {
    const seated = ticked.filter(({ kind }) => kind !== 'volunteers');
    return swapped ? seated.map((_, i) => seated[i ^ 1] ?? seated[i]) : seated;
  });
  const crew = $derived(
    inPairs ? [...riders, ...ticked.filter(({ kind }) => kind === 'volunteers')] : ticked,
  );
  const shared = $derived.by(() => {
    if (!released || !crew.length || !left.some((n) => n > 0)) return undefined;
    if (!inPairs) return shareRows(left, crew);
    return riders.length % 2 ? undefined : sharePasses(left, crew);
  });
  /** What the plan draws full: trees that stand, or those that a wave has done. */
  let shows = $state<'planted' | 'refill' | Wave>('planted');
  const shownByRow = $derived(
    shows === 'planted'
      ? byRow
      : shows === 'refill'
        ? new Map(released?.refill?.byRow)
        : new Map(released?.waves.find(({ wave }) => wave === shows)?.byRow ?? []),
  );
  const notes = $derived(
    (released?.notes ?? []).flatMap(({ row, peg }, i) => {
      const at = rows && pegPosition(rows, row, peg);
      return at ? [{ point: at.point, number: i + 1 }] : [];
    }),
  );
  const name = (id: string) => data.planters.find((planter) => planter.id === id)?.name ?? '';

  const attempt = doing.run;
  const share = () =>
    attempt(() =>
      shareOut(released!.shares, {
        layoutId: released!.id,
        planters: crew.map(({ id }) => id),
      }),
    );
  const setRate = (planter: PageData['planters'][number], rate: number | null) =>
    attempt(() =>
      saveWhole(
        'crew.planter',
        {
          before: { name: planter.name, rate: planter.rate },
          mine: { name: planter.name, rate },
          edition: planter.edition,
        },
        (value, edition) => ({ id: planter.id, siteId: data.block.siteId, ...value, edition }),
      ),
    );
  const addPlanter = () =>
    attempt(() =>
      send('crew.planter', {
        id: uuid(),
        siteId: data.block.siteId,
        name: `Planter ${data.planters.length + 1}`,
        rate: null,
        edition: 0,
      }),
    );
  /** Of the row that is shown: dead places filled, and still to fill. */
  const refilledIn = $derived(new Map(released?.refill?.byRow).get(selected) ?? 0);
  const deadIn = $derived.by(() => {
    const i = kept.findIndex(({ number }) => number === selected);
    return i < 0 ? 0 : left[i] - Math.max(0, treesInRow(kept[i]) - (byRow.get(selected) ?? 0));
  });
  const shownRow = $derived(kept.find(({ number }) => number === selected));
  const moment = (at: string) => formatMoment(at, data.zone, data.today);
</script>

{#snippet handedOver()}
  {#if data.handed.length}
    <h2>Handed over to you</h2>
    {#each data.handed as entry (entry.id)}
      <HandedEntry {entry} planters={data.planters} {editable} {moment} />
    {/each}
  {/if}
{/snippet}

{#if !released}
  <div class="panel">
    {@render handedOver()}
    <h2>Crew</h2>
    <ReleaseFirst
      blockId={data.block.id}
      then="its rows are then shared out, and what is planted is entered against them"
    />
  </div>
{:else}
  <div class="screen">
    <section class="decide">
      {@render handedOver()}
      <h2>Who plants, in trees a day</h2>
      {#each data.planters as planter (planter.id)}
        <div class="planter">
          <Checkbox
            labelText={planter.name}
            checked={chosen.includes(planter.id)}
            disabled={!editable}
            on:check={(e) =>
              (chosen = e.detail
                ? [...chosen, planter.id]
                : chosen.filter((id) => id !== planter.id))}
          />
          <NumberBox
            class="num"
            min="1"
            max="20000"
            aria-label="Rate of {planter.name}"
            disabled={!editable}
            value={planter.rate}
            placeholder={formatNumber(Math.round(planter.usually.rate))}
            onvalue={(typed) => setRate(planter, typed)}
            onempty={() => setRate(planter, null)}
          />
          {#if rates.get(planter.id)?.from === 'tallies'}
            <small
              >{formatNumber(Math.round(rates.get(planter.id)!.rate))} learned in {rates.get(
                planter.id,
              )!.days} days</small
            >
          {:else if planter.rate === null}<small>{usualWords(planter.usually)}</small>{/if}
        </div>
      {:else}<p class="quiet">
          Nobody yet.{#if editable}
            <a href="/blocks/{data.block.id}/crew/people">Paste the names of the crew</a>, or add
            one planter after the other.{/if}
        </p>{/each}
      {#if [...rates.values()].some(({ from }) => from === 'tallies')}
        <p class="quiet">
          Rows are shared out by what each planter’s own days teach; the number typed weighs as one
          of them, the usual one as half.
        </p>
      {/if}
      {#if inPairs}
        {#if riders.length % 2}<p class="say">
            {inWords(say('crew.ridersInPairs', { riders: riders.length }))}
          </p>{:else}<p class="quiet">
            Seats: {#each riders as rider, i (rider.id)}{i ? ', ' : ''}{i % 2 ? 'right' : 'left'}
              {rider.name}{/each}.
            {#if editable}<button class="link-button" onclick={() => (swapped = !swapped)}
                >Change seats</button
              >{/if}
            {#if seated > data.places}They take turns: clocked on, each rides {formatPercent(
                seatShare(seated, data.places),
              )} of the time.{/if}
          </p>{/if}
      {/if}
      {#if editable}
        <div class="buttons">
          <Button size="small" disabled={!shared} on:click={share}>Share out the rows</Button
          ><Button kind="ghost" size="small" on:click={addPlanter}>Add a planter</Button>
        </div>
      {/if}
      <Outcome of={doing} />
      <h2>Tell the crew</h2>
      {#each data.stages as stage, i (i)}
        <p class="brief">
          {#if stage.who}<b>{inWords(stage.who)}.</b>{/if}
          {stageWords(stage, { language: 'en', system: units.system })}
        </p>
      {/each}
      <p class="say caution">
        Blades point down, arm’s length and more between planters. Nobody mounts or leaves a moving
        machine; one signal stops it. Gloves, boots, water.
      </p>
    </section>
    <section class="drawing">
      {#if rows}
        {#if released.waves.length || released.refill}
          <div class="shows">
            <Select
              labelText="Drawn full"
              inline
              size="sm"
              selected={shows}
              on:update={(e) => (shows = e.detail as typeof shows)}
            >
              <SelectItem value="planted" text="planted" />
              {#if released.refill}<SelectItem
                  value="refill"
                  text="refill {released.refill.number}"
                />{/if}
              {#each released.waves as { wave } (wave)}<SelectItem
                  value={wave}
                  text={WAVE_LABELS[wave]}
                />{/each}
            </Select>
            <span class="quiet num"
              >{howMany(
                [...shownByRow.values()].reduce((sum, n) => sum + n, 0),
                'tree',
              )}</span
            >
          </div>
        {/if}
        <Plan
          label="What is {shows === 'planted'
            ? 'planted'
            : shows === 'refill'
              ? 'refilled'
              : WAVE_LABELS[shows]}"
          height="clamp(320px, 48vh, 520px)"
          content={{
            boundary: released.boundary,
            keptOut: released.keptOut,
            rows,
            runs: kept.map(({ runs }) => runs),
            species: looks,
            planted: shownByRow,
            notes,
            selectedRow: selected,
          }}
          onrow={(row) => (selected = row)}
        />
      {/if}
      {#if released.notes.length}
        <ol class="notes">
          {#each released.notes as note, i (note.id)}
            <li value={i + 1}>
              <button class="link-button" onclick={() => (selected = note.row)}
                >Row {note.row}, peg {note.peg}</button
              >
              {note.body || 'A photograph.'}
              <small>{note.author}, {moment(new Date(note.at).toISOString())}</small>
            </li>
          {/each}
        </ol>
        <p class="quiet all">
          <a href="/blocks/{data.block.id}/crew/notes">All notes, with their photographs</a>
        </p>
      {/if}
      <div class="under">
        {#if shownRow}
          <p>
            <b>Row {selected}</b>
            <span class="quiet num"
              >{byRow.get(selected) ?? 0} of {treesInRow(shownRow)} planted{#if released.refill && (deadIn || refilledIn)},
                {refilledIn} refilled, about {howMany(deadIn, 'dead place')} left{/if}</span
            >
          </p>
          <Ribbon
            runs={shownRow.runs}
            species={looks}
            height={24}
            planted={byRow.get(selected) ?? 0}
          />
        {/if}
        <SharedRows
          {released}
          rows={kept.map(({ number }, i) => ({ number, left: left[i] }))}
          {name}
          {rateOf}
          blockId={data.block.id}
        />
      </div>
    </section>
    <aside class="comes-to">
      <Standing {released} planters={data.planters} {rateOf} />
      {#if released.refill}<RefillStands refill={released.refill} />{/if}
      {#if shared}
        <h2>Shared among {crew.length}</h2>
        <Figure label="Days until the slowest ends" figure={shared.finish} />
        {#if released.refill?.walk}<p class="quiet">
            The walk from one dead place to the next is in it, about {formatNumber(
              released.refill.walk,
            )} s a tree.
          </p>{/if}
      {/if}
    </aside>
  </div>
{/if}

<style>
  .shows {
    display: flex;
    gap: 12px;
    align-items: center;
    padding: 6px 12px;
  }
  .notes {
    margin: 8px 12px 0;
    padding-left: 22px;
    list-style: decimal;
    font-size: 14.5px;
  }
  .all {
    margin: 2px 12px 8px 34px;
    font-size: 14px;
  }
  .notes small {
    color: var(--slate);
  }
  .planter {
    display: grid;
    grid-template-columns: 1fr 74px;
    align-items: center;
  }
  .planter :global(input) {
    font: 14.5px var(--text);
    text-align: right;
    height: 28px;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
  }
  .planter small {
    grid-column: 1 / -1;
    color: var(--slate);
    font-size: 13px;
    margin: 1px 0 6px 24px;
  }
  .brief {
    font-size: 14.5px;
    line-height: 1.45;
    margin: 0 0 8px;
  }
  .under {
    background: var(--sheet);
    border-top: 1px solid var(--rule-strong);
    padding: 8px 18px 24px;
  }
  .under p {
    margin: 0 0 5px;
  }
</style>
