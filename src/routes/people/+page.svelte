<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import Dialog from '$lib/parts/Dialog.svelte';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { page } from '$app/state';
  import { formatMoment } from '../../../core/say/day';
  import { Button, PasswordInput, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { send } from '$lib/parts/send.svelte';
  import type { Role } from '$lib/rooms/people/tables.server';
  import OtherSites from './OtherSites.svelte';
  import SitePlace from './SitePlace.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  type Member = PageData['members'][number];
  const MAY: Record<Role, string> = {
    leader: 'plans and decides everything',
    checker: 'records stock, plots, counts and tasks',
    planter: 'enters their own trees',
    viewer: 'looks on',
  };
  const ROLES = Object.keys(MAY) as Role[];
  const empty = { name: '', signIn: '', role: 'planter' as Role, password: '' };
  let fresh = $state({ ...empty });
  let own = $state({ old: '', fresh: '' });
  const doing = new Doing();
  let told = $state('');
  let code = $state<{ name: string; code: string; hours: number }>();
  let leaving = $state<Member>();
  const siteId = $derived(data.siteId);
  const zone = $derived(page.data.site?.zone ?? 'utc');
  const when = (iso: string) => formatMoment(iso, zone, data.today);
  const nameOf = (id: string) =>
    data.members.find((person) => person.id === id)?.name ?? data.person?.name ?? '';

  const attempt = (task: () => Promise<string | void>) =>
    doing.run(async () => {
      told = (await task()) ?? '';
    });
  const add = () =>
    attempt(async () => {
      const { joined } = await send('people.add', { siteId, ...fresh });
      const said = `${fresh.name} can sign in as ${fresh.signIn}${joined ? ', and is the planter of that name' : ''}.`;
      fresh = { ...empty };
      return said;
    });
  const setRole = (person: Member, role: Role) =>
    attempt(async () => {
      if (role === person.role) return;
      await send('people.role', { siteId, personId: person.id, role });
      return `${person.name} is a ${role} now.`;
    });
  const end = () =>
    attempt(async () => {
      const person = leaving!;
      leaving = undefined;
      await send('people.end', { siteId, personId: person.id });
      return `${person.name} has no access any more, on no device.`;
    });
  const newCode = (person: Member) =>
    attempt(async () => {
      const made = await send('people.resetCode', { siteId, personId: person.id });
      code = { name: person.name, code: made.code, hours: made.hours };
    });
  const forget = (person: { id: string; name: string }) =>
    attempt(async () => {
      await send('people.anonymise', { siteId, personId: person.id });
      return 'The name is gone; what they planted and entered stays counted.';
    });
  const revoke = (session: PageData['sessions'][number]) =>
    attempt(async () => {
      await send('people.revoke', { siteId, session: session.id });
      return 'That device is signed out.';
    });
  const changeOwn = () =>
    attempt(async () => {
      await send('people.password', { ...own });
      own = { old: '', fresh: '' };
      return 'Your password is changed; your other devices sign in again.';
    });

  const KINDS = [/iPhone/, /iPad/, /Android/, /Windows/, /Macintosh/, /Linux/];
  const BROWSERS = [/Firefox/, /Edg/, /Chrome/, /Safari/];
  /** What a leader would call it; what a browser calls itself says more than anybody reads. */
  function deviceName(agent: string): string {
    const first = (list: RegExp[]) => list.find((kind) => kind.test(agent))?.source;
    return [first(KINDS), first(BROWSERS)].filter(Boolean).join(', ') || 'unknown';
  }
</script>

<svelte:head><title>People · Viridane</title></svelte:head>
<div class="screen two">
  <section class="panel">
    <Outcome of={doing} />
    {#if told}<p class="say good" role="status">{told}</p>{/if}
    {#if data.mayPlan}
      <h2>People of {data.site?.name}</h2>
      <div class="wide">
        <table class="ledger">
          <thead><tr><th>Name</th><th>Signs in as</th><th>Role</th><th></th><th></th></tr></thead>
          <tbody>
            {#each data.members as person (person.id)}
              <tr>
                <td>{person.name}</td>
                <td>{person.signIn}</td>
                <td
                  ><select
                    aria-label="Role of {person.name}"
                    value={person.role}
                    data-forget
                    onchange={(e) => setRole(person, e.currentTarget.value as Role)}
                    >{#each ROLES as role (role)}<option value={role}>{role}</option>{/each}</select
                  ></td
                >
                <td class="quiet">{MAY[person.role]}</td>
                <td class="acts"
                  ><button class="link-button" onclick={() => newCode(person)}
                    >New password code<span class="visually-hidden">
                      for {person.name}</span
                    ></button
                  >
                  <button class="link-button" onclick={() => (leaving = person)}
                    >End access<span class="visually-hidden"> of {person.name}</span></button
                  ></td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      {#each data.left as person (person.id)}
        <p class="say">
          {person.name} has left; what they planted and entered stays counted.
          <button class="link-button" onclick={() => forget(person)}
            >Take the name off<span class="visually-hidden"> of {person.name}</span></button
          >
        </p>
      {/each}
    {/if}
    <h2>Signed-in devices</h2>
    <div class="wide">
      <table class="ledger">
        <thead><tr><th>Who</th><th>Device</th><th>Since</th><th>Last seen</th><th></th></tr></thead>
        <tbody>
          {#each data.sessions as session (session.id)}
            <tr>
              <td>{nameOf(session.personId)}{session.own ? ', here' : ''}</td>
              <td class="quiet device">{deviceName(session.device)}</td>
              <td class="num">{when(session.madeAt)}</td>
              <td class="num">{when(session.seenAt)}</td>
              <td
                >{#if !session.own}<button class="link-button" onclick={() => revoke(session)}
                    >Sign it out</button
                  >{/if}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  </section>
  <aside class="panel">
    {#if data.mayPlan && data.place}
      {#key data.place.id}<SitePlace
          site={data.place}
          firstBlock={data.firstBlock}
          ontold={(said) => (told = said)}
        />{/key}
      <h2>Add somebody</h2>
      <TextInput labelText="Name" bind:value={fresh.name} />
      <TextInput labelText="Signs in as" bind:value={fresh.signIn} autocomplete="off" />
      <Select labelText="Role" bind:selected={fresh.role}
        >{#each ROLES as role (role)}<SelectItem value={role} text={role} />{/each}</Select
      >
      <PasswordInput
        tooltipAlignment="end"
        labelText="First password"
        bind:value={fresh.password}
        autocomplete="off"
      />
      <div class="buttons"><Button size="small" on:click={add}>Add</Button></div>
      <OtherSites site={data.place} elsewhere={data.elsewhere} roles={ROLES} />
    {/if}
    {#if data.mayPlan}
      <h2>All records</h2>
      <p class="quiet">
        Everything that was entered on this site: spreadsheets (CSV), grounds (GeoJSON) and
        photographs in one archive. Passwords are not in it.
      </p>
      <p><a href="/site/{data.siteId}/records.zip" download>Take the records out</a></p>
    {/if}
    <h2>Your own password</h2>
    <PasswordInput
      tooltipAlignment="end"
      labelText="Now"
      bind:value={own.old}
      autocomplete="current-password"
    />
    <PasswordInput
      tooltipAlignment="end"
      labelText="From now on"
      bind:value={own.fresh}
      autocomplete="new-password"
    />
    <div class="buttons">
      <Button size="small" kind="tertiary" on:click={changeOwn}>Change it</Button>
    </div>
  </aside>
</div>

{#if code}
  <Dialog heading="A code for {code.name}" onclose={() => (code = undefined)}>
    <p>Shown once. Read it out, or write it down; it sets a new password at <b>Sign in</b>.</p>
    <p class="code num">{code.code}</p>
    <p class="quiet">Good for {howMany(code.hours, 'hour')}, once.</p>
  </Dialog>
{/if}
{#if leaving}
  <Dialog
    danger
    heading="End the access of {leaving.name}?"
    act="End it now"
    leave="Keep it"
    onact={end}
    onclose={() => (leaving = undefined)}
  >
    <p>
      Every device of theirs is signed out at once. What still waits on their phone stays there
      until they are let in again. What they entered stays counted.
    </p>
  </Dialog>
{/if}

<style>
  .acts {
    white-space: nowrap;
  }
  .acts button + button {
    margin-left: 12px;
  }
  .device {
    max-width: 22em;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .code {
    font: 700 34px var(--mono);
    letter-spacing: 0.06em;
    margin: 12px 0;
  }
  select {
    font: inherit;
    min-height: 32px;
  }
</style>
