<script lang="ts">
  import { Button, PasswordInput, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { onMount, untrack } from 'svelte';
  import ZoneField from '$lib/parts/ZoneField.svelte';

  let { form }: { form: Record<string, string> | null } = $props();
  let zone = $state(untrack(() => form?.zone ?? 'UTC'));
  let units = $state(untrack(() => form?.units ?? 'metric'));
  onMount(() => {
    if (form) return;
    zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
    if (new Intl.Locale(navigator.language).region === 'US') units = 'us';
  });
</script>

<svelte:head><title>Set up · Viridane</title></svelte:head>
<main>
  <h1>Set up the first site</h1>
  <p class="quiet">You become its leader. Others are added afterwards under People.</p>
  <form method="POST">
    <TextInput labelText="Site" name="site" value={form?.site ?? ''} required />
    <TextInput
      labelText="Your name"
      name="name"
      value={form?.name ?? ''}
      autocomplete="name"
      required
    />
    <TextInput
      labelText="Sign-in name"
      name="signIn"
      value={form?.signIn ?? ''}
      autocomplete="username"
      required
    />
    <PasswordInput
      labelText="Password, ten characters or more"
      name="password"
      autocomplete="new-password"
      required
    />
    <ZoneField name="zone" bind:value={zone} />
    <Select labelText="Your units" name="units" bind:selected={units}>
      <SelectItem value="metric" text="Metric: metres, hectares, litres" />
      <SelectItem value="us" text="US: feet, acres, gallons" />
    </Select>
    {#if form?.error}<p class="say stop" role="alert">{form.error}</p>{/if}
    <Button type="submit">Set up</Button>
  </form>
</main>

<style>
  main {
    max-width: 400px;
    margin: 8vh auto;
    padding: 0 20px;
  }
  form {
    display: grid;
    gap: 16px;
    margin: 24px 0;
  }
</style>
