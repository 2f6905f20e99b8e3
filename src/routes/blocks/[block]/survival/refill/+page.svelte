<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Button, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { v7 as uuid } from 'uuid';
  import { goto, invalidate } from '$app/navigation';
  import { formatDay } from '$core/measure/dates';
  import { rangesOf, shortRanges } from '$core/measure/ranges';
  import { formatDensity, formatNumber, formatPercent } from '$core/measure/units';
  import { Doing } from '$lib/parts/doing.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { inWords } from '$lib/parts/reader.svelte';
  import { CommandError, newEvent, send } from '$lib/parts/send.svelte';
  import type { Given } from '$lib/rooms/contracts';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const doing = new Doing();
  const plan = $derived(data.plan);
  const card = (id: string) => data.species.find((one) => one.id === id)!;
  let plantOn = $state(untrack(() => data.proposed));
  let nursery = $state('');
  let days = $state<number | null>(untrack(() => data.days));
  /** Trees to order by species, where the leader says otherwise. */
  let typed = $state<Record<string, number>>({});
  const toOrder = $derived(
    (plan?.species ?? []).map((one) => ({ ...one, order: typed[one.id] ?? one.order })),
  );
  const total = $derived(toOrder.reduce((sum, { order }) => sum + order, 0));
  /** Places known and foretold, and trees on top of them so that they suffice. */
  const wanted = $derived(plan ? plan.need.known + plan.need.summed + plan.need.expected : 0);
  const spare = $derived(plan ? plan.need.order.value - wanted : 0);
  const nameIn = (row: { speciesId: string }[]) =>
    [...new Set(row.map(({ speciesId }) => card(speciesId).name.toLowerCase()))].join(', ');
  let all = $state(false);
  const shown = $derived(
    (plan?.rows ?? []).filter(({ pegs }) => pegs.length).slice(0, all ? undefined : 12),
  );
  const more = $derived((plan?.rows ?? []).filter(({ pegs }) => pegs.length).length - shown.length);
  /** What was expected in rows that nobody counted may be more than there was. */
  const tick = (kind: 'done' | 'undone') =>
    doing.run(async () => {
      await send('calendar.task', {
        ...newEvent(),
        ...{ blockId: data.block.id, task: data.state!.task, kind, day: data.today },
      });
    });
  /** Where somebody else decided meanwhile, theirs shows at once. */
  async function attempt(decision: Given<'survival.refill'>) {
    try {
      return await send('survival.refill', decision);
    } catch (error) {
      if (error instanceof CommandError && error.more.said?.key === 'survival.refillMeanwhile')
        await invalidate('viridane:survival');
      throw error;
    }
  }
  const decide = () =>
    doing.run(async () => {
      const { number } = await attempt({
        ...newEvent(),
        ...{ layoutId: data.layoutId!, chance: data.chance, plantOn, days: days ?? 1, nursery },
        edition: data.state?.number ?? 0,
        rows: plan!.rows,
        toOrder: toOrder
          .filter(({ order }) => order > 0)
          .map(({ id, order }) => ({ id: uuid(), speciesId: id, count: order })),
      });
      doing.told = [
        `Refill ${number} is on the order, on the calendar and on the planters’ phones.`,
      ];
    });
</script>

