<script lang="ts">
  import AnchorAir from '$lib/parts/AnchorAir.svelte';
  import { howMany } from '$lib/parts/how-many';
  import { schoolWords } from '$lib/words/method';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { clockOf, formatMoment } from '../../../../../../core/say/day';
  import { inWords } from '$lib/parts/reader.svelte';
  import { Button } from 'carbon-components-svelte';
  import CloseBag from '$lib/parts/CloseBag.svelte';
  import { formatNumber, formatTemperature } from '$core/measure/units';
  import type { LoggerFile } from '$core/formats/logger';
  import type { Said } from '$core/formats/reading';
  import Understood from '$lib/parts/Understood.svelte';
  import { forgottenBag } from '$core/stock/calls';
  import { soakState } from '$core/stock/keeping';
  import KeepingChart from '$lib/charts/KeepingChart.svelte';
  import FileDrop from '$lib/parts/FileDrop.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import RootClock from '$lib/parts/RootClock.svelte';
  import SpeciesName from '$lib/parts/SpeciesName.svelte';
  import { usedUpText } from '$lib/parts/used-up';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { readTable } from '$lib/parts/reading';
  import { newEvent, PIECE, send } from '$lib/parts/send.svelte';
  import PlaceDialog from './PlaceDialog.svelte';
  import SoakBar from './SoakBar.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const card = (id: string) => data.species.find((entry) => entry.id === id)!;
  const degrees = (celsius: number) => formatTemperature(celsius, units.system);
  const clock = (at: number) => clockOf(at, data.site!.zone).text;
  const doing = new Doing();
  /** Lots listed until all are asked for. */
  let listed = $state(60);
  let editing = $state<PageData['places'][number] | 'new'>();
  /** One that was given up is shown as long as trees of this block lie there. */
  const [shown, closed] = $derived.by(() => {
    const empty = ({ closed, trees }: PageData['places'][number]) => closed && !trees;
    return [data.places.filter((place) => !empty(place)), data.places.filter(empty)];
  });

  const attempt = doing.run;
  /** A logger's file that is looked at before anything of it is taken over. */
  let pending = $state.raw<{ placeId: string; text: string; said: Said; file: LoggerFile }>();
  const look = (placeId: string, text: string, said: Said = {}) =>
    attempt(async () => {
      const { zone } = data.site!;
      const file = await readTable((reads) => reads.logger(text, zone, said));
      pending = { placeId, text, said, file };
    });
  const takeOver = () =>
    attempt(async () => {
      const { placeId, file } = pending!;
      let added = 0;
      // In pieces, so that a year of readings does not wait on one request.
      for (let from = 0; from < file.readings.length; from += PIECE) {
        const part = await send(
          'stock.readings',
          { placeId, readings: file.readings.slice(from, from + PIECE) },
          { reload: from + PIECE >= file.readings.length },
        );
        added += part.added;
      }
      pending = undefined;
      return [
        `${howMany(file.readings.length, 'reading')}, ${formatNumber(added)} of them new.`,
        ...file.notes.map(inWords),
      ];
    });
  const spanOf = ({ readings }: LoggerFile) =>
    `${howMany(readings.length, 'reading')}, ${formatMoment(readings[0].at, data.site!.zone, true)} to ${formatMoment(readings.at(-1)!.at, data.site!.zone, true)}`;
  const play = (placeId: string) =>
    attempt(async () => {
      const { added } = await send('stock.logger', { placeId });
      doing.told = [
        added ? `${formatNumber(added)} new readings.` : 'Nothing new since the last reading.',
      ];
    });
  const closeBag = (lotId: string, closes: string, at?: string) =>
    attempt(() => send('stock.root', { ...newEvent(at), lotId, kind: 'close', closes }));
  const drain = (lotId: string, soak: { id: string; count: number }, at?: string) =>
    attempt(() =>
      send('stock.record', {
        ...newEvent(at),
        lotId,
        kind: 'drain',
        count: soak.count,
        closes: soak.id,
      }),
    );
  const water = (entry: PageData['containers'][number]) =>
    attempt(() =>
      send('stock.record', {
        ...newEvent(),
        lotId: entry.id,
        kind: 'water',
        count: entry.onHand,
        placeId: entry.place || null,
      }),
    );

  /** The minutes are those of the anchor air, not of the clock beside them: as a ratio they are the same. */
  const timesBorne = ({ exposure, airAllowed }: PageData['lots'][number]) => {
    const times = exposure / airAllowed;
    return formatNumber(times, times < 10 ? 1 : 0);
  };
  const days = (count: number) => howMany(Math.round(count), 'day');
  const kept = (lot: PageData['lots'][number]) =>
    `${usedUpText(lot.stress)} of what it bears is used up by ${days(lot.days)} in ${lot.place?.name ?? 'no named place'} and ${formatNumber(lot.exposure)} min in the air`;
  /** What to do about the lots, as sentences with a time in them; the worst first. */
  const alerts = $derived.by(() => {
    const list: { level: 'stop' | 'soon'; text: string }[] = [];
    for (const lot of data.lots) {
      const name = `lot ${lot.code}, ${card(lot.speciesId).name.toLowerCase()}`;
      // While nobody says when it was closed the figure of its lot is the clock's, and no reason to plant it first.
      const forgotten = data.vessels.find((one) => one.lotId === lot.id && one.forgotten);
      const { advice } = lot;
      if (forgotten) list.push({ level: 'stop', text: inWords(forgottenBag(lot.code, forgotten)) });
      else if (advice?.what === 'roots')
        list.push({
          level: 'stop',
          text: `Look at the fine roots of ${name}, before any more of it is planted: the worst of it had ${timesBorne(lot)} times the air that they bear.`,
        });
      else if (advice?.what === 'today')
        list.push({
          level: 'stop',
          text: `Plant ${name} today, before all others: ${kept(lot)}.`,
        });
      else if (advice?.what === 'within' && lot.place)
        list.push({
          level: 'soon',
          text: `Plant ${name} within ${howMany(advice.days, 'day')}: ${kept(lot)}.`,
        });
    }
    for (const place of data.places) {
      const last = place.readings.at(-1);
      if (!last || !place.trees) continue;
      if (last.temperature > place.warmest)
        list.push({
          level: 'stop',
          text: `Cool ${place.name}: ${degrees(last.temperature)} at ${clock(last.at)}, ${degrees(place.warmest)} is the most for ${formatNumber(place.trees)} trees.`,
        });
      if (place.span.frost > 0.5)
        list.push({
          level: 'stop',
          text: `Look at the roots in ${place.name}: ${formatNumber(place.span.frost, 1)} hours below ${degrees(place.coolest)} this fortnight.`,
        });
      if (place.span.gaps.length)
        list.push({
          level: 'soon',
          text: `Read the logger of ${place.name} more often: ${place.span.gaps.length === 1 ? 'a gap' : `${place.span.gaps.length} gaps`} in its readings, and what happened then is not known.`,
        });
    }
    for (const entry of data.containers) {
      const due = (entry.watered ? Date.parse(entry.watered) : 0) + entry.round.every * 3_600_000;
      if (due < data.at)
        list.push({
          level: 'soon',
          text: `Water lot ${entry.code}, ${card(entry.speciesId).name.toLowerCase()}, now: ${entry.watered ? `${formatNumber((data.at - Date.parse(entry.watered)) / 3_600_000)} hours since the last round` : 'no round entered yet'}.`,
        });
    }
    return list.sort((a, b) => Number(b.level === 'stop') - Number(a.level === 'stop'));
  });
  const soaking = $derived(data.lots.flatMap((lot) => lot.soaks.map((soak) => ({ lot, soak }))));
