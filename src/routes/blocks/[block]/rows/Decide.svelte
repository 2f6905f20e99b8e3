<script lang="ts">
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import type { LayoutParameters } from '$core/rows/layout';
  import { rowSpacingOf, spacingForDensity, type Pattern } from '$core/rows/spacing';
  import {
    degrees,
    formatBearing,
    radians,
    SQUARE_METRES_PER_ACRE,
    SQUARE_METRES_PER_HECTARE,
  } from '$core/measure/units';
  import { bearingOf } from '$core/ground/polygon';
  import Bead from '$lib/ui/Bead.svelte';
  import Measure from '$lib/ui/Measure.svelte';
  import { useUnits } from '$lib/ui/figures.svelte';
  import PatternMark from './PatternMark.svelte';

  interface Card {
    id: string;
    letter: string;
    name: string;
    colour: string;
    stock: 'bare-root' | 'container';
  }
  interface Props {
    parameters: LayoutParameters;
    species: readonly Card[];
    editable: boolean;
    pickingEdge: boolean;
    onchange: (next: Partial<LayoutParameters>, tag?: string) => void;
    onpickedge: () => void;
    onlongest: () => void;
  }
  let { parameters, species, editable, pickingEdge, onchange, onpickedge, onlongest }: Props =
    $props();
  const units = useUnits();
  const PATTERNS: { key: Pattern; about: string }[] = [
    { key: 'square', about: 'Square: the same both ways' },
    { key: 'rectangular', about: 'Rectangular: rows further apart than trees' },
    { key: 'offset', about: 'Offset: every second row half a step on' },
    { key: 'equilateral', about: 'Equilateral: 15 % more trees than a square' },
  ];
  const tied = $derived(rowSpacingOf(parameters.pattern, parameters.inRow));
  const between = $derived(tied ?? parameters.between);
  const perArea = $derived(
    units.system === 'metric' ? SQUARE_METRES_PER_HECTARE : SQUARE_METRES_PER_ACRE,
  );
  const density = $derived(Math.round(perArea / (parameters.inRow * between)));
  const bearing = $derived(
    parameters.direction.kind === 'bearing'
      ? parameters.direction.bearing
      : parameters.direction.kind === 'edge'
        ? bearingOf(parameters.direction.from, parameters.direction.to)
        : Math.PI / 2,
  );
  const sum = $derived(
    Math.round(parameters.mix.reduce((total, { share }) => total + share, 0) * 100) / 100,
  );
  const unused = $derived(
    species.filter(({ id }) => !parameters.mix.some((entry) => entry.species === id)),
  );

  /** A density keeps the spacing in the row and moves the rows; where rows are tied, both move. */
  function takeDensity(wanted: number) {
    if (!(wanted > 0)) return;
    const perMetre = wanted / perArea;
    try {
      if (parameters.pattern === 'square') onchange({ inRow: Math.sqrt(1 / perMetre) });
      else if (parameters.pattern === 'equilateral')
        onchange({ inRow: Math.sqrt(1 / (perMetre * rowSpacingOf('equilateral', 1)!)) });
      else onchange({ between: spacingForDensity(parameters.inRow, perMetre) });
    } catch {
      // Out of reach: the field falls back to the density that stands.
    }
  }
  const share = (index: number, value: number) =>
    onchange(
      { mix: parameters.mix.map((entry, i) => (i === index ? { ...entry, share: value } : entry)) },
      `share-${index}`,
    );
</script>

