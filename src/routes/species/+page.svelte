<script lang="ts">
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import { Whole } from '$lib/parts/whole.svelte';
  import {
    Button,
    Checkbox,
    Select,
    SelectItem,
    TextArea,
    TextInput,
  } from 'carbon-components-svelte';
  import { v7 as uuid } from 'uuid';
  import { formatLength } from '$core/measure/units';
  import { freeLetters, MARKS } from '$core/stock/card';
  import { parts } from '$lib/words/field/parts';
  import SpeciesName, { type Card } from '$lib/parts/SpeciesName.svelte';
  import CardPictures from './CardPictures.svelte';
  import Measure from '$lib/parts/Measure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  /** Dark enough for white letters, and told apart by most eyes; the letter says it in any case. */
  const COLOURS = {
    '#1d6a50': 'green',
    '#94620a': 'ochre',
    '#7a3f63': 'plum',
    '#3d6c94': 'blue',
    '#6a7620': 'moss',
    '#b4552d': 'rust',
    '#5c4632': 'brown',
    '#4b4e8f': 'violet',
  };
  const CODES = Object.keys(COLOURS);
  const blank = (): Card => ({
    id: uuid(),
    siteId: data.site?.id ?? '',
    letter: '',
    name: '',
    colour: CODES[data.cards.length % CODES.length],
    stock: 'bare-root',
    matureHeight: 20,
    crown: 6,
    crownYears: 30,
    damp: '',
    light: '',
    marks: {},
    notes: '',
    withdrawn: false,
    edition: 0,
  });
  let card = $state<Card>(blank());
  /** The card as it was read when somebody chose it. */
  let chosen = $state.raw<Card>();
  /** A letter was typed; else it is proposed while the name is. */
  let lettered = $state(false);
  const doing = new Doing();
  const known = $derived(data.cards.some(({ id }) => id === card.id));

  const save = () =>
    doing.run(async () => {
      const { pictures: _pictures, edition, ...mine } = $state.snapshot(card);
      const whole = new Whole<typeof mine>({ ...mine, ...chosen }, edition);
      await whole.save('stock.species', mine, (value, at) => ({ ...value, edition: at }));
      chosen = undefined;
      card = blank();
      lettered = false;
      document.getElementById('species-name')?.focus();
    });
</script>

