<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import { page } from '$app/state';
  import { formatMoment } from '$core/say/day';
  import { momentNow, serverNow } from './clock.svelte';
  import { fieldOf, overAt } from './moment-field';

  interface Props {
    openedAt: string;
    /** It stands open for longer than roots can: its closing was not entered. */
    forgotten: boolean;
    /** Which bag of which lot, for those who do not see it. */
    name: string;
    /** ISO moment at which it was closed; nothing where the page’s own moment holds. */
    onclose: (at?: string) => void;
    /** A soak ends in the same way: what is said of it. */
    says?: { since: string; when: string; then: string; now: string; plain: string };
  }
  const OF_A_BAG = {
    since: 'Open since',
    when: 'When was it closed?',
    then: 'It was closed then',
    now: 'It is still open: close it now',
    plain: 'Close the bag',
  };
  /** Closes a bag now, or as of the moment at which it was closed where nobody entered it. */
  let { openedAt, forgotten, name, onclose, says = OF_A_BAG }: Props = $props();
  const id = $props.id();
  const zone = $derived<string>(page.data.site?.zone ?? 'utc');
  const began = $derived(Date.parse(openedAt));
  let typed = $state('');
  let wrong = $state('');
  function then() {
    const at = overAt(typed, zone, began, serverNow());
    wrong = at
      ? ''
      : `A moment from ${formatMoment(began, zone)} up to now is accepted${typed ? '' : '; nothing is typed yet'}.`;
    if (at) onclose(new Date(at).toISOString());
  }
</script>

{#if forgotten}
  <div class="closing">
    <label for="{id}-at">{says.since} {formatMoment(began, zone)}. {says.when}</label>
    <input
      id="{id}-at"
      type="datetime-local"
      min={fieldOf(began, zone)}
      max={fieldOf(serverNow(), zone)}
      bind:value={typed}
      aria-invalid={Boolean(wrong)}
      aria-describedby={wrong ? `${id}-wrong` : undefined}
    />
    {#if wrong}<p id="{id}-wrong" class="say stop" role="alert">{wrong}</p>{/if}
    <span class="acts">
      <Button size="small" on:click={then}>{says.then}</Button>
      <Button
        size="small"
        kind="ghost"
        aria-label="{says.now}, {name}"
        on:click={() => onclose(momentNow())}>{says.now}</Button
      >
    </span>
  </div>
{:else}
  <Button size="small" aria-label="{says.plain}, {name}" on:click={() => onclose()}
    >{says.plain}</Button
  >
{/if}

<style>
  .closing {
    display: grid;
    gap: 6px;
    font-size: 14.5px;
  }
  input {
    font: inherit;
    min-height: 40px;
    padding: 0 8px;
    border: 1px solid var(--rule-strong, var(--slate));
    background: var(--sheet);
    color: var(--ink);
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 8px;
  }
</style>
