<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { useTongue } from './tongue.svelte';

  interface Props {
    planters: readonly { id: string; name: string }[];
    planter: { id: string; name: string } | null;
  }
  /** For whom a leader or checker enters; a planter enters for themself and is not asked. */
  let { planters, planter }: Props = $props();
  const { say } = useTongue();
  const choose = (id: string) =>
    void goto(`${page.url.pathname}?planter=${id}`, { replaceState: true });
</script>

{#if planters.length}
  <label
    >{say('rows.enterFor')}
    <select value={planter?.id ?? ''} onchange={(e) => choose(e.currentTarget.value)}>
      {#if !planter}<option value="">{say('rows.choose')}</option>{/if}
      {#each planters as { id, name } (id)}<option value={id}>{name}</option>{/each}
    </select></label
  >
{:else if !planter}<p class="say stop">{say('rows.notJoined')}</p>{/if}
