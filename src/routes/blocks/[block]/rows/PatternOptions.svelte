<script lang="ts">
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import {
    CLUSTER_DEFAULTS,
    CONTOUR_DEFAULTS,
    GRADED_FALL,
    SCATTER_DEFAULTS,
    type PatternSettings,
  } from '$core/rows/pattern';
  import type { ShelterRow } from '$core/rows/parallel';
  import { SQUARE_METRES_PER_ACRE, SQUARE_METRES_PER_HECTARE } from '$core/measure/units';
  import Measure from '$lib/parts/Measure.svelte';
  import GuidePicker from './GuidePicker.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    settings: PatternSettings;
    species: readonly { id: string; name: string }[];
    editable: boolean;
    picking: '' | 'edge' | 'guide' | 'baseline';
    onchange: (next: Partial<PatternSettings>, tag?: string) => void;
    onpick: (what: 'edge' | 'guide' | 'baseline') => void;
  }
  let { settings, species, editable, picking, onchange, onpick }: Props = $props();
  const units = useUnits();
  const contour = $derived({ ...CONTOUR_DEFAULTS, ...settings.contour });
  const scatter = $derived({ ...SCATTER_DEFAULTS, ...settings.scatter });
  const cluster = $derived({ ...CLUSTER_DEFAULTS, ...settings.cluster });
  const shelter = $derived(settings.shelter ?? []);
  const perArea = $derived(
    units.system === 'metric' ? SQUARE_METRES_PER_HECTARE : SQUARE_METRES_PER_ACRE,
  );
  const area = $derived(units.system === 'metric' ? 'a hectare' : 'an acre');
  const setContour = (next: Partial<typeof contour>) =>
    onchange({ contour: { ...contour, ...next } });
  const setScatter = (next: Partial<NonNullable<PatternSettings['scatter']>>) =>
    onchange({ scatter: { ...scatter, ...next } });
  const setCluster = (next: Partial<typeof cluster>) =>
    onchange({ cluster: { ...cluster, ...next } });
  const setRow = (index: number, next: Partial<ShelterRow>) =>
    onchange({ shelter: shelter.map((row, i) => (i === index ? { ...row, ...next } : row)) });
  const addRow = () => {
    const last = shelter.at(-1);
    onchange({
      shelter: [
        ...shelter,
        {
          species: species[shelter.length % Math.max(1, species.length)]?.id ?? '',
          offset: last ? last.offset : 2,
          step: last?.step ?? 2,
          stagger: shelter.length % 2 ? 0.5 : 0,
        },
      ],
    });
  };
</script>

