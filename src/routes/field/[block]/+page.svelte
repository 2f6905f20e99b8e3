<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { goto } from '$app/navigation';
  import { v7 as uuid } from 'uuid';
  import { formatLength, formatWind, formatTemperature } from '$core/measure/units';
  import { refillPoints } from '$core/crew/caches';
  import ClosedWhen from '$lib/field/ClosedWhen.svelte';
  import { minutesLeft } from '$core/stock/calls';
  import { minutesAllowed, vesselClock } from '$core/stock/exposure';
  import ClockOn from '$lib/field/ClockOn.svelte';
  import { Outbox } from '$lib/field/outbox.svelte';
  import {
    aheadIn,
    hereSince,
    notCounted,
    openRoots,
    plantedIn,
    rowAt,
    signed,
  } from '$lib/field/tallying';
  import type { Given } from '$lib/rooms/contracts';
  import { startField } from '$lib/field/work.svelte';
  import Messages from '$lib/field/Messages.svelte';
  import { linksOf } from '$lib/field/links';
  import PageLinks from '$lib/field/PageLinks.svelte';
  import RowKeys from '$lib/field/RowKeys.svelte';
  import Reworks from '$lib/field/Reworks.svelte';
  import Refused from '$lib/field/Refused.svelte';
  import HowToPlant from '$lib/field/HowToPlant.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import ClockOff from '$lib/field/ClockOff.svelte';
  import { waitingWords } from '$lib/field/waiting';
  import { dayOf } from '$core/say/day';
  import { momentNow, serverNow } from '$lib/parts/clock.svelte';
  import Ribbon from '$lib/parts/Ribbon.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const tongue = useTongue();
  const { say, measure } = tongue;
  const length = (metres: number) => measure(formatLength(metres, units.system, 1));
  const me = $derived(data.planter?.id ?? '');
  const outbox = new Outbox(...untrack(() => [data.person!.id, data.block.id] as const));
  const known = $derived(new Set(data.known));
  let clock = $state(serverNow());
  let picked = $state<number>();

  onMount(() => {
    const stop = startField(outbox, data.person!.id, data.at);
    const timer = setInterval(() => (clock = serverNow()), 1000);
    return () => (stop(), clearInterval(timer));
  });
  const SHOWN = ['stock.root', 'crew.clock', 'crew.seen', 'checks.reworked'] as const;
  $effect.pre(() => {
    outbox.block = data.block.id;
    outbox.counts(data.at, SHOWN, known);
  });

  /** Entries on this device that the page's figures do not count yet. */
  const local = $derived(notCounted(outbox.pending('crew.tally'), known, data.layoutId ?? ''));
  const since = $derived(hereSince(outbox.pending('crew.clock'), me, data.hereSince));
  const clockMe = (kind: 'on' | 'off', tool: string) =>
    outbox.add('crew.clock', {
      ...{ id: uuid(), at: momentNow(), device: 'phone' },
      ...{ siteId: data.siteId, blockId: data.block.id, planterId: me, kind },
      ...{ tool, corrects: null },
    });
  const row = $derived(rowAt(data.rows, picked, local));
  const planted = $derived(row ? plantedIn(row, local) : 0);
  const open = $derived(row ? row.places - planted : 0);
  /** The site's day, which goes on while the page stays open; the page's own figure is of the day it was read. */
  const day = $derived(dayOf(clock, data.zone));
  const todayCount = $derived(
    (day === data.day ? data.today : 0) +
      local
        .filter(({ planterId, at }) => planterId === me && dayOf(at, data.zone) === day)
        .reduce((sum, tally) => sum + signed(tally), 0),
  );
  const place = $derived(data.rows.findIndex(({ number }) => number === row?.number));

  const ahead = $derived(aheadIn(row?.runs ?? [], planted));
  /** Where a bag that is filled here runs empty, in this row or the ones after it. */
  const refill = $derived(
    data.bag &&
      refillPoints(
        data.rows
          .slice(place)
          .map((one) => ({ number: one.number, runs: one.runs, planted: plantedIn(one, local) })),
        data.bag.weights,
        data.bag.terms,
      ).at(0),
  );
  const links = $derived(linksOf(data));
  /** Whose pages they lead to, where somebody enters for others. */
  const whose = $derived({ block: data.block.id, planter: data.planters.length ? me : '' });
  let last = $state<Given<'crew.tally'> & { id: string }>();

  async function tally(count: number) {
    if (!row || count < 1) return;
    const event = { id: uuid(), at: momentNow(), device: 'phone' };
    const entry = {
      ...event,
      layoutId: data.layoutId,
      row: row.number,
      planterId: me,
      count: Math.min(count, open),
      corrects: null,
    };
    await outbox.add('crew.tally', entry);
    last = entry;
    navigator.vibrate?.(30);
  }
  async function undo() {
    if (!last) return;
    const taken = last;
    last = undefined;
    await outbox.add('crew.tally', {
      ...taken,
      id: uuid(),
      at: momentNow(),
      device: 'phone',
      corrects: taken.id,
    });
  }

  const nextLot = $derived(
    data.lots.find(({ speciesId }) => ahead[0] && speciesId === data.species[ahead[0].species].id),
  );
  const openBag = $derived(openRoots(data.lots, outbox.pending('stock.root'), nextLot?.id));
  const outFor = $derived(
    openBag ? Math.max(0, Math.floor((clock - Date.parse(openBag.at)) / 1000)) : 0,
  );
  /** The page asks when it was closed. */
  let asking = $state(false);
  async function roots(at = momentNow()) {
    if (!nextLot) return;
    asking = false;
    const event = { id: uuid(), at, device: 'phone', lotId: nextLot.id };
    await outbox.add(
      'stock.root',
      openBag
        ? { ...event, kind: 'close' as const, closes: openBag.id }
        : { ...event, kind: 'open' as const, closes: null },
    );
  }
  /** What this air allows the roots of the next lot, from closed to open. */
  const allowed = $derived(
    data.air ? Math.floor(minutesAllowed(data.air.now, nextLot?.dip ?? 1).value) : undefined,
  );
  const bag = $derived.by(() => {
    if (!openBag || !data.air || !nextLot) return undefined;
    const { now } = data.air;
    const vessel = { openedAt: openBag.at, air: openBag.air ?? now };
    const state = vesselClock(vessel, now, nextLot.dip, clock);
    return { ...minutesLeft(state), forgotten: state.forgotten };
  });
