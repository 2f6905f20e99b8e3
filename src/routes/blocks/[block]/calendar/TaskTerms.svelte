<script lang="ts">
  import { words } from '$lib/words';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { Whole } from '$lib/parts/whole.svelte';
  import { spoken } from '$lib/parts/reader.svelte';
  import { Button } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import type { ScheduledTask } from '$core/calendar/schedule';
  import type { CalendarTerms, TaskTerms as Terms } from '$core/calendar/terms';

  interface Props {
    blockId: string;
    /** At which the block's terms were read. */
    edition: number;
    task: ScheduledTask;
    terms: NonNullable<CalendarTerms['tasks']>;
    /** The tasks of the same string, of which it may need some first. */
    others: readonly ScheduledTask[];
  }
  /** Days a task takes, days it should lie before planting, and what machine or crew does it. */
  let { blockId, edition, task, terms, others }: Props = $props();
  let duration = $state(untrack(() => task.duration));
  let lead = $state(untrack(() => task.lead));
  let resource = $state(untrack(() => task.resource ?? ''));
  let needs = $state(untrack(() => [...task.needs]));
  let wrong = $state('');
  /** What the block said of its tasks when this opened: what is typed here changed that. */
  let before = untrack(() => terms);
  const whole = untrack(() => new Whole({ terms: { tasks: before } }, edition));
  async function keep(own: Terms | undefined) {
    wrong = '';
    const rest = { ...before };
    delete rest[task.key];
    try {
      const tasks = own ? { ...rest, [task.key]: own } : rest;
      const saved = await whole.save('calendar.terms', { terms: { tasks } }, (value, at) => ({
        ...{ blockId, ...value },
        edition: at,
      }));
      before = saved.value.terms.tasks;
    } catch (error) {
      wrong = spoken(error);
    }
  }
  const save = () =>
    keep({
      duration,
      ...(task.lead > 0 || terms[task.key]?.lead !== undefined ? { lead } : {}),
      ...(resource ? { resource } : {}),
      needs: $state.snapshot(needs),
    });
</script>

<details>
  <summary>Change the task</summary>
  <form onsubmit={(event) => (event.preventDefault(), void save())}>
    <label class="field"
      >Days it takes <NumberBox min="1" max="200" bind:value={duration} required /></label
    >
    {#if task.lead > 0}<label class="field"
        >Days before planting <NumberBox min="0" max="800" bind:value={lead} required /></label
      >{/if}
    <label class="field"
      >Machine or crew <input bind:value={resource} maxlength="40" placeholder="none" /></label
    >
    <fieldset>
      <legend>Must be finished first</legend>
      {#each others.filter(({ key }) => key !== task.key) as { key, label } (key)}
        <label class="need"
          ><input type="checkbox" value={key} bind:group={needs} /> {words(label)}</label
        >
      {/each}
    </fieldset>
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
  fieldset {
    border: 0;
    padding: 0;
    margin: 6px 0;
    max-height: 190px;
    overflow-y: auto;
  }
  legend {
    font-size: 14px;
    padding: 0;
  }
  .need {
    display: flex;
    gap: 8px;
    align-items: center;
    font-size: 14px;
    min-height: 28px;
  }
  .need input {
    width: 18px;
    height: 18px;
    accent-color: var(--viridian);
  }
  summary {
    color: var(--viridian);
    cursor: pointer;
    min-height: 28px;
  }
</style>
