<script lang="ts">
  import { Select, SelectItem } from 'carbon-components-svelte';
  import type { LayoutParameters } from '$core/rows/layout';

  interface Props {
    zones: readonly { id: string; name: string }[];
    byZone: LayoutParameters['byZone'];
    /** The zone whose pattern is decided; none for the block's own. */
    laying: string;
    onchange: (next: Pick<LayoutParameters, 'byZone'>) => void;
  }
  let { zones, byZone, laying = $bindable(), onchange }: Props = $props();
  const own = (id: string) => byZone?.some(({ zone }) => zone === id);
</script>

<Select
  labelText="Laid out here"
  size="sm"
  selected={laying}
  on:update={(e) => (laying = String(e.detail ?? ''))}
>
  <SelectItem value="" text="The whole block" />
  {#each zones as { id, name } (id)}
    <SelectItem value={id} text="{name}{own(id) ? ', on its own' : ''}" />
  {/each}
</Select>
{#if laying && own(laying)}
  <button
    class="link-button"
    onclick={() => onchange({ byZone: byZone?.filter(({ zone }) => zone !== laying) })}
    >Lay it like the rest</button
  >
{/if}
