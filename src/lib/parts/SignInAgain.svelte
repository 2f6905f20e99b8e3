<script lang="ts">
  import Dialog from './Dialog.svelte';
  import { PasswordInput } from 'carbon-components-svelte';
  import { session } from './send.svelte';

  let { person }: { person: { signIn: string; name: string } } = $props();
  let password = $state('');
  let wrong = $state('');

  async function again() {
    wrong = '';
    const response = await fetch('/sign-in/again', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: person.signIn, password }),
    }).catch(() => undefined);
    if (!response) wrong = 'No answer from the server. Nothing you typed is lost.';
    else if (response.ok) {
      password = '';
      session.resume?.(true);
    } else wrong = ((await response.json()) as { error: string }).error;
  }
</script>

<Dialog
  open={session.ended}
  heading="Sign in again"
  act="Sign in and go on"
  leave="Not now"
  focus="#again"
  onact={again}
  onclose={() => session.resume?.(false)}
>
  <p>
    Your session has ended. What you typed is still here; sign in as {person.name} and it is saved.
  </p>
  <PasswordInput id="again" labelText="Password" bind:value={password} data-forget />
  {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
</Dialog>
