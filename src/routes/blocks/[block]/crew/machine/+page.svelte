<script lang="ts">
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import {
    intervalOf,
    MACHINE_KEPT,
    machineOn,
    machinePaysFrom,
    RIDER_KEEPS_UP,
    speedFor,
    treesAMinute,
    type MachineKept,
  } from '$core/crew/machine';
  import { binOf, SIDES, type Side } from '$core/crew/bins';
  import { passPlan, setOfLoad, treesInShortPieces, type SeatLoad } from '$core/crew/passes';
  import { formatLength, formatNumber, formatSpeed, WIND } from '$core/measure/units';
  import PassStrip from '$lib/charts/PassStrip.svelte';
  import ReleaseFirst from '$lib/parts/ReleaseFirst.svelte';
  import { keepTerms } from '$lib/parts/block-terms';
  import { Doing } from '$lib/parts/doing.svelte';
  import Figure from '$lib/parts/Figure.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import Measure from '$lib/parts/Measure.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { howMany } from '$lib/parts/how-many';
  import { spoken } from '$lib/parts/reader.svelte';
  import Ribbon from '$lib/parts/Ribbon.svelte';
  import SpacerFile from './SpacerFile.svelte';
  import TrialRun from './TrialRun.svelte';
  import Shoe from './Shoe.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const doing = new Doing();
  /** Until somebody says otherwise the wheel is the one for these rows. */
  const terms = $derived(
    machineOn(data.block.calendarTerms.machine, data.layout?.step ?? MACHINE_KEPT.circumference),
  );
  const set = (next: Partial<MachineKept>) =>
    doing.inTurn(() => keepTerms(data.block, 'machine', { ...terms, ...next }));
  const layout = $derived(data.layout);
  const worked = $derived.by(() => {
    if (!layout) return undefined;
    try {
      return { plan: passPlan(layout.rows, layout.between, layout.side, terms) };
    } catch (error) {
      return { wrong: spoken(error) };
    }
  });
  const plan = $derived(worked?.plan);
  const planted = $derived(new Map(layout?.planted));
  const setOf = (load: SeatLoad) => setOfLoad(load, planted.get(load.row) ?? 0);
  const isDone = (load: SeatLoad) => setOf(load) >= load.trees;
  /** The pass that is next: the first with something to plant. */
  const next = $derived(plan?.passes.find(({ loads }) => !loads.every(isDone))?.order ?? 1);
  /** Trees of each row, in all its pieces. */
  const places = $derived.by(() => {
    const all = new Map<number, number>();
    for (const { number, trees } of layout?.rows ?? [])
      all.set(number, (all.get(number) ?? 0) + trees);
    return all;
  });
  let picked = $state<number>();
  const pass = $derived(plan?.passes[(picked ?? next) - 1]);
  /** Two dozen passes can be told apart; the rest lies to either side. */
  const IN_SIGHT = 24;
  let shownFrom = $state<number>();
  const from = $derived(
    plan ? Math.max(0, Math.min(plan.passes.length - IN_SIGHT, shownFrom ?? next - 4)) : 0,
  );
  const inSight = $derived(plan?.passes.slice(from, from + IN_SIGHT) ?? []);
  /** What is picked in sight stays where it is; only beyond the edge the strip moves on. */
  function pick(order: number) {
    picked = order;
    if (order - 1 < from) shownFrom = order - 1;
    else if (order > from + IN_SIGHT) shownFrom = order - IN_SIGHT;
  }
  const looks = $derived(
    (layout?.mix ?? []).map((id) => data.species.find((card) => card.id === id)!),
  );
  const longest = $derived(Math.max(1, ...(pass?.loads ?? []).map(({ trees }) => trees)));
  const short = $derived(treesInShortPieces(layout?.rows ?? [], terms.radius));
  const interval = $derived(intervalOf(terms, terms.slip));
  const aMinute = $derived(treesAMinute(terms.speed, interval));

  /** Trees an hour while the machine drives, by its own plan. */
  const driving = $derived(plan && layout ? layout.trees / plan.hours.value : 0);
  /** Filling and standing counted, as the hours by hand count them; no more than it drives. */
  const byMachine = $derived(Math.min(driving, data.bySeats.perHour));
  const pays = $derived.by(() => {
    if (!(byMachine > 0)) return undefined;
    return machinePaysFrom({ ...terms, byHand: data.byHand.perHour, byMachine });
  });
  const SEAT = { left: 'left', right: 'right', only: 'seat' };
</script>

