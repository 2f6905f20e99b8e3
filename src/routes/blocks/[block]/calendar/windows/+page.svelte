<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import Slider from '$lib/parts/Slider.svelte';
  import { hindrances as hindranceWords, regimes as regimeWords } from '$lib/words/en/named';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { inWords } from '$lib/parts/reader.svelte';
  import Understood from '$lib/parts/Understood.svelte';
  import type { Reading, Said } from '$core/formats/reading';
  import { formatMoment } from '$core/say/day';
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import {
    bestStretch,
    REGIMES,
    type RegimeKey,
    SOIL_LIMITS,
    weekOf,
    yearsFromTable,
    type StockType,
    type TypicalMonth,
  } from '$core/calendar/windows';
  import { addTo, formatDay, formatSpan } from '$core/measure/dates';
  import {
    formatNumber,
    formatPercent,
    formatRain,
    TYPED_UNITS,
    type TypedUnit,
  } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';
  import WindowStrip from '$lib/charts/WindowStrip.svelte';
  import FileDrop from '$lib/parts/FileDrop.svelte';
  import { readTable } from '$lib/parts/reading';
  import { PIECE, send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const warmth = $derived(TYPED_UNITS.temperature[units.system]);
  const rain = $derived(TYPED_UNITS.rain[units.system]);
  const unitOf: Partial<Record<string, TypedUnit>> = $derived({
    lowest: warmth,
    highest: warmth,
    rain,
  });
  const STOCK: StockType[] = ['bare-root', 'container'];
  const first = $derived((weekOf(data.today!) + 22) % 52);
  let picked = $state<number>();
  const week = $derived(picked ?? weekOf(data.today!));
  const day = (from: string) => formatDay(`2026-${from}`);
  const doing = new Doing();
  const attempt = doing.run;
  let sending = $state('');
  /** A file that was read and is looked at before anything of it is taken over. */
  let pending = $state.raw<Pending>();
  interface Pending {
    text: string;
    kind: 'days' | 'hours';
    said: Said;
    reading: Reading;
    what: string;
    take: () => Promise<string[]>;
  }

  /** Long files go in pieces, with what is done said in between. */
  async function inPieces<Row>(
    rows: readonly Row[],
    post: (part: Row[], last: boolean) => Promise<unknown>,
  ) {
    for (let from = 0; from < rows.length; from += PIECE) {
      sending = `${formatNumber(from)} of ${formatNumber(rows.length)} sent`;
      await post(rows.slice(from, from + PIECE), from + PIECE >= rows.length);
    }
  }
  const look = (kind: Pending['kind'], text: string, said: Said = {}) =>
    attempt(async () => {
      pending = await (kind === 'days' ? lookAtDays(text, said) : lookAtHours(text, said));
    });
  async function lookAtDays(text: string, said: Said): Promise<Pending> {
    const { days, reading, notes } = await readTable((reads) => reads.days(text, said));
    const siteId = data.site!.id;
    const what = `${howMany(days.length, 'day')}, ${formatSpan(days[0].day, days.at(-1)!.day)}`;
    const take = async () => {
      await inPieces(days, (part, last) =>
        send(
          'calendar.weather',
          {
            siteId,
            days: part.map((day) => ({
              ...day,
              humidity: day.humidity ?? null,
              wind: day.wind ?? null,
            })),
          },
          { reload: last },
        ),
      );
      return [`${what}, taken over.`, ...notes.map(inWords)];
    };
    return { text, kind: 'days', said, reading, what, take };
  }
  async function lookAtHours(text: string, said: Said): Promise<Pending> {
    const zone = data.site!.zone;
    const { hours, reading, notes } = await readTable((reads) => reads.hours(text, zone, said));
    const siteId = data.site!.id;
    const what = `${formatNumber(hours.length)} station readings, ${formatMoment(hours[0].at, zone, true)} to ${formatMoment(hours.at(-1)!.at, zone, true)}`;
    const take = async () => {
      await inPieces(hours, (part, last) =>
        send('calendar.hours', { siteId, hours: part }, { reload: last }),
      );
      return [`${what}, taken over.`, ...notes.map(inWords)];
    };
    return { text, kind: 'hours', said, reading, what, take };
  }
  const takeOver = () =>
    attempt(async () => {
      try {
        const told = await pending!.take();
        pending = undefined;
        return told;
      } finally {
        sending = '';
      }
    });

  const MONTHS = Array.from(
    { length: 12 },
    (_, i) => formatDay(addTo('2026-01-01', { months: i })).split(' ')[1],
  );
  const blank = (): TypicalMonth[] =>
    MONTHS.map(() => ({ lowest: 0, highest: 0, rain: 0, rainDays: 0 }));
  let months = $state<TypicalMonth[]>(untrack(() => data.typicalYear ?? blank()));
  let regime = $state<string>(untrack(() => data.regime));
  const regimeSays = $derived(regimeWords[regime as RegimeKey]?.because ?? '');
  const saveTable = (table: TypicalMonth[] | null) =>
    attempt(async () => {
      if (table) yearsFromTable(table, 1);
      await send('calendar.typicalYear', {
        siteId: data.site!.id,
        regime: regime as RegimeKey,
        months: table,
      });
      return [table ? 'The typical year is kept.' : 'The season of the trade is kept.'];
    });
  const FROM = $derived({
    file: `${howMany(data.windows.known, 'day')} of weather, ${data.windows.from ? formatDay(data.windows.from, true) : ''} to ${data.windows.to ? formatDay(data.windows.to, true) : ''}`,
    table: 'twenty years invented from the typical one below',
    regime: `the season of the trade${data.windows.known ? `; only ${data.windows.known} days of weather are there` : ''}`,
  });
</script>

<svelte:head><title>Windows · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <p class="quiet">
      Judged from {FROM[data.windows.source]}{data.latitude < 0
        ? '; seasons are those south of the equator'
        : ''}. A bar is the share of years in which at least half of the week’s days allow planting.
    </p>
    {#each STOCK as stock (stock)}
      {@const weeks = data.windows.weeks[stock]}
      {@const best = bestStretch(weeks)}
      <h2>
        {stock === 'bare-root' ? 'Bare-root' : 'Container'} stock{best
          ? `: ${day(weeks[best[0]].from)} to ${formatDay(addTo(`2026-${weeks[best[1]].from}`, { days: 6 }))}`
          : ': no week in half of the years'}
      </h2>
      <WindowStrip {weeks} {first} selected={week} onselect={(chosen) => (picked = chosen)} />
    {/each}
    <div class="pick">
      <span>Week of</span>
      <div class="weeks">
        <Slider
          label="Week"
          min={0}
          max={51}
          value={(week - first + 52) % 52}
          says="Week of {day(data.windows.weeks['bare-root'][week].from)}"
          onvalue={(along) => (picked = (along + first) % 52)}
        />
      </div>
      <b>{day(data.windows.weeks['bare-root'][week].from)}</b>
    </div>
    <div class="wide">
      <table class="ledger">
        <thead
          ><tr
            ><th>Week of {day(data.windows.weeks['bare-root'][week].from)}</th><th class="n"
              >Years fit</th
            ><th>What hinders on the other days</th></tr
          ></thead
        >
        <tbody>
          {#each STOCK as stock (stock)}
            {@const entry = data.windows.weeks[stock][week]}
            {@const bad = entry.because.reduce((sum, [, days]) => sum + days, 0)}
            <tr>
              <td>{stock}</td>
              <td class="n"
                ><b>{formatPercent(entry.share)}</b>{entry.years > 1
                  ? ` (${entry.good} of ${entry.years})`
                  : ''}</td
              >
              <td
                >{entry.because
                  .map(([what, days]) => `${hindranceWords[what]} ${formatPercent(days / bad)}`)
                  .join(', ') || '–'}</td
              >
            </tr>
          {/each}
          {#if data.windows.workable}
            <tr
              ><td>spraying</td><td class="n"
                ><b>{formatPercent(data.windows.workable['still and dry'][week])}</b> of days</td
              ><td class="quiet">no rain, little wind, no frost</td></tr
            >
            <tr
              ><td>ripping</td><td class="n"
                ><b>{formatPercent(data.windows.workable['dry ground'][week])}</b> of days</td
              ><td class="quiet">dry ground shatters; the same soil water as above</td></tr
            >
          {/if}
        </tbody>
      </table>
    </div>
    <details>
      <summary>Every week as a table</summary>
      <table class="ledger">
        <thead
          ><tr><th>Week of</th><th class="n">Bare-root</th><th class="n">Container</th></tr></thead
        >
        <tbody>
          {#each data.windows.weeks['bare-root'] as entry, i (i)}<tr
              ><td>{day(entry.from)}</td><td class="n">{formatPercent(entry.share)}</td><td
                class="n">{formatPercent(data.windows.weeks.container[i].share)}</td
              ></tr
            >{/each}
        </tbody>
      </table>
    </details>
  </section>
  <aside class="comes-to">
    <Outcome of={doing} />
    {#if sending}<p class="say" role="status">{sending}</p>{/if}
    {#if pending}
      {@const { text, kind, said, reading, what } = pending}
      <Understood
        {reading}
        {said}
        {what}
        busy={doing.busy}
        onsaid={(next) => look(kind, text, next)}
        ontake={takeOver}
        onleave={() => (pending = undefined)}
      />
    {:else if data.mayRecord}
      <h2>Weather of past years</h2>
      <FileDrop
        label="Bring a weather file"
        hint="CSV: date, tmin, tmax, rain; humidity and wind where known. °C or °F"
        accept=".csv,.txt"
        onfile={(text) => look('days', text)}
        onerror={(message) => (doing.wrong = message)}
      />
      <h2>Weather station</h2>
      <p class="quiet">
        {data.hours
          ? `${howMany(data.hours, 'reading')} of a real station so far.`
          : 'The simulated station plays the recorded days, hour by hour.'}
      </p>
      <FileDrop
        label="Bring the station’s file"
        hint="CSV by the hour: time, temperature, humidity, wind"
        accept=".csv,.txt"
        onfile={(text) => look('hours', text)}
        onerror={(message) => (doing.wrong = message)}
      />
    {/if}
    {#if data.mayPlan}
      <h2>Without a file</h2>
      <Select
        labelText="Season of the trade"
        selected={regime}
        on:update={(e) => (regime = String(e.detail))}
      >
        {#each REGIMES as { key } (key)}<SelectItem
            value={key}
            text={regimeWords[key].label}
          />{/each}
      </Select>
      <p class="quiet">{regimeSays}</p>
      <div class="buttons">
        <Button size="small" kind="tertiary" on:click={() => saveTable(data.typicalYear)}
          >Keep this season</Button
        >
      </div>
      <details>
        <summary>A typical year by hand</summary>
        <table class="ledger typical">
          <thead
            ><tr
              ><th></th><th class="n">Low {warmth.sign}</th><th class="n">High {warmth.sign}</th><th
                class="n">Rain {rain.sign}</th
              ><th class="n">on days</th></tr
            ></thead
          >
          <tbody>
            {#each MONTHS as name, i (name)}<tr
                ><td>{name}</td
                >{#each ['lowest', 'highest', 'rain', 'rainDays'] as const as key (key)}<td
                    class="n"
                    ><NumberBox
                      step="any"
                      value={unitOf[key]?.shown(months[i][key]) ?? months[i][key]}
                      onvalue={(typed) => (months[i][key] = unitOf[key]?.taken(typed) ?? typed)}
                      aria-label="{key === 'rainDays' ? 'days of rain' : key}, {name}"
                    /></td
                  >{/each}</tr
              >{/each}
          </tbody>
        </table>
        <div class="buttons">
          <Button size="small" on:click={() => saveTable($state.snapshot(months))}
            >Use this year</Button
          >
          {#if data.typicalYear}<Button size="small" kind="ghost" on:click={() => saveTable(null)}
              >Take it out</Button
            >{/if}
        </div>
      </details>
    {/if}
    <p class="quiet small">
      The soil is one bucket of {formatRain(SOIL_LIMITS.capacity / 1000, units.system)}, filled by
      rain and emptied by evaporation after FAO-56; its limits are from memory. A file of a year or
      more goes before the table, the table before the season.
    </p>
  </aside>
</div>

<style>
  .pick {
    display: flex;
    gap: 12px;
    align-items: center;
    margin: 14px 0 6px;
  }
  .weeks {
    width: 320px;
  }
  summary {
    color: var(--viridian);
    cursor: pointer;
    margin: 12px 0;
  }
  .typical :global(input) {
    width: 54px;
    font: 13.5px var(--text);
    text-align: right;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
  }
  .typical :global(td) {
    padding: 2px 4px 2px 0;
  }
  .small {
    font-size: 13px;
  }
</style>
