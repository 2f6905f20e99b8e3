<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import Dialog from '$lib/parts/Dialog.svelte';
  import { formatNumber } from '$core/measure/units';
  import type { WouldContinue } from '$core/rows/continue';
  import { told } from '$core/say/told';
  import { spoken } from '$lib/parts/reader.svelte';
  import type { Laying } from './laying.svelte';
  import type { PageData } from './$types';

  type Version = PageData['versions'][number];
  interface Props {
    laid: Laying;
    version?: Version;
    /** The version that is with the crew now, and the trees entered on each of its rows that was begun. */
    before?: Version;
    begun: [row: number, trees: number][];
    onclose: () => void;
    onrelease: () => void;
  }
  let { laid, version, before, begun, onclose, onrelease }: Props = $props();

  const continues = $derived(Boolean(before && begun.length));
  const isTrial = (one?: Version) => one?.parameters.arrangement.kind === 'trial';
  /** What would stay, go and come new where the version before has been begun. */
  let would = $state.raw<WouldContinue>();
  let wrong = $state('');
  $effect(() => {
    const [was, will] = [before, version];
    would = undefined;
    wrong = '';
    if (!was || !will || !continues) return;
    const planted = begun.reduce((sum, [, trees]) => sum + trees, 0);
    if (isTrial(was) || isTrial(will)) {
      wrong = spoken(told('rows.plantedIn', { number: was.number, planted }));
      return;
    }
    laid.wouldContinue(was, will, begun).then(
      (found) => {
        if (version === will) would = found;
      },
      (error) => {
        if (version === will) wrong = spoken(error);
      },
    );
  });
  const trees = $derived(would ? would.trees : (version?.trees ?? 0));
</script>

<Dialog
  open={Boolean(version)}
  heading="Release version {version?.number ?? ''} to the crew"
  act={!before
    ? 'Release'
    : continues
      ? `Continue with ${version?.number ?? ''}`
      : `Withdraw ${before.number} and release`}
  disabled={continues && !would}
  {onclose}
  onact={onrelease}
>
  {#if wrong}<p class="say stop" role="alert">{wrong}</p>
  {:else if before && continues && !would}<p class="say" role="status">
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
