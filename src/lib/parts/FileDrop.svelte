<script module lang="ts">
  /** Endings of files that hold points, lines and areas. */
  export const SHAPE_FILES = '.geojson,.json,.gpx,.kml,.kmz,.csv,.txt,.zip';
</script>

<script lang="ts">
  import { spoken } from '$lib/parts/reader.svelte';
  import { stopReading } from '$lib/parts/reading';
  import { onMount } from 'svelte';
  import { checkFileSize, LARGEST_FILE } from '$core/formats/archive';

  interface Props {
    label: string;
    hint: string;
    accept?: string;
    /** What takes a while is waited for, and said meanwhile. */
    onfile: (text: string, name: string) => unknown;
    /** Takes files that are not text: a zipped shapefile, a GeoTIFF. */
    onbytes?: (bytes: ArrayBuffer, name: string) => unknown;
    onerror: (message: string) => void;
    /** Bytes a file may have. */
    most?: number;
  }
  let {
    label,
    hint,
    accept = '.geojson,.json,.gpx,.kml,.csv,.txt',
    onfile,
    onbytes,
    onerror,
    most = LARGEST_FILE,
  }: Props = $props();
  let input: HTMLInputElement;
  let over = $state(false);
  /** Name of the file that is being read. */
  let reading = $state('');
  const id = $props.id();

  async function take(file: File | undefined) {
    if (!file) return;
    reading = file.name;
    try {
      // By its size first: a file far too large is never read into memory.
      checkFileSize(file.size, most);
      if (onbytes && /\.(zip|kmz|tiff?)$/i.test(file.name))
        await onbytes(await file.arrayBuffer(), file.name);
      else await onfile(await file.text(), file.name);
    } catch (error) {
      onerror(spoken(error));
    } finally {
      if (reading === file.name) reading = '';
    }
  }

  function takeChosen() {
    void take(input.files?.[0]);
    input.value = '';
  }
  // A file chosen while the page was still waking up is not lost.
  onMount(() => {
    if (input.files?.length) takeChosen();
  });
</script>

<label
  for={id}
  class:over
  ondragover={(event) => (event.preventDefault(), (over = true))}
  ondragleave={() => (over = false)}
  ondrop={(event) => (
    event.preventDefault(),
    (over = false),
    void take(event.dataTransfer?.files[0])
  )}
>
  <b>{label}</b>
  <small>{hint}</small>
  <input {id} type="file" {accept} bind:this={input} onchange={takeChosen} />
</label>
{#if reading}<p class="quiet" role="status">
    Reading {reading} …
    <button type="button" class="link-button" onclick={stopReading}>Stop</button>
  </p>{/if}

<style>
  label {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
    border: 1.5px dashed var(--rule-strong);
    background: var(--sheet);
    padding: 12px 14px;
    cursor: pointer;
    font-size: 14.5px;
    min-width: 0;
  }
  small,
  b {
    overflow-wrap: anywhere;
    white-space: normal;
  }
  label.over,
  label:hover,
  label:focus-within {
    border-color: var(--viridian);
    background: var(--viridian-tint);
  }
  small {
    color: var(--slate);
    font-size: 13px;
  }
  input {
    margin-top: 6px;
    font: 13px var(--text);
    width: 100%;
    min-width: 0;
    color: inherit;
  }
  input::file-selector-button {
    font: 600 13px var(--text);
    color: var(--viridian);
    background: none;
    border: 1px solid var(--viridian);
    padding: 5px 10px;
    margin-right: 8px;
    cursor: pointer;
  }
</style>
