<script lang="ts">
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { OpenTerms } from '$lib/parts/open-terms.svelte';
  import { spoken } from '$lib/parts/reader.svelte';
  import { Button } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { ripPlan, RIP_TERMS, type RipTerms } from '$core/calendar/ripping';
  import { weekOf } from '$core/calendar/windows';
  import { addTo, formatDay, formatSpan } from '$core/measure/dates';
  import { rangesOf } from '$core/measure/ranges';
  import { formatDistance, formatNumber, formatPercent, WIND } from '$core/measure/units';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import type { WorkTerms } from '$core/calendar/works';
  import Works from './Works.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  /** Kilometres an hour are kept; this many of what is shown make one. */
  const ofKmh = $derived(1 / 3.6 / WIND[units.system].metresPerSecond);
  const form = untrack(
    () =>
      new OpenTerms(
        data.block,
        ({ ripping, works }) => ({ ripping, works }),
        (kept) => ({
          ripping: { ...RIP_TERMS, ...kept.ripping } as RipTerms,
          works: { ...kept.works } as WorkTerms,
        }),
      ),
  );
  $effect(() => {
    const { block } = data;
    untrack(() => form.follow(block));
  });
  const terms = $derived(form.shown.ripping);
  const rows = $derived(
    data.rows.map(({ number, metres }) => ({ number, metres: new Map(metres) })),
  );
  const worked = $derived.by(() => {
    try {
      return { plan: ripPlan(rows, new Set(data.wet), terms) };
    } catch (error) {
      return { error: spoken(error) };
    }
  });
  const plan = $derived(worked.plan);
  const dryRows = $derived(plan?.order.filter(({ wet }) => !wet).map(({ row }) => row) ?? []);
  const wetRows = $derived(plan?.order.filter(({ wet }) => wet).map(({ row }) => row) ?? []);
  const dryShare = $derived(data.dry && data.task ? data.dry[weekOf(data.task.start)] : undefined);
  /** The driest weeks of the year, to move to. */
  const driest = $derived.by(() => {
    if (!data.dry) return undefined;
    const top = Math.max(...data.dry);
    if (top < 0.2) return undefined;
    const week = data.dry.indexOf(top);
    return { day: addTo('2026-01-01', { days: week * 7 }), share: top };
  });
  const doing = new Doing();
  let told = $state('');
  const keep = () =>
    doing.run(async () => {
      await form.keep(data.block, $state.snapshot(form.shown));
      told = 'Kept; tasks and materials count with it.';
    });
  const NUMBERS = [
    ['passes', 'Passes', 1],
    ['turn', 'Minutes a turn', 0.5],
  ] as const;
</script>

<svelte:head><title>Ground work · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <Works
      ground={data.works}
      days={data.workDays}
      terms={form.shown.works}
      editable={data.mayPlan}
      block={data.block.id}
      onchange={(next) => (form.shown.works = next)}
    />
    <h2>Ripping</h2>
    {#if !data.task}<p class="say">
        The method of this block does not rip. <a href="/blocks/{data.block.id}/method"
          >The method</a
        >
        decides; the figures below hold if it did.
      </p>{/if}
    {#if worked.error}<p class="say stop" role="alert">{worked.error}</p>{/if}
    {#if plan && data.rows.length}
      <h2>By zone</h2>
      <table class="ledger">
        <thead
          ><tr><th>Zone</th><th class="n">To drive</th><th class="n">Hours</th><th>Soil</th></tr
          ></thead
        >
        <tbody>
          {#each plan.byZone as { zone, metres, hours } (zone)}<tr
              ><td>{zone || 'outside the zones'}</td><td class="n"
                >{formatDistance(metres, units.system)}</td
              ><td class="n">{formatNumber(hours, 1)}</td><td class="quiet"
                >{data.wet.includes(zone)
                  ? 'stands wet: last, and only when it bears'
                  : 'dry, so that it shatters'}</td
              ></tr
            >{/each}
        </tbody>
      </table>
      <h2>Order of rows</h2>
      <p>
        There and back in turn, from row {plan.order[0].row}: rows {rangesOf(
          dryRows,
          6,
        )}{wetRows.length ? `; then, last, the wet ones: ${rangesOf(wetRows, 6)}` : ''}.
      </p>
      {#if !wetRows.length && data.wetRows}<p class="quiet">
          Rows {data.wetRows} cross wet ground; lift the tine there when it smears.
        </p>{/if}
    {:else if !data.rows.length}<p class="say">
        There is no layout yet. Rows are ripped as they are planted: save them first.
      </p>{/if}
    <h2>State of the soil</h2>
    <p>
      {#if data.task}In the calendar it stands at {formatSpan(
          data.task.start,
          data.task.finish,
        )}.{/if}
      {#if dryShare !== undefined}The ground is dry then on {formatPercent(dryShare)} of the days on record.{/if}
      {#if driest && (dryShare === undefined || dryShare < driest.share - 0.2)}It is driest about {formatDay(
          driest.day,
        )}, on {formatPercent(driest.share)} of the days.{/if}
      {#if !data.dry}Bring a weather file under <a href="/blocks/{data.block.id}/calendar/windows"
          >Windows</a
        >, and it says how often the ground is dry then.{/if}
    </p>
    <p class="quiet">
      Dry soil shatters and stores the winter’s rain; wet soil smears and closes. Dig a hand’s
      depth: a ball that can be rolled to a thread is too wet.
    </p>
  </section>
  <aside class="comes-to">
    {#if plan}
      <h2>Ripping comes to</h2>
      <Figure label="To drive" figure={plan.metres} />
      <Figure label="Hours" figure={plan.hours} />
    {/if}
    <h2>How it is driven</h2>
    {#each NUMBERS as [key, label, step] (key)}
      <label class="field">{label} <NumberBox min="0" {step} bind:value={terms[key]} /></label>
    {/each}
    <label class="field"
      >Speed, {WIND[units.system].unit}
      <NumberBox
        min="0"
        step="any"
        bind:value={
          () => Number((terms.speed * ofKmh).toPrecision(3)),
          (typed) => typed && (terms.speed = typed / ofKmh)
        }
      /></label
    >
    <label class="field"
      >Tine in the ground, % of the hours
      <NumberBox
        min="5"
        max="100"
        value={Math.round(terms.efficiency * 100)}
        onvalue={(typed) => (terms.efficiency = typed / 100)}
      /></label
    >
    {#if data.mayPlan}<div class="buttons">
        <Button size="small" on:click={keep}>Keep these</Button>
      </div>{/if}
    <Outcome of={doing} />
    {#if told}<p class="say good" role="status">{told}</p>{/if}
    <p class="say caution">
      Services located and marked before any tine goes in; slopes as the maker’s manual allows;
      nobody rides along. Overhead lines: mind the mast.
    </p>
  </aside>
</div>
