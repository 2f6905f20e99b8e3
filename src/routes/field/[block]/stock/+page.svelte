<script lang="ts">
  import type { Given } from '$lib/rooms/contracts';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import type { FieldKey } from '$lib/words/field';
  import { page } from '$app/state';
  import { untrack } from 'svelte';
  import ClosedWhen from '$lib/field/ClosedWhen.svelte';
  import Vessel from '$lib/field/Vessel.svelte';
  import { minutesLeft } from '$core/stock/calls';
  import { vesselClock, type Air } from '$core/stock/exposure';
  import { offeredPlaces, soakState } from '$core/stock/keeping';
  import { overUsed } from '$lib/parts/used-up';
  import { readCode } from '$core/stock/label';
  import { admitTo, balanceWith, type Holder, type StockEventKind } from '$core/stock/ledger';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import Scanner from '$lib/field/Scanner.svelte';
  import { soaksWith, toEvent, vesselsWith } from '$lib/field/lot-on-phone';
  import { fieldWork } from '$lib/field/work.svelte';
  import RootClock from '$lib/parts/RootClock.svelte';
  import SpeciesName from '$lib/parts/SpeciesName.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['stock.record', 'stock.root']);
  const { outbox } = work;
  const { say, spoken, number, time } = useTongue();
  let chosen = $state(untrack(() => page.url.searchParams.get('lot') ?? ''));
  let typed = $state('');
  let wrong = $state('');
  let told = $state('');
  let doing = $state<StockEventKind>();
  const lot = $derived(data.lots.find(({ id }) => id === chosen));
  const card = $derived(lot && data.species.find(({ id }) => id === lot.speciesId)!);

  type Entered = Given<'stock.record'>;
  /** What this phone's figures do not bear, but may be true all the same. */
  let held = $state<Entered>();
  const recorded = $derived(
    outbox.pending('stock.record').filter((entry) => entry.lotId === lot?.id),
  );
  /** The lot's balance with what this phone has entered and the page does not count yet. */
  const balance = $derived(lot && balanceWith(lot.balance, recorded.map(toEvent)));
  const offered = $derived(offeredPlaces(data.places, balance?.held ?? []));
  const roots = $derived(outbox.pending('stock.root').filter((entry) => entry.lotId === lot?.id));
  const vessels = $derived(lot ? vesselsWith(lot.vessels, roots, data.airNow as Air) : []);
  const soaks = $derived(lot ? soaksWith(lot.soaks, recorded) : []);
  const placeName = (id: string) =>
    data.places.find((place) => place.id === id)?.name ?? say('boxes.store');
  const holderName = (holder: Holder) =>
    holder.startsWith('p:')
      ? placeName(holder.slice(2))
      : (data.planters.find(({ id }) => holder === `c:${id}`)?.name ?? say('boxes.wholeCrew'));

  const ACTIONS = [
    ...(['issue', 'return', 'move', 'receive', 'soak', 'dip', 'water', 'cull', 'lose'] as const),
  ];
  const action = (kind: StockEventKind) => say(`boxes.${kind}` as FieldKey);
  const CLOCK = {
    left: {
      unit: say('boxes.min'),
      spoken: (left: number, of: number) => say('boxes.left', { left, of }),
    },
    over: {
      unit: say('boxes.minOver'),
      spoken: (over: number, of: number) => say('boxes.over', { over, of }),
    },
  };
  let count = $state<number>();
  let planter = $state('');
  let place = $state('');
  let to = $state('');
  function begin(kind: StockEventKind) {
    doing = kind;
    wrong = '';
    told = '';
    count = lot?.perBox;
    place =
      balance?.held
        .filter(([holder, n]) => holder.startsWith('p:') && n > 0)
        .sort((a, b) => b[1] - a[1])[0]?.[0]
        .slice(2) ??
      offered[0]?.id ??
      '';
    to = offered.find(({ id }) => id !== place)?.id ?? '';
  }
  async function enter() {
    if (!lot || !balance || !doing) return;
    wrong = '';
    const asksPlanter = doing === 'issue' || doing === 'return' || doing === 'lose';
    const entry: Entered = {
      ...work.event(),
      lotId: lot.id,
      kind: doing,
      count: Number(count),
      planterId: (asksPlanter && planter) || null,
      placeId: doing === 'lose' && planter ? null : place || null,
      toId: doing === 'move' ? to || null : null,
      corrects: null,
      closes: null,
      blockId: data.block.id,
      note: '',
    };
    try {
      // The same check as on the server, so that a slip is told here and now.
      admitTo({ balance, known: false }, toEvent(entry), {
        lot: lot.code,
        holder: holderName,
      });
      await keep(entry);
    } catch (error) {
      wrong = spoken(error);
      // What goes with it may be on another phone: what really happened can be entered all the same.
      held = entry;
    }
  }
  async function keep(entry: Entered) {
    await outbox.add('stock.record', entry);
    told = say('boxes.kept', {
      ...{ what: action(entry.kind), trees: entry.count, code: lot?.code ?? '' },
    });
    doing = undefined;
    held = undefined;
    wrong = '';
    navigator.vibrate?.(30);
  }
  const openBag = () =>
    outbox.add('stock.root', {
      ...work.event(),
      lotId: lot!.id,
      kind: 'open',
      closes: null,
      label: say('boxes.bag', { number: vessels.length + 1 }),
    });
  const closeBag = (closes: string, at?: string) =>
    outbox.add('stock.root', {
      ...work.event(),
      ...(at ? { at } : {}),
      lotId: lot!.id,
      kind: 'close',
      closes,
      label: '',
    });
  const drain = (soak: { id: string; count: number }) =>
    outbox.add('stock.record', {
      ...work.event(),
      lotId: lot!.id,
      kind: 'drain',
      count: soak.count,
      planterId: null,
      placeId: null,
      toId: null,
      corrects: null,
      closes: soak.id,
      blockId: data.block.id,
      note: '',
    });

  function look(text: string) {
    wrong = '';
    told = '';
    // A lot's own code finds it too; where two lots of the block share one the label decides.
    const own = data.lots.filter(({ code }) => code.toLowerCase() === text.trim().toLowerCase());
    if (own.length === 1) {
      chosen = own[0].id;
      doing = undefined;
      typed = '';
      return;
    }
    try {
      const code = readCode(text);
      const found = data.lots.find((entry) => entry.shortCode === code);
      const other = data.elsewhere.find((entry) => entry.shortCode === code);
      if (found) {
        chosen = found.id;
        doing = undefined;
        typed = '';
      } else if (other)
        wrong = say('boxes.elsewhere', {
          ...{ code: other.code, block: other.block, here: data.block.name },
        });
      else wrong = say('boxes.unknown', { code });
    } catch (error) {
      wrong = spoken(error);
    }
  }
