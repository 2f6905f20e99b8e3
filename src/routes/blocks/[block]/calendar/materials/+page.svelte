<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { words } from '$lib/words';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import type { CalendarTerms } from '$core/calendar/terms';
  import { saveWhole } from '$lib/parts/whole.svelte';
  import { TextInput } from 'carbon-components-svelte';
  import { costATree, guardsAgainstFence, type MaterialTerms } from '$core/calendar/materials';
  import { asStored, inPurchaseUnits, purchaseUnit } from '$core/calendar/purchase';
  import { formatDay } from '$core/measure/dates';
  import { formatDistance, formatNumber, inUnits } from '$core/measure/units';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  /** A tree is a tree and a guard a guard; only measures are named. */
  const UNITS: Record<string, string> = { tree: '', piece: '', day: 'days', time: 'times' };
  const doing = new Doing();
  const money = (value: number, decimals = 0) =>
    `${formatNumber(value, decimals)}${data.currency ? ` ${data.currency}` : ''}`;
  const amount = (value: number) => formatNumber(value, value < 100 && value % 1 ? 1 : 0);

  const keep = (terms: CalendarTerms) =>
    doing.run(async () => {
      const before = Object.fromEntries(
        Object.keys(terms).map((part) => [
          part,
          data.block.calendarTerms[part as keyof CalendarTerms],
        ]),
      );
      await saveWhole(
        'calendar.terms',
        { before: { terms: before }, mine: { terms }, edition: data.block.termsEdition },
        (value, edition) => ({ blockId: data.block.id, ...value, edition }),
      );
    });
  /** The bill as this reader buys: feet, pounds, gallons and cubic yards for those who use them. */
  const lines = $derived(data.bill.lines.map((line) => inPurchaseUnits(line, units.system)));
  /** @param typed in the reader's units */
  const setLine = (key: string, typed: Partial<MaterialTerms>) => {
    const line = data.bill.lines.find((entry) => entry.key === key)!;
    const part = asStored(line, typed, units.system);
    return keep({
      materials: {
        ...data.block.calendarTerms.materials,
        [key]: { ...line.terms, ...part },
      },
    });
  };
  const priceOf = (key: string) => data.block.calendarTerms.materials?.[key]?.price ?? null;
  const guard = $derived(
    priceOf('guards') === null ? null : priceOf('guards')! + (priceOf('canes') ?? 0),
  );
  const versus = $derived(guardsAgainstFence(guard, priceOf('fence'), data.trees, data.perimeter));
  const tree = $derived(costATree(data.bill.cost.value, data.trees, data.estimate));
  const toBuy = $derived(
    lines
      .filter(({ buy, buyBy }) => buy > 0 && buyBy && buyBy >= data.today!)
      .sort((a, b) => (a.buyBy! < b.buyBy! ? -1 : 1)),
  );
  const overdue = $derived(
    data.planted ? [] : lines.filter(({ buy, buyBy }) => buy > 0 && buyBy && buyBy < data.today!),
  );

  /** A line's term as it was typed: an emptied price is open again, an empty pack is one of a kind. */
  const typedOf = (key: 'onHand' | 'pack' | 'price' | 'costShare', typed: number | null) => ({
    [key]:
      key === 'price'
        ? typed
        : key === 'costShare'
          ? (typed ?? 0) / 100
          : (typed ?? (key === 'pack' ? 1 : 0)),
  });
  const fence = { key: 'fence', unit: 'm' };
  const aFoot = $derived(purchaseUnit(fence, units.system).one);
  const keepFence = (typed: number | null) =>
    keep({
      materials: {
        ...data.block.calendarTerms.materials,
        fence: {
          ...{ pack: 1, onHand: 0, costShare: 0 },
          ...data.block.calendarTerms.materials?.fence,
          price: asStored(fence, { price: typed }, units.system).price,
        },
      },
    });
</script>

