<script lang="ts">
  import { tick, untrack } from 'svelte';
  import { HABITS } from '$core/stock/handling';
  import type { FieldKey } from '$lib/words/field';
  import { viewOf } from '$core/checks/drawing';
  import { faultsOf } from '$core/checks/tree';
  import {
    ACCURATE,
    againstTime,
    mendsFor,
    nextShown,
    sceneFor,
    standingsOf,
    taughtOf,
    treeFor,
    type Answer,
    type Taught,
  } from '$core/checks/trainer';
  import HabitScene from '$lib/charts/HabitScene.svelte';
  import TreeDrawing from '$lib/charts/TreeDrawing.svelte';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { drawingWords, foundOf, lessonWords, sentenceOf } from '$lib/field/tree-words';
  import { useTongue } from '$lib/field/tongue.svelte';
  import WhoEnters from '$lib/field/WhoEnters.svelte';
  import { serverNow } from '$lib/parts/clock.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['checks.answer']);
  const tongue = useTongue();
  const { say } = tongue;
  const me = $derived(data.planter?.id ?? '');
  let chosen = $state(0);
  const lesson = $derived(data.lessons[chosen]);
  const faults = $derived(lesson ? taughtOf(lesson) : []);
  /** Answers of this visit, whether they were sent or not. */
  let visit = $state<Answer[]>([]);
  /** Of the server as the page was first read, those that waited on this phone, and this visit's. */
  const before = untrack(() => data.answers);
  const waited = untrack(() =>
    work.outbox
      .pending('checks.answer')
      .filter(({ planterId }) => planterId === data.planter?.id)
      .map(({ shown, right, took, at }) => ({ shown, right, took, at: Date.parse(at) })),
  );
  const answers = $derived([...before, ...waited, ...visit] as Answer[]);
  const standings = $derived(standingsOf(answers, faults));
  /** The seed of this visit, so that two visits do not show the same trees. */
  const seed = untrack(() => `${data.block.id} ${work.event().id}`);
  let question = $state(0);
  const shown = $derived.by(() => {
    const turn = question;
    const standing = untrack(() => standings);
    return nextShown(standing, `${seed} ${turn}`, data.found);
  });
  const tree = $derived(
    lesson && treeFor(lesson, shown.faults, shown.hard, `${seed} ${question} ${chosen}`),
  );
  const found = $derived(tree ? faultsOf(tree) : []);
  const habits = $derived(
    HABITS.filter(({ stock }) => lesson && (!stock || stock === lesson.stock)).map(
      ({ key }) => key,
    ),
  );
  const scene = $derived(sceneFor(question, habits, `${seed} ${question}`));
  const habit = (part: 'kept' | 'broken' | 'why') =>
    say(`habit.${scene!.habit}.${part}` as FieldKey);
  let step = $state<'look' | 'which' | 'mend' | 'told'>('look');
  let said = $state<'good' | 'unsure' | Taught[]>();
  /** What the learner says is wrong, and with what they would mend the first of it. */
  let named = $state<Taught[]>([]);
  let mended = $state<Taught>();
  const mends = $derived(
    shown.faults[0] ? mendsFor(shown.faults[0], faults, `${seed} ${question}`) : [],
  );
  let begun = $state(Date.now());
  let took = $state(0);
  /** Whether exactly those faults are named that the tree has. */
  const allNamed = $derived(
    named.length === found.length && found.every(({ fault }) => named.includes(fault as Taught)),
  );
  const right = $derived(
    scene
      ? (said === 'good') === scene.kept
      : found.length
        ? said !== 'good' && said !== 'unsure' && allNamed && mended === shown.faults[0]
        : said === 'good',
  );
  const timed = $derived(againstTime(answers));
  let view = $state<'section' | 'above'>('section');

  /** Once the faults are named rightly the learner says what mends the first of them. */
  async function name() {
    if (!allNamed) return answer(named);
    step = 'mend';
    // The question is another one now: it is read out, and seen.
    await tick();
    heading?.focus();
  }
  let heading = $state<HTMLElement>();
  async function answer(what: 'good' | 'unsure' | Taught[]) {
    said = what;
    step = 'told';
    took = Math.min(600_000, Date.now() - begun);
    // The answer is shown where its measure is seen, wherever the learner looked.
    if (found[0] && !scene) view = viewOf(found[0].fault);
    const looked = scene
      ? (['handling'] as const)
      : shown.faults.length
        ? shown.faults
        : (['good'] as const);
    const entries = looked.map((one) => ({ shown: one, right, took, at: serverNow() }));
    visit = [...visit, ...entries];
    navigator.vibrate?.(right ? 20 : [30, 40, 30]);
    if (me && data.mayTally)
      for (const entry of entries)
        await work.outbox.add('checks.answer', {
          ...work.event(),
          ...{ planterId: me, shown: entry.shown, right: entry.right, took },
        });
  }
  function next() {
    question++;
    step = 'look';
    said = undefined;
    [named, mended] = [[], undefined];
    view = 'section';
    begun = Date.now();
  }
  /** The fault that is missed most, with enough answers to say so. */
  const missed = $derived(
    standings
      .filter(({ answers: n, right: ok, fault }) => fault !== 'good' && n >= 3 && ok < n)
      .map((one) => ({ ...one, wrong: one.answers - one.right }))
      .sort((a, b) => b.wrong / b.answers - a.wrong / a.answers)[0],
  );
  /** The answer's heading takes the focus, so that a screen reader goes on there. */
  const focus = (node: HTMLElement) => node.focus();
