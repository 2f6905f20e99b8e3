<script lang="ts">
  import { onMount } from 'svelte';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { tryAgain } from '$lib/field/again';
  import { askedFor, isOurs } from '$lib/field/kept';
  import { useTongue } from '$lib/field/tongue.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const { say } = useTongue();
  /** Where one wanted to go, once the page is awake: the phone keeps it as it was read, for every place. */
  let asked = $state('/field');
  onMount(() => {
    asked = askedFor(new URL(location.href));
    return tryAgain(async () => {
      const answer = await fetch('/since').catch(() => undefined);
      if (answer && isOurs(answer) && answer.status < 500) location.replace(asked);
    });
  });
</script>

<svelte:head><title>{say('away.title')} · Viridane</title></svelte:head>
<FieldFrame title={data.person?.name ?? ''} back={['/field', say('rows.other')]}>
  <h1>{say('away.title')}</h1>
  <p>{say('away.kept')}</p>
  <button class="go" onclick={() => location.replace(asked)}>{say('away.again')}</button>
</FieldFrame>
