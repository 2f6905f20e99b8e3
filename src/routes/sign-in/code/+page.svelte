<script lang="ts">
  import { Button, TextInput } from 'carbon-components-svelte';
  import type { ActionData } from './$types';

  let { form }: { form: ActionData } = $props();
</script>

<svelte:head><title>New password · Viridane</title></svelte:head>
<main>
  <h1>Set a new password</h1>
  <p class="quiet">With the code that the leader read out to you. It is good once.</p>
  <form method="POST">
    <TextInput
      labelText="Sign-in name"
      name="name"
      value={form?.name ?? ''}
      autocomplete="username"
      required
    />
    <TextInput labelText="Code" name="code" autocomplete="one-time-code" required />
    <TextInput
      type="password"
      labelText="New password, 10 characters or more"
      name="password"
      autocomplete="new-password"
      required
    />
    {#if form?.refused}<p class="say stop" role="alert">{form.refused}</p>{/if}
    <Button type="submit">Set it and sign in</Button>
  </form>
  <a href="/sign-in">Back to sign in</a>
</main>

<style>
  main {
    max-width: 400px;
    margin: 8vh auto;
    padding: 0 20px;
  }
  h1 {
    font-size: 28px;
    font-weight: 720;
  }
  form {
    display: grid;
    gap: 16px;
    margin: 24px 0;
  }
</style>
