<script lang="ts">
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { saveWhole } from '$lib/parts/whole.svelte';
  import { spoken, inWords } from '$lib/parts/reader.svelte';
  import { Button, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import {
    calibrateByArea,
    calibrateByTime,
    kitchenRule,
    labelConcerns,
    sprayPlan,
    type Product,
    type Target,
  } from '$core/calendar/spraying';
  import { SPRAY_TERMS, type SprayTerms } from '$core/calendar/terms';
  import { formatDay } from '$core/measure/dates';
  import {
    formatArea,
    formatLiquid,
    formatNumber,
    formatPercent,
    formatWind,
    formatDose,
    inUnits,
  } from '$core/measure/units';
  import Figure from '$lib/parts/Figure.svelte';
  import Measure from '$lib/parts/Measure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import ProductForm from './ProductForm.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  let terms = $state<SprayTerms>(
    untrack(() => ({
      ...SPRAY_TERMS,
      product: data.products[0]?.id ?? '',
      ...data.block.calendarTerms.spray,
    })),
  );
  let editing = $state<Product | 'new'>();
  const doing = new Doing();
  let told = $state('');
  const product = $derived(
    data.products.find(({ id }) => id === terms.product) ?? data.products[0],
  );
  const target = $derived.by((): Target => {
    const { trees, metres, area } = data.ground;
    if (terms.kind === 'spots') return { kind: 'spots', count: trees, radius: terms.size };
    if (terms.kind === 'squares') return { kind: 'squares', count: trees, side: terms.size };
    if (terms.kind === 'strips') return { kind: 'strips', metres, width: terms.size };
    return { kind: 'whole', area };
  });
  const worked = $derived.by(() => {
    if (!product) return undefined;
    try {
      return { plan: sprayPlan(product, target, terms.tank) };
    } catch (error) {
      return { error: spoken(error) };
    }
  });
  const plan = $derived(worked?.plan);
  let day = $state(untrack(() => data.today));
  const concerns = $derived(
    plan && product
      ? labelConcerns(
          product,
          plan,
          day,
          data.block.plantingDay,
          data.sprayed.map((done) => ({
            product: done.productId,
            day: done.day,
            perHectare: done.area > 0 ? done.litres / (done.area / 10_000) : 0,
          })),
        )
      : [],
  );
  const kitchen = $derived(plan && kitchenRule(plan.share, terms.tank));
  const litres = (value: number) => formatLiquid(value / 1000, units.system);
  const perArea = (value: number) => formatDose(value, units.system);

  let caught = $state(0.6);
  let seconds = $state(30);
  let metres = $state(33.3);
  let width = $state(1);
  const timed = $derived.by(() => {
    try {
      return calibrateByTime(caught, seconds, metres, width);
    } catch {
      return undefined;
    }
  });
  let operator = $state(untrack(() => data.person!.name));
  let wind = $state(2);
  let lotNumber = $state('');

  const attempt = (task: () => Promise<string | void>) =>
    doing.run(async () => {
      told = (await task()) ?? '';
    });
  const keep = () =>
    attempt(async () => {
      await saveWhole(
        'calendar.terms',
        {
          before: { terms: { spray: data.block.calendarTerms.spray } },
          mine: { terms: { spray: { ...$state.snapshot(terms), product: product!.id } } },
          edition: data.block.termsEdition,
        },
        (value, edition) => ({ blockId: data.block.id, ...value, edition }),
      );
      return 'Kept; materials count with it.';
    });
  const record = () =>
    attempt(async () => {
      await send('calendar.sprayed', {
        ...newEvent(),
        blockId: data.block.id,
        productId: product!.id,
        day,
        area: plan!.area.value,
        litres: plan!.product.value * 1000,
        wind,
        lotNumber,
        operator,
        corrects: null,
        note: '',
      });
      return 'Entered in the record.';
    });
  const cancel = (done: PageData['sprayed'][number]) =>
    attempt(async () => {
      const { productId, area, litres: used, operator: who, lotNumber: lot } = done;
      await send('calendar.sprayed', {
        ...newEvent(),
        ...{ blockId: data.block.id, productId, day: done.day, area, litres: used },
        ...{ wind: done.wind, lotNumber: lot, operator: who, corrects: done.id, note: '' },
      });
      return 'Cancelled.';
    });
</script>

<svelte:head><title>Spraying · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <p class="say caution">
      The product’s label is the law. It goes before every figure here: rate, water, protective
      clothing, waiting times, distance to water, licence. A licensed operator decides.
    </p>
    {#if product}
      <div class="choices">
        <Select
          labelText="Product"
          selected={product.id}
          on:update={(e) => (terms.product = String(e.detail))}
        >
          {#each data.products as { id, name } (id)}<SelectItem value={id} text={name} />{/each}
        </Select>
        <Select
          labelText="What is sprayed"
          selected={terms.kind}
          on:update={(e) => (terms.kind = e.detail as SprayTerms['kind'])}
        >
          <SelectItem value="spots" text="a circle at every position" />
          <SelectItem value="squares" text="a square at every position" />
          <SelectItem value="strips" text="strips along the rows" />
          <SelectItem value="whole" text="the whole plantable ground" />
        </Select>
        {#if terms.kind !== 'whole'}<Measure
            label={terms.kind === 'spots' ? 'Radius' : terms.kind === 'squares' ? 'Side' : 'Width'}
            value={terms.size}
            min={0.05}
            max={20}
            onchange={(value) => (terms.size = value)}
          />{/if}
        <label class="field"
          >Tank, L <NumberBox min="0.5" step="any" bind:value={terms.tank} /></label
        >
      </div>
      {#if worked?.error}<p class="say stop" role="alert">{worked.error}</p>{/if}
      {#if plan}
        <h2>Tank by tank</h2>
        <div class="wide">
          <table class="ledger">
            <thead
              ><tr
                ><th>Fill</th><th class="n">Mix</th><th class="n">Product</th><th class="n"
                  >Water</th
                ><th class="n">Reaches</th
                >{#if terms.kind === 'spots' || terms.kind === 'squares'}<th class="n">Spots</th
                  >{/if}</tr
              ></thead
            >
            <tbody>
              {#each plan.tanks.length > 7 ? [...plan.tanks.slice(0, 5), ...plan.tanks.slice(-1)] : plan.tanks as fill, i (fill.number)}
                {#if i === 5 && plan.tanks.length > 7}<tr
                    ><td colspan="6" class="quiet"
                      >and so on, {plan.tanks.length - 6} more of the same</td
                    ></tr
                  >{/if}
                <tr
                  ><td>{fill.number}</td><td class="n">{litres(fill.mix)}</td><td class="n"
                    ><b>{litres(fill.product)}</b></td
                  ><td class="n">{litres(fill.water)}</td><td class="n"
                    >{formatArea(fill.area, units.system, 3)}</td
                  >{#if terms.kind === 'spots' || terms.kind === 'squares'}<td class="n"
                      >{formatNumber((fill.area / plan.area.value) * data.ground.trees)}</td
                    >{/if}</tr
                >
              {/each}
            </tbody>
          </table>
        </div>
        {#if kitchen}<p>
            Exact: {formatPercent(plan.share, 2)}, {litres(kitchen.exact)} a tank. “Two ounces to the
            gallon” is 1.56 %, {litres(kitchen.kitchen)} a tank:
            <b
              >{Math.abs(kitchen.off) < 0.005
                ? 'the same'
                : `${formatPercent(Math.abs(kitchen.off))} too ${kitchen.off < 0 ? 'little' : 'much'}`}</b
            >.
          </p>{/if}
        <p class="quiet">
          {inUnits('Wet, not dripping; growth about {5 cm} tall, never {1 m}.', units.system)}
        </p>
      {/if}
    {:else}<p class="say">
        No product yet. {data.mayPlan
          ? 'Enter one from its label, and tanks are worked out for this block.'
          : 'The leader enters one from its label.'}
      </p>{/if}
    {#if editing}
      <ProductForm
        siteId={data.site!.id}
        product={editing === 'new' ? undefined : editing}
        onclose={() => (editing = undefined)}
      />
    {:else if data.mayPlan}
      <div class="buttons">
        {#if product}<Button
            size="small"
            kind="tertiary"
            on:click={() => (editing = { ...product })}>Change {product.name}</Button
          >{/if}
        <Button size="small" kind="ghost" on:click={() => (editing = 'new')}
          >Enter a product from its label</Button
        >
      </div>
    {/if}

    <h2>Record of what was sprayed here</h2>
    <div class="wide">
      <table class="ledger">
        <thead
          ><tr
            ><th>Day</th><th>Product</th><th class="n">Treated</th><th class="n">Product used</th
            ><th class="n">Wind</th><th>Lot number</th><th>Operator</th><th></th></tr
          ></thead
        >
        <tbody>
          {#each data.sprayed as done (done.id)}<tr
              ><td>{formatDay(done.day, true)}</td><td>{done.product}</td><td class="n"
                >{formatArea(done.area, units.system)}</td
              ><td class="n">{litres(done.litres)}</td><td class="n"
                >{formatWind(done.wind, units.system)}</td
              ><td>{done.lotNumber || '–'}</td><td>{done.operator}</td><td class="n"
                >{#if data.mayRecord}<button class="link-button" onclick={() => cancel(done)}
                    >Cancel<span class="visually-hidden">
                      {done.product} of {formatDay(done.day)}</span
                    ></button
                  >{/if}</td
              ></tr
            >{:else}<tr><td colspan="8" class="quiet">Nothing is on record.</td></tr>{/each}
        </tbody>
      </table>
    </div>
  </section>
  <aside class="comes-to">
    <Outcome of={doing} />
    {#if told}<p class="say good" role="status">{told}</p>{/if}
    {#if plan && product}
      <h2>Comes to</h2>
      <Figure label="Treated" figure={plan.area} />
      <Figure label="Mix" figure={plan.mix} />
      <Figure label="Product" figure={plan.product} />
      <p class="figure-line">
        <span>Fills</span><b class="num">{formatNumber(plan.tanks.length)}</b>
      </p>
      <p class="figure-line">
        <span>Product a hectare</span><b class="num">{perArea(plan.perHectare)}</b>
      </p>
      <p class="quiet small">
        Dry for {formatNumber(product.rainfast)} h after; {formatNumber(product.beforePlanting)} days
        before planting.
      </p>
      {#each concerns as concern (concern.key)}<p class="say stop">{inWords(concern)}</p>{/each}
      {#if data.mayPlan}<div class="buttons">
          <Button size="small" kind="tertiary" on:click={keep}>Plan this block so</Button>
        </div>{/if}
      {#if data.mayRecord}
        <h2>It was done</h2>
        <form onsubmit={(event) => (event.preventDefault(), void record())}>
          <label class="field"
            >Day <input type="date" max={data.today} bind:value={day} required /></label
          >
          <label class="field"
            >Wind, m/s <NumberBox min="0" max="30" step="any" bind:value={wind} /></label
          >
          <TextInput labelText="Operator" bind:value={operator} maxlength={80} />
          <TextInput labelText="Lot number on the can" bind:value={lotNumber} maxlength={40} />
          <div class="buttons"><Button type="submit" size="small">Enter it</Button></div>
        </form>
      {/if}
    {/if}
    <h2>Calibrate</h2>
    <p class="quiet small">
      Spray 1/128 acre (340 square feet, 31.6 m²) with water into a jug: fluid ounces caught are
      gallons an acre.
    </p>
    <label class="field">Caught, L <NumberBox min="0" step="any" bind:value={caught} /></label>
    <p class="figure-line">
      <span>by 1/128 acre</span><b class="num">{perArea(calibrateByArea(caught))}</b>
    </p>
    <label class="field">in seconds <NumberBox min="1" step="any" bind:value={seconds} /></label>
    <label class="field">metres walked <NumberBox min="1" step="any" bind:value={metres} /></label>
    <label class="field"
      >width wetted, m <NumberBox min="0.1" step="any" bind:value={width} /></label
    >
    <p class="figure-line">
      <span>by timed metres</span><b class="num">{timed === undefined ? '–' : perArea(timed)}</b>
    </p>
    {#if product && timed !== undefined && Math.abs(timed / product.water - 1) > 0.1}<p class="say">
        The label’s water is {perArea(product.water)}: walk {timed > product.water
          ? 'faster, or use a smaller nozzle'
          : 'slower, or use a larger nozzle'}.
      </p>{/if}
  </aside>
</div>

<style>
  .choices {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
    gap: 14px;
    align-items: end;
    margin-bottom: 10px;
  }
  .small {
    font-size: 13px;
  }
  form {
    display: grid;
    gap: 6px;
  }
</style>
