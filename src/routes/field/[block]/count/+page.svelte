<script lang="ts">
  import { untrack } from 'svelte';
  import { shortRanges } from '$core/measure/ranges';
  import { METRES_PER_FOOT } from '$core/measure/units';
  import { speciesAt } from '$core/rows/species';
  import { dayOf } from '$core/say/day';
  import { cameBack, CAUSES, isAlive, sumMarks, type Cause, type Mark } from '$core/survival/marks';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['survival.count']);
  const tongue = useTongue();
  const { say } = tongue;
  let chosen = $state<number>();
  const row = $derived(data.rows.find(({ number }) => number === chosen));
  let marks = $state('');
  let causes = $state<Record<number, Cause>>({});
  let heights = $state<Record<number, number>>({});
  let aloud = $state(false);
  const draftKey = (number: number) => `count ${data.me} ${data.layoutId} ${number}`;
  /** Rows handed in on this phone that the page does not know yet. */
  const waiting = $derived(
    new Map(
      work.outbox
        .pending('survival.count')
        .filter(({ layoutId }) => layoutId === data.layoutId)
        .map((count) => [count.row, { alive: count.alive, of: count.set }]),
    ),
  );
  const counted = (one: PageData['rows'][number]) => waiting.get(one.number) ?? one.now;
  const left = $derived(data.rows.filter((one) => !counted(one)));
  const peg = $derived(marks.length + 1);
  const finished = $derived(Boolean(row && marks.length >= row.planted));
  const sums = $derived(sumMarks(marks));
  const kindAt = (at: number) => data.species[speciesAt(row?.runs ?? [], at) ?? -1]?.name ?? '';
  const next = $derived(row && !finished ? kindAt(peg) : '');
  /** The tree that was marked last: what killed it, how tall it is. */
  const last = $derived(marks.at(-1));
  const back = $derived(row?.before ? cameBack(row.before, marks) : []);

  function open(number: number) {
    chosen = number;
    let draft: { marks?: string; causes?: typeof causes; heights?: typeof heights } = {};
    try {
      draft = JSON.parse(localStorage.getItem(draftKey(number)) ?? '{}') as typeof draft;
    } catch {
      // What cannot be read is begun anew.
    }
    marks = draft.marks ?? '';
    causes = draft.causes ?? {};
    heights = draft.heights ?? {};
    window.scrollTo(0, 0);
  }
  $effect(() => {
    const draft = JSON.stringify({ marks, causes, heights });
    const number = untrack(() => chosen);
    if (number === undefined) return;
    try {
      localStorage.setItem(draftKey(number), draft);
    } catch {
      // A phone that keeps nothing still hands in.
    }
  });

  /** Felt without looking: short for a living tree, long for a dead one. */
  const FELT: Record<Mark, number | number[]> = {
    ...{ '1': 20, p: [20, 40, 20], b: [20, 40, 20], '0': 120, g: [120, 60, 120], '-': 60 },
  };
  function mark(sign: Mark, times = 1) {
    const before = kindAt(peg);
    const many = Math.min(times, (row?.planted ?? 0) - marks.length);
    if (many < 1) return;
    marks += sign.repeat(many);
    navigator.vibrate?.(FELT[sign]);
    const now = kindAt(marks.length + 1);
    if (
      aloud &&
      now &&
      (now !== before || marks.length % 10 === 0) &&
      'speechSynthesis' in window
    ) {
      const word = new SpeechSynthesisUtterance(
        now === before ? String(marks.length) : `${now}, ${marks.length + 1}`,
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
    const number = row!.number;
    await work.outbox.add('survival.count', {
      ...work.event(),
      ...{ layoutId: data.layoutId, row: number, set: sums.set, alive: sums.alive, marks },
      causes: Object.entries(causes)
        .filter(([at]) => !isAlive(marks[Number(at) - 1]))
        .map(([at, cause]) => ({ peg: Number(at), cause })),
      heights: Object.entries(heights)
        .filter(([at]) => isAlive(marks[Number(at) - 1]))
        .map(([at, height]) => ({ peg: Number(at), height })),
      ...{ cause: '', countedOn: dayOf(Date.now(), data.zone), why: '' },
    });
    chosen = undefined;
    try {
      localStorage.removeItem(draftKey(number));
    } catch {
      // Nothing was kept.
    }
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
  {#if !row}
    <h1>{say('count.title')}</h1>
    {#if !data.rows.length}<p>{say('count.none')}</p>{:else}
      <p>
        {data.how === 'drawn'
          ? say('count.drawn', { step: data.step })
          : say(data.how === 'same' ? 'count.same' : 'count.planned')}
      </p>
      <p class="num">
        {say('count.rows', { rows: shortRanges(left.map(({ number }) => number)) || '–' })}
      </p>
      <ul class="list">
        {#each data.rows as one (one.number)}
          {@const seen = counted(one)}
          <li>
            <button onclick={() => open(one.number)} class:seen disabled={!data.mayRecord}>
              <b>{say('rows.row', { row: one.number })}</b>
              <span class="num"
                >{seen
                  ? say('count.done', { alive: seen.alive, of: seen.of })
                  : say('count.open', { trees: one.planted })}</span
              >
            </button>
          </li>
        {/each}
      </ul>
    {/if}
  {:else}
    <div class="at" aria-live="polite">
      <h1>{say('rows.row', { row: row.number })}</h1>
      {#if finished}
        <p>{say('count.finished', { row: row.number, alive: sums.alive, of: sums.set })}</p>
      {:else}
        <p class="peg num">{say('count.peg', { peg, of: row.planted })}</p>
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
        <button class="key quiet" onclick={() => mark('1', 10)}>{say('count.ten')}</button>
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
        >{say('count.heightOf', { peg: marks.length })}, {tongue.system === 'us' ? 'ft' : 'cm'}
        <NumberBox
          min={0}
          max={tongue.system === 'us' ? 190 : 6000}
          step={tongue.system === 'us' ? 0.1 : 1}
          value={heights[marks.length] ? heights[marks.length] / perUnit : null}
          onvalue={(typed) => (heights = { ...heights, [marks.length]: typed * perUnit })}
        /></label
      >
    {/if}
    {#if back.length}<p class="say">
        {say('count.cameBack', { pegs: shortRanges(back) })}
      </p>{/if}
    <p class="num">{say('count.done', { alive: sums.alive, of: sums.set })}</p>
    {#if finished}<button class="go" onclick={hand}>{say('count.hand')}</button>{/if}
    <label class="aloud"><input type="checkbox" bind:checked={aloud} /> {say('count.aloud')}</label>
    <button class="go plain" onclick={() => (chosen = undefined)}>{say('count.back')}</button>
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
  .list {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 7px;
  }
  .list button {
    width: 100%;
    min-height: 62px;
    text-align: left;
    font: 17px var(--text);
    border: 2px solid var(--rule-strong);
    border-left: 8px solid var(--slate);
    background: var(--sheet);
    color: var(--ink);
    padding: 8px 12px;
    display: grid;
  }
  .list button.seen {
    border-left-color: var(--viridian);
  }
</style>
