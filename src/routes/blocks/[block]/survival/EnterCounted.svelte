<script lang="ts">
  import { untrack } from 'svelte';
  import { Button, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { CAUSES } from '$core/survival/marks';
  import { Doing } from '$lib/parts/doing.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';

  interface Props {
    layout: string;
    /** Rows in which trees stand, and how many. */
    planted: readonly { number: number; trees: number }[];
    today: string;
  }
  /** A row that was counted on paper: set, alive, and what killed most. */
  let { layout, planted, today }: Props = $props();
  let row = $state<number | null>(untrack(() => planted[0]?.number ?? 1));
  const setInRow = $derived(planted.find(({ number }) => number === row)?.trees ?? 0);
  let setCount = $derived<number | null>(setInRow);
  let alive = $state<number | null>(null);
  let cause = $state('');
  let day = $state(untrack(() => today));
  const doing = new Doing();

  const save = () =>
    doing.run(async () => {
      await send('survival.count', {
        ...newEvent(),
        layoutId: layout,
        row: row ?? 0,
        set: setCount ?? 0,
        alive: alive ?? -1,
        marks: '',
        cause,
        countedOn: day,
      });
      doing.told = [`Row ${row}: ${alive} alive of ${setCount}.`];
      alive = null;
    });
</script>

<h2>Enter a counted row</h2>
<form onsubmit={(event) => (event.preventDefault(), void save())}>
  <NumberField label="Row" min={1} bind:value={row} />
  <NumberField label="Set" min={1} bind:value={setCount} helper="{setInRow} planted" />
  <NumberField label="Alive" min={0} bind:value={alive} />
  <Select
    labelText="What killed most"
    selected={cause}
    on:update={(e) => (cause = String(e.detail))}
    >{#each ['', ...CAUSES] as value (value)}<SelectItem
        {value}
        text={value || 'none to name'}
      />{/each}</Select
  >
  <TextInput labelText="Day" type="date" bind:value={day} />
  <Button type="submit" disabled={alive === null}>Enter it</Button>
</form>
<Outcome of={doing} />

<style>
  form {
    display: grid;
    grid-template-columns: 90px 100px 100px minmax(130px, 1fr) 150px auto;
    gap: 10px;
    align-items: start;
  }
  form :global(button[type='submit']) {
    margin-top: 22px;
  }
  @media (max-width: 700px) {
    form {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
