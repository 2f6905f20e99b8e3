<script lang="ts">
  import { Button, TextInput } from 'carbon-components-svelte';
  import { readRows } from '$core/calendar/label';
  import { formatNumber } from '$core/measure/units';
  import { rowList } from '$core/method/ways';
  import { Doing } from '$lib/parts/doing.svelte';
  import { howMany } from '$lib/parts/how-many';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { spoken } from '$lib/parts/reader.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import When from '$lib/parts/When.svelte';

  interface Props {
    layoutId: string;
    /** Rows whose pegs stand, of so many. */
    stand: readonly number[];
    total: number;
    mayTally: boolean;
  }
  /** Which rows of the released version are set out. */
  let { layoutId, stand, total, mayTally }: Props = $props();
  const doing = new Doing();
  let text = $state('');
  let moment = $state<string>();
  const known = $derived(Array.from({ length: total }, (_, i) => i + 1));
  const left = $derived.by(() => {
    const there = new Set(stand);
    return known.filter((row) => !there.has(row));
  });
  const read = $derived.by((): { rows: number[]; wrong?: string } => {
    try {
      return { rows: readRows(text, known) };
    } catch (error) {
      return { rows: [], wrong: spoken(error) };
    }
  });
  const enter = (stands: boolean) =>
    doing.run(async () => {
      const { rows } = read;
      await send('rows.pegged', {
        ...newEvent(),
        ...(moment ? { at: moment } : {}),
        ...{ layoutId, rows, stand: stands },
      });
      text = '';
      return `${howMany(rows.length, 'row')} ${stands ? 'stand pegged' : 'to be pegged again'}.`;
    });
</script>

<section>
  <h3>Pegged</h3>
  <p class="num">
    {#if !left.length}All {formatNumber(total)} rows stand pegged.{:else}{formatNumber(
        stand.length,
      )} of {howMany(total, 'row')} stand pegged{stand.length
        ? `; left: ${rowList(left)}`
        : ''}.{/if}
  </p>
  {#if mayTally}
    <div class="form">
      <TextInput
        size="sm"
        labelText="Rows"
        placeholder="1–40, 55"
        bind:value={text}
        invalid={Boolean(read.wrong)}
        invalidText={read.wrong ?? ''}
      />
      {#if left.length && rowList(left) !== text}<button
          type="button"
          class="link-button"
          onclick={() => (text = rowList(left))}>{stand.length ? 'Those left' : 'All rows'}</button
        >{/if}
      <When bind:moment />
      <div class="buttons">
        <Button size="small" disabled={!read.rows.length || doing.busy} on:click={() => enter(true)}
          >They stand pegged</Button
        >
        <Button
          size="small"
          kind="ghost"
          disabled={!read.rows.some((row) => stand.includes(row)) || doing.busy}
          on:click={() => enter(false)}>Pegs are gone</Button
        >
      </div>
    </div>
  {/if}
  <Outcome of={doing} />
</section>

<style>
  h3 {
    font-size: 14px;
    font-weight: 650;
    margin: 4px 0 2px;
  }
  p {
    font-size: 13.5px;
    margin: 0 0 5px;
    line-height: 1.4;
  }
  .form {
    display: grid;
    gap: 6px;
    justify-items: start;
    max-width: 320px;
  }
</style>
