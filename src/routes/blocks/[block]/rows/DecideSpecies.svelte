<script lang="ts">
  import { tick } from 'svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { Select, SelectItem } from 'carbon-components-svelte';
  import type { LayoutParameters } from '$core/rows/layout';
  import { toHundred, withoutSpecies, withSpecies } from '$core/rows/deciding';
  import type { Arrangement } from '$core/rows/species';
  import Bead from '$lib/parts/Bead.svelte';
  import Measure from '$lib/parts/Measure.svelte';

  interface Card {
    id: string;
    letter: string;
    name: string;
    colour: string;
    stock: 'bare-root' | 'container';
    withdrawn: boolean;
  }
  interface Props {
    parameters: LayoutParameters;
    species: readonly Card[];
    editable: boolean;
    onchange: (next: Partial<LayoutParameters>, tag?: string) => void;
  }
  let { parameters, species, editable, onchange }: Props = $props();
  const sum = $derived(
    Math.round(parameters.mix.reduce((total, { share }) => total + share, 0) * 100) / 100,
  );
  const unused = $derived(
    species.filter(
      ({ id, withdrawn }) => !withdrawn && !parameters.mix.some((entry) => entry.species === id),
    ),
  );
  /** Whose share was set last: it stays when the others make up a hundred. */
  let lastSet = $state('');
  function share(index: number, value: number) {
    lastSet = parameters.mix[index].species;
    onchange(
      { mix: parameters.mix.map((entry, i) => (i === index ? { ...entry, share: value } : entry)) },
      `share-${index}`,
    );
  }
  const evened = $derived(
    toHundred(
      parameters.mix,
      parameters.mix.findIndex((entry) => entry.species === lastSet),
    ),
  );
  /** Whose share changes by it, where it is one alone. */
  const taker = $derived.by(() => {
    const changed = evened.filter(({ share }, i) => share !== parameters.mix[i].share);
    const card = changed.length === 1 && species.find(({ id }) => id === changed[0].species);
    return card ? card.name.toLowerCase() : undefined;
  });
  /** Where each arrangement starts. */
  const FIRST: Record<Arrangement['kind'], Arrangement> = {
    rows: { kind: 'rows' },
    alternate: { kind: 'alternate' },
    runs: { kind: 'runs', length: 25 },
    random: { kind: 'random', longest: 3, seed: 1 },
    clumps: { kind: 'clumps', size: 15, seed: 1 },
    heights: { kind: 'heights' },
    trial: { kind: 'trial', plot: 10, seed: 1 },
  };
  /** The number that an arrangement turns on. */
  const NUMBER = {
    runs: ['length', 'Length of a run'],
    random: ['longest', 'Longest run'],
    clumps: ['size', 'Trees in a clump'],
    trial: ['plot', 'Trees in a plot'],
  } as const;
  const arrangement = $derived(parameters.arrangement);
  const number = $derived(
    arrangement.kind in NUMBER ? NUMBER[arrangement.kind as keyof typeof NUMBER] : undefined,
  );
  const set = (key: string, value: number) =>
    onchange({ arrangement: { ...arrangement, [key]: value } as Arrangement });
  /** What was chosen leaves the list: the field asks again, and keeps the focus for the next. */
  let adding = $state('');
  async function add(chosen: string) {
    onchange({
      mix: withSpecies(parameters.mix, chosen),
    });
    await tick();
    adding = '';
  }
</script>

