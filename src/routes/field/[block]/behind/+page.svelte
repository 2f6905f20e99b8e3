<script lang="ts">
  import { untrack } from 'svelte';
  import { FAULTS, type Fault } from '$core/checks/quality';
  import { placeWrong } from '$lib/field/place';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import type { Given } from '$lib/rooms/contracts';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['crew.fault']);
  const { say, why } = useTongue();
  let row = $state(untrack(() => data.lastRow));
  let peg = $state(1);
  let seat = $state('');
  let mended = $state(true);
  const places = $derived(data.rows.find(({ number }) => number === row)?.places ?? 0);
  const wrong = $derived(placeWrong(data.rows, row, peg));
  const known = $derived(new Set(data.faults.map(({ id }) => id)));
  /** What was found on the row, by the page and by this phone, what was taken back left out. */
  const found = $derived.by(() => {
    const own = work.outbox
      .pending('crew.fault')
      .filter(({ layoutId }) => layoutId === data.layoutId);
    const gone = new Set(own.map(({ corrects }) => corrects).filter(Boolean));
    return [...data.faults, ...own.filter(({ id, corrects }) => !corrects && !known.has(id))]
      .filter((fault) => fault.row === row && !gone.has(fault.id))
      .sort((a, b) => a.peg - b.peg);
  });
  let last = $state<Given<'crew.fault'> & { id: string }>();
  async function keep(fault: Fault) {
    const entry = { ...work.event(), layoutId: data.layoutId, row, peg, fault, mended, seat };
    await work.outbox.add('crew.fault', { ...entry, corrects: null });
    last = { ...entry, corrects: null };
    navigator.vibrate?.(30);
  }
  async function undo() {
    // As it was entered, whatever row is shown by now.
    const taken = last!;
    last = undefined;
    await work.outbox.add('crew.fault', { ...taken, ...work.event(), corrects: taken.id });
  }
  const step = (by: number) => (peg = Math.max(1, Math.min(places || 1, peg + by)));
</script>

<svelte:head><title>{say('behind.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <h1>{say('behind.title')}</h1>
  <p class="caution">{say('behind.caution')}</p>
  <div class="where">
    <label
      >{say('behind.row')}
      <NumberBox min={1} value={row} onvalue={(n) => ([row, peg] = [n, 1])} /></label
    >
    <label
      >{say('behind.peg')}
      <span class="peg"
        ><button type="button" aria-label="−1" onclick={() => step(-1)}>−</button><NumberBox
          min={1}
          value={peg}
          onvalue={(n) => (peg = n)}
        /><button type="button" aria-label="+1" onclick={() => step(1)}>+</button></span
      ></label
    >
  </div>
  {#if wrong}<p class="say stop" role="alert">{why(wrong)}</p>{/if}
  <div class="two" role="group" aria-label={say('behind.seat')}>
    {#if data.seats === 2}
      {#each ['left', 'right'] as const as side (side)}<button
          type="button"
          class="go plain"
          aria-pressed={seat === side}
          onclick={() => (seat = seat === side ? '' : side)}>{say(`behind.${side}`)}</button
        >{/each}
    {/if}
    <button type="button" class="go plain" aria-pressed={mended} onclick={() => (mended = true)}
      >{say('behind.mended')}</button
    >
    <button type="button" class="go plain" aria-pressed={!mended} onclick={() => (mended = false)}
      >{say('behind.replant')}</button
    >
  </div>
  <div class="faults">
    {#each FAULTS as fault (fault)}
      <button
        type="button"
        data-sends
        disabled={!data.mayTally || Boolean(wrong)}
        onclick={() => keep(fault)}>{say(`fault.${fault}`)}</button
      >
    {/each}
  </div>
  <button class="go plain" disabled={!last} onclick={undo}>{say('behind.undo')}</button>
  <p class="num">
    {say('behind.found', {
      faults: found.length,
      mended: found.filter((fault) => fault.mended).length,
    })}
  </p>
  <ul>
    {#each found as fault (fault.id)}
      <li class="num">
        {say('behind.peg')}
        {fault.peg}: {say(`fault.${fault.fault as Fault}`)}, {say(
          fault.mended ? 'behind.mended' : 'behind.replant',
        )}
      </li>
    {/each}
  </ul>
  <p class="quiet">{say('behind.census')}</p>
</FieldFrame>

<style>
  .caution {
    border-left: 6px solid var(--clay);
    padding-left: 12px;
    font-weight: 600;
  }
  .where {
    display: grid;
    grid-template-columns: 1fr 2fr;
    gap: 10px;
    align-items: end;
  }
  .peg {
    display: grid;
    grid-template-columns: 56px 1fr 56px;
    gap: 6px;
  }
  .peg button,
  .faults button {
    font: 650 19px var(--text);
    min-height: 56px;
    border: 2px solid var(--viridian);
    background: var(--sheet);
    color: var(--viridian-deep);
    cursor: pointer;
    touch-action: manipulation;
  }
  .two,
  .faults {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  .two button[aria-pressed='true'] {
    background: var(--viridian);
    color: var(--on-viridian);
  }
  .faults button {
    min-height: 60px;
    border-color: var(--clay);
    color: var(--clay);
  }
  .faults button:disabled {
    opacity: 0.45;
  }
  ul {
    margin: 0;
    padding-left: 20px;
  }
</style>
