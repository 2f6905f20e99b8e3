<script lang="ts">
  import AnchorAir from '$lib/parts/AnchorAir.svelte';
  import { usedUpText } from '$lib/parts/used-up';
  import { inWords } from '$lib/parts/reader.svelte';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import CloseBag from '$lib/parts/CloseBag.svelte';
  import When from '$lib/parts/When.svelte';
  import { Button } from 'carbon-components-svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import { formatNumber } from '$core/measure/units';
  import { minutesLeft } from '$core/stock/calls';
  import Figure from '$lib/parts/Figure.svelte';
  import RootClock from '$lib/parts/RootClock.svelte';
  import SpeciesName from '$lib/parts/SpeciesName.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import LotDialog from './LotDialog.svelte';
  import LotHistory from './LotHistory.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const card = (id: string) => data.species.find((entry) => entry.id === id)!;
  const mayRecord = $derived(data.role === 'leader' || data.role === 'checker');
  const lot = $derived(data.lot);
  const doing = new Doing();
  /** The line of the order that was followed here, to enter what came on it. */
  const line = $derived(page.url.searchParams.get('line') ?? undefined);
  /** Of what the rows lack first the next lot is likely. */
  const lacking = $derived(
    [...data.reach]
      .filter(({ short }) => short > 0)
      .sort((a, b) => (a.dryAtRow ?? Infinity) - (b.dryAtRow ?? Infinity))[0]?.speciesId,
  );
  let editing = $state<'new' | 'change' | undefined>(
    untrack(() => line && mayRecord && 'new') || undefined,
  );
  /** A lot was chosen and is on its way: what shows the one before takes no presses meant for it. */
  let coming = $state(0);
  async function choose(id: string) {
    coming++;
    try {
      await goto(`?lot=${id}`, { keepFocus: true, noScroll: true });
    } finally {
      coming--;
    }
  }

  const attempt = (task: () => Promise<unknown>) =>
    doing.run(async () => {
      await task();
    });
  /** When a bag was opened or closed; undefined is now. */
  let rootsAt = $state<string>();
  const nextLabel = $derived(`bag ${(lot?.open.length ?? 0) + 1}`);
  const openBag = () =>
    attempt(() =>
      send('stock.root', {
        ...newEvent(rootsAt),
        lotId: lot!.id,
        kind: 'open',
        closes: null,
        label: nextLabel,
      }),
    );
  const closeBag = (lotId: string, closes: string, at = rootsAt) =>
    attempt(() => send('stock.root', { ...newEvent(at), lotId, kind: 'close', closes }));
  const bags = $derived(
    data.lots
      .flatMap((entry) => entry.open.map((bag) => ({ lot: entry, bag })))
      .sort((a, b) => a.bag.left - b.bag.left),
  );
  const placeName = (holder: string) =>
    data.places.find(({ id }) => holder === `p:${id}`)?.name ?? 'no place entered';
  const planterName = (holder: string) =>
    data.planters.find(({ id }) => holder === `c:${id}`)?.name ?? 'the crew as a whole';
  const level = (stress: number) => (stress >= 1 ? 'over' : stress >= 0.6 ? 'near' : '');
</script>

