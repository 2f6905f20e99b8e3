<script lang="ts">
  import { untrack } from 'svelte';
  import { shortRanges } from '$core/measure/ranges';
  import { METRES_PER_FOOT } from '$core/measure/units';
  import { treesOf } from '$core/checks/grid';
  import { formatLength } from '$core/measure/units';
  import { countsOfWalk } from '$core/survival/walks';
  import { speciesAt } from '$core/rows/species';
  import { dayOf } from '$core/say/day';
  import { cameBack, CAUSES, isAlive, sumMarks, type Cause, type Mark } from '$core/survival/marks';
  import { dropDraft, keepDraft, readDraft } from '$lib/field/drafts';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { serverNow } from '$lib/parts/clock.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['survival.count']);
  const tongue = useTongue();
  const { say } = tongue;
  type Walked = PageData['walks'][number];
  let chosen = $state<string>();
  const walk = $derived(data.walks.find(({ key }) => key === chosen));
  /** Trees of the walk in the order in which one comes by. */
  const places = $derived(walk ? treesOf(walk.rows) : []);
  let marks = $state('');
  let causes = $state<Record<number, Cause>>({});
  let heights = $state<Record<number, number>>({});
  let aloud = $state(false);
  const draftKey = (key: string) => `count ${data.me} ${data.layoutId} ${key}`;
  /** Rows handed in on this phone that the page does not know yet. */
  const waiting = $derived(
    work.outbox.pending('survival.count').filter(({ layoutId }) => layoutId === data.layoutId),
  );
  function counted(one: Walked) {
    const own = waiting.filter((count) =>
      one.plot === null ? !count.plot && count.row === one.rows[0].row : count.plot === one.plot,
    );
    if (!own.length) return one.now;
    return {
      alive: own.reduce((sum, { alive }) => sum + alive, 0),
      of: own.reduce((sum, { set }) => sum + set, 0),
    };
  }
  const left = $derived(data.walks.filter((one) => !counted(one)));
  /** The tree that is looked at, where it stands. */
  const here = $derived(places[marks.length]);
  const finished = $derived(Boolean(walk && marks.length >= places.length));
  const sums = $derived(sumMarks(marks));
  const kindOf = (place: { row: number; peg: number } | undefined) =>
    place
      ? (data.species[
          speciesAt(walk?.rows.find(({ row }) => row === place.row)?.runs ?? [], place.peg) ?? -1
        ]?.name ?? '')
      : '';
  const next = $derived(kindOf(here));
  const titleOf = (one: Walked) =>
    one.plot === null
      ? say('rows.row', { row: one.rows[0].row })
      : say('count.circle', { number: one.plot });
  /** Whole rows are told by peg alone; circles and tags jump, so the place is said in full. */
  const jumps = $derived(data.how === 'plots' || data.how === 'tagged');
  /** The tree that was marked last: what killed it, how tall it is. */
  const last = $derived(marks.at(-1));
  /** Trees that were dead before and live now, by their pegs. */
  const back = $derived(
    walk?.before ? cameBack(walk.before, marks).map((step) => places[step - 1].peg) : [],
  );

  function open(key: string) {
    chosen = key;
    ({ marks, causes, heights } = readDraft(draftKey(key), { marks: '', causes: {}, heights: {} }));
    window.scrollTo(0, 0);
  }
  $effect(() => {
    const draft = { marks, causes: $state.snapshot(causes), heights: $state.snapshot(heights) };
    const key = untrack(() => chosen);
    if (key !== undefined) keepDraft(draftKey(key), draft);
  });

  /** Felt without looking: short for a living tree, long for a dead one. */
  const FELT: Record<Mark, number | number[]> = {
    ...{ '1': 20, p: [20, 40, 20], b: [20, 40, 20], '0': 120, g: [120, 60, 120], '-': 60 },
  };
  function mark(sign: Mark, times = 1) {
    const before = next;
    const many = Math.min(times, places.length - marks.length);
    if (many < 1) return;
    marks += sign.repeat(many);
    navigator.vibrate?.(FELT[sign]);
    const now = kindOf(places[marks.length]);
    if (
      aloud &&
      now &&
      (now !== before || marks.length % 10 === 0) &&
      'speechSynthesis' in window
    ) {
      const word = new SpeechSynthesisUtterance(
        now === before
          ? String(places[marks.length - 1].peg)
          : `${now}, ${places[marks.length].peg}`,
      );
      word.lang = tongue.language;
      speechSynthesis.speak(word);
    }
  }
  function undo() {
    const { [marks.length]: _cause, ...restCauses } = causes;
    const { [marks.length]: _height, ...restHeights } = heights;
    [causes, heights] = [restCauses, restHeights];
    marks = marks.slice(0, -1);
  }
  async function hand() {
    const { key, plot } = walk!;
    // One entry a row: each is refused, mended and taken by itself.
    for (const own of countsOfWalk({ plot, places }, marks, { causes, heights }))
      if (own.set)
        await work.outbox.add('survival.count', {
          ...work.event(),
          ...{ layoutId: data.layoutId, plot, ...own },
          ...{ cause: '', countedOn: dayOf(serverNow(), data.zone), why: '' },
        });
    chosen = undefined;
    dropDraft(draftKey(key));
    marks = '';
  }
  const KEYS = [
    ['p', 'count.poor'],
    ['b', 'count.browsed'],
    ['0', 'count.dead'],
    ['g', 'count.gone'],
  ] as const;
  /** Heights are typed in centimetres, or in feet. */
  const perUnit = $derived(tongue.system === 'us' ? METRES_PER_FOOT : 0.01);
