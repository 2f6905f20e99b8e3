<script lang="ts">
  import { Button, TextInput } from 'carbon-components-svelte';
  import TaskStrings from '$lib/charts/TaskStrings.svelte';
  import { formatDay } from '$core/measure/dates';
  import { taskSentence } from '$core/calendar/schedule';
  import TaskCard from '$lib/ui/TaskCard.svelte';
  import { send } from '$lib/ui/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const mine = $derived(data.strings.find(({ id }) => id === data.block.id)!);
  let selected = $state<string>();
  const picked = $derived.by(() => {
    const [block, key] = (selected ?? '').split('/');
    const string = data.strings.find(({ id }) => id === block);
    const task = string?.tasks.find((entry) => entry.key === key);
    return string && task ? { block: string, task } : undefined;
  });
  const waiting = $derived(
    mine.tasks.filter(({ state }) => state === 'late' || state === 'due' || state === 'soon'),
  );
  let day = $derived(data.block.plantingDay ?? '');
  let wrong = $state('');
  let width = $state(940);

  async function setDay() {
    wrong = '';
    try {
      await send('calendar.plantingDay', { blockId: data.block.id, day });
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
</script>

<div class="screen two">
  <section class="panel">
    <h2>Every block on its string, slack where there is time</h2>
    <div bind:clientWidth={width}>
      <TaskStrings
        strings={data.strings}
        today={data.today}
        current={data.block.id}
        {selected}
        width={Math.max(620, width)}
        onselect={(block, task) => (selected = `${block}/${task}`)}
      />
    </div>
    <h2 class="table-head">{data.block.name}, every task</h2>
    <table class="ledger">
      <thead><tr><th>Task</th><th>By</th><th>State</th><th>Why</th></tr></thead>
      <tbody>
        {#each mine.tasks as task (task.key)}
          <tr class:on={selected === `${mine.id}/${task.key}`}>
            <td
              ><button class="link-button" onclick={() => (selected = `${mine.id}/${task.key}`)}
                >{task.label}</button
              ></td
            >
            <td class="nowrap"
              >{formatDay(task.finish, true)}{#if task.finish !== task.byTable}<small class="quiet">
                  moved</small
                >{/if}</td
            >
            <td class={task.state}>{task.state}{task.lateBy ? ` ${task.lateBy} d` : ''}</td>
            <td class="quiet">{task.reason}</td>
          </tr>
        {:else}<tr
            ><td colspan="4" class="quiet"
              >Set the planting day, and the tasks are counted back from it.</td
            ></tr
          >{/each}
      </tbody>
    </table>
  </section>
  <aside class="comes-to">
    <h2>Planting day of {data.block.name}</h2>
    <form onsubmit={(event) => (event.preventDefault(), void setDay())}>
      <TextInput
        labelText="Planting begins"
        type="date"
        bind:value={day}
        disabled={data.role !== 'leader'}
      />
      {#if data.role === 'leader'}<div class="buttons">
          <Button type="submit" size="small" disabled={!day || day === data.block.plantingDay}
            >Count back from it</Button
          >
        </div>{/if}
    </form>
    {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
    {#if picked}
      <h2>Task</h2>
      <TaskCard block={picked.block} task={picked.task} today={data.today} role={data.role} />
    {/if}
    <h2>This fortnight</h2>
    {#each waiting as task (task.key)}
      <p class="wait">
        <b class={task.state}
          >{task.state === 'late'
            ? 'Late.'
            : task.state === 'due'
              ? 'Due.'
              : `${formatDay(task.start)}.`}</b
        >
        {taskSentence(task, data.block.name) ??
          `${task.label[0].toUpperCase()}${task.label.slice(1)}.`}
        <button class="link-button" onclick={() => (selected = `${mine.id}/${task.key}`)}
          >open</button
        >
      </p>
    {:else}<p class="quiet">Nothing is due on this block.</p>{/each}
    <h2>Take it with you</h2>
    <ul class="links">
      <li>
        <a href="/blocks/{data.block.id}/calendar/{data.block.id}.ics" download
          >{data.block.name} as iCalendar</a
        >
      </li>
      <li>
        <a href="/blocks/{data.block.id}/calendar/all.ics" download>All blocks as iCalendar</a>
      </li>
    </ul>
    <p><a href="/blocks/{data.block.id}/method">The method</a> decides which tasks hang here.</p>
  </aside>
</div>

<style>
  .links {
    list-style: none;
    margin: 0 0 8px;
    padding: 0;
    font-size: 14.5px;
  }
  .links a {
    display: inline-block;
    min-height: 28px;
    line-height: 28px;
  }
  .panel {
    overflow-x: auto;
  }
  .table-head {
    margin-top: 18px;
  }
  .nowrap {
    white-space: nowrap;
  }
  .late {
    color: var(--clay);
    font-weight: 650;
  }
  .due {
    color: var(--ochre);
    font-weight: 650;
  }
  .done {
    color: var(--viridian);
  }
  tr.on {
    background: var(--viridian-tint);
  }
  .wait {
    font-size: 14.5px;
    margin: 0 0 12px;
  }
</style>
