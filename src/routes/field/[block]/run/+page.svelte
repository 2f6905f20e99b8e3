<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { LONGEST_GAP, MOST_IN_TRIAL, spacerTrial } from '$core/crew/trial-run';
  import { formatLength, formatPercent, formatSmall, METRES_PER_FOOT } from '$core/measure/units';
  import { dayOf } from '$core/say/day';
  import { dropDraft, keepDraft, readDraft } from '$lib/field/drafts';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['crew.trialRun']);
  const tongue = useTongue();
  const { say, measure } = tongue;
  const us = $derived(tongue.system === 'us');
  /** Metres of what is typed as a gap and as a depth. */
  const [gapUnit, depthUnit] = $derived(us ? [METRES_PER_FOOT, METRES_PER_FOOT / 12] : [1, 0.01]);

  const TREES = 10;
  /** Metres; what is not measured is nothing. The gap stands with the tree at its end. */
  const begin = () => ({
    gaps: Array.from({ length: TREES }, () => null as number | null),
    depths: Array.from({ length: TREES }, () => null as number | null),
    apart: data.apart,
    seat: '',
  });
  let run = $state(untrack(begin));
  let handed = $state(0);
  const KEY = untrack(() => `run ${data.block.id}`);
  onMount(() => void (run = readDraft(KEY, begin())));
  const remember = () => {
    handed = 0;
    keepDraft(KEY, $state.snapshot(run));
  };

  const known = (list: readonly (number | null)[]) =>
    list.flatMap((value, i) => (value === null ? [] : [{ tree: i + 1, value }]));
  const gaps = $derived(known(run.gaps));
  const depths = $derived(known(run.depths));
  const trialOf = (of: Pick<PageData['runs'][number], 'gaps' | 'depths' | 'apart'>) =>
    spacerTrial(
      of.gaps,
      of.depths,
      { circumference: of.apart, marks: 1 },
      ...([data.step, data.bounds] as const),
    );
  const trial = $derived.by(() => {
    if (gaps.length < 3) return undefined;
    const [ofGaps, ofDepths] = [gaps, depths].map((list) => list.map(({ value }) => value));
    try {
      return trialOf({ gaps: ofGaps, depths: ofDepths, apart: run.apart });
    } catch (error) {
      return { wrong: tongue.spoken(error) };
    }
  });
  const found = $derived(trial && 'gap' in trial ? trial : undefined);
  /** So near to what is set that nobody turns a nut for it. */
  const asIs = $derived(found && Math.abs(found.markApart.value - run.apart) < 0.005 * run.apart);
  const outside = $derived((found?.outside ?? []).map((at) => depths[at - 1].tree));

  const length = (metres: number) => measure(formatLength(metres, tongue.system));
  const percent = (share: number) => measure(formatPercent(share, 1));
  /** As it is typed: two places of metres and feet, one of centimetres and inches. */
  const typed = (metres: number | null, unit: number) =>
    metres === null ? null : Math.round((metres / unit) * 1000) / 1000;

  async function handIn() {
    const measured = {
      ...{ layoutId: data.layoutId, seat: run.seat, apart: run.apart, corrects: null },
      gaps: gaps.map(({ value }) => value),
      depths: depths.map(({ value }) => value),
    };
    await work.outbox.add('crew.trialRun', { ...work.event(), ...measured });
    dropDraft(KEY);
    const { apart, seat } = run;
    run = { ...begin(), apart, seat };
    handed = measured.gaps.length;
    navigator.vibrate?.(30);
  }
  const waiting = $derived(
    work.outbox.pending('crew.trialRun').filter(({ at }) => dayOf(at, data.zone) === data.today),
  );
  const today = $derived.by(() => {
    const gone = new Set(waiting.map(({ corrects }) => corrects).filter(Boolean));
    const here = new Set(data.runs.map(({ id }) => id));
    const own = waiting
      .filter(({ id, corrects }) => !corrects && !here.has(id))
      .map((one) => ({ ...one, at: Date.parse(one.at) }));
    return [...own, ...data.runs].filter(({ id }) => !gone.has(id)).sort((a, b) => b.at - a.at);
  });
  const takeBack = (one: (typeof today)[number]) =>
    work.outbox.add('crew.trialRun', {
      ...work.event(),
      ...{ layoutId: one.layoutId, seat: one.seat, apart: one.apart },
      ...{ gaps: [...one.gaps], depths: [...one.depths], corrects: one.id },
    });
</script>

