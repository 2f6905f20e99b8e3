<script lang="ts">
  import Dialog from '$lib/parts/Dialog.svelte';
  import 'carbon-components-svelte/css/all.css';
  import '$lib/parts/theme.css';
  import '$lib/parts/screen.css';
  import { onMount, untrack, type Snippet } from 'svelte';
  import { afterNavigate, goto, invalidateAll } from '$app/navigation';
  import { pressAgain } from '$lib/parts/early-presses';
  import { mendFirst } from '$lib/parts/mend-first';
  import { onePress } from '$lib/parts/one-press';
  import { arrived, landed, noteLinks } from '$lib/parts/arrived.svelte';
  import { navigating, page } from '$app/state';
  import { tinykeys } from 'tinykeys';
  import { say } from '$core/say/message';
  import { words } from '$lib/words';
  import { ROOMS, type Room } from '$core/morning/board';
  import { formatTemperature, formatWind } from '$core/measure/units';
  import StringLine from '$lib/parts/StringLine.svelte';
  import { provideUnits, Units } from '$lib/parts/figures.svelte';
  import { reader } from '$lib/parts/reader.svelte';
  import { saving, send, session } from '$lib/parts/send.svelte';
  import {
    forgetTyped,
    noteTyping,
    putBack,
    recallTyped,
    stored,
    typed,
  } from '$lib/parts/typed.svelte';
  import { job, stopJob } from '$lib/parts/job.svelte';
  import { clock, keepHearing } from '$lib/parts/clock.svelte';
  import { clockOff } from '$lib/parts/server-clock';
  import ConflictDialog from '$lib/parts/ConflictDialog.svelte';
  import ProgressBar from '$lib/parts/ProgressBar.svelte';
  import SignInAgain from '$lib/parts/SignInAgain.svelte';
  import type { LayoutData } from './$types';

  let { data, children }: { data: LayoutData; children: Snippet } = $props();
  const units = provideUnits(new Units('metric'));
  // The person's units count until they are switched here; before the page wakes up too.
  units.system = untrack(() => data.person?.units ?? 'metric');
  $effect(() => {
    if (data.person) units.system = data.person.units;
  });
  $effect(() => {
    reader.system = units.system;
    reader.zone = data.site?.zone ?? 'utc';
  });
  // What is being typed outlives a reload, Back and a key pressed by mistake.
  onMount(keepHearing);
  onMount(noteTyping);
  onMount(noteLinks);
  onMount(onePress);
  onMount(mendFirst);
  afterNavigate(({ to, type }) => {
    if (type === 'enter') pressAgain();
    if (type === 'link') landed();
    // Fields fill in a moment after the page has come.
    const path = to?.url.pathname ?? '';
    const before = stored(path);
    setTimeout(() => recallTyped(path, before), 300);
  });
  const block = $derived(page.params.block);
  const blockName = $derived(data.blocks?.find(({ id }) => id === block)?.name);
  const atWork = $derived((data.blocks ?? []).filter(({ setAside }) => !setAside));
  const aside = $derived((data.blocks ?? []).filter(({ setAside }) => setAside));
  /** The block that a peg leads to: the open one, else the first that is worked on. */
  const blockOfPegs = $derived(block ?? atWork[0]?.id);
  const here = $derived(
    ROOMS.find((room) => page.route.id?.split('/').includes(room)) as Room | undefined,
  );
  const off = $derived(clockOff(clock.ahead));
  const bare = $derived(!data.person || page.route.id?.startsWith('/field'));
  let blocksOpen = $state(false);
  let menuOpen = $state(false);
  let keysOpen = $state(false);
  let theme = $derived(data.person?.theme ?? 'day');
  const DAY_CLASS = { normal: 'Good', marginal: 'Marginal', stop: 'Stop' };

  async function prefer(change: { units?: 'metric' | 'us'; theme?: 'day' | 'cab' }) {
    const next = { units: units.system, theme: theme as 'day' | 'cab', ...change };
    units.system = next.units;
    document.documentElement.dataset.theme = next.theme;
    await send('people.preferences', next);
  }

  function typing(event: KeyboardEvent): boolean {
    const target = event.target as HTMLElement;
    return (
      Boolean(target.closest('input, textarea, select, [contenteditable]')) ||
      event.ctrlKey ||
      event.metaKey
    );
  }
  const key = (action: () => void) => (event: KeyboardEvent) => {
    if (typing(event)) return;
    event.preventDefault();
    action();
  };

  onMount(() => {
    return tinykeys(window, {
      ...Object.fromEntries(
        ROOMS.map((room, i) => [
          String(i + 1),
          key(() => void (blockOfPegs && goto(`/blocks/${blockOfPegs}/${room}`))),
        ]),
      ),
      '0': key(() => void goto('/')),
      b: key(() => (blocksOpen = !blocksOpen)),
      u: key(() => void prefer({ units: units.system === 'metric' ? 'us' : 'metric' })),
      // Some keyboards need Shift for it and some do not.
      'Shift+?': key(() => (keysOpen = true)),
      '?': key(() => (keysOpen = true)),
      '/': key(() => document.querySelector<HTMLInputElement>('[data-find]')?.focus()),
      Escape: () => (blocksOpen = menuOpen = false),
    });
  });
  // The air moves on while a page stays open; the page itself is asked for only when something changed.
  let airNow = $state<LayoutData['air']>();
  const air = $derived(airNow ?? data.air);
  async function lookAgain() {
    if (document.visibilityState !== 'visible' || bare || saving.open || navigating.to) return;
    const response = await fetch(
      data.otherSites?.length ? `/since?site=${data.site!.id}` : '/since',
    ).catch(() => undefined);
    if (response?.status === 401) session.ended = true;
    if (!response?.ok) return;
    const now = (await response.json()) as { stamp: string; air?: LayoutData['air'] };
    airNow = now.air;
    if (now.stamp === data.stamp) return;
    await arrived();
    await invalidateAll();
  }
  onMount(() => {
    const look = () => void lookAgain();
    const timer = setInterval(look, 60_000);
    // Whoever comes back to the tab does not read what stood there an hour ago for up to a minute.
    document.addEventListener('visibilitychange', look);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
    };
  });
