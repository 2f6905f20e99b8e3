<script lang="ts">
  import { usualAge } from '$core/stock/carry';
  import { howMany } from '$lib/parts/how-many';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { saveWhole } from '$lib/parts/whole.svelte';
  import { Button } from 'carbon-components-svelte';
  import { goto } from '$app/navigation';
  import { v7 as uuid } from 'uuid';
  import { formatDay } from '$core/measure/dates';
  import { formatNumber } from '$core/measure/units';
  import { rangesOf } from '$core/measure/ranges';
  import BringOrder from './BringOrder.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import SpeciesName from '$lib/parts/SpeciesName.svelte';
  import LineDialog from './LineDialog.svelte';
  import type { OrderLine } from '$core/stock/orders';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const card = (id: string) => data.species.find((entry) => entry.id === id)!;
  const leads = $derived(data.role === 'leader');
  const mayRecord = $derived(leads || data.role === 'checker');
  /** Every place of the plan has its tree: what is still ordered is for something else. */
  const allPlanted = $derived(Boolean(data.layout && data.planted >= data.layout.trees));
  /** Where the whole order stands; what is nothing is left out. */
  const stands = $derived(
    [
      data.stands.toAsk && `${howMany(data.stands.toAsk, 'tree')} not asked for yet`,
      data.stands.unanswered && `${formatNumber(data.stands.unanswered)} asked for, not confirmed`,
      data.stands.toCome && `${formatNumber(data.stands.toCome)} confirmed, still to come`,
    ].filter(Boolean),
  );
  const doing = new Doing();
  let editing = $state<OrderLine & { edition: number }>();

  const attempt = (task: () => Promise<unknown>) =>
    doing.run(async () => {
      await task();
    });
  const terms = (speciesId: string, next: object) => {
    const order = data.quantities.find((entry) => entry.speciesId === speciesId)!;
    return attempt(() =>
      saveWhole(
        'stock.terms',
        {
          before: { terms: order.terms },
          mine: { terms: { ...order.terms, ...next } },
          edition: data.block.termsEdition,
        },
        (value, edition) => ({ blockId: data.block.id, speciesId, ...value, edition }),
      ),
    );
  };
  const total = $derived({
    value: data.quantities.reduce((sum, { quantity }) => sum + quantity.value, 0),
    kind: 'count' as const,
    formula: 'the orders of all species added up',
    steps: data.quantities.map(({ speciesId, quantity }) => ({
      label: card(speciesId).name,
      value: quantity.value,
      kind: 'count' as const,
    })),
  });
  const lineFor = (
    speciesId: string,
    count: number,
    replaces: string | null = null,
  ): OrderLine & { edition: number } => ({
    edition: 0,
    id: uuid(),
    species: speciesId,
    replaces,
    nursery: data.lines.at(-1)?.nursery ?? '',
    provenance: '',
    seedLot: '',
    age: usualAge(card(speciesId).stock),
    count,
    pack: data.quantities.find((entry) => entry.speciesId === speciesId)?.terms.pack ?? 50,
    state: 'asked',
    confirmed: null,
    deliverOn: data.receiveOn ?? null,
    note: '',
  });
  const instead = (speciesId: string) =>
    goto(`?instead=${speciesId}`, { keepFocus: true, noScroll: true });
  const STATES = { asked: 'asked', confirmed: 'confirmed', declined: 'declined' };
</script>

