<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { OpenTerms } from '$lib/parts/open-terms.svelte';
  import { spoken } from '$lib/parts/reader.svelte';
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import { onDestroy, untrack } from 'svelte';
  import { weatherYears, type FinishInput } from '$core/calendar/finish';
  import { inTurn, unpromised, type BlockToPlant } from '$core/calendar/supply';
  import { DAY_HOURS, learned, unsureOf } from '$core/crew/rates';
  import { FINISH_TERMS, type FinishTerms } from '$core/calendar/terms';
  import { addTo, daysBetween, formatDay } from '$core/measure/dates';
  import { formatNumber, formatPercent } from '$core/measure/units';
  import FinishChart from '$lib/charts/FinishChart.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import NeedNotWait from './NeedNotWait.svelte';
  import OwnDeliveries from './OwnDeliveries.svelte';
  import type { FinishAnswer, FinishTold } from '../../../../../workers/finish.worker';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const SEASONS = 10_000;
  function termsOf(kept?: FinishTerms) {
    const terms = { ...FINISH_TERMS, ...kept };
    return {
      ...terms,
      until: terms.until && terms.until >= data.start ? terms.until : data.until,
      planters: terms.planters ?? data.planters,
      rate: terms.rate ?? Math.round(data.rate),
    };
  }
  const form = untrack(
    () =>
      new OpenTerms(
        data.block,
        ({ finish }) => ({ finish }),
        (kept) => termsOf(kept.finish),
      ),
  );
  const terms = $derived(form.shown);
  /** What the crew has by its rows and tallies, whatever somebody kept here. */
  const ofCrew = $derived({ planters: data.planters, rate: Math.round(data.rate) });
  /** What somebody typed for the season is wrong as a typed rate is; the crew's own by what its days leave open. */
  const unsure = $derived(
    terms.rate === ofCrew.rate
      ? data.unsure
      : unsureOf(new Map([['typed', learned(terms.rate / DAY_HOURS, [])]])),
  );
  let withStock = $state(true);
  let answer = $state<FinishAnswer>();
  let asked = $state<FinishInput>();
  let progress = $state<number>();
  let wrong = $state('');
  let worker: Worker | undefined;

  /** The days known, unpacked: '1' fit for planting, '0' not, '-' nobody knows. */
  const daysOf = ({ from, signs }: PageData['days']) =>
    Array.from(signs, (sign, i) => ({ sign, day: addTo(from, { days: i }) }))
      .filter(({ sign }) => sign !== '-')
      .map(({ sign, day }) => ({ day, share: Number(sign) }));
  /** Whether the other blocks take their turn with the same hands. */
  let shared = $state(false);
  /** Deliveries of the leader's own choice in place of the promised ones. */
  let own = $state<{ day: string; trees: number }[]>();
  let parts = $state(0);
  const first = $derived(
    data.blocks.reduce((day, { from }) => (from < day ? from : day), data.start),
  );
  const mine = $derived<BlockToPlant>({ ...data.blocks[0], until: terms.until });
  const played = $derived(
    inTurn(
      [
        own ? { ...mine, onHand: 0, deliveries: own } : mine,
        ...(shared ? data.blocks.slice(1) : []),
      ],
      // The first that is planted opens the season.
      shared ? first : data.start,
      withStock,
    ),
  );
  function inputOf(
    turn: (typeof played)[number],
    start = shared ? first : data.start,
  ): FinishInput {
    return {
      start,
      until: turn.block.until,
      crews: [
        {
          name: turn.block.name,
          trees: turn.trees,
          planters: terms.planters,
          rate: terms.rate,
          spread: 0.15,
          unsure,
          absence: terms.absence,
          breakdown: terms.breakdown,
        },
      ],
      weather: weatherYears(daysOf(data.days), start),
      blockDays: 5,
      week: [true, true, true, true, true, terms.saturday, false],
      // All there from the first day is no delivery.
      deliveries: turn.deliveries.every(({ day }) => day === start) ? [] : turn.deliveries,
      keeps: terms.keeps,
      seasons: SEASONS,
      seed: `${data.block.id} ${start}`,
    };
  }
  function stop() {
    worker?.terminate();
    worker = undefined;
    progress = undefined;
  }
  function play() {
    stop();
    wrong = '';
    const turn = played.find(({ block }) => block.id === data.block.id);
    // Nothing is left to plant: the page says so already.
    if (!turn || !data.days.signs.length) return;
    try {
      const input = inputOf(turn);
      const turns = shared ? played.map((one) => ({ id: one.block.id, input: inputOf(one) })) : [];
      progress = 0;
      worker = new Worker(new URL('../../../../../workers/finish.worker.ts', import.meta.url), {
        type: 'module',
      });
      worker.onmessage = ({ data: told }: MessageEvent<FinishTold>) => {
        if ('progress' in told) progress = told.progress;
        else {
          if ('said' in told) wrong = spoken(told);
          else if ('error' in told) wrong = told.error;
          else [answer, asked] = [told.answer, input];
          stop();
        }
      };
      const [single] = inTurn([mine], data.start, false);
      worker.postMessage({ input, turns, alone: inputOf(single, data.start), parts });
    } catch (error) {
      wrong = spoken(error);
      progress = undefined;
    }
  }
  /** What is played from, as the page has it now: seasons are played anew when it moves on. */
  const facts = $derived(
    JSON.stringify([data.start, data.trees, data.blocks, data.days, data.planters, data.rate]),
  );
  let playedFrom = '';
  $effect(() => {
    const { block } = data;
    const now = facts;
    untrack(() => {
      const followed = form.follow(block);
      if (!followed && now === playedFrom) return;
      playedFrom = now;
      if (data.trees > 0 && data.days.signs.length) play();
    });
  });
  onDestroy(stop);
  /** What is as the crew has it is not kept: it goes on following the crew. */
  function ownTerms() {
    const own: FinishTerms = $state.snapshot(terms);
    if (own.planters === ofCrew.planters) delete own.planters;
    if (own.rate === ofCrew.rate) delete own.rate;
    if (own.until === data.until) delete own.until;
    return own;
  }
  const keep = async () => {
    wrong = '';
    try {
      await form.keep(data.block, { finish: ownTerms() });
    } catch (error) {
      wrong = spoken(error);
    }
  };
  const open = $derived(unpromised(own ? { ...mine, onHand: 0, deliveries: own } : mine));
  const waitDays = (days: number) => howMany(days, 'day');
  const NUMBERS = [
    ['planters', 'Planters', 1, 500, 1],
    ['rate', 'Trees a planter sets a day', 1, 20000, 'any'],
    ['keeps', 'Days a delivery may wait', 1, 200, 1],
  ] as const;
  const SHARES = [
    ['absence', 'Away on so many days, %'],
    ['breakdown', 'Machine stands still, % of days'],
  ] as const;