<fieldset disabled={!editable}>
  <h2>Spacing</h2>
  <Measure
    label="In the row"
    value={parameters.inRow}
    min={0.1}
    max={100}
    onchange={(inRow) => onchange({ inRow })}
    disabled={!editable}
  />
  <input
    class="slider"
    type="range"
    aria-label="In the row"
    min="1"
    max="6"
    step="0.05"
    value={parameters.inRow}
    oninput={(e) => onchange({ inRow: Number(e.currentTarget.value) }, 'inRow')}
  />
  <Measure
    label="Between rows"
    value={between}
    min={0.1}
    max={100}
    disabled={!editable || tied !== undefined}
    onchange={(value) => onchange({ between: value })}
  />
  <input
    class="slider"
    type="range"
    aria-label="Between rows"
    min="1"
    max="8"
    step="0.05"
    value={between}
    disabled={tied !== undefined}
    oninput={(e) => onchange({ between: Number(e.currentTarget.value) }, 'between')}
  />
  <div class="row">
    <label for="density">Density, trees {units.system === 'metric' ? 'a hectare' : 'an acre'}</label
    >
    <input
      id="density"
      class="number num"
      type="number"
      min="1"
      max="100000"
      value={density}
      onchange={(e) => takeDensity(Number(e.currentTarget.value))}
    />
  </div>

  <h2>Pattern</h2>
  <div class="patterns" role="radiogroup" aria-label="Pattern">
    {#each PATTERNS as { key, about } (key)}
      <button
        type="button"
        role="radio"
        aria-checked={parameters.pattern === key}
        aria-label={about}
        title={about}
        onclick={() => onchange({ pattern: key })}><PatternMark pattern={key} /></button
      >
    {/each}
  </div>
  <p class="small">{PATTERNS.find(({ key }) => key === parameters.pattern)?.about}</p>

  <h2>Direction</h2>
  <div class="row">
    <Select
      labelText="Rows run"
      hideLabel
      size="sm"
      selected={parameters.direction.kind}
      on:update={(e) => {
        if (e.detail === 'bearing') onchange({ direction: { kind: 'bearing', bearing } });
        if (e.detail === 'east-west') onchange({ direction: { kind: 'east-west' } });
        if (e.detail === 'edge' && parameters.direction.kind !== 'edge') onlongest();
      }}
    >
      <SelectItem value="bearing" text="On a bearing" />
      <SelectItem value="edge" text="Along an edge" />
      <SelectItem value="east-west" text="East–west" />
    </Select>
    {#if parameters.direction.kind === 'bearing'}
      <input
        class="number num"
        type="number"
        aria-label="Bearing in degrees"
        min="0"
        max="359"
        step="1"
        value={Math.round(degrees(bearing))}
        onchange={(e) =>
          onchange({
            direction: {
              kind: 'bearing',
              bearing: radians(((Number(e.currentTarget.value) % 360) + 360) % 360),
            },
          })}
      />
    {:else}<span class="num bearing">{formatBearing(bearing)}</span>{/if}
  </div>
  {#if parameters.direction.kind === 'bearing'}
    <input
      class="slider"
      type="range"
      aria-label="Bearing"
      min="0"
      max="180"
      step="1"
      value={Math.round(degrees(bearing)) % 180}
      oninput={(e) =>
        onchange(
          { direction: { kind: 'bearing', bearing: radians(Number(e.currentTarget.value)) } },
          'bearing',
        )}
    />
  {:else if parameters.direction.kind === 'edge'}
    <div class="buttons tight">
      <Button kind={pickingEdge ? 'primary' : 'tertiary'} size="small" on:click={onpickedge}
        >{pickingEdge ? 'Click an edge' : 'Pick on the plan'}</Button
      >
      <Button kind="ghost" size="small" on:click={onlongest}>Longest</Button>
    </div>
  {/if}
  <Measure
    label="First row in by"
    value={parameters.firstOffset}
    max={500}
    onchange={(firstOffset) => onchange({ firstOffset })}
    disabled={!editable}
  />
  <Measure
    label="Headland"
    value={parameters.headland}
    max={100}
    step={0.5}
    onchange={(headland) => onchange({ headland })}
    disabled={!editable}
  />
  <Measure
    label="Drop stubs under"
    value={parameters.shortest}
    max={500}
    step={1}
    onchange={(shortest) => onchange({ shortest })}
    disabled={!editable}
  />

  <h2>Mix</h2>
  {#each parameters.mix as entry, i (entry.species)}
    {@const card = species.find(({ id }) => id === entry.species)}
    {#if card}
      <div class="mix">
        <Bead {...card} />
        <label for="share-{card.id}">{card.name}</label>
        <input
          id="share-{card.id}"
          class="number num"
          type="number"
          min="0"
          max="100"
          step="1"
          value={entry.share}
          onchange={(e) => share(i, Number(e.currentTarget.value))}
        />
        <span>%</span>
        <button
          type="button"
          class="remove"
          aria-label="Take {card.name} out of the mix"
          onclick={() => onchange({ mix: parameters.mix.filter((_, k) => k !== i) })}>×</button
        >
      </div>
    {/if}
  {/each}
  {#if sum !== 100}
    <p class="say">
      The mix adds up to {sum} %.
      <button
        type="button"
        class="link-button"
        onclick={() =>
          parameters.mix.length &&
          share(
            parameters.mix.length - 1,
            Math.max(0, parameters.mix[parameters.mix.length - 1].share + 100 - sum),
          )}
        >Give the rest to {species
          .find(({ id }) => id === parameters.mix.at(-1)?.species)
          ?.name.toLowerCase() ?? 'the last'}</button
      >
    </p>
  {/if}
  {#if !species.length}
    <p class="say">This site has no species yet. <a href="/species">Make the first card.</a></p>
  {/if}
  {#if unused.length}
    <Select
      labelText="Add a species"
      hideLabel
      size="sm"
      selected=""
      on:update={(e) =>
        e.detail &&
        onchange({
          mix: [...parameters.mix, { species: String(e.detail), share: Math.max(0, 100 - sum) }],
        })}
    >
      <SelectItem value="" text="Add a species …" />
      {#each unused as card (card.id)}<SelectItem value={card.id} text={card.name} />{/each}
    </Select>
  {/if}
  <h2>Arranged</h2>
  <div class="row">
    <Select
      labelText="Arranged"
      hideLabel
      size="sm"
      selected={parameters.arrangement.kind}
      on:update={(e) =>
        onchange({
          arrangement:
            e.detail === 'rows'
              ? { kind: 'rows' }
              : e.detail === 'runs'
                ? { kind: 'runs', length: 25 }
                : { kind: 'random', longest: 3, seed: 1 },
        })}
    >
      <SelectItem value="rows" text="Whole rows" />
      <SelectItem value="runs" text="Runs of" />
      <SelectItem value="random" text="Random, runs up to" />
    </Select>
    {#if parameters.arrangement.kind === 'runs'}
      <input
        class="number num"
        type="number"
        aria-label="Length of a run"
        min="1"
        max="1000"
        value={parameters.arrangement.length}
        onchange={(e) =>
          onchange({
            arrangement: {
              kind: 'runs',
              length: Math.max(1, Math.round(Number(e.currentTarget.value))),
            },
          })}
      />
    {:else if parameters.arrangement.kind === 'random'}
      {@const arrangement = parameters.arrangement}
      <input
        class="number num"
        type="number"
        aria-label="Longest run"
        min="1"
        max="1000"
        value={arrangement.longest}
        onchange={(e) =>
          onchange({
            arrangement: {
              ...arrangement,
              longest: Math.max(1, Math.round(Number(e.currentTarget.value))),
            },
          })}
      />
    {/if}
  </div>
  {#if parameters.arrangement.kind === 'random'}
    {@const arrangement = parameters.arrangement}
    <div class="row">
      <label for="seed">Seed: same seed, same plan</label>
      <input
        id="seed"
        class="number num"
        type="number"
        min="0"
        max="999999"
        value={arrangement.seed}
        onchange={(e) =>
          onchange({
            arrangement: { ...arrangement, seed: Math.round(Number(e.currentTarget.value)) },
          })}
      />
    </div>
  {/if}
</fieldset>

<style>
  fieldset {
    border: 0;
    margin: 0;
    padding: 0;
    min-width: 0;
  }
  .row {
    display: grid;
    grid-template-columns: 1fr 78px;
    gap: 8px;
    align-items: center;
    font-size: 14px;
    margin-bottom: 6px;
  }
  .row :global(.bx--form-item) {
    min-width: 0;
  }
  .number {
    font: 15px var(--text);
    font-variant-numeric: tabular-nums;
    width: 100%;
    box-sizing: border-box;
    height: 34px;
    text-align: right;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    border-bottom: 2px solid var(--ink);
    padding: 0 6px;
  }
  .bearing {
    text-align: right;
    font-weight: 600;
  }
  .slider {
    width: 100%;
    accent-color: var(--viridian);
    margin: -2px 0 6px;
  }
  .patterns {
    display: grid;
    grid-template-columns: repeat(4, 1fr);
    gap: 6px;
  }
  .patterns button {
    background: var(--field);
    border: 1px solid var(--rule-strong);
    padding: 6px 0 2px;
    cursor: pointer;
  }
  .patterns button[aria-checked='true'] {
    border: 2px solid var(--viridian);
    background: var(--viridian-tint);
    padding: 5px 0 1px;
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
  .tight {
    margin: 4px 0;
  }
</style>
