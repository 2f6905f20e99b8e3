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
    // Gone once: a page that comes slowly would be called back by every further try.
    let going = false;
    return tryAgain(async () => {
      const answer = await fetch('/since').catch(() => undefined);
      if (going || !answer || !isOurs(answer) || answer.status >= 500) return;
      going = true;
      location.replace(asked);
    });
  });
</script>

<svelte:head><title>{say('away.title')} · Viridane</title></svelte:head>
<FieldFrame title={data.person?.name ?? ''} back={['/field', say('rows.other')]}>
  <h1>{say('away.title')}</h1>
  <p>{say('away.kept')}</p>
  <button class="go" onclick={() => location.replace(asked)}>{say('away.again')}</button>
</FieldFrame>
