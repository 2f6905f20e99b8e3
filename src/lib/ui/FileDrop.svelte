<script lang="ts">
  import { checkFileSize } from '$core/formats/read';

  interface Props {
    label: string;
    hint: string;
    accept?: string;
    onfile: (text: string, name: string) => void;
    onerror: (message: string) => void;
  }
  let {
    label,
    hint,
    accept = '.geojson,.json,.gpx,.kml,.csv,.txt',
    onfile,
    onerror,
  }: Props = $props();
  let over = $state(false);
  const id = $props.id();

  async function take(file: File | undefined) {
    if (!file) return;
    try {
      // By its size first: a file far too large is never read into memory.
      checkFileSize(file.size);
      onfile(await file.text(), file.name);
    } catch (error) {
      onerror((error as Error).message);
    }
  }
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
  <input
    {id}
    type="file"
    {accept}
    onchange={(event) => (
      void take(event.currentTarget.files?.[0]),
      (event.currentTarget.value = '')
    )}
  />
</label>

<style>
  label {
    display: grid;
    gap: 2px;
    border: 1.5px dashed var(--rule-strong);
    background: var(--sheet);
    padding: 12px 14px;
    cursor: pointer;
    font-size: 14.5px;
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
    max-width: 100%;
    color: inherit;
  }
</style>
