<script lang="ts">
  import { Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { tick } from 'svelte';
  import { holds } from '$core/crew/share';
  import { fromPaper, refillPlaces } from '$core/crew/tally-sheet';
  import { rangesIn, rangesOf } from '$core/measure/ranges';
  import { formatNumber } from '$core/measure/units';
  import { clockOf } from '$core/say/day';
  import { serverNow } from '$lib/parts/clock.svelte';
  import { Doing } from '$lib/parts/doing.svelte';
  import { howMany } from '$lib/parts/how-many';
  import { momentIn } from '$lib/parts/moment-field';
  import NumberField from '$lib/parts/NumberField.svelte';
  import { newEvent, sendAll } from '$lib/parts/send.svelte';
  import PaperForm from './PaperForm.svelte';
  import type { PageData } from './$types';

  interface Props {
    data: PageData;
    who: string;
    name: string;
    /** Told when trees are entered. */
    onenter: () => void;
  }
  /** Trees that one planter set on one day, by row: in places of the layout, or in dead ones of a refill. */
  let { data, who, name, onenter }: Props = $props();
  const doing = new Doing();
  const released = $derived(data.released!);

  let typed = $state('');
  let trees = $state<number>();
  let time = $state<string>();
  let rowsField = $state<HTMLElement | null>(null);
  /** The species that went into dead places; empty where the trees are those of the layout. */
  let into = $state('');
  const refill = $derived(
    data.refill?.species.some(({ id }) => id === into) ? data.refill : undefined,
  );
  const asked = $derived(rangesIn(typed));
  const places = $derived(
    refill
      ? refillPlaces(
          refill.rows,
          into,
          refill.species.length === 1,
          asked?.length === 1 && trees !== undefined,
        )
      : new Map(released.rows.map((row) => [row.number, row])),
  );
  /** Rows that are not full: of the layout theirs, of a refill all. */
  const open = $derived(
    [...places]
      .filter(([, { planted, places }]) => planted < places)
      .map(([row]) => row)
      .filter((row) => refill || holds(released.shares, who, row)),
  );
  const said = $derived(asked && fromPaper(asked, trees, places));
  /** Of these, rows that are somebody else's by the shares. */
  const notTheirs = $derived(
    released.shares.length
      ? (said?.entries ?? []).map(({ row }) => row).filter((n) => !holds(released.shares, who, n))
      : [],
  );
  const by = $derived(time || clockOf(data.until, data.zone).text);
  const moment = $derived(momentIn(`${data.day}T${by}`, data.zone));
  const list = (numbers: readonly number[]) =>
    `${numbers.length === 1 ? 'Row' : 'Rows'} ${rangesOf(numbers)}`;
  /** What stands in the way of entering it; the rest is told beside it. */
  const wrong = $derived.by(() => {
    if (!typed.trim()) return '';
    if (!asked) return `“${typed.trim()}” names no rows; “5”, “5-7” and “5-7, 9” are accepted.`;
    if (said!.none.length)
      return `${list(said!.none)}: none of ${refill ? `refill ${refill.number}` : 'this layout'}.`;
    if (said!.over && refill && asked.length > 1)
      return `${howMany(trees!, 'tree')} in ${list(asked).toLowerCase()}: ${said!.trees} are planned there and not set yet; enter more row by row.`;
    if (said!.over) {
      const place = said!.trees ? `only ${said!.trees} are free in them` : 'they are full';
      return `${howMany(trees!, 'tree')} in ${list(asked).toLowerCase()}: ${place}.`;
    }
    if (!said!.entries.length)
      return refill
        ? `${list(asked)}: none planned there is left; type how many trees went in.`
        : `${list(asked)}: full already.`;
    if (moment === undefined) return 'No hour of that day; an hour like 15:30 is accepted.';
    return moment > serverNow() ? 'This is still to come; an hour up to now is accepted.' : '';
  });

  const enter = () =>
    doing.run(async () => {
      const { entries, trees: sum } = said!;
      const at = new Date(moment!).toISOString();
      const of = refill ? ` of refill ${refill.number}` : '';
      onenter();
      if (refill)
        await sendAll(
          'survival.refilled',
          entries.map(({ row, count }) => ({
            ...newEvent(at),
            ...{ refillId: refill.id, row, speciesId: into, trees: count },
            ...{ planterId: who, corrects: null },
          })),
        );
      else
        await sendAll(
          'crew.tally',
          entries.map(({ row, count }) => ({
            ...newEvent(at),
            ...{ layoutId: released.id, row, planterId: who, count, corrects: null },
            note: 'from paper',
          })),
        );
      typed = '';
      trees = undefined;
      await tick();
      rowsField?.focus();
      return `${howMany(sum, 'tree')}${of} of ${name} in ${list(entries.map(({ row }) => row)).toLowerCase()}.`;
    });
</script>

<PaperForm button="Enter trees" ready={Boolean(said)} {wrong} {doing} onenter={() => void enter()}>
  {#if data.refill}<Select
      labelText="Set in"
      selected={into}
      on:update={(event) => (into = String(event.detail))}
    >
      <SelectItem value="" text="Open places" />
      {#each data.refill.species as { id, name } (id)}<SelectItem
          value={id}
          text="Dead places, {name.toLowerCase()}"
        />{/each}
    </Select>{/if}
  <TextInput
    labelText="Rows"
    placeholder="5-7, 9"
    bind:value={typed}
    bind:ref={rowsField as HTMLInputElement}
    autocomplete="off"
  />
  <NumberField
    label="Trees, if not all that is left"
    min={1}
    decimals={0}
    value={trees ?? null}
    onvalue={(value) => (trees = value)}
    onempty={() => (trees = undefined)}
  />
  <label
    >Set by
    <input type="time" value={by} onchange={(e) => (time = e.currentTarget.value)} /></label
  >
  {#snippet told()}
    {#if said}<p class="quiet" role="status">
        {said.entries.map(({ row, count }) => `row ${row}: ${count}`).join(', ')}{said.entries
          .length > 1
          ? `, ${formatNumber(said.trees)} in all`
          : ''}{said.full.length
          ? `. ${list(said.full)}: ${refill ? 'none planned' : 'full already'}, left out`
          : ''}.{notTheirs.length ? ` ${list(notTheirs)}: not shared out to ${name}.` : ''}
      </p>
    {:else if open.length}<p class="quiet">
        {refill
          ? `Refill ${refill.number} has ${list(open).toLowerCase()} still to fill.`
          : `${name} has ${list(open).toLowerCase()} still to fill.`}
        <button type="button" class="link-button" onclick={() => (typed = rangesOf(open, 99))}
          >All of them{#if !refill}<span class="visually-hidden"> of {name}</span>{/if}</button
        >
      </p>{/if}
  {/snippet}
</PaperForm>