</script>

<svelte:head><title>Keeping · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    {#if alerts.length}
      <div class="alerts" role="status">
        {#each alerts as { level, text } (text)}<p class="say {level === 'stop' ? 'stop' : ''}">
            {text}
          </p>{/each}
      </div>
    {/if}
    <Outcome of={doing} />
    <h2>Waiting, most stressed first</h2>
    <div class="wide">
      <table class="ledger">
        <thead
          ><tr
            ><th>Lot</th><th>Species</th><th>Where</th><th class="n">Trees</th><th class="n"
              >Days</th
            ><th class="n">Lifted</th><th class="n">In the air</th><th class="n">Used up</th></tr
          ></thead
        >
        <tbody>
          {#each data.lots.slice(0, listed) as lot (lot.id)}
            {#each lot.held as [holder, count], i (holder)}
              <tr>
                <td
                  >{#if !i}<a href="/blocks/{data.block.id}/stock?lot={lot.id}"><b>{lot.code}</b></a
                    >{/if}</td
                >
                <td
                  >{#if !i}<SpeciesName
                      card={card(lot.speciesId)}
                      after="{lot.age}{lot.dipped ? ', dipped' : ''}"
                    />{/if}</td
                >
                <td
                  >{data.places.find(({ id }) => holder === `p:${id}`)?.name ??
                    'no place entered'}</td
                >
                <td class="n">{formatNumber(count)}</td>
                <td class="n">{i ? '' : formatNumber(lot.days)}</td>
                <td class="n"
                  >{i || lot.daysSinceLifting === undefined
                    ? ''
                    : howMany(lot.daysSinceLifting, 'day')}</td
                >
                <td class="n">{i ? '' : `${formatNumber(lot.exposure)} min`}</td>
                <td class="n"><b>{i ? '' : usedUpText(lot.stress)}</b></td>
              </tr>
            {/each}
          {:else}<tr><td class="quiet">Nothing is waiting here.</td></tr>{/each}
        </tbody>
      </table>
    </div>
    {#if data.lots.length}<AnchorAir />{/if}
    {#if data.lots.length > listed}<button
        class="link-button"
        onclick={() => (listed = data.lots.length)}
        >Show all {formatNumber(data.lots.length)} lots</button
      >{/if}

    {#each shown as place (place.id)}
      <div class="place">
        <h2>
          {place.name}, {howMany(place.trees, 'tree')}
          {#if data.mayRecord}<button class="link-button" onclick={() => (editing = place)}
              >Change<span class="visually-hidden"> {place.name}</span></button
            >{/if}
        </h2>
        {#if place.readings.length}
          <KeepingChart {...place} />
          <p class="quiet num">
            {degrees(place.span.lowest)} to {degrees(place.span.highest)}; {formatNumber(
              place.span.warm,
              1,
            )} h too warm, {formatNumber(place.span.frost, 1)} h too cold of {formatNumber(
              place.span.hours,
            )} h.
          </p>
        {:else}<p class="quiet">
            No readings. It should hold {degrees(place.coolest)} to {degrees(place.warmest)}.
          </p>{/if}
        {#if data.mayRecord}
          <div class="logger">
            {#if place.logger === 'stand-in'}<Button
                kind="tertiary"
                size="small"
                on:click={() => play(place.id)}>Read its logger</Button
              >{/if}
            <FileDrop
              label="Bring a logger's file"
              hint="CSV with time and temperature, °C or °F"
              accept=".csv,.txt"
              onfile={(text) => look(place.id, text)}
              onerror={(message) => (doing.wrong = message)}
            />
          </div>
          {#if pending?.placeId === place.id}
            {@const { text, said, file } = pending}
            <Understood
              reading={file.reading}
              {said}
              what={spanOf(file)}
              busy={doing.busy}
              onsaid={(next) => look(place.id, text, next)}
              ontake={takeOver}
              onleave={() => (pending = undefined)}
            />
          {/if}
        {/if}
      </div>
    {/each}
    {#if data.mayRecord}<p>
        <button class="link-button" onclick={() => (editing = 'new')}>Add a place</button>
      </p>{/if}
    {#if closed.length}
      <h2>No longer used</h2>
      {#each closed as place (place.id)}
        <p class="quiet">
          {place.name}
          {#if data.mayRecord}<button class="link-button" onclick={() => (editing = place)}
              >Change<span class="visually-hidden"> {place.name}</span></button
            >{/if}
        </p>
      {/each}
    {/if}
  </section>

  <aside class="comes-to">
    {#if data.vessels.length}
      <h2>Roots in the air</h2>
      {#each data.vessels as vessel (vessel.id)}
        <div class="bag">
          {#if !vessel.forgotten}<RootClock
              allowed={vessel.allowed}
              used={vessel.used}
              size={84}
            />{/if}
          <div>
            <b>Lot {vessel.code}{vessel.label ? `, ${vessel.label}` : ''}</b>
            {#if !vessel.forgotten}<p class="quiet num">open {Math.floor(vessel.open)} min</p>{/if}
            {#if data.role !== 'viewer'}<CloseBag
                {...vessel}
                name="lot {vessel.code}{vessel.label ? `, ${vessel.label}` : ''}"
                onclose={(at) => closeBag(vessel.lotId, vessel.id, at)}
              />{/if}
          </div>
        </div>
      {/each}
    {/if}
    <h2>In water</h2>
    {#each soaking as { lot, soak } (soak.id)}
      <SoakBar
        title="Lot {lot.code}, {formatNumber(soak.count)} {card(lot.speciesId).name.toLowerCase()}"
        soak={soakState(soak.startedAt, data.at)}
        {clock}
        startedAt={soak.startedAt}
        ondrain={data.mayRecord ? (at) => drain(lot.id, soak, at) : undefined}
      />
    {:else}<p class="quiet">
        Nothing. Put a lot to soak on its page: two hours at least, eight at most.
      </p>{/each}
    {#if data.containers.length}
      <h2>Containers</h2>
      {#each data.containers as entry (entry.id)}
        <div class="container">
          <SpeciesName card={card(entry.speciesId)} after=", lot {entry.code}" />
          <Figure
            label="Water every"
            figure={{
              value: entry.round.every,
              kind: 'hours',
              formula:
                '24 h × container ÷ 0.1 L ÷ (demand of this air ÷ that at 20 °C, 60 %, 1 m/s); from memory',
              steps: [
                { label: 'container', value: entry.volume / 1000, kind: 'liquid' },
                {
                  label: 'times the demand of mild air',
                  value: entry.round.demand,
                  kind: 'number',
                },
                ...(entry.round.bounded
                  ? ([
                      { label: 'at the longest', value: entry.round.every, kind: 'hours' },
                    ] as const)
                  : []),
              ],
            }}
          />
          <p class="num">
            {units.format(entry.round.litres / 1000, 'liquid')} a round.{entry.round.bounded
              ? ' By this air it would be longer; feel the weight of a tray every third day.'
              : ''}
            {entry.watered
              ? `Last at ${formatMoment(entry.watered, data.site!.zone, data.today)}.`
              : 'No round yet.'}
          </p>
          {#if entry.chosen}
            <p>
              <b>{schoolWords('containerRoots', entry.chosen.key).label}</b>, as this block does.
              {#if entry.chosen.key !== entry.treatment.school}<a
                  href="/blocks/{data.block.id}/method">The sample asks for another way</a
                >{/if}
            </p>
          {/if}
          <p class="quiet">{inWords(entry.treatment.because)}</p>
          {#if data.mayRecord}<Button kind="tertiary" size="small" on:click={() => water(entry)}
              >Watered, dripping</Button
            >{/if}
        </div>
      {/each}
    {/if}
    <p class="say caution">
      A cold store locks from outside: never work in it alone. Wet boxes are lifted by two.
    </p>
  </aside>
</div>

{#if editing}
  <PlaceDialog
    place={editing === 'new' ? undefined : editing}
    siteId={data.site!.id}
    onclose={() => (editing = undefined)}
  />
{/if}

<style>
  .place {
    margin-top: 24px;
  }
  .alerts .say {
    margin: 0 0 8px;
  }
  .place h2 {
    display: flex;
    gap: 14px;
    align-items: baseline;
  }
  .logger {
    display: flex;
    gap: 16px;
    align-items: center;
  }
  .bag {
    display: flex;
    gap: 12px;
    align-items: center;
    font-size: 14.5px;
  }
  .bag p {
    margin: 2px 0 6px;
  }
  .container {
    border-top: 1px solid var(--rule);
    padding: 8px 0;
  }
  .container p {
    font-size: 14px;
    margin: 4px 0;
  }
</style>
