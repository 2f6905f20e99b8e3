<script lang="ts">
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { Button } from 'carbon-components-svelte';
  import { send } from '$lib/parts/send.svelte';

  let { siteId, made }: { siteId: string; made: boolean } = $props();
  let address = $state('');
  const doing = new Doing();
  let copied = $state(false);

  const attempt = (task: () => Promise<void>) =>
    doing.run(async () => {
      await task();
    });
  const make = () =>
    attempt(async () => {
      const { token } = await send('calendar.feed', { siteId });
      address = `${location.origin}/feed/${token}.ics`;
      copied = false;
    });
  const drop = () =>
    attempt(async () => {
      await send('calendar.dropFeed', { siteId });
      address = '';
    });
  async function copy() {
    await navigator.clipboard?.writeText(address).catch(() => undefined);
    copied = true;
  }
</script>

<h2>Calendar feed</h2>
{#if address}
  <p class="quiet">
    Subscribe to this private address in any calendar. Whoever has it can read the tasks; it is
    shown this once.
  </p>
  <input
    readonly
    value={address}
    aria-label="Private address"
    onfocus={(e) => e.currentTarget.select()}
  />
  <div class="buttons">
    <Button size="small" on:click={copy}>{copied ? 'Copied' : 'Copy it'}</Button>
    <Button size="small" kind="ghost" on:click={drop}>Close the address</Button>
  </div>
{:else}
  <p class="quiet">
    {made
      ? 'A private address is in use. A new one closes the old.'
      : 'All tasks of all blocks at a private address, kept up to date.'}
  </p>
  <div class="buttons">
    <Button size="small" kind="tertiary" on:click={make}
      >{made ? 'Make a new address' : 'Make a private address'}</Button
    >
    {#if made}<Button size="small" kind="ghost" on:click={drop}>Close the address</Button>{/if}
  </div>
{/if}
<Outcome of={doing} />

<style>
  input {
    width: 100%;
    height: 36px;
    font: 13px var(--mono, monospace);
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    padding: 0 8px;
  }
</style>
