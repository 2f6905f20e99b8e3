<script lang="ts">
  import { Button, Checkbox, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { v7 as uuid } from 'uuid';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { send } from '$lib/parts/send.svelte';
  import ZoneField from '$lib/parts/ZoneField.svelte';
  import type { Role } from '$lib/rooms/people/tables.server';

  interface Props {
    site: { id: string; name: string; zone: string };
    /** People of the leader's other sites who are not here. */
    elsewhere: readonly { id: string; name: string }[];
    roles: readonly Role[];
  }
  /** Work that goes on in several places: another site, and people who come over from one to the other. */
  let { site, elsewhere, roles }: Props = $props();
  const starting = new Doing();
  const joining = new Doing();
  let open = $state(false);
  let name = $state('');
  let zone = $state(untrack(() => site.zone));
  let same = $state(true);
  let chosen = $state('');
  let role = $state<Role>('planter');
  const person = $derived(elsewhere.find(({ id }) => id === chosen) ?? elsewhere[0]);

  const start = () =>
    starting.run(async () => {
      const siteId = uuid();
      await send('people.newSite', { siteId, name, zone, like: same ? site.id : null });
      location.assign(`/site/${siteId}`);
    });
  const join = () =>
    joining.run(async () => {
      const { id, name: who } = person;
      await send('people.join', { siteId: site.id, personId: id, role });
      return `${who} is a ${role} here too.`;
    });
</script>

{#if elsewhere.length}
  <h2>From your other sites</h2>
  <Select
    labelText="Person"
    selected={person.id}
    on:update={(event) => (chosen = String(event.detail))}
    >{#each elsewhere as { id, name: who } (id)}<SelectItem value={id} text={who} />{/each}</Select
  >
  <Select labelText="Role here" bind:selected={role}
    >{#each roles as one (one)}<SelectItem value={one} text={one} />{/each}</Select
  >
  <div class="buttons">
    <Button size="small" kind="tertiary" disabled={joining.busy} on:click={join}>Let them in</Button
    >
  </div>
{/if}
<Outcome of={joining} />
<details bind:open>
  <summary>Start another site</summary>
  {#if open}<div class="form">
      <p class="quiet">
        A site has its own place, weather, blocks and stock. Go from one to the other under the
        blocks, top left.
      </p>
      <TextInput labelText="Name of the new site" maxlength={120} bind:value={name} />
      <ZoneField bind:value={zone} />
      <Checkbox
        labelText="With the species, tools, products, planters and people of {site.name}"
        bind:checked={same}
      />
      <div class="buttons">
        <Button
          size="small"
          kind="tertiary"
          disabled={name.trim().length < 2 || starting.busy}
          on:click={start}>Start it</Button
        >
      </div>
      <Outcome of={starting} />
    </div>{/if}
</details>

<style>
  .form {
    display: grid;
    gap: 12px;
    justify-items: stretch;
  }
  .form p {
    margin: 0;
    font-size: 14px;
  }
  details {
    margin: 18px 0;
  }
  summary {
    padding: 6px 0;
  }
</style>
