<script lang="ts">
  import { onDestroy } from 'svelte';
  import { useTongue } from './tongue.svelte';
  import ScanWorker from '../../workers/scan.worker?worker';

  interface Props {
    onread: (text: string) => void;
    onerror: (message: string) => void;
  }
  /** Reads a label by the camera, or from a photo where a page may not use the camera. */
  let { onread, onerror }: Props = $props();
  const { say } = useTongue();
  let video = $state<HTMLVideoElement>();
  let running = $state(false);
  /** Nothing read for so long: the label, the light or the distance is wrong. */
  const SLOW = 4000;
  let slow = $state(false);
  let stream: MediaStream | undefined;
  let worker: Worker | undefined;
  const id = $props.id();

  /** Asks the worker what a picture says. */
  function read(picture: ImageBitmap): Promise<string | null> {
    worker ??= new ScanWorker();
    const reader = worker;
    return new Promise((resolve) => {
      reader.onmessage = ({ data }) => resolve(data as string | null);
      reader.postMessage(picture, [picture]);
    });
  }

  async function start() {
    try {
      stream = await navigator.mediaDevices.getUserMedia({
        video: { facingMode: 'environment' },
      });
    } catch {
      onerror(say('scan.shut'));
      return;
    }
    running = true;
    slow = false;
    const tip = setTimeout(() => (slow = true), SLOW);
    await Promise.resolve();
    if (!video) return stop();
    video.srcObject = stream;
    await video.play();
    while (running && video) {
      const text = await read(await createImageBitmap(video)).catch(() => null);
      if (text) {
        clearTimeout(tip);
        stop();
        onread(text);
        return;
      }
      await new Promise((next) => setTimeout(next, 180));
    }
    clearTimeout(tip);
  }
  function stop() {
    running = false;
    stream?.getTracks().forEach((track) => track.stop());
    stream = undefined;
  }
  async function photo(file: File | undefined) {
    if (!file) return;
    try {
      const text = await read(await createImageBitmap(file));
      if (text) onread(text);
      else onerror(say('scan.noCode'));
    } catch {
      onerror(say('scan.noPhoto'));
    }
  }
  onDestroy(() => {
    stop();
    worker?.terminate();
  });
  const hasCamera =
    typeof navigator !== 'undefined' && Boolean(navigator.mediaDevices?.getUserMedia);
</script>

{#if running}
  <video bind:this={video} playsinline muted aria-label={say('scan.looking')}></video>
  {#if slow}<p class="say" role="status">{say('scan.slow')}</p>{/if}
  <button type="button" class="go plain" onclick={stop}>{say('scan.stop')}</button>
{:else}
  <div class="two">
    {#if hasCamera}<button type="button" class="go" onclick={start}>{say('scan.start')}</button
      >{/if}
    <label class="go plain photo" for={id}>
      {say('scan.photo')}
      <input
        {id}
        type="file"
        accept="image/*"
        capture="environment"
        onchange={(event) => {
          void photo(event.currentTarget.files?.[0]);
          event.currentTarget.value = '';
        }}
      />
    </label>
  </div>
{/if}

<style>
  video {
    width: 100%;
    max-height: 50vh;
    object-fit: cover;
    background: #000;
  }
  .two {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
    gap: 8px;
  }
  .photo {
    display: grid;
    place-items: center;
    position: relative;
    text-align: center;
  }
  .photo input {
    position: absolute;
    inset: 0;
    opacity: 0;
    width: 100%;
    height: 100%;
    cursor: pointer;
  }
  .photo:focus-within {
    outline: 3px solid var(--viridian);
  }
</style>
