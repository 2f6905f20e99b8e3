<script lang="ts">
  import { TAUGHT, type Taught } from '$core/checks/trainer';
  import type { Fault } from '$core/checks/faults';
  import { shortRanges } from '$core/measure/ranges';
  import { v7 as uuid } from 'uuid';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { momentNow } from '$lib/parts/clock.svelte';
  import type { Outbox } from './outbox.svelte';
  import { openReworks, type SentBack } from './tallying';
  import { useTongue } from './tongue.svelte';

  interface Props {
    sentBack: readonly SentBack<Fault>[];
    outbox: Outbox;
    may: boolean;
  }
  /** Rows that plots sent back to this planter, above what is tapped next: what to mend, and that it was. */
  let { sentBack, outbox, may }: Props = $props();
  const { say } = useTongue();
  /** Of a decision, the rows that are listed at once; the rest come as these are done. */
  const AT_ONCE = 3;
  const reworks = $derived(openReworks(sentBack, outbox.pending('checks.reworked')));
  let mended = $state(0);
  const isTaught = (fault: string): fault is Taught =>
    (TAUGHT as readonly string[]).includes(fault);
  async function done(decisionId: string, row: number) {
    await outbox.add('checks.reworked', {
      ...{ id: uuid(), at: momentNow(), device: 'phone' },
      ...{ decisionId, row, mended },
    });
    mended = 0;
    navigator.vibrate?.(30);
  }
</script>

{#each reworks as { id, fault, open } (id)}
  {@const what = say('rows.rework', { fault: say(`fault.${fault}`), rows: shortRanges(open) })}
  <section aria-label={what}>
    <p>
      <b>{what}</b><br />
      {#if isTaught(fault)}{say(`school.how.${fault}`)}{/if}
    </p>
    <label
      >{say('rows.reworkMended')}
      <NumberBox min={0} value={mended} onvalue={(n) => (mended = n)} /></label
    >
    {#each open.slice(0, AT_ONCE) as row (row)}
      <button data-sends disabled={!may} onclick={() => done(id, row)}
        >{say('rows.reworkRow', { row })}</button
      >
    {/each}
  </section>
{/each}

<style>
  section {
    border-left: 6px solid var(--clay);
    background: var(--clay-tint);
    padding: 10px 14px;
    display: grid;
    gap: 8px;
    margin-bottom: 12px;
  }
  label {
    display: grid;
    gap: 4px;
  }
  label :global(input) {
    min-height: 56px;
    font: 650 22px var(--text);
    padding: 0 12px;
  }
  p {
    margin: 0;
  }
  button {
    min-height: 56px;
    font: 600 18px var(--text);
    background: var(--sheet);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
  }
  button:disabled {
    color: var(--faint);
  }
</style>
