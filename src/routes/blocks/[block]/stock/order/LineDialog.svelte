<script lang="ts">
  import Dialog from '$lib/parts/Dialog.svelte';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import { saveWhole } from '$lib/parts/whole.svelte';
  import { Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { ORDER_STATES, type OrderLine, type OrderState } from '$core/stock/orders';
  import Origin from '$lib/stock/Origin.svelte';
  import type { Card } from '$lib/parts/SpeciesName.svelte';
  import { send } from '$lib/parts/send.svelte';

  interface Props {
    line: OrderLine & { edition: number };
    block: string;
    species: readonly Card[];
    /** Saved before, so that it can be taken off. */
    known: boolean;
    onclose: () => void;
  }
  let { line, block, species, known, onclose }: Props = $props();
  let draft = $state(untrack(() => ({ ...line })));
  const doing = new Doing();

  const attempt = (task: () => Promise<unknown>) =>
    doing.run(async () => {
      await task();
      onclose();
    });
  const save = () =>
    attempt(() => {
      const { edition: _edition, ...mine } = $state.snapshot(draft);
      return saveWhole(
        'stock.order',
        { before: { ...mine, ...line }, mine, edition: known ? line.edition : 0 },
        ({ species: speciesId, replaces, ...rest }, edition) => ({
          ...rest,
          ...{ blockId: block, speciesId, replacesId: replaces, edition },
        }),
      );
    });
  const drop = () => attempt(() => send('stock.dropOrder', { id: draft.id }));
</script>

<Dialog heading={known ? 'Change the line' : 'Ask a nursery'} act="Save" {onclose} onact={save}>
  <div class="fields">
    <Origin
      {species}
      bind:chosen={draft.species}
      bind:replaces={draft.replaces}
      bind:nursery={draft.nursery}
      bind:provenance={draft.provenance}
      bind:seedLot={draft.seedLot}
    />
    <div class="two">
      <TextInput labelText="Age" bind:value={draft.age} maxlength={12} />
      <NumberField label="Trees" min={1} bind:value={draft.count} />
      <NumberField label="Pack" min={1} bind:value={draft.pack} />
      <TextInput
        labelText="Delivery"
        type="date"
        value={draft.deliverOn ?? ''}
        on:change={({ detail }) => (draft.deliverOn = detail ? String(detail) : null)}
      />
      <Select
        labelText="The nursery"
        selected={draft.state}
        on:update={(e) => (draft.state = e.detail as OrderState)}
        >{#each ORDER_STATES as state (state)}<SelectItem
            value={state}
            text={state === 'asked' ? 'was asked' : state}
          />{/each}</Select
      >
      {#if draft.state === 'confirmed'}<NumberField
          label="Confirmed"
          min={0}
          helper="empty: all of it"
          value={draft.confirmed}
          onvalue={(n) => (draft.confirmed = n)}
          onempty={() => (draft.confirmed = null)}
        />{/if}
    </div>
    <TextInput labelText="Note" bind:value={draft.note} maxlength={300} />
    <Outcome of={doing} />
    {#if known}<button type="button" class="link-button" onclick={drop}>Take the line off</button
      >{/if}
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
  .link-button {
    justify-self: start;
  }
</style>
