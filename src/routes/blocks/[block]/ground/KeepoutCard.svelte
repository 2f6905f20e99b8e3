<script lang="ts">
  import { spoken } from '$lib/parts/reader.svelte';
  import { Button, Select, SelectItem, TextArea, TextInput } from 'carbon-components-svelte';
  import {
    KEEPOUT_DEFAULTS,
    keepoutDefault,
    type Keepout,
    type KeepoutKind,
    type KeepoutShape,
  } from '$core/ground/keepouts';
  import { parsePlaces, writePlaces } from '$core/ground/edit';
  import type { Point } from '$core/measure/plane';
  import { formatArea, formatLength } from '$core/measure/units';
  import OpenCard from '$lib/parts/OpenCard.svelte';
  import Measure from '$lib/parts/Measure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { keepouts as keepoutWords } from '$lib/words/en/named';

  interface Props {
    keepout: Keepout;
    tallest: number;
    editable: boolean;
    takes?: number;
    open: boolean;
    ontoggle: () => void;
    onchange: (next: Partial<Keepout>) => void;
    onremove: () => void;
  }
  let { keepout, tallest, editable, takes, open, ontoggle, onchange, onremove }: Props = $props();
  const units = useUnits();
  let wrong = $state('');
  /** Always a line, also while it is being worked out: cards below do not move away. */
  const about = $derived(
    [
      takes === undefined
        ? 'takes …'
        : takes > 0.05
          ? `takes ${formatArea(takes, units.system)}`
          : keepout.near
            ? ''
            : 'takes no ground',
      keepout.near ? `limits ${formatLength(keepout.near.within, units.system, 1)}` : '',
      keepout.kind === 'buried-service' && !keepout.located ? 'not located yet' : '',
    ]
      .filter(Boolean)
      .join('; '),
  );
  const points = $derived<Point[]>(
    keepout.shape.type === 'Point'
      ? [keepout.shape.coordinates]
      : keepout.shape.type === 'LineString'
        ? keepout.shape.coordinates
        : keepout.shape.coordinates[0],
  );
  const typed = $derived(writePlaces(points));

  /** Corners typed as "longitude, latitude" lines: the plan by keyboard. */
  function take(text: string) {
    let coordinates: Point[];
    try {
      coordinates = parsePlaces(text, { Point: 1, LineString: 2, Polygon: 3 }[keepout.shape.type]);
      wrong = '';
    } catch (error) {
      wrong = spoken(error);
      return;
    }
    const shape: KeepoutShape =
      keepout.shape.type === 'Point'
        ? { type: 'Point', coordinates: coordinates[0] }
        : keepout.shape.type === 'LineString'
          ? { type: 'LineString', coordinates }
          : { type: 'Polygon', coordinates: [coordinates] };
    onchange({ shape });
  }
</script>

<OpenCard
  title={keepout.name}
  aside={formatLength(keepout.setback, units.system, 1)}
  {about}
  {open}
  {ontoggle}
>
  <TextInput
    labelText="Name"
    size="sm"
    value={keepout.name}
    disabled={!editable}
    on:change={(e) => onchange({ name: String(e.detail) || keepout.name })}
  />
  <Select
    labelText="Kind"
    size="sm"
    selected={keepout.kind}
    disabled={!editable}
    on:update={(e) => {
      const kind = e.detail as KeepoutKind;
      if (kind !== keepout.kind)
        onchange({
          kind,
          setback: keepoutDefault(kind, tallest).setback,
          near: keepoutDefault(kind, tallest).near,
          reason: keepoutWords[kind].reason,
        });
    }}
  >
    {#each KEEPOUT_DEFAULTS as entry (entry.kind)}<SelectItem
        value={entry.kind}
        text={keepoutWords[entry.kind].label}
      />{/each}
  </Select>
  <Measure
    label="Setback"
    value={keepout.setback}
    max={500}
    step={0.5}
    disabled={!editable}
    onchange={(setback) => onchange({ setback })}
  />
  {#if keepout.near}
    {@const near = keepout.near}
    <Measure
      label="Limits within"
      value={near.within}
      max={500}
      step={0.5}
      disabled={!editable}
      onchange={(within) => onchange({ near: { ...near, within } })}
    />
    {#if near.wetOnly}
      <p>Only species that bear damp ground stand there.</p>
    {:else}
      <Measure
        label="Only species under"
        value={near.height ?? 6}
        min={0.5}
        max={120}
        step={0.5}
        disabled={!editable}
        onchange={(height) => onchange({ near: { ...near, height } })}
      />
    {/if}
  {/if}
  {#if keepout.kind === 'buried-service'}
    <TextInput
      type="date"
      labelText="Located and marked on"
      size="sm"
      value={keepout.located ?? ''}
      disabled={!editable}
      on:change={(e) => onchange({ located: String(e.detail ?? '') || null })}
    />
    <p>Without a day here no rows are released. Its owner locates it; nothing is dug before.</p>
  {/if}
  <TextInput
    labelText="Reason"
    size="sm"
    value={keepout.reason}
    disabled={!editable}
    maxlength={300}
    on:change={(e) => onchange({ reason: String(e.detail) })}
  />
  <TextArea
    labelText="Longitude, latitude: one a line"
    rows={Math.min(6, points.length + 1)}
    value={typed}
    disabled={!editable}
    invalid={Boolean(wrong)}
    invalidText={wrong}
    on:change={(e) => take((e.target as HTMLTextAreaElement).value)}
  />
  {#if editable}<Button kind="ghost" size="small" on:click={onremove}>Remove</Button>{/if}
</OpenCard>
{#if !open}<p>{keepout.reason}</p>{/if}

<style>
  p {
    margin: 0 0 6px;
    color: var(--slate);
    font-size: 12.5px;
    line-height: 1.3;
  }
  :global(.decide textarea) {
    font: 12px/1.5 var(--mono);
  }
</style>
