<script lang="ts">
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { OpenTerms } from '$lib/parts/open-terms.svelte';
  import { spoken, inWords } from '$lib/parts/reader.svelte';
  import { Button, Checkbox, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { kitchenRule, sprayPlan, type Product, type Target } from '$core/calendar/spraying';
  import { labelConcerns, leftOfRound, readRows, shareOfRows } from '$core/calendar/label';
  import { rowList } from '$core/method/ways';
  import { asSprayed } from '$lib/rooms/calendar/sprayings';
  import { SPRAY_TERMS, type SprayTerms } from '$core/calendar/terms';
  import {
    formatArea,
    formatLiquid,
    formatMass,
    formatMassDose,
    KILOGRAMS_PER_POUND,
    LITRES_PER_US_GALLON,
    formatNumber,
    formatPercent,
    WIND,
    formatDose,
    inUnits,
  } from '$core/measure/units';
  import Figure from '$lib/parts/Figure.svelte';
  import Measure from '$lib/parts/Measure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import Calibrate from './Calibrate.svelte';
  import ProductForm from './ProductForm.svelte';
  import SprayedRecord from './SprayedRecord.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  /** Litres are kept; so many make one of what is shown. */
  const gallons = $derived(units.system === 'us' ? LITRES_PER_US_GALLON : 1);
  const termsOf = (kept?: SprayTerms): SprayTerms => ({
    ...SPRAY_TERMS,
    product: data.products[0]?.id ?? '',
    ...kept,
  });
  const form = untrack(
    () =>
      new OpenTerms(
        data.block,
        ({ spray }) => ({ spray }),
        (kept) => termsOf(kept.spray),
      ),
  );
  $effect(() => {
    const { block } = data;
    untrack(() => form.follow(block));
  });
  const terms = $derived(form.shown);
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
  const others = $derived(
    data.products.filter(({ id }) => id !== product?.id && terms.with?.includes(id)),
  );
  const granules = $derived(product?.dose.kind === 'granules');
  const worked = $derived.by(() => {
    if (!product) return undefined;
    try {
      return { plan: sprayPlan(product, target, terms.tank, others) };
    } catch (error) {
      return { error: spoken(error) };
    }
  });
  const plan = $derived(worked?.plan);
  let day = $state(untrack(() => data.today));
  /** Rows that were sprayed, as they are written; nothing is all of them. */
  let rowsText = $state('');
  const known = $derived(data.rows.map(({ number }) => number));
  const rowsRead = $derived.by((): { rows: number[]; wrong?: string } => {
    try {
      return { rows: readRows(rowsText, known) };
    } catch (error) {
      return { rows: [], wrong: spoken(error) };
    }
  });
  const before = $derived(data.sprayed.map(asSprayed));
  const part = $derived(terms.kind === 'whole' ? 1 : shareOfRows(data.rows, rowsRead.rows));
  /** What goes out together: the product, and others in its tank. */
  const together = $derived(
    plan && product
      ? [
          { product, perHectare: plan.perHectare, amount: plan.product },
          ...plan.others.map(({ product: one, perHectare, amount }) => ({
            ...{ product: one, perHectare, amount },
          })),
        ]
      : [],
  );
  const concerns = $derived(
    together.flatMap((one) =>
      labelConcerns(
        ...([one.product, one, day, data.block.plantingDay] as const),
        ...([before, data.allProducts, rowsRead.rows] as const),
      ).map((concern) => ({ name: one.product.name, concern })),
    ),
  );
  let knowing = $state(false);
  const left = $derived(product ? leftOfRound(product.id, before, known) : []);
  const mixable = $derived(
    data.products.filter(({ id, dose }) => id !== product?.id && dose.kind !== 'granules'),
  );
  const kitchen = $derived(plan && !granules ? kitchenRule(plan.share, terms.tank) : undefined);
  const litres = (value: number) => formatLiquid(value / 1000, units.system);
  const perArea = (value: number) =>
    granules ? formatMassDose(value, units.system) : formatDose(value, units.system);
  const grams = (kilograms: number) =>
    units.system === 'metric'
      ? `${formatNumber(kilograms * 1000, 1)} g`
      : `${formatNumber((kilograms / KILOGRAMS_PER_POUND) * 16, 2)} oz`;

  let operator = $state(untrack(() => data.person!.name));
  /** In the unit winds are written in. */
  let wind = $state(untrack(() => (units.system === 'us' ? 4 : 7)));
  let lotNumber = $state('');

  const attempt = (task: () => Promise<string | void>) =>
    doing.run(async () => {
      told = (await task()) ?? '';
    });
  const keep = () =>
    attempt(async () => {
      await form.keep(data.block, {
        spray: { ...$state.snapshot(terms), product: product!.id },
      });
      return 'Kept; materials count with it.';
    });
  const record = () =>
    attempt(async () => {
      if (rowsRead.wrong) throw new Error(rowsRead.wrong);
      for (const { product: one, amount } of together)
        await send('calendar.sprayed', {
          ...newEvent(),
          ...{ blockId: data.block.id, productId: one.id, day, lotNumber, operator },
          wind: wind * WIND[units.system].metresPerSecond,
          area: plan!.area.value * part,
          litres: amount.value * part * (amount.kind === 'mass' ? 1 : 1000),
          ...{ corrects: null, note: '', sprayedRows: rowsRead.rows, knowing },
        });
      knowing = false;
      rowsText = '';
      return 'Entered in the record.';
    });
  const cancel = (done: PageData['sprayed'][number]) =>
    attempt(async () => {
      const { productId, area, litres: used, operator: who, lotNumber: lot } = done;
      await send('calendar.sprayed', {
        ...newEvent(),
        ...{ blockId: data.block.id, productId, day: done.day, area, litres: used },
        ...{ wind: done.wind, lotNumber: lot, operator: who, corrects: done.id, note: '' },
        ...{ sprayedRows: done.sprayedRows, knowing: false },
      });
      return 'Cancelled.';
    });
</script>

<svelte:head><title>Spraying · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <p class="say caution">
      The product’s label is the law. It goes before every figure here: rate, water, protective
      clothing, distance to water, when people may walk there again, licence. Measure in cups marked
      poison that serve nothing else; nothing may drift. A licensed operator decides.
    </p>
    {#if !data.share && !(granules && data.granules)}
      <p class="say">
        The method of this block sprays nothing. <a href="/blocks/{data.block.id}/method"
          >The method</a
        >
        decides; the figures below hold if it did.
      </p>
    {/if}
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
        {#if !granules}
          <label class="field"
            >Tank, {units.system === 'us' ? 'gal' : 'L'}
            <NumberBox
              min="0.1"
              step="any"
              bind:value={
                () => Number((terms.tank / gallons).toPrecision(4)),
                (typed) => typed && (terms.tank = typed * gallons)
              }
            /></label
          >
        {/if}
      </div>
      {#if !granules && mixable.length}
        <fieldset class="with">
          <legend>In the same tank, where both labels allow it</legend>
          {#each mixable as { id, name } (id)}
            <Checkbox
              labelText={name}
              checked={terms.with?.includes(id) ?? false}
              on:check={(e) =>
                (terms.with = e.detail
                  ? [...(terms.with ?? []), id]
                  : (terms.with ?? []).filter((one) => one !== id))}
            />
          {/each}
        </fieldset>
      {/if}
      {#if worked?.error}<p class="say stop" role="alert">{worked.error}</p>{/if}
      {#if plan && granules}
        <h2>Shaken dry</h2>
        <p>
          <b class="num">{formatMass(plan.product.value, units.system)}</b> over
          {formatArea(
            plan.area.value,
            units.system,
            3,
          )}{#if terms.kind === 'spots' || terms.kind === 'squares'},
            <b class="num">{grams(plan.product.value / Math.max(1, data.ground.trees))}</b> a spot{/if}.
          Set the shaker’s mark by weight, and shake over the spot, never heaped at a stem.
        </p>
      {:else if plan}
        <h2>Tank by tank</h2>
        <div class="wide">
          <table class="ledger">
            <thead
              ><tr
                ><th>Fill</th><th class="n">Mix</th><th class="n">{product.name}</th
                >{#each plan.others as { product: one } (one.id)}<th class="n">{one.name}</th
                  >{/each}<th class="n">Water</th><th class="n">Reaches</th
                >{#if terms.kind === 'spots' || terms.kind === 'squares'}<th class="n">Spots</th
                  >{/if}</tr
              ></thead
            >
            <tbody>
              {#each plan.tanks.length > 7 ? [...plan.tanks.slice(0, 5), ...plan.tanks.slice(-1)] : plan.tanks as fill, i (fill.number)}
                {#if i === 5 && plan.tanks.length > 7}<tr
                    ><td colspan="9" class="quiet"
                      >and so on, {plan.tanks.length - 6} more of the same</td
                    ></tr
                  >{/if}
                <tr
                  ><td>{fill.number}</td><td class="n">{litres(fill.mix)}</td><td class="n"
                    ><b>{litres(fill.product)}</b></td
                  >{#each plan.others as { product: one, share } (one.id)}<td class="n"
                      ><b>{litres(fill.mix * share)}</b></td
                    >{/each}<td class="n">{litres(fill.water)}</td><td class="n"
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

    <SprayedRecord
      block={data.block.id}
      sprayed={data.sprayed}
      mayRecord={data.mayRecord}
      oncancel={cancel}
    />
  </section>
  <aside class="comes-to">
    <Outcome of={doing} />
    {#if told}<p class="say good" role="status">{told}</p>{/if}
    {#if plan && product}
      <h2>Comes to</h2>
      <Figure label="Treated" figure={plan.area} />
      {#if !granules}<Figure label="Mix" figure={plan.mix} />{/if}
      <Figure label={product.name} figure={plan.product} />
      {#each plan.others as { product: one, amount } (one.id)}
        <Figure label={one.name} figure={amount} />
      {/each}
      {#if !granules}<p class="figure-line">
          <span>Fills</span><b class="num">{formatNumber(plan.tanks.length)}</b>
        </p>{/if}
      <p class="figure-line">
        <span>Product a hectare</span><b class="num">{perArea(plan.perHectare)}</b>
      </p>
      <p class="quiet small">
        Dry for {formatNumber(product.rainfast)} h after; {formatNumber(product.beforePlanting)} days
        before planting.
      </p>
      {#each concerns as { name, concern } (name + concern.key)}<p class="say stop">
          <b>{name}.</b>
          {inWords(concern)}
        </p>{/each}
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
            >Wind, {WIND[units.system].unit}
            <NumberBox min="0" max="100" step="any" bind:value={wind} /></label
          >
          <TextInput
            labelText="Rows, when not all of them"
            placeholder="1–40, 55"
            bind:value={rowsText}
            invalid={Boolean(rowsRead.wrong)}
            invalidText={rowsRead.wrong ?? ''}
          />
          {#if left.length}<p class="quiet small">
              Not sprayed yet this round: rows {rowList(left)}.
              <button type="button" class="link-button" onclick={() => (rowsText = rowList(left))}
                >Those</button
              >
            </p>{/if}
          <TextInput labelText="Operator" bind:value={operator} maxlength={80} />
          <TextInput labelText="Lot number on the can" bind:value={lotNumber} maxlength={40} />
          {#if concerns.length}<Checkbox
              labelText="It was done all the same, against the label"
              bind:checked={knowing}
            />{/if}
          <div class="buttons"><Button type="submit" size="small">Enter it</Button></div>
        </form>
      {/if}
    {/if}
    <Calibrate water={product?.water} {perArea} />
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
  .choices .field,
  .choices :global(.measure .bx--text-input-wrapper),
  .choices :global(.measure .bx--form-item) {
    display: grid;
    grid-template-columns: 1fr;
    gap: 4px;
  }
  /* Names of the fields stand in one line with those of the lists. */
  .choices .field {
    line-height: 18px;
  }
  .choices :global(.measure),
  .choices .field {
    margin: 0;
  }
  /* As high as the lists beside it. */
  .choices .field :global(input) {
    height: 36px;
  }
  .choices :global(.measure .bx--text-input__field-outer-wrapper) {
    grid-column: 1;
  }
  .small {
    font-size: 13px;
  }
  form {
    display: grid;
    gap: 6px;
  }
  .with {
    border: 0;
    padding: 0;
    margin: 8px 0;
  }
  .with legend {
    padding: 0;
    font-size: 14px;
  }
</style>
