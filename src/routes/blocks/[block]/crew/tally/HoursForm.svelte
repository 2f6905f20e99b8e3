<script lang="ts">
  import { Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { shiftsOf, type Clocked, type Shift } from '$core/crew/attendance';
  import { clockChanges, spellsIn } from '$core/crew/hours-typed';
  import { addTo } from '$core/measure/dates';
  import { formatNumber } from '$core/measure/units';
  import { serverNow } from '$lib/parts/clock.svelte';
  import { Doing } from '$lib/parts/doing.svelte';
  import { momentIn } from '$lib/parts/moment-field';
  import { newEvent, sendAll } from '$lib/parts/send.svelte';
  import PaperForm from './PaperForm.svelte';
  import type { PageData } from './$types';

  interface Props {
    data: PageData;
    who: string;
    name: string;
    spells: (shifts: readonly Shift[]) => string;
    /** Told when hours are set. */
    onset: () => void;
  }
  /** The hours of one planter on one day, as they are known; typed otherwise, they are clocked so. */
  let { data, who, name, spells, onset }: Props = $props();
  const hours = new Doing();
  const shifts = $derived(data.shifts.filter(({ planter }) => planter === who));
  /** What was clocked of them on this day and stands. */
  const clocked = $derived(
    data.entries
      .filter((entry) => entry.planter === who && 'tool' in entry.what && !entry.taken)
      .map(({ id, planter, at, what }): Clocked => {
        const { kind, tool } = what as { kind: 'on' | 'off'; tool: string };
        return { id, planter, at, kind, tool };
      }),
  );
  let worked = $state<string>();
  let toolTyped = $state<string>();
  const known = $derived(spells(shifts));
  const tool = $derived(toolTyped ?? shifts.at(-1)?.tool ?? data.tools[0] ?? '');
  const tools = $derived([...new Set([...data.tools, tool])].filter(Boolean));
  const wanted = $derived(worked === undefined ? undefined : spellsIn(worked));
  const at = (hour: number) => {
    const minutes = Math.round(hour * 60);
    const day = minutes < 1440 ? data.day : addTo(data.day, { days: 1 });
    const text = [Math.floor(minutes / 60) % 24, minutes % 60].map((n) =>
      String(n).padStart(2, '0'),
    );
    return momentIn(`${day}T${text.join(':')}`, data.zone) ?? Number.NaN;
  };
  const changes = $derived(
    wanted &&
      clockChanges(
        clocked,
        wanted.map(({ from, to }) => ({
          from: at(from),
          ...(to === undefined ? {} : { to: at(to) }),
        })),
        tool,
      ),
  );
  /** The hours as they would be. */
  const after = $derived.by(() => {
    if (!changes) return undefined;
    const gone = new Set(changes.takeBack.map(({ id }) => id));
    const added = changes.add.map((one, i): Clocked => ({
      ...one,
      id: `${i}`,
      planter: who,
      tool,
    }));
    return shiftsOf([...clocked.filter(({ id }) => !gone.has(id)), ...added], data.at);
  });
  const refused = $derived.by(() => {
    if (worked === undefined || worked.trim() === known) return '';
    if (!wanted)
      return `“${worked.trim()}” is no time at work; “7-15:30” or “7-12, 12:30-16” is accepted, 12 hours at most in one go.`;
    if (wanted.some(({ to }) => to === undefined) && data.day !== data.today)
      return 'The day is over; a time at work with its end is accepted.';
    if (changes!.add.some((one) => one.at > serverNow()))
      return 'This is still to come; hours up to now are accepted.';
    return '';
  });
  const sum = (shifts: readonly Shift[]) =>
    shifts.reduce((all, { from, to }) => all + (to - from) / 3_600_000, 0);
  const isNew = $derived(Boolean(changes && (changes.add.length || changes.takeBack.length)));

  const setHours = () =>
    hours.run(async () => {
      const { takeBack, add } = changes!;
      const of = { siteId: data.siteId, blockId: data.block.id, planterId: who };
      const text = spells(after!) || 'not at work';
      onset();
      await sendAll('crew.clock', [
        ...add.map(({ kind, at: when }) => ({
          ...newEvent(new Date(when).toISOString()),
          ...{ ...of, kind, tool: kind === 'on' ? tool : '', corrects: null },
        })),
        ...takeBack.map(({ id, kind }) => ({
          ...newEvent(),
          ...{ ...of, kind, tool: '', corrects: id },
        })),
      ]);
      worked = toolTyped = undefined;
      return `${name}: ${text}.`;
    });
</script>

<PaperForm
  button="Set hours"
  kind="tertiary"
  ready={isNew}
  wrong={refused}
  doing={hours}
  onenter={() => void setHours()}
>
  <TextInput
    labelText="At work"
    placeholder="7-12, 12:30-16"
    value={worked ?? known}
    on:input={(e) => (worked = String(e.detail ?? ''))}
    autocomplete="off"
  />
  <Select
    labelText="With"
    selected={tool}
    on:update={(event) => {
      toolTyped = String(event.detail);
      worked ??= known;
    }}
  >
    {#each tools as one (one)}<SelectItem value={one} text={one} />{/each}
  </Select>
  {#snippet told()}{#if isNew && after}<p class="quiet" role="status">
        {after.length
          ? `${name}: ${spells(after)}, ${formatNumber(sum(after), 2)} h.`
          : `${name} was not at work that day.`}
        {changes!.takeBack.length ? 'What was clocked otherwise is taken back.' : ''}
      </p>{/if}{/snippet}
</PaperForm>
