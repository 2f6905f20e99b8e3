<script lang="ts">
  import { Doing } from './doing.svelte';
  import Outcome from './Outcome.svelte';
  import { Button, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { v7 as uuid } from 'uuid';
  import { formatNumber } from '$core/measure/units';
  import type { Given } from '$lib/rooms/contracts';
  import type { Handed } from '$lib/rooms/people/facts.server';
  import NumberField from './NumberField.svelte';
  import {} from './reader.svelte';
  import { newEvent, send } from './send.svelte';

  interface Props {
    entry: Handed;
    planters: readonly { id: string; name: string }[];
    /** Only whoever leads may settle it. */
    editable: boolean;
    /** A moment as this site reads it. */
    moment: (at: string) => string;
  }
  /** An entry that was refused where it was made and handed over: entered as it should be, or closed. */
  let { entry, planters, editable, moment }: Props = $props();
  const tally = $derived(
    entry.command === 'crew.tally' ? (entry.payload as unknown as Given<'crew.tally'>) : undefined,
  );
  let row = $state(untrack(() => Number(entry.payload.row ?? 1)));
  let count = $state(untrack(() => Number(entry.payload.count ?? 1)));
  let planterId = $state(untrack(() => String(entry.payload.planterId ?? '')));
  let note = $state('');
  const doing = new Doing();
  // The corrected entry keeps its id from try to try, so that a second tap never counts twice.
  const id = uuid();

  const settle = () => send('people.settle', { ...newEvent(), handedId: entry.id, note });
  const attempt = doing.run;
  const enter = () =>
    attempt(async () => {
      if (!tally) return;
      await send('crew.tally', { ...tally, id, row, count, planterId, late: true });
      await settle();
    });
</script>

<section class="handed" aria-label="Handed over by {entry.author}">
  <p>
    <b
      >{#if tally}Row {tally.row}, {formatNumber(tally.count)} planted{:else}An entry{/if}</b
    >
    <span class="quiet">{entry.author}, {moment(entry.at)}</span>
  </p>
  {#if entry.reason}<p class="quiet">Not taken: {entry.reason}</p>{/if}
  {#if entry.note}<p>“{entry.note}”</p>{/if}
  {#if editable}
    {#if tally}
      <div class="as">
        <NumberField label="Row" min={1} bind:value={row} />
        <NumberField label="Trees" min={1} bind:value={count} />
        <div class="who">
          <Select size="sm" labelText="Planter" bind:selected={planterId}>
            {#each planters as planter (planter.id)}<SelectItem
                value={planter.id}
                text={planter.name}
              />{/each}
          </Select>
        </div>
      </div>
    {/if}
    <TextInput size="sm" labelText="What was done about it" bind:value={note} />
    <div class="buttons">
      {#if tally}<Button size="small" on:click={enter}>Enter it so</Button>{/if}
      <Button kind="ghost" size="small" on:click={() => attempt(settle)}>Dealt with</Button>
    </div>
    <Outcome of={doing} />
  {/if}
</section>

<style>
  .handed {
    border-left: 3px solid var(--ochre-fill);
    padding: 2px 0 8px 10px;
    margin: 8px 0 14px;
  }
  .handed p {
    margin: 2px 0;
  }
  .who {
    grid-column: 1 / -1;
  }
  .as {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    margin: 6px 0;
  }
</style>
