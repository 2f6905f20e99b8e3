<script lang="ts">
  import { Checkbox, Select, SelectItem } from 'carbon-components-svelte';
  import type { DayTerms } from '$core/crew/day';
  import NumberField from '$lib/parts/NumberField.svelte';

  interface Props {
    terms: DayTerms;
    /** Whether there is a road on which boxes might stand. */
    roads: boolean;
    onterms: (next: Partial<DayTerms>) => void;
  }
  /** When the block's days begin and end, and where boxes may stand. */
  let { terms, roads, onterms }: Props = $props();
</script>

<h2>The day</h2>
<NumberField
  label="Begins at"
  unit="h"
  min={0}
  max={23}
  decimals={2}
  value={terms.begin}
  onvalue={(begin) => onterms({ begin })}
/>
<NumberField
  label="Ends at"
  unit="h"
  min={1}
  max={24}
  decimals={2}
  value={terms.end}
  onvalue={(end) => onterms({ end })}
/>
<NumberField
  label="Pause at noon"
  unit="min"
  min={0}
  max={300}
  value={terms.pause}
  onvalue={(pause) => onterms({ pause })}
/>
<NumberField
  label="Places for boxes"
  min={1}
  max={6}
  value={terms.caches}
  onvalue={(caches) => onterms({ caches })}
/>
<Select
  labelText="Boxes may stand"
  selected={terms.headlands}
  on:update={(event) => onterms({ headlands: event.detail as DayTerms['headlands'] })}
>
  <SelectItem value="both" text="at both ends of the rows" />
  <SelectItem value="first" text="at the first pegs" />
  <SelectItem value="last" text="at the last pegs" />
</Select>
{#if roads}
  <Checkbox
    labelText="and on roads that cross the rows"
    checked={terms.roads ?? false}
    on:check={({ detail }) => detail !== (terms.roads ?? false) && onterms({ roads: detail })}
  />
{/if}