<svelte:head><title>Refill · Viridane</title></svelte:head>
{#if !plan || !data.verdict}
  <div class="panel">
    <p class="say">
      A refill is worked out from rows that were counted tree by tree: <a
        href="/field/{data.block.id}/count">count them on the phone</a
      >.
    </p>
  </div>
{:else}
  <div class="screen two">
    <section class="panel">
      {#if data.state}
        <p class="say" class:good={data.state.over || data.state.set >= data.state.places}>
          <b>Refill {data.state.number}, {formatDay(data.state.plantOn, true)}:</b>
          {formatNumber(data.state.set)} of {formatNumber(data.state.places)} places set,
          {howMany(data.state.ordered, 'tree')} on the order.
          {#if data.state.over}That was all of it.{:else if data.state.left.length}Rows {rangesOf(
              data.state.left,
            )} wait.{/if}
          <a href="/field/{data.block.id}/refill">On the phone</a>,
          <a
            href="/blocks/{data.block.id}/survival/refill/cards.pdf"
            target="_blank"
            rel="noreferrer">row cards to print</a
          >.
          {#if data.mayTick && (data.state.over || data.state.set < data.state.places)}<button
              class="link-button"
              disabled={doing.busy}
              onclick={() => tick(data.state!.over ? 'undone' : 'done')}
              >{data.state.over ? 'There is more to set' : 'That was all of it'}</button
            >{/if}
        </p>
      {/if}
      <h2>Dead places to fill, by row and peg</h2>
      {#if shown.length}
        <table class="ledger">
          <thead><tr><th>Row</th><th class="n">Places</th><th>Pegs</th><th>With</th></tr></thead>
          <tbody>
            {#each shown as { row, pegs } (row)}
              <tr
                ><td><b>{row}</b></td><td class="n">{pegs.length}</td><td class="num pegs"
                  >{shortRanges(
                    pegs.map(({ peg }) => peg),
                    Infinity,
                  )}</td
                ><td>{nameIn(pegs)}</td></tr
              >
            {/each}
          </tbody>
        </table>
        {#if more > 0 || all}<button
            class="link-button"
            aria-expanded={all}
            onclick={() => (all = !all)}
            >{all ? 'Show fewer' : `Show ${howMany(more, 'row')} more`}</button
          >{/if}
        <p class="quiet">
          Of each ten pegs only as many are filled as the target asks, the widest gaps first; what
          lives stays. {howMany(plan.counted, 'row')}
          {plan.counted === 1 ? 'was' : 'were'} counted; the other {plan.uncounted} are walked, and what
          is dead there is filled.
        </p>
      {:else if plan.counted}<p class="quiet">
          No counted stretch holds fewer living trees than were asked for.
        </p>
      {/if}
      {#if plan.need.summed}
        <p>
          <b
            >{howMany(plan.need.summed, 'place')} in {howMany(plan.summed, 'row')} counted as a sum:</b
          >
          how many is known, and not where. Whoever carries the trees finds them on the way.
          <a href="/field/{data.block.id}/count">Counted tree by tree on the phone</a>, they stand
          here by peg.
        </p>
      {:else if plan.summed && !plan.counted}<p class="quiet">
          No counted row holds fewer living trees than were asked for. Rows counted as a sum do not
          tell whether their dead stand together; <a href="/field/{data.block.id}/count"
            >count tree by tree on the phone</a
          > to see that.
        </p>
      {/if}
      {#if plan.again.length}
        <h2>Not again there</h2>
        <ul class="again">
          {#each plan.again as { zone, species, lives, by } (`${zone} ${species}`)}
            <li>
              <b
                >{species}{zone === 'elsewhere'
                  ? ' outside the zones'
                  : zone
                    ? ` in “${zone}”`
                    : ''}</b
              >: {formatPercent(lives)} lived, less than the others beyond chance.
              {by ? `${by.species} goes there instead (${formatPercent(by.lives)} lived).` : ''}
            </li>
          {/each}
        </ul>
      {/if}
      {#if data.role === 'leader' && plan.need.order.value > 0}
        <h2>To order</h2>
        <div class="order">
          {#each toOrder as { id, known, order } (id)}
            <NumberField
              label="{card(id).name}, {formatNumber(known)} known"
              unit="trees"
              min={0}
              max={1_000_000}
              value={order}
              onvalue={(n) => (typed = { ...typed, [id]: n })}
            />
          {/each}
        </div>
        <form class="decision" onsubmit={(event) => (event.preventDefault(), void decide())}>
          <TextInput labelText="Nursery" bind:value={nursery} maxlength={80} />
          <TextInput labelText="Planted from" type="date" min={data.today} bind:value={plantOn} />
          <NumberField label="Days it takes" min={1} max={200} bind:value={days} />
          <Button type="submit" disabled={!nursery.trim() || !total}
            >{data.state ? 'Decide anew' : 'Decide'}: {howMany(total, 'tree')}</Button
          >
        </form>
        {#if data.state}<p class="quiet">
            A new decision takes the place of refill {data.state.number} on the phones; its lines of the
            order and its task stay until you drop them.
          </p>{/if}
        <Outcome of={doing} />
      {/if}
    </section>
    <aside class="comes-to">
      <h2>To order</h2>
      <div>
        <span class="big">{formatNumber(plan.need.order.value)}</span><span class="unit">trees</span
        >
      </div>
      <p class="num quiet">
        {howMany(plan.need.known + plan.need.summed, 'place')} known, about {formatNumber(
          plan.need.expected,
        )} more in rows nobody counted; suffices with {formatPercent(data.chance)}.
      </p>
      {#if spare > wanted / 2}<p>
          {formatNumber(spare)} of them are for what {howMany(
            plan.counted + plan.summed,
            'counted row',
          )}
          {plan.counted + plan.summed === 1 ? 'leaves' : 'leave'} open. Count more, and fewer need be
          ordered.
        </p>{/if}
      <Figure label="Trees to order" figure={plan.need.order} />
      <NumberField
        label="Chance that they suffice"
        unit="%"
        min={50}
        max={99}
        value={Math.round(data.chance * 100)}
        onvalue={(percent) => goto(`?chance=${percent}`, { keepFocus: true, noScroll: true })}
      />
      <h2>Refill at all?</h2>
      <p><b>{inWords(data.verdict.refill.sentence)}</b></p>
      <p class="quiet">
        Asked for: {formatDensity(data.verdict.target, units.system)} living. Refilled trees need watering
        and weeding like first ones, and more light than their neighbours leave after the third year.
      </p>
    </aside>
  </div>
{/if}

<style>
  .pegs {
    max-width: 420px;
  }
  .again {
    max-width: 720px;
    padding-left: 20px;
  }
  .order {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
    gap: 10px 16px;
    max-width: 760px;
  }
  .decision {
    display: grid;
    grid-template-columns: minmax(160px, 1fr) 160px 120px auto;
    gap: 12px;
    align-items: end;
    max-width: 760px;
    margin: 14px 0 10px;
  }
  @media (max-width: 700px) {
    .decision {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
