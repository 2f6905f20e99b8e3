<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { formatMoment } from '../../../../../../core/say/day';
  import { formatNumber } from '$core/measure/units';
  import { Button } from 'carbon-components-svelte';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import { say as sayMessage } from '$core/say/message';
  import { inWords } from '$lib/parts/reader.svelte';
  import { HABITS, type HabitKey } from '$core/stock/handling';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const worst = $derived(data.habits.find(({ broken }) => broken));
  const when = (at: string) => formatMoment(at, data.site!.zone, data.today);
  const who = (audit: PageData['audits'][number]) =>
    [
      data.planters.find(({ id }) => id === audit.planter)?.name,
      audit.lot && `lot ${data.lots.find(({ id }) => id === audit.lot)?.code}`,
    ]
      .filter(Boolean)
      .join(', ') || 'the boxes';
  const planterName = (id: string) => data.planters.find((one) => one.id === id)?.name ?? '';
  const lotCode = (id: string) => `Lot ${data.lots.find((one) => one.id === id)?.code ?? ''}`;
  const kept = (key: HabitKey) => inWords(sayMessage(`habit.${key}`));
  const brokenWords = (key: HabitKey) => inWords(sayMessage(`habit.${key}.broken`));
  const why = (key: HabitKey) => inWords(sayMessage(`habit.${key}.why`));
  const doing = new Doing();
  /** Takes a wrong look out of every figure; what was said stays in the record. */
  const takeBack = (audit: PageData['audits'][number]) =>
    doing.run(async () => {
      const { id, lot, planter, note } = audit;
      await send('stock.audit', {
        ...newEvent(),
        ...{ blockId: data.block.id, lotId: lot, planterId: planter, seen: {}, note, corrects: id },
      });
      doing.told = [`The look of ${when(audit.at)} is taken back.`];
    });
  const words = (seen: Record<string, string>, mark: 'kept' | 'broken') =>
    HABITS.filter(({ key }) => seen[key] === mark)
      .map(({ key }) => (mark === 'kept' ? kept(key).toLowerCase() : brokenWords(key)))
      .join(', ');
</script>

<svelte:head><title>Handling · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <h2>At the boxes, worst first</h2>
    {#if data.habits.length}
      <div class="habits">
        {#each data.habits as { habit, kept: times, broken } (habit.key)}
          {@const share = broken / (times + broken)}
          <div class="habit">
            <span class="label">{kept(habit.key)}</span>
            <span
              class="bar"
              role="img"
              aria-label="kept {times} of {times + broken} times"
              style:--broken="{share * 100}%"
            ></span>
            <span class="num" class:bad={broken}
              >{broken ? `${broken} of ${times + broken} not` : `kept ${times} times`}</span
            >
            <span class="quiet why">{why(habit.key)}</span>
          </div>
        {/each}
      </div>
      {#each [{ title: 'By planter', rows: data.byPlanter, nameOf: planterName }, { title: 'By lot', rows: data.byLot, nameOf: lotCode }] as { title, rows, nameOf } (title)}
        {#if rows.length}
          <h2>{title}</h2>
          <div class="wide">
            <table class="ledger stacked">
              <tbody>
                {#each rows as { whose, looks, habits } (whose)}
                  <tr>
                    <td class="when"><b>{nameOf(whose)}</b></td>
                    <td class="when num">{howMany(looks, 'look')}</td>
                    <td>
                      {#each habits as { key, kept: times, broken } (key)}<span class="bad mark num"
                          >{brokenWords(key)} {broken} of {times + broken}</span
                        >{:else}<span class="quiet">every habit kept</span>{/each}
                    </td>
                  </tr>
                {/each}
              </tbody>
            </table>
          </div>
        {/if}
      {/each}
      <h2>Every look</h2>
      <div class="wide">
        <table class="ledger stacked">
          <tbody>
            {#each data.audits as audit (audit.id)}
              <tr>
                <td class="when">{when(audit.at)}</td>
                <td>{who(audit)}</td>
                <td>
                  {#if words(audit.seen, 'broken')}<b class="bad">{words(audit.seen, 'broken')}</b
                    >{/if}
                  {#if words(audit.seen, 'kept')}<span class="quiet"
                      >kept: {words(audit.seen, 'kept')}</span
                    >{/if}
                  {audit.note}
                </td>
                <td class="quiet">{audit.author}</td>
                {#if data.mayRecord}<td class="when"
                    ><Button kind="ghost" size="small" on:click={() => takeBack(audit)}
                      >Take back</Button
                    ></td
                  >{/if}
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      {#if data.of > data.audits.length}<p class="quiet">
          The newest {data.audits.length} of {data.of}; all are in the figures above.
        </p>{/if}
      <Outcome of={doing} />
    {:else}<p class="quiet">
        Nobody has looked yet. On a phone, open <a href="/field/{data.block.id}/handling"
          >Handling</a
        > each morning: you can see whether a tree stands well, not how it was handled before.
      </p>{/if}
  </section>
  <aside class="comes-to">
    <h2>Looks</h2>
    <div>
      <span class="big">{formatNumber(data.of)}</span><span class="unit">at the boxes</span>
    </div>
    {#if worst}
      <p class="say stop">
        <b>Show this again tomorrow:</b>
        {kept(worst.habit.key).toLowerCase()}. Not kept {worst.broken} of {worst.kept +
          worst.broken} times.
        {why(worst.habit.key)}
      </p>
    {:else if data.habits.length}<p class="say good">Every habit was kept at every look.</p>{/if}
    <p><a href="/field/{data.block.id}/handling">Look now, on a phone</a></p>
    <p class="quiet small">
      Old habits come back when the leader walks away; a look at another hour tells more than two at
      the same.
    </p>
  </aside>
</div>

<style>
  .habit {
    display: grid;
    grid-template-columns: 230px 140px 110px 1fr;
    gap: 4px 14px;
    align-items: center;
    border-top: 1px solid var(--rule);
    padding: 8px 0;
    font-size: 14.5px;
  }
  .label {
    font-weight: 600;
  }
  .bar {
    height: 12px;
    background: linear-gradient(to right, var(--clay) var(--broken), var(--viridian) var(--broken));
  }
  .why {
    font-size: 13.5px;
  }
  .bad {
    color: var(--clay);
  }
  .mark {
    display: inline-block;
    margin-right: 14px;
  }
  .when,
  .when :global(button) {
    white-space: nowrap;
  }
  .small {
    font-size: 13px;
  }
  @media (max-width: 900px) {
    .habit {
      grid-template-columns: 1fr 1fr;
    }
    .why {
      grid-column: 1 / -1;
    }
  }
</style>