</script>

<svelte:head
  ><title>{row ? say('rows.row', { row: row.number }) : data.block.name} · Viridane</title
  ></svelte:head
>
<header>
  <a href="/field"><b>{data.planter?.name ?? data.block.name}</b></a>
  <span class="wait" role="status" class:held={outbox.waiting > 0 || outbox.unkept}
    >{waitingWords(tongue, outbox)}</span
  >
</header>
<ClockOff />
<main lang={tongue.language}>
  <!-- Above what is tapped next: the sooner it is seen, the easier it is remembered. -->
  <Refused {outbox} block={data.block} siteId={data.siteId} planters={data.planters} />
  {#if data.planters.length}
    <label class="for"
      >{say('rows.enterFor')}
      <select
        value={me}
        onchange={(e) =>
          void goto(`/field/${data.block.id}?planter=${e.currentTarget.value}`, {
            replaceState: true,
          })}
      >
        {#if !data.planter}<option value="">{say('rows.choose')}</option>{/if}
        {#each data.planters as { id, name } (id)}<option value={id}>{name}</option>{/each}
      </select></label
    >
  {/if}
  {#if data.planter}
    <Messages
      messages={data.messages}
      {outbox}
      siteId={data.siteId}
      planterId={me}
      may={data.mayTally}
    />
  {/if}
  <Reworks sentBack={data.reworks} {outbox} may={data.mayTally} />
  {#if row}
    <div class="title">
      <h1>{say('rows.row', { row: row.number })}</h1>
      <div class="step">
        <button
          aria-label={say('rows.before')}
          disabled={place <= 0}
          onclick={() => (picked = data.rows[place - 1].number)}>‹</button
        >
        <button
          aria-label={say('rows.after')}
          disabled={place >= data.rows.length - 1}
          onclick={() => (picked = data.rows[place + 1].number)}>›</button
        >
      </div>
    </div>
    <p class="quiet num">
      {say('rows.about', {
        block: data.block.name,
        first: length(row.first),
        length: length(row.length),
        places: row.places,
      })}{#each row.breaks as { from, to } (from)}<br />{say('rows.gap', {
          from: length(from),
          to: length(to),
        })}{/each}{#if row.unpegged && !row.planted}<br />{say('rows.notPegged')}{/if}
    </p>
    <PageLinks links={links.slice(0, 2)} label={say('rows.ofBlock')} {...whose} />
    {#if data.mayTally}
      <ClockOn {since} tools={data.tools} onclock={clockMe} />
    {/if}
    {#if row.treatment}<p class="treatment">
        <b>{say('rows.treatment', { treatment: row.treatment })}</b>
        {tongue.method(data.treated.find(({ rows }) => rows?.includes(row.number))?.lines ?? []) ||
          say('rows.ownWay')}
      </p>{/if}
    <Ribbon runs={row.runs} species={data.species} height={44} {planted} />
    <p class="next">
      {#if ahead.length}<b class="num"
          >{say('rows.next', {
            trees: ahead[0].count,
            species: data.species[ahead[0].species].name.toLowerCase(),
          })}</b
        >{#if ahead[1]}, {say('rows.then', {
            trees: ahead[1].count,
            species: data.species[ahead[1].species].name.toLowerCase(),
          })}{/if}{:else}<b>{say('rows.done')}</b>{/if}
    </p>
    {#if ahead.length && !data.byMachine}<p class="quiet num">
        {refill
          ? say('rows.bagEmpty', { row: refill.row, peg: refill.peg })
          : say('rows.bagEnough')}
      </p>{/if}
    <div class="count">
      <span class="huge num" data-testid="planted">{tongue.number(planted)}</span>
      <span
        >{say('rows.ofRow', { places: row.places })}<br /><b class="num"
          >{tongue.number(todayCount)}</b
        >
        {say('rows.today')}</span
      >
    </div>
    {#if data.mayTally}
      <RowKeys
        {open}
        mayUndo={Boolean(last)}
        rootsOut={openBag ? outFor : undefined}
        hasLot={Boolean(nextLot)}
        ontally={tally}
        onundo={undo}
        onroots={() => (bag?.forgotten ? (asking = !asking) : roots())}
      />
      {#if asking && bag?.forgotten && openBag}<ClosedWhen
          began={Date.parse(openBag.at)}
          asked
          onclose={roots}
        />
      {:else if bag?.over && !bag.forgotten}<p class="say stop" role="alert">
          {say('rows.close', { out: bag.out, over: bag.over })}
        </p>{/if}
    {/if}
    {#if links.length > 2}<PageLinks
        links={links.slice(2)}
        label={data.block.name}
        {...whose}
      />{/if}
    <HowToPlant stages={data.stages} byMachine={data.byMachine} />
  {:else}
    {#if data.planter}<p class="say">
        {say('rows.none', { planter: data.planter.name })}
      </p>{:else if !data.planters.length}<p class="say stop">{say('rows.notJoined')}</p>{/if}
    <PageLinks {links} label={say('rows.ofBlock')} {...whose} />
  {/if}
</main>
{#if data.air}
  <footer class="num">
    <span
      >{measure(formatTemperature(data.air.now.temperature, units.system))} · {measure(
        formatWind(data.air.now.wind, units.system),
      )} · {say(`rows.day.${data.air.judged.dayClass}`)}</span
    >
    {#if allowed !== undefined}<span>{say('rows.roots', { minutes: allowed })}</span>{/if}
  </footer>
{/if}

<style>
  .for {
    display: grid;
    gap: 4px;
    font-size: 15px;
    margin-bottom: 8px;
  }
  .for select {
    height: 56px;
    font: 19px var(--text);
    background: var(--field);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
    padding: 0 10px;
  }
  /* Full sun: seven to one and better. */
  :global([data-theme='day']) main,
  :global([data-theme='day']) footer {
    --slate: #38423c;
    --clay: #8a2d15;
    --viridian: #165741;
  }
  header {
    background: var(--header);
    color: var(--header-text);
    padding: 0 18px;
    min-height: 52px;
    display: flex;
    justify-content: space-between;
    align-items: center;
    font-size: 18px;
    position: sticky;
    top: 0;
    z-index: 2;
  }
  header a {
    color: inherit;
    text-decoration: none;
  }
  .wait {
    font-size: 14.5px;
    color: #cfdfd4;
  }
  .wait.held {
    color: #f3d684;
    font-weight: 650;
  }
  main {
    padding: 12px 18px 70px;
    max-width: 520px;
    margin: 0 auto;
  }
  .title {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  h1 {
    font-size: 32px;
    font-weight: 750;
    margin: 0;
  }
  main > p {
    margin: 2px 0 12px;
    font-size: 16px;
  }
  .next {
    margin-top: 18px !important;
    font-size: 18px !important;
  }
  .count {
    display: flex;
    gap: 14px;
    align-items: end;
    font-size: 18px;
    line-height: 1.3;
    margin-bottom: 12px;
  }
  .huge {
    font: 750 64px/0.95 var(--text);
  }
  button {
    font: 680 19px var(--text);
    min-height: 60px;
    border: 2px solid var(--viridian);
    background: var(--sheet);
    color: var(--viridian-deep);
    cursor: pointer;
    display: grid;
    place-items: center;
    text-decoration: none;
    touch-action: manipulation;
  }
  button:disabled {
    border-color: var(--rule);
    color: var(--faint);
    background: transparent;
  }
  .step {
    display: flex;
    gap: 6px;
  }
  .step button {
    width: 56px;
    min-height: 56px;
    font-size: 26px;
  }
  .treatment {
    margin: 8px 0;
    padding: 8px 12px;
    border-left: 6px solid var(--ink);
    background: var(--sheet);
    font-size: 17px;
  }
  footer {
    position: fixed;
    bottom: 0;
    left: 0;
    right: 0;
    background: var(--sheet);
    border-top: 1px solid var(--rule);
    padding: 12px 18px;
    display: flex;
    justify-content: space-between;
    font-size: 15px;
  }
</style>
