<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { words } from '$lib/words';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { formatNumber } from '$core/measure/units';
  import { tends } from '$core/tending/due';
  import { TASKS } from '$core/calendar/tasks';
  import { rangesOf } from '$core/measure/ranges';
  import { STAKE_MONTHS } from '$core/tending/care';
  import { formatDay } from '$core/measure/dates';
  import { fieldWords } from '$lib/words/field';
  import TaskCard from '$lib/parts/TaskCard.svelte';
  import { useSiteDay } from '$lib/parts/site-day.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const siteDay = useSiteDay();
  const due = $derived([...data.list.late, ...data.list.now]);
  const label = (key: string) => {
    const found = [...Object.values(data.list).flat(), ...TASKS].find((task) => task.key === key);
    return found ? words(found.label) : key;
  };
  const isTending = (key: string) =>
    Object.values(data.list)
      .flat()
      .some((task) => task.key === key && tends(task));
  const history = $derived(data.history.filter(({ task }) => isTending(task)));
  const KIND = {
    done: 'done',
    undone: 'not done after all',
    moved: 'moved',
    skipped: 'skipped',
    restored: 'put back',
  };
</script>

<div class="screen two">
  <section class="panel">
    <h2>Due now on {data.block.name}</h2>
    {#if !data.block.plantingDay}
      <p class="say">
        Set a planting day under <a href="/blocks/{data.block.id}/calendar">Calendar</a>; tending is
        counted from it.
      </p>
    {:else if !data.planted}
      <p class="say">Nothing stands here yet. Tending begins when trees are entered as planted.</p>
    {:else if !due.length}
      <p class="say good">
        Nothing is due. {data.list.ahead[0]
          ? `Next: ${words(data.list.ahead[0].label)}, ${formatDay(data.list.ahead[0].finish, true)}.`
          : ''}
      </p>
    {/if}
    <div class="cards">
      {#each due as task (task.key)}<div class="card {task.state}">
          <TaskCard block={data.block} {task} today={data.today} role={data.role} />
        </div>{/each}
    </div>
    {#if data.care.stakes}
      {@const { rows, trees, since } = data.care.stakes}
      <p class="say stop">
        Stakes of {formatNumber(trees)} trees (rows {rangesOf(rows)}) have stood since
        {siteDay(since, true)}, longer than {STAKE_MONTHS} months: take them out. A stem that never sways
        grows no taper.
      </p>
    {/if}
    {#if data.planted}
      <h2 class="later">Row by row</h2>
      {#if data.care.states.length}
        <div class="wide">
          <table class="ledger">
            <thead
              ><tr
                ><th>Done</th><th class="n">Trees</th><th>Rows done</th><th>Still to do</th><th
                  >Last</th
                ></tr
              ></thead
            >
            <tbody>
              {#each data.care.states as { kind, trees, rows, left, last } (kind)}
                <tr
                  ><td
                    >{fieldWords(
                      `care.kind.${kind}`,
                      {},
                      { language: 'en', system: units.system },
                    )}</td
                  ><td class="n">{formatNumber(trees)}</td><td class="num">{rangesOf(rows)}</td><td
                    class="num">{left.length ? rangesOf(left) : 'nothing'}</td
                  ><td class="nowrap">{siteDay(last, true)}</td></tr
                >
              {/each}
            </tbody>
          </table>
        </div>
      {/if}
      <p>
        <a href="/field/{data.block.id}/care">Weeds, mulch, guards, stakes and ties on the phone</a
        >, row by row, also without a signal.
      </p>
    {/if}
    <h2 class="later">Ahead</h2>
    <div class="wide">
      <table class="ledger">
        <thead><tr><th>Task</th><th>By</th><th>Why</th></tr></thead>
        <tbody>
          {#each data.list.ahead as task (task.key)}
            <tr
              ><td>{words(task.label)}</td><td class="nowrap">{formatDay(task.finish, true)}</td><td
                class="quiet">{words(task.reason, units)}</td
              ></tr
            >
          {:else}<tr><td colspan="3" class="quiet">Nothing more is planned by the calendar.</td></tr
            >{/each}
        </tbody>
      </table>
    </div>
  </section>
  <aside class="comes-to">
    <h2>What walks found</h2>
    {#each data.seen as one (one.id)}
      <p class="entry">
        <b>{fieldWords(`visit.see.${one.kind}`, {}, { language: 'en', system: units.system })}</b
        >{one.fromRow
          ? `, row${one.toRow && one.toRow !== one.fromRow ? `s ${one.fromRow} to ${one.toRow}` : ` ${one.fromRow}`}${one.peg ? `, peg ${one.peg}` : ''}`
          : ', the whole block'}{one.trees ? `, about ${howMany(one.trees, 'tree')}` : ''}{one.body
          ? `. ${one.body}`
          : ''}<br /><small class="quiet">{one.author}, {siteDay(one.at, true)}</small>
      </p>
    {:else}<p class="quiet">
        Nothing yet. <a href="/field/{data.block.id}/visit">Walk the block with the phone</a>.
      </p>{/each}
    <h2>Ticked off</h2>
    {#each history as entry (entry.id)}
      <p class="entry">
        <b>{label(entry.task)}</b>, {KIND[entry.kind]}{entry.day
          ? ` ${formatDay(entry.day, true)}`
          : ''}<br /><small class="quiet">{entry.author}, entered {siteDay(entry.at, true)}</small>
      </p>
    {:else}<p class="quiet">Nothing yet.</p>{/each}
    <p class="say caution">
      The product label is the law and a licensed operator sprays. In heat people drink before trees
      do.
    </p>
  </aside>
</div>

<style>
  .cards {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(300px, 100%), 1fr));
    gap: 16px;
  }
  .card {
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-top: 4px solid var(--ochre-fill);
    padding: 12px 14px;
  }
  .card.late {
    border-top-color: var(--clay);
  }
  .later {
    margin-top: 24px;
  }
  .nowrap {
    white-space: nowrap;
  }
  .entry {
    font-size: 14.5px;
    margin: 0 0 10px;
  }
</style>
