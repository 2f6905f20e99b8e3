<script lang="ts">
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import type { OwnHours } from '$core/crew/hours';
  import type { Day } from '$core/measure/dates';
  import { hourText } from '$core/say/day';
  import NumberField from '$lib/parts/NumberField.svelte';

  interface Props {
    planters: readonly { id: string; name: string }[];
    /** The day that is planned; hours of other days are dropped with the next change. */
    day: Day;
    when: string;
    own: readonly OwnHours[];
    begin: number;
    end: number;
    onown: (own: OwnHours[]) => void;
  }
  /** Who comes later or leaves earlier than the rest on the day that is planned. */
  let { planters, day, when, own, begin, end, onown }: Props = $props();
  const now = $derived(own.filter((one) => one.day === day));
  let planterId = $state('');
  let from = $state<number>();
  let until = $state<number>();
  const chosen = $derived(planterId || planters[0]?.id);
  const wrong = $derived(
    from === undefined && until === undefined
      ? ''
      : (from ?? begin) >= (until ?? end)
        ? 'Who leaves does so after they come.'
        : '',
  );
  const nameOf = (id: string) => planters.find((planter) => planter.id === id)?.name ?? '';
  const without = (id: string) => now.filter((one) => one.planterId !== id);
  function keep() {
    onown([...without(chosen), { planterId: chosen, day, from, until }]);
    from = until = undefined;
  }
</script>

<details>
  <summary>Somebody comes late or leaves early {when}</summary>
  <div class="form">
    {#each now as one (one.planterId)}
      <p class="num">
        {nameOf(one.planterId)}: {one.from === undefined ? '' : `from ${hourText(one.from)}`}
        {one.until === undefined ? '' : `until ${hourText(one.until)}`}
        <button class="link-button" onclick={() => onown(without(one.planterId))}
          >As the rest<span class="visually-hidden">, {nameOf(one.planterId)}</span></button
        >
      </p>
    {/each}
    {#if planters.length}
      <Select
        labelText="Planter"
        selected={chosen}
        on:update={(event) => (planterId = String(event.detail))}
      >
        {#each planters as { id, name } (id)}<SelectItem value={id} text={name} />{/each}
      </Select>
      <NumberField
        label="Comes at"
        unit="h"
        min={0}
        max={24}
        decimals={2}
        value={from ?? null}
        onvalue={(value) => (from = value)}
        onempty={() => (from = undefined)}
      />
      <NumberField
        label="Leaves at"
        unit="h"
        min={0}
        max={24}
        decimals={2}
        value={until ?? null}
        onvalue={(value) => (until = value)}
        onempty={() => (until = undefined)}
      />
      {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
      <Button
        size="small"
        kind="tertiary"
        disabled={Boolean(wrong) || (from === undefined && until === undefined)}
        on:click={keep}>Plan with these hours</Button
      >
    {/if}
  </div>
</details>

<style>
  summary {
    padding: 6px 0;
  }
  .form {
    display: grid;
    gap: 12px;
    justify-items: stretch;
    padding-bottom: 10px;
  }
</style>