</script>

<svelte:head><title>{say('count.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  {#if !walk}
    <h1>{say('count.title')}</h1>
    {#if !data.walks.length}<p>{say('count.none')}</p>{:else}
      <p>
        {data.how === 'drawn'
          ? say('count.drawn', { step: data.step })
          : data.how === 'plots'
            ? say('count.plots', {
                radius: tongue.measure(formatLength(data.radius, tongue.system, 2)),
              })
            : say(
                data.how === 'tagged'
                  ? 'count.tagged'
                  : data.how === 'same'
                    ? 'count.same'
                    : 'count.planned',
              )}
      </p>
      <p class="num">
        {data.how === 'plots'
          ? say('count.plotsLeft', { left: left.length, plots: data.walks.length })
          : say('count.rows', { rows: shortRanges(left.map(({ rows }) => rows[0].row)) || '–' })}
      </p>
      <ul class="list">
        {#each data.walks as one (one.key)}
          {@const seen = counted(one)}
          <li>
            <button onclick={() => open(one.key)} class:seen disabled={!data.mayRecord}>
              <b>{titleOf(one)}</b>
              <span class="num"
                >{seen
                  ? say('count.done', { alive: seen.alive, of: seen.of })
                  : one.plot === null
                    ? say('count.open', { trees: one.trees })
                    : say('plots.near', {
                        row: one.rows[0].row,
                        peg: one.rows[0].pegs[0][0],
                      })}</span
              >
            </button>
          </li>
        {/each}
      </ul>
    {/if}
  {:else}
    <div class="at" aria-live="polite">
      <h1>{titleOf(walk)}</h1>
      {#if finished}
        <p>
          {walk.plot === null
            ? say('count.finished', {
                ...{ row: walk.rows[0].row, alive: sums.alive, of: sums.set },
              })
            : say('count.done', { alive: sums.alive, of: sums.set })}
        </p>
      {:else}
        <p class="peg num">
          {jumps ? say('plots.near', here) : say('count.peg', { peg: here.peg, of: places.length })}
        </p>
        {#if jumps}<p class="num quiet">
            {say('count.step', { step: marks.length + 1, of: places.length })}
          </p>{/if}
        <p class="kind">{next}</p>
      {/if}
    </div>
    <div class="ribbon" aria-hidden="true">
      {#each marks.slice(-30) as sign, i (i)}<i
          class:dead={!isAlive(sign)}
          class:none={sign === '-'}
        ></i>{/each}
    </div>
    {#if !finished}
      <button class="key alive" onclick={() => mark('1')}>{say('count.alive')}</button>
      <div class="keys">
        {#each KEYS as [sign, word] (sign)}
          <button class="key" class:bad={sign === '0' || sign === 'g'} onclick={() => mark(sign)}
            >{say(word)}</button
          >
        {/each}
        {#if !jumps}<button class="key quiet" onclick={() => mark('1', 10)}
            >{say('count.ten')}</button
          >{/if}
        <button class="key quiet" onclick={() => mark('-')}>{say('count.skip')}</button>
      </div>
    {/if}
    <button class="go plain" disabled={!marks} onclick={undo}>{say('count.undo')}</button>
    {#if last === '0' || last === 'g'}
      <p class="ask">{say('count.cause')}</p>
      <div class="causes">
        {#each CAUSES as cause (cause)}
          <button
            aria-pressed={causes[marks.length] === cause}
            onclick={() => (causes = { ...causes, [marks.length]: cause })}
            >{say(`count.cause.${cause}`)}</button
          >
        {/each}
      </div>
    {:else if last && last !== '-'}
      <label class="height"
        >{say('count.heightOf', { peg: places[marks.length - 1].peg })}, {tongue.system === 'us'
          ? 'ft'
          : 'cm'}
        <NumberBox
          min={0}
          max={tongue.system === 'us' ? 190 : 6000}
          step={tongue.system === 'us' ? 0.1 : 1}
          value={heights[marks.length] ? heights[marks.length] / perUnit : null}
          onvalue={(typed) => (heights = { ...heights, [marks.length]: typed * perUnit })}
          onempty={() => {
            const { [marks.length]: _height, ...rest } = heights;
            heights = rest;
          }}
        /></label
      >
    {/if}
    {#if back.length}<p class="say">
        {say('count.cameBack', { pegs: shortRanges(back) })}
      </p>{/if}
    <p class="num">{say('count.done', { alive: sums.alive, of: sums.set })}</p>
    {#if finished}<button class="go" onclick={hand}
        >{say(walk.plot === null ? 'count.hand' : 'count.handCircle')}</button
      >{/if}
    <label class="aloud"><input type="checkbox" bind:checked={aloud} /> {say('count.aloud')}</label>
    <button class="go plain" onclick={() => (chosen = undefined)}
      >{say(data.how === 'plots' ? 'count.circles' : 'count.back')}</button
    >
  {/if}
</FieldFrame>

<style>
  h1 {
    font-size: 22px;
    margin: 0;
  }
  .at {
    display: grid;
    gap: 2px;
  }
  .at p {
    margin: 0;
  }
  .peg {
    font-size: 34px;
    font-weight: 700;
  }
  .kind {
    font-size: 24px;
    font-weight: 650;
  }
  .ribbon {
    display: flex;
    gap: 2px;
    height: 22px;
    align-items: end;
  }
  .ribbon i {
    width: 9px;
    height: 20px;
    background: var(--viridian);
  }
  .ribbon i.dead {
    height: 5px;
    background: var(--clay);
  }
  .ribbon i.none {
    background: none;
  }
  .key {
    font: 700 21px var(--text);
    min-height: 78px;
    border: 2.5px solid var(--viridian);
    background: var(--sheet);
    color: var(--viridian-deep);
    touch-action: manipulation;
  }
  .key.alive {
    width: 100%;
    min-height: 128px;
    font-size: 30px;
    background: var(--viridian);
    color: var(--on-viridian);
  }
  .key.bad {
    border-color: var(--clay);
    color: var(--clay);
  }
  .key.quiet {
    min-height: 58px;
    font-size: 17px;
    border-color: var(--rule-strong);
    color: var(--ink);
  }
  .keys,
  .causes {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  .causes button {
    min-height: 56px;
    font: 600 16px var(--text);
    border: 1.5px solid var(--rule-strong);
    background: var(--sheet);
    color: var(--ink);
  }
  .causes button[aria-pressed='true'] {
    border: 3px solid var(--clay);
  }
  .ask {
    margin: 0;
  }
  .aloud {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: 48px;
  }
  .aloud input {
    width: 26px;
    height: 26px;
  }
</style>
