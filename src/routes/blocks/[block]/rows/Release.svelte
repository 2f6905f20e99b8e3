<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import Dialog from '$lib/parts/Dialog.svelte';
  import { formatNumber } from '$core/measure/units';
  import type { PageData } from './$types';

  type Version = PageData['versions'][number];
  interface Props {
    version?: Version;
    /** The version that is with the crew now, and the trees planted by it. */
    before?: Version;
    planted: number;
    onclose: () => void;
    onrelease: () => void;
  }
  let { version, before, planted, onclose, onrelease }: Props = $props();
</script>

<Dialog
  open={Boolean(version)}
  heading="Release version {version?.number} to the crew"
  act={before ? `Withdraw ${before.number} and release` : 'Release'}
  disabled={Boolean(before && planted)}
  {onclose}
  onact={onrelease}
>
  {#if before}<p class="say stop">
      {#if planted}Version {before.number} is with the crew and {formatNumber(planted)} trees are planted
        by it. It cannot be withdrawn, nor this one be released over it.
      {:else}This withdraws version {before.number}, {howMany(before.trees, 'tree')}: its sheets,
        cards and shares no longer hold. A phone without signal learns it when it is back; what it
        tallied meanwhile is carried to the new rows by position.{/if}
    </p>{/if}
  <p>
    {howMany(version?.trees ?? 0, 'tree')}. Its rows are then fixed: what is planted is entered
    against them, and they cannot change under planted trees.
  </p>
  <p class="say caution">
    Buried services located and marked, overhead lines agreed with their utility, before anyone
    digs.
  </p>
</Dialog>