<svelte:head><title>Order · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <h2>
      What the plan needs{data.layout ? `, from version ${data.layout.number} of the rows` : ''}
    </h2>
    {#if data.quantities.length}
      <div class="wide">
        <table class="ledger orders">
          <thead
            ><tr
              ><th>Species</th><th class="n">Positions</th><th class="n">Reserve %</th><th class="n"
                >Cull %</th
              ><th class="n">Pack</th><th class="n">Order</th><th class="n">Confirmed</th><th
                class="n">Short</th
              ><th></th></tr
            ></thead
          >
          <tbody>
            {#each data.quantities as { speciesId, terms: t, quantity }, i (speciesId)}
              {@const look = card(speciesId)}
              {@const cover = data.cover[i]}
              {#snippet term(
                label: string,
                value: number,
                most: number,
                take: (n: number) => object,
              )}
                <td class="n"
                  ><NumberBox
                    min={label === 'Pack' ? 1 : 0}
                    max={most}
                    step="1"
                    aria-label="{label} of {look.name}"
                    disabled={!leads}
                    {value}
                    onvalue={(typed) => terms(speciesId, take(typed))}
                  /></td
                >
              {/snippet}
              <tr>
                <td><SpeciesName card={look} /></td>
                <td class="n">{formatNumber(quantity.steps[0].value)}</td>
                {@render term('Reserve', Math.round(t.reserve * 1000) / 10, 100, (n) => ({
                  reserve: n / 100,
                }))}
                {@render term('Cull rate', Math.round(t.cull * 1000) / 10, 99, (n) => ({
                  cull: n / 100,
                }))}
                {@render term('Pack', t.pack, 10_000, (n) => ({ pack: n }))}
                <td class="n"><b>{formatNumber(quantity.value)}</b></td>
                <td class="n"
                  >{formatNumber(cover.confirmed)}{#if cover.substituted}<br /><small class="quiet"
                      >{formatNumber(cover.substituted)} instead</small
                    >{/if}</td
                >
                <td class="n"
                  >{#if cover.short}<b class="short">{formatNumber(cover.short)}</b
                    >{:else}0{/if}</td
                >
                <td class="n acts">
                  {#if leads && cover.toAsk}<button
                      class="link-button"
                      onclick={() => (editing = lineFor(speciesId, cover.toAsk))}
                      >Ask for {formatNumber(cover.toAsk)}</button
                    >{/if}
                  {#if cover.short}<button class="link-button" onclick={() => instead(speciesId)}
                      >What instead?</button
                    >{/if}
                </td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    {:else}<p class="quiet">
        Save a layout under <a href="/blocks/{data.block.id}/rows">Rows</a>; the order follows from
        it.
      </p>{/if}
    <Outcome of={doing} />

    {#each data.tranches as { day, lines, trees } (day)}
      <h2>
        {day ? `Delivery of ${formatDay(day, true)}` : 'Without a day yet'}, {howMany(
          trees,
          'tree',
        )}
        {#if day && !allPlanted && data.block.plantingDay && day > data.block.plantingDay}<span
            class="short">after planting begins</span
          >{/if}
      </h2>
      {@render table(lines)}
    {/each}
    {#if data.lines.some(({ state }) => state === 'declined')}
      <h2>Declined</h2>
      {@render table(data.lines.filter(({ state }) => state === 'declined'))}
    {/if}
    {#if !data.lines.length}<p class="quiet none">
        {allPlanted
          ? 'No order was written down here.'
          : 'Nothing asked for yet. Order about a year ahead; nurseries sow what is spoken for.'}
      </p>{/if}

    {#if data.instead}
      <h2>Instead of {card(data.instead.species).name.toLowerCase()}</h2>
      <p>
        {formatNumber(data.instead.of)} places of the plan are its. Wires, buildings, damp and light decide
        what else may stand there.
      </p>
      <table class="ledger">
        <tbody>
          {#each data.instead.candidates as { species, places, rows } (species)}
            <tr>
              <td><SpeciesName card={card(species)} /></td>
              <td class="n"
                ><b>{formatNumber(places)}</b> of {formatNumber(data.instead.of)} places</td
              >
              <td class="quiet num"
                >{places === data.instead.of
                  ? 'everywhere'
                  : rows.length
                    ? `rows ${rangesOf(rows.map(({ row }) => row))}`
                    : 'nowhere'}</td
              >
              <td class="n"
                >{#if leads && places}<button
                    class="link-button"
                    onclick={() =>
                      (editing = lineFor(
                        species,
                        Math.min(
                          places,
                          data.cover.find((c) => c.species === data.instead!.species)!.short,
                        ),
                        data.instead!.species,
                      ))}>Ask for it</button
                  >{/if}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
  </section>

  <aside class="comes-to">
    {#if data.quantities.length}
      <h2>{allPlanted ? 'The plan asked for' : 'To order'}</h2>
      <div><span class="big">{formatNumber(total.value)}</span><span class="unit">trees</span></div>
      <p class="quiet stands">
        {allPlanted ? 'Every place is planted: the plan wants nothing more. ' : ''}{stands.length
          ? `${stands.join('; ')}.`
          : 'Nothing is left to ask for or to come.'}
      </p>
      <Figure label="All species" figure={total} />
      {#each data.quantities as { speciesId, quantity } (speciesId)}<Figure
          label={card(speciesId).name}
          figure={quantity}
        />{/each}
    {/if}
    {#if leads && data.species.length}
      <div class="buttons">
        <Button
          kind="tertiary"
          size="small"
          on:click={() =>
            (editing = lineFor(data.quantities[0]?.speciesId ?? data.species[0].id, 100))}
          >Add a line</Button
        >
      </div>
    {/if}
    <h2>Files</h2>
    {#if leads}
      <BringOrder
        blockId={data.block.id}
        lines={data.lines}
        species={data.species}
        onwrong={(message) => (doing.wrong = message)}
      />
    {/if}
    <p class="out">
      <a href="/blocks/{data.block.id}/stock/orders.csv" download>Take the order out as CSV</a>
    </p>
  </aside>
</div>

{#snippet table(lines: readonly OrderLine[])}
  <div class="wide">
    <table class="ledger lines">
      <colgroup
        ><col style:width="21%" /><col style:width="22%" /><col style:width="10%" /><col
          style:width="17%"
        /><col style:width="13%" /><col style:width="17%" /></colgroup
      >
      <thead class="visually-hidden"
        ><tr
          ><th>Species</th><th>Nursery</th><th>Trees</th><th>Confirmed</th><th>Received</th><th
          ></th></tr
        ></thead
      >
      <tbody>
        {#each lines as line (line.id)}
          <tr>
            <td
              ><SpeciesName card={card(line.species)} after={line.age} />{#if line.replaces}<br
                /><small class="quiet">for {card(line.replaces).name.toLowerCase()}</small
                >{/if}{#if data.refills[line.id]}<br /><small class="quiet"
                  >for refill {data.refills[line.id]}</small
                >{/if}</td
            >
            <td
              >{line.nursery}{#if line.provenance || line.seedLot}<br /><small class="quiet"
                  >{[line.provenance, line.seedLot && `seed lot ${line.seedLot}`]
                    .filter(Boolean)
                    .join(', ')}</small
                >{/if}</td
            >
            <td class="n num">{formatNumber(line.count)}</td>
            <td class="n num"
              >{line.state === 'confirmed'
                ? `${formatNumber(line.confirmed ?? line.count)} confirmed`
                : STATES[line.state]}</td
            >
            <td class="n num"
              >{#if data.came[line.id].trees}{formatNumber(data.came[line.id].trees)} came{:else if line.deliverOn && line.deliverOn < data.today && line.state === 'confirmed'}overdue{/if}{#each data.came[line.id].lots as { id, code } (id)}<br
                /><a href="/blocks/{data.block.id}/stock?lot={id}">lot {code}</a>{/each}</td
            >
            <td class="n"
              >{#if mayRecord && line.state === 'confirmed' && data.came[line.id].toCome}<a
                  class="came"
                  href="/blocks/{data.block.id}/stock?line={line.id}"
                  >Add its lot<span class="visually-hidden">
                    : {card(line.species).name} from {line.nursery}</span
                  ></a
                >{/if}
              {#if leads}<button
                  class="link-button"
                  onclick={() => (editing = data.lines.find(({ id }) => id === line.id))}
                  >Change<span class="visually-hidden">
                    {card(line.species).name} from {line.nursery}</span
                  ></button
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/snippet}

{#if editing}
  <LineDialog
    line={editing}
    block={data.block.id}
    species={data.species}
    known={data.lines.some(({ id }) => id === editing?.id)}
    onclose={() => (editing = undefined)}
  />
{/if}

<style>
  .out {
    margin-top: 10px;
  }
  .stands {
    margin: 4px 0 10px;
  }
  .came {
    margin-right: 10px;
  }
  .orders :global(input) {
    width: 62px;
    font: 14.5px var(--text);
    text-align: right;
    height: 28px;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    border-bottom: 2px solid var(--ink);
  }
  .lines {
    table-layout: fixed;
    min-width: 620px;
  }
  .short {
    color: var(--clay);
  }
  .none {
    margin-top: 14px;
  }
  .acts {
    white-space: nowrap;
  }
  .acts button + button {
    margin-left: 12px;
  }
</style>
