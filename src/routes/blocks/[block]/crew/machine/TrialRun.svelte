<script lang="ts">
  import { Button, Select, SelectItem, TextArea } from 'carbon-components-svelte';
  import { page } from '$app/state';
  import type { MachineKept } from '$core/crew/machine';
  import { spacerTrial, type ShoeWord } from '$core/crew/trial-run';
  import { readLengths } from '$core/measure/typed';
  import { formatLength, formatNumber, formatPercent, formatSmall } from '$core/measure/units';
  import { formatMoment } from '$core/say/day';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { howMany } from '$lib/parts/how-many';
  import { spoken } from '$lib/parts/reader.svelte';
  import type { PageData } from './$types';

  interface Props {
    /** Metres from tree to tree that are wanted. */
    step: number;
    terms: MachineKept;
    runs: PageData['runs'];
    /** Where the method wants the datum, metres. */
    bounds: readonly [least: number, most: number];
    datum: PageData['datum'];
    /** Missing for whoever may not change the machine. @returns whether it was kept */
    keep?: (next: Partial<MachineKept>) => Promise<boolean>;
  }
  /** The trial run: typed here, or measured on a phone behind the machine; what is to be turned, and kept. */
  let { step, terms, runs, bounds, datum, keep }: Props = $props();
  const units = useUnits();

  let gapText = $state('');
  let depthText = $state('');
  const feet = $derived(units.system === 'us' ? 0.3048 : 1);
  /** What is typed here goes before what came from a phone; of those the one that was picked, or the last. */
  let pickedRun = $state('');
  const run = $derived(runs.find(({ id }) => id === pickedRun) ?? runs[0]);
  const trial = $derived.by(() => {
    if (!gapText.trim() && !run) return undefined;
    try {
      const typed = gapText.trim() !== '';
      const gaps = typed ? readLengths(gapText, feet) : run.gaps;
      const depths = typed
        ? readLengths(depthText, units.system === 'us' ? 0.0254 : 0.01)
        : run.depths;
      // A run was driven with the marks as they were set then.
      const wheel = typed ? terms : { circumference: run.apart, marks: 1 };
      return { found: spacerTrial(gaps, depths, wheel, step, bounds) };
    } catch (error) {
      return { wrong: spoken(error) };
    }
  });
  const found = $derived(trial?.found);
  const keptAlready = $derived(
    found !== undefined &&
      Math.abs(found.slip.mean - terms.slip) < 1e-6 &&
      Math.abs(found.markApart.value - terms.circumference / terms.marks) < 1e-6,
  );
  /** What was typed was measured with the marks as they were: once they are set anew it says nothing more. */
  const keepSlip = async () => {
    if (!found) return;
    const kept = await keep?.({
      slip: found.slip.mean,
      circumference: found.markApart.value * terms.marks,
    });
    if (kept) gapText = depthText = '';
  };
  const shoeSays = (shoe: ShoeWord): string =>
    shoe.kind === 'uneven'
      ? 'The shoe is right on the mean, but trees are uneven: drive slower, look at the packing wheels.'
      : shoe.kind === 'right'
        ? ''
        : `Set the shoe ${formatSmall(shoe.by, units.system)} ${shoe.kind}.`;
</script>

<h2>Trial run</h2>
<p class="quiet">
  Set ten trees at planting speed, then measure from stem to stem, and the soil over the {datum}.
  Whoever walks behind enters it on the phone, without a signal too.
</p>
{#if runs.length}
  <div class="from">
    <Select
      labelText="From the phones"
      selected={run?.id ?? ''}
      disabled={Boolean(gapText.trim())}
      helperText={gapText.trim() ? 'What is typed below goes before it.' : undefined}
      on:update={(event) => (pickedRun = String(event.detail))}
    >
      {#each runs as one (one.id)}<SelectItem
          value={one.id}
          text="{formatMoment(one.at, page.data.site!.zone, true)}, {one.author}{one.seat
            ? `, ${one.seat} seat`
            : ''}: {howMany(one.gaps.length, 'gap')}"
        />{/each}
    </Select>
  </div>
{/if}
<div class="trial">
  <TextArea
    labelText="Gaps, {units.system === 'us' ? 'ft' : 'm'}, one after the other"
    placeholder={units.system === 'us' ? '8.2 8.4 8.1' : '2,52 2.55 2.49'}
    rows={2}
    bind:value={gapText}
  />
  <TextArea
    labelText="Depths, {units.system === 'us' ? 'in' : 'cm'}, tree by tree"
    rows={2}
    bind:value={depthText}
  />
</div>
{#if trial?.wrong}<p class="say stop" role="alert">{trial.wrong}</p>{/if}
{#if found}
  <p class="num">
    Gaps of {formatLength(found.gap.mean, units.system)} on the mean, {formatLength(
      found.gap.low,
      units.system,
    )} to {formatLength(found.gap.high, units.system)}; slip
    <b>{formatPercent(found.slip.mean, 1)}</b>
    ({formatPercent(found.slip.low, 1)} to {formatPercent(found.slip.high, 1)}).
  </p>
  <Figure label="Set the marks apart by" figure={found.markApart} />
  <p class="say">
    {found.enough.gaps
      ? 'Enough trees to know the gap.'
      : `Not enough for the gap: about ${formatNumber(found.wanted)} trees would be.`}
    {#if found.depth}{found.enough.depths
        ? 'Enough for the depth.'
        : 'Not enough for the depth: run ten more.'}{/if}
    {#if found.outside.length}Out of what the method allows: tree {found.outside.join(', ')}.
    {/if}
    {#if found.shoe && shoeSays(found.shoe)}<b>{shoeSays(found.shoe)}</b> Then run again.{/if}
  </p>
  {#if keep}<div class="buttons">
      <Button size="small" disabled={keptAlready} on:click={keepSlip}
        >{keptAlready ? 'Slip and marks are kept' : 'Keep this slip, marks set anew'}</Button
      >
    </div>{/if}
{/if}

<style>
  .from {
    max-width: 720px;
    margin: 8px 0 14px;
  }
  .trial {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 16px;
    max-width: 720px;
    margin-bottom: 10px;
  }
  @media (max-width: 700px) {
    .trial {
      grid-template-columns: 1fr;
    }
  }
</style>
