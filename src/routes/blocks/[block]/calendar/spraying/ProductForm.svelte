<script lang="ts">
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { saveWhole } from '$lib/parts/whole.svelte';
  import { Button, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { v7 as uuid } from 'uuid';
  import { amountAHectare, type Product } from '$core/calendar/spraying';
  import { send } from '$lib/parts/send.svelte';

  interface Props {
    siteId: string;
    product?: Product;
    onclose: () => void;
  }
  let { siteId, product, onclose }: Props = $props();
  let draft = $state<Product>(
    untrack(
      () =>
        product ?? {
          id: uuid(),
          name: '',
          dose: { kind: 'mix', share: 0.02 },
          water: 200,
          rainfast: 6,
          beforePlanting: 7,
          timesAYear: 2,
          litresAYear: null,
        },
    ),
  );
  let actives = $state(untrack(() => (draft.actives ?? []).map((active) => ({ ...active }))));
  let kind = $state(untrack(() => draft.dose.kind));
  let amount = $state(
    untrack(() => (draft.dose.kind === 'mix' ? draft.dose.share * 100 : amountAHectare(draft))),
  );
  const doing = new Doing();
  const attempt = (task: () => Promise<unknown>) =>
    doing.run(async () => {
      await task();
      onclose();
    });
  const save = () =>
    attempt(() => {
      const { id, name, water, rainfast, beforePlanting, timesAYear, litresAYear } =
        $state.snapshot(draft);
      const fresh = {
        ...{ id, siteId, name, water, rainfast, beforePlanting },
        timesAYear: timesAYear || null,
        litresAYear: litresAYear || null,
        // A line that was begun and left empty says nothing.
        actives: actives
          .filter(({ name: active, grams }) => active.trim() && grams)
          .map((active) => ({ ...active, limit: active.limit || null })),
        dose: {
          mix: { kind: 'mix' as const, share: amount / 100 },
          area: { kind: 'area' as const, litresPerHectare: amount },
          granules: { kind: 'granules' as const, kilogramsPerHectare: amount },
        }[kind],
      };
      return saveWhole(
        'calendar.product',
        {
          before: { ...fresh, ...product },
          mine: fresh,
          edition: (product as { edition?: number } | undefined)?.edition ?? 0,
        },
        (value, edition) => ({ ...value, edition }),
      );
    });
  const NUMBERS = [
    ['water', 'Water a hectare treated, L'],
    ['rainfast', 'Hours without rain after'],
    ['beforePlanting', 'Days until planting'],
  ] as const;
  const LIMITS = [
    ['timesAYear', 'Times a year at most'],
    ['litresAYear', 'Litres (or kilograms) a hectare and year at most'],
  ] as const;
</script>

<form onsubmit={(event) => (event.preventDefault(), void save())}>
  <h2>{product ? `Change ${product.name}` : 'A product, as its label says'}</h2>
  <TextInput labelText="Name" bind:value={draft.name} maxlength={80} />
  <fieldset>
    <legend>Rate</legend>
    <label><input type="radio" bind:group={kind} value="mix" /> per cent of the mix</label>
    <label><input type="radio" bind:group={kind} value="area" /> litres a hectare treated</label>
    <label
      ><input type="radio" bind:group={kind} value="granules" /> kilograms a hectare, shaken dry</label
    >
    <NumberBox min="0" step="any" bind:value={amount} aria-label="Rate" required />
  </fieldset>
  {#each NUMBERS.filter(([key]) => kind !== 'granules' || key !== 'water') as [key, label] (key)}
    <label class="field"
      >{label} <NumberBox min="0" step="any" bind:value={draft[key]} required /></label
    >
  {/each}
  {#each LIMITS as [key, label] (key)}
    <label class="field"
      >{label}
      <NumberBox min="0" step="any" bind:value={draft[key]} placeholder="no limit" /></label
    >
  {/each}
  <fieldset>
    <legend>What works in it: limits count this, whichever product brings it</legend>
    {#each actives as active, i (i)}
      <div class="active">
        <TextInput
          labelText="Active ingredient"
          size="sm"
          bind:value={active.name}
          maxlength={80}
        />
        <label class="over"
          >g a litre or kg <NumberBox min="0" step="any" bind:value={active.grams} /></label
        >
        <label class="over"
          >g a hectare and year <NumberBox
            min="0"
            step="any"
            bind:value={active.limit}
            placeholder="no limit"
          /></label
        >
      </div>
    {/each}
    <Button
      size="small"
      kind="ghost"
      on:click={() => (actives = [...actives, { name: '', grams: 0, limit: null }])}
      >Add an active ingredient</Button
    >
  </fieldset>
  <Outcome of={doing} />
  <div class="buttons">
    <Button type="submit" size="small">Keep the product</Button>
    <Button size="small" kind="ghost" on:click={onclose}>Not now</Button>
    {#if product}<Button
        size="small"
        kind="danger-ghost"
        on:click={() => attempt(() => send('calendar.dropProduct', { id: product.id }))}
        >Take it off the list</Button
      >{/if}
  </div>
</form>

<style>
  form {
    max-width: 460px;
    display: grid;
    gap: 8px;
    background: var(--sheet);
    border: 1px solid var(--rule);
    padding: 14px 18px;
    margin: 12px 0;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 6px 18px;
    align-items: center;
    font-size: 14px;
  }
  legend {
    font-size: 14px;
    padding: 0;
  }
  .field {
    display: grid;
    grid-template-columns: 1fr 120px;
    gap: 8px;
    align-items: center;
    font-size: 14px;
  }
  .over :global(input),
  .field :global(input) {
    height: 34px;
    width: 120px;
    font: 14.5px var(--text);
    text-align: right;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    padding: 0 8px;
  }
  .active {
    display: grid;
    grid-template-columns: 1fr 120px 120px;
    gap: 8px;
    align-items: end;
    width: 100%;
  }
  .over {
    display: grid;
    font-size: 13px;
  }
</style>
