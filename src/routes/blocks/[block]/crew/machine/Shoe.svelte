<script lang="ts">
  import type { ShoeVerdict } from '$core/stock/roots';
  import { formatNumber, formatSmall } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    block: string;
    /** The shoe's depth, metres, and what it means for each lot whose roots were measured. */
    shoe:
      | { depth: number; lots: readonly (ShoeVerdict & { code: string; species: string })[] }
      | undefined;
  }
  /** Whether the machine opens deep enough for the roots there are. */
  let { block, shoe }: Props = $props();
  const units = useUnits();
  const small = (metres: number) => formatSmall(metres, units.system);
</script>

<h2>Shoe and roots</h2>
{#if !shoe}
  <p class="quiet">
    No machine stands among the <a href="/blocks/{block}/stock/roots">tools</a>: enter how deep its
    shoe opens.
  </p>
{:else if !shoe.lots.length}
  <p class="quiet">
    It opens {small(shoe.depth)}. Roots of no lot that is here were measured: do it
    <a href="/blocks/{block}/stock/gate">at the gate</a>.
  </p>
{:else}
  <p class="num">
    It opens {small(shoe.depth)}, as <a href="/blocks/{block}/stock/roots">Roots and tools</a> has it.
  </p>
  {#each shoe.lots as { code, species, sample, tooLong, open, trim, setAside } (code)}
    {#if tooLong}
      <p class="say" class:stop={setAside > 0 || trim === undefined}>
        Lot {code}, {species.toLowerCase()}: {formatNumber(tooLong)} of {formatNumber(sample)} measured
        trees reach deeper. Open {small(open)}{#if trim !== undefined}, or trim to {small(
            trim,
          )}{/if}{#if setAside}; {formatNumber(setAside)} go into no such slit{/if}.
      </p>
    {:else}
      <p class="num quiet">
        Lot {code}, {species.toLowerCase()}: all {formatNumber(sample)} measured hang free.
      </p>
    {/if}
  {/each}
{/if}
