<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import type { ScheduledTask } from '$core/calendar/schedule';
  import type { CalendarTerms } from '$core/calendar/terms';
  import { send } from '$lib/ui/send.svelte';

  interface Props {
    blockId: string;
    task: ScheduledTask;
    terms: NonNullable<CalendarTerms['tasks']>;
  }
  /** Days a task takes, days it should lie before planting, and what machine or crew does it. */
  let { blockId, task, terms }: Props = $props();
  let duration = $state(untrack(() => task.duration));
  let lead = $state(untrack(() => task.lead));
  let resource = $state(untrack(() => task.resource ?? ''));
  let wrong = $state('');
  async function keep(own: { duration?: number; lead?: number; resource?: string } | undefined) {
    wrong = '';
    const others = { ...terms };
    delete others[task.key];
    try {
      await send('calendar.terms', {
        blockId,
        terms: { tasks: own ? { ...others, [task.key]: own } : others },
      });
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  const save = () =>
    keep({
      duration,
      ...(task.lead > 0 || terms[task.key]?.lead !== undefined ? { lead } : {}),
      ...(resource ? { resource } : {}),
    });
</script>

<details>
  <summary>Change how long it takes</summary>
  <form onsubmit={(event) => (event.preventDefault(), void save())}>
    <label class="field"
      >Days it takes <input type="number" min="1" max="200" bind:value={duration} required /></label
    >
    {#if task.lead > 0}<label class="field"
        >Days before planting <input
          type="number"
          min="0"
          max="800"
          bind:value={lead}
          required
        /></label
      >{/if}
    <label class="field"
      >Machine or crew <input bind:value={resource} maxlength="40" placeholder="none" /></label
    >
    {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
    <div class="buttons">
      <Button size="small" type="submit">Keep it</Button>
      {#if terms[task.key]}<Button size="small" kind="ghost" on:click={() => keep(undefined)}
          >As usual</Button
        >{/if}
    </div>
  </form>
</details>

<style>
  summary {
    color: var(--viridian);
    cursor: pointer;
    min-height: 28px;
  }
</style>
