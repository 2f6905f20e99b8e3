<script lang="ts">
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import type { ScheduledTask } from '$core/calendar/schedule';
  import { formatDay } from '$core/measure/dates';
  import { Doing } from '$lib/parts/doing.svelte';
  import { howMany } from '$lib/parts/how-many';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import { words } from '$lib/words';

  interface Props {
    blockId: string;
    tasks: readonly ScheduledTask[];
  }
  /**
   * Who sets a day that is near has tasks behind them that were due before anybody thought of the block: each was
   * done in time, is still to be done, or the block goes without it. All are settled here in one go.
   */
  let { blockId, tasks }: Props = $props();
  type Fate = 'open' | 'done' | 'skipped';
  let fates = $state<Record<string, Fate>>({});
  const doing = new Doing();
  const settled = $derived(tasks.filter(({ key }) => (fates[key] ?? 'open') !== 'open'));
  const settle = () =>
    doing.run(async () => {
      const count = settled.length;
      // What was taken leaves the list, so that a try again asks for the rest alone.
      for (const { key, finish } of settled)
        await send('calendar.task', {
          ...newEvent(),
          ...{ blockId, task: key, kind: fates[key] as 'done' | 'skipped' },
          day: fates[key] === 'done' ? finish : null,
        });
      fates = {};
      return `${howMany(count, 'task')} settled.`;
    });
</script>

{#if tasks.length}
  <h2>Due long before today</h2>
  <p class="quiet">What became of each?</p>
  {#each tasks as { key, label, finish, reason } (key)}
    <div class="one">
      <Select
        labelText="{words(label)}, due {formatDay(finish, true)}"
        selected={fates[key] ?? 'open'}
        helperText={fates[key] === 'skipped' ? words(reason) : ''}
        on:update={(e) => (fates[key] = e.detail as Fate)}
      >
        <SelectItem value="open" text="still to be done" />
        <SelectItem value="done" text="was done in time" />
        <SelectItem value="skipped" text="we go without it" />
      </Select>
    </div>
  {/each}
  <div class="buttons">
    <Button size="small" disabled={!settled.length || doing.busy} on:click={settle}
      >Settle {settled.length ? howMany(settled.length, 'task') : 'them'}</Button
    >
  </div>
{/if}
<Outcome of={doing} />

<style>
  .one {
    margin-bottom: 10px;
  }
</style>