<svelte:head><title>Stock · Viridane</title></svelte:head>
{#snippet held(letter: string, name: (holder: string) => string)}
  {#each lot!.balance.held.filter( ([holder]) => holder.startsWith(letter) ) as [holder, count] (holder)}
    <p class="held num"><span>{name(holder)}</span><span>{formatNumber(count)}</span></p>
  {/each}
{/snippet}
<div class="screen two">
  <section class="panel">
    <div class="lots-head">
      <h2>Lots, oldest and most stressed first</h2>
      <span class="acts">
        {#if data.lots.length}<a href="/blocks/{data.block.id}/stock/labels.pdf" target="_blank"
            >Print labels</a
          >{/if}
        {#if mayRecord}<Button kind="tertiary" size="small" on:click={() => (editing = 'new')}
            >Add a lot</Button
          >{/if}
      </span>
    </div>
    {#if data.lots.length}
      <div class="wide">
        <table class="ledger">
          <thead
            ><tr
              ><th>Lot</th><th>Species</th><th>Where most of it is</th><th class="n">On hand</th><th
                class="n">With crew</th
              ><th class="n">In the air</th><th class="n">Used up</th></tr
            ></thead
          >
          <tbody>
            {#each data.lots as entry (entry.id)}
              <tr class:on={entry.id === lot?.id} class:empty={!entry.onHand}>
                <td
                  ><button
                    class="link-button"
                    aria-current={entry.id === lot?.id}
                    onclick={() => choose(entry.id)}><b>{entry.code}</b></button
                  ></td
                >
                <td
                  ><SpeciesName card={card(entry.speciesId)} after={entry.age} />
                  {#if entry.replacesId}<small class="quiet"
                      >for {card(entry.replacesId).name.toLowerCase()}</small
                    >{/if}</td
                >
                <td
                  >{entry.place ?? (entry.onHand ? 'no place entered' : '–')}
                  {#if entry.onHand}<small class="quiet num"
                      >{formatNumber(entry.days)}
                      {Math.round(entry.days) === 1 ? 'day' : 'days'}</small
                    >{/if}</td
                >
                <td class="n"><b>{formatNumber(entry.onHand)}</b></td>
                <td class="n">{formatNumber(entry.out)}</td>
                <td class="n">{formatNumber(entry.exposure)} min</td>
                <td class="n"
                  ><span class="used {level(entry.stress)}"
                    >{entry.onHand ? usedUpText(entry.stress) : '–'}</span
                  ></td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      <AnchorAir />
      {#if data.of > data.lots.length}<p>
          <a href="?all{lot ? `&lot=${lot.id}` : ''}">Show all {formatNumber(data.of)} lots</a>
        </p>{/if}
    {:else}<p class="quiet">
        No lot yet. Add one when the nursery confirms it, then enter what was received. What was
        asked of a nursery stands under
        <a href="/blocks/{data.block.id}/stock/order">Order</a>, and a lot takes over its line.
      </p>{/if}
    <Outcome of={doing} />
    {#if lot}
      <div inert={coming > 0}>
        {#key lot.id}<LotHistory
            {lot}
            toCome={data.lines.find(({ id }) => id === lot.orderId)?.toCome}
            places={data.places}
            planters={data.planters}
            history={data.history}
            {mayRecord}
            onmore={() =>
              goto(`?lot=${lot.id}&events=${data.limit + 100}`, {
                keepFocus: true,
                noScroll: true,
              })}
          />{/key}
      </div>
    {/if}
  </section>

  <aside class="comes-to" inert={coming > 0}>
    {#if bags.length}
      <h2>Roots in the air</h2>
      {#if mayRecord}<When bind:moment={rootsAt} />{/if}
      {#each bags as { lot: entry, bag } (bag.id)}
        <div class="bag">
          {#if !bag.forgotten}<RootClock allowed={bag.allowed} used={bag.used} />{/if}
          <div>
            <b
              >Lot {entry.code}, {card(entry.speciesId).name.toLowerCase()}{bag.label
                ? `, ${bag.label}`
                : ''}</b
            >
            {#if !bag.forgotten}<p class="quiet num">
                open {minutesLeft(bag).out} min of {minutesLeft(bag).of}
              </p>{/if}
            {#if data.role !== 'viewer'}<CloseBag
                {...bag}
                name="lot {entry.code}{bag.label ? `, ${bag.label}` : ''}"
                onclose={(at) => closeBag(entry.id, bag.id, at)}
              />{/if}
          </div>
        </div>
      {/each}
    {/if}
    {#if lot}
      <h2>Lot {lot.code}</h2>
      <Figure
        label="On hand"
        figure={{
          value: lot.balance.onHand,
          kind: 'count',
          formula: 'received − culled − issued + returned − lost in store',
          steps: [
            { label: 'received', value: lot.balance.received, kind: 'count' },
            { label: 'culled', value: -lot.balance.culled, kind: 'count' },
            { label: 'issued', value: -lot.balance.issued, kind: 'count' },
            { label: 'returned', value: lot.balance.returned, kind: 'count' },
            {
              label: 'lost in store',
              value:
                lot.balance.onHand -
                (lot.balance.received -
                  lot.balance.culled -
                  lot.balance.issued +
                  lot.balance.returned),
              kind: 'count',
            },
          ],
        }}
      />
      {@render held('p:', placeName)}
      {#if lot.balance.out}
        <p class="held out num">
          <span>With the crew</span><b>{formatNumber(lot.balance.out)}</b>
        </p>
        {@render held('c:', planterName)}
      {/if}
      <Figure label="In the air, worst bag" figure={lot.exposure} />
      <Figure label="Used up of what it bears" figure={lot.stress} />
      {#if lot.daysSinceLifting !== undefined}<p class="held num">
          <span>Days since lifting</span><span>{lot.daysSinceLifting}</span>
        </p>{/if}
      {#if data.handling?.looks}
        <p class="held num">
          <span>Looks at its boxes</span><a href="/blocks/{data.block.id}/stock/handling"
            >{data.handling.looks}</a
          >
        </p>
        {#each data.handling.broken as { seen, kept, broken } (seen.key)}
          <p class="held num bad">
            <span>{inWords(seen)}</span><span>{broken} of {kept + broken}</span>
          </p>
        {/each}
      {/if}
      <p class="held num"><span>Short code</span><span class="code">{lot.shortCode}</span></p>
      {#if lot.provenance || lot.seedLot}<p class="quiet small">
          {lot.nursery}{lot.provenance ? `, ${lot.provenance}` : ''}{lot.seedLot
            ? `, seed lot ${lot.seedLot}`
            : ''}
        </p>{/if}
      {#if mayRecord && !bags.length}<When bind:moment={rootsAt} />{/if}
      <div class="buttons">
        {#if data.role !== 'viewer'}<Button kind="tertiary" size="small" on:click={openBag}
            >Open {nextLabel}: start the clock</Button
          >{/if}
        {#if mayRecord}<Button kind="ghost" size="small" on:click={() => (editing = 'change')}
            >Change the lot</Button
          >{/if}
      </div>
    {/if}
    {#if data.layout?.state === 'released' && data.lots.length}
      <h2>Does it reach?</h2>
      {#each data.reach as entry (entry.speciesId)}
        {#if entry.short}
          <p class="say">
            <b>{formatNumber(entry.short)} {card(entry.speciesId).name.toLowerCase()} short.</b>
            {formatNumber(entry.onHand)} left, {formatNumber(entry.needed)} positions to plant. Row {entry.dryAtRow}
            runs dry.
          </p>
        {:else if entry.needed}
          <p class="quiet num">
            {card(entry.speciesId).name}: {formatNumber(entry.onHand)} for {formatNumber(
              entry.needed,
            )}.
          </p>
        {/if}
      {/each}
    {/if}
    <p class="say caution">
      Wet boxes are heavy: two people lift, knees bent. Boxes stay shaded and closed.
    </p>
  </aside>
</div>

{#if editing}
  <LotDialog
    block={data.block.id}
    species={data.species}
    {lacking}
    lines={data.lines}
    {line}
    lot={editing === 'change' ? lot : undefined}
    onclose={(id) => {
      editing = undefined;
      if (id) void choose(id);
      else if (line) void goto('?', { replaceState: true, keepFocus: true });
    }}
  />
{/if}

<style>
  .lots-head {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  .lots-head h2 {
    margin: 0;
  }
  .acts {
    display: flex;
    gap: 18px;
    align-items: center;
    font-size: 14px;
  }
  tr.on {
    background: var(--viridian-tint);
  }
  tr.empty td {
    color: var(--slate);
  }
  .used.near {
    color: var(--ochre);
    font-weight: 650;
  }
  .used.over {
    color: var(--clay);
    font-weight: 700;
  }
  .bag {
    display: flex;
    gap: 14px;
    align-items: center;
    font-size: 14.5px;
  }
  .bag p {
    margin: 2px 0 6px;
  }
  .held.bad {
    color: var(--clay);
  }
  .held.out {
    padding-left: 0;
    margin-top: 6px;
    color: var(--ink);
    font-size: 15px;
  }
  .held {
    display: flex;
    justify-content: space-between;
    font-size: 14px;
    color: var(--slate);
    margin: 0;
    padding: 3px 0 3px 12px;
  }
  .code {
    font-family: var(--mono);
    color: var(--ink);
  }
  .small {
    font-size: 13px;
  }
</style>
