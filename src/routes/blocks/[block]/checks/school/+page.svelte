<script lang="ts">
  import { faultNames } from '$lib/words/en/named';
  import { viewOf } from '$core/checks/drawing';
  import { READY, treeFor, type Taught } from '$core/checks/trainer';
  import { TRAINED } from '$core/checks/training';
  import { formatNumber, formatPercent } from '$core/measure/units';
  import TreeDrawing from '$lib/charts/TreeDrawing.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const begun = $derived(data.learners.filter(({ learner }) => learner?.answers));
  const ready = $derived(
    begun.filter(({ learner }) => learner!.ready.length === data.taught.length).length,
  );
  const lesson = $derived(data.lessons[0]);
  const standing = (learner: (typeof begun)[number]['learner'], fault: Taught | 'good') =>
    learner?.standings.find((one) => one.fault === fault);
  const percent = (share: number) => formatPercent(share, 1);
</script>

<svelte:head><title>Hole school · Viridane</title></svelte:head>
<div class="screen two">
  <section class="drawing panel">
    <h2>Who is ready: right of the last {READY.of} answers, by fault</h2>
    {#if begun.length}
      <div class="wide">
        <table class="ledger">
          <thead
            ><tr
              ><th>Planter</th><th class="n">Answers</th><th class="n">leave it</th
              >{#each data.taught as fault (fault)}<th class="n">{faultNames[fault]}</th>{/each}</tr
            ></thead
          >
          <tbody>
            {#each begun as { id, name, learner } (id)}
              <tr>
                <td>{name}</td><td class="n">{formatNumber(learner!.answers)}</td>
                {#each ['good', ...data.taught] as const as fault (fault)}
                  {@const one = standing(learner, fault)}
                  <td
                    class="n"
                    class:ready={one?.ready}
                    class:weak={one && one.answers >= 3 && one.lately < one.answers / 2}
                    >{#if one?.ready}{one.lately} ✓<span class="visually-hidden">, ready</span
                      >{:else if one?.answers}{one.lately} of {Math.min(
                        READY.of,
                        one.answers,
                      )}{:else}–{/if}</td
                  >
                {/each}
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      <p class="quiet">
        ✓ is ready: {READY.right} right of the last {READY.of} with that fault. With fewer answers nobody
        is called ready or not.
      </p>
    {:else}
      <p>
        Nobody has answered yet. The school stands on each planter’s phone, under Hole school:
        twenty drawings take about five minutes, also without a signal.
      </p>
    {/if}
    {#if lesson}
      <h2>What is taught here</h2>
      <div class="cards">
        {#each data.taught as fault (fault)}
          <figure>
            <TreeDrawing
              tree={treeFor(lesson, fault, 0, `shown ${fault}`)}
              view={viewOf(fault)}
              label={faultNames[fault]}
            />
            <figcaption>{faultNames[fault]}</figcaption>
          </figure>
        {/each}
      </div>
    {/if}
  </section>
  <aside class="comes-to">
    <h2>Ready</h2>
    <div><span class="big">{ready} of {data.learners.length}</span></div>
    <p class="quiet">{begun.length} have begun.</p>
    <h2>Does it show in the plots?</h2>
    {#if data.shows}
      {@const { before, after, difference } = data.shows}
      <p>
        <b
          >{difference.low > 0
            ? 'Yes.'
            : difference.high < 0
              ? 'No, it went the other way.'
              : 'Not to be told yet.'}</b
        >
        {percent(before.estimate)} good before, {percent(after.estimate)} after, a difference of {percent(
          difference.estimate,
        )} ({percent(difference.low)} to {percent(difference.high)}).
      </p>
      <Figure
        label="Good after less before"
        figure={{
          value: difference.estimate,
          kind: 'share',
          formula: 'good after training − good before; interval from the two (Newcombe)',
          steps: [
            { label: 'good before', value: before.hits, kind: 'count' },
            { label: 'looked at before', value: before.of, kind: 'count' },
            { label: 'plots before', value: before.clusters, kind: 'count' },
            { label: 'good after', value: after.hits, kind: 'count' },
            { label: 'looked at after', value: after.of, kind: 'count' },
            { label: 'plots after', value: after.clusters, kind: 'count' },
            { label: 'from', value: difference.low, kind: 'share' },
            { label: 'to', value: difference.high, kind: 'share' },
          ],
        }}
      />
      <p class="quiet">
        It came after the training; that it came from it, this does not prove. Weather, stock and
        ground changed too.
      </p>
    {:else}
      <p class="quiet">
        Said once trained planters have plots from before and after: {TRAINED} answers make a training.
      </p>
    {/if}
    <h2>On paper</h2>
    <p>
      <a href="/blocks/{data.block.id}/checks/school.pdf" target="_blank" rel="noreferrer"
        >Cards to cut, front and back (PDF)</a
      >
    </p>
    <h2>Practise</h2>
    <p><a href="/field/{data.block.id}/school">Open the school as the crew sees it</a></p>
  </aside>
</div>

<style>
  .wide {
    overflow-x: auto;
  }
  .ledger td:first-child {
    white-space: nowrap;
  }
  .ledger th {
    white-space: normal;
    vertical-align: bottom;
  }
  .ready {
    color: var(--viridian-deep);
    font-weight: 650;
  }
  .weak {
    color: var(--clay);
    font-weight: 650;
  }
  .cards {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
    gap: 14px;
  }
  figure {
    margin: 0;
    border: 1px solid var(--rule);
    background: var(--sheet);
  }
  figcaption {
    padding: 5px 8px;
    font-size: 14px;
    font-weight: 600;
  }
</style>
