<script lang="ts">
  import { usualAge } from '$core/stock/carry';
  import Dialog from '$lib/parts/Dialog.svelte';
  import { forms as formNames } from '$lib/words/en/named';
  import { TYPED_UNITS } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { Doing } from '$lib/parts/doing.svelte';
  import Mistaken from '$lib/parts/Mistaken.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { send } from '$lib/parts/send.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import { Whole } from '$lib/parts/whole.svelte';
  import { Checkbox, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { v7 as uuid } from 'uuid';
  import { formatDay } from '$core/measure/dates';
  import { formatNumber } from '$core/measure/units';
  import type { OrderLine } from '$core/stock/orders';
  import { CONTAINER_FORMS } from '$core/stock/containers';
  import Origin from '$lib/stock/Origin.svelte';
  import type { LotRow } from '$lib/rooms/stock/tables.server';
  import type { Card } from '$lib/parts/SpeciesName.svelte';

  interface Props {
    block: string;
    species: readonly Card[];
    /** The species that the rows lack first: a new lot is likely one of it. */
    lacking?: string;
    /** The lot to change; a new one without. */
    lot?: LotRow;
    /** Lines of the order it may have come on. */
    lines: readonly (OrderLine & { toCome: number })[];
    /** The line that a new lot came on, where it is known. */
    line?: string;
    onclose: (saved?: string) => void;
  }
  let { block, species, lacking, lot: read, lines, line, onclose }: Props = $props();
  /** As it was read when this opened. */
  const lot = untrack(() => read);
  const likely = untrack(() => species.find(({ id }) => id === lacking) ?? species[0]);
  const units = useUnits();
  const weight = $derived(TYPED_UNITS.treeWeight[units.system]);
  let fresh = $state<Omit<LotRow, 'edition'>>(
    untrack(() => ({
      id: lot?.id ?? uuid(),
      blockId: block,
      speciesId: lot?.speciesId ?? likely?.id ?? '',
      code: lot?.code ?? '',
      nursery: lot?.nursery ?? '',
      provenance: lot?.provenance ?? '',
      seedLot: lot?.seedLot ?? '',
      age: lot?.age ?? usualAge(likely?.stock ?? 'bare-root'),
      dipFactor: lot?.dipFactor ?? 2,
      orderId: lot?.orderId ?? null,
      replacesId: lot?.replacesId ?? null,
      liftedOn: lot?.liftedOn ?? null,
      undercut: Boolean(lot?.undercut),
      form: lot?.form ?? null,
      volume: lot?.volume ?? null,
      perBox: lot?.perBox ?? 100,
      treeWeight: lot?.treeWeight ?? null,
    })),
  );
  const whole = untrack(() => {
    const before = $state.snapshot(fresh);
    return new Whole<typeof before>({ ...before, ...lot }, lot?.edition ?? 0);
  });
  const doing = new Doing();
  const stock = $derived(species.find(({ id }) => id === fresh.speciesId)?.stock ?? 'bare-root');
  const container = $derived(stock === 'container');
  /** An age was typed; until then it is the usual one of the species that is chosen. */
  let aged = $state(untrack(() => Boolean(lot)));
  /** What the nursery was asked for need not be typed again: the lot is what its line says. */
  function comeOn(id: string) {
    const from = lines.find((entry) => entry.id === id);
    fresh.orderId = from?.id ?? null;
    // A lot that stands keeps what it says of itself.
    if (!from || lot) return;
    const { species: speciesId, replaces: replacesId, nursery, provenance, seedLot, age } = from;
    Object.assign(fresh, { speciesId, replacesId, nursery, provenance, seedLot });
    if (age) Object.assign(fresh, { age });
    aged ||= Boolean(age);
  }
  untrack(() => line && !lot && comeOn(line));
  $effect(() => {
    const usual = usualAge(stock);
    if (!untrack(() => aged)) fresh.age = usual;
  });
  const nameOf = (entry: OrderLine) =>
    [
      species.find(({ id }) => id === entry.species)?.name,
      entry.nursery,
      `${formatNumber(entry.count)} trees`,
      entry.deliverOn && formatDay(entry.deliverOn, true),
    ]
      .filter(Boolean)
      .join(', ');
  const save = () =>
    doing.run(async () => {
      await whole.save('stock.lot', $state.snapshot(fresh), (value, edition) => ({
        ...value,
        edition,
      }));
      onclose(fresh.id);
    });
  const remove = () =>
    doing.run(async () => {
      await send('stock.dropLot', { id: fresh.id });
      onclose();
    });
</script>

<Dialog
  heading={lot ? `Change lot ${lot.code}` : 'Add a lot'}
  act={lot ? 'Save' : 'Add'}
  onclose={() => onclose()}
  onact={save}
>
  <div class="fields">
    <TextInput labelText="Code on the label" bind:value={fresh.code} maxlength={20} />
    {#if lines.length}<Select
        labelText="It came on"
        helperText="The line of the order: what it says is taken over here."
        selected={fresh.orderId ?? ''}
        on:update={(e) => comeOn(String(e.detail))}
        ><SelectItem
          value=""
          text="no line of the order"
        />{#each lines as entry (entry.id)}<SelectItem
            value={entry.id}
            text={nameOf(entry)}
          />{/each}</Select
      >{/if}
    <Origin
      {species}
      bind:chosen={fresh.speciesId}
      bind:replaces={fresh.replacesId}
      bind:nursery={fresh.nursery}
      bind:provenance={fresh.provenance}
      bind:seedLot={fresh.seedLot}
    />
    <div class="two">
      <TextInput
        labelText="Age"
        placeholder={usualAge(stock)}
        helperText={container ? 'as the nursery writes it' : 'years in seedbed + in transplant bed'}
        bind:value={fresh.age}
        on:input={() => (aged = true)}
        maxlength={12}
      />
      <TextInput
        labelText="Lifted on"
        type="date"
        value={fresh.liftedOn ?? ''}
        on:change={({ detail }) => (fresh.liftedOn = detail ? String(detail) : null)}
      />
      <NumberField label="Trees in a box" min={1} bind:value={fresh.perBox} />
      <NumberField
        label="Wet weight of a tree, {weight.sign}"
        helper="empty: the usual one for its age"
        min={weight.shown(0.001)}
        decimals={weight.decimals}
        value={fresh.treeWeight === null ? null : weight.shown(fresh.treeWeight)}
        onvalue={(typed) => (fresh.treeWeight = weight.taken(typed))}
        onempty={() => (fresh.treeWeight = null)}
      />
    </div>
    {#if container}
      <div class="two">
        <Select
          labelText="Container"
          selected={fresh.form ?? 'plug'}
          on:update={(e) => (fresh.form = e.detail as LotRow['form'])}
          >{#each CONTAINER_FORMS as form (form)}<SelectItem
              value={form}
              text={formNames[form]}
            />{/each}</Select
        >
        <NumberField
          label="Holds, mL"
          min={1}
          value={fresh.volume === null ? null : Math.round(fresh.volume * 1000)}
          onvalue={(millilitres) => (fresh.volume = millilitres / 1000)}
          onempty={() => (fresh.volume = null)}
        />
      </div>
    {:else}
      <Checkbox
        labelText="Undercut in the nursery: no root is trimmed"
        bind:checked={fresh.undercut}
      />
      <NumberField
        label="A dip makes roots last so many times longer"
        min={1}
        max={5}
        step={0.1}
        bind:value={fresh.dipFactor}
      />
    {/if}
    {#if lot}
      <Mistaken
        what="this lot"
        says="Its label, origin and box size go and do not come back. A lot of which anything was entered stays."
        disabled={doing.busy}
        onremove={remove}
      />
    {/if}
    <Outcome of={doing} />
  </div>
</Dialog>

<style>
  .fields {
    display: grid;
    gap: 12px;
  }
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 12px;
    align-items: start;
  }
</style>
