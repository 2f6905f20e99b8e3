<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import Dialog from '$lib/parts/Dialog.svelte';
  import { formatNumber } from '$core/measure/units';
  import { spoken } from '$lib/parts/reader.svelte';
  import { told } from '$core/say/told';
  import type { WouldContinue } from './continued/+server';
  import type { PageData } from './$types';

  type Version = PageData['versions'][number];
  interface Props {
    block: string;
    version?: Version;
    /** The version that is with the crew now, and the trees planted by it. */
    before?: Version;
    planted: number;
    onclose: () => void;
    onrelease: () => void;
  }
  let { block, version, before, planted, onclose, onrelease }: Props = $props();

  /** What would stay, go and come new where the version before has been begun; null where it has not. */
  let would = $state.raw<WouldContinue | null>();
  let wrong = $state('');
  $effect(() => {
    const asked = version?.number;
    would = undefined;
    wrong = '';
    if (!asked || !before) return;
    void (async () => {
      try {
        const answer = await fetch(`/blocks/${block}/rows/continued?version=${asked}`);
        const read = await answer.json();
        if (version?.number !== asked) return;
        if (answer.ok) would = read;
        else wrong = read.message;
      } catch {
        if (version?.number === asked) wrong = spoken(told('rows.versionUnread'));
      }
    })();
  });
  const trees = $derived(would ? would.trees : (version?.trees ?? 0));
</script>

<Dialog
  open={Boolean(version)}
  heading="Release version {version?.number} to the crew"
  act={!before
    ? 'Release'
    : would
      ? `Continue with ${version?.number}`
      : `Withdraw ${before.number} and release`}
  disabled={Boolean(before && (wrong || would === undefined || (planted && !would)))}
  {onclose}
  onact={onrelease}
>
  {#if wrong}<p class="say stop" role="alert">{wrong}</p>
  {:else if before && would === undefined}<p class="say" role="status">
      Looking what stays of version {before.number} …
    </p>
  {:else if before && would}<p class="say">
      {howMany(would.begun.planted, 'tree')} of version {before.number} stand in {howMany(
        would.begun.rows,
        'row',
      )}. They stay as they are, under their numbers{#if would.begun.open}, and so do the {formatNumber(
          would.begun.open,
        )} places still open in these rows{/if}.
      {#if would.lost}{howMany(would.lost, 'open place')} of them lie where nothing may be planted now,
        and fall out.{/if}
    </p>
    <p class="say">
      {#if would.kept && would.gone}Of the rows nobody has begun {formatNumber(would.kept)} keep their
        number and {formatNumber(would.gone)} are given up.{:else if would.gone}The {howMany(
          would.gone,
          'row',
        )} nobody has begun {would.gone === 1 ? 'is' : 'are'} given up.{:else if would.kept}All rows
        nobody has begun keep their number.{/if}
      {#if would.fresh}New rows are {would.fresh[0]} to {would.fresh[1]}.{/if}
      No number comes to mean other places.
      {#if would.gone}Take out the pegs of rows given up before anyone plants by them; what a phone
        without signal still plants there is counted where it stands.{/if}
    </p>
  {:else if before}<p class="say stop">
      This withdraws version {before.number}, {howMany(before.trees, 'tree')}: its sheets, cards and
      shares no longer hold. A phone without signal learns it when it is back; what it tallied
      meanwhile is carried to the new rows by position.
    </p>{/if}
  <p>
    {howMany(trees, 'tree')}. Its rows are then fixed: what is planted is entered against them, and
    they cannot change under planted trees.
  </p>
  <p class="say caution">
    Buried services located and marked, overhead lines agreed with their utility, before anyone
    digs.
  </p>
</Dialog>
