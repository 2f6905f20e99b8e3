<script lang="ts">
  import { Button, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { v7 as uuid } from 'uuid';
  import { addTo, daysBetween } from '$core/measure/dates';
  import type { OwnTask } from '$core/calendar/own-tasks';
  import { Doing } from '$lib/parts/doing.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { Whole } from '$lib/parts/whole.svelte';

  interface Props {
    blockId: string;
    /** At which the block's terms were read. */
    edition: number;
    planting: string;
    /** All own tasks of the block, and the one that is changed; a new one without. */
    own: readonly OwnTask[];
    task?: OwnTask;
    currency: string;
    onclose: () => void;
  }
  /** A task of the leader's own: what, by when, how long, with what, for how much, how often. */
  let { blockId, edition, planting, own, task, currency, onclose }: Props = $props();
  const doing = new Doing();
  let label = $state(untrack(() => task?.label ?? ''));
  let by = $state(untrack(() => addTo(planting, { days: -(task?.lead ?? 14) })));
  let duration = $state<number | null>(untrack(() => task?.duration ?? 1));
  let reason = $state(untrack(() => task?.reason ?? ''));
  let resource = $state(untrack(() => task?.resource ?? ''));
  let cost = $state<number | null>(untrack(() => task?.cost ?? null));
  let times = $state<number | null>(untrack(() => task?.repeat?.times ?? 1));
  let every = $state<number | null>(untrack(() => task?.repeat?.every ?? 30));

  /** The tasks as they were when this opened: what is typed here changed those. */
  const before = untrack(() => [...own]);
  const whole = untrack(() => new Whole({ terms: { own: before } }, edition));
  const keep = (list: OwnTask[]) =>
    doing.run(async () => {
      await whole.save('calendar.terms', { terms: { own: list } }, (value, at) => ({
        ...{ blockId, ...value },
        edition: at,
      }));
      onclose();
    });
  function save() {
    const mine: OwnTask = {
      key: task?.key ?? `own-${uuid()}`,
      label,
      lead: daysBetween(by, planting),
      duration: duration ?? 1,
      reason,
      ...(resource.trim() ? { resource: resource.trim() } : {}),
      ...(cost === null ? {} : { cost }),
      ...((times ?? 1) > 1 ? { repeat: { every: every ?? 30, times: times ?? 2 } } : {}),
    };
    const others = before.filter(({ key }) => key !== mine.key);
    return keep([...others, mine]);
  }
</script>

<form class="own" onsubmit={(event) => (event.preventDefault(), void save())}>
  <TextInput labelText="What is to be done" bind:value={label} maxlength={80} required />
  <TextInput labelText="Finished by" type="date" bind:value={by} required />
  <NumberField label="Days it takes" bind:value={duration} min={1} max={200} />
  <NumberField label="How often" bind:value={times} min={1} max={60} />
  {#if (times ?? 1) > 1}<NumberField
      label="Days from one time to the next"
      bind:value={every}
      min={1}
      max={800}
    />{/if}
  <TextInput labelText="Machine or crew" bind:value={resource} maxlength={40} placeholder="none" />
  <NumberField
    label="Cost each time{currency ? `, ${currency}` : ''}"
    bind:value={cost}
    min={0}
    decimals={2}
    onempty={() => (cost = null)}
  />
  <TextInput labelText="Why" bind:value={reason} maxlength={300} />
  <Outcome of={doing} />
  <div class="buttons">
    <Button size="small" type="submit" disabled={!label.trim() || !by || doing.busy}
      >{task ? 'Keep it' : 'Hang it on the string'}</Button
    >
    <Button size="small" kind="ghost" on:click={onclose}>Leave it</Button>
    {#if task}<Button
        size="small"
        kind="danger-tertiary"
        on:click={() => keep(own.filter(({ key }) => key !== task.key))}>Take it off</Button
      >{/if}
  </div>
</form>

<style>
  .own {
    display: grid;
    gap: 8px;
    margin: 6px 0 14px;
  }
</style>
