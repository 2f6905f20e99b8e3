<script lang="ts">
  import { holds } from '$core/crew/share';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['survival.refilled']);
  const tongue = useTongue();
  const { say } = tongue;
  const known = $derived(new Set(data.sets.map(({ id }) => id)));
  const own = $derived(
    work.outbox
      .pending('survival.refilled')
      .filter(({ refillId, id }) => refillId === data.refill?.id && !known.has(id)),
  );
  const gone = $derived(new Set(own.map(({ corrects }) => corrects).filter(Boolean)));
  const sets = $derived(
    [...data.sets, ...own.filter(({ corrects }) => !corrects)].filter(({ id }) => !gone.has(id)),
  );
  const setIn = (row: number) =>
    sets.filter((one) => one.row === row).reduce((sum, { trees }) => sum + trees, 0);
  const all = $derived(sets.reduce((sum, { trees }) => sum + trees, 0));
  /** Their own rows first, then the others'. */
  const rows = $derived.by(() => {
    const all = data.refill?.rows ?? [];
    const own = ({ row }: { row: number }) => holds(data.shares, data.planter?.id ?? '', row);
    return [...all.filter(own), ...all.filter((one) => !own(one))];
  });
  let picked = $state<number>();
  /** The row that was picked, else the first that nobody has been in. */
  const row = $derived(
    rows.find((one) => one.row === picked) ?? rows.find((one) => !setIn(one.row)) ?? rows.at(-1),
  );
  const place = $derived(rows.findIndex((one) => one.row === row?.row));
  /** Trees by species that were typed for this row; before that, what the plan still has there, or one by one. */
  let typed = $state<Record<string, number>>({});
  const planned = $derived(
    new Map(
      data.species.map(({ id }) => {
        const places = row?.pegs.filter(({ speciesId }) => speciesId === id).length ?? 0;
        const already = sets
          .filter((one) => one.row === row?.row && one.speciesId === id)
          .reduce((sum, { trees }) => sum + trees, 0);
        // Places that nobody noted are of any species: of one alone, all that are left.
        const found = data.species.length === 1 ? Math.round(row?.expected ?? 0) : 0;
        return [id, Math.max(1, places + found - already)];
      }),
    ),
  );
  /** Trees that were planned for the row. */
  const due = $derived((row?.pegs.length ?? 0) + Math.round(row?.expected ?? 0));
  const nameOf = (id: string) => data.species.find((one) => one.id === id)?.name ?? '';
  const go = (to: number) => {
    picked = rows[to].row;
    typed = {};
  };
  async function set(speciesId: string, trees: number) {
    if (!row || trees < 1) return;
    picked = row.row;
    typed = {};
    await work.outbox.add('survival.refilled', {
      ...work.event(),
      ...{ refillId: data.refill!.id, row: row.row, speciesId, trees, corrects: null },
      planterId: data.planter?.id ?? null,
    });
    navigator.vibrate?.(30);
  }
  const takeBack = (entry: (typeof sets)[number]) =>
    work.outbox.add('survival.refilled', {
      ...work.event(),
      ...{ refillId: data.refill!.id, row: entry.row, speciesId: entry.speciesId },
      ...{ trees: entry.trees, corrects: entry.id, planterId: data.planter?.id ?? null },
    });
</script>

<svelte:head><title>{say('refill.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  {#if !data.refill || !row}
    <h1>{say('refill.title')}</h1>
    <p>{say('refill.none')}</p>
  {:else}
    <div class="title">
      <h1>{say('rows.row', { row: row.row })}</h1>
      <div class="step">
        <button aria-label={say('rows.before')} disabled={place <= 0} onclick={() => go(place - 1)}
          >‹</button
        >
        <button
          aria-label={say('rows.after')}
          disabled={place >= rows.length - 1}
          onclick={() => go(place + 1)}>›</button
        >
      </div>
    </div>
    <p class="num">
      <b>{say('refill.of', { set: all, places: data.refill.places })}</b>
    </p>
    {#if row.pegs.length}
      <p>{say('refill.places', { places: row.pegs.length })}</p>
      <ol class="pegs">
        {#each row.pegs as { peg, speciesId } (peg)}<li>
            <b class="num">{peg}</b>
            {nameOf(speciesId)}
          </li>{/each}
      </ol>
    {/if}
    {#if due && due <= setIn(row.row)}
      <p class="say good" role="status">{say('refill.rowDone', { set: setIn(row.row) })}</p>
    {:else if row.expected >= 0.5}
      <p>{say('refill.expected', { trees: Math.round(row.expected) })}</p>
    {/if}
    <p class="quiet">{say('refill.rule')}</p>
    {#each data.species as { id, name } (id)}
      {@const trees = typed[id] ?? planned.get(id) ?? 1}
      <div class="set">
        <label
          >{name}
          <NumberBox
            min={0}
            max={5000}
            value={trees}
            onvalue={(n) => (typed = { ...typed, [id]: n })}
          /></label
        >
        <button class="go" disabled={!data.mayTally || trees < 1} onclick={() => set(id, trees)}
          >{say('refill.set', { trees })}<span class="visually-hidden">, {name}</span></button
        >
      </div>
    {/each}
    {#each sets.filter((one) => one.row === row.row) as entry (entry.id)}
      <p class="entered">
        <span class="num"
          >{say('refill.entered', { trees: entry.trees, species: nameOf(entry.speciesId) })}</span
        >
        <button class="go plain" disabled={!data.mayTally} onclick={() => takeBack(entry)}
          >{say('care.undo')}</button
        >
      </p>
    {/each}
  {/if}
</FieldFrame>

<style>
  .title,
  .entered {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 10px;
  }
  .step {
    display: flex;
    gap: 8px;
  }
  .step button {
    width: 56px;
    height: 56px;
    font: 700 24px var(--text);
    background: var(--sheet);
    color: var(--ink);
    border: 2px solid var(--viridian);
  }
  .step button:disabled {
    opacity: 0.4;
  }
  .pegs {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
    gap: 6px;
    font-size: 19px;
  }
  .pegs li {
    border-left: 5px solid var(--clay);
    padding-left: 8px;
  }
  .set {
    display: grid;
    grid-template-columns: 1fr 150px;
    gap: 10px;
    align-items: end;
  }
  .entered {
    border-left: 6px solid var(--water);
    padding-left: 10px;
  }
</style>
