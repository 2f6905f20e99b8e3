<script lang="ts">
  import { spoken, inWords } from '$lib/parts/reader.svelte';
  import { Select, SelectItem } from 'carbon-components-svelte';
  import { formatNumber, formatPercent, formatSmall, inUnits } from '$core/measure/units';
  import { rangesOf } from '$core/measure/ranges';
  import {
    bucketCounts,
    gauge,
    rootsAgainstTools,
    type Roots,
    type Tool,
    type TrimOption,
  } from '$core/stock/roots';
  import { overCollar, TOP_SIDE_ROOT } from '$core/method/method';
  import HoleGauge from '$lib/charts/HoleGauge.svelte';
  import RootStrip from '$lib/charts/RootStrip.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import SpeciesName from '$lib/parts/SpeciesName.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import Rules from './Rules.svelte';
  import Tools from './Tools.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  let chosen = $state<string>();
  const lot = $derived(
    data.lots.find(({ id }) => id === chosen) ??
      data.lots.find(({ sample, wanted }) => sample.length && wanted) ??
      data.lots.find(({ sample }) => sample.length) ??
      data.lots[0],
  );
  const rules = $derived({ ...data.rules, mayTrim: Boolean(lot?.mayTrim && !lot.undercut) });
  const found = $derived.by(() => {
    try {
      return { plan: rootsAgainstTools(lot?.sample ?? [], data.tools, rules) };
    } catch (error) {
      return { wrong: spoken(error) };
    }
  });
  const plan = $derived(found.plan);
  let tried = $state<number>();
  const option = $derived<TrimOption | undefined>(
    plan && (plan.options.find(({ trim }) => trim === tried) ?? plan.recommended),
  );
  const trimWords = (trim: number) => (Number.isFinite(trim) ? `to ${short(trim)}` : 'nothing');
  const short = (metres: number) => formatSmall(metres, units.system);

  /** The tree in the middle of those that go into a bucket, or of all. */
  function typical(trees: readonly Roots[]): Roots | undefined {
    const sorted = [...trees].sort((a, b) => a.length - b.length);
    return sorted[Math.floor(sorted.length * 0.6)];
  }
  const shown = $derived.by(() => {
    if (!plan || !option || !lot) return [];
    const first = plan.tools[option.buckets.findIndex((count) => count > 0)] ?? plan.tools[0];
    const all = lot.sample;
    const cut = all.filter((roots) => roots.length > option.trim);
    const one = typical(cut.length ? cut : all)!;
    const long = [...all].sort((a, b) => b.length - a.length)[Math.floor(all.length * 0.05)];
    const deeper =
      plan.tools.find((tool) => tool.depth > first.depth && tool.depth >= long.length) ??
      [...plan.tools].sort((a, b) => b.depth - a.depth)[0];
    const below = lot.heights.topSideRoot ?? TOP_SIDE_ROOT;
    const draw = (title: string, tool: Tool, roots: Roots, cover = 0) => ({
      title,
      tool,
      roots,
      cover,
      datum: lot.depth.datum,
      below,
      verdict: gauge(roots, tool, plan.tools, lot.depth, cover, rules, below),
    });
    const [least, most] = overCollar(lot.depth, below);
    const rightCover = Math.max(least, Math.min(0.01, most));
    const cutRoots = { ...one, length: Math.min(one.length, option.trim) };
    return [
      Number.isFinite(option.trim)
        ? draw(`${first.name}, trimmed to ${short(option.trim)}`, first, cutRoots, rightCover)
        : draw(`${first.name}, untrimmed`, first, one, rightCover),
      draw(`${first.name}, the longest roots`, first, long, rightCover),
      draw(`${deeper.name}, set too deep`, deeper, long, most + 0.015),
    ];
  });
  const deepest = $derived(Math.max(0.3, ...shown.map(({ tool }) => tool.depth)));
  const counts = $derived(option && lot ? bucketCounts(option, lot.wanted || lot.onHand) : []);
  const planted = $derived(counts.slice(0, -1).reduce((sum, count) => sum + count, 0));
  const labour = $derived(
    plan && option
      ? {
          // Trees set aside are sorted, but nobody plants them.
          value: planted ? (option.labour * planted) / 1000 : 0,
          kind: 'number' as const,
          formula: 'trees of each bucket ÷ its tool’s day, and the seconds of cutting',
          steps: plan.tools.map((tool, i) => ({
            label: `${tool.name}, ${formatNumber(tool.rate)} a day`,
            value: counts[i],
            kind: 'count' as const,
          })),
        }
      : undefined,
  );
  /** Everything with the slowest hole that takes all roots uncut: what sorting saves against. */
  const deepOnly = $derived.by(() => {
    if (!plan || !lot) return undefined;
    const one = [...plan.tools].sort((a, b) => b.depth - a.depth)[0];
    return { name: one.name.toLowerCase(), days: planted / one.rate };
  });
