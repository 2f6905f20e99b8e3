<script lang="ts">
  import { useTongue } from './tongue.svelte';

  interface Props {
    /** Places of the row that are still empty. */
    open: number;
    mayUndo: boolean;
    /** The bag or box of the next lot: seconds it has been open for, nothing while it is closed. */
    rootsOut?: number;
    hasLot: boolean;
    ontally: (count: number) => void;
    onundo: () => void;
    onroots: () => void;
  }
  /** The keys of a row: twenty-five at a time, single ones, the whole row, and the clock of the roots. */
  let { open, mayUndo, rootsOut, hasLot, ontally, onundo, onroots }: Props = $props();
  const { say } = useTongue();
  /** Minutes and seconds; hours where it is hours. */
  const clock = (seconds: number) =>
    seconds < 6000
      ? `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
      : `${Math.floor(seconds / 3600)} h`;
</script>

<button class="main" disabled={open < 1} onclick={() => ontally(25)}
  >{say('rows.planted', { trees: Math.min(25, Math.max(open, 1)) })}</button
>
<div class="three">
  {#each [1, 5, 10] as n (n)}<button disabled={open < n} onclick={() => ontally(n)}>+{n}</button
    >{/each}
</div>
<div class="two">
  <button class="plain" disabled={open < 1} onclick={() => ontally(open)}
    >{say('rows.rowDone')}</button
  >
  <button class="plain" disabled={!mayUndo} onclick={onundo}>{say('rows.undo')}</button>
  <button class="roots" class:out={rootsOut !== undefined} disabled={!hasLot} onclick={onroots}>
    {rootsOut === undefined
      ? say('rows.rootsStart')
      : say('rows.rootsOut', { time: clock(rootsOut) })}
  </button>
  <a class="plain" href="/field">{say('rows.other')}</a>
</div>

<style>
  button,
  a.plain {
    font: 680 19px var(--text);
    min-height: 60px;
    border: 2px solid var(--viridian);
    background: var(--sheet);
    color: var(--viridian-deep);
    cursor: pointer;
    display: grid;
    place-items: center;
    text-decoration: none;
    touch-action: manipulation;
  }
  button:disabled {
    border-color: var(--rule);
    color: var(--faint);
    background: transparent;
  }
  .main {
    width: 100%;
    min-height: 92px;
    font-size: 32px;
    background: var(--viridian);
    color: var(--on-viridian);
    border: 0;
  }
  .main:disabled {
    background: var(--rule);
  }
  .three,
  .two {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 8px;
    margin-top: 8px;
  }
  .three button {
    min-height: 72px;
    font-size: 27px;
  }
  .two {
    grid-template-columns: 1fr 1fr;
    margin-top: 14px;
  }
  .two .plain {
    border-color: var(--rule-strong);
    color: var(--ink);
  }
  .two .plain:disabled {
    border-color: var(--rule);
    color: var(--faint);
  }
  .roots {
    border-color: var(--clay);
    color: var(--clay);
  }
  .roots.out {
    background: var(--clay);
    color: #fff;
  }
</style>
