<script lang="ts">
  import { page } from '$app/state';
  import { serverNow } from './clock.svelte';
  import { fieldOf, momentIn } from './moment-field';

  interface Props {
    /** ISO moment at which it happened; undefined is now. */
    moment?: string;
  }
  /**
   * When something happened, where it is not now: what was done yesterday is entered as of yesterday, by the
   * site's clock. The moment stays for the next entries until it is set back, and is seen to do so.
   */
  let { moment = $bindable() }: Props = $props();
  const id = $props.id();
  const zone = $derived<string>(page.data.site?.zone ?? 'utc');
  let typed = $state('');
  let wrong = $state('');
  const open = $derived(moment !== undefined || typed !== '');
  const latest = () => fieldOf(serverNow(), zone);

  function take(text: string) {
    typed = text;
    wrong = '';
    const at = momentIn(text, zone);
    if (at === undefined) moment = undefined;
    else if (at > serverNow()) {
      moment = undefined;
      wrong = 'This is still to come; a moment up to now is accepted.';
    } else moment = new Date(at).toISOString();
  }
  const now = () => ((typed = ''), (wrong = ''), (moment = undefined));
</script>

<div class="when" class:then={moment !== undefined} data-unread={wrong ? '' : undefined}>
  {#if open}
    <label for="{id}-when">Happened at</label>
    <input
      id="{id}-when"
      type="datetime-local"
      max={latest()}
      value={moment ? fieldOf(Date.parse(moment), zone) : typed}
      aria-invalid={Boolean(wrong)}
      aria-describedby={wrong ? `${id}-wrong` : undefined}
      onchange={(e) => take(e.currentTarget.value)}
    />
    <button type="button" class="link-button" onclick={now}>Now</button>
    {#if wrong}<p id="{id}-wrong" class="say stop">{wrong}</p>{/if}
  {:else}
    <span class="quiet">Happened now.</span>
    <button type="button" class="link-button" onclick={() => take(latest())}>At another time</button
    >
  {/if}
</div>

<style>
  .when {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: baseline;
    font-size: 14.5px;
    grid-column: 1 / -1;
  }
  .when.then {
    border-left: 4px solid var(--ochre-fill);
    padding-left: 10px;
  }
  button {
    min-height: 32px;
    padding: 4px 2px;
  }
  input {
    font: inherit;
    min-height: 40px;
    padding: 0 8px;
    border: 1px solid var(--rule-strong, var(--slate));
    background: var(--sheet);
    color: var(--ink);
  }
</style>
