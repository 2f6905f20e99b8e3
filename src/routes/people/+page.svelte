<script lang="ts">
  import { Button, PasswordInput, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { send } from '$lib/ui/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const MAY = {
    leader: 'plans and decides everything',
    checker: 'records stock, plots, counts and tasks',
    planter: 'enters their own trees',
    viewer: 'looks on',
  };
  const empty = { name: '', signIn: '', role: 'planter', password: '' };
  let fresh = $state({ ...empty });
  let wrong = $state('');
  let saidOk = $state('');

  async function add() {
    wrong = saidOk = '';
    try {
      await send('people.add', { siteId: data.site?.id, ...fresh });
      saidOk = `${fresh.name} can sign in as ${fresh.signIn}.`;
      fresh = { ...empty };
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
</script>

<div class="screen two">
  <section class="panel">
    <h2>People of {data.site?.name}</h2>
    <table class="ledger">
      <thead><tr><th>Name</th><th>Signs in as</th><th>Role</th><th></th></tr></thead>
      <tbody
        >{#each data.members as person (person.id)}<tr
            ><td>{person.name}</td><td>{person.signIn}</td><td>{person.role}</td><td class="quiet"
              >{MAY[person.role]}</td
            ></tr
          >{/each}</tbody
      >
    </table>
  </section>
  <aside class="comes-to">
    <h2>Add a person</h2>
    <form onsubmit={(event) => (event.preventDefault(), void add())}>
      <TextInput labelText="Name" bind:value={fresh.name} />
      <TextInput labelText="Sign-in name" autocapitalize="none" bind:value={fresh.signIn} />
      <Select
        labelText="Role"
        selected={fresh.role}
        on:update={(e) => (fresh.role = String(e.detail))}
        >{#each Object.entries(MAY) as [value, text] (value)}<SelectItem
            {value}
            text="{value}: {text}"
          />{/each}</Select
      >
      <PasswordInput
        labelText="First password, ten characters or more"
        autocomplete="new-password"
        bind:value={fresh.password}
      />
      <Button type="submit">Add</Button>
    </form>
    {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
    {#if saidOk}<p class="say good" role="status">{saidOk}</p>{/if}
  </aside>
</div>

<style>
  form {
    display: grid;
    gap: 12px;
  }
</style>
