<script lang="ts">
  import { page } from '$app/state';
  import { serverNow } from '$lib/parts/clock.svelte';
  import { fieldOf, overAt } from '$lib/parts/moment-field';
  import { useTongue } from './tongue.svelte';

  interface Props {
    /** When the bag was opened, milliseconds since 1970 UTC. */
    began: number;
    /** ISO moment at which it was closed; nothing is now. */
    onclose: (at?: string) => void;
    /** Somebody pressed a key for it: the field is brought into view. */
    asked?: boolean;
  }
  /** A bag that nobody closed on the phone: when was it closed? */
  let { began, onclose, asked = false }: Props = $props();
  const { say, moment } = useTongue();
  const zone = $derived((page.data.site as { zone?: string } | undefined)?.zone ?? 'utc');
  let typed = $state('');
  let wrong = $state(false);
  function then() {
    const at = overAt(typed, zone, began, serverNow());
    wrong = at === undefined;
    if (at !== undefined) onclose(new Date(at).toISOString());
  }
</script>

<div class="closing">
  <label
    >{say('boxes.closedWhen', { since: moment(began) })}
    <input
      type="datetime-local"
      min={fieldOf(began, zone)}
      max={fieldOf(serverNow(), zone)}
      bind:value={typed}
      {@attach (field) => {
        if (asked) field.focus();
      }}
      aria-invalid={wrong}
    /></label
  >
  {#if wrong}<p class="say stop" role="alert">
      {say('boxes.closedBetween', { since: moment(began) })}
    </p>{/if}
  <button onclick={then}>{say('boxes.closedThen')}</button>
  <button class="plain" onclick={() => onclose()}>{say('boxes.closedNow')}</button>
</div>

<style>
  .closing {
    display: grid;
    gap: 10px;
    margin: 8px 0;
  }
  input,
  button {
    box-sizing: border-box;
    width: 100%;
    min-width: 0;
  }
  button {
    min-height: 56px;
    font: 650 18px var(--text);
    background: var(--viridian);
    color: var(--on-viridian);
    border: 0;
  }
  button.plain {
    background: var(--field);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
  }
  label {
    display: grid;
    gap: 6px;
    font-size: 17px;
  }
  input {
    height: 56px;
    font: 19px var(--text);
    background: var(--field);
    color: var(--ink);
    border: 1.5px solid var(--rule-strong);
    padding: 0 10px;
  }
</style>
