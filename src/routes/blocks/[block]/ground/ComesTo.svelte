<!-- What the ground comes to, what is wrong with it, and how it is saved. -->
<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import type { Plantable } from '$core/ground/plantable';
  import type { Conditions } from '$core/method/schools';
  import type { History } from '$lib/parts/history.svelte';
  import UndoRedo from '$lib/parts/UndoRedo.svelte';
  import type { EditedGround } from '$lib/rooms/ground/editing';
  import type { Elevation } from './elevation.svelte';
  import GroundFigures from './GroundFigures.svelte';

  interface Props {
    plantable?: Plantable;
    elevation: Elevation;
    planting: Conditions['planting'];
    /** The version that the crew plants by. */
    released?: number;
    blockId: string;
    wrong: string;
    notes: readonly string[];
    editable: boolean;
    /** Files that are still being read: what they bring is to be saved too. */
    reading: number;
    history: History<EditedGround>;
    onsave: () => void;
  }
  let {
    plantable,
    elevation,
    planting,
    released,
    blockId,
    wrong,
    notes,
    editable,
    reading,
    history,
    onsave,
  }: Props = $props();
</script>

<h2>Plantable</h2>
{#if plantable}
  <GroundFigures {plantable} lie={elevation.lie} {planting} />
{/if}
{#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
{#each notes as note (note)}<p class="say">{note}</p>{/each}
<!-- What is pressed comes once the figures above it stand: else it would move away under the finger. -->
{#if (plantable || wrong) && elevation.known}
  {#if released !== undefined}
    <p class="say">
      Version {released} is released: its rows stay where they are, whatever changes here.
    </p>
  {/if}
  {#if editable}
    <div class="buttons">
      <Button disabled={!history.changed || Boolean(wrong) || reading > 0} on:click={onsave}
        >{reading ? 'Reading the file …' : 'Save the ground'}</Button
      >
      <UndoRedo {history} />
    </div>
  {/if}
  <p><a href="/blocks/{blockId}/method">Method of this block</a></p>
{/if}
