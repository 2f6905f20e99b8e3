<script lang="ts">
  import { onMount } from 'svelte';
  import { keepBlock, keepPages } from '$lib/field/work.svelte';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { send } from '$lib/parts/send.svelte';
  import { isLanguage, LANGUAGE_NAMES, LANGUAGES } from '$lib/words/field';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const tongue = useTongue();
  const { say } = tongue;
  let unsaved = $state(false);
  // A planter's own blocks are on the phone before the signal goes, opened or not.
  onMount(async () => {
    // Taken before the first wait: the page may have been left by then.
    const [person, blocks] = [data.person!.id, data.fieldBlocks];
    await keepPages(person);
    for (const { id, own } of blocks) if (own) await keepBlock(person, id);
  });
  const choose = async (language: string) => {
    if (!isLanguage(language)) return;
    unsaved = false;
    await send('people.language', { language }).catch(() => (unsaved = true));
  };
</script>

<svelte:head><title>{say('blocks.where')} · Viridane</title></svelte:head>
<FieldFrame title={data.person?.name ?? ''} back={['/', say('frame.board')]}>
  <h1>{say('blocks.where')}</h1>
  {#each data.fieldBlocks as block (block.id)}
    <a class="block" class:own={block.own} href="/field/{block.id}{block.trees ? '' : '/stock'}"
      ><span
        >{block.name}{#if block.own}<b>{say('blocks.yours', { rows: block.own })}</b>{/if}</span
      ><small class="num"
        >{block.own
          ? say('blocks.open', { trees: block.left })
          : block.trees
            ? say('blocks.places', { places: block.trees })
            : say('blocks.lots', { lots: block.lots })}</small
      ></a
    >
  {:else}<p class="say">{say('blocks.none')}</p>{/each}
  {#each data.otherSites ?? [] as other (other.id)}<p>
      <a href="/site/{other.id}?to=/field" data-sveltekit-reload
        >{say('blocks.otherSite', { site: other.name })}</a
      >
    </p>{/each}
  <label
    >{say('frame.language')}
    <select value={tongue.language} onchange={(e) => choose(e.currentTarget.value)}>
      {#each LANGUAGES as language (language)}<option value={language} lang={language}
          >{LANGUAGE_NAMES[language]}</option
        >{/each}
    </select></label
  >
  {#if unsaved}<p class="say stop" role="alert">{say('frame.noSignal', { waiting: 0 })}</p>{/if}
</FieldFrame>

<style>
  .block {
    display: flex;
    justify-content: space-between;
    align-items: center;
    min-height: 64px;
    padding: 0 18px;
    margin-bottom: 10px;
    border: 2px solid var(--viridian);
    background: var(--sheet);
    font-size: 20px;
    font-weight: 650;
    text-decoration: none;
  }
  .own {
    background: var(--viridian-tint, var(--sheet));
    border-width: 3px;
  }
  .block b {
    display: block;
    font-size: 17px;
    font-weight: 600;
    color: var(--viridian);
  }
  small {
    font-weight: 450;
    color: var(--slate);
    font-size: 15px;
  }
</style>
