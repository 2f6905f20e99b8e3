<script lang="ts">
  import { spoken } from '$lib/parts/reader.svelte';
  import { Button, TextInput } from 'carbon-components-svelte';
  import { v7 as uuid } from 'uuid';
  import { groundFor } from '$lib/parts/picture';
  import { send } from '$lib/parts/send.svelte';

  interface Props {
    speciesId: string;
    name: string;
    pictures: { id: string; caption: string }[];
  }
  let { speciesId, name, pictures }: Props = $props();
  /** Wide enough to see a bud on a phone, and small enough for a day's cache. */
  const WIDEST = 1200;
  let caption = $state('');
  let busy = $state(false);
  let wrong = $state('');
  let input = $state<HTMLInputElement>();

  /** A photo of the phone's camera is many megabytes; the card needs a tenth of it. */
  async function scaled(file: File): Promise<string> {
    const bitmap = await createImageBitmap(file).catch(() => {
      throw new Error(
        `${file.name} could not be read as a picture; PNG, JPEG and WebP are accepted.`,
      );
    });
    const scale = Math.min(1, WIDEST / Math.max(bitmap.width, bitmap.height));
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(bitmap.width * scale));
    canvas.height = Math.max(1, Math.round(bitmap.height * scale));
    const context = canvas.getContext('2d')!;
    context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
    bitmap.close();
    // A drawing may have no ground of its own: ink is laid on paper, chalk on a board.
    const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
    context.globalCompositeOperation = 'destination-over';
    context.fillStyle = groundFor(data);
    context.fillRect(0, 0, canvas.width, canvas.height);
    return canvas.toDataURL('image/jpeg', 0.82).split(',')[1];
  }

  async function add() {
    const file = input?.files?.[0];
    if (!file) return;
    wrong = '';
    busy = true;
    try {
      const bytes = await scaled(file);
      await send('stock.picture', { id: uuid(), speciesId, caption, mime: 'image/jpeg', bytes });
      caption = '';
    } catch (error) {
      wrong = spoken(error);
    }
    input!.value = '';
    busy = false;
  }
</script>

<section aria-label="Pictures of {name}">
  <h3>Pictures</h3>
  <div class="pictures">
    {#each pictures as picture (picture.id)}
      <figure>
        <img src="/species/{picture.id}" alt={picture.caption || name} loading="lazy" />
        <figcaption>
          {picture.caption}
          <button
            class="link-button"
            onclick={() => void send('stock.dropPicture', { id: picture.id })}
            >Take off<span class="visually-hidden"> {picture.caption || name}</span></button
          >
        </figcaption>
      </figure>
    {:else}<p class="quiet">None yet: a bud, a root, the two that get mixed up.</p>{/each}
  </div>
  <TextInput labelText="What the next picture shows" bind:value={caption} maxlength={120} />
  <input
    bind:this={input}
    class="visually-hidden"
    type="file"
    accept="image/png,image/jpeg,image/webp"
    aria-label="Picture of {name}"
    onchange={() => void add()}
  />
  <Button kind="tertiary" disabled={busy} on:click={() => input?.click()}
    >{busy ? 'Adding …' : 'Add a picture'}</Button
  >
  {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
</section>

<style>
  section {
    margin-top: 18px;
    display: grid;
    gap: 10px;
  }
  .pictures {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px;
  }
  figure {
    margin: 0;
  }
  img {
    width: 100%;
    display: block;
    border: 1px solid var(--rule);
  }
  figcaption {
    font-size: 13px;
    color: var(--slate);
  }
</style>
