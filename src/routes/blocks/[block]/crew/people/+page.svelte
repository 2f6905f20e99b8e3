<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Button, TextArea, TextInput } from 'carbon-components-svelte';
  import { v7 as uuid } from 'uuid';
  import { parseNames } from '$core/crew/names';
  import { PACES, type PlanterKind } from '$core/crew/usual';
  import type { PayKind } from '$core/crew/pay';
  import { formatNumber } from '$core/measure/units';
  import { Doing } from '$lib/parts/doing.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { keepTerms } from '$lib/parts/block-terms';
  import { PACE_LABELS, usualWords } from '$lib/rooms/crew/pace-words';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import { saveWhole } from '$lib/parts/whole.svelte';
  import { useSiteDay } from '$lib/parts/site-day.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const siteDay = useSiteDay();
  type Planter = PageData['planters'][number];
  const doing = new Doing();
  let pasted = $state('');
  let rate = $state<number | null>(null);
  let groupName = $state('');
  let heads = $state(20);
  let showLeft = $state(false);
  const names = $derived(parseNames(pasted));
  const here = $derived(data.planters.filter(({ retiredOn }) => !retiredOn));
  const left = $derived(data.planters.filter(({ retiredOn }) => retiredOn));
  const shown = $derived(showLeft ? data.planters : here);

  interface Whole {
    name: string;
    rate: number | null;
    kind: PlanterKind;
    people: number;
    personId: string | null;
    retiredOn: string | null;
  }
  const whole = ({ name, rate, kind, heads, personId, retiredOn }: Planter): Whole => ({
    ...{ name, rate, kind, people: heads, personId, retiredOn },
  });
  const change = (planter: Planter, next: Partial<Whole>) =>
    doing.inTurn(async () => {
      await saveWhole(
        'crew.planter',
        {
          before: whole(planter),
          mine: { ...whole(planter), ...next },
          edition: planter.edition,
        },
        (value, edition) => ({ id: planter.id, siteId: data.siteId, ...value, edition }),
      );
    });
  const retire = (planter: Planter) =>
    doing.run(async () => {
      await saveWhole(
        'crew.planter',
        {
          before: whole(planter),
          mine: { ...whole(planter), retiredOn: planter.retiredOn ? null : data.today },
          edition: planter.edition,
        },
        (value, edition) => ({ id: planter.id, siteId: data.siteId, ...value, edition }),
      );
      if (planter.retiredOn) return `${planter.name} is back.`;
      return planter.hasRows
        ? `${planter.name} has left; the trees stay counted. Rows are still theirs: share out again.`
        : `${planter.name} has left; the trees stay counted.`;
    });
  const add = () =>
    doing.run(async () => {
      const made = await send('crew.paste', {
        siteId: data.siteId,
        planters: names.map((name) => ({ id: uuid(), name })),
        rate,
      });
      pasted = '';
      const known = made.known.length ? ` Known already: ${made.known.join(', ')}.` : '';
      return `${howMany(made.added, 'planter')} added.${known}`;
    });
  const addGroup = () =>
    doing.run(async () => {
      await send('crew.planter', {
        ...{ id: uuid(), siteId: data.siteId, name: groupName.trim(), rate: null, edition: 0 },
        ...{ kind: 'volunteers', people: heads },
      });
      const added = groupName.trim();
      groupName = '';
      return `${added} is added. Share out rows to it under Rows and planters; the briefing has its own words for it.`;
    });
  const setPace = (change: Partial<typeof data.pace>) =>
    doing.inTurn(() => keepTerms(data.block, 'pace', { ...data.pace, ...change }));
  const pay = (planter: Planter, kind: PayKind, amount: number) =>
    doing.inTurn(() =>
      send('crew.payRate', {
        ...newEvent(),
        ...{ siteId: data.siteId, planterId: planter.id, kind, amount, fromDay: data.today },
      }),
    );
</script>