<svelte:head><title>Species · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <h2>Species cards of {data.site?.name}</h2>
    <div class="wide">
      <table class="ledger">
        <thead>
          <tr
            ><th>Species</th><th>Stock</th><th class="n">Mature height</th><th class="n">Crown</th
            ><th>Damp</th><th>Light</th><th></th></tr
          >
        </thead>
        <tbody>
          {#each data.cards as entry (entry.id)}
            <tr class:withdrawn={entry.withdrawn}>
              <td
                ><SpeciesName card={entry} />{#if entry.withdrawn}<small class="quiet">
                    withdrawn</small
                  >{/if}</td
              >
              <td>{entry.stock}</td>
              <td class="n">{formatLength(entry.matureHeight, units.system, 0)}</td>
              <td class="n">{formatLength(entry.crown, units.system, 0)}</td>
              <td>{entry.damp}</td>
              <td>{entry.light}</td>
              <td class="n">
                {#if data.role === 'leader'}
                  <button
                    class="link-button"
                    onclick={() => {
                      chosen = entry;
                      card = { ...entry, marks: { ...entry.marks } };
                    }}>Change<span class="visually-hidden"> {entry.name}</span></button
                  >
                {/if}
              </td>
            </tr>
          {:else}<tr
              ><td colspan="7" class="quiet"
                >No species yet. Make the first card; layouts and orders are made of them.</td
              ></tr
            >{/each}
        </tbody>
      </table>
    </div>
  </section>
  {#if data.role === 'leader'}
    <aside class="comes-to">
      <h2>{known ? `Change ${card.name}` : 'New card'}</h2>
      <form onsubmit={(event) => (event.preventDefault(), void save())}>
        <TextInput
          id="species-name"
          labelText="Name"
          bind:value={card.name}
          maxlength={80}
          on:input={() => {
            if (!known && !lettered)
              card.letter = freeLetters(
                card.name,
                data.cards.map(({ letter }) => letter),
              );
          }}
        />
        <TextInput
          labelText="Letter on the plan"
          helperText="One, or two where one is taken."
          bind:value={card.letter}
          maxlength={2}
          on:input={() => (lettered = card.letter !== '')}
        />
        <div class="colours" role="radiogroup" aria-label="Colour">
          {#each Object.entries(COLOURS) as [colour, name] (colour)}
            <button
              type="button"
              role="radio"
              aria-checked={card.colour === colour}
              aria-label={name}
              title={name}
              style:background={colour}
              onclick={() => (card.colour = colour)}
            ></button>
          {/each}
        </div>
        <Select
          labelText="Stock"
          selected={card.stock}
          on:update={(e) => (card.stock = e.detail as Card['stock'])}
        >
          <SelectItem value="bare-root" text="bare-root: a ring on the plan" />
          <SelectItem value="container" text="container: a full bead" />
        </Select>
        <Measure
          label="Mature height"
          value={card.matureHeight}
          min={0.5}
          max={120}
          step={1}
          onchange={(metres) => (card.matureHeight = metres)}
        />
        <Measure
          label="Crown"
          value={card.crown}
          min={0.2}
          max={60}
          step={0.5}
          onchange={(metres) => (card.crown = metres)}
        />
        <NumberField
          label="Years until the crown is grown (95 %)"
          helper="A simple growth curve from memory; set it by what stands near by."
          bind:value={card.crownYears}
          min={1}
          max={200}
        />
        <TextInput
          labelText="Damp range"
          placeholder="such as: dry to fresh"
          helperText="of: dry, fresh, damp, wet. Layouts hold to it where zones say how damp it is."
          bind:value={card.damp}
          maxlength={40}
        />
        <TextInput
          labelText="Light range"
          placeholder="such as: full light"
          helperText="of: full light, half shade, shade"
          bind:value={card.light}
          maxlength={40}
        />
        <fieldset>
          <legend>How to tell it in the box</legend>
          {#each MARKS as mark (mark)}
            <TextInput
              labelText={parts.en[`part.card.${mark}`]}
              value={card.marks[mark] ?? ''}
              maxlength={300}
              on:input={(event) => (card.marks[mark] = String(event.detail ?? ''))}
            />
          {/each}
        </fieldset>
        <TextArea labelText="Notes" rows={3} bind:value={card.notes} maxlength={2000} />
        {#if known}<Checkbox
            labelText="Withdrawn: not offered for anything new"
            bind:checked={card.withdrawn}
          />{/if}
        <Outcome of={doing} />
        <div class="buttons">
          <Button type="submit">{known ? 'Save the card' : 'Make the card'}</Button>
          {#if known}<Button
              kind="ghost"
              on:click={() => {
                chosen = undefined;
                card = blank();
              }}>New card instead</Button
            >{/if}
        </div>
      </form>
      {#if known}
        <CardPictures
          speciesId={card.id}
          name={card.name}
          pictures={data.cards.find(({ id }) => id === card.id)?.pictures ?? []}
        />
      {:else}<p class="quiet">Pictures can be added once the card is made.</p>{/if}
    </aside>
  {/if}
</div>

<style>
  form {
    display: grid;
    gap: 12px;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 6px 0 0;
    display: grid;
    gap: 10px;
  }
  .withdrawn {
    opacity: 0.65;
  }
  legend {
    font-weight: 650;
    margin-bottom: 6px;
  }
  .colours {
    display: flex;
    gap: 6px;
  }
  .colours button {
    width: 30px;
    height: 30px;
    border: 2px solid var(--sheet);
    cursor: pointer;
  }
  .colours button[aria-checked='true'] {
    outline: 2.5px solid var(--ink);
  }
</style>
