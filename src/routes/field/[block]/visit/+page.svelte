<script lang="ts">
  import { SEEN, type Seen } from '$core/tending/visit';
  import { dayOf } from '$core/say/day';
  import { stretchWrong } from '$lib/field/place';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import type { Given } from '$lib/rooms/contracts';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['tending.seen', 'calendar.task']);
  const { say, why } = useTongue();
  let whole = $state(false);
  let fromRow = $state<number | null>(null);
  let toRow = $state<number | null>(null);
  let peg = $state<number | null>(null);
  let trees = $state<number | null>(null);
  let body = $state('');
  let last = $state<Given<'tending.seen'> & { id: string; kind: Seen }>();
  const about = () =>
    whole || !data.layoutId || !fromRow
      ? { layoutId: null, fromRow: null, toRow: null, peg: null }
      : { layoutId: data.layoutId, fromRow, toRow: toRow ?? fromRow, peg };
  const wrong = $derived(
    !whole && data.layoutId && fromRow
      ? stretchWrong(data.rows, { from: fromRow, to: toRow ?? fromRow, peg })
      : undefined,
  );
  async function see(kind: Seen) {
    const entry = { ...work.event(), blockId: data.block.id, ...about(), kind, trees, body };
    await work.outbox.add('tending.seen', { ...entry, corrects: null });
    last = { ...entry, corrects: null };
    trees = null;
    body = '';
    navigator.vibrate?.(30);
  }
  async function undo() {
    // As it was entered, whatever rows stand there by now.
    const taken = last!;
    last = undefined;
    await work.outbox.add('tending.seen', { ...taken, ...work.event(), corrects: taken.id });
  }
  const tasks = $derived([...data.due, ...data.ticked]);
  /** Ticked off, on this phone or lately. */
  const ticked = $derived.by(() => {
    const done = new Set<string>(data.ticked.map(({ key }) => key));
    for (const { blockId, task, kind } of work.outbox.pending('calendar.task'))
      if (blockId === data.block.id) done[kind === 'done' ? 'add' : 'delete'](task);
    return done;
  });
  async function tick(task: string, kind: 'done' | 'undone') {
    const entry = work.event();
    await work.outbox.add('calendar.task', {
      ...{ ...entry, blockId: data.block.id, task, kind },
      // The phone may have been opened before midnight.
      day: kind === 'done' ? dayOf(entry.at, data.zone) : null,
    });
    navigator.vibrate?.(30);
  }
</script>

<svelte:head><title>{say('visit.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <h1>{say('visit.title')}</h1>
  {#if tasks.length && data.mayRecord}
    <h2>{say('visit.dueHere')}</h2>
    <ul class="due">
      {#each tasks as { key, label } (key)}
        {@const done = ticked.has(key)}
        <li class:done>
          <span>{why(label)}</span>
          <button
            aria-label={`${why(label)}: ${say(done ? 'visit.untick' : 'visit.tick')}`}
            onclick={() => tick(key, done ? 'undone' : 'done')}
            >{say(done ? 'visit.untick' : 'visit.tick')}</button
          >
        </li>
      {/each}
    </ul>
  {:else if data.due.length}
    <p class="say">
      {say('visit.due', { tasks: { list: data.due.map(({ label }) => label) } })}
    </p>
  {/if}
  {#if data.layoutId}
    <label class="check"><input type="checkbox" bind:checked={whole} /> {say('visit.whole')}</label>
    {#if !whole}
      <div class="where">
        <label
          >{say('visit.from')}
          <NumberBox
            min={1}
            value={fromRow}
            onvalue={(n) => (fromRow = n)}
            onempty={() => (fromRow = null)}
          /></label
        >
        <label
          >{say('visit.to')}
          <NumberBox
            min={1}
            value={toRow}
            onvalue={(n) => (toRow = n)}
            onempty={() => (toRow = null)}
          /></label
        >
        <label
          >{say('visit.peg')}
          <NumberBox
            min={1}
            value={peg}
            onvalue={(n) => (peg = n)}
            onempty={() => (peg = null)}
          /></label
        >
      </div>
      {#if wrong}<p class="say stop" role="alert">{why(wrong)}</p>{/if}
    {/if}
  {/if}
  <div class="where">
    <label
      >{say('visit.trees')}
      <NumberBox
        min={1}
        value={trees}
        onvalue={(n) => (trees = n)}
        onempty={() => (trees = null)}
      /></label
    >
    <label class="body">{say('visit.body')} <input maxlength="300" bind:value={body} /></label>
  </div>
  <p><b>{say('visit.what')}</b></p>
  <div class="seen">
    {#each SEEN as kind (kind)}
      <button data-sends disabled={!data.mayTally || Boolean(wrong)} onclick={() => see(kind)}
        >{say(`visit.see.${kind}`)}</button
      >
    {/each}
  </div>
  {#if last}<p class="say" role="status">
      {say('visit.kept', { what: say(`visit.see.${last.kind}`) })}
    </p>
    <button class="go plain" onclick={undo}>{say('visit.undo')}</button>{/if}
  <a class="go plain" href="/field/{data.block.id}/note">{say('visit.photo')}</a>
</FieldFrame>

<style>
  .where {
    display: grid;
    grid-template-columns: 1fr 1fr 1fr;
    gap: 9px;
    align-items: end;
  }
  .body {
    grid-column: span 2;
  }
  .body input {
    width: 100%;
    min-height: 56px;
    font: 18px var(--text);
    border: 1.5px solid var(--rule-strong);
    background: var(--field);
    color: var(--ink);
    padding: 0 10px;
  }
  .due {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .due li {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 10px;
    align-items: center;
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
    font-size: 18px;
  }
  .due .done span {
    text-decoration: line-through;
    color: var(--slate);
  }
  .due button {
    min-height: 56px;
    padding: 0 16px;
    font: 650 17px var(--text);
    border: 2px solid var(--viridian);
    background: var(--sheet);
    color: var(--ink);
    touch-action: manipulation;
  }
  h2 {
    font-size: 18px;
    font-weight: 700;
    margin: 12px 0 4px;
  }
  .check {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: 48px;
  }
  .check input {
    width: 26px;
    height: 26px;
  }
  .seen {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  .seen button {
    min-height: 66px;
    font: 650 17px var(--text);
    border: 2px solid var(--ochre);
    background: var(--sheet);
    color: var(--ink);
    touch-action: manipulation;
  }
  .seen button:disabled {
    opacity: 0.45;
  }
  a.go {
    display: grid;
    place-content: center;
  }
</style>
