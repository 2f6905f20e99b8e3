<script lang="ts">
  import { Button, TextArea, TextInput } from 'carbon-components-svelte';
  import type { BriefingTerms } from '$core/crew/briefing';
  import { formatDay } from '$core/measure/dates';
  import { clockOf } from '$core/say/day';
  import Briefing from '$lib/field/Briefing.svelte';
  import { keepTerms } from '$lib/parts/block-terms';
  import { Doing } from '$lib/parts/doing.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const doing = new Doing();
  const terms = $derived(data.terms);
  const set = (next: Partial<BriefingTerms>) =>
    doing.inTurn(async () => {
      await keepTerms(data.block, 'briefing', { ...terms, ...next });
    });
  const signed = $derived(
    data.crew.map(({ id, name }) => {
      const own = data.signed
        .filter(({ planter }) => planter === id)
        .sort((a, b) => Number(b.current) - Number(a.current) || b.at - a.at)[0];
      return { id, name, own };
    }),
  );
  const missing = $derived(signed.filter(({ own }) => !own?.current));
  const morning = $derived(data.items.filter(({ part }) => part !== 'evening'));
  const evening = $derived(data.items.filter(({ part }) => part === 'evening'));
</script>

<svelte:head><title>Briefing · Viridane</title></svelte:head>
<div class="screen three">
  <section class="decide noprint">
    <h2>For this block</h2>
    <TextInput
      labelText="Meeting point"
      value={terms.meeting}
      maxlength={200}
      disabled={!data.mayPlan}
      on:change={(e) => set({ meeting: String(e.detail ?? '') })}
    />
    <NumberField
      label="Hour"
      decimals={2}
      min={0}
      max={23.99}
      value={terms.time}
      disabled={!data.mayPlan}
      onvalue={(time) => set({ time })}
    />
    <TextInput
      labelText="Number to call for help"
      helperText="Proposed by the site’s time zone; put the local number where it is another. 112 goes through from mobile networks."
      value={terms.call}
      maxlength={40}
      disabled={!data.mayPlan}
      on:change={(e) => set({ call: String(e.detail ?? '') })}
    />
    <TextInput
      labelText="First-aid kit, and who knows how"
      value={terms.aid}
      maxlength={200}
      disabled={!data.mayPlan}
      on:change={(e) => set({ aid: String(e.detail ?? '') })}
    />
    <div class="gate">
      <NumberField
        label="Gate, latitude"
        decimals={5}
        min={-90}
        max={90}
        value={terms.gate?.latitude}
        disabled={!data.mayPlan}
        onvalue={(latitude) =>
          set({ gate: { longitude: terms.gate?.longitude ?? data.origin.longitude, latitude } })}
        onempty={() => set({ gate: null })}
      />
      <NumberField
        label="longitude"
        decimals={5}
        min={-180}
        max={180}
        value={terms.gate?.longitude}
        disabled={!data.mayPlan}
        onvalue={(longitude) =>
          set({ gate: { latitude: terms.gate?.latitude ?? data.origin.latitude, longitude } })}
      />
    </div>
    <TextArea
      labelText="A word of your own"
      rows={3}
      maxlength={500}
      value={terms.word}
      disabled={!data.mayPlan}
      on:change={(e) => set({ word: (e.target as HTMLTextAreaElement).value })}
    />
    <Outcome of={doing} />
    <p class="say caution">
      Local rules, the utility, the label and the maker’s manual stand above this page. Say it
      aloud; a signature does not replace a look.
    </p>
  </section>
  <section class="sheet">
    <header>
      <h1>Briefing, {data.block.name}</h1>
      <span class="num">{formatDay(data.today, true)}</span>
      <Button class="noprint" size="small" kind="tertiary" on:click={() => window.print()}
        >Print</Button
      >
    </header>
    <Briefing items={morning} lessons={data.lessons} />
    <table class="sign">
      <thead><tr><th>Read by</th><th>Signature</th></tr></thead>
      <tbody
        >{#each data.crew as { id, name } (id)}<tr><td>{name}</td><td></td></tr>{/each}</tbody
      >
    </table>
  </section>
  <aside class="comes-to noprint">
    <h2>Read and signed today</h2>
    <div>
      <span class="big num" data-testid="signed">{signed.length - missing.length}</span><span
        class="unit">of {signed.length} with rows</span
      >
    </div>
    <ul class="who">
      {#each signed as { id, name, own } (id)}
        <li>
          <b>{name}</b>
          <span class:stop={!own?.current}
            >{own
              ? own.current
                ? `read at ${clockOf(own.at, data.zone).text}`
                : 'read before it changed'
              : 'not yet'}</span
          >
        </li>
      {:else}<li class="quiet">Rows are shared out to nobody yet.</li>{/each}
    </ul>
    {#if evening.length}
      <h2>The evening before</h2>
      <Briefing items={evening} headed={false} />
    {/if}
  </aside>
</div>

<style>
  .sheet {
    padding: 18px 26px 40px;
    background: var(--sheet);
    overflow: auto;
  }
  header {
    display: flex;
    align-items: baseline;
    gap: 16px;
    margin-bottom: 14px;
  }
  h1 {
    font-size: 24px;
    margin: 0;
    flex: 1;
  }
  .gate {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  .sign {
    display: none;
  }
  .who {
    list-style: none;
    padding: 0;
    margin: 8px 0 16px;
  }
  .who li {
    display: flex;
    justify-content: space-between;
    padding: 4px 0;
    font-size: 14.5px;
  }
  .stop {
    color: var(--clay);
    font-weight: 600;
  }
  @media print {
    :global(body *) {
      visibility: hidden;
    }
    .sheet,
    .sheet :global(*) {
      visibility: visible;
    }
    .sheet {
      position: absolute;
      inset: 0;
      padding: 0;
      overflow: visible;
      zoom: 0.82;
    }
    :global(.noprint) {
      display: none !important;
    }
    .sign {
      display: table;
      width: 100%;
      margin-top: 18px;
      border-collapse: collapse;
    }
    .sign th,
    .sign td {
      border: 1px solid #888;
      text-align: left;
      padding: 5px 8px;
      width: 50%;
    }
  }
</style>