</script>

<svelte:head><title>Will we finish? · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    {#if !data.trees}
      <p class="say">
        {data.laid
          ? 'Every tree of the layout is in the ground.'
          : 'There is no layout yet. Save one under Rows, and its trees are counted here.'}
      </p>
    {:else if !data.days.signs.length}
      <p class="say">
        There is no weather to play seasons from. Bring a weather file or a typical year under
        <a href="/blocks/{data.block.id}/calendar/windows">Windows</a>.
      </p>
    {:else}
      <h2>
        {howMany(data.trees, 'tree')} from {formatDay(data.start, true)}, {formatNumber(SEASONS)} seasons
        played
      </h2>
      {#if answer && asked}
        <p class="chance" data-testid="chance">
          <span class="big">{formatPercent(answer.inTime)}</span>
          {data.block.name} by {formatDay(asked.until, true)}
        </p>
        {#if withStock && open}
          <p class="say stop">
            {formatNumber(open)} of its trees are promised by nobody. They are taken to be there;
            <a href="/blocks/{data.block.id}/stock/order">order them</a>, or it will not be so.
          </p>
        {/if}
        {#if answer.turns.length}
          <h2>All blocks with the same hands, in turn</h2>
          <table class="ledger">
            <thead
              ><tr
                ><th>Block</th><th>From</th><th class="n">Trees</th><th>By</th><th class="n"
                  >In time</th
                ><th>Nine in ten by</th></tr
              ></thead
            >
            <tbody>
              {#each answer.turns as { id, inTime, ninety } (id)}
                {@const block = played.find((one) => one.block.id === id)?.block}
                {#if block}<tr class:on={id === data.block.id}
                    ><td>{block.name}</td><td>{formatDay(block.from, true)}</td><td class="n"
                      >{formatNumber(block.trees)}</td
                    ><td>{formatDay(block.until, true)}</td><td class="n"
                      ><b class:late={inTime < 0.5}>{formatPercent(inTime)}</b></td
                    ><td>{ninety ? formatDay(ninety, true) : 'not within the year'}</td></tr
                  >{/if}
              {/each}
            </tbody>
          </table>
        {/if}
        <FinishChart byDay={answer.byDay} start={asked.start} until={asked.until} />
        <p class="sum">
          {#if answer.half}Half the seasons end by {formatDay(answer.half)}{answer.ninety
              ? `, nine in ten by ${formatDay(answer.ninety, true)}`
              : ''}.{/if}
          {#if answer.inTime < 0.995}In the late ones weather takes {formatPercent(
              answer.binds.weather,
            )} of the days, hands {formatPercent(answer.binds.hands)}, stock {formatPercent(
              answer.binds.stock,
            )}.{/if}
        </p>
        {#if asked.deliveries.length}<p class="sum">
            A delivery waits {waitDays(answer.waited.median)} in half the seasons, {waitDays(
              answer.waited.most,
            )} in one of ten{answer.waitedTooLong > 0.005
              ? `; longer than it keeps in ${formatPercent(answer.waitedTooLong)}`
              : ''}.
          </p>{/if}
        {#if answer.plan}
          <NeedNotWait
            plan={answer.plan}
            keeps={terms.keeps}
            onchoose={(deliveries) => (own = deliveries)}
          />
        {/if}
        {#if own}
          <OwnDeliveries
            bind:deliveries={own}
            trees={data.trees}
            start={data.start}
            onplay={play}
            onpromised={() => {
              own = undefined;
              play();
            }}
          />
        {/if}
      {/if}
    {/if}
    {#if progress !== undefined}
      <div class="playing" role="status">
        <progress value={progress} max="1" aria-label="Seasons played"></progress>
        <Button size="small" kind="ghost" on:click={stop}>Stop</Button>
      </div>
    {/if}
    {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
  </section>
  <aside class="comes-to">
    {#if answer || (data.trees > 0 && data.days.signs.length)}
      <!-- The place is kept while the seasons are played: what is typed below does not move away. -->
      <h2>Hands</h2>
      <Figure
        label="Planters for 90 %"
        figure={{
          value: answer?.planters90 ?? NaN,
          kind: 'count',
          formula: 'the fewest with which nine in ten of 1 500 seasons end in time',
          steps: [
            { label: 'now', value: terms.planters, kind: 'count' },
            { label: 'trees a planter and day', value: terms.rate, kind: 'count' },
            {
              label: 'days of the window',
              value: daysBetween(data.start, terms.until) + 1,
              kind: 'count',
            },
          ],
        }}
      />
      <p class="figure-line">
        <span>for 97 %</span><b class="num"
          >{!answer
            ? '–'
            : answer.planters97 === undefined
              ? 'more than 120'
              : formatNumber(answer.planters97)}</b
        >
      </p>
    {/if}
    <h2>What is played</h2>
    <form onsubmit={(event) => (event.preventDefault(), play())}>
      <label class="field"
        >Window ends <input
          type="date"
          min={data.start}
          max={addTo(data.start, { days: 360 })}
          bind:value={terms.until}
          required
        /></label
      >
      {#each NUMBERS as [key, label, min, max, step] (key)}
        <label class="field"
          >{label}
          <NumberBox {min} {max} {step} bind:value={terms[key]} required /></label
        >
        {#if key !== 'keeps' && terms[key] !== ofCrew[key]}
          <p class="quiet small">
            The crew {key === 'planters' ? 'has' : 'sets'}
            {formatNumber(ofCrew[key])}.
            <button class="link-button" type="button" onclick={() => (terms[key] = ofCrew[key])}
              >Follow the crew</button
            >
          </p>
        {/if}
      {/each}
      {#each SHARES as [key, label] (key)}
        <label class="field"
          >{label}
          <NumberBox
            min="0"
            max="90"
            value={Math.round(terms[key] * 100)}
            onvalue={(typed) => (terms[key] = typed / 100)}
            required
          /></label
        >
      {/each}
      <label class="tick"
        ><input type="checkbox" bind:checked={terms.saturday} /> Saturdays too</label
      >
      <label class="tick"
        ><input type="checkbox" bind:checked={withStock} /> With the stock on hand and promised</label
      >
      {#if data.blocks.length > 1}<label class="tick"
          ><input type="checkbox" bind:checked={shared} /> All {data.blocks.length} blocks with these
          hands</label
        >{/if}
      <Select
        labelText="Deliveries"
        size="sm"
        selected={String(parts)}
        on:update={(e) => (parts = Number(e.detail))}
      >
        <SelectItem value="0" text="as few as keep" />
        {#each [1, 2, 3, 4, 6, 8, 12] as number (number)}<SelectItem
            value={String(number)}
            text={String(number)}
          />{/each}
      </Select>
      <div class="buttons">
        <Button type="submit" size="small">Play the seasons</Button>
        {#if data.mayPlan}<Button size="small" kind="ghost" on:click={keep}>Keep these</Button>{/if}
      </div>
    </form>
    <p class="quiet small">
      {data.ownRate
        ? `The rate is the crew’s own, from its tallies: ${formatNumber(Math.round(data.rate))} trees in the ${formatNumber(data.hours, 1)} h that a planter’s day had of late.`
        : 'The rate is the usual one of this way of planting, or as typed for the planters; it follows the tallies from the first day on.'}
      It may be wrong by {formatPercent(unsure)} all season long, and days differ by 15 %: both are played.
      Weather is drawn in blocks of five days, a week earlier or later, from {data.source === 'file'
        ? 'the years on record'
        : 'the typical year'}. The same question has the same answer.
    </p>
    <p class="say caution">No finishing day is worth a planter out in lightning, storm or heat.</p>
  </aside>
</div>

<style>
  .chance {
    margin: 0 0 8px;
    font-size: 16px;
  }
  .sum {
    margin: 6px 0;
    max-width: 70ch;
  }
  .playing {
    display: flex;
    gap: 14px;
    align-items: center;
    margin: 14px 0;
  }
  progress {
    width: 260px;
    accent-color: var(--viridian);
  }
  .tick {
    display: flex;
    gap: 8px;
    align-items: center;
    font-size: 14px;
    min-height: 30px;
  }
  .tick input {
    accent-color: var(--viridian);
    width: 18px;
    height: 18px;
  }
  .late {
    color: var(--clay);
    font-weight: 650;
  }
  .small {
    font-size: 13px;
  }
</style>
