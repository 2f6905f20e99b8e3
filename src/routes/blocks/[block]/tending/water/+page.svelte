<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Select, SelectItem } from 'carbon-components-svelte';
  import { formatDay } from '$core/measure/dates';
  import { shortRanges } from '$core/measure/ranges';
  import { say } from '$core/say/message';
  import { zoneSaid } from '$core/tending/zone';
  import { inWords } from '$lib/parts/reader.svelte';
  import {
    formatDistance,
    formatLength,
    formatLiquid,
    formatNumber,
    formatRain,
    LITRES_PER_US_GALLON,
    METRES_PER_FOOT,
  } from '$core/measure/units';
  import {
    bucketLitres,
    bucketSeconds,
    RISKY_DAYS,
    WATER_SCHOOLS,
    type WaterSchool,
    type WaterTerms,
  } from '$core/tending/water';
  import WaterStore from '$lib/charts/WaterStore.svelte';
  import { keepTerms } from '$lib/parts/block-terms';
  import { Doing } from '$lib/parts/doing.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import Instruments from './Instruments.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const doing = new Doing();
  const water = $derived(data.water);
  /** How weeds and mulch leave the ground at a tree: it sets what is drawn from the store. */
  const RING = { sod: 'in sod', clear: 'kept clear', mulch: 'mulched' };
  const terms = $derived(water.terms);
  const NAMES: Record<WaterSchool, string> = {
    none: 'Nothing',
    weekly: 'Once a week while it is short',
    dated: 'On the 10th, 20th and 30th, unless it rained',
    bag: 'A slow bag when it is dry',
    balance: 'By the balance',
  };
  const set = (next: Partial<WaterTerms>) =>
    doing.inTurn(async () => void (await keepTerms(data.block, 'water', { ...terms, ...next })));
  /** Litres; where there are very many, cubic metres. */
  const litres = (value: number) =>
    !us && value >= 20_000
      ? `${formatNumber(value / 1000)} m³`
      : formatLiquid(value / 1000, units.system);
  const us = $derived(units.system === 'us');
  const gallons = $derived(us ? LITRES_PER_US_GALLON : 1);
  /** A bucket with a hole: its width, hole, water over it, and the hole over its bottom, metres. */
  let bucket = $state({ wide: 0.26, hole: 0.003, high: 0.36, up: 0 });
  const poured = $derived(bucketLitres(bucket.wide, bucket.high, bucket.up));
  const minutes = $derived(bucketSeconds(bucket.wide, bucket.hole, bucket.high) / 60);
  const small = $derived(us ? 0.0254 : 0.01);
  const FIELDS = [
    ['tank', 'Tank'],
    ['flow', 'Filling point, a minute'],
    ['hose', 'Hose, a minute'],
  ] as const;
  const away = (days: number) =>
    days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`;
  /** Tanks told one by one; a round of hundreds is driven in the same order. */
  const TRIPS_SHOWN = 40;
  const rowsOf = $derived(new Map(water.next?.rows.map(({ number, trees }) => [number, trees])));
  /** Whole rows by number, parts with their pegs. */
  const partsInWords = (
    parts: readonly { row: number; from: number; to: number; trees: number }[],
  ) =>
    parts
      .map(({ row, from, to, trees }) =>
        trees === rowsOf.get(row) ? `${row}` : `${row} (pegs ${from} to ${to})`,
      )
      .join(', ');
</script>

<svelte:head><title>Water · Viridane</title></svelte:head>
<div class="screen">
  <section class="decide">
    <h2>How this block is watered</h2>
    <Select
      labelText="School"
      selected={terms.school}
      disabled={!data.mayPlan}
      on:update={(e) => set({ school: e.detail as WaterSchool })}
    >
      {#each WATER_SCHOOLS as school (school)}<SelectItem
          value={school}
          text={NAMES[school]}
        />{/each}
    </Select>
    <h2>Tank and hose</h2>
    {#each FIELDS as [part, label] (part)}
      <NumberField
        {label}
        unit={us ? 'gal' : 'L'}
        min={1}
        max={100_000}
        decimals={us ? 1 : 0}
        value={terms[part] / gallons}
        disabled={!data.mayPlan}
        onvalue={(value) => set({ [part]: value * gallons })}
      />
    {/each}
    <NumberField
      label="Drive there and back"
      unit="min"
      min={0}
      max={600}
      value={terms.drive}
      disabled={!data.mayPlan}
      onvalue={(drive) => set({ drive })}
    />
    <NumberField
      label="A tree takes, beside its water"
      unit="s"
      min={0}
      max={3600}
      value={terms.seconds}
      disabled={!data.mayPlan}
      onvalue={(seconds) => set({ seconds })}
    />
    <NumberField
      label="Wetted ring, radius"
      unit={us ? 'ft' : 'm'}
      min={us ? 0.2 : 0.06}
      max={us ? 9 : 3}
      decimals={2}
      value={us ? terms.ring / METRES_PER_FOOT : terms.ring}
      disabled={!data.mayPlan}
      onvalue={(value) => set({ ring: us ? value * METRES_PER_FOOT : value })}
    />
    <h2>A bucket with a hole</h2>
    <NumberField
      label="Wide"
      unit={us ? 'in' : 'cm'}
      min={1}
      max={200}
      decimals={1}
      value={bucket.wide / small}
      onvalue={(value) => (bucket.wide = value * small)}
    />
    <NumberField
      label="Hole"
      unit={us ? 'in' : 'mm'}
      min={0.01}
      max={50}
      decimals={2}
      value={us ? bucket.hole / 0.0254 : bucket.hole * 1000}
      onvalue={(value) => (bucket.hole = us ? value * 0.0254 : value / 1000)}
    />
    <NumberField
      label="Water over it"
      unit={us ? 'in' : 'cm'}
      min={1}
      max={200}
      decimals={1}
      value={bucket.high / small}
      onvalue={(value) => (bucket.high = value * small)}
    />
    <NumberField
      label="Hole over the bottom"
      unit={us ? 'in' : 'cm'}
      min={0}
      max={100}
      decimals={1}
      value={bucket.up / small}
      onvalue={(value) => (bucket.up = value * small)}
    />
    <p>
      Gives <b class="num">{litres(poured.gives)}</b> in
      <b class="num">{formatNumber(minutes, minutes < 10 ? 1 : 0)} min</b>, and all of that reaches
      the tree{#if bucket.up > 0}; the last <b class="num">{litres(poured.stays)}</b> stay in it{/if}.
      Ten seconds of your hose give {litres((terms.hose * 10) / 60)}.
    </p>
    <Outcome of={doing} />
  </section>
  <section class="drawing panel">
    {#if !water.zones.length}
      <p class="say">
        {data.planted
          ? 'No weather is known for these days. Import a weather file, or a typical year, under Calendar.'
          : 'Nothing stands here yet. Water is counted from the day the first tree goes in.'}
      </p>
    {:else}
      <h2>
        Water the roots can reach{water.zones.length > 1
          ? `, ${inWords(zoneSaid(water.driest!))}`
          : ''}: the schools side by side on the same weather
      </h2>
      {#each water.schools ?? [] as school (school.school)}
        <WaterStore
          title={NAMES[school.school]}
          days={school.days}
          dry={school.dry}
          shown={water.shown!}
          own={school.school === terms.school}
          outcome={school.rounds
            ? `${howMany(school.rounds, 'round')} · ${litres(school.litres)} a tree · ${howMany(school.suffered, 'day')} dry`
            : `${howMany(school.suffered, 'day')} dry`}
        />
      {/each}
      <p class="quiet">
        Dashed: half the store is gone, trees suffer under it. Right of the dotted line: the same
        days of the year whose rain was the middle one.
      </p>
      <div class="wide">
        <table class="ledger">
          <thead
            ><tr
              ><th>{water.zones.length > 1 ? 'All zones' : 'These days'}</th><th class="n"
                >Rounds</th
              ><th class="n">Water</th><th class="n">Tanks</th><th class="n">Hours</th><th class="n"
                >Days dry</th
              ><th class="n">Trees at risk</th></tr
            ></thead
          >
          <tbody>
            {#each water.schools ?? [] as { school, season } (school)}
              <tr class:own={school === terms.school}
                ><td>{NAMES[school]}</td><td class="n">{formatNumber(season.rounds)}</td><td
                  class="n">{litres(season.litres)}</td
                ><td class="n">{formatNumber(season.trips)}</td><td class="n"
                  >{formatNumber(season.hours)}</td
                ><td class="n">{formatNumber(season.suffered)}</td><td
                  class="n"
                  class:dry={season.atRisk > 0}>{formatNumber(season.atRisk)}</td
                ></tr
              >
            {/each}
          </tbody>
        </table>
      </div>
      <p class="quiet">
        Days dry: where most of them are. At risk: trees under the line for {RISKY_DAYS} days on end.
      </p>
      <div class="wide">
        <table class="ledger">
          <thead
            ><tr
              ><th>Zone</th><th>Soil</th><th class="n">Living trees</th><th class="n"
                >Within reach</th
              ><th class="n">Full</th><th>Next water</th></tr
            ></thead
          >
          <tbody>
            {#each water.zones as zone (zone.zone)}
              <tr
                ><td>{inWords(zoneSaid(zone))}</td><td>{zone.texture}</td><td class="n"
                  >{formatNumber(zone.trees)}</td
                ><td class="n" class:dry={zone.suffers}
                  >{formatRain(zone.now / 1000, units.system)}</td
                ><td class="n">{formatRain(zone.full / 1000, units.system)}</td><td
                  >{zone.next
                    ? `${formatDay(zone.next.day, true)}, ${litres(zone.next.litres)} a tree`
                    : 'none in sight'}</td
                ></tr
              >
            {/each}
          </tbody>
        </table>
      </div>
      {#if data.countedOn}<p class="quiet small">
          Trees counted dead on {formatDay(data.countedOn)} get none, nor a like share of those nobody
          looked at; what went into dead places since does.
        </p>{/if}
      <Instruments {data} />
    {/if}
  </section>
  <aside class="comes-to">
    <h2>Next round</h2>
    {#if data.boxes}<p class="say">
        {#if data.boxes.standing}{howMany(data.boxes.standing, 'reservoir box', 'reservoir boxes')}
          water their trees; {data.boxes.dry
            ? `the first ${data.boxes.dry < data.today ? 'has been dry since' : 'is dry on'} ${formatDay(data.boxes.dry, true)}`
            : 'rain keeps them full'}.
        {:else}Reservoir boxes water this block, and none is set yet.{/if}
        <a href="/blocks/{data.block.id}/crew/following">Round of filling</a>
      </p>{/if}
    {#if water.next}
      {@const next = water.next}
      <p class="next">
        Water {inWords(zoneSaid(next.zone))} by {formatDay(next.day, true)}, {away(next.away)}.
      </p>
      <p>
        {litres(next.litres)} a tree, {next.round.trips}
        {next.round.trips === 1 ? 'tank' : 'tanks'}, about {formatNumber(next.round.hours, 1)} h.
        {#each water.zones.filter(({ next: other, zone }) => !other && zone !== next.zone.zone) as zone (zone.zone)}
          {inWords(say('tending.zoneNone', { zone: zoneSaid(zone) }))}
        {/each}
      </p>
      <Figure
        label="Water"
        figure={{
          value: next.round.litres / 1000,
          kind: 'liquid',
          formula: 'living trees × litres a tree; litres = what the store lacks × wetted ring',
          steps: [
            { label: 'living trees', value: next.trees, kind: 'count' },
            { label: 'a tree', value: next.litres / 1000, kind: 'liquid' },
            { label: 'wetted ring, radius', value: terms.ring, kind: 'length' },
          ],
        }}
      />
      <Figure
        label="Hours"
        figure={{
          value: next.round.hours,
          kind: 'hours',
          formula: 'filling + driving + each tree’s own time + its water through the hose',
          steps: [
            { label: 'tanks', value: next.round.trips, kind: 'count' },
            { label: 'filled a minute', value: terms.flow / 1000, kind: 'liquid' },
            { label: 'driving, minutes a tank', value: terms.drive, kind: 'number' },
            { label: 'living trees', value: next.trees, kind: 'count' },
            { label: 'seconds a tree', value: terms.seconds, kind: 'number' },
            { label: 'hose, a minute', value: terms.hose / 1000, kind: 'liquid' },
          ],
        }}
      />
      {#if next.route}
        <Figure label="Way, all tanks" figure={next.route.metres} />
        <details>
          <summary>Tank by tank</summary>
          <div class="wide">
            <table class="ledger">
              <thead
                ><tr
                  ><th>Tank</th><th>Rows, in this order</th><th class="n">Trees</th><th class="n"
                    >Way</th
                  ></tr
                ></thead
              >
              <tbody>
                {#each next.route.trips.slice(0, TRIPS_SHOWN) as { parts, trees, metres }, i (i)}
                  <tr
                    ><td>{i + 1}</td><td class="num">{partsInWords(parts)}</td><td class="n"
                      >{formatNumber(trees)}</td
                    ><td class="n nowrap">{formatDistance(metres, units.system)}</td></tr
                  >
                {/each}
              </tbody>
            </table>
          </div>
          {#if next.route.trips.length > TRIPS_SHOWN}<p class="quiet">
              And {howMany(next.route.trips.length - TRIPS_SHOWN, 'tank')} more, on in the same order.
            </p>{/if}
          <p class="quiet">
            Filled where the briefing puts the gate, else at the first tree. A tank that spills on a
            slope turns over: drive along the rows only where the ground bears it.
          </p>
        </details>
      {/if}
      <p class="num">
        Rows {shortRanges(next.rows.map(({ number }) => number))}
      </p>
      <p>
        <a href="/field/{data.block.id}/water">Done row by row on the phone</a>, also without a
        signal.
      </p>
    {:else if water.zones.length}
      <p class="next">No zone needs water in the next ninety days.</p>
      <p class="quiet">
        By the balance on a middle year. A dry spell changes it: it is counted anew every day.
      </p>
    {:else}<p class="quiet">
        {data.planted
          ? 'Nobody can say before the weather of these days is known, or a typical year.'
          : 'No tree to water yet.'}
      </p>{/if}
    <p class="say caution">
      Never daily: roots that stand in water die. In heat people drink before trees do; a full tank
      on a slope tips.
    </p>
    <p class="quiet">
      Evaporation by Penman and Monteith where humidity and wind are known, by Hargreaves from
      temperatures else; the store by texture and root depth{water.ring
        ? `, the ring round a tree ${RING[water.ring]}`
        : ''}. Wetted radius {formatLength(terms.ring, units.system, 2)}.
    </p>
  </aside>
</div>

<style>
  .next {
    font-size: 21px;
    font-weight: 680;
    line-height: 1.25;
    margin: 0 0 8px;
  }
  .own td {
    font-weight: 650;
  }
  .dry {
    color: var(--clay);
    font-weight: 650;
  }
</style>
