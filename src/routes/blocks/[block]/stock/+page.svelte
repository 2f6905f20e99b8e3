<script lang="ts">
  import {
    Button,
    Modal,
    NumberInput,
    Select,
    SelectItem,
    TextInput,
  } from 'carbon-components-svelte';
  import { v7 as uuid } from 'uuid';
  import { formatDay } from '$core/measure/dates';
  import { formatNumber } from '$core/measure/units';
  import { standingEvents } from '$core/stock/ledger';
  import Bead from '$lib/ui/Bead.svelte';
  import Figure from '$lib/ui/Figure.svelte';
  import RootClock from '$lib/ui/RootClock.svelte';
  import { newEvent, send } from '$lib/ui/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const card = (id: string) => data.species.find((entry) => entry.id === id)!;
  const mayRecord = $derived(data.role === 'leader' || data.role === 'checker');
  let chosen = $state<string>();
  const lot = $derived(
    data.lots.find(({ id }) => id === chosen) ??
      data.lots.find(({ open }) => open.length) ??
      data.lots[0],
  );
  const total = $derived({
    value: data.orders.reduce((sum, { quantity }) => sum + quantity.value, 0),
    kind: 'count' as const,
    formula: 'the orders of all species added up',
    steps: data.orders.map(({ speciesId, quantity }) => ({
      label: card(speciesId).name,
      value: quantity.value,
      kind: 'count' as const,
    })),
  });
  type Recorded = 'receive' | 'cull' | 'issue' | 'return';
  const KINDS: [Recorded, string][] = [
    ['receive', 'Received'],
    ['cull', 'Culled'],
    ['issue', 'Issued'],
    ['return', 'Returned'],
  ];
  const NAMES = {
    receive: 'received',
    cull: 'culled',
    issue: 'issued',
    return: 'returned',
    correct: 'cancelled',
  };
  let kind = $state<Recorded>('issue');
  let count = $state<number | null>(100);
  let planter = $state('');
  let note = $state('');
  let wrong = $state('');
  let adding = $state(false);
  let fresh = $state({ code: '', speciesId: '', nursery: '', provenance: '', age: '1+1' });

  async function attempt(task: () => Promise<unknown>) {
    wrong = '';
    try {
      await task();
      return true;
    } catch (error) {
      wrong = (error as Error).message;
      return false;
    }
  }
  const record = () =>
    attempt(async () => {
      await send('stock.record', {
        ...newEvent(),
        lotId: lot.id,
        kind,
        count: count ?? 0,
        planterId: planter || null,
        corrects: null,
        note,
      });
      note = '';
    });
  const cancelEntry = (id: string) =>
    attempt(() =>
      send('stock.record', {
        ...newEvent(),
        lotId: lot.id,
        kind: 'correct',
        count: 0,
        planterId: null,
        corrects: id,
        note: '',
      }),
    );
  const openBag = () =>
    attempt(() => send('stock.root', { ...newEvent(), lotId: lot.id, kind: 'open', closes: null }));
  const closeBag = (lotId: string, closes: string) =>
    attempt(() => send('stock.root', { ...newEvent(), lotId, kind: 'close', closes }));
  const terms = (speciesId: string, next: object) => {
    const order = data.orders.find((entry) => entry.speciesId === speciesId)!;
    return attempt(() =>
      send('stock.terms', {
        blockId: data.block.id,
        speciesId,
        terms: { ...order.terms, ...next },
      }),
    );
  };
  async function addLot() {
    const id = uuid();
    if (
      await attempt(() =>
        send('stock.lot', {
          id,
          blockId: data.block.id,
          dipFactor: 1,
          ...fresh,
          speciesId: fresh.speciesId || data.species[0].id,
        }),
      )
    ) {
      chosen = id;
      adding = false;
      kind = 'receive';
    }
  }
  const standing = $derived(new Set(lot ? standingEvents(lot.events).map(({ id }) => id) : []));
  const bags = $derived(
    data.lots.flatMap((entry) => entry.open.map((bag) => ({ lot: entry, bag }))),
  );
</script>

