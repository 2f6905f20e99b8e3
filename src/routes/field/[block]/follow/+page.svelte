<script lang="ts">
  import { untrack } from 'svelte';
  import type { Wave } from '$core/crew/waves';
  import { formatLiquid } from '$core/measure/units';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['crew.wave', 'crew.box', 'crew.tally']);
  const tongue = useTongue();
  const { say, moment } = tongue;
  const litres = (value: number) => tongue.measure(formatLiquid(value / 1000, tongue.system));
  let wave = $state<Wave | undefined>(untrack(() => data.waves[0]?.wave));
  let some = $state<Record<number, number>>({});
  const chosen = $derived(data.waves.find((entry) => entry.wave === wave));
  /** Trees of a row that this phone has done and the page does not count yet. */
  const local = (row: number) => {
    const own = work.outbox
      .pending('crew.wave')
      .filter((entry) => entry.layoutId === data.layoutId && entry.wave === wave);
    return own
      .filter((entry) => entry.row === row)
      .reduce((sum, { count, corrects }) => sum + (corrects ? -count : count), 0);
  };
  const rows = $derived(
    (chosen?.next ?? [])
      .map((entry) => ({ ...entry, trees: entry.trees - local(entry.row) }))
      .filter(({ trees }) => trees > 0),
  );
  /** Takes the last entry back. */
  let last = $state<() => Promise<void>>();
  async function done(row: number, count: number) {
    const of = wave!;
    const entry = { ...work.event(), layoutId: data.layoutId, row, wave: of, count };
    await work.outbox.add('crew.wave', { ...entry, corrects: null });
    last = () =>
      work.outbox.add('crew.wave', {
        ...entry,
        ...work.event(),
        corrects: entry.id,
      }) as Promise<void>;
    delete some[row];
    navigator.vibrate?.(30);
  }
  const undo = () => {
    const takeBack = last!;
    last = undefined;
    return takeBack();
  };
  const ofBoxes = $derived(
    work.outbox.pending('crew.box').filter(({ layoutId }) => layoutId === data.layoutId),
  );
  const sum = (
    entries: readonly { row: number; count: number; corrects?: string | null }[],
    of: number,
  ) =>
    entries
      .filter(({ row }) => row === of)
      .reduce((all, { count, corrects }) => all + (corrects ? -count : count), 0);
  const ofKind = (wanted: 'set' | 'refill') =>
    ofBoxes
      .filter(({ kind }) => kind === wanted)
      .map(({ boxes: count, ...entry }) => ({ ...entry, count }));
  const filled = $derived(ofKind('refill'));
  /** Trees in the ground without a box, row by row, with what this phone has not handed in yet. */
  const bare = $derived.by(() => {
    const tallies = work.outbox
      .pending('crew.tally')
      .filter(({ layoutId }) => layoutId === data.layoutId);
    const sets = ofKind('set');
    return (data.boxes?.open ?? [])
      .map(({ row, places, planted, set }) => ({
        row,
        trees: Math.min(places, planted + sum(tallies, row)) - set - sum(sets, row),
      }))
      .filter(({ trees }) => trees > 0);
  });
  let someBoxes = $state<Record<number, number>>({});
  async function box(entry: {
    kind: 'set' | 'refill';
    row: number;
    boxes: number;
    litres: number;
  }) {
    const kept = { ...work.event(), layoutId: data.layoutId, ...entry };
    await work.outbox.add('crew.box', { ...kept, corrects: null });
    last = () =>
      work.outbox.add('crew.box', { ...kept, ...work.event(), corrects: kept.id }) as Promise<void>;
    navigator.vibrate?.(30);
  }
  const capacity = $derived(data.boxes?.capacity ?? 0);
  const fill = ({ row, boxes, level }: { row: number; boxes: number; level: number }) =>
    box({ ...{ kind: 'refill', row, boxes }, litres: Math.max(0.1, capacity - level) });
  async function setBoxes(row: number, boxes: number) {
    await box({ ...{ kind: 'set', row, boxes }, litres: capacity });
    delete someBoxes[row];
  }
</script>

