<script lang="ts">
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { Button, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { nauticalZone } from '$core/say/day';
  import Measure from '$lib/parts/Measure.svelte';
  import ZoneField from '$lib/parts/ZoneField.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import { Whole } from '$lib/parts/whole.svelte';
  import type { SiteRow } from '$lib/rooms/people/tables.server';

  interface Props {
    site: SiteRow;
    /** Where the site's first block lies, as a proposal. */
    firstBlock?: { latitude: number; longitude: number };
    ontold: (said: string) => void;
  }
  let { site, firstBlock, ontold }: Props = $props();
  const { id, name, latitude, longitude, elevation, zone } = untrack(() => site);
  const before = { name, latitude, longitude, elevation, zone };
  let draft = $state({ ...before });
  const whole = new Whole(
    before,
    untrack(() => site.edition),
  );
  const doing = new Doing();
  const away = $derived(
    firstBlock &&
      Math.hypot(firstBlock.latitude - draft.latitude, firstBlock.longitude - draft.longitude) > 1,
  );
  function propose() {
    const { latitude: north, longitude: east } = firstBlock!;
    Object.assign(draft, {
      latitude: Math.round(north * 1e4) / 1e4,
      longitude: Math.round(east * 1e4) / 1e4,
    });
    if (/^Etc\//.test(draft.zone)) draft.zone = nauticalZone(east);
  }
  const save = () =>
    doing.run(async () => {
      const saved = await whole.save('people.site', $state.snapshot(draft), (value, edition) => ({
        ...{ siteId: id, ...value },
        edition,
      }));
      if (saved.merged) draft = { ...saved.value };
      ontold('The site is where you say; its days begin at that zone’s midnight.');
    });
</script>

<h2>Where the site lies</h2>
<TextInput labelText="Name of the site" bind:value={draft.name} />
<NumberField
  label="Latitude, degrees"
  bind:value={draft.latitude}
  min={-90}
  max={90}
  decimals={4}
/>
<NumberField
  label="Longitude, degrees"
  bind:value={draft.longitude}
  min={-180}
  max={180}
  decimals={4}
/>
<Measure
  label="Height above the sea"
  value={draft.elevation}
  onchange={(metres) => (draft.elevation = metres)}
  min={-430}
  max={5500}
/>
<ZoneField bind:value={draft.zone} />
<p class="quiet">
  {draft.latitude < 0
    ? 'South of the equator: winter is in July.'
    : 'North of the equator: winter is in January.'}
</p>
{#if away}<p class="say">
    The first block lies elsewhere.
    <button class="link-button" onclick={propose}>Take its place</button>
  </p>{/if}
<div class="buttons">
  <Button size="small" kind="tertiary" on:click={save}>Save the site</Button>
</div>
<Outcome of={doing} />