<svelte:head><title>{say('run.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <h1>{say('run.title')}</h1>
  <p class="caution">{say('run.caution')}</p>
  <p>{say('run.how', { the: say(`school.the.${data.datum}`) })}</p>
  <label class="apart"
    >{say('run.apart', { unit: us ? 'ft' : 'm' })}
    <NumberBox
      step="any"
      min={0.05}
      max={LONGEST_GAP / gapUnit}
      value={typed(run.apart, gapUnit)}
      onvalue={(value) => ((run.apart = value * gapUnit), remember())}
    /></label
  >
  {#if data.seats === 2}
    <div class="two" role="group" aria-label={say('behind.seat')}>
      {#each ['left', 'right'] as const as side (side)}<button
          type="button"
          class="go plain"
          aria-pressed={run.seat === side}
          onclick={() => ((run.seat = run.seat === side ? '' : side), remember())}
          >{say(`behind.${side}`)}</button
        >{/each}
    </div>
  {/if}
  <div class="trees" role="table" aria-label={say('run.title')}>
    <div role="row">
      <span role="columnheader">{say('run.tree')}</span>
      <span role="columnheader">{say('run.gap', { unit: us ? 'ft' : 'm' })}</span>
      <span role="columnheader">{say('run.depth', { unit: us ? 'in' : 'cm' })}</span>
    </div>
    {#each run.gaps as gap, i (i)}
      <div role="row">
        <b role="rowheader" class="num">{i + 1}</b>
        <span role="cell"
          >{#if i}<NumberBox
              step="any"
              min={0.01}
              max={(LONGEST_GAP - 0.01) / gapUnit}
              aria-label="{say('run.treeNumber', { tree: i + 1 })}: {say('run.gap', {
                unit: us ? 'ft' : 'm',
              })}"
              value={typed(gap, gapUnit)}
              onvalue={(value) => ((run.gaps[i] = value * gapUnit), remember())}
              onempty={() => ((run.gaps[i] = null), remember())}
            />{/if}</span
        >
        <span role="cell"
          ><NumberBox
            step="any"
            min={-1 / depthUnit}
            max={1 / depthUnit}
            aria-label="{say('run.treeNumber', { tree: i + 1 })}: {say('run.depth', {
              unit: us ? 'in' : 'cm',
            })}"
            value={typed(run.depths[i], depthUnit)}
            onvalue={(value) => ((run.depths[i] = value * depthUnit), remember())}
            onempty={() => ((run.depths[i] = null), remember())}
          /></span
        >
      </div>
    {/each}
  </div>
  <button
    type="button"
    class="go plain"
    disabled={run.gaps.length >= MOST_IN_TRIAL}
    onclick={() => (run.gaps.push(null), run.depths.push(null), remember())}
    >{say('run.more')}</button
  >
  <div role="status">
    {#if trial && 'wrong' in trial}<p class="say stop">{trial.wrong}</p>{/if}
    {#if found}
      <p class="turn">
        {asIs ? say('run.asIs') : say('run.marks', { apart: length(found.markApart.value) })}
      </p>
      {#if found.shoe}<p class="turn">
          {say('run.shoe', {
            kind: found.shoe.kind,
            by: 'by' in found.shoe ? measure(formatSmall(found.shoe.by, tongue.system)) : '',
          })}
        </p>{/if}
      <p class="num">
        {say('run.gaps', {
          mean: length(found.gap.mean),
          low: length(found.gap.low),
          high: length(found.gap.high),
          slip: percent(found.slip.mean),
        })}
        {found.enough.gaps ? say('run.enough') : say('run.wanted', { trees: found.wanted })}
        {#if found.depth}{found.enough.depths ? say('run.depthKnown') : say('run.depthWanted')}{/if}
        {#if outside.length}{say('run.outside', { trees: outside.join(', ') })}{/if}
      </p>
      <p class="quiet">{say('run.again')}</p>
    {:else if !handed}<p class="quiet">{say('run.few')}</p>{/if}
  </div>
  <button type="button" class="go" data-sends disabled={!data.mayTally || !found} onclick={handIn}
    >{say('run.handIn')}</button
  >
  {#if handed}<p class="say good" role="status">{say('run.handed', { gaps: handed })}</p>{/if}
  {#if today.length}
    <h2>{say('run.before')}</h2>
    <ul>
      {#each today as one (one.id)}
        <li class="num">
          {say('run.line', {
            time: tongue.time(one.at),
            slip: percent(trialOf(one).slip.mean),
            gaps: one.gaps.length,
          })}
          <button type="button" class="link-button" onclick={() => takeBack(one)}
            >{say('run.takeBack')}</button
          >
        </li>
      {/each}
    </ul>
  {/if}
</FieldFrame>

<style>
  .caution {
    border-left: 6px solid var(--clay);
    padding-left: 12px;
    font-weight: 600;
  }
  .apart {
    display: grid;
    gap: 4px;
    max-width: 240px;
  }
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  .two button[aria-pressed='true'] {
    background: var(--viridian);
    color: var(--on-viridian);
  }
  .trees > div {
    display: grid;
    grid-template-columns: 44px 1fr 1fr;
    gap: 8px;
    align-items: center;
    padding: 3px 0;
  }
  .trees span {
    display: grid;
  }
  [role='columnheader'] {
    font-size: 15px;
    color: var(--slate);
    align-self: end;
  }
  .turn {
    font: 700 22px var(--text);
    margin: 8px 0 0;
  }
</style>