{#snippet inParts(
  row: number,
  most: number,
  typed: Record<number, number>,
  label: string,
  keep: (count: number) => void,
)}
  <label
    >{say('follow.some')}
    <span class="some"
      ><NumberBox
        min={1}
        max={most}
        value={typed[row]}
        aria-label={`${say('follow.some')}, ${label}`}
        onvalue={(n) => (typed[row] = n)}
        onempty={() => (typed[row] = 0)}
      /><button
        type="button"
        class="go plain"
        data-sends
        disabled={!typed[row] || typed[row] > most}
        onclick={() => keep(typed[row])}>{say('behind.keep')}</button
      ></span
    ></label
  >
{/snippet}
<svelte:head><title>{say('follow.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <h1>{say('follow.title')}</h1>
  {#if data.waves.length}
    <div class="kinds" role="group" aria-label={say('follow.wave')}>
      {#each data.waves as entry (entry.wave)}
        <button
          type="button"
          class="go plain"
          aria-pressed={wave === entry.wave}
          onclick={() => (wave = entry.wave)}>{say(`follow.${entry.wave}`)}</button
        >
      {/each}
    </div>
    {#if chosen}
      <p class="sum num">
        {say('follow.waiting', {
          trees: rows.reduce((sum, { trees }) => sum + trees, 0),
        })}{#if chosen.late}
          · <b class="late">{say('follow.late', { trees: chosen.late })}</b>{/if}
      </p>
    {/if}
    {#each rows as { row, trees, due, late } (row)}
      <section class:late>
        <p class="about">
          <b>{say('rows.row', { row })}</b>
          <span class="num">{say('follow.due', { time: moment(due) })}</span>
        </p>
        {#if data.mayTally}
          <button class="go" onclick={() => done(row, trees)}
            >{say('follow.all', { trees, row })}</button
          >
          {@render inParts(row, trees, some, say('rows.row', { row }), (n) => done(row, n))}
        {/if}
      </section>
    {:else}<p class="say good">{say('follow.none')}</p>{/each}
  {:else if !data.boxes}<p class="say">{say('follow.noWaves')}</p>{/if}
  {#if data.boxes}
    <h2>{say('follow.boxes')}</h2>
    {#each bare as { row, trees } (row)}
      <section>
        <p class="about">
          <b>{say('rows.row', { row })}</b>
          <span class="num">{say('follow.bare', { trees })}</span>
        </p>
        {#if data.mayTally}
          <button class="go" onclick={() => setBoxes(row, trees)}
            >{say('follow.set', { boxes: trees, row, litres: litres(capacity) })}</button
          >
          {@render inParts(
            row,
            trees,
            someBoxes,
            `${say('follow.boxes')}, ${say('rows.row', { row })}`,
            (n) => setBoxes(row, n),
          )}
        {/if}
      </section>
    {:else}<p class="say good">{say('follow.boxed')}</p>{/each}
    {#each data.boxes.rows.filter(({ row }) => sum(filled, row) <= 0) as row (row.row)}
      <section>
        <p class="about">
          <b>{say('rows.row', { row: row.row })}</b>
          <span class="num"
            >{row.dry
              ? say(row.dry < data.today ? 'follow.drySince' : 'follow.dry', {
                  day: { day: row.dry, withYear: true },
                })
              : say('follow.notDry')}</span
          >
        </p>
        {#if data.mayTally}<button class="go plain" onclick={() => fill(row)}
            >{say('follow.fill', {
              ...{ boxes: row.boxes, row: row.row },
              litres: litres(row.toFill / row.boxes),
            })}</button
          >{/if}
      </section>
    {/each}
  {/if}
  {#if data.waves.length || data.boxes}<button class="go plain" disabled={!last} onclick={undo}
      >{say('follow.undo')}</button
    >{/if}
</FieldFrame>

<style>
  .kinds {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(140px, 1fr));
    gap: 8px;
  }
  .kinds button[aria-pressed='true'] {
    background: var(--viridian);
    color: var(--on-viridian);
  }
  .sum {
    font-size: 20px;
  }
  .late b,
  b.late {
    color: var(--clay);
  }
  section {
    border: 1.5px solid var(--rule-strong);
    background: var(--sheet);
    padding: 10px 12px;
    display: grid;
    gap: 8px;
  }
  section.late {
    border-color: var(--clay);
  }
  .about {
    display: flex;
    justify-content: space-between;
    font-size: 18px;
  }
  .some {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 8px;
  }
  .some button {
    padding: 0 18px;
  }
  h2 {
    font-size: 20px;
    margin: 14px 0 0;
  }
</style>
