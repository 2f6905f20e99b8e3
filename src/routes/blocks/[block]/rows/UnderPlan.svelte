<script lang="ts" module>
  export type Under = 'rows' | 'directions' | 'setting-out' | 'crowns' | 'earth';
</script>

<script lang="ts">
  import type { WorkTerms } from '$core/calendar/works';
  import { asLaid } from '$core/rows/deciding';
  import { bearingOfDirection, type Direction } from '$core/rows/direction';
  import { localPlane } from '$core/measure/plane';
  import type { LayoutParameters } from '$core/rows/layout';
  import { spoken } from '$lib/parts/reader.svelte';
  import type { Card } from '$lib/parts/SpeciesName.svelte';
  import Tabs from '$lib/parts/Tabs.svelte';
  import { saveWhole } from '$lib/parts/whole.svelte';
  import Crowns from './Crowns.svelte';
  import Directions from './Directions.svelte';
  import Earth from './Earth.svelte';
  import type { Laid } from './laying.svelte';
  import RowTable from './RowTable.svelte';
  import Pegs from './Pegs.svelte';
  import SettingOut from './SettingOut.svelte';
  import type { PageData } from './$types';

  interface Props {
    data: PageData;
    /** The layout that is laid to its end, and what it was laid from. */
    settled: Laid;
    /** What is being decided, and in which direction its rows run. */
    parameters: LayoutParameters;
    direction: Direction;
    /** Cards of the settled layout's species, in the order of its mix. */
    looks: Card[];
    /** Number of the version that is open. */
    shown?: number;
    /** Mean slope of the block, rise over run. */
    slope?: number;
    /** The chosen row. */
    selected: number;
    /** What is looked at. */
    under: Under;
    /** Years after planting at which crowns are drawn. */
    age?: number;
    onselect: (row: number) => void;
    onbearing: (bearing: number) => void;
    onwrong: (sentence: string) => void;
  }
  let {
    data,
    settled,
    parameters,
    direction,
    looks,
    shown,
    slope,
    selected,
    under = $bindable(),
    age = $bindable(),
    onselect,
    onbearing,
    onwrong,
  }: Props = $props();
  const { toLonLat } = $derived(
    localPlane([data.block.originLongitude, data.block.originLatitude]),
  );

  const UNDERS: [Under, string][] = [
    ['rows', 'Rows'],
    ['directions', 'Directions'],
    ['setting-out', 'Setting out'],
    ['crowns', 'Crowns'],
    ['earth', 'Earth'],
  ];
  const result = $derived(settled.result);
  const released = $derived(data.versions.find(({ state }) => state === 'released'));
  /** From a tree to its neighbour in the next row. */
  const across = $derived(
    Math.hypot(
      result.rows.between,
      ['offset', 'equilateral'].includes(parameters.pattern) ? result.rows.step / 2 : 0,
    ),
  );
  const works = $derived<WorkTerms>(data.block.calendarTerms.works ?? {});
  const mayPlan = $derived(data.role === 'leader');
  /** What belongs to the ground and the crew, not to one version: string and earthworks. */
  async function keepWorks(mine: WorkTerms) {
    try {
      await saveWhole(
        'calendar.terms',
        {
          before: { terms: { works: data.block.calendarTerms.works } },
          mine: { terms: { works: $state.snapshot(mine) as WorkTerms } },
          edition: data.block.termsEdition,
        },
        (value, edition) => ({ blockId: data.block.id, ...value, edition }),
      );
    } catch (error) {
      onwrong(spoken(error));
    }
  }
</script>

<Tabs
  tabs={UNDERS}
  selected={under}
  label="Under the plan"
  onselect={(key) => (under = key)}
  under
/>
{#if under === 'rows'}
  <RowTable
    rows={result.rows}
    runs={result.runs}
    falls={result.falls}
    traced={result.traced}
    species={looks}
    {selected}
    {onselect}
    block={data.block.id}
    saved={data.versions.find(({ number }) => number === shown)}
    trial={settled.parameters.arrangement.kind === 'trial'}
  />
{:else}
  <section class="under">
    {#if under === 'directions'}
      <Directions
        parameters={asLaid(parameters)}
        current={bearingOfDirection(direction)}
        ontake={onbearing}
      />
    {:else if under === 'setting-out'}
      <SettingOut
        rows={result.rows}
        falls={result.falls}
        {selected}
        string={works.string}
        {toLonLat}
        onstring={mayPlan ? (string) => keepWorks({ ...works, string }) : undefined}
      >
        {#if data.pegged && released?.number === shown}<Pegs
            layoutId={released!.id}
            {...data.pegged}
            mayTally={data.role !== 'viewer'}
          />{/if}
      </SettingOut>
    {:else if under === 'crowns'}
      <Crowns
        species={looks}
        counts={result.speciesCounts}
        step={result.rows.step}
        {across}
        plantable={data.ground.plantable.value}
        {age}
        shelter={parameters.pattern === 'shelter'}
        onage={(years) => (age = years)}
      />
    {:else}
      <Earth
        metres={result.figures.walked.steps[0].value}
        trees={result.rows.total}
        {slope}
        kept={works}
        onkeep={mayPlan ? keepWorks : undefined}
      />
    {/if}
  </section>
{/if}

<style>
  .under {
    background: var(--sheet);
    padding: 10px 16px 14px;
  }
</style>
