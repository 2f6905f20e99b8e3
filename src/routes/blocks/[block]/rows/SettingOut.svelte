<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import type { RowFall } from '$core/rows/fall';
  import type { Point } from '$core/measure/plane';
  import { settingOut, type Leg } from '$core/rows/setting-out';
  import type { RowSet } from '$core/rows/rowset';
  import { STRING_LENGTH } from '$core/rows/layout';
  import { STRING_BOUNDS } from '$core/calendar/works';
  import Measure from '$lib/parts/Measure.svelte';
  import { formatBearing, formatLength, formatNumber } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';

  import type { Snippet } from 'svelte';

  interface Props {
    rows: RowSet;
    falls?: readonly RowFall[];
    selected: number;
    /** The crew's own string, metres. */
    string?: number;
    /** A place in the block's plane as longitude and latitude. */
    toLonLat: (point: Point) => Point;
    /** Keeps another; only for who may plan. */
    onstring?: (metres: number) => void;
    /** What else belongs to setting out. */
    children?: Snippet;
  }
  let {
    rows,
    falls,
    selected,
    string = STRING_LENGTH,
    toLonLat,
    onstring,
    children,
  }: Props = $props();
  const units = useUnits();
  const out = $derived(settingOut(rows, falls, string));
  const row = $derived(out.rows.find(({ row: number }) => number === selected));
  const peg = $derived(out.baseline?.pegs.find(({ row: number }) => number === selected));
  const fall = $derived(falls?.[selected - 1]);
  const strung = $derived(out.rows.filter(({ spots }) => spots === undefined).length);
  const length = (metres: number, decimals = 2) => formatLength(metres, units.system, decimals);
  /** Spots that are listed here; the sheet has all. */
  const LEGS = 8;
  const way = ({ metres, bearing }: Omit<Leg, 'peg'>) =>
    `${length(metres, 1)} on ${formatBearing(bearing)}`;
  const strings = $derived(out.rows.reduce((sum, { strings: list }) => sum + list.length, 0));
</script>

<div class="columns">
  {#if out.baseline}
    {@const base = out.baseline}
    <section>
      <h3>Baseline</h3>
      <p class="num">
        {length(base.length)} on {formatBearing(base.bearing)}, {howMany(base.pegs.length, 'peg')}.
        Right angle at its first peg: {base.rightAngle.map((side) => length(side, 0)).join(' – ')}.
      </p>
      <p class="num">
        Check the square: {length(base.square.width)} by {length(base.square.height)}; both
        diagonals read <b>{length(base.square.diagonal)}</b>.
      </p>
      <p class="num">
        {#if peg}Peg of row {selected}: {length(peg.along)} along the baseline, first tree {length(
            peg.firstPeg,
          )} in.{:else}Row {selected} was given up: it has no peg.{/if}
      </p>
    </section>
  {/if}
  {#if row}
    <section>
      <h3>{row.spots === undefined ? 'Row' : 'Lane'} {selected}</h3>
      {#if row.spots === undefined}
        <p class="num">
          {length(row.level)} level{#if falls}, {length(row.ground)} along the ground{/if}. Strings
          of {length(string, string % 1 ? 1 : 0)}:
          {row.strings.map(({ from, to }) => `${length(from, 1)} to ${length(to, 1)}`).join(', ')}.
        </p>
      {:else}
        <p class="num">
          {howMany(row.spots, 'spot')} on {length(row.level, 0)} of walking. No string: the phone leads
          from spot to spot, a receiver by the pegs that Rows gives as GPX or CSV, or compass and tape.
        </p>
        {#if row.walk}
          {@const [longitude, latitude] = toLonLat(row.walk.first)}
          <p class="num">
            Spot 1 at {latitude.toFixed(6)}, {longitude.toFixed(6)}{#if row.walk.before}, {way(
                row.walk.before,
              )} from the last spot of lane {selected - 1}{/if}.
            {row.walk.legs
              .slice(0, LEGS)
              .map((leg) => `${leg.peg}: ${way(leg)}`)
              .join(', ')}
            {#if row.walk.legs.length > LEGS}and {howMany(
                row.walk.legs.length - LEGS,
                'more',
                'more',
              )} on the setting-out sheet.{/if}
          </p>
          <p class="quiet">
            Bearings from true north: set the compass to the declination of the place.
          </p>
        {/if}
      {/if}
      {#if row.breaks.length}<p class="num">
          No trees from {row.breaks
            .map(({ from, to }) => `${length(from, 1)} to ${length(to, 1)}`)
            .join(', and from ')}.
        </p>{/if}
      {#if fall && Number.isFinite(fall.fall)}
        <p class="num">
          Falls {length(Math.abs(fall.first - fall.last))} from {fall.fall >= 0
            ? 'first to last'
            : 'last to first'} peg{Math.abs(fall.fall) > 1e-4
            ? `, 1 in ${formatNumber(1 / Math.abs(fall.fall))}`
            : ''}; steepest 1 in {fall.steepest > 1e-4 ? formatNumber(1 / fall.steepest) : '∞'} over 10
          m.
          {#if fall.runs.length}Water runs from {fall.runs
              .slice(0, 3)
              .map(({ from, to }) => `${length(from, 0)} to ${length(to, 0)}`)
              .join(', ')}{fall.runs.length > 3 ? ' and further' : ''}.{/if}
          {#if fall.ponds.length}Water stands at {fall.ponds
              .slice(0, 4)
              .map(
                ({ chainage, depth }) => `${length(chainage, 0)} (${formatNumber(depth * 100)} cm)`,
              )
              .join(', ')}{fall.ponds.length > 4 ? ' and further' : ''}.{/if}
        </p>
      {/if}
    </section>
  {/if}
  <section>
    <h3>In all</h3>
    {#if onstring && strung}<Measure
        label="The crew’s string"
        value={string}
        min={STRING_BOUNDS.least}
        max={STRING_BOUNDS.most}
        step={1}
        onchange={onstring}
      />{/if}
    {#if strung}<p class="num">
        {formatNumber(strings)} strings, {formatNumber(2 * strung)} row-end pegs. Level lines by A-frame:
        legs {length(out.frameSpread)} apart, {formatNumber(out.frameSteps)} steps.
      </p>{/if}
    {#if strung < out.rows.length}<p class="num">
        {formatNumber(out.rows.length - strung)} walking lanes with {formatNumber(
          out.rows.reduce((sum, { spots = 0 }) => sum + spots, 0),
        )} scattered spots: a flag at each lane’s first spot shows where to begin.
      </p>{/if}
  </section>
  {@render children?.()}
</div>

<style>
  .columns {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
    gap: 4px 24px;
  }
  h3 {
    font-size: 14px;
    font-weight: 650;
    margin: 4px 0 2px;
  }
  p {
    font-size: 13.5px;
    margin: 0 0 5px;
    line-height: 1.4;
  }
</style>
