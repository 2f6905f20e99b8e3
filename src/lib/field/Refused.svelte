<script lang="ts">
  import type { FieldKey } from '$lib/words/field';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import type { Entry, Outbox } from './outbox.svelte';
  import { useTongue } from './tongue.svelte';

  interface Props {
    outbox: Outbox;
    block: { id: string };
    siteId: string;
    /** Who a tally may be put on, for whoever may enter for others. */
    planters?: readonly { id: string; name: string }[];
  }
  /** Entries the server could not take as they are: each stays until its author has decided. */
  let { outbox, block, siteId, planters = [] }: Props = $props();
  const { say, why: reason } = useTongue();
  interface Tallied {
    row?: number;
    count?: number;
    planterId?: string;
    at?: string;
  }
  const of = (entry: Entry) => entry.payload as Tallied;
  const why = (entry: Entry) => (entry.said ? reason(entry.said) : (entry.reason ?? ''));
  /** How many of a tally still fit in its row, when that is why it was refused. */
  const fitting = (entry: Entry): number | undefined => {
    if (entry.said?.key !== 'crew.rowFull') return undefined;
    const { places, planted } = entry.said.figures as { places: number; planted: number };
    return Math.max(0, places - planted);
  };
  const WHAT: Record<string, FieldKey> = {
    'stock.record': 'refused.lot',
    'stock.root': 'refused.root',
    'checks.plot': 'refused.plot',
    'checks.answer': 'refused.answer',
    'tending.watered': 'refused.water',
    'tending.cared': 'refused.care',
    'rows.pegged': 'refused.pegs',
    'survival.refilled': 'refused.refill',
    'tending.seen': 'refused.seenOnWalk',
    'calendar.task': 'refused.task',
    'checks.reworked': 'refused.rework',
    'crew.clock': 'refused.hours',
    'calendar.sprayed': 'refused.spraying',
    'survival.count': 'refused.count',
    'crew.note': 'refused.note',
    'crew.noteBack': 'refused.note',
    'crew.wave': 'refused.wave',
    'crew.fault': 'refused.fault',
    'crew.trialRun': 'refused.run',
    'crew.box': 'refused.box',
    'crew.checkIn': 'refused.checkIn',
    'crew.brief': 'refused.briefing',
    'crew.seen': 'refused.seen',
  };
  let otherRow = $state<Record<string, number>>({});
  let note = $state<Record<string, string>>({});
</script>

{#each outbox.refused as entry (entry.id)}
  {@const tally = of(entry)}
  {@const fits = fitting(entry)}
  <section class="refused" aria-label={say('refused.label')}>
    <p class="what">
      {#if entry.command === 'crew.tally'}{say('refused.tally', {
          row: tally.row ?? 0,
          trees: tally.count ?? 0,
        })}{:else}{say(WHAT[entry.command] ?? 'refused.other')}{/if}
      <small>{say('words.onPhone')}</small>
    </p>
    <p role="alert">{why(entry)}</p>
    {#if entry.command === 'crew.tally'}
      {#if fits !== undefined && fits > 0 && tally.count}
        <button
          class="go"
          onclick={() =>
            otherRow[entry.id]
              ? outbox.split(
                  entry,
                  { count: fits },
                  { count: tally.count! - fits, row: otherRow[entry.id] },
                )
              : outbox.change(entry, { count: fits })}
          >{otherRow[entry.id]
            ? say('refused.split', {
                ...{ fits, row: tally.row ?? 0, rest: tally.count - fits },
                other: otherRow[entry.id],
              })
            : say('refused.only', { fits, row: tally.row ?? 0 })}</button
        >
      {/if}
      <label
        >{fits ? say('refused.restRow', { rest: (tally.count ?? 0) - fits }) : say('refused.inRow')}
        <NumberBox
          min={1}
          value={otherRow[entry.id]}
          onvalue={(row) => (otherRow = { ...otherRow, [entry.id]: row })}
        />
      </label>
      {#if otherRow[entry.id] && !fits}
        <button class="go" onclick={() => outbox.change(entry, { row: otherRow[entry.id] })}
          >{say('refused.allIn', { trees: tally.count ?? 0, row: otherRow[entry.id] })}</button
        >
      {/if}
      {#if planters.length}
        <label
          >{say('refused.otherPlanter')}
          <select
            onchange={(e) =>
              e.currentTarget.value && outbox.change(entry, { planterId: e.currentTarget.value })}
          >
            <option value=""></option>
            {#each planters.filter(({ id }) => id !== tally.planterId) as { id, name } (id)}<option
                value={id}>{name}</option
              >{/each}
          </select>
        </label>
      {/if}
    {/if}
    <label
      >{say('refused.word')}
      <input
        maxlength="200"
        value={note[entry.id] ?? ''}
        oninput={(e) => (note = { ...note, [entry.id]: e.currentTarget.value })}
      />
    </label>
    <button
      class="go plain"
      onclick={() =>
        outbox.hand(entry, {
          siteId,
          blockId: block.id,
          note: note[entry.id] ?? '',
          reason: why(entry),
        })}>{say('refused.hand')}</button
    >
    <button class="go plain" onclick={() => outbox.change(entry, {})}>{say('refused.again')}</button
    >
  </section>
{/each}

<style>
  .refused {
    border: 2px solid var(--clay);
    background: var(--sheet);
    padding: 12px 14px;
    display: grid;
    gap: 10px;
    font-size: 16px;
    margin: 12px 0;
  }
  p {
    margin: 0;
  }
  .what {
    font-size: 19px;
    font-weight: 700;
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 10px;
  }
  small {
    color: var(--slate);
    font-weight: 450;
    font-size: 14px;
  }
  label {
    display: grid;
    gap: 4px;
  }
  .refused :global(input),
  select {
    height: 56px;
    font: 20px var(--text);
    width: 100%;
    box-sizing: border-box;
    background: var(--field);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
    padding: 0 12px;
  }
  .go {
    min-height: 56px;
    font: 650 18px var(--text);
    background: var(--viridian);
    color: var(--on-viridian);
    border: 0;
    cursor: pointer;
  }
  .go.plain {
    background: var(--field);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
  }
</style>
