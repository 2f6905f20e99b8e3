<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { intervalOf } from '$core/crew/machine';
  import { binOf } from '$core/crew/bins';
  import { passPlan, setOfLoad } from '$core/crew/passes';
  import { seatAhead } from '$core/crew/wheel';
  import { formatLength } from '$core/measure/units';
  import { keepDraft, readDraft } from '$lib/field/drafts';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import WhoEnters from '$lib/field/WhoEnters.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { hasSerial, serialWheel, simulatedWheel, type Wheel } from '$lib/field/wheel';
  import { fieldWork } from '$lib/field/work.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['crew.tally']);
  const tongue = useTongue();
  const { say } = tongue;
  /** A bin with fewer trees than this wants somebody to know. */
  const LOW = 30;
  const plan = $derived(passPlan(data.rows, data.between, data.side, data.terms));
  const waiting = $derived(
    work.outbox.pending('crew.tally').filter(({ layoutId }) => layoutId === data.layoutId),
  );
  const planted = $derived(new Map(data.planted));
  const plantedIn = (row: number) =>
    (planted.get(row) ?? 0) +
    waiting
      .filter((tally) => tally.row === row)
      .reduce((sum, { count, corrects }) => sum + (corrects ? -count : count), 0);
  /** Places of a row in all its pieces. */
  const placesIn = (row: number) =>
    data.rows.reduce((sum, { number, trees }) => sum + (number === row ? trees : 0), 0);
  let picked = $state<number>();
  let seat = $state(0);
  const pass = $derived(
    plan.passes[
      (picked ??
        plan.passes.find(({ loads }) =>
          loads.some((one) => setOfLoad(one, plantedIn(one.row)) < one.trees),
        )?.order ??
        1) - 1
    ],
  );
  const load = $derived(pass?.loads[Math.min(seat, pass.loads.length - 1)]);
  const side = $derived(load && binOf(load.seat, data.terms));
  const before = $derived(load ? setOfLoad(load, plantedIn(load.row)) : 0);
  /** Trees set and not handed in yet, row by row: who looks at another pass takes no tree along. */
  const KEY = untrack(() => `seat ${data.block.id} ${data.planter?.id ?? ''}`);
  let counts = $state<Record<number, number>>({});
  let bin = $state(untrack(() => data.terms.bin));
  const set = $derived(load ? (counts[load.row] ?? 0) : 0);
  /** Where the leader's sharing out puts whoever rides; the left seat where it does not say. */
  const ownSeat = () =>
    Math.max(
      0,
      pass?.loads.findIndex(({ row }) =>
        data.own.some(([first, last]) => row >= first && row <= last),
      ) ?? 0,
    );
  onMount(() => {
    // Kept on the phone, so that a reload loses none.
    ({ counts, bin, seat } = readDraft(KEY, { counts, bin, seat: ownSeat() }));
    return () => wheel?.stop();
  });
  const remember = () => void keepDraft(KEY, { counts, bin, seat });
  const ahead = $derived(load && seatAhead(load.runs, before + set));
  /** Metres to the next change, over whatever interrupts the row. */
  const changeIn = $derived.by(() => {
    const at = before + set;
    return ahead?.change && load ? load.along[at + ahead.change.trees] - load.along[at] : 0;
  });
  const interval = $derived(intervalOf(data.terms, data.terms.slip));
  const name = (species: number) => (data.species[species] ?? '').toLowerCase();

  let wheel = $state.raw<Wheel>();
  function one() {
    if (!ahead || ahead.left <= 0) return halt();
    counts[load!.row] = set + 1;
    bin = Math.max(0, bin - 1);
    remember();
    navigator.vibrate?.(20);
  }
  function halt() {
    wheel?.stop();
    wheel = undefined;
  }
  const go = () => (wheel = simulatedWheel(data.terms.speed, interval, one));
  const cable = async () => {
    halt();
    wheel = await serialWheel(one, halt).catch(() => undefined);
  };
  function filled() {
    bin = data.terms.bin;
    remember();
  }
  async function rowEnd() {
    if (!load || !set || !data.planter) return;
    halt();
    const { row } = load;
    const count = Math.min(set, load.trees - before);
    if (count > 0)
      await work.outbox.add('crew.tally', {
        ...work.event(),
        ...{ layoutId: data.layoutId, row, planterId: data.planter.id, count, corrects: null },
      });
    delete counts[row];
    picked = undefined;
    remember();
  }