</script>

<svelte:head><title>{say('boxes.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  {outbox}
  block={data.block}
  siteId={data.site?.id}
>
  {#if !lot}
    <h1>{say('boxes.which')}</h1>
    <Scanner onread={look} onerror={(message) => (wrong = message)} />
    <form onsubmit={(event) => (event.preventDefault(), look(typed))}>
      <label>
        {say('boxes.code')}
        <input bind:value={typed} placeholder="7K2M-Q4X" autocapitalize="characters" />
      </label>
    </form>
    {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
    <p class="quiet">{say('boxes.list')}</p>
    {@const there = data.lots.filter(({ balance }) => balance.onHand || balance.out)}
    {@const gone = data.lots.filter((entry) => !there.includes(entry))}
    {#each there as entry (entry.id)}{@render pick(entry)}{/each}
    {#if gone.length}
      <details>
        <summary>{say('boxes.gone', { lots: gone.length })}</summary>
        <div class="gone">
          {#each gone as entry (entry.id)}{@render pick(entry)}{/each}
        </div>
      </details>
    {/if}
    {#if !data.lots.length}<p class="say">{say('boxes.none')}</p>{/if}
  {:else if balance && card}
    <div class="title">
      <h1>{say('boxes.lot', { code: lot.code })}</h1>
      <button class="link-button" onclick={() => ((chosen = ''), (doing = undefined))}
        >{say('boxes.other')}</button
      >
    </div>
    <SpeciesName {card} after={lot.age} large />
    <div class="count">
      <span class="huge num" data-testid="on-hand">{number(balance.onHand)}</span>
      <span
        >{say('boxes.onHand')}<br /><span class="quiet num"
          >{say('boxes.withCrew', { trees: balance.out })}</span
        ></span
      >
    </div>
    {#if told}<p class="say good" role="status">{told}</p>{/if}
    {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
    {#if held}
      <p class="say">
        {say('boxes.lateAsk')}
      </p>
      <button type="button" class="go plain" onclick={() => keep({ ...held!, late: true })}
        >{say('boxes.lateKeep')}</button
      >
    {/if}
    {#if doing}
      <form class="entry" onsubmit={(event) => (event.preventDefault(), void enter())}>
        <h2>{action(doing)}</h2>
        <label>{say('boxes.trees')} <NumberBox min="1" bind:value={count} /></label>
        <div class="chips">
          {#each [1, 2, 5] as boxes (boxes)}<button
              type="button"
              class="go plain"
              onclick={() => (count = boxes * lot.perBox)}>{say('boxes.boxes', { boxes })}</button
            >{/each}
        </div>
        {#if doing === 'issue' || doing === 'return' || doing === 'lose'}
          <label
            >{say(doing === 'issue' ? 'boxes.to' : 'boxes.from')}
            <select bind:value={planter}
              ><option value="">{say(doing === 'lose' ? 'boxes.store' : 'boxes.wholeCrew')}</option
              >{#each data.planters as { id, name } (id)}<option value={id}>{name}</option
                >{/each}</select
            ></label
          >
        {/if}
        {#if !(doing === 'lose' && planter)}
          <label
            >{say(doing === 'return' || doing === 'receive' ? 'boxes.into' : 'boxes.from')}
            <select bind:value={place}
              ><option value="">{say('boxes.noPlace')}</option
              >{#each offered as { id, name } (id)}<option value={id}>{name}</option>{/each}</select
            ></label
          >
        {/if}
        {#if doing === 'move'}
          <label
            >{say('boxes.to')}
            <select bind:value={to}
              >{#each offered as { id, name } (id)}<option value={id}>{name}</option>{/each}</select
            ></label
          >
        {/if}
        <button type="submit" class="go">{say('boxes.enter')}</button>
        <button type="button" class="go plain" onclick={() => (doing = undefined)}
          >{say('boxes.notNow')}</button
        >
      </form>
    {:else}
      {#each vessels as vessel (vessel.id)}
        {@const state = vesselClock(vessel, data.airNow as Air, lot.dip, work.clock)}
        <Vessel over={state.left < 0}>
          {#snippet clock()}{#if !state.forgotten}<RootClock
                allowed={state.allowed}
                used={state.used}
                size={92}
                words={CLOCK}
              />{/if}{/snippet}
          <b>{vessel.label || say('boxes.bag', { number: '' })}</b>
          {#if state.forgotten && data.mayTally}<ClosedWhen
              began={Date.parse(vessel.openedAt)}
              onclose={(at) => closeBag(vessel.id, at)}
            />
          {:else}<p class="num">{say('boxes.out', minutesLeft(state))}</p>{/if}
          {#if data.mayTally && !state.forgotten}<button
              class="go"
              onclick={() => closeBag(vessel.id)}>{say('boxes.close')}</button
            >{/if}
        </Vessel>
      {/each}
      {#each soaks as soak (soak.id)}
        {@const state = soakState(soak.startedAt, work.clock)}
        <Vessel over={state.state === 'too-long'}>
          <b>{say('boxes.inWater', { trees: soak.count, hours: number(state.hours, 1) })}</b>
          <p>
            {state.state === 'too-soon'
              ? say('boxes.leave', { time: time(state.readyAt) })
              : state.state === 'ready'
                ? say('boxes.ready', { time: time(state.overAt) })
                : say('boxes.takeOut')}
          </p>
          {#if data.mayRecord}<button class="go" onclick={() => drain(soak)}
              >{say('boxes.takenOut')}</button
            >{/if}
        </Vessel>
      {/each}
      {#if data.mayTally}<button class="go roots" onclick={openBag}>{say('rows.rootsStart')}</button
        >{/if}
      {#if data.mayRecord}
        <div class="actions">
          {#each ACTIONS as kind (kind)}
            <button class="go plain" onclick={() => begin(kind)}>{action(kind)}</button>
          {/each}
        </div>
      {/if}
      <details>
        <summary>{say('boxes.where')}</summary>
        {#each balance.held.filter(([, n]) => n) as [holder, n] (holder)}
          <p class="held num"><span>{holderName(holder)}</span><b>{number(n)}</b></p>
        {/each}
      </details>
    {/if}
  {/if}
  <p class="quiet">{say('boxes.lift')}</p>
</FieldFrame>

{#snippet pick(entry: PageData['lots'][number])}
  {@const look = data.species.find(({ id }) => id === entry.speciesId)!}
  <button class="lot" onclick={() => (chosen = entry.id)}>
    <span><b>{entry.code}</b> {look.name}</span>
    <span class="num">{number(entry.balance.onHand)}</span>
    <small class="num" class:over={entry.balance.onHand && entry.stress >= 1}
      >{entry.balance.onHand
        ? say('boxes.used', {
            percent: Math.round(100 * entry.stress),
            over: overUsed(entry.stress) ? 'yes' : 'no',
          })
        : ''}</small
    >
  </button>
{/snippet}

<style>
  details summary {
    min-height: 56px;
    display: flex;
    align-items: center;
    color: var(--viridian);
  }
  .gone {
    display: grid;
    gap: 12px;
  }
  .lot {
    display: grid;
    grid-template-columns: 1fr auto 92px;
    align-items: center;
    min-height: 60px;
    padding: 0 14px;
    font: 19px var(--text);
    background: var(--sheet);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
    cursor: pointer;
    text-align: left;
  }
  .lot small {
    color: var(--slate);
    font-size: 14px;
    text-align: right;
  }
  .lot small.over {
    color: var(--clay);
    font-weight: 650;
  }
  .title {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  .title button {
    min-height: 44px;
    font-size: 17px;
  }
  .count {
    display: flex;
    gap: 14px;
    align-items: end;
    font-size: 18px;
    line-height: 1.3;
  }
  .huge {
    font: 750 56px/0.95 var(--text);
  }
  .entry {
    display: grid;
    gap: 12px;
  }
  h2 {
    font-size: 22px;
    margin: 0;
  }
  .chips,
  .actions {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 8px;
  }
  .roots {
    background: var(--clay) !important;
    color: #fff !important;
  }
  .held {
    display: flex;
    justify-content: space-between;
    font-size: 17px;
    padding: 6px 0;
  }
  summary {
    min-height: 44px;
    display: flex;
    align-items: center;
    color: var(--viridian);
    font-weight: 600;
  }
</style>
