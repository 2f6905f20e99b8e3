<script module lang="ts">
  import { formatNumber } from '$core/measure/units';

  /** "once in 2 000"; what is rarer than once in a million is not told apart. */
  export const once = (chance: number) =>
    chance < 1e-6
      ? `less than once in ${formatNumber(1_000_000)}`
      : `once in ${formatNumber(Math.max(1, Number((1 / chance).toPrecision(1))))}`;
</script>

<script lang="ts">
  import { Button, TextInput } from 'carbon-components-svelte';
  import { invalidate } from '$app/navigation';
  import { shortRanges } from '$core/measure/ranges';
  import type { Doing } from '$lib/parts/doing.svelte';
  import { howMany } from '$lib/parts/how-many';
  import { CommandError, newEvent, send } from '$lib/parts/send.svelte';
  import type { Given } from '$lib/rooms/contracts';
  import { faultNames } from '$lib/words/en/named';
  import type { PageData } from './$types';

  type Found = NonNullable<PageData['found']>;
  /** Who stands out, which tool or lot is suspected, and what a leader makes of it. */
  interface Props {
    found: Found;
    doing: Doing;
    mayDecide: boolean;
    blockId: string;
  }
  let { found, doing, mayDecide, blockId }: Props = $props();
  type Todo = Found['todos'][number];
  const newestOf = ({ planter, fault }: Todo) =>
    found.decisions.findLast((one) => one.planter === planter && one.fault === fault)?.id;
  /** Where somebody else decided meanwhile, theirs shows at once. */
  async function attempt(decision: Given<'checks.decide'>) {
    try {
      await send('checks.decide', decision);
    } catch (error) {
      if (error instanceof CommandError && error.more.said?.key === 'checks.decidedMeanwhile')
        await invalidate('viridane:checks');
      throw error;
    }
  }
  const decide = (todo: Todo, kind: 'show' | 'rework' | 'leave') =>
    doing.run(async () => {
      await attempt({
        ...newEvent(),
        ...{ layoutId: found.layoutId, planterId: todo.planter, kind, fault: todo.fault },
        rows: todo.rows,
        after: newestOf(todo),
      });
      doing.told = [
        kind === 'rework'
          ? `Rows ${shortRanges(todo.rows)} stand on ${todo.name}’s phone as work.`
          : kind === 'show'
            ? `Noted: ${todo.name} is shown again.`
            : `Noted: left as it is.`,
      ];
    });
  let noted = $state<Record<string, string>>({});
  type Suspected = Found['suspicions'][number];
  const keyOf = ({ by, group, soil, fault }: Suspected) => [by, group, soil, fault].join();
  const settle = (one: Suspected) =>
    doing.run(async () => {
      const { by: suspect, group, soil, fault } = one;
      const key = keyOf(one);
      await send('checks.settle', {
        ...newEvent(),
        ...{ layoutId: found.layoutId!, suspect, group, soil, fault, note: noted[key] ?? '' },
      });
      delete noted[key];
      return 'Noted: what is looked at from now on tells whether it helped.';
    });
</script>

{#each found.todos as todo (todo.planter)}
  <p class="say">
    {#if found.lately}<b>Show {todo.name} again,</b> before more go in.{:else}<b
        >{todo.name} stood out</b
      > in this planting.{/if}
    {todo.found} of {todo.looked}
    {faultNames[todo.fault]}; the others {todo.rest.faulty} of {todo.rest.looked} faulty. With
    {found.recent.length} planters watched, chance does this {once(
      todo.chance * found.recent.length,
    )}
    {found.lately ? 'fortnights' : 'plantings'}.
  </p>
  <dl class="then">
    <div>
      <dt>
        Go over {todo.rows.length} rows of theirs, {todo.rows[0]} to {todo.rows.at(-1)}
      </dt>
      <dd class="num">about {howMany(todo.trees, 'tree')}</dd>
    </div>
    <div>
      <dt>Look again there</dt>
      <dd class="num">{howMany(todo.lookAgain, 'plot')}</dd>
    </div>
    <div>
      <dt>Pay</dt>
      <dd><a href="/blocks/{blockId}/crew/pay">yours to decide</a></dd>
    </div>
  </dl>
  {#if mayDecide}
    <div class="buttons">
      <Button size="small" on:click={() => decide(todo, 'rework')}>Send to {todo.name}</Button>
      <Button size="small" kind="tertiary" on:click={() => decide(todo, 'show')}
        >Only show again</Button
      >
      <Button size="small" kind="ghost" on:click={() => decide(todo, 'leave')}>Leave it</Button>
    </div>
  {/if}
{/each}
{#each found.suspicions as one (keyOf(one))}
  <p class="say">
    <b>{one.by === 'lot' ? `Lot ${one.name}` : `The ${one.name} in ${one.soil}`}:</b>
    {one.found} of {one.looked}
    {faultNames[one.fault]}, elsewhere {one.rest.faulty} of {one.rest.looked}, whoever plants. It is
    not held against the planters.
    {#if one.fault === 'air-pocket'}Close the slit top and bottom, or take another tool there.{/if}
  </p>
  {#if mayDecide}
    <form
      class="dealt"
      onsubmit={(event) => {
        event.preventDefault();
        void settle(one);
      }}
    >
      <TextInput
        size="sm"
        labelText="What was done about it"
        placeholder="another tool there"
        maxlength={300}
        bind:value={noted[keyOf(one)]}
      />
      <Button size="small" kind="tertiary" type="submit">It is dealt with</Button>
    </form>
  {/if}
{/each}
{#if !found.todos.length && !found.suspicions.length}
  <p>
    {found.decisions.length || found.settled.length ? 'Beyond what was decided nobody' : 'Nobody'} and
    no tool is out of line.
  </p>
{/if}

<style>
  .dealt {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 8px;
    align-items: end;
    margin: 6px 0 12px;
  }
  .then {
    margin: 8px 0;
  }
  .then div {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    padding: 5px 0;
    border-bottom: 1px solid var(--rule);
  }
  .then dd {
    margin: 0;
    font-weight: 650;
    text-align: right;
  }
</style>