<svelte:head><title>Materials and money · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <div class="head">
      <h2>Everything for {howMany(data.trees, 'tree')}, from the method and the layout</h2>
      <span class="acts">
        <a href="/blocks/{data.block.id}/calendar/materials.csv?units={units.system}" download
          >CSV</a
        >
        <a
          href="/blocks/{data.block.id}/calendar/materials.pdf?units={units.system}"
          target="_blank">Print</a
        >
      </span>
    </div>
    {#if !data.trees}<p class="say">There is no layout yet; materials follow its trees.</p>{/if}
    <div class="wide">
      <table class="ledger">
        <thead
          ><tr
            ><th>What</th><th class="n">A tree</th><th class="n">Needed</th><th class="n"
              >On hand</th
            ><th class="n">Pack</th><th class="n">Price</th><th class="n">Others pay %</th><th
              class="n">To buy</th
            ><th class="n">Cost</th></tr
          ></thead
        >
        <tbody>
          {#each lines as line (line.key)}
            {@const work = line.unit === 'h' || line.unit === 'day' || line.unit === 'time'}
            {@const hung = line.key.startsWith('own-')}
            <tr>
              <td
                >{words(line.label)}<br /><small class="quiet"
                  >{line.needed.formula ? words(line.needed.formula, units) : ''}</small
                ></td
              >
              <td class="n"
                >{line.perTree >= 0.01
                  ? formatNumber(line.perTree, line.perTree % 1 ? 3 : 0)
                  : '–'}</td
              >
              <td class="n nowrap">{amount(line.needed.value)} {UNITS[line.unit] ?? line.unit}</td>
              {#each [['onHand', line.terms.onHand], ['pack', line.terms.pack], ['price', line.terms.price], ['costShare', line.terms.costShare]] as const as [key, value] (key)}
                <td class="n"
                  >{#if hung}{key === 'price'
                      ? amount(value ?? 0)
                      : ''}{:else if work && (key === 'onHand' || key === 'pack')}{:else}<NumberBox
                      min="0"
                      step="any"
                      disabled={!data.mayPlan}
                      value={key === 'costShare' ? Math.round((value ?? 0) * 100) : value}
                      placeholder={key === 'price' ? 'open' : ''}
                      aria-label="{key === 'onHand'
                        ? 'On hand'
                        : key === 'pack'
                          ? 'Pack'
                          : key === 'price'
                            ? 'Price'
                            : 'Others pay, per cent'} of {words(line.label)}"
                      onvalue={(typed) => void setLine(line.key, typedOf(key, typed))}
                      onempty={() => void setLine(line.key, typedOf(key, null))}
                    />{/if}</td
                >
              {/each}
              <td class="n nowrap"
                >{work ? '' : amount(line.buy)}{#if line.buyBy && line.buy}<br /><small
                    class:late={!data.planted && line.buyBy < data.today!}
                    >by {formatDay(line.buyBy, true)}</small
                  >{/if}{#if line.arranged}<br /><small class="quiet"
                    >{amount(line.arranged)} asked for or here</small
                  >{/if}{#if line.used}<br /><small class="quiet"
                    >{amount(line.used)} in the ground</small
                  >{/if}</td
              >
              <td class="n nowrap">{line.cost === null ? '–' : money(line.cost)}</td>
            </tr>
          {/each}
        </tbody>
        <tfoot
          ><tr
            ><td colspan="8">All that has a price</td><td class="n nowrap"
              ><b>{money(data.bill.cost.value)}</b></td
            ></tr
          ></tfoot
        >
      </table>
    </div>
    <Outcome of={doing} />
    {#if data.bill.unpriced.length}<p class="quiet">
        Without a price, and counted as nothing: {data.bill.unpriced
          .map((name) => words(name))
          .join(', ')}.
      </p>{/if}
  </section>
  <aside class="comes-to">
    <h2>Cost</h2>
    <div>
      <span class="big">{money(data.bill.cost.value)}</span>
    </div>
    <Figure label="Cost" figure={data.bill.cost} />
    <Figure label="Yours, after cost share" figure={data.bill.own} />
    {#if tree && data.bill.cost.value > 0}
      <Figure
        label="A planted tree"
        figure={{ ...tree.planted, value: Math.round(tree.planted.value * 100) / 100 }}
      />
      {#if tree.living}<p class="figure-line">
          <span>A living tree, as counted</span><b class="num">{money(tree.living.value, 2)}</b>
        </p>
        <p class="quiet small num">
          {money(tree.living.low, 2)} to {Number.isFinite(tree.living.high)
            ? money(tree.living.high, 2)
            : 'more'}, by the count’s interval
        </p>{/if}
    {/if}
    <h2>Against browsing</h2>
    <p>
      {inUnits(data.browse, units.system)}.
      <a href="/blocks/{data.block.id}/method">Change it under Method</a>
    </p>
    {#if data.mayPlan}
      <label class="field"
        >Fence, price a {units.system === 'us' ? 'foot' : 'metre'}
        <NumberBox
          min="0"
          step="any"
          value={priceOf('fence') === null
            ? null
            : Number((priceOf('fence')! * aFoot).toPrecision(5))}
          onvalue={keepFence}
          onempty={() => keepFence(null)}
        /></label
      >
    {/if}
    {#if versus}
      <p>
        Guards {money(versus.guards)}, a fence of {formatDistance(data.perimeter, units.system)}
        {money(versus.fence)}:
        <b>{versus.cheaper === 'guards' ? 'guards are' : 'the fence is'} cheaper.</b>
      </p>
      <Figure label="Fence pays up to" figure={versus.breakEven} />
    {:else}<p class="quiet">
        With a price for guards and for the fence the break-even is shown here.
      </p>{/if}
    {#if overdue.length || toBuy.length}
      <h2>Buy by</h2>
      {#each [...overdue, ...toBuy].slice(0, 6) as line (line.key)}<p class="figure-line">
          <span
            >{amount(line.buy)}
            {line.unit === 'piece' || line.unit === 'tree' ? '' : line.unit}
            {words(line.label)}</span
          ><b class="num" class:late={line.buyBy! < data.today!}>{formatDay(line.buyBy!)}</b>
        </p>{/each}
    {/if}
    {#if data.mayPlan}
      <TextInput
        labelText="Money is written with"
        value={data.currency}
        maxlength={8}
        placeholder="such as EUR"
        on:change={(e) => keep({ currency: String(e.detail ?? '') })}
      />
    {/if}
  </aside>
</div>

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
  }
  .acts {
    display: flex;
    gap: 16px;
  }
  td :global(input) {
    width: 68px;
    height: 28px;
    font: 14px var(--text);
    text-align: right;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    border-bottom: 2px solid var(--ink);
  }
  .nowrap {
    white-space: nowrap;
  }
  tfoot td {
    border-top: 2px solid var(--ink);
    font-weight: 600;
  }
  .late {
    color: var(--clay);
    font-weight: 650;
  }
  .small {
    font-size: 13px;
  }
</style>
