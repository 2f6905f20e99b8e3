<script lang="ts">
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { Button, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { onMount, untrack } from 'svelte';
  import { keepDraft, readListDraft } from '$lib/field/drafts';
  import { useTongue } from '$lib/field/tongue.svelte';
  import type { Language } from '$lib/words/field';
  import { formatLength, formatPercent } from '$core/measure/units';
  import {
    faultsOf,
    isGateTree,
    qualityIndex,
    SPINDLY,
    spreadOf,
    sturdiness,
    type GateFault,
    type GateTree,
  } from '$core/stock/inspection';
  import {
    acceptanceProbability,
    publishedPlan,
    QUALITY_LIMITS,
    smallestPlan,
    settled,
    verdict,
    type QualityLimit,
    type SamplingPlan,
  } from '$core/stock/sampling';
  import AcceptanceCurve from '$lib/charts/AcceptanceCurve.svelte';
  import TreeMeasured from './TreeMeasured.svelte';
  import SpreadStrip from '$lib/charts/SpreadStrip.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { useSiteDay } from '$lib/parts/site-day.svelte';
  import type { GateLot, GateSample } from '$lib/rooms/stock/gate.server';

  interface Props {
    lots: readonly GateLot[];
    inspections: readonly GateSample[];
    mayRecord: boolean;
    /** Keeps or sends a whole sample; throws with the sentence to show. */
    save: (sample: Omit<GateSample, 'id' | 'at' | 'author'>) => Promise<unknown>;
    /** Whatever the person reads, unless the page around it speaks one language. */
    language?: Language;
  }
  /** The sample at the gate: how many to look at, each tree, the verdict with its curve. */
  let { lots, inspections, mayRecord, save, language }: Props = $props();
  const units = useUnits();
  const siteDay = useSiteDay();
  const tongue = useTongue(untrack(() => language));
  const { say, number, measure } = tongue;
  const faultName = (fault: GateFault) => say(`gate.fault.${fault}`);
  let lotId = $state(untrack(() => lots[0]?.id ?? ''));
  const lot = $derived(lots.find(({ id }) => id === lotId));
  let typedSize = $state<number>();
  const size = $derived(typedSize ?? (lot?.size || 500));
  let by = $state<'risks' | 'table'>('risks');
  let good = $state(2);
  let bad = $state(10);
  let alpha = $state(5);
  let beta = $state(10);
  let limit = $state<QualityLimit>(4);
  let trees = $state<GateTree[]>([]);
  let tree = $state<GateTree>({ faults: [] });
  let note = $state('');
  let wrong = $state('');
  let saved = $state('');

  const found = $derived.by((): { plan?: SamplingPlan; wrong?: string } => {
    try {
      return {
        plan:
          by === 'table'
            ? publishedPlan(size, limit)
            : smallestPlan(size, {
                good: good / 100,
                bad: bad / 100,
                alpha: alpha / 100,
                beta: beta / 100,
              }),
      };
    } catch (error) {
      return { wrong: tongue.spoken(error) };
    }
  });
  const plan = $derived(found.plan);
  const result = $derived(faultsOf(trees));
  const decided = $derived(plan ? settled(trees.length, result.faulty, plan) : undefined);
  const strips = $derived([
    {
      label: say('gate.sturdiness'),
      spread: spreadOf(trees.map(sturdiness)),
      write: (value: number) => number(value, 1),
      limit: { value: SPINDLY, name: say('gate.spindly') },
    },
    {
      label: say('gate.quality'),
      spread: spreadOf(trees.map(qualityIndex)),
      write: (value: number) => number(value, 2),
    },
    ...(['height', 'collar', 'rootLength', 'rootSpread', 'flareBelow', 'topSideRoot'] as const).map(
      (key) => ({
        label: say(`gate.m.${key}`),
        spread: spreadOf(trees.map((entry) => entry[key])),
        write: (value: number) =>
          key === 'collar'
            ? `${number(value * 1000, 1)} mm`
            : measure(formatLength(value, units.system)),
      }),
    ),
  ]);

  // What has been looked at stays on this device until it is saved.
  const kept = $derived(`viridane-gate-${lotId}`);
  function restore() {
    trees = readListDraft(kept, isGateTree);
  }
  onMount(restore);
  const keep = () => void keepDraft(kept, trees);
  function next() {
    trees = [...trees, $state.snapshot(tree) as GateTree];
    tree = { faults: [] };
    saved = '';
    keep();
  }
  function takeBack() {
    const last = trees.at(-1);
    if (!last) return;
    tree = last;
    trees = trees.slice(0, -1);
    keep();
  }
  async function finish() {
    wrong = '';
    try {
      await save({
        lotId,
        lotSize: size,
        plan: { n: plan!.n, c: plan!.c },
        trees: $state.snapshot(trees),
        note,
      });
      const about = { code: lot?.code ?? '', faulty: result.faulty, looked: trees.length };
      saved = `${say('gate.saved', about)} ${say(`gate.${decided!}`)}`;
      trees = [];
      note = '';
      keep();
    } catch (error) {
      wrong = tongue.spoken(error);
    }
  }
</script>

<div class="screen enter-first">
  <section class="decide">
    <h2>{say('gate.lot')}</h2>
    {#if lots.length}
      <Select
        labelText={say('gate.lot')}
        hideLabel
        selected={lotId}
        on:update={(e) => {
          if (e.detail === lotId) return;
          lotId = String(e.detail);
          typedSize = undefined;
          restore();
        }}
      >
        {#each lots as entry (entry.id)}
          <SelectItem
            value={entry.id}
            text="{entry.code}, {entry.name.toLowerCase()}, {entry.nursery}"
          />
        {/each}
      </Select>
    {:else}<p class="quiet">{say('gate.noLot')}</p>{/if}
    <div class="gap"></div>
    <div class="pair">
      <label for="lot-size">{say('gate.trees')}</label>
      <NumberBox
        id="lot-size"
        class="number num"
        min="1"
        max="1000000"
        value={size}
        onvalue={(typed) => (typedSize = Math.max(1, Math.round(typed)))}
      />
    </div>
    <h2>{say('gate.many')}</h2>
    <Select
      labelText={say('gate.by')}
      hideLabel
      selected={by}
      on:update={(e) => (by = e.detail as 'risks' | 'table')}
    >
      <SelectItem value="risks" text={say('gate.byRisks')} />
      <SelectItem value="table" text={say('gate.byTable')} />
    </Select>
    <div class="gap"></div>
    {#if by === 'risks'}
      {#snippet percent(label: string, value: number, take: (value: number) => void)}
        {@const id = `gate-${label.replace(/\W+/g, '-')}`}
        <div class="pair">
          <label for={id}>{label}</label>
          <NumberBox
            {id}
            class="number num"
            min="0"
            max="100"
            step="0.5"
            {value}
            onvalue={(typed) => take(typed)}
          />
        </div>
      {/snippet}
      {@render percent(say('gate.good'), good, (value) => (good = value))}
      {@render percent(say('gate.bad'), bad, (value) => (bad = value))}
      {@render percent(say('gate.alpha'), alpha, (value) => (alpha = value))}
      {@render percent(say('gate.beta'), beta, (value) => (beta = value))}
    {:else}
      <Select
        labelText={say('gate.limit')}
        selected={String(limit)}
        on:update={(e) => (limit = Number(e.detail) as QualityLimit)}
      >
        {#each QUALITY_LIMITS as value (value)}<SelectItem
            value={String(value)}
            text={String(value)}
          />{/each}
      </Select>
      <p class="quiet small">
        {say('gate.iso')}
      </p>
    {/if}
    {#if found.wrong}<p class="say stop" role="alert">{found.wrong}</p>{/if}
  </section>

  <section class="drawing panel">
    {#if plan}
      <h1>
        {say('gate.plan', { n: plan.n, c: plan.c })}
      </h1>
      <p class="quiet">
        {say('gate.drawn')}
      </p>
      {#if mayRecord && lot}
        <!-- The sample keeps its own draft, tree by tree. -->
        <div class="tree" data-forget>
          <h2>{say('gate.tree', { tree: Math.min(trees.length + 1, plan.n), n: plan.n })}</h2>
          <TreeMeasured bind:tree contained={lot.contained} {tongue} bind:wrong />
          <div class="go">
            <button type="button" class="next" disabled={trees.length >= plan.n} onclick={next}
              >{say(tree.faults.length ? 'gate.faultyNext' : 'gate.goodNext')}</button
            >
            <button type="button" disabled={!trees.length} onclick={takeBack}
              >{say('gate.back')}</button
            >
          </div>
        </div>
      {/if}
      {#each strips as { spread, ...strip } (strip.label)}
        {#if spread}<SpreadStrip {...strip} {spread} />{/if}
      {/each}
      {#if result.byFault.length}
        <h2>{say('gate.faults')}</h2>
        <table class="ledger">
          <tbody>
            {#each result.byFault as [fault, count] (fault)}
              <tr><td>{faultName(fault)}</td><td class="n">{count}</td></tr>
            {/each}
          </tbody>
        </table>
      {/if}
    {/if}
  </section>

  <aside class="comes-to">
    <h2>{say('gate.verdict')}</h2>
    {#if plan}
      <div aria-live="polite">
        <span class="big">{result.faulty}</span><span class="unit"
          >{say('gate.looked', { looked: trees.length })}</span
        >
      </div>
      {#if decided}
        <p class="say {decided === 'accept' ? 'good' : decided === 'refuse' ? 'stop' : ''}">
          {say(`gate.${decided}`)}
        </p>
      {:else}<p class="quiet">
          {say(trees.length ? 'gate.stillPass' : 'gate.toGo', {
            ...{ left: plan.n - trees.length, more: plan.c - result.faulty },
          })}
        </p>{/if}
      <AcceptanceCurve
        lot={size}
        {plan}
        good={by === 'risks' ? good / 100 : limit / 100}
        bad={by === 'risks' ? bad / 100 : Math.min(0.5, (limit * 4) / 100)}
        found={trees.length ? result.faulty / trees.length : undefined}
      />
      <Figure
        label={say('gate.badPasses')}
        figure={{
          value: acceptanceProbability(
            size,
            Math.round((size * (by === 'risks' ? bad : limit * 4)) / 100),
            plan,
          ),
          kind: 'share',
          formula: say('gate.formula'),
          steps: [
            { label: say('gate.inLot'), value: size, kind: 'count' },
            { label: say('gate.lookedAt'), value: plan.n, kind: 'count' },
            { label: say('gate.acceptedWith'), value: plan.c, kind: 'count' },
          ],
        }}
      />
      {#if decided && mayRecord && lot}
        <TextInput labelText={say('gate.note')} bind:value={note} maxlength={300} />
        <div class="buttons">
          <Button disabled={trees.length > plan.n} on:click={finish}>{say('gate.save')}</Button>
        </div>
        {#if trees.length < plan.n}<p class="quiet small">
            {say('gate.rest')}
          </p>{/if}
      {/if}
    {/if}
    {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
    {#if saved}<p class="say good" role="status">{saved}</p>{/if}
    <h2>{say('gate.earlier')}</h2>
    {#each inspections as entry (entry.id)}
      {@const counted = faultsOf(entry.trees)}
      <p class="small">
        {say('gate.saved', {
          code: lots.find(({ id }) => id === entry.lotId)?.code ?? '',
          ...{ faulty: counted.faulty, looked: entry.trees.length },
        })}
        {measure(formatPercent(counted.faulty / entry.trees.length, 1))}, {say(
          `gate.said.${verdict(counted.faulty, entry.plan)}`,
        )}. {entry.author}, {siteDay(entry.at, true)}{entry.note ? `: ${entry.note}` : ''}
      </p>
    {:else}<p class="quiet">{say('gate.none')}</p>{/each}
  </aside>
</div>

<style>
  .gap {
    height: 8px;
  }
  .small {
    font-size: 13.5px;
    margin: 4px 0;
  }
  h1 {
    font-size: 21px;
    font-weight: 500;
    margin: 0;
  }
  .tree {
    background: var(--sheet);
    border: 1px solid var(--rule-strong);
    padding: 12px 16px;
    margin: 10px 0;
  }
  .go button {
    min-height: 56px;
    font: 600 15px var(--text);
    color: var(--ink);
    background: var(--field);
    border: 1.5px solid var(--rule-strong);
    cursor: pointer;
  }
  .go {
    display: grid;
    grid-template-columns: 2fr 1fr;
    gap: 8px;
  }
  @media (max-width: 900px) {
    .comes-to {
      order: 2;
    }
  }
  .go .next {
    background: var(--viridian);
    color: var(--on-viridian);
    font-size: 18px;
  }
  .go button:disabled {
    opacity: 0.5;
  }
</style>
