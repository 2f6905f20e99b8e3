<script lang="ts">
  import Dialog from '$lib/parts/Dialog.svelte';
  import { places as placeNames } from '$lib/words/en/named';
  import { Doing } from '$lib/parts/doing.svelte';
  import Mistaken from '$lib/parts/Mistaken.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { send } from '$lib/parts/send.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import { Whole } from '$lib/parts/whole.svelte';
  import { Checkbox, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { TYPED_UNITS } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { v7 as uuid } from 'uuid';
  import { PLACE_KINDS, PLACE_RULES, type PlaceKind } from '$core/stock/keeping';
  import type { PlaceRow } from '$lib/rooms/stock/tables.server';

  interface Props {
    place?: PlaceRow;
    siteId: string;
    onclose: () => void;
  }
  let { place: read, siteId, onclose }: Props = $props();
  /** As it was read when this opened. */
  const place = untrack(() => read);
  const units = useUnits();
  const warmth = $derived(TYPED_UNITS.temperature[units.system]);
  let draft = $state(
    untrack(() => ({
      id: place?.id ?? uuid(),
      siteId,
      name: place?.name ?? '',
      kind: place?.kind ?? ('shade' as PlaceKind),
      coolest: place?.coolest ?? PLACE_RULES.shade.coolest,
      warmest: place?.warmest ?? PLACE_RULES.shade.warmest,
      days: place?.days ?? PLACE_RULES.shade.days,
      closed: place?.closed ?? false,
      logger: place?.logger ?? ('none' as PlaceRow['logger']),
    })),
  );
  const whole = untrack(() => {
    const before = $state.snapshot(draft);
    return new Whole<typeof before>({ ...before, ...place }, place?.edition ?? 0);
  });
  const doing = new Doing();
  function choose(kind: PlaceKind) {
    const { coolest, warmest, days } = PLACE_RULES[kind];
    if (kind !== draft.kind) Object.assign(draft, { kind, coolest, warmest, days });
  }
  const save = () =>
    doing.run(async () => {
      await whole.save('stock.place', $state.snapshot(draft), (value, edition) => ({
        ...value,
        edition,
      }));
      onclose();
    });
  const remove = () =>
    doing.run(async () => {
      await send('stock.dropPlace', { id: draft.id });
      onclose();
    });
</script>

<Dialog heading={place ? `Change ${place.name}` : 'Add a place'} act="Save" {onclose} onact={save}>
  <div class="fields">
    <TextInput labelText="Name" placeholder="such as: north shed" bind:value={draft.name} />
    <Select labelText="Kind" selected={draft.kind} on:update={(e) => choose(e.detail as PlaceKind)}
      >{#each PLACE_KINDS as kind (kind)}<SelectItem
          value={kind}
          text={placeNames[kind]}
        />{/each}</Select
    >
    <NumberField
      label="Coolest it should be, {warmth.sign}"
      decimals={1}
      step={0.5}
      value={warmth.shown(draft.coolest)}
      onvalue={(typed) => (draft.coolest = warmth.taken(typed))}
    />
    <NumberField
      label="Warmest it should be, {warmth.sign}"
      decimals={1}
      step={0.5}
      value={warmth.shown(draft.warmest)}
      onvalue={(typed) => (draft.warmest = warmth.taken(typed))}
    />
    <NumberField
      label="Days that dormant trees keep there"
      helper="From memory; set it by what your stock has borne."
      min={0.5}
      bind:value={draft.days}
    />
    <Select
      labelText="Temperature logger"
      selected={draft.logger}
      on:update={(e) => (draft.logger = e.detail as PlaceRow['logger'])}
    >
      <SelectItem value="none" text="none" />
      <SelectItem value="file" text="one whose file I bring" />
      <SelectItem value="stand-in" text="the simulated one" />
    </Select>
    {#if place}
      <Checkbox
        labelText="No longer used: offered no more, all that was entered stays"
        bind:checked={draft.closed}
      />
      <Mistaken
        what="this place"
        says="Its name and limits go and do not come back. A place where trees stood or whose temperature was read stays."
        disabled={doing.busy}
        onremove={remove}
      />
    {/if}
    <Outcome of={doing} />
  </div>
</Dialog>

<style>
  .fields {
    display: grid;
    gap: 12px;
  }
</style>
