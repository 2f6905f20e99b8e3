<script lang="ts">
  import { momentNow } from '$lib/parts/clock.svelte';
  import { howMany } from '$lib/parts/how-many';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { inWords } from '$lib/parts/reader.svelte';
  import { Button, TextInput } from 'carbon-components-svelte';
  import TaskStrings from '$lib/charts/TaskStrings.svelte';
  import { formatDay, isDay } from '$core/measure/dates';
  import { conflicts, criticalPath, whatFollows } from '$core/calendar/network';
  import { taskCalls } from '$core/calendar/calls';
  import { words } from '$lib/words';
  import { activitiesOf, knotId, lateCost, longPast, slackSentence } from '$core/calendar/strings';
  import { fitFor, weekOf } from '$core/calendar/windows';
  import { formatPercent } from '$core/measure/units';
  import WindowStrip from '$lib/charts/WindowStrip.svelte';
  import CalendarFeed from './CalendarFeed.svelte';
  import OwnTask from './OwnTask.svelte';
  import LongPast from './LongPast.svelte';
  import TaskTerms from './TaskTerms.svelte';
  import { isDropped, wholeTask } from '$core/calendar/schedule';
  import { v7 as uuid } from 'uuid';
  import TaskCard from '$lib/parts/TaskCard.svelte';
  import { send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const strings = $derived(
    data.strings.map((string) => ({ ...string, tasks: string.tasks.map(wholeTask) })),
  );
  const mine = $derived(strings.find(({ id }) => id === data.block.id)!);
  let selected = $state<string>();
  const picked = $derived.by(() => {
    const [block, key] = (selected ?? '').split('/');
    const string = strings.find(({ id }) => id === block);
    const task = string?.tasks.find((entry) => entry.key === key);
    return string && task ? { block: string, task } : undefined;
  });
  /** What a leader settles in one go. */
  const past = $derived(data.role === 'leader' ? longPast(mine.tasks) : []);
  const waiting = $derived(
    mine.tasks.filter(
      (task) =>
        (task.state === 'late' || task.state === 'due' || task.state === 'soon') &&
        !past.includes(task),
    ),
  );
  let day = $derived(data.block.plantingDay ?? '');
  const net = $derived(activitiesOf(strings));
  const placed = $derived(criticalPath(net, data.today));
  const knots = $derived(new Map(placed.map((entry) => [entry.id, entry])));
  const knot = (block: string, key: string) => knots.get(knotId(block, key));
  const critical = $derived(new Set(placed.filter((entry) => entry.critical).map(({ id }) => id)));
  const planned = $derived(
    new Map(
      strings.flatMap(({ id, tasks }) =>
        tasks.map(({ key, finish }) => [knotId(id, key), finish] as const),
      ),
    ),
  );
  const clashes = $derived(
    conflicts(placed, planned).filter(
      ({ first, second }) => first.block === data.block.id || second.block === data.block.id,
    ),
  );
  /** Day tried out for the picked task, and everything that would move with it. */
  let trying = $state('');
  const follows = $derived.by(() => {
    if (!picked || !trying || trying === picked.task.finish || picked.task.doneOn) return [];
    const id = knotId(picked.block.id, picked.task.key);
    // What was skipped hangs on nothing, and nothing on it.
    if (trying < data.today || !knots.has(id)) return [];
    return whatFollows(net, data.today, id, trying).filter((one) => one.id !== id);
  });
  /** What hangs on the task before planting: moved with it in one go. Planting itself is shifted by its day. */
  const movable = $derived.by(() => {
    const string = strings.find(({ id }) => id === picked?.block.id);
    return follows.filter(({ id, block }) => {
      const task = strings
        .find((entry) => entry.id === block)
        ?.tasks.find(({ key }) => knotId(block, key) === id);
      return string && task && task.lead > 0 && !task.doneOn;
    });
  });
  const moveAll = () =>
    doing.run(async () => {
      const moves = [
        { id: uuid(), blockId: picked!.block.id, task: picked!.task.key, day: trying },
        ...movable.map(({ id, block, to }) => ({
          ...{ id: uuid(), blockId: block, task: id.slice(block.length + 1), day: to },
        })),
      ];
      await send('calendar.moves', { at: momentNow(), device: 'browser', moves });
      return `${moves.length} tasks moved.`;
    });
  /** The own task that is being written: a new one, or the one that was picked. */
  let writing = $state<'new' | 'picked'>();
  const baseKey = $derived(picked?.task.key.split('.')[0]);
  const pickedOwn = $derived(
    strings.find(({ id }) => id === picked?.block.id)?.own.find(({ key }) => key === baseKey),
  );
  const pickedKnot = $derived(picked && knot(picked.block.id, picked.task.key));
  const cost = $derived.by(() => {
    const planting = strings.find(({ id }) => id === picked?.block.id)?.plantingDay;
    return picked && pickedKnot && planting
      ? lateCost(picked.task, pickedKnot, planting)
      : undefined;
  });
  /** How many days a task takes once the weather has its say. */
  const inWeather = $derived.by(() => {
    const need = picked?.task.weather;
    if (!need || need === 'planting weather' || !data.windows.workable || picked?.task.doneOn)
      return undefined;
    const share = data.windows.workable[need][weekOf(picked!.task.start)];
    return { need, share, days: share > 0 ? Math.ceil(picked!.task.duration / share) : Infinity };
  });
  const stock = $derived(data.block.conditions.stock);
  /** When planting would be fit, where the day that is set or typed is not. */
  const outside = $derived.by(() => {
    if (!isDay(day) || day < data.today || data.begun) return undefined;
    const { fit, fits } = fitFor(data.windows.weeks, day);
    return fit ? undefined : fits;
  });
  const SOURCES = $derived({
    file: `${new Set([data.windows.from?.slice(0, 4), data.windows.to?.slice(0, 4)]).size > 1 ? `${data.windows.from?.slice(0, 4)} to ${data.windows.to?.slice(0, 4)}` : data.windows.from?.slice(0, 4)} of weather`,
    table: 'a typical year by hand',
    regime: 'the season of the trade',
  });
  const shiftTo = (to: string) =>
    doing.run(async () => {
      await send('calendar.plantingDay', { blockId: picked!.block.id, day: to });
    });
  const doing = new Doing();
  let width = $state(940);

  const setDay = () =>
    doing.run(async () => {
      await send('calendar.plantingDay', { blockId: data.block.id, day });
    });
</script>

<div class="screen two">
  <section class="panel">
    <h2>
      Weeks fit for planting {stock} stock, from {SOURCES[data.windows.source]}
      <a class="more" href="/blocks/{data.block.id}/calendar/windows">why</a>
    </h2>
    <WindowStrip
      weeks={data.windows.weeks}
      first={(weekOf(data.today) + 22) % 52}
      width={Math.max(620, width)}
    />
    <h2 class="table-head">Every block on its string, slack where there is time</h2>
    <div bind:clientWidth={width}>
      <TaskStrings
        {strings}
        today={data.today}
        current={data.block.id}
        {selected}
        {critical}
        width={Math.max(620, width)}
        onselect={(block, task) => (selected = `${block}/${task}`)}
      />
    </div>
    <h2 class="table-head">{data.block.name}, every task</h2>
    <table class="ledger">
      <thead
        ><tr><th>Task</th><th>By</th><th>State</th><th class="n">Loose</th><th>Why</th></tr></thead
      >
      <tbody>
        {#each mine.tasks as task (task.key)}
          <tr class:on={selected === `${mine.id}/${task.key}`}>
            <td
              ><button class="link-button" onclick={() => (selected = `${mine.id}/${task.key}`)}
                >{words(task.label)}</button
              ></td
            >
            <td class="nowrap"
              >{formatDay(task.finish, true)}{#if task.finish !== task.byTable}<small class="quiet">
                  moved</small
                >{/if}</td
            >
            <td class={task.state}
              >{task.state}{task.lateBy
                ? `\u00a0${task.lateBy}\u00a0d`
                : ''}{#if task.elsewhere}<small class="quiet">
                  &nbsp;by {task.elsewhere}</small
                >{/if}</td
            >
            <td class="n num"
              >{#if !task.doneOn && !isDropped(task) && !task.lateBy}{@const entry = knot(
                  mine.id,
                  task.key,
                )}{#if entry}<span class:late={entry.slack < 0} class="nowrap"
                    >{entry.slack < 0 ? `${-entry.slack} d short` : `${entry.slack} d`}</span
                  >{/if}{/if}</td
            >
            <td class="quiet">{words(task.reason, units)}</td>
          </tr>
        {:else}<tr
            ><td colspan="5" class="quiet"
              >Set the planting day, and the tasks are counted back from it.</td
            ></tr
          >{/each}
      </tbody>
    </table>
  </section>
  <aside class="comes-to">
    <h2>Planting day of {data.block.name}</h2>
    <form onsubmit={(event) => (event.preventDefault(), void setDay())}>
      <TextInput
        labelText="Planting begins"
        type="date"
        bind:value={day}
        disabled={data.role !== 'leader'}
      />
      {#if data.role === 'leader'}<div class="buttons">
          <Button type="submit" size="small" disabled={!day || day === data.block.plantingDay}
            >Count back from it</Button
          >
        </div>{/if}
    </form>
    {#if outside}
      <p class="say">
        {formatDay(day)} lies outside the weeks fit for {stock} stock{outside.length
          ? `: ${outside.map(([from, to]) => `${formatDay(from)} to ${formatDay(to)}`).join(', ')}`
          : '; no week of the year is'}. <a href="/blocks/{data.block.id}/calendar/windows">Why</a>
      </p>
    {/if}
    {#if data.begun}
      <p>
        Trees went in from {formatDay(data.begun, true)} on.
        {#if data.role === 'leader'}<button
            class="link-button"
            onclick={() => {
              day = data.begun!;
              void setDay();
            }}>Count from that day</button
          >{/if}
      </p>
    {/if}
    <Outcome of={doing} />
    {#if data.role === 'leader' && data.block.plantingDay}
      {#if writing === 'new'}
        <h2>A task of your own</h2>
        <OwnTask
          blockId={data.block.id}
          edition={mine.edition}
          planting={data.block.plantingDay}
          own={mine.own}
          currency={data.currency}
          onclose={() => (writing = undefined)}
        />
      {:else}<p>
          <button class="link-button" onclick={() => (writing = 'new')}
            >Add a task of your own</button
          >
        </p>{/if}
    {/if}
    {#if picked}
      <h2>Task</h2>
      <TaskCard
        block={picked.block}
        task={picked.task}
        today={data.today}
        role={data.role}
        bind:day={trying}
      />
      {#if pickedKnot && !picked.task.doneOn}<p>{inWords(slackSentence(pickedKnot))}</p>{/if}
      {#if inWeather}<p class="quiet">
          {#if inWeather.share > 0}It wants {inWeather.need} weather, {formatPercent(
              inWeather.share,
            )} of the days then: {picked.task.duration} working days take about {inWeather.days}.{:else}It
            wants {inWeather.need} weather, and there is none in that week in the years on record.{/if}
        </p>{/if}
      {#if pickedOwn && data.role === 'leader'}
        {#if writing === 'picked'}
          {#key picked.task.key}<OwnTask
              blockId={picked.block.id}
              edition={strings.find(({ id }) => id === picked.block.id)?.edition ?? 0}
              planting={strings.find(({ id }) => id === picked.block.id)?.plantingDay ?? ''}
              own={strings.find(({ id }) => id === picked.block.id)?.own ?? []}
              task={pickedOwn}
              currency={data.currency}
              onclose={() => (writing = undefined)}
            />{/key}
        {:else}<p>
            <button class="link-button" onclick={() => (writing = 'picked')}>Change the task</button
            >
          </p>{/if}
      {:else if data.role === 'leader' && !picked.task.doneOn && picked.task.key !== 'plant'}
        {#key `${picked.block.id} ${picked.task.key} ${picked.task.duration} ${picked.task.lead} ${picked.task.needs.join()}`}
          <TaskTerms
            blockId={picked.block.id}
            edition={strings.find(({ id }) => id === picked.block.id)?.edition ?? 0}
            task={picked.task}
            others={strings.find(({ id }) => id === picked.block.id)?.tasks ?? []}
            terms={strings.find(({ id }) => id === picked.block.id)?.terms ?? {}}
          />
        {/key}
      {/if}
      {#if cost}
        <div class="say stop">
          <p><b>{howMany(cost.days, 'day')} late. Three ways out:</b></p>
          <p>{inWords(cost.shorten)}</p>
          <p>{inWords(cost.skip)}</p>
          <p>{inWords(cost.shift)}</p>
          {#if data.role === 'leader'}<Button
              size="small"
              kind="tertiary"
              on:click={() => shiftTo(cost.shiftTo)}>Shift planting</Button
            >{/if}
        </div>
      {/if}
      {#if follows.length}
        <div class="say">
          <p><b>Finished on {formatDay(trying, true)}, this follows:</b></p>
          {#each follows as { id, label, from, to, late } (id)}<p class="num">
              {words(label)}: {formatDay(from)} → {formatDay(to, true)}{late
                ? `, ${howMany(late, 'day')} late`
                : ''}
            </p>{/each}
          {#if data.role === 'leader' && movable.length}<Button
              size="small"
              kind="tertiary"
              on:click={moveAll}>Move it and {movable.length} with it</Button
            >{/if}
        </div>
      {/if}
    {/if}
    {#if clashes.length}
      <h2>Wanted twice</h2>
      {#each clashes as { resource, first: a, second: b, days, wait, slackLeft } (a.id + b.id)}
        <p class="say {slackLeft < 0 ? 'stop' : ''}">
          The {resource}: {words(a.label)} and {words(b.label)} want it on the same {days === 1
            ? 'day'
            : `${days} days`}. Do {words(a.label)} first; {words(b.label)} waits {wait}
          {wait === 1 ? 'day' : 'days'}{slackLeft < 0
            ? ` and is ${howMany(-slackLeft, 'day')} late then.`
            : `, and has ${slackLeft} left.`}
        </p>
      {/each}
    {/if}
    <LongPast blockId={data.block.id} tasks={past} />
    <h2>This fortnight</h2>
    {#each waiting as task (task.key)}
      <p class="wait">
        <b class={task.state}
          >{task.state === 'late'
            ? 'Late.'
            : task.state === 'due'
              ? 'Due.'
              : `${formatDay(task.start)}.`}</b
        >
        {taskCalls([task], data.block.name).map(({ say }) => words(say, units))[0]}
        <button class="link-button" onclick={() => (selected = `${mine.id}/${task.key}`)}
          >open</button
        >
      </p>
    {:else}<p class="quiet">Nothing is due on this block.</p>{/each}
    <h2>Take it with you</h2>
    <ul class="links">
      <li>
        <a href="/blocks/{data.block.id}/calendar/{data.block.id}.ics" download
          >{data.block.name} as iCalendar</a
        >
      </li>
      <li>
        <a href="/blocks/{data.block.id}/calendar/all.ics" download>All blocks as iCalendar</a>
      </li>
    </ul>
    <CalendarFeed siteId={data.site!.id} made={data.feed} />
    <p><a href="/blocks/{data.block.id}/method">The method</a> decides which tasks hang here.</p>
  </aside>
</div>

<style>
  .links {
    list-style: none;
    margin: 0 0 8px;
    padding: 0;
    font-size: 14.5px;
  }
  .links a {
    display: inline-block;
    min-height: 28px;
    line-height: 28px;
  }
  .panel {
    overflow-x: auto;
  }
  .more {
    font-weight: 400;
    margin-left: 8px;
  }
  .say p {
    margin: 0 0 5px;
  }
  .table-head {
    margin-top: 18px;
  }
  .nowrap {
    white-space: nowrap;
  }
  .late {
    color: var(--clay);
    font-weight: 650;
  }
  .due {
    color: var(--ochre);
    font-weight: 650;
  }
  .done {
    color: var(--viridian);
  }
  tr.on {
    background: var(--viridian-tint);
  }
  .wait {
    font-size: 14.5px;
    margin: 0 0 12px;
  }
</style>
