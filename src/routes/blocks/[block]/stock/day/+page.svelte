<script lang="ts">
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import {} from '$lib/parts/reader.svelte';
  import { Button } from 'carbon-components-svelte';
  import { goto, invalidateAll } from '$app/navigation';
  import { addTo, formatDay } from '$core/measure/dates';
  import { formatNumber } from '$core/measure/units';
  import Figure from '$lib/parts/Figure.svelte';
  import SpeciesName from '$lib/parts/SpeciesName.svelte';
  import { send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const card = (id: string) => data.species.find((entry) => entry.id === id);
  const planter = (id: string) =>
    data.planters.find((entry) => entry.id === id)?.name ?? 'the crew as a whole';
  const doing = new Doing();
  const attempt = doing.run;
  const see = (day: string) => goto(`?day=${day}`, { keepFocus: true, noScroll: true });
  const close = () =>
    attempt(async () => {
      const { day } = data;
      const { posted } = await send(
        'stock.closeDay',
        { blockId: data.block.id, day },
        { reload: false },
      );
      // Stay on the day that was closed, though the next one may be open.
      await see(day);
      await invalidateAll();
      return posted < 0
        ? `${formatNumber(-posted)} trees taken off their lots again: the tallies were corrected.`
        : `${formatNumber(posted)} planted trees written onto their lots.`;
    });
  const lines = $derived(
    [...data.account.lines].sort(
      (a, b) =>
        data.planters.findIndex(({ id }) => id === a.planter) -
          data.planters.findIndex(({ id }) => id === b.planter) ||
        (card(a.species)?.name ?? '').localeCompare(card(b.species)?.name ?? ''),
    ),
  );
  const sum = (key: 'carried' | 'issued' | 'returned' | 'planted' | 'lost' | 'missing') =>
    lines.reduce((total, line) => total + line[key], 0);
  const toPost = $derived(
    data.account.toPost.reduce((total, { count }) => total + count, 0) -
      data.account.toCancel.reduce((total, { count }) => total + count, 0),
  );
  const anyCarried = $derived(lines.some(({ carried }) => carried));
  const over = $derived(data.day < data.today);
  /** What is missing, one sentence a planter and way. */
  const sentences = $derived.by(() => {
    const said: { planter: string; level: 'stop' | 'soon'; text: string }[] = [];
    for (const id of new Set(lines.map((line) => line.planter)))
      for (const way of [1, -1]) {
        const own = lines.filter((line) => line.planter === id && way * line.missing > 0);
        if (!own.length) continue;
        const list = own
          .map(
            ({ missing, species }) =>
              `${formatNumber(Math.abs(missing))} ${(card(species)?.name ?? '').toLowerCase()}`,
          )
          .join(', ');
        said.push({
          planter: id,
          level: way > 0 ? 'soon' : 'stop',
          text:
            way < 0
              ? `${planter(id)} tallied ${list} more than were handed out: an issue is not entered, or a tally is too high.`
              : over
                ? `${planter(id)} has ${list} unaccounted for: still in the bag, or lost.`
                : `${planter(id)} is out with ${list}.`,
        });
      }
    return said;
  });
</script>

<svelte:head><title>The day · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <div class="head">
      <button
        class="step"
        aria-label="Day before"
        onclick={() => see(addTo(data.day, { days: -1 }))}>‹</button
      >
      <h1>{data.day === data.today ? 'Today' : formatDay(data.day, true)}</h1>
      <button
        class="step"
        aria-label="Day after"
        disabled={data.day >= data.today}
        onclick={() => see(addTo(data.day, { days: 1 }))}>›</button
      >
      <input
        type="date"
        aria-label="Day"
        max={data.today}
        value={data.day}
        onchange={(e) => e.currentTarget.value && see(e.currentTarget.value)}
      />
    </div>
    <p class="quiet how">
      {anyCarried ? 'carried in + issued' : 'issued'} − returned − planted − lost = {over
        ? 'missing'
        : 'out'}, by planter and species. Planted comes from the tallies.
    </p>
    <Outcome of={doing} />
    {#if lines.length}
      <div class="wide">
        <table class="ledger">
          <thead
            ><tr
              ><th>Planter</th><th>Species</th>{#if anyCarried}<th class="n">Carried in</th>{/if}<th
                class="n">Issued</th
              ><th class="n">Returned</th><th class="n">Planted</th><th class="n">Lost</th><th
                class="n">{over ? 'Missing' : 'Out'}</th
              ></tr
            ></thead
          >
          <tbody>
            {#each lines as line, i (`${line.planter} ${line.species}`)}
              <tr class:first={line.planter !== lines[i - 1]?.planter}>
                <td>{line.planter !== lines[i - 1]?.planter ? planter(line.planter) : ''}</td>
                <td
                  >{#if card(line.species)}<SpeciesName card={card(line.species)!} />{/if}</td
                >
                {#if anyCarried}<td class="n">{formatNumber(line.carried)}</td>{/if}
                <td class="n">{formatNumber(line.issued)}</td>
                <td class="n">{formatNumber(line.returned)}</td>
                <td class="n">{formatNumber(line.planted)}</td>
                <td class="n">{formatNumber(line.lost)}</td>
                <td class="n"
                  ><b class:bad={line.missing !== 0 && (over || line.missing < 0)}
                    >{formatNumber(line.missing)}</b
                  ></td
                >
              </tr>
            {/each}
          </tbody>
          <tfoot
            ><tr
              ><td colspan="2">All</td>{#if anyCarried}<td class="n"
                  >{formatNumber(sum('carried'))}</td
                >{/if}<td class="n">{formatNumber(sum('issued'))}</td><td class="n"
                >{formatNumber(sum('returned'))}</td
              ><td class="n">{formatNumber(sum('planted'))}</td><td class="n"
                >{formatNumber(sum('lost'))}</td
              ><td class="n"><b>{formatNumber(sum('missing'))}</b></td></tr
            ></tfoot
          >
        </table>
      </div>
    {:else}<p class="say">Nothing was issued, brought back or planted on this day.</p>{/if}
  </section>
  <aside class="comes-to">
    <h2>{over ? 'Missing' : 'Out with the crew'}</h2>
    <div>
      <span class="big">{formatNumber(sum('missing'))}</span><span class="unit">trees</span>
    </div>
    <Figure
      label="Working"
      figure={{
        value: sum('missing'),
        kind: 'count',
        formula: 'carried in + issued − returned − planted − lost',
        steps: [
          { label: 'carried in', value: sum('carried'), kind: 'count' },
          { label: 'issued', value: sum('issued'), kind: 'count' },
          { label: 'returned', value: -sum('returned'), kind: 'count' },
          { label: 'planted', value: -sum('planted'), kind: 'count' },
          { label: 'lost', value: -sum('lost'), kind: 'count' },
        ],
      }}
    />
    {#each sentences as { planter: who, level, text } (who + level)}
      <p class="say {level === 'stop' ? 'stop' : ''}">{text}</p>
    {/each}
    {#if toPost}
      <h2>Close the day</h2>
      <p>
        {formatNumber(toPost)} trees were tallied and are not on their lots yet. They go onto the lots
        that each planter was handed, the earliest first.
      </p>
      {#if data.mayRecord}<div class="buttons">
          <Button on:click={close}>Close the day</Button>
        </div>{/if}
    {:else if lines.length && !data.account.unexplained.length}<p class="say good">
        Tallies and ledger agree.
      </p>{/if}
    {#if data.openDays.length}
      <h2>Not closed yet</h2>
      {#each data.openDays as { day, missing } (day)}
        <p class="open">
          <button class="link-button" onclick={() => see(day)}>{formatDay(day, true)}</button>
          <span class="num">{formatNumber(missing)} trees</span>
        </p>
      {/each}
    {/if}
    <p class="quiet small">
      What is lost for good is entered on its lot as “Lose”, with the planter’s name; what comes
      back late as “Return”.
    </p>
  </aside>
</div>

<style>
  .how {
    margin: 8px 0;
    font-size: 14px;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: center;
  }
  h1 {
    font-size: 22px;
    font-weight: 650;
    margin: 0;
    min-width: 120px;
    text-align: center;
  }
  .step {
    width: 40px;
    height: 40px;
    font-size: 22px;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    cursor: pointer;
  }
  .step:disabled {
    opacity: 0.4;
  }
  input[type='date'] {
    height: 40px;
    font: 14px var(--text);
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    padding: 0 8px;
  }
  tr.first td {
    border-top: 1px solid var(--rule-strong);
  }
  tfoot td {
    font-weight: 600;
    border-top: 2px solid var(--ink);
  }
  .bad {
    color: var(--clay);
  }
  .open {
    display: flex;
    justify-content: space-between;
    margin: 4px 0;
    font-size: 14px;
  }
  .small {
    font-size: 13px;
  }
</style>