</script>

<svelte:head><title>{say('seat.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <WhoEnters planters={data.planters} planter={data.planter} />
  {#if pass && load && ahead}
    <div class="pass">
      <button
        aria-label={say('rows.before')}
        disabled={pass.order <= 1}
        onclick={() => (picked = pass.order - 1)}>‹</button
      >
      <h1>{say('seat.pass', { pass: pass.order, row: load.row })}</h1>
      <button
        aria-label={say('rows.after')}
        disabled={pass.order >= plan.passes.length}
        onclick={() => (picked = pass.order + 1)}>›</button
      >
    </div>
    {#if load.trees < placesIn(load.row)}<p class="piece num">
        {say('seat.pegs', { from: load.pegs[0], to: load.pegs[1] })}
      </p>{/if}
    {#if pass.loads.length > 1}
      <div class="two" role="group" aria-label={say('seat.title')}>
        {#each pass.loads as entry, i (entry.seat)}<button
            class="go plain"
            aria-pressed={seat === i}
            onclick={() => ((seat = i), remember())}
            >{entry.seat === 'only' ? say('seat.title') : say(`behind.${entry.seat}`)}</button
          >{/each}
      </div>
    {/if}
    {#if side}<p class="takes">{say('seat.takes', { side })}</p>{/if}
    <p class="now">{say('seat.now', { species: name(ahead.species) })}</p>
    {#if ahead.change}
      <p class="change" class:soon={ahead.change.trees <= 10} aria-live="polite">
        {say('seat.next', {
          trees: ahead.change.trees,
          metres: tongue.measure(formatLength(changeIn, tongue.system, 0)),
          species: name(ahead.change.species),
        })}
      </p>
    {:else}<p class="change calm">{say('seat.noChange')}</p>{/if}
    <p class="counts num">
      <b data-testid="set">{tongue.number(plantedIn(load.row) + set)}</b>
      {say('rows.ofRow', { places: placesIn(load.row) })}
    </p>
    <p class="bin num" class:low={bin <= LOW} role="status">
      {bin <= LOW ? say('seat.low', { trees: bin }) : say('seat.bin', { trees: bin })}
    </p>
    {#if data.planter && data.mayTally}
      <button class="go big" disabled={ahead.left <= 0} onclick={one}>{say('seat.one')}</button>
      <div class="two">
        <button class="go plain" onclick={() => (wheel ? halt() : go())}
          >{wheel ? say('seat.pause') : `${say('seat.go')} · ${say('seat.bell')}`}</button
        >
        <button class="go plain" onclick={filled}>{say('seat.filled')}</button>
        {#if hasSerial()}<button class="go plain" onclick={cable}>{say('seat.cable')}</button>{/if}
        <button class="go plain" disabled={!set} onclick={rowEnd}>{say('seat.rowEnd')}</button>
      </div>
    {/if}
  {/if}
  <p class="caution">{say('seat.stopSign')} {say('brief.machine.mount')}</p>
</FieldFrame>

<style>
  .pass {
    display: grid;
    grid-template-columns: 60px 1fr 60px;
    align-items: center;
    gap: 8px;
    text-align: center;
  }
  .pass button {
    min-height: 60px;
    font: 680 28px var(--text);
    border: 2px solid var(--viridian);
    background: var(--sheet);
    color: var(--viridian-deep);
  }
  .piece {
    text-align: center;
    font-size: 20px;
  }
  .takes {
    font-size: 22px;
    font-weight: 700;
  }
  .now {
    font-size: 24px;
  }
  .change {
    font-size: 34px;
    font-weight: 740;
    line-height: 1.15;
    border: 3px solid var(--rule-strong);
    padding: 12px 14px;
    background: var(--sheet);
  }
  .change.calm {
    font-size: 22px;
    font-weight: 500;
  }
  .change.soon {
    border-color: var(--ochre-fill);
    background: var(--ochre-tint);
  }
  .counts b {
    font-size: 44px;
  }
  .bin {
    font-size: 26px;
    font-weight: 680;
  }
  .bin.low {
    color: var(--clay);
  }
  .big {
    min-height: 110px !important;
    font-size: 30px !important;
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
  .caution {
    border-left: 6px solid var(--clay);
    padding-left: 12px;
    font-weight: 600;
  }
</style>
