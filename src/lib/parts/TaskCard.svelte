<script lang="ts">
  import { howMany } from './how-many';
  import { Doing } from './doing.svelte';
  import Outcome from './Outcome.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { words } from '$lib/words';
  import type { Message } from '$core/say/message';
  import { Button, TextInput } from 'carbon-components-svelte';
  import { formatDay, formatSpan } from '$core/measure/dates';
  import type { ScheduledTask } from '$core/calendar/schedule';
  import { newEvent, send } from './send.svelte';

  interface Props {
    block: { id: string; name: string };
    task: ScheduledTask;
    today: string;
    role: string;
    /** The day that is tried out. */
    day?: string;
  }
  let { block, task, today, role, day = $bindable('') }: Props = $props();
  const units = useUnits();
  const said = (message: Message) => words(message, units);
  const doing = new Doing();
  $effect(() => {
    void task.key;
    day = today;
  });
  const STATE = {
    done: 'Done',
    late: 'Late',
    due: 'Due now',
    soon: 'Soon',
    later: 'Later',
    skipped: 'Skipped',
    passed: 'Passed, not ticked off; the trees stand',
  };

  /** Whose page tells that a task is done. */
  const ELSEWHERE = {
    orders: 'the order',
    stock: 'the ledger of lots',
    rows: 'the list of pegged rows',
    spraying: 'the record of sprayings',
    crew: 'the crew’s own count',
    checks: 'the plan of plots',
    tending: 'the care of its rows',
    watering: 'the water given row by row',
    survival: 'the count',
  };

  const tell = (kind: 'done' | 'undone' | 'moved' | 'skipped' | 'restored') =>
    doing.run(async () => {
      await send('calendar.task', {
        ...newEvent(),
        blockId: block.id,
        task: task.key,
        kind,
        day: kind === 'done' || kind === 'moved' ? day : null,
      });
    });
</script>

<div class="card">
  <b>{said(task.label)} · {block.name}</b>
  <p class="num">
    {STATE[task.state]}{task.state === 'late' ? ` by ${howMany(task.lateBy, 'day')}` : ''}: {formatSpan(
      task.start,
      task.finish,
    )}
    {#if task.elsewhere}· done, as {ELSEWHERE[task.elsewhere]} says{:else if task.doneOn}· ticked
      off {formatDay(task.doneOn, true)}{task.doneBy ? ` by ${task.doneBy}` : ''}{/if}
  </p>
  <p class="quiet">{said(task.reason)}</p>
  {#if task.waitsFor.length}<p class="say">Waits for: {task.waitsFor.map(said).join(', ')}.</p>{/if}
  {#if task.caution}<p class="say caution">{said(task.caution)}</p>{/if}
  {#if role === 'leader' || role === 'checker'}
    {#if task.state === 'done'}
      <Button kind="ghost" size="small" on:click={() => tell('undone')}>Not done after all</Button>
    {:else if task.state === 'skipped'}
      <Button kind="ghost" size="small" on:click={() => tell('restored')}>Put it back</Button>
    {:else}
      <TextInput labelText="Day" type="date" bind:value={day} />
      <div class="buttons">
        <Button size="small" disabled={day > today} on:click={() => tell('done')}
          >Done that day</Button
        >
        {#if role === 'leader'}
          <Button kind="tertiary" size="small" on:click={() => tell('moved')}>Move to it</Button>
          <Button kind="ghost" size="small" on:click={() => tell('skipped')}>Skip</Button>
        {/if}
      </div>
    {/if}
  {/if}
  <Outcome of={doing} />
</div>

<style>
  .card {
    font-size: 14.5px;
  }
  p {
    margin: 3px 0 8px;
  }
</style>
