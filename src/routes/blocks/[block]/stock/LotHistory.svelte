<script lang="ts">
  import { stockEvents } from '$lib/words/en/named';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { clockOf, dayOf } from '../../../../../core/say/day';
  import { formatDay } from '../../../../../core/measure/dates';
  import When from '$lib/parts/When.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import { Button, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { formatNumber } from '$core/measure/units';
  import { offeredPlaces } from '$core/stock/keeping';
  import { flowOf, type Balance, type StockEventKind } from '$core/stock/ledger';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import { page } from '$app/state';
  import type { EventPage } from '$lib/rooms/stock/facts.server';

  interface Named {
    id: string;
    name: string;
  }
  interface Props {
    lot: { id: string; code: string; balance: Balance; soaks: { id: string; count: number }[] };
    /** Trees still to come on the line of the order it came on, where it came on one. */
    toCome?: number;
    places: readonly (Named & { closed: boolean })[];
    planters: readonly Named[];
    history: EventPage;
    mayRecord: boolean;
    onmore: () => void;
  }
  let { lot, toCome, places, planters, history, mayRecord, onmore }: Props = $props();

  /** What can be entered, and which ends it asks for: a place, another place, a planter. */
  const KINDS: [kind: StockEventKind, name: string, needs: ('place' | 'to' | 'planter')[]][] = [
    ['receive', 'Receive', ['place']],
    ['move', 'Move', ['place', 'to']],
    ['cull', 'Cull', ['place']],
    ['dip', 'Dip', ['place']],
    ['soak', 'Put to soak', ['place']],
    ['drain', 'Take out of the soak', []],
    ['water', 'Water', ['place']],
    ['issue', 'Issue', ['place', 'planter']],
    ['return', 'Return', ['planter', 'place']],
    ['plant', 'Plant', ['planter']],
    ['lose', 'Lose', ['planter', 'place']],
  ];
  let typedKind = $state<StockEventKind>();
  /** Where to and from: names of the past are still read from all places. */
  const offered = $derived(offeredPlaces(places, lot.balance.held));
  const kind = $derived<StockEventKind>(typedKind ?? (lot.balance.received ? 'issue' : 'receive'));
  const needs = $derived(KINDS.find(([key]) => key === kind)![2]);
  let typedCount = $state<number | null>();
  /** All that is still to come is what a delivery brings, until another number is typed. */
  const count = $derived(
    typedCount === undefined ? (kind === 'receive' && toCome) || 100 : typedCount,
  );
  let planter = $state('');
  let typedPlace = $state<string>();
  let to = $state('');
  let note = $state('');
  /** When it happened; undefined is now. */
  let moment = $state<string>();
  const doing = new Doing();
  /** The place that has most of the lot, until another is chosen. */
  const place = $derived(
    typedPlace ??
      lot.balance.held
        .filter(([holder]) => holder.startsWith('p:'))
        .sort((a, b) => b[1] - a[1])[0]?.[0]
        .slice(2) ??
      offered[0]?.id ??
      '',
  );

  const attempt = (task: () => Promise<unknown>) =>
    doing.run(async () => {
      await task();
    });
  const record = () =>
    attempt(async () => {
      const entered = kind;
      const soak = kind === 'drain' ? lot.soaks[0] : undefined;
      await send('stock.record', {
        ...newEvent(moment),
        lotId: lot.id,
        kind,
        count: soak?.count ?? count ?? 0,
        planterId: needs.includes('planter') ? planter || null : null,
        placeId: needs.includes('place') && !(kind === 'lose' && planter) ? place || null : null,
        toId: kind === 'move' ? to || null : null,
        corrects: null,
        closes: soak?.id ?? null,
        note,
      });
      note = '';
      if (entered === 'receive') typedCount = undefined;
    });
  const cancelEntry = (id: string) =>
    attempt(() =>
      send('stock.record', {
        ...newEvent(),
        lotId: lot.id,
        kind: 'correct',
        count: 0,
        corrects: id,
        note: '',
      }),
    );
  const named = (list: readonly Named[], id?: string | null) =>
    list.find((entry) => entry.id === id)?.name;
  /** "cold store → Planter 3" */
  function way(event: EventPage['events'][number]): string {
    const who = (holder?: string) =>
      holder &&
      (holder.startsWith('p:')
        ? (named(places, holder.slice(2)) ?? 'store')
        : (named(planters, holder.slice(2)) ?? 'crew'));
    const { from, to } = flowOf(event);
    const parts = [who(from), who(to)].filter(Boolean);
    if (!parts.length) return named(places, event.place) ?? '';
    return from && to ? parts.join(' → ') : to ? `→ ${parts[0]}` : `${parts[0]} →`;
  }
  const zone = $derived(page.data.site!.zone);
  const SIGN: Partial<Record<StockEventKind, string>> = { receive: '+', return: '+' };