<svelte:head><title>Machine · Viridane</title></svelte:head>
{#if !layout}
  <div class="panel">
    <ReleaseFirst blockId={data.block.id} then="its rows become passes" />
  </div>
{:else}
  <div class="screen two">
    <section class="panel">
      {#if !data.byMachine}<p class="say">
          This block is planted by hand. <a href="/blocks/{data.block.id}/method">The method</a> decides;
          the plan below holds if a machine came.
        </p>{/if}
      {#if worked?.wrong}<p class="say stop" role="alert">{worked.wrong}</p>{/if}
      {#if plan && pass}
        <h2>
          Passes {inSight[0].order} to {inSight[inSight.length - 1].order} of {plan.passes.length},
          {terms.seats === 2 ? 'two seats' : 'one seat'}, turns no tighter than {formatLength(
            terms.radius,
            units.system,
            0,
          )}
        </h2>
        <PassStrip passes={inSight} {isDone} {places} selected={pass.order} onselect={pick} />
        <p class="quiet">
          Ochre: bins are filled before it, and at a square on the way. Dashed turns are too tight:
          the tractor reverses.
        </p>
        {#each layout.cuttings as { name, rows, ranges } (name)}<p class="say cut">
            {name || 'The edge of the block'} cuts {howMany(rows, 'row')} ({ranges}). The machine
            does not cross it: each side is driven by itself, and the setback there is all its room
            to turn.
          </p>{/each}
        {#if short}<p class="say">
            In pieces shorter than a turn is long: {howMany(short, 'tree')}. Hands are quicker
            there.
          </p>{/if}
        <h2>
          Load for pass {pass.order}, {pass.backwards
            ? 'from the last pegs'
            : 'from the first pegs'}: first tree on top
        </h2>
        {#each pass.loads as load (load.row)}
          <div class="load">
            <b>{SEAT[load.seat]}</b>
            <Ribbon runs={load.runs} species={looks} outOf={longest} height={26} />
            <span class="num">{formatNumber(load.trees)}</span>
          </div>
          <p class="quiet changes">
            Row {load.row}{load.trees < (places.get(load.row) ?? 0)
              ? `, pegs ${load.pegs[0]} to ${load.pegs[1]}`
              : ''}{#if binOf(load.seat, terms)}, into the <b>{binOf(load.seat, terms)} bin</b
              >{/if}{#each load.changes.slice(0, 6) as { at, species } (at)}; at {formatLength(
                at,
                units.system,
                0,
              )}: {looks[species].name.toLowerCase()}{/each}{load.changes.length > 6
              ? `; and ${load.changes.length - 6} more`
              : ''}.
          </p>
        {/each}
        {#if pass.refill}<p class="say">
            Fill the bins before this pass: they hold {formatNumber(terms.bin)} a seat.
          </p>{/if}
        {#if pass.stops.length}
          <p class="say">
            Bins run empty on the way. Trees have to stand there, or somebody brings them:
            {#each pass.stops.slice(0, 6) as { at, seat, row, peg }, i (at)}{i ? '; ' : ' '}at {formatLength(
                at,
                units.system,
                0,
              )}, {SEAT[seat].toLowerCase()} after row {row}, peg {peg}{/each}{pass.stops.length > 6
              ? `; and ${pass.stops.length - 6} more`
              : ''}.
          </p>
        {/if}
        <div class="buttons">
          <Button
            size="small"
            kind="ghost"
            disabled={pass.order <= 1}
            on:click={() => pick(pass.order - 1)}>Pass before</Button
          >
          <Button
            size="small"
            kind="ghost"
            disabled={pass.order >= plan.passes.length}
            on:click={() => pick(pass.order + 1)}>Pass after</Button
          >
        </div>
      {/if}
      <TrialRun
        step={layout.step}
        {terms}
        runs={data.runs}
        bounds={data.bounds}
        datum={data.datum}
        keep={data.mayPlan ? set : undefined}
      />
      {#if data.mayRecord && plan}
        <SpacerFile
          layoutId={layout.id}
          planters={data.planters}
          seats={terms.seats}
          rowsOf={(seat) =>
            plan.passes.flatMap(({ loads }) => {
              const load = loads[Math.min(seat, loads.length - 1)];
              return load ? [{ number: load.row, free: load.trees - setOf(load) }] : [];
            })}
        />
      {/if}
    </section>
    <aside class="comes-to">
      {#if plan}
        <h2>The whole block</h2>
        <Figure label="Planting" figure={plan.planting} />
        <Figure label="Turning" figure={plan.turns} />
        <Figure label="Hours of driving" figure={plan.hours} />
        <Figure label="Fuel" figure={plan.fuel} />
        {#if (terms.machines ?? 1) > 1}<p class="quiet">
            With {formatNumber(terms.machines!)} machines at once about {units.format(
              plan.hours.value / terms.machines!,
              'hours',
            )}. The passes are numbered as one machine drives them: rows are shared out in whole
            passes, and each machine keeps its own stretch of rows.
          </p>{/if}
      {/if}
      <h2>At this speed</h2>
      <p class="num">
        {formatSpeed(terms.speed, units.system)} is <b>{formatNumber(aMinute, 1)}</b> trees a minute
        and seat, {formatLength(interval, units.system)} apart.
      </p>
      {#if aMinute > RIDER_KEEPS_UP}<p class="say stop">
          A rider keeps up about {RIDER_KEEPS_UP}: drive {formatSpeed(
            speedFor(interval),
            units.system,
          )} at the most.
        </p>{/if}
      {#if Math.abs(interval / layout.step - 1) > 0.02}<p class="say">
          The layout wants {formatLength(layout.step, units.system)}; the wheel gives {formatLength(
            interval,
            units.system,
          )}.
        </p>{/if}
      <Shoe block={data.block.id} shoe={data.shoe} />
      {#if pays}
        <h2>Hand or machine?</h2>
        {#if Number.isFinite(pays.value)}
          <Figure label="The machine pays from" figure={pays} />
          <p class="num">
            This block has {formatNumber(layout.trees)} trees: {layout.trees >= pays.value
              ? 'the machine.'
              : 'by hand.'}
          </p>
        {:else}<p class="say">A tree costs no less by this machine than by hand.</p>{/if}
        <p class="quiet">
          By hand {formatNumber(data.byHand.perHour)} trees an hour and planter, {data.byHand
            .learned
            ? 'as learned here'
            : 'as is usual on such ground'}; by machine {formatNumber(byMachine)}, {byMachine <
          data.bySeats.perHour
            ? 'as the plan drives'
            : data.bySeats.learned
              ? 'as learned here'
              : 'as is usual for its seats'}, while it drives {formatNumber(driving)}. Slope,
          wetness and stones are judged under
          <a href="/blocks/{data.block.id}/ground">Ground</a>.
        </p>
      {/if}
      {#if data.mayPlan}
        <h2>The machine</h2>
        <Select
          labelText="Seats"
          selected={String(terms.seats)}
          on:update={(event) => set({ seats: Number(event.detail) as 1 | 2 })}
        >
          <SelectItem value="1" text="one" /><SelectItem value="2" text="two" />
        </Select>
        {#each terms.seats === 2 ? SIDES : [SIDES[0]] as side (side)}
          {@const key = side === 'left' ? 'leftTakes' : 'rightTakes'}
          <Select
            labelText={terms.seats === 2 ? `The ${side} rider takes from` : 'The rider takes from'}
            selected={binOf(terms.seats === 2 ? side : 'only', terms) ?? ''}
            on:update={(event) => set({ [key]: event.detail as Side })}
          >
            {#if terms.seats === 1 && !terms.leftTakes}<SelectItem value="" text="either" />{/if}
            <SelectItem value="left" text="the left bin" /><SelectItem
              value="right"
              text="the right bin"
            />
          </Select>
        {/each}
        <NumberField
          label="Such machines on this block at once"
          min={1}
          max={10}
          value={terms.machines ?? 1}
          onvalue={(machines) => set({ machines })}
        />
        <Measure
          label="Tightest turn, radius"
          value={terms.radius}
          max={50}
          step={0.5}
          onchange={(radius) => set({ radius })}
        />
        <NumberField
          label="Planting speed"
          unit={WIND[units.system].unit}
          decimals={1}
          min={0.1}
          max={20}
          value={Math.round((terms.speed / WIND[units.system].metresPerSecond) * 10) / 10}
          onvalue={(speed) => set({ speed: speed * WIND[units.system].metresPerSecond })}
        />
        <NumberField
          label="A bin holds"
          unit="trees"
          min={1}
          max={20_000}
          value={terms.bin}
          onvalue={(bin) => set({ bin })}
        />
        <Measure
          label="Round the wheel"
          value={terms.circumference}
          min={0.1}
          max={50}
          step={0.01}
          onchange={(circumference) => set({ circumference })}
        />
        <NumberField
          label="Marks on it"
          min={1}
          max={100}
          value={terms.marks}
          onvalue={(marks) => set({ marks })}
        />
        <NumberField
          label="Slip of the wheel"
          unit="%"
          decimals={1}
          min={-50}
          max={100}
          value={100 * terms.slip}
          onvalue={(percent) => set({ slip: percent / 100 })}
        />
        <NumberField
          label="A planter's hour costs"
          decimals={2}
          min={0}
          value={terms.handHour}
          onvalue={(handHour) => set({ handHour })}
        />
        <NumberField
          label="The machine's hour costs"
          decimals={2}
          min={0}
          value={terms.machineHour}
          onvalue={(machineHour) => set({ machineHour })}
        />
        <NumberField
          label="Setting up"
          unit="h"
          decimals={1}
          min={0}
          max={500}
          value={terms.setUp}
          onvalue={(setUp) => set({ setUp })}
        />
      {/if}
      <Outcome of={doing} />
      <p class="say caution">
        Feet in the rests. Nobody mounts or leaves while it moves; one signal stops it. Overhead and
        buried lines first; the maker’s manual and a trained driver decide.
      </p>
    </aside>
  </div>
{/if}

<style>
  .cut::first-letter {
    text-transform: uppercase;
  }
  .load {
    display: grid;
    grid-template-columns: 52px 1fr 52px;
    gap: 10px;
    align-items: center;
  }
  .load .num {
    text-align: right;
  }
  .changes {
    margin: 2px 0 8px 62px;
    font-size: 13.5px;
  }
</style>
