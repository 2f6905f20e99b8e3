<script lang="ts">
  import { CAMERA_BYTES } from '$core/crew/pictures';
  import { makeSmall, PhotoRefused, type SmallPhoto } from './photo';
  import { useTongue } from './tongue.svelte';

  interface Props {
    /** What the button says. */
    label: string;
    ontaken: (photo: SmallPhoto) => void;
    /** Told when another one is chosen. */
    onbegin?: () => void;
  }
  /** A photograph by the camera or from the phone, made small; what cannot be one is said. */
  let { label, ontaken, onbegin }: Props = $props();
  const { say } = useTongue();
  let wrong = $state('');

  async function take(file: File | undefined) {
    wrong = '';
    onbegin?.();
    if (!file) return;
    try {
      ontaken(await makeSmall(file));
    } catch (error) {
      if (!(error instanceof PhotoRefused)) throw error;
      wrong =
        error.why === 'noPicture'
          ? say('note.noPicture')
          : say('note.tooLarge', {
              megabytes: Math.round(error.megabytes),
              most: CAMERA_BYTES / 1e6,
            });
    }
  }
</script>

<label class="camera go plain"
  >{label}
  <input
    type="file"
    accept="image/*"
    capture="environment"
    aria-label={say('note.photo')}
    onchange={(event) => {
      void take(event.currentTarget.files?.[0]);
      event.currentTarget.value = '';
    }}
  /></label
>
{#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}

<style>
  .camera {
    display: grid;
    place-items: center;
    position: relative;
    text-align: center;
  }
  .camera input {
    position: absolute;
    inset: 0;
    opacity: 0;
    cursor: pointer;
    width: 100%;
    height: 100%;
  }
  .camera:focus-within {
    outline: 3px solid var(--viridian);
  }
</style>
