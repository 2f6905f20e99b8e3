<script lang="ts">
  import Slider from '$lib/parts/Slider.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import { bearingOfDirection } from '$core/rows/direction';
  import type { PatternSettings } from '$core/rows/pattern';
  import {
    isLattice,
    isListed,
    PATTERNS,
    rowSpacingOf,
    spacingForDensity,
    type Pattern,
  } from '$core/rows/spacing';
  import {
    degrees,
    formatBearing,
    formatLength,
    radians,
    SQUARE_METRES_PER_ACRE,
    SQUARE_METRES_PER_HECTARE,
  } from '$core/measure/units';
  import Measure from '$lib/parts/Measure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import PatternMark from './PatternMark.svelte';
  import PatternOptions from './PatternOptions.svelte';

  interface Props {
    settings: PatternSettings;
    species: readonly { id: string; name: string }[];
    editable: boolean;
    /** What is being picked on the plan. */
    picking: '' | 'edge' | 'guide' | 'baseline';
    hasHeights: boolean;
    onchange: (next: Partial<PatternSettings>, tag?: string) => void;
    onpick: (what: 'edge' | 'guide' | 'baseline') => void;
    onlongest: () => void;
  }
  let { settings, species, editable, picking, hasHeights, onchange, onpick, onlongest }: Props =
    $props();
  const units = useUnits();
  const ABOUT: Record<Pattern, string> = {
    square: 'Square: the same both ways',
    rectangular: 'Rectangular: rows further apart than trees',
    offset: 'Offset: every second row half a step on',
    equilateral: 'Equilateral: 15 % more trees than a square',
    contour: 'Contour: level rows that hold the water',
    graded: 'Graded: off the contour by a small fall, so that water drains',
    parallel: 'Parallel to an edge or a drawn line, round its bends',
    shelter: 'Shelter rows along a fence, each with its species',
    scatter: 'Scattered, never nearer than a distance',
    gaps: 'Gap fill among the trees that stand already',
    clusters: 'Clusters: small dense groups',
  };
  const tied = $derived(rowSpacingOf(settings.pattern, settings.inRow));
  const between = $derived(tied ?? settings.between);
  const perArea = $derived(
    units.system === 'metric' ? SQUARE_METRES_PER_HECTARE : SQUARE_METRES_PER_ACRE,
  );
  const density = $derived(Math.round(perArea / (settings.inRow * between)));
  const bearing = $derived(bearingOfDirection(settings.direction));
  const spaced = $derived(!isListed(settings.pattern) && settings.pattern !== 'shelter');
  const directed = $derived(settings.pattern !== 'contour' && settings.pattern !== 'graded');
  const pickingEdge = $derived(picking === 'edge');

  let group = $state<HTMLElement>();
  /** Arrow keys go from pattern to pattern, as in any group of radio buttons; Tab leaves it. */
  function step(event: KeyboardEvent, at: number) {
    const last = PATTERNS.length - 1;
    const to = {
      ...{ ArrowRight: at === last ? 0 : at + 1, ArrowDown: at === last ? 0 : at + 1 },
      ...{ ArrowLeft: at ? at - 1 : last, ArrowUp: at ? at - 1 : last, Home: 0, End: last },
    }[event.key];
    if (to === undefined) return;
    event.preventDefault();
    onchange({ pattern: PATTERNS[to] });
    group?.querySelectorAll<HTMLElement>('[role=radio]')[to]?.focus();
  }

  /** A density keeps the spacing in the row and moves the rows; where rows are tied, both move. */
  function takeDensity(wanted: number) {
    if (!(wanted > 0)) return;
    const perMetre = wanted / perArea;
    try {
      if (settings.pattern === 'square') onchange({ inRow: Math.sqrt(1 / perMetre) });
      else if (settings.pattern === 'equilateral')
        onchange({ inRow: Math.sqrt(1 / (perMetre * rowSpacingOf('equilateral', 1)!)) });
      else onchange({ between: spacingForDensity(settings.inRow, perMetre) });
    } catch {
      // Out of reach: the field falls back to the density that stands.
    }
  }
</script>