</script>

<svelte:head><title>{blockName ? `${blockName} · Viridane` : 'Viridane'}</title></svelte:head>

{#snippet listed(entries: readonly { id: string; name: string }[])}
  {#each entries as entry (entry.id)}
    <a
      href="/blocks/{entry.id}/{here ?? 'ground'}"
      onclick={() => (blocksOpen = false)}
      aria-current={entry.id === block ? 'true' : undefined}
    >
      {entry.name}
    </a>
  {/each}
{/snippet}

{#if bare}
  {@render children()}
{:else}
  <a class="skip" href="#main">Skip to the page</a>
  <header>
    <a class="word" href="/" title="Morning board (key 0)">viri<i>dane</i></a>
    <div class="holder">
      <button
        class="block"
        aria-expanded={blocksOpen}
        onclick={() => (blocksOpen = !blocksOpen)}
        title="Blocks (key b)"
      >
        <b>{blockName ?? 'All blocks'}</b> <small>{data.site?.name}</small>
        <svg width="10" height="8" aria-hidden="true"
          ><path d="M1 1.5L5 6L9 1.5" fill="none" stroke="currentColor" stroke-width="1.6" /></svg
        >
      </button>
      {#if blocksOpen}
        <div class="drop">
          <a href="/" onclick={() => (blocksOpen = false)}>All blocks, this morning</a>
          {@render listed(atWork)}
          {#if data.role === 'leader'}<a href="/blocks/new" onclick={() => (blocksOpen = false)}
              >New block …</a
            >{/if}
          {#if aside.length}<details open={aside.some(({ id }) => id === block)}>
              <summary>Set aside ({aside.length})</summary>
              {@render listed(aside)}
            </details>{/if}
          {#each data.otherSites ?? [] as other (other.id)}<a
              href="/site/{other.id}"
              class="site"
              data-sveltekit-reload>Go to {other.name}</a
            >{/each}
        </div>
      {/if}
    </div>
    <div class="air">
      {#if air}
        <span class="num">{formatTemperature(air.now.temperature, units.system)}</span>
        <span class="num">{Math.round(air.now.humidity * 100)} % RH</span>
        <span class="num">{formatWind(air.now.wind, units.system)}</span>
        <span class="class {air.judged.dayClass}" title="Simulated station">
          {DAY_CLASS[air.judged.dayClass]}{air.judged.because.length
            ? `: ${air.judged.because.map((finding) => words(say(`air.${finding}`))).join(', ')}`
            : ''}
        </span>
      {/if}
      <span class="saved" class:settled={!saving.open && !saving.error} role="status"
        >{saving.open ? 'Saving …' : saving.error ? 'Not saved' : 'All saved'}</span
      >
      <div class="holder">
        <button class="person" aria-expanded={menuOpen} onclick={() => (menuOpen = !menuOpen)}
          >{data.person?.name}</button
        >
        {#if menuOpen}
          <div class="drop right">
            <button onclick={() => prefer({ units: units.system === 'metric' ? 'us' : 'metric' })}>
              Units: {units.system === 'metric' ? 'metric' : 'US'} <kbd>u</kbd>
            </button>
            <button onclick={() => prefer({ theme: theme === 'day' ? 'cab' : 'day' })}
              >Look: {theme === 'day' ? 'day' : 'cab, dark'}</button
            >
            <button onclick={() => ((keysOpen = true), (menuOpen = false))}
              >Keys <kbd>?</kbd></button
            >
            <a href="/field">Field page</a>
            <a href="/species">Species</a>
            <a href="/people"
              >{data.role === 'leader' ? 'People and devices' : 'Password and devices'}</a
            >
            <form method="POST" action="/sign-in?/out"><button>Sign out</button></form>
          </div>
        {/if}
      </div>
    </div>
  </header>
  <StringLine block={blockOfPegs} {here} driven={page.data.driven} flags={page.data.flags} />
  {#if off}
    <div class="typed" role="status">
      This device’s clock is {off.much === 'days'
        ? `${off.days} days`
        : `${off.hours ? `${off.hours} h ` : ''}${off.minutes} min`}
      {off.way}. What is entered here is kept at the right time all the same; please set the clock.
    </div>
  {/if}
  {#if typed.waiting.length}
    <div class="typed" role="status">
      <span
        >You had typed here and not saved: {typed.waiting
          .slice(0, 3)
          .map(({ label }) => label)
          .join(', ')}{typed.waiting.length > 3 ? ' …' : ''}.</span
      >
      <button class="link-button" onclick={putBack}>Put it back</button>
      <button class="link-button" onclick={forgetTyped}>Not wanted</button>
    </div>
  {/if}
  {#if job.running}
    <div class="typed" role="status">
      <ProgressBar value={job.running.progress} label="Working at the server" />
      <button class="link-button" onclick={() => void stopJob(job.running!.id)}>Stop it</button>
    </div>
  {/if}
  <main id="main">{@render children()}</main>
  {#if data.person}<SignInAgain person={data.person} />{/if}
  <ConflictDialog />
  <Dialog open={keysOpen} heading="Keys" onclose={() => (keysOpen = false)}>
    <table class="ledger">
      <tbody>
        {#each [['1 to 8', 'the pegs, Ground to Survival'], ['0', 'the morning board'], ['b', 'list of blocks'], ['/', 'find a row or a task'], ['[ and ]', 'row before and after'], ['u', 'metric or US units'], ['Ctrl-Z, Ctrl-Shift-Z', 'undo and redo where a plan is edited'], ['?', 'this list']] as [name, what] (name)}
          <tr><td><kbd>{name}</kbd></td><td>{what}</td></tr>
        {/each}
      </tbody>
    </table>
  </Dialog>
{/if}

<style>
  .typed {
    display: flex;
    gap: 16px;
    align-items: center;
    padding: 8px 20px;
    background: var(--ochre-tint);
    color: var(--ink);
    font-size: 14.5px;
  }
  header {
    min-height: 46px;
    display: flex;
    align-items: center;
    gap: 18px;
    padding: 0 20px;
    background: var(--header);
    color: var(--header-text);
    flex-wrap: wrap;
  }
  .word {
    font-weight: 750;
    font-size: 19px;
    color: var(--header-text);
    text-decoration: none;
  }
  .word i {
    font-style: normal;
    color: #9fd0b4;
  }
  .holder {
    position: relative;
  }
  header button {
    font: inherit;
    color: inherit;
    background: none;
    border: 0;
    padding: 6px 4px;
    cursor: pointer;
  }
  .block small {
    color: var(--header-quiet);
    font-size: 13px;
    margin: 0 4px;
  }
  .block b {
    font-weight: 650;
    font-size: 16px;
  }
  .air {
    margin-left: auto;
    display: flex;
    gap: 14px;
    align-items: center;
    font-size: 13.5px;
    color: var(--header-text);
    flex-wrap: wrap;
  }
  .class {
    padding: 2px 9px;
    font-weight: 650;
    background: #bfe0cb;
    color: #0d3326;
  }
  .class.marginal {
    background: #e3b448;
    color: #2d2100;
  }
  .class.stop {
    background: #f2b49f;
    color: #4a1202;
  }
  .saved {
    color: var(--header-quiet);
    min-width: 58px;
  }
  .person {
    border-bottom: 1px dotted var(--header-quiet) !important;
  }
  .drop {
    position: absolute;
    top: 100%;
    left: 0;
    z-index: 30;
    min-width: 240px;
    background: var(--sheet);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    box-shadow: 0 6px 18px rgb(0 0 0 / 0.18);
    padding: 6px 0;
    display: grid;
  }
  .drop.right {
    left: auto;
    right: 0;
  }
  .drop a,
  .drop button {
    display: block;
    width: 100%;
    box-sizing: border-box;
    text-align: left;
    padding: 9px 16px;
    color: var(--ink);
    text-decoration: none;
    font-size: 15px;
  }
  .drop summary {
    padding: 9px 16px;
    font-size: 14px;
    color: var(--slate);
    cursor: pointer;
  }
  .drop .site {
    border-top: 1px solid var(--rule);
  }
  .drop a:hover,
  .drop button:hover,
  .drop a[aria-current] {
    background: var(--viridian-tint);
  }
  kbd {
    font: 12.5px var(--mono);
    border: 1px solid var(--rule-strong);
    padding: 1px 6px;
    background: var(--field);
    color: var(--ink);
  }
  @media (max-width: 900px) {
    main {
      padding-bottom: 76px;
    }
    .saved.settled {
      display: none;
    }
    .drop.right {
      right: auto;
      left: 0;
    }
    .air {
      margin-left: 0;
      padding-bottom: 6px;
      gap: 10px;
    }
  }
</style>
