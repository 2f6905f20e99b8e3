<script lang="ts">
  import {
    Button,
    ComposedModal,
    ModalBody,
    ModalFooter,
    ModalHeader,
  } from 'carbon-components-svelte';
  import type { Change } from '$core/say/merge';
  import { useUnits } from './figures.svelte';
  import { conflict, type Choice } from './whole.svelte';

  const decide = (choice: Choice) => conflict.decide?.(choice);
  const units = useUnits();
  /** An application that was renewed since may have the names no more: nobody decides over an empty table. */
  const PLAIN: typeof import('$lib/words/edited') = {
    editedPlace: (path) => path.join(', '),
    editedValue: (_path, value) => (value === undefined ? '' : JSON.stringify(value).slice(0, 60)),
  };
  // Names of every field there is: fetched by whoever comes here, which is seldom.
  let inWords = $state<typeof import('$lib/words/edited')>();
  $effect(() => {
    if (conflict.decide && !inWords)
      void import('$lib/words/edited').then(
        (module) => (inWords = module),
        () => (inWords = PLAIN),
      );
  });
  const shown = ({ path }: Change, value: unknown) =>
    inWords?.editedValue(path, value, units.system);
</script>

<ComposedModal
  open={Boolean(conflict.decide)}
  preventCloseOnClickOutside
  on:close={() => decide('not now')}
>
  <ModalHeader title="Somebody else has saved this meanwhile" />
  <ModalBody hasForm>
    <p>
      {conflict.clashes.length
        ? 'You have both changed the same: choose what stands there.'
        : 'They changed something else than you did: both can stand.'}
    </p>
    <table class="ledger">
      <thead>
        <tr><th>What</th><th>Before</th><th>They saved</th><th>Yours</th></tr>
      </thead>
      <tbody>
        {#each conflict.changes as change, i (i)}
          <tr class:clash={change.clash}>
            <td>{inWords?.editedPlace(change.path)}</td>
            <td class="num">{shown(change, change.before)}</td>
            <td class="num">{shown(change, change.theirs)}</td>
            <td class="num">{change.clash ? shown(change, change.mine) : 'as before'}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </ModalBody>
  <ModalFooter>
    <Button kind="secondary" on:click={() => decide('theirs')}>Take theirs</Button>
    {#if conflict.clashes.length}
      <Button on:click={() => decide('both')}>Keep mine where both changed it</Button>
    {:else}
      <Button on:click={() => decide('both')}>Keep both</Button>
    {/if}
  </ModalFooter>
</ComposedModal>

<style>
  p {
    margin: 0 0 12px;
    padding: 0;
  }
  .clash td {
    font-weight: 650;
  }
</style>