{#snippet field(label: string, value: number, take: (value: number) => void, step = 1, min = 0)}
  {@const id = `option-${label.replace(/\W+/g, '-')}`}
  <div class="pair">
    <label for={id}>{label}</label>
    <NumberBox
      {id}
      class="number num"
      {min}
      {step}
      {value}
      disabled={!editable}
      onvalue={(typed) => take(typed)}
    />
  </div>
{/snippet}

{#if settings.pattern === 'contour' || settings.pattern === 'graded'}
  {@render field(
    'Stop a line under, row spacings',
    contour.stopUnder,
    (stopUnder) => setContour({ stopUnder }),
    0.05,
    0.2,
  )}
  {@render field(
    'Start one over, row spacings',
    contour.startOver,
    (startOver) => setContour({ startOver }),
    0.05,
    1,
  )}
  {#if settings.pattern === 'graded'}
    {@render field(
      'Fall, 1 in',
      Math.round(1 / (contour.fall || GRADED_FALL)),
      (n) => n >= 5 && setContour({ fall: 1 / n }),
      5,
      5,
    )}
  {/if}
  <div class="buttons">
    <Button
      kind={picking === 'baseline' ? 'primary' : 'tertiary'}
      size="small"
      on:click={() => onpick('baseline')}
      >{picking === 'baseline' ? 'Draw it down the slope' : 'Draw the baseline'}</Button
    >
    {#if settings.contour?.baseline}<Button
        kind="ghost"
        size="small"
        on:click={() => onchange({ contour: { ...contour, baseline: undefined } })}
        >Down the mean slope</Button
      >{/if}
  </div>
{:else if settings.pattern === 'parallel' || settings.pattern === 'shelter'}
  <GuidePicker
    {settings}
    {editable}
    drawing={picking === 'guide'}
    {onchange}
    ondraw={() => onpick('guide')}
  />
  {#if settings.pattern === 'shelter'}
    {#each shelter as row, i (i)}
      <fieldset class="shelter" disabled={!editable}>
        <legend>Row {i + 1} from the line</legend>
        <Select
          labelText="Species of row {i + 1}"
          hideLabel
          size="sm"
          selected={row.species}
          on:update={(e) => setRow(i, { species: String(e.detail) })}
        >
          {#each species as card (card.id)}<SelectItem value={card.id} text={card.name} />{/each}
        </Select>
        <Measure
          label="On from the row before"
          value={row.offset}
          max={100}
          onchange={(offset) => setRow(i, { offset })}
        />
        <Measure
          label="Tree to tree"
          value={row.step}
          min={0.1}
          max={100}
          onchange={(step) => setRow(i, { step })}
        />
        <div class="pair">
          <label for="stagger-{i}">Shifted, shares of a step</label>
          <NumberBox
            id="stagger-{i}"
            class="number num"
            min="0"
            max="1"
            step="0.25"
            value={row.stagger}
            onvalue={(typed) => setRow(i, { stagger: Math.min(1, Math.max(0, typed)) })}
          />
        </div>
        <button
          type="button"
          class="link-button"
          onclick={() => onchange({ shelter: shelter.filter((_, k) => k !== i) })}
          >Take row {i + 1} out</button
        >
      </fieldset>
    {/each}
    <div class="buttons">
      <Button kind="tertiary" size="small" disabled={!editable} on:click={addRow}>Add a row</Button>
    </div>
    <p class="small">Its species must be in the mix; nothing tall stands under wires.</p>
  {/if}
{:else if settings.pattern === 'scatter' || settings.pattern === 'gaps'}
  <Measure
    label="Never nearer than"
    value={scatter.minimum}
    min={0.3}
    max={100}
    disabled={!editable}
    onchange={(minimum) => setScatter({ minimum })}
  />
  {@render field(
    `Trees ${area}; 0 fills`,
    Math.round((scatter.density ?? 0) * perArea),
    (n) => setScatter({ density: n > 0 ? n / perArea : undefined }),
    50,
  )}
  {#if settings.pattern === 'scatter'}
    {@render field('Clumps', scatter.clumps?.count ?? 0, (count) =>
      setScatter({
        clumps: count
          ? {
              radius: scatter.clumps?.radius ?? 8,
              density: scatter.clumps?.density ?? 0.8 / scatter.minimum ** 2,
              count,
            }
          : undefined,
      }),
    )}
    {#if scatter.clumps}
      {@const clumps = scatter.clumps}
      <Measure
        label="Clump radius"
        value={clumps.radius}
        min={1}
        max={500}
        onchange={(radius) => setScatter({ clumps: { ...clumps, radius } })}
      />
      {@render field(
        `Trees ${area} in clumps`,
        Math.round(clumps.density * perArea),
        (n) => n > 0 && setScatter({ clumps: { ...clumps, density: n / perArea } }),
        50,
      )}
    {/if}
    {@render field('Gaps left open', scatter.gaps?.count ?? 0, (count) =>
      setScatter({ gaps: count ? { radius: scatter.gaps?.radius ?? 8, count } : undefined }),
    )}
    {#if scatter.gaps}
      {@const gaps = scatter.gaps}
      <Measure
        label="Gap radius"
        value={gaps.radius}
        min={1}
        max={500}
        onchange={(radius) => setScatter({ gaps: { ...gaps, radius } })}
      />
    {/if}
  {/if}
  {@render field('Seed: same seed, same spots', scatter.seed, (seed) =>
    setScatter({ seed: Math.round(seed) }),
  )}
{:else if settings.pattern === 'clusters'}
  <Measure
    label="Cluster to cluster"
    value={cluster.apart}
    min={1}
    max={200}
    step={1}
    disabled={!editable}
    onchange={(apart) => setCluster({ apart })}
  />
  {@render field('Trees in each', cluster.trees, (trees) =>
    setCluster({ trees: Math.max(2, Math.round(trees)) }),
  )}
  <Measure
    label="Tree to tree"
    value={cluster.spacing}
    min={0.2}
    max={20}
    disabled={!editable}
    onchange={(spacing) => setCluster({ spacing })}
  />
{/if}

<style>
  .shelter {
    border: 0;
    border-top: 1px solid var(--rule);
    margin: 6px 0 0;
    padding: 6px 0 4px;
    min-width: 0;
  }
  legend {
    font-size: 13px;
    font-weight: 600;
    padding: 0 6px 0 0;
  }
  .small {
    font-size: 13px;
    color: var(--slate);
    margin: 4px 0 0;
  }
</style>