<fieldset disabled={!editable}>
  <h2>Mix</h2>
  {#each parameters.mix as entry, i (entry.species)}
    {@const card = species.find(({ id }) => id === entry.species)}
    {#if card}
      <div class="mix">
        <Bead {...card} />
        <label for="share-{card.id}">{card.name}</label>
        <NumberBox
          id="share-{card.id}"
          class="number num"
          min="0"
          max="100"
          step="1"
          value={entry.share}
          onvalue={(typed) => share(i, typed)}
        />
        <span>%</span>
        <button
          type="button"
          class="remove"
          aria-label="Take {card.name} out of the mix"
          onclick={() => onchange({ mix: withoutSpecies(parameters.mix, entry.species) })}>×</button
        >
      </div>
    {/if}
  {/each}
  {#if parameters.mix.length && sum !== 100}
    <p class="say">
      The mix adds up to {sum} %.
      <button type="button" class="link-button" onclick={() => onchange({ mix: evened })}
        >{#if taker}{sum < 100 ? 'Give the rest to' : 'Take it off'}
          {taker}{:else}{sum < 100 ? 'Share out the rest' : 'Take it off all others'}{/if}</button
      >
    </p>
  {/if}
  {#if !species.length}
    <p class="say">
      This site has no species yet. <a href="/species">Make the first card</a>; the places are laid
      without.
    </p>
  {/if}
  {#if unused.length}
    <Select
      labelText="Add a species"
      hideLabel
      size="sm"
      bind:selected={adding}
      on:update={(e) => e.detail && void add(String(e.detail))}
    >
      <SelectItem value="" text="Add a species …" />
      {#each unused as card (card.id)}<SelectItem value={card.id} text={card.name} />{/each}
    </Select>
  {/if}
  <h2>Arranged</h2>
  <div class:pair={number}>
    <Select
      labelText="Arranged"
      hideLabel
      size="sm"
      selected={arrangement.kind}
      on:update={(e) => onchange({ arrangement: FIRST[e.detail as Arrangement['kind']] })}
    >
      <SelectItem value="rows" text="Whole rows" />
      <SelectItem value="alternate" text="One by one in turn" />
      <SelectItem value="runs" text="Runs of" />
      <SelectItem value="random" text="Random, up to" />
      <SelectItem value="clumps" text="Clumps of about" />
      <SelectItem value="heights" text="Low outside, tall inside" />
      <SelectItem value="trial" text="Trial, plots of" />
    </Select>
    {#if number}
      {@const [key, label] = number}
      <NumberBox
        class="number num"
        aria-label={label}
        min="1"
        max="1000"
        value={(arrangement as unknown as Record<string, number>)[key]}
        onvalue={(typed) => set(key, Math.max(1, Math.round(typed)))}
      />
    {/if}
  </div>
  {#if 'seed' in arrangement}
    <div class="pair">
      <label for="seed">Seed: same seed, same plan</label>
      <NumberBox
        id="seed"
        class="number num"
        min="0"
        max="999999"
        value={arrangement.seed}
        onvalue={(typed) => set('seed', Math.round(typed))}
      />
    </div>
  {/if}
  <h2>Border</h2>
  <Select
    labelText="Border"
    hideLabel
    size="sm"
    selected={parameters.border?.species ?? ''}
    on:update={(e) =>
      String(e.detail ?? '') !== (parameters.border?.species ?? '') &&
      onchange({
        border: e.detail
          ? { step: 2, clear: 6, ...parameters.border, species: String(e.detail) }
          : undefined,
      })}
  >
    <SelectItem value="" text="No line along the edge" />
    {#each parameters.mix as { species: id } (id)}
      <SelectItem
        value={id}
        text="A line of {species.find((card) => card.id === id)?.name.toLowerCase()}"
      />
    {/each}
  </Select>
  {#if parameters.border}
    {@const border = parameters.border}
    <Measure
      label="Tree to tree"
      value={border.step}
      min={0.1}
      max={100}
      onchange={(step) => onchange({ border: { ...border, step } })}
    />
    <Measure
      label="The rest keeps clear by"
      value={border.clear}
      min={0.1}
      max={200}
      step={0.5}
      onchange={(clear) => onchange({ border: { ...border, clear } })}
    />
  {/if}
  {#if arrangement.kind === 'trial'}
    <p class="small">
      Randomised complete blocks: every species of the mix once in each block, shares left aside.
    </p>
  {/if}
</fieldset>

<style>
  fieldset {
    border: 0;
    margin: 0;
    padding: 0;
    min-width: 0;
  }
  .pair {
    grid-template-columns: 1fr 70px;
  }
  .small {
    font-size: 13px;
    color: var(--slate);
    margin: 4px 0 0;
  }
  .mix {
    display: grid;
    grid-template-columns: 24px 1fr 58px 12px 20px;
    gap: 6px;
    align-items: center;
    font-size: 14px;
    margin-bottom: 5px;
  }
  .remove {
    background: none;
    border: 0;
    font-size: 17px;
    color: var(--slate);
    cursor: pointer;
    min-height: 24px;
  }
</style>
