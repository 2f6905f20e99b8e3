<script lang="ts">
  import { Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import type { Card } from '$lib/parts/SpeciesName.svelte';

  interface Props {
    species: readonly Card[];
    chosen: string;
    /** The species of the plan whose places it takes, when that is another one. */
    replaces: string | null;
    nursery: string;
    provenance: string;
    seedLot: string;
  }
  /** What trees are and where they come from: of an order's line and of a lot. */
  let {
    species,
    chosen = $bindable(),
    replaces = $bindable(),
    nursery = $bindable(),
    provenance = $bindable(),
    seedLot = $bindable(),
  }: Props = $props();
</script>

<Select labelText="Species" selected={chosen} on:update={(e) => (chosen = String(e.detail))}
  >{#each species.filter(({ id, withdrawn }) => !withdrawn || id === chosen) as { id, name } (id)}<SelectItem
      value={id}
      text={name}
    />{/each}</Select
>
<Select
  labelText="Stands in for"
  helperText="When it comes in another species’ stead, it counts for that one’s places."
  selected={replaces ?? ''}
  on:update={(e) => (replaces = String(e.detail) || null)}
  ><SelectItem
    value=""
    text="itself"
  />{#each species.filter(({ id }) => id !== chosen) as { id, name } (id)}<SelectItem
      value={id}
      text={name}
    />{/each}</Select
>
<TextInput labelText="Nursery" bind:value={nursery} maxlength={80} />
<TextInput labelText="Provenance" bind:value={provenance} maxlength={80} />
<TextInput labelText="Seed lot" bind:value={seedLot} maxlength={40} />
