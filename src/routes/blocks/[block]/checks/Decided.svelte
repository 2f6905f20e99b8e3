<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { type Fault } from '$core/checks/faults';
  import { faultNames } from '$lib/words/en/named';
  import { shortRanges } from '$core/measure/ranges';
  import type { PageData } from './$types';

  type Found = NonNullable<PageData['found']>;
  /** What was decided of planters whose trees failed, what became of the rows sent back, and what was done about tools and lots. */
  interface Props {
    found: Pick<Found, 'decisions' | 'reworks' | 'settled'>;
    mayDecide: boolean;
    ontakeback: (decision: Found['decisions'][number]) => void;
    onunsettle: (done: Found['settled'][number]) => void;
  }
  let { found, mayDecide, ontakeback, onunsettle }: Props = $props();
  const SAID = { show: 'shown again', rework: 'to go over', leave: 'left as it is' } as const;
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
      {#if mayDecide}<button class="link-button" onclick={() => ontakeback(decision)}
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
      {#if mayDecide}<button class="link-button" onclick={() => onunsettle(done)}
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
</style>
