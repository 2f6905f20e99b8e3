<script lang="ts" module>
  export const WAYS = [
    ['file', 'File'],
    ['corners', 'Corners'],
    ['traverse', 'Compass'],
    ['sides', 'Sides'],
  ] as const;
  export type Way = (typeof WAYS)[number][0];
</script>

<script lang="ts">
  import { Select, SelectItem, TextArea, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { mendBoundary } from '$core/ground/boundary';
  import { readCorners, readPlace } from '$core/ground/corners';
  import type { MultiPolygon } from '$core/ground/polygon';
  import {
    CARE,
    closeTraverse,
    fromSidesAndDiagonal,
    lShape,
    readLegs,
    rectangle,
    turnBy,
    type Traverse,
  } from '$core/ground/survey';
  import { localPlane, type Point } from '$core/measure/plane';
  import { learnProjection } from '$core/measure/projection';
  import {
    formatBearing,
    formatLength,
    formatNumber,
    METRES_PER_FOOT,
    radians,
  } from '$core/measure/units';
  import type { Message } from '$core/say/message';
  import { useUnits } from '$lib/parts/figures.svelte';
  import Measure from '$lib/parts/Measure.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import { spoken } from '$lib/parts/reader.svelte';

  export interface Drawn {
    parts: MultiPolygon;
    notes: Message[];
    /** Corners as they were measured, before the closing error was shared out. */
    measured?: Point[];
  }
  interface Props {
    way: Exclude<Way, 'file'>;
    /** [longitude, latitude] of the site, where it has one. */
    near?: Point;
    /** What the first corner was set to by a click on the plan. */
    clicked?: Point;
    onshape: (drawn: Drawn | undefined) => void;
  }
  /** A block from what a leader has in the field: a receiver's corners, a compass and a tape, or a tape alone. */
  let { way, near, clicked, onshape }: Props = $props();
  const units = useUnits();

  const CORNERS = '47.21034, 8.10422\nN 47° 12.62’ E 8° 06.25’\n33N 512300 5187450';
  const LEGS = untrack(() =>
    units.system === 'metric'
      ? '012 140\n098 75.5\nS 12 W 138\n278 77'
      : '012 460\n098 248.5\nS 12 W 7 chains\n278 252',
  );
  let typed = $state('');
  let zone = $state('');
  let legs = $state('');
  let care = $state<keyof typeof CARE>('taped');
  let declination = $state(0);
  let shape = $state<'rectangle' | 'l' | 'diagonal'>('rectangle');
  /** Examples to type over, round in the reader's units. */
  const [long, short] = untrack(() =>
    units.system === 'metric' ? [100, 60] : [330 * METRES_PER_FOOT, 198 * METRES_PER_FOOT],
  );
  let sides = $state({ length: long, width: short, cutLength: 0.4 * long, cutWidth: short / 3 });
  let taped = $state<[number, number, number, number]>([long, short, long, short]);
  let diagonal = $state(Math.round(10 * Math.hypot(long, short)) / 10);
  let bearing = $state(0);
  let turn = $state(0);
  let place = $state(untrack(() => (near ? `${near[1].toFixed(5)}, ${near[0].toFixed(5)}` : '')));
  $effect(() => {
    if (clicked) place = `${clicked[1].toFixed(6)}, ${clicked[0].toFixed(6)}`;
  });

  /** Counts up when a code that was named has become known; what was refused for it is read again. */
  let learnt = $state(0);
  $effect(() => {
    void learnProjection(zone).then(() => learnt++);
  });

  /** What was worked out, or what is wrong: with the place of the first corner, or with all before it. */
  interface Worked {
    drawn?: Drawn;
    wrong?: string;
    misplaced?: string;
    traverse?: Traverse;
    assumed?: boolean;
  }
  const worked = $derived.by((): Worked => {
    void learnt;
    try {
      if (way === 'corners') {
        if (!typed.trim()) return {};
        const { corners, assumed } = readCorners(typed, zone);
        return { drawn: mendBoundary([[[...corners, corners[0]]]], near), assumed };
      }
      if (way === 'traverse' && !legs.trim()) return {};
      const traverse =
        way === 'traverse'
          ? closeTraverse(readLegs(legs, units.system, radians(declination)), CARE[care])
          : undefined;
      const ring = traverse ? traverse.corners : shapeOf();
      if (!place.trim()) return { traverse };
      let first: Point;
      try {
        first = readPlace(place, zone);
      } catch (error) {
        return { misplaced: spoken(error), traverse };
      }
      const { toLonLat } = localPlane(first);
      const around = turnBy(ring, radians(turn)).map(toLonLat);
      const measured = traverse && turnBy(traverse.measured, radians(turn)).map(toLonLat);
      const { parts, notes } = mendBoundary([[[...around, around[0]]]], near);
      return { drawn: { parts, notes, measured }, traverse };
    } catch (error) {
      return { wrong: spoken(error) };
    }
  });
  $effect(() => {
    const { drawn } = worked;
    untrack(() => onshape(drawn));
  });

  function shapeOf(): Point[] {
    const { length, width, cutLength, cutWidth } = sides;
    const first = radians(bearing);
    if (shape === 'rectangle') return rectangle(length, width, first);
    if (shape === 'l') return lShape(length, width, cutLength, cutWidth, first);
    return fromSidesAndDiagonal(taped, diagonal, first);
  }
  const length = (metres: number) => formatLength(metres, units.system, 1);
</script>

{#if way === 'corners'}
  <h2>Corners, one a line, in order round the block</h2>
  <TextArea
    labelText="Corners, one a line"
    hideLabel
    rows={7}
    bind:value={typed}
    placeholder={CORNERS}
    invalid={Boolean(worked.wrong)}
    invalidText={worked.wrong}
  />
  {#if worked.assumed}<p class="quiet">Latitude was taken to come first; the plan shows it.</p>{/if}
{:else if way === 'traverse'}
  <h2>Sides as they were walked, one a line</h2>
  <TextArea
    labelText="Bearing and length of each side, one a line"
    hideLabel
    rows={7}
    bind:value={legs}
    placeholder={LEGS}
    helperText={units.system === 'metric'
      ? 'A length without a unit is in metres; ft and chains are read too.'
      : 'A length without a unit is in feet; chains, yd and m are read too.'}
    invalid={Boolean(worked.wrong)}
    invalidText={worked.wrong}
  />
  <Select
    labelText="Lengths were"
    selected={care}
    on:update={(e) => (care = e.detail as keyof typeof CARE)}
  >
    <SelectItem value="taped" text="taped" />
    <SelectItem value="paced" text="paced" />
  </Select>
  <NumberField
    label="Declination, degrees east; west below 0"
    bind:value={declination}
    min={-60}
    max={60}
    step={0.5}
  />
  {#if worked.traverse}
    {@const { closing, ratio, ordinary, gross, suspects, perimeter } = worked.traverse}
    <div class="closing" class:gross>
      <p>
        <span class="big">{length(closing.length)}</span> off after {length(perimeter)} walked{#if Number.isFinite(ratio)},
          1 in {formatNumber(ratio)}{/if}.
      </p>
      {#if gross}
        <p class="say stop" role="alert">
          More than a misreading of a degree leaves: about {length(ordinary)} is ordinary here.
          {#if suspects.length === 1}Leg {suspects[0]} explains it; measure it again.
          {:else if suspects.length}Look first at legs {suspects.join(', ')}; one mistake there
            explains it.
          {:else}Towards {formatBearing(closing.bearing)}; no single leg explains it.{/if}
        </p>
      {:else}
        <p class="quiet">
          Shared out over the legs by their length. Ordinary is up to about {length(ordinary)}.
        </p>
      {/if}
    </div>
  {/if}
{:else}
  <h2>Shape</h2>
  <Select
    labelText="Shape"
    hideLabel
    selected={shape}
    on:update={(e) => (shape = e.detail as typeof shape)}
  >
    <SelectItem value="rectangle" text="rectangle" />
    <SelectItem value="l" text="L, a rectangle without a corner" />
    <SelectItem value="diagonal" text="four sides and a diagonal, by tape" />
  </Select>
  <div class="measures">
    {#if shape === 'diagonal'}
      {#each taped as side, i (i)}<Measure
          label="Side {i + 1}"
          value={side}
          max={5000}
          onchange={(metres) => (taped[i] = metres)}
        />{/each}
      <Measure
        label="Diagonal, first to third corner"
        value={diagonal}
        max={8000}
        onchange={(metres) => (diagonal = metres)}
      />
    {:else}
      <Measure
        label="First side"
        value={sides.length}
        max={5000}
        onchange={(metres) => (sides.length = metres)}
      />
      <Measure
        label="Second side"
        value={sides.width}
        max={5000}
        onchange={(metres) => (sides.width = metres)}
      />
      {#if shape === 'l'}
        <Measure
          label="Cut, along the first side"
          value={sides.cutLength}
          max={5000}
          onchange={(metres) => (sides.cutLength = metres)}
        />
        <Measure
          label="Cut, along the second side"
          value={sides.cutWidth}
          max={5000}
          onchange={(metres) => (sides.cutWidth = metres)}
        />
      {/if}
    {/if}
  </div>
  <NumberField
    label="First side runs towards, degrees from north"
    bind:value={bearing}
    min={0}
    max={360}
    step={1}
  />
  {#if worked.wrong}<p class="say stop" role="alert">{worked.wrong}</p>{/if}
{/if}
{#if way !== 'corners'}
  <h2>Where the first corner lies</h2>
  <TextInput
    labelText="Where the first corner lies"
    hideLabel
    helperText="Latitude first; degrees, minutes and seconds are read too. Or click the plan."
    bind:value={place}
    placeholder="47.21034, 8.10422"
    invalid={Boolean(worked.misplaced)}
    invalidText={worked.misplaced}
  />
  <NumberField
    label="Turn it, degrees to the right"
    bind:value={turn}
    min={-180}
    max={180}
    step={1}
  />
{:else}
  <TextInput
    labelText="UTM zone or EPSG code, for easting and northing"
    placeholder="such as 33N"
    bind:value={zone}
  />
{/if}

<style>
  .measures {
    margin: 10px 0 12px;
  }
  .closing {
    border-left: 3px solid var(--viridian);
    padding-left: 10px;
    margin: 10px 0;
  }
  .gross {
    border-color: var(--clay);
  }
  p {
    margin: 4px 0;
  }
</style>