<svelte:head><title>Planters · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <h2>Who plants</h2>
    <Outcome of={doing} />
    <div class="wide">
      <table class="ledger">
        <thead
          ><tr
            ><th>Name</th><th>Signs in as</th><th class="n">Typed, a day</th><th class="n"
              >Learned</th
            >{#if data.mayPlan}<th>Paid by</th><th class="n">From today</th>{/if}<th
              >Watched at the boxes</th
            ><th></th></tr
          ></thead
        >
        <tbody>
          {#each shown as planter (planter.id)}
            <tr class:left={planter.retiredOn}>
              <td
                ><input
                  class="name"
                  aria-label="Name of {planter.name}"
                  value={planter.name}
                  maxlength="80"
                  disabled={!data.mayPlan}
                  onchange={(e) => change(planter, { name: e.currentTarget.value })}
                />{#if planter.kind === 'volunteers'}<span class="heads"
                    ><NumberBox
                      class="num"
                      min={1}
                      max={500}
                      aria-label="People in {planter.name}"
                      disabled={!data.mayPlan}
                      value={planter.heads}
                      onvalue={(next) => change(planter, { people: next })}
                    /> volunteers</span
                  >{/if}</td
              >
              <td
                >{#if data.mayPlan}<select
                    aria-label="Who signs in as {planter.name}"
                    value={planter.personId ?? ''}
                    data-forget
                    onchange={(e) => change(planter, { personId: e.currentTarget.value || null })}
                    ><option value="">nobody</option
                    >{#each data.people as person (person.id)}<option value={person.id}
                        >{person.name} ({person.signIn})</option
                      >{/each}</select
                  >{/if}</td
              >
              <td class="n"
                ><NumberBox
                  class="num"
                  min={1}
                  max={20_000}
                  aria-label="Trees a day of {planter.name}, typed"
                  disabled={!data.mayPlan}
                  value={planter.rate}
                  placeholder={formatNumber(Math.round(planter.usually.rate))}
                  onvalue={(next) => change(planter, { rate: next })}
                  onempty={() => change(planter, { rate: null })}
                />{#if planter.rate === null}<small class="why">{usualWords(planter.usually)}</small
                  >{/if}</td
              >
              <td class="n"
                >{#if planter.learned?.from === 'tallies'}{formatNumber(
                    Math.round(planter.learned.rate),
                  )}<small
                    >{formatNumber(Math.round(planter.learned.low * 8))} to {formatNumber(
                      Math.round(planter.learned.high * 8),
                    )}</small
                  >{:else}<span class="quiet">not yet</span>{/if}</td
              >
              {#if data.mayPlan}
                <td
                  ><select
                    aria-label="How {planter.name} is paid"
                    value={planter.pay?.kind ?? ''}
                    data-forget
                    onchange={(e) =>
                      e.currentTarget.value &&
                      pay(planter, e.currentTarget.value as PayKind, planter.pay?.amount ?? 0)}
                    ><option value="" disabled>not set</option><option value="piece"
                      >the tree</option
                    ><option value="hour">the hour</option></select
                  ></td
                >
                <td class="n"
                  ><NumberBox
                    class="num"
                    min={0}
                    max={100_000}
                    step={0.001}
                    aria-label="Pay of {planter.name}"
                    disabled={!planter.pay}
                    value={planter.pay?.amount}
                    onvalue={(amount) => pay(planter, planter.pay!.kind, amount)}
                  /></td
                >
              {/if}
              <td class="quiet">{planter.watched ? siteDay(planter.watched) : 'never'}</td>
              <td
                >{#if data.mayPlan}<button class="link-button" onclick={() => retire(planter)}
                    >{planter.retiredOn ? 'Take back' : 'Has left'}<span class="visually-hidden">
                      {planter.name}</span
                    ></button
                  >{/if}</td
              >
            </tr>
          {:else}<tr
              ><td colspan="8" class="quiet">Nobody yet. Paste the names at the right.</td></tr
            >{/each}
        </tbody>
      </table>
    </div>
    {#if left.length}
      <p>
        <button class="link-button" onclick={() => (showLeft = !showLeft)}
          >{showLeft ? 'Without' : 'With'} the {left.length} who left</button
        >
      </p>
    {/if}
    <p class="quiet">
      A planter is who plants; a person is who signs in. Joined, a phone opens on that planter’s
      rows. Pay set here holds from today on; the sheet keeps what held before.
    </p>
  </section>
  {#if data.mayPlan}
    <aside class="panel">
      <h2>Make a crew</h2>
      <TextArea
        labelText="Names, one a line or parted by commas"
        rows={6}
        maxlength={8000}
        bind:value={pasted}
        placeholder="Ana&#10;Ben&#10;Chidi"
      />
      <NumberField
        label="Trees a day, if you know better than the usual"
        value={rate}
        onvalue={(typed) => (rate = typed)}
        onempty={() => (rate = null)}
        min={1}
        max={20_000}
      />
      <p class="quiet" role="status">
        {names.length
          ? `${howMany(names.length, 'name')} understood: ${names.slice(0, 6).join(', ')}${names.length > 6 ? ' …' : ''}`
          : 'A list from a message or a table will do; numbers in front are left out.'}
      </p>
      <div class="buttons">
        <Button size="small" disabled={!names.length} on:click={add}
          >Add {names.length || ''} {names.length === 1 ? 'planter' : 'planters'}</Button
        >
      </div>
      <h2>Volunteers</h2>
      <p class="quiet">
        A school class or a company plants as one: its own rows, its own pace, its own words in the
        briefing.
      </p>
      <TextInput labelText="Name of the group" maxlength={80} bind:value={groupName} />
      <NumberField label="People" bind:value={heads} min={1} max={500} />
      <div class="buttons">
        <Button size="small" disabled={!groupName.trim()} on:click={addGroup}>Add the group</Button>
      </div>
      <details>
        <summary>Usual trees a person and day here</summary>
        <p class="quiet">
          They hold until somebody’s own tallies tell, and weigh half a day then. A tool’s own rate,
          entered under Stock, goes before them.
        </p>
        {#each PACES as pace (pace)}
          <NumberField
            label={PACE_LABELS[pace]}
            value={data.pace[pace]}
            min={1}
            max={20_000}
            onvalue={(typed) => setPace({ [pace]: typed })}
          />
        {/each}
      </details>
    </aside>
  {/if}
</div>

<style>
  .heads {
    display: flex;
    gap: 6px;
    align-items: center;
    font-size: 13.5px;
    margin-top: 4px;
  }
  .why {
    white-space: normal;
    max-width: 10em;
    margin-left: auto;
  }
  summary {
    cursor: pointer;
    margin-top: 16px;
    min-height: 32px;
  }
  .name {
    font: 15px var(--text);
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    height: 32px;
    padding: 0 8px;
    width: 11em;
  }
  select {
    font: 14px var(--text);
    min-height: 32px;
    max-width: 12em;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
  }
  td :global(input.num) {
    width: 84px;
    font: 14.5px var(--text);
    text-align: right;
    height: 32px;
    background: var(--field);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
  }
  td:last-child {
    white-space: nowrap;
  }
  small {
    display: block;
    white-space: nowrap;
    color: var(--slate);
    font-size: 12.5px;
  }
  tr.left td {
    opacity: 0.75;
  }
</style>
