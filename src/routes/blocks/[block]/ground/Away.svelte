<!-- How a block leaves the board: set aside when its work is done, or removed when it was a mistake. -->
<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import type { Call } from '$core/morning/board';
  import CallList from '$lib/parts/CallList.svelte';
  import Dialog from '$lib/parts/Dialog.svelte';

  interface Props {
    name: string;
    /** It is set aside already. */
    aside: boolean;
    /** What the board says of it today, and would say no more. */
    calls: readonly Call[];
    onaside: () => void;
    onremove: () => void;
  }
  let { name, aside, calls, onaside, onremove }: Props = $props();
  let asking = $state<'aside' | 'remove'>();
  /** That it can be set aside is what the board says that nobody will miss. */
  const missed = $derived(calls.filter(({ say }) => say.key !== 'ground.allDone'));
  /** As many as a dialog shows without being scrolled. */
  const SHOWN = 3;

  function act(what: () => void) {
    asking = undefined;
    what();
  }
</script>

{#if !aside}
  <h2>The work here is done</h2>
  <div class="buttons">
    <Button kind="tertiary" size="small" on:click={() => (asking = 'aside')}
      >Set this block aside</Button
    >
  </div>
{/if}
<h2>A mistake</h2>
<div class="buttons">
  <Button kind="danger-tertiary" size="small" on:click={() => (asking = 'remove')}
    >Remove this block</Button
  >
</div>

<Dialog
  open={asking === 'aside'}
  heading="Set {name} aside"
  act="Set it aside"
  leave="Leave it on the board"
  onclose={() => (asking = undefined)}
  onact={() => act(onaside)}
>
  <p>
    It leaves the morning board, the phones and the calendars, and stands under “Set aside” in the
    list of blocks. All that was entered is kept, counted and learned from; what phones still hold
    comes in as ever. It can be brought back at any time.
  </p>
  {#if missed.length}
    <p class="say">
      The board would no longer say {missed.length === 1
        ? 'this'
        : missed.length <= SHOWN
          ? `these ${missed.length} things`
          : `${missed.length} things, first of them these`}:
    </p>
    <CallList calls={missed.slice(0, SHOWN)} />
  {/if}
</Dialog>
<Dialog
  open={asking === 'remove'}
  heading="Remove {name}"
  act="Remove the block"
  leave="Keep it"
  danger
  onclose={() => (asking = undefined)}
  onact={() => act(onremove)}
>
  <p>
    Its ground, keep-outs, zones, heights and saved versions go and do not come back; take them away
    as a file first if they may be wanted.
  </p>
  <p>A block on which anything was entered stays: that is kept. Set it aside instead.</p>
</Dialog>
