<script lang="ts">
  import { Button, TextInput } from 'carbon-components-svelte';
  import { page } from '$app/state';
  import type { ActionData, PageData } from './$types';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const to = $derived(page.url.searchParams.get('to') ?? '/');
</script>

<svelte:head><title>Sign in · Viridane</title></svelte:head>
<main>
  <svg viewBox="0 0 420 60" aria-hidden="true">
    <path d="M0 20H420" stroke="var(--rule-strong)" stroke-width="1.6" /><path
      d="M0 20H110"
      stroke="var(--viridian)"
      stroke-width="2.6"
    />
    {#each [50, 110, 170, 230, 290, 350] as x, i (x)}
      <path
        d="M{x - 5} {i < 2 ? 12 : 4}h10v{i < 2 ? 22 : 30}l-5 8l-5-8z"
        fill={i < 2 ? 'var(--viridian)' : 'var(--sheet)'}
        stroke="var(--faint)"
      />
    {/each}
  </svg>
  <h1>viri<i>dane</i></h1>
  <p class="quiet">Rows, stock and crew of a planting, from the boundary to the survival count.</p>
  <form method="POST" action="?/in&to={encodeURIComponent(to)}">
    <TextInput
      labelText="Sign-in name"
      name="name"
      value={form?.name ?? ''}
      autocomplete="username"
      autocapitalize="none"
      required
    />
    <TextInput
      type="password"
      labelText="Password"
      name="password"
      autocomplete="current-password"
      required
    />
    {#if form?.refused}<p class="say stop" role="alert">{form.refused}</p>{/if}
    <Button type="submit">Sign in</Button>
    <a href="/sign-in/code">I have a code for a new password</a>
  </form>
  {#if data.demo}
    <div class="say good">
      Farrow Pit, made up. Sign in as <b>leader</b>, <b>checker</b>, <b>planter</b> or
      <b>viewer</b>; the password is
      <code>farrow-pit-demo</code>.
    </div>
  {/if}
</main>

<style>
  main {
    max-width: 400px;
    margin: 8vh auto;
    padding: 0 20px;
  }
  h1 {
    font-size: 34px;
    font-weight: 750;
    margin: 4px 0;
  }
  h1 i {
    font-style: normal;
    color: var(--viridian);
  }
  form {
    display: grid;
    gap: 16px;
    margin: 24px 0;
  }
  code {
    font-family: var(--mono);
  }
</style>
