<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Button } from 'carbon-components-svelte';
  import { goto } from '$app/navigation';
  import { addTo, formatDay } from '$core/measure/dates';
  import { formatNumber } from '$core/measure/units';
  import { Doing } from '$lib/parts/doing.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const doing = new Doing();
  const names = $derived(new Map(data.names));
  const money = (value: number) =>
    `${formatNumber(value, 2)}${data.currency ? ` ${data.currency}` : ''}`;
  const show = (from: string, to: string) =>
    void goto(`?from=${from}&to=${to}`, { keepFocus: true, noScroll: true });
  const failing = $derived(data.lines.filter((line) => line.failing > 0));
  const total = $derived({
    value: data.totals.reduce((sum, { pay }) => sum + pay, 0),
    kind: 'money' as const,
    formula: 'the lines of each planter, each rounded to a hundredth',
    steps: data.totals.map(({ planter, pay }) => ({
      label: names.get(planter) ?? '',
      value: pay,
      kind: 'money' as const,
    })),
  });
  const otherwise = $derived(data.totals.reduce((sum, entry) => sum + entry.otherwise, 0));
  const without = $derived(data.totals.filter(({ withoutRate }) => withoutRate));
  const unclocked = $derived(
    data.lines.filter(({ kind, clocked, trees }) => kind === 'hour' && !clocked && trees > 0),
  );
  let picked = $state<string>();
  const line = $derived(data.lines.find(({ planter, day }) => `${day} ${planter}` === picked));
  const decide = (planter: string, day: string, counts: boolean) =>
    doing.run(() =>
      send('crew.payDecision', {
        ...newEvent(),
        ...{ siteId: data.siteId, planterId: planter, day, counts, note: '' },
      }),
    );
</script>

<svelte:head><title>Pay sheet · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <h2>Pay sheet, all blocks</h2>
    <form
      class="dates"
      onsubmit={(e) => {
        e.preventDefault();
        const form = new FormData(e.currentTarget);
        show(String(form.get('from')), String(form.get('to')));
      }}
    >
      <label>From <input type="date" name="from" value={data.from} required data-forget /></label>
      <label>to <input type="date" name="to" value={data.to} required data-forget /></label>
      <Button size="small" kind="tertiary" type="submit">Show</Button>
      <button
        type="button"
        class="link-button"
        onclick={() => show(addTo(data.from, { days: -7 }), addTo(data.from, { days: -1 }))}
        >week before</button
      >
      <a class="link-button" href="pay.csv?from={data.from}&to={data.to}" download>CSV</a>
    </form>
    {#if data.turned}<p class="say stop" role="alert">
        The sheet would end on {formatDay(data.to, true)}, before it begins on {formatDay(
          data.from,
          true,
        )}. A first day before the last is accepted.
      </p>{/if}
    <Outcome of={doing} />
    <div class="wide">
      <table class="ledger">
        <thead
          ><tr
            ><th>Day</th><th>Planter</th><th class="n">Hours</th><th class="n">Trees</th><th
              class="n">Looked at</th
            ><th class="n">Would fail</th><th class="n">Paid for</th><th class="n">Pay</th><th
              class="n">Otherwise</th
            ><th></th></tr
          ></thead
        >
        <tbody>
          {#each data.lines as entry (`${entry.day} ${entry.planter}`)}
            <tr>
              <td class="num">{formatDay(entry.day)}</td>
              <td>{names.get(entry.planter) ?? ''}</td>
              <td class="n">{entry.clocked ? formatNumber(entry.hours, 1) : '–'}</td>
              <td class="n">{formatNumber(entry.trees)}</td>
              <td class="n">{entry.looked || '–'}</td>
              <td class="n" class:bad={entry.failing > 0}>{entry.failing || '–'}</td>
              <td class="n"
                >{entry.kind === 'piece'
                  ? howMany(entry.paidFor, 'tree')
                  : entry.kind === 'hour'
                    ? entry.clocked
                      ? `${formatNumber(entry.paidFor, 1)} h`
                      : 'no hours clocked'
                    : 'no rate'}</td
              >
              <td class="n"
                ><button
                  class="link-button"
                  onclick={() => (picked = `${entry.day} ${entry.planter}`)}
                  >{money(entry.pay.value)}<span class="visually-hidden">, its working</span
                  ></button
                ></td
              >
              <td class="n quiet">{entry.failing ? money(entry.otherwise) : ''}</td>
              <td
                >{#if entry.failing && entry.kind === 'piece'}<button
                    class="link-button"
                    onclick={() => decide(entry.planter, entry.day, !entry.counts)}
                    >{entry.counts ? 'Do not pay what fails' : 'Pay all'}<span
                      class="visually-hidden"
                    >
                      of {names.get(entry.planter)} on {formatDay(entry.day)}</span
                    ></button
                  >{/if}</td
              >
            </tr>
          {:else}<tr
              ><td colspan="10" class="quiet"
                >Nothing was planted or clocked from {formatDay(data.from)} to {formatDay(
                  data.to,
                )}.</td
              ></tr
            >{/each}
        </tbody>
      </table>
    </div>
  </section>
  <aside class="comes-to panel">
    <h2>To pay</h2>
    <div>
      <span class="big num" data-testid="pay">{formatNumber(total.value, 2)}</span><span
        class="unit">{data.currency || 'in your money'}</span
      >
    </div>
    <Figure label="By planter" figure={total} />
    {#if failing.length}
      <p class="say">
        Checks would fail {formatNumber(failing.reduce((sum, entry) => sum + entry.failing, 0))} trees
        of these days, by their share in the plots. The other way round it would be {money(
          otherwise,
        )}. Whether they are paid is yours to say, day by day.
      </p>
    {/if}
    {#if without.length}
      <p class="say stop">
        No pay is set for {without.map(({ planter }) => names.get(planter)).join(', ')}. Set it
        under <a href="people">Planters</a>.
      </p>
    {/if}
    {#if unclocked.length}
      <p class="say stop">
        Paid by the hour, planted, and clocked no hours:
        {#each unclocked.slice(0, 12) as { planter, day }, i (`${day} ${planter}`)}{i
            ? ', '
            : ''}{names.get(planter)} on
          <a href="tally?day={day}">{formatDay(day)}</a>{/each}{unclocked.length > 12
          ? ` and ${howMany(unclocked.length - 12, 'day')} more`
          : ''}. Their hours are entered on the tally sheet of the day.
      </p>
    {/if}
    {#if line}
      <h3>{names.get(line.planter)}, {formatDay(line.day)}</h3>
      <Figure label="Pay" figure={line.pay} />
      {#if line.looked}<p class="quiet">
          {line.looked} trees looked at in plots of that day; the share that failed is taken of all {formatNumber(
            line.trees,
          )}.{line.looked < 30 ? ' That is few to pay by.' : ''}
        </p>{/if}
    {/if}
  </aside>
</div>

<style>
  .dates {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 12px;
    margin-bottom: 10px;
    font-size: 14.5px;
  }
  .dates input {
    font: 14.5px var(--text);
    height: 34px;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    padding: 0 8px;
  }
  .bad {
    color: var(--clay);
    font-weight: 600;
  }
  h3 {
    font-size: 14.5px;
    margin: 14px 0 4px;
  }
</style>