</script>

<svelte:head><title>{say('school.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={say('school.title')}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <WhoEnters planters={data.planters} planter={data.planter} />
  {#if !lesson || !tree}
    <p>{say('school.none')}</p>
  {:else}
    {#if data.lessons.length > 1}
      <label
        >{say('school.lesson')}
        <select
          value={chosen}
          onchange={(e) => {
            chosen = Number(e.currentTarget.value);
            next();
          }}
        >
          {#each data.lessons as one, i (i)}<option value={i}
              >{say(`school.stock.${one.stock}`)}, {say(`school.hole.${one.hole}`)}</option
            >{/each}
        </select></label
      >
    {/if}
    <h1 tabindex="-1" bind:this={heading}>
      {say(
        scene
          ? 'school.scene'
          : step === 'which'
            ? 'school.which'
            : step === 'mend'
              ? 'school.howMend'
              : 'school.ask',
      )}
    </h1>
    {#if scene}
      <HabitScene habit={scene.habit} kept={scene.kept} />
      <p class="scene">{habit(scene.kept ? 'kept' : 'broken')}</p>
    {:else}
      <p class="about">
        {lessonWords(lesson, tongue)}
      </p>
      <div class="views" role="group">
        <button type="button" aria-pressed={view === 'section'} onclick={() => (view = 'section')}
          >{say('school.fromSide')}</button
        >
        <button type="button" aria-pressed={view === 'above'} onclick={() => (view = 'above')}
          >{say('school.fromAbove')}</button
        >
      </div>
      <TreeDrawing
        {tree}
        {view}
        label={drawingWords(tree, tongue)}
        marked={step === 'told' && found[0]
          ? { finding: found[0], says: foundOf(found[0], tongue) }
          : undefined}
      />
    {/if}
    {#if step === 'look'}
      <div class="two">
        <button class="go plain" onclick={() => answer('good')}>{say('school.leave')}</button>
        <button class="go mend" onclick={() => (scene ? answer('unsure') : (step = 'which'))}
          >{say('school.mend')}</button
        >
      </div>
    {:else if step === 'which'}
      <div class="which">
        {#each faults as fault (fault)}<button
            aria-pressed={named.includes(fault)}
            onclick={() =>
              (named = named.includes(fault)
                ? named.filter((one) => one !== fault)
                : [...named, fault])}>{say(`fault.${fault}`)}</button
          >{/each}
      </div>
      <div class="two">
        <button class="go plain" onclick={() => answer('unsure')}>{say('school.cantSay')}</button>
        <button class="go" disabled={!named.length} onclick={name}>{say('school.thatsAll')}</button>
      </div>
    {:else if step === 'mend'}
      <div class="mends">
        {#each mends as one (one)}<button
            onclick={() => {
              mended = one;
              void answer(named);
            }}>{say(`school.how.${one}`)}</button
          >{/each}
      </div>
    {:else}
      <div class="told" class:wrong={!right} role="status" tabindex="-1" use:focus>
        <b>{say(right ? 'school.right' : 'school.wrong')}</b>
        {#if scene}
          {scene.kept ? say('school.fine') : ''}
          {habit('why')}
        {:else if found.length}
          {#each found as finding (finding.fault)}
            {sentenceOf(finding, tongue)}
            {say(`school.how.${finding.fault as Taught}`)}
          {/each}
        {:else}{say('school.good')}{/if}
        {#if timed}<span class="num"
            >{say('school.took', { seconds: Math.round(took / 1000) })}</span
          >{/if}
      </div>
      <button class="go" onclick={next}>{say('school.next')}</button>
    {/if}
    <p class="score num">
      <b
        >{say('school.score', {
          right: answers.filter((one) => one.right).length,
          of: answers.length,
        })}</b
      ><br />
      {say('school.ready', {
        ready: standings.filter(({ ready, fault }) => ready && fault !== 'good').length,
        of: faults.length,
      })}
    </p>
    {#if missed && missed.fault !== 'good'}<p class="quiet num">
        {say('school.miss', {
          fault: say(`fault.${missed.fault}`),
          wrong: missed.wrong,
          of: missed.answers,
        })}
      </p>{/if}
    {#if !timed}<p class="quiet num">
        {say('school.timeLater', { right: ACCURATE.right, of: ACCURATE.of })}
      </p>{/if}
  {/if}
</FieldFrame>

<style>
  .scene {
    font-size: 24px;
    line-height: 1.3;
    font-weight: 650;
    border: 2px solid var(--rule-strong);
    background: var(--sheet);
    padding: 22px 18px;
    margin: 4px 0 8px;
  }
  h1 {
    font-size: 24px;
    margin: 6px 0 0;
  }
  .about {
    margin: 2px 0 6px;
  }
  .views {
    display: flex;
    gap: 8px;
  }
  .views button {
    flex: 1;
    min-height: 44px;
    font: 600 15px var(--text);
    border: 1.5px solid var(--rule-strong);
    background: var(--sheet);
    color: var(--ink);
  }
  .views button[aria-pressed='true'] {
    border: 2.5px solid var(--viridian);
    color: var(--viridian-deep);
  }
  .two,
  .which {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 9px;
  }
  .two .mend {
    background: var(--clay);
    border-color: var(--clay);
  }
  .which button {
    font: 650 17px var(--text);
    min-height: 60px;
    border: 2px solid var(--clay);
    background: var(--sheet);
    color: var(--clay);
    touch-action: manipulation;
  }
  .which button[aria-pressed='true'] {
    background: var(--clay);
    color: var(--on-viridian);
  }
  .mends {
    display: grid;
    gap: 9px;
  }
  .mends button {
    font: 600 18px/1.3 var(--text);
    min-height: 64px;
    text-align: left;
    padding: 10px 14px;
    border: 2px solid var(--viridian);
    background: var(--sheet);
    color: var(--ink);
    touch-action: manipulation;
  }
  .told {
    border-left: 6px solid var(--viridian);
    background: var(--viridian-tint, var(--field));
    padding: 12px 14px;
    font-size: 18px;
  }
  .told.wrong {
    border-color: var(--clay);
    background: var(--clay-tint);
  }
  .score {
    border-top: 1px solid var(--rule);
    padding-top: 8px;
  }
</style>