<fieldset disabled={!editable}>
  <h2>Pattern</h2>
  <div class="patterns" role="radiogroup" aria-label="Pattern" bind:this={group}>
    {#each PATTERNS as key, i (key)}
      <button
        type="button"
        role="radio"
        aria-checked={settings.pattern === key}
        tabindex={settings.pattern === key ? 0 : -1}
        onkeydown={(event) => step(event, i)}
        aria-label={ABOUT[key]}
        title={ABOUT[key]}
        onclick={() => onchange({ pattern: key })}><PatternMark pattern={key} /></button
      >
    {/each}
  </div>
  <p class="small">{ABOUT[settings.pattern]}</p>
  <PatternOptions {settings} {species} {editable} {picking} {onchange} {onpick} />
  {#if spaced}
    <h2>Spacing</h2>
    <Measure
      label="In the row"
      value={settings.inRow}
      min={0.1}
      max={100}
      onchange={(inRow) => onchange({ inRow })}
      disabled={!editable}
    />
    <Slider
      label="In the row"
      min={1}
      max={6}
      step={0.05}
      value={settings.inRow}
      says={formatLength(settings.inRow, units.system)}
      onvalue={(inRow) => onchange({ inRow }, 'inRow')}
    />
    <Measure
      label="Between rows"
      value={between}
      min={0.1}
      max={100}
      disabled={!editable || tied !== undefined}
      onchange={(value) => onchange({ between: value })}
    />
    <Slider
      label="Between rows"
      min={1}
      max={8}
      step={0.05}
      value={between}
      says={formatLength(between, units.system)}
      disabled={tied !== undefined}
      onvalue={(apart) => onchange({ between: apart }, 'between')}
    />
    {#if isLattice(settings.pattern)}
      <div class="pair">
        <span>Measured</span>
        <Select
          labelText="Measured"
          hideLabel
          size="sm"
          selected={settings.measured ?? 'level'}
          on:update={(e) => onchange({ measured: e.detail as 'level' | 'ground' })}
        >
          <SelectItem value="level" text="level" />
          <SelectItem value="ground" text="on the slope" disabled={!hasHeights} />
        </Select>
      </div>
    {/if}
    <div class="pair">
      <label for="density"
        >Density, trees {units.system === 'metric' ? 'a hectare' : 'an acre'}</label
      >
      <NumberBox
        id="density"
        class="number num"
        min="1"
        max="100000"
        value={density}
        onvalue={(typed) => takeDensity(typed)}
      />
    </div>
  {/if}
  {#if directed}
    <h2>Direction</h2>
    <div class="pair">
      <Select
        labelText="Rows run"
        hideLabel
        size="sm"
        selected={settings.direction.kind}
        on:update={(e) => {
          if (e.detail === 'bearing') onchange({ direction: { kind: 'bearing', bearing } });
          if (e.detail === 'east-west') onchange({ direction: { kind: 'east-west' } });
          if (e.detail === 'across-wind' && settings.direction.kind !== 'across-wind')
            onchange({ direction: { kind: 'across-wind', from: radians(270) } });
          if (e.detail === 'edge' && settings.direction.kind !== 'edge') onlongest();
        }}
      >
        <SelectItem value="bearing" text="On a bearing" />
        <SelectItem value="edge" text="Along an edge" />
        <SelectItem value="east-west" text="East–west" />
        <SelectItem value="across-wind" text="Across the wind" />
      </Select>
      {#if settings.direction.kind === 'bearing'}
        <NumberBox
          class="number num"
          aria-label="Bearing in degrees"
          min="0"
          max="359"
          step="1"
          value={Math.round(degrees(bearing))}
          onvalue={(typed) =>
            onchange({
              direction: {
                kind: 'bearing',
                bearing: radians(((typed % 360) + 360) % 360),
              },
            })}
        />
      {:else}<span class="num bearing">{formatBearing(bearing)}</span>{/if}
    </div>
    {#if settings.direction.kind === 'bearing'}
      <Slider
        label="Bearing"
        min={0}
        max={180}
        value={Math.round(degrees(bearing)) % 180}
        says={formatBearing(bearing)}
        onvalue={(turned) =>
          onchange({ direction: { kind: 'bearing', bearing: radians(turned) } }, 'bearing')}
      />
    {:else if settings.direction.kind === 'across-wind'}
      <div class="pair">
        <label for="wind-from">Wind comes from, degrees</label>
        <NumberBox
          id="wind-from"
          class="number num"
          min="0"
          max="359"
          value={Math.round(degrees(settings.direction.from))}
          onvalue={(typed) =>
            onchange({
              direction: {
                kind: 'across-wind',
                from: radians(((typed % 360) + 360) % 360),
              },
            })}
        />
      </div>
    {:else if settings.direction.kind === 'edge'}
      <div class="buttons tight">
        <Button
          kind={pickingEdge ? 'primary' : 'tertiary'}
          size="small"
          on:click={() => onpick('edge')}
          >{pickingEdge ? 'Click an edge' : 'Pick on the plan'}</Button
        >
        <Button kind="ghost" size="small" on:click={onlongest}>Longest</Button>
      </div>
    {/if}
  {/if}
  {#if spaced}
    <Measure
      label="First row in by"
      value={settings.firstOffset}
      max={500}
      onchange={(firstOffset) => onchange({ firstOffset })}
      disabled={!editable}
    />
  {/if}
  {#if !isListed(settings.pattern)}
    <Measure
      label="First peg in by"
      value={settings.firstPeg}
      max={500}
      onchange={(firstPeg) => onchange({ firstPeg })}
      disabled={!editable}
    />
    <Measure
      label="Headland"
      value={settings.headland}
      max={100}
      step={0.5}
      onchange={(headland) => onchange({ headland })}
      disabled={!editable}
    />
    <Measure
      label="Drop stubs under"
      value={settings.shortest}
      max={500}
      step={1}
      onchange={(shortest) => onchange({ shortest })}
      disabled={!editable}
    />
  {/if}
</fieldset>

<style>
  fieldset {
    border: 0;
    margin: 0;
    padding: 0;
    min-width: 0;
  }
  .bearing {
    text-align: right;
    font-weight: 600;
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
    margin: 4px 0 8px;
  }
  .tight {
    margin: 4px 0;
  }
</style>