</script>

<svelte:head><title>Roots and tools · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    {#if lot}
      <div class="which">
        <Select
          labelText="Lot"
          hideLabel
          selected={lot.id}
          on:update={(e) => ((chosen = String(e.detail)), (tried = undefined))}
        >
          {#each data.lots as entry (entry.id)}
            <SelectItem
              value={entry.id}
              text="Lot {entry.code}, {data.species.find(({ id }) => id === entry.speciesId)
                ?.name} {entry.age}, {entry.sample.length} measured"
            />
          {/each}
        </Select>
        <SpeciesName card={data.species.find(({ id }) => id === lot.speciesId)!} />
      </div>
    {/if}
    {#if !lot}
      <p class="quiet">
        No lot yet. Add one under <a href="/blocks/{data.block.id}/stock">Lots</a>.
      </p>
    {:else if found.wrong}
      <p class="say">
        {found.wrong}
        {#if !lot.sample.length}<a href="/blocks/{data.block.id}/stock/gate">Measure a sample</a
          >{/if}
      </p>
    {:else if plan && option}
      <div class="gauges">
        {#each shown as entry (entry.title)}<HoleGauge {...entry} {deepest} />{/each}
      </div>
      <div class="under">
        <div>
          <h2>Root length: each tree one mark</h2>
          <RootStrip sample={lot.sample} tools={plan.tools} trim={option.trim} {rules} />
        </div>
        <div class="rule" aria-live="polite">
          {#if option === plan.recommended}<p class="sentence">
              {inWords(plan.sentence)}
            </p>{:else}<p class="sentence">
              Trim {trimWords(option.trim)}: tried out.
            </p>{/if}
          <p>
            {#if option.trimmed}Tips cut on {option.trimmed} of {plan.sample}; nothing loses more
              than {formatPercent(option.worstCut)} of its length.{:else}No root is cut.{/if}
            {#if option.leftWhole}{option.leftWhole} would lose more than {formatPercent(
                rules.mostCut,
              )}: they are not cut.{/if}
          </p>
          {#if plan.spreadUnknown}<p class="say">
              {plan.spreadUnknown} of {plan.sample} have no spread measured; they are sorted by length
              alone.
            </p>{/if}
          {#if deepOnly && labour}<p class="quiet">
              {formatNumber(labour.value, 1)} planter-days against {formatNumber(deepOnly.days, 1)}
              all by {deepOnly.name}.
            </p>{/if}
          {#if !rules.mayTrim}<p class="quiet">
              {lot.undercut
                ? 'This lot was undercut in the nursery: no root is trimmed.'
                : `The method says: ${inUnits(lot?.trimming ?? '', units.system).toLowerCase()}.`}
            </p>{/if}
        </div>
      </div>
      {#if plan.options.length > 1}
        <h2>Every trim length</h2>
        <div class="wide">
          <table class="ledger">
            <thead
              ><tr
                ><th>Trim</th>{#each plan.tools as tool (tool.id)}<th class="n">{tool.name}</th
                  >{/each}<th class="n">Set aside</th><th class="n">Trees cut</th><th class="n"
                  >Left whole</th
                ><th class="n">Root cut</th><th class="n">Days a 1 000</th><th></th></tr
              ></thead
            >
            <tbody>
              {#each plan.options as row (row.trim)}
                <tr class:on={row === option}>
                  <td>{trimWords(row.trim)}{row === plan.recommended ? ', recommended' : ''}</td>
                  {#each row.buckets as count, i (i)}<td class="n"
                      >{formatPercent(count / plan.sample)}</td
                    >{/each}
                  <td class="n">{row.trimmed}</td>
                  <td class="n">{row.leftWhole}</td>
                  <td class="n">{formatPercent(row.cutShare, 1)}</td>
                  <td class="n">{formatNumber(row.labour, 2)}</td>
                  <td class="n"
                    ><button class="link-button" onclick={() => (tried = row.trim)}>Try</button
                    >{#if row.best}<span
                        class="best"
                        title="No other length has fewer harmed trees, less labour and less root cut"
                        >◆<span class="visually-hidden">on the front</span></span
                      >{/if}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
        <p class="quiet small">
          ◆ no other length is better in harm, labour and root cut at once. Kept at least {short(
            rules.keep,
          )}; more than {formatPercent(rules.mostCut)} cut spoils a tree: both are the leader’s to change.
        </p>
      {/if}
    {/if}
    <Tools tools={data.tools} siteId={data.site!.id} mayRecord={data.mayRecord} />
    <Rules rules={data.rules} siteId={data.site!.id} mayPlan={data.mayPlan} />
  </section>

  <aside class="comes-to">
    {#if plan && option && lot}
      <h2>
        {lot.wanted && data.tomorrow
          ? `Sort tonight for rows ${rangesOf(data.tomorrow.rows, 3)}`
          : 'Sort all that is on hand'}
      </h2>
      {#each [...plan.tools.map(({ name }) => `${name} bucket`), 'Set aside'] as name, i (i)}
        {#if counts[i]}<p class="bucket">
            <span>{name}</span><b class="num">{formatNumber(counts[i])}</b>
          </p>{/if}
      {/each}
      {#if labour}<Figure label="Planter-days" figure={labour} />{/if}
      <h2>Lot {lot.code}</h2>
      <p class="bucket"><span>On hand</span><b class="num">{formatNumber(lot.onHand)}</b></p>
      <p class="bucket"><span>Measured</span><b class="num">{lot.sample.length}</b></p>
      <h2>Method</h2>
      {#each lot?.says ?? [] as line (line)}<p>{inUnits(line, units.system)}</p>{/each}
      {#if lot?.depth.datum === 'flare'}<p class="say">
          The flare lies {short(lot.heights.flareBelow!)} under the top of the ball: take that soil off,
          or set the ball so much higher.
        </p>{/if}
      <p><a href="/blocks/{data.block.id}/method">Change the method</a></p>
      <div class="buttons">
        <a
          class="print"
          target="_blank"
          href="/blocks/{data.block.id}/stock/buckets.pdf?lot={lot.id}{Number.isFinite(option.trim)
            ? `&trim=${option.trim}`
            : ''}">Print bucket labels</a
        >
      </div>
    {/if}
    <p class="say caution">
      Sharp blades: cut away from the body, in shade, roots moist the while. A wide root is twisted
      into an auger hole sooner than cut.
    </p>
  </aside>
</div>

<style>
  .which {
    display: flex;
    gap: 18px;
    align-items: center;
    max-width: 560px;
    margin-bottom: 14px;
  }
  .gauges {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 26px;
  }
  .under {
    display: grid;
    grid-template-columns: 1.5fr 1fr;
    gap: 26px;
    margin-top: 18px;
    align-items: start;
  }
  .sentence {
    font-size: 20px;
    font-weight: 680;
    line-height: 1.25;
    margin: 0 0 6px;
  }
  .rule p {
    margin: 0 0 6px;
    font-size: 14.5px;
  }
  tr.on {
    background: var(--viridian-tint);
  }
  .best {
    color: var(--viridian);
    margin-left: 8px;
  }
  .small {
    font-size: 13px;
  }
  .bucket {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    border-top: 1px solid var(--rule);
    padding: 6px 0;
    margin: 0;
    font-size: 15px;
  }
  .bucket b {
    font-size: 18px;
  }
  .print {
    background: var(--viridian);
    color: var(--on-viridian);
    padding: 11px 16px;
    font-weight: 600;
    text-decoration: none;
  }
  @media (max-width: 900px) {
    .gauges,
    .under {
      grid-template-columns: 1fr;
    }
  }
</style>