</script>

<h2>Lot {lot.code}, what happened</h2>
{#if mayRecord}
  <form class="record" onsubmit={(event) => (event.preventDefault(), void record())}>
    <Select
      labelText="What"
      selected={kind}
      on:update={(e) => (typedKind = e.detail as StockEventKind)}
      >{#each KINDS as [value, text] (value)}<SelectItem
          {value}
          {text}
          disabled={value === 'drain' && !lot.soaks.length}
        />{/each}</Select
    >
    {#if kind !== 'drain'}<NumberField
        label="Trees"
        min={1}
        bind:value={() => count, (typed) => (typedCount = typed)}
      />{/if}
    {#each needs as need (need)}
      {#if need === 'planter'}
        <Select
          labelText="Planter"
          selected={planter}
          on:update={(e) => (planter = String(e.detail))}
          ><SelectItem value="" text="whole crew" />{#each planters as { id, name } (id)}<SelectItem
              value={id}
              text={name}
            />{/each}</Select
        >
      {:else if !(kind === 'lose' && planter)}
        <Select
          labelText={need === 'to'
            ? 'To'
            : kind === 'receive' || kind === 'return'
              ? 'Into'
              : 'From'}
          selected={need === 'to' ? to : place}
          on:update={(e) =>
            need === 'to' ? (to = String(e.detail)) : (typedPlace = String(e.detail))}
          ><SelectItem
            value=""
            text="no place entered"
          />{#each offered as { id, name } (id)}<SelectItem value={id} text={name} />{/each}</Select
        >
      {/if}
    {/each}
    <TextInput labelText="Note" bind:value={note} maxlength={300} />
    <Button type="submit">Enter it</Button>
    <When bind:moment />
  </form>
{/if}
<Outcome of={doing} />
<div class="wide">
  <table class="ledger events">
    <thead class="visually-hidden"
      ><tr><th>When</th><th>What</th><th>Trees</th><th>Way</th><th>By</th><th></th></tr></thead
    >
    <tbody>
      {#each history.events as event (event.id)}
        <tr class:gone={!event.standing}>
          <td class="when"
            >{formatDay(dayOf(event.at, zone), true)}
            <span class="quiet">{clockOf(event.at, zone).text}</span></td
          >
          <td>{stockEvents[event.kind]}</td>
          <td class="n"
            >{SIGN[event.kind] ??
              (flowOf(event).from?.startsWith('p:') && !flowOf(event).to?.startsWith('p:')
                ? '−'
                : '')}
            {formatNumber(event.count)}</td
          >
          <td>{way(event)}</td>
          <td class="quiet"
            >{event.author}{event.note ? ` · ${event.note}` : ''}{event.flag === 'short'
              ? ' · came late; its other half is still to come'
              : event.flag === 'twice'
                ? ' · came late, cancelled already'
                : ''}</td
          >
          <td class="n"
            >{#if !event.standing}cancelled{:else if mayRecord}<button
                class="link-button"
                onclick={() => cancelEntry(event.id)}
                >Cancel<span class="visually-hidden">
                  {stockEvents[event.kind]}
                  {formatNumber(event.count)}</span
                ></button
              >{/if}</td
          >
        </tr>
      {:else}<tr><td class="quiet">Nothing yet. Enter what was received.</td></tr>{/each}
    </tbody>
  </table>
</div>
{#if history.more}<p>
    <button class="link-button" onclick={onmore}>Show older entries</button>
  </p>{/if}

<style>
  .record {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(140px, 1fr));
    gap: 10px;
    align-items: end;
    margin: 6px 0 10px;
  }
  .when {
    white-space: nowrap;
  }
  .events tr.gone {
    text-decoration: line-through;
    color: var(--faint);
  }
</style>
