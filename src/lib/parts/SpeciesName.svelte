<script module lang="ts">
  import type { SpeciesRow } from '$lib/rooms/stock/tables.server';

  /** A species' card as pages hand it on, with the pictures it has. */
  export type Card = SpeciesRow & { pictures?: { id: string; caption: string }[] };
</script>

<script lang="ts">
  import { formatLength } from '$core/measure/units';
  import { MARKS } from '$core/stock/card';
  import Bead from './Bead.svelte';
  import { useUnits } from './figures.svelte';
  import { usePartWords } from './reader.svelte';

  interface Props {
    card: Card;
    /** Said after the name: the stock's age. */
    after?: string;
    /** Large enough for gloves. */
    large?: boolean;
  }
  let { card, after = '', large = false }: Props = $props();
  const units = useUnits();
  const say = usePartWords();
  const written = (metres: number) => ({ written: formatLength(metres, units.system, 0) });
  let dialog = $state<HTMLDialogElement>();
  /** The card is made when it is asked for: a list may hold hundreds of names. */
  let asked = $state(false);
  $effect(() => {
    if (asked) dialog?.showModal();
  });
  const marks = $derived(MARKS.filter((mark) => card.marks?.[mark]));
</script>

<button
  type="button"
  class="name"
  class:large
  title={say('part.card.open', { name: card.name.toLowerCase() })}
  onclick={(event) => (event.stopPropagation(), (asked = true))}
  ><Bead letter={card.letter} colour={card.colour} stock={card.stock} />
  <span>{card.name}{after.startsWith(',') || !after ? after : ` ${after}`}</span></button
>
{#if asked}<dialog
    bind:this={dialog}
    aria-label={say('part.card.title', { name: card.name })}
    class="card"
    onclose={() => (asked = false)}
  >
    <h2><Bead letter={card.letter} colour={card.colour} stock={card.stock} /> {card.name}</h2>
    <p class="quiet">
      {say('part.card.size', {
        stock: card.stock,
        height: written(card.matureHeight),
        crown: written(card.crown),
      })}{card.damp ? `; ${card.damp}` : ''}{card.light ? `; ${card.light}` : ''}
    </p>
    {#if marks.length}
      <dl>
        {#each marks as mark (mark)}
          <dt>{say(`part.card.${mark}`)}</dt>
          <dd>{card.marks[mark]}</dd>
        {/each}
      </dl>
    {:else}<p class="quiet">{say('part.card.none')}</p>{/if}
    {#if card.notes}<p>{card.notes}</p>{/if}
    {#each card.pictures ?? [] as picture (picture.id)}
      <figure>
        <img src="/species/{picture.id}" alt={picture.caption || card.name} loading="lazy" />
        {#if picture.caption}<figcaption>{picture.caption}</figcaption>{/if}
      </figure>
    {/each}
    <button type="button" class="close" onclick={() => dialog?.close()}
      >{say('part.card.close')}</button
    >
  </dialog>{/if}

<style>
  .name {
    display: inline-flex;
    gap: 7px;
    align-items: center;
    white-space: nowrap;
    font: inherit;
    color: inherit;
    background: none;
    border: 0;
    padding: 0;
    cursor: pointer;
  }
  .name span {
    border-bottom: 1px dotted var(--rule-strong);
  }
  .large {
    min-height: 56px;
    font-size: 20px;
    font-weight: 650;
  }
  .card {
    max-width: 440px;
    width: calc(100vw - 40px);
    max-height: 86vh;
    overflow-y: auto;
    margin: auto;
    background: var(--sheet);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    border-top: 4px solid var(--viridian);
    padding: 18px 22px;
    font-size: 15px;
    white-space: normal;
    text-align: left;
  }
  .card::backdrop {
    background: rgb(20 35 28 / 45%);
  }
  h2 {
    display: flex;
    gap: 9px;
    align-items: center;
    font-size: 20px;
    margin: 0;
    color: var(--ink);
  }
  dl {
    margin: 10px 0;
  }
  dt {
    font-size: 13px;
    color: var(--slate);
    margin-top: 7px;
  }
  dd {
    margin: 0;
  }
  figure {
    margin: 12px 0;
  }
  img {
    width: 100%;
    display: block;
    border: 1px solid var(--rule);
  }
  figcaption {
    font-size: 13px;
    color: var(--slate);
  }
  .close {
    min-height: 44px;
    padding: 0 18px;
    font: 600 15px var(--text);
    background: var(--viridian);
    color: var(--on-viridian);
    border: 0;
    cursor: pointer;
    margin-top: 8px;
  }
</style>