<div class="screen two">
  <section class="panel">
    <h2>Order{data.layout ? `, from version ${data.layout.number} of the rows` : ''}</h2>
    {#if data.orders.length}
      <table class="ledger orders">
        <thead
          ><tr
            ><th>Species</th><th class="n">Positions</th><th class="n">Reserve %</th><th class="n"
              >Cull %</th
            ><th class="n">Pack</th><th class="n">Order</th></tr
          ></thead
        >
        <tbody>
          {#each data.orders as { speciesId, terms: t, quantity } (speciesId)}
            {@const look = card(speciesId)}
            <tr>
              <td><span class="name"><Bead {...look} /> {look.name}</span></td>
              <td class="n">{formatNumber(quantity.steps[0].value)}</td>
              <td class="n"
                ><input
                  type="number"
                  min="0"
                  max="100"
                  step="1"
                  aria-label="Reserve of {look.name}, per cent"
                  disabled={data.role !== 'leader'}
                  value={Math.round(t.reserve * 1000) / 10}
                  onchange={(e) =>
                    terms(speciesId, { reserve: Number(e.currentTarget.value) / 100 })}
                /></td
              >
              <td class="n"
                ><input
                  type="number"
                  min="0"
                  max="99"
                  step="1"
                  aria-label="Cull rate of {look.name}, per cent"
                  disabled={data.role !== 'leader'}
                  value={Math.round(t.cull * 1000) / 10}
                  onchange={(e) => terms(speciesId, { cull: Number(e.currentTarget.value) / 100 })}
                /></td
              >
              <td class="n"
                ><input
                  type="number"
                  min="1"
                  max="10000"
                  step="1"
                  aria-label="Pack of {look.name}"
                  disabled={data.role !== 'leader'}
                  value={t.pack}
                  onchange={(e) => terms(speciesId, { pack: Number(e.currentTarget.value) })}
                /></td
              >
              <td class="n"><b>{formatNumber(quantity.value)}</b></td>
            </tr>
          {/each}
        </tbody>
      </table>
    {:else}<p class="quiet">
        Save a layout under <a href="/blocks/{data.block.id}/rows">Rows</a>; the order follows from
        it.
      </p>{/if}

    <div class="lots-head">
      <h2>Lots</h2>
      <a href="/blocks/{data.block.id}/stock/gate">Inspect at the gate</a>
      {#if mayRecord}<Button kind="tertiary" size="small" on:click={() => (adding = true)}
          >Add a lot</Button
        >{/if}
    </div>
    {#if data.lots.length}
      <table class="ledger">
        <thead
          ><tr
            ><th>Lot</th><th>Species</th><th>From</th><th class="n">Received</th><th class="n"
              >Culled</th
            ><th class="n">Issued</th><th class="n">Returned</th><th class="n">On hand</th><th
              class="n">In the air</th
            ></tr
          ></thead
        >
        <tbody>
          {#each data.lots as entry (entry.id)}
            {@const look = card(entry.speciesId)}
            <tr class:on={entry.id === lot?.id}>
              <td
                ><button class="link-button" onclick={() => (chosen = entry.id)}
                  >{entry.code}</button
                ></td
              >
              <td><span class="name"><Bead {...look} /> {look.name} {entry.age}</span></td>
              <td>{entry.nursery}<br /><small class="quiet">{entry.provenance}</small></td>
              <td class="n">{formatNumber(entry.balance.received)}</td>
              <td class="n">{formatNumber(entry.balance.culled)}</td>
              <td class="n">{formatNumber(entry.balance.issued)}</td>
              <td class="n">{formatNumber(entry.balance.returned)}</td>
              <td class="n"><b>{formatNumber(entry.balance.onHand)}</b></td>
              <td class="n" title="Minutes as at 10 °C, 80 % RH and 1 m/s: an index"
                >{formatNumber(entry.exposure)} min</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    {:else}<p class="quiet">
        No lot yet. Add one when the nursery confirms it, then enter what was received.
      </p>{/if}

    {#if lot}
      <div class="lots-head"><h2>Lot {lot.code}, what happened</h2></div>
      {#if mayRecord}
        <form class="record" onsubmit={(event) => (event.preventDefault(), void record())}>
          <Select labelText="What" selected={kind} on:update={(e) => (kind = e.detail as Recorded)}
            >{#each KINDS as [value, text] (value)}<SelectItem {value} {text} />{/each}</Select
          >
          <NumberInput labelText="Trees" min={1} hideSteppers bind:value={count} />
          <Select
            labelText="Planter"
            selected={planter}
            on:update={(e) => (planter = String(e.detail))}
            ><SelectItem
              value=""
              text="nobody in particular"
            />{#each data.planters as { id, name } (id)}<SelectItem
                value={id}
                text={name}
              />{/each}</Select
          >
          <TextInput labelText="Note" bind:value={note} maxlength={300} />
          <Button type="submit">Enter it</Button>
        </form>
      {/if}
      {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
      <table class="ledger events">
        <tbody>
          {#each [...lot.events].reverse().slice(0, 40) as event (event.id)}
            {#if event.kind !== 'correct'}
              <tr class:gone={!standing.has(event.id)}>
                <td
                  >{formatDay(event.at.slice(0, 10), true)}
                  <span class="quiet">{event.at.slice(11, 16)}</span></td
                >
                <td>{NAMES[event.kind]}</td>
                <td class="n"
                  >{event.kind === 'receive' || event.kind === 'return' ? '+' : '−'}
                  {formatNumber(event.count)}</td
                >
                <td class="quiet"
                  >{event.author}{event.note ? ` · ${event.note}` : ''}{event.planter
                    ? ` · ${data.planters.find(({ id }) => id === event.planter)?.name}`
                    : ''}</td
                >
                <td class="n"
                  >{#if !standing.has(event.id)}cancelled{:else if mayRecord}<button
                      class="link-button"
                      onclick={() => cancelEntry(event.id)}>Cancel</button
                    >{/if}</td
                >
              </tr>
            {/if}
          {:else}<tr><td class="quiet">Nothing yet. Enter what was received.</td></tr>{/each}
        </tbody>
      </table>
    {/if}
  </section>

  <aside class="comes-to">
    {#if bags.length}
      <h2>Roots in the air</h2>
      {#each bags as { lot: entry, bag } (bag.id)}
        <div class="bag">
          <RootClock allowed={bag.allowed} used={bag.used} />
          <div>
            <b>Lot {entry.code}, {card(entry.speciesId).name.toLowerCase()}</b>
            <p class="quiet num">
              open {Math.floor(bag.open)} min; this air allows {Math.floor(bag.allowed)}
            </p>
            <Button size="small" on:click={() => closeBag(entry.id, bag.id)}>Close the bag</Button>
          </div>
        </div>
      {/each}
    {/if}
    {#if data.orders.length}
      <h2>To order</h2>
      <div><span class="big">{formatNumber(total.value)}</span><span class="unit">trees</span></div>
      <div class="gap"></div>
      <Figure label="All species" figure={total} />
      {#each data.orders as { speciesId, quantity } (speciesId)}<Figure
          label={card(speciesId).name}
          figure={quantity}
        />{/each}
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
    {#if lot}
      <h2>Lot {lot.code}</h2>
      <Figure
        label="On hand"
        figure={{
          value: lot.balance.onHand,
          kind: 'count',
          formula: 'received − culled − issued + returned',
          steps: [
            { label: 'received', value: lot.balance.received, kind: 'count' },
            { label: 'culled', value: -lot.balance.culled, kind: 'count' },
            { label: 'issued', value: -lot.balance.issued, kind: 'count' },
            { label: 'returned', value: lot.balance.returned, kind: 'count' },
          ],
        }}
      />
      <Figure
        label="In the air, so far"
        figure={{
          value: lot.exposure,
          kind: 'minutes',
          formula:
            'minutes of each opening × how fast that air dries, added up; 20 is where fine roots go',
          steps: [{ label: 'openings', value: lot.openings, kind: 'count' }],
        }}
      />
      {#if !lot.open.length && data.role !== 'viewer'}<div class="buttons">
          <Button kind="tertiary" size="small" on:click={openBag}
            >Open a bag: start the clock</Button
          >
        </div>{/if}
    {/if}
    <p class="say caution">
      Wet boxes are heavy: two people lift, knees bent. Boxes stay shaded and closed.
    </p>
  </aside>
</div>

<Modal
  bind:open={adding}
  modalHeading="Add a lot"
  primaryButtonText="Add"
  secondaryButtonText="Not yet"
  size="sm"
  on:click:button--secondary={() => (adding = false)}
  on:submit={addLot}
>
  <div class="fields">
    <TextInput labelText="Code on the label" bind:value={fresh.code} maxlength={20} />
    <Select
      labelText="Species"
      selected={fresh.speciesId || data.species[0]?.id}
      on:update={(e) => (fresh.speciesId = String(e.detail))}
      >{#each data.species as { id, name } (id)}<SelectItem value={id} text={name} />{/each}</Select
    >
    <TextInput labelText="Nursery" bind:value={fresh.nursery} maxlength={80} />
    <TextInput labelText="Provenance or seed lot" bind:value={fresh.provenance} maxlength={80} />
    <TextInput
      labelText="Age, years in seedbed + in transplant bed"
      bind:value={fresh.age}
      maxlength={12}
    />
    {#if wrong && adding}<p class="say stop" role="alert">{wrong}</p>{/if}
  </div>
</Modal>

<style>
  .gap {
    height: 10px;
  }
  .name {
    display: inline-flex;
    gap: 7px;
    align-items: center;
    white-space: nowrap;
  }
  .orders input {
    width: 62px;
    font: 14.5px var(--text);
    text-align: right;
    height: 28px;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    border-bottom: 2px solid var(--ink);
  }
  tr.on {
    background: var(--viridian-tint);
  }
  .lots-head {
    display: flex;
    justify-content: space-between;
    align-items: end;
    margin-top: 22px;
  }
  .record {
    display: grid;
    grid-template-columns: 120px 100px 170px 1fr auto;
    gap: 10px;
    align-items: end;
    margin: 6px 0 10px;
  }
  .events tr.gone {
    text-decoration: line-through;
    color: var(--faint);
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
  .fields {
    display: grid;
    gap: 12px;
  }
  @media (max-width: 700px) {
    .record {
      grid-template-columns: 1fr 1fr;
    }
    .panel {
      overflow-x: auto;
    }
  }
</style>
