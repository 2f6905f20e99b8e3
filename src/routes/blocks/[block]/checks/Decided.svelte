<script lang="ts">
  import type { Doing } from '$lib/parts/doing.svelte';
  import { howMany } from '$lib/parts/how-many';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import { type Fault } from '$core/checks/faults';
  import { faultNames } from '$lib/words/en/named';
  import { shortRanges } from '$core/measure/ranges';
  import type { PageData } from './$types';

  type Found = NonNullable<PageData['found']>;
  /** What was decided of planters whose trees failed, what became of the rows sent back, and what was done about tools and lots. */
  interface Props {
    found: Pick<Found, 'decisions' | 'reworks' | 'settled' | 'layoutId'>;
    doing: Doing;
    mayDecide: boolean;
  }
  let { found, doing, mayDecide }: Props = $props();
  const SAID = { show: 'shown again', rework: 'to go over', leave: 'left as it is' } as const;
  const unsettle = (done: Found['settled'][number]) =>
    doing.run(async () => {
      const { by: suspect, group, soil, fault, note, id: corrects } = done;
      await send('checks.settle', {
        ...newEvent(),
        ...{ layoutId: found.layoutId!, suspect, group, soil, fault, note, corrects },
      });
    });
  const takeBack = (decision: Found['decisions'][number]) =>
    doing.run(async () => {
      const { planter: planterId, kind, fault, rows, id: corrects } = decision;
      await send('checks.decide', {
        ...newEvent(),
        ...{ layoutId: found.layoutId, planterId, kind, fault, rows, corrects },
      });
    });
</script>

{#if found.decisions.length || found.settled.length}
  <h2>Decided</h2>
  {#each found.decisions as decision (decision.id)}
    {@const state = found.reworks.find((one) => one.decision.id === decision.id)}
    <p class="decided">
      <span
        ><b>{decision.name}</b>, {faultNames[decision.fault as Fault]}: {SAID[
          decision.kind
        ]}{decision.kind === 'rework' ? `, rows ${shortRanges(decision.rows)}` : ''}.
        {#if state}{state.done
            ? 'Gone over and looked at again.'
            : state.open.length
              ? `${howMany(state.open.length, 'row')} still open.`
              : 'All gone over; look again.'}{#if state.seen.length}
            Since: {state.seen.reduce((sum, { good }) => sum + good, 0)} of {state.seen.reduce(
              (sum, { good, faulty }) => sum + good + faulty,
              0,
            )} good.{/if}{/if}</span
      >
      {#if mayDecide}<button class="link-button" onclick={() => takeBack(decision)}
          >take back<span class="visually-hidden">
            what was decided of {decision.name}</span
          ></button
        >{/if}
    </p>
  {/each}
  {#each found.settled as done (done.id)}
    {@const name = done.by === 'lot' ? `Lot ${done.name}` : `The ${done.name} in ${done.soil}`}
    <p class="decided">
      <span
        ><b>{name}</b>, {faultNames[done.fault]}: dealt with{done.note
          ? `, ${done.note}`
          : ''}.</span
      >
      {#if mayDecide}<button class="link-button" onclick={() => unsettle(done)}
          >take back<span class="visually-hidden"> what was done about {name}</span></button
        >{/if}
    </p>
  {/each}
{/if}

<style>
  .decided {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    align-items: baseline;
  }
  .decided .link-button {
    white-space: nowrap;
  }
</style>
