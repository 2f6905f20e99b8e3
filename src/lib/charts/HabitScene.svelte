<script lang="ts">
  import { HABIT_SCENES, SCENE, type SceneThing } from '$core/stock/scenes';

  interface Props {
    habit: string;
    kept: boolean;
  }
  /** A scene at the boxes, drawn without words: the sentence beside it says the same. */
  let { habit, kept }: Props = $props();
  const things = $derived(HABIT_SCENES[habit]?.[kept ? 'kept' : 'broken'] ?? []);
  const G = SCENE.ground;
</script>

{#snippet roots(state: 'wet' | 'dry' | 'earth')}
  {#if state === 'earth'}<ellipse cx="0" cy="16" rx="14" ry="17" class="earth" />{/if}
  <path
    class="root {state}"
    d={state === 'dry'
      ? 'M0 0L-2 30M0 8L-12 22M0 10L11 24'
      : 'M0 0L0 34M0 8L-11 24M0 10L12 24M0 18L-7 34M0 18L8 33M0 4L-14 12M0 5L15 12'}
  />
{/snippet}

{#snippet drawn(thing: SceneThing)}
  {#if thing.what === 'box'}
    {@const y = thing.y ?? G - 36}
    <path class="wood" d="M{thing.x - 34} {y}h68v36h-68z" />
    <path class="line" d="M{thing.x - 34} {y + 12}h68M{thing.x - 34} {y + 24}h68" />
  {:else if thing.what === 'bag'}
    <path
      class="bag"
      d={thing.open
        ? `M${thing.x - 26} ${G - 44}l4 44h44l4 -44l-10 6l-8 -7l-8 7l-8 -7z`
        : `M${thing.x - 20} ${G - 34}c-8 12 -6 24 -4 34h48c2 -10 4 -22 -4 -34l-14 -8l4 -12h-20l4 12z`}
    />
    {#if thing.open}
      {#each [-12, 0, 12] as dx (dx)}<path
          class="shoot"
          d="M{thing.x + dx} {G - 42}v-24m0 10l-6 -6m6 0l6 -6"
        />{/each}
    {/if}
  {:else if thing.what === 'tray'}
    <path class="wood" d="M{thing.x - 56} {G - 30}h112l-8 22h-96z" />
    {#each [-40, -20, 0, 20, 40] as dx (dx)}
      <path class="shoot" d="M{thing.x + dx} {G - 30}v-26m0 10l-6 -7m6 1l6 -7" />
    {/each}
    <path class={thing.wet ? 'water' : 'dust'} d="M{thing.x - 52} {G - 22}h104" />
  {:else if thing.what === 'tree'}
    <g transform="translate({thing.x} {thing.y}) rotate({thing.turned ?? 0})">
      <path class="shoot" d="M0 2V-42M0 -14l-10 -10M0 -22l10 -10M0 -30l-7 -9" />
      {@render roots(thing.roots)}
    </g>
  {:else if thing.what === 'pot'}
    <g transform="translate({thing.x} {thing.y}) rotate({thing.turned})">
      <path class="shoot" d="M0 -18v-26m0 12l-8 -8m8 2l8 -8" />
      <path class="wood" d="M-18 -18h36l-5 34h-26z" />
    </g>
  {:else if thing.what === 'hole'}
    <path class="pit" d="M{thing.x - 26} {G}l8 18h36l8 -18z" />
    <path class="earth" d="M{thing.x + 30} {G}c6 -16 22 -16 28 0z" />
  {:else if thing.what === 'bucket'}
    <path class="pail" d="M{thing.x - 22} {G - 36}h44l-6 36h-32z" />
    <path class="water" d="M{thing.x - 20} {G - 26}h40" />
  {:else if thing.what === 'person'}
    <g transform="translate({thing.x} {G}) rotate({thing.bent ? 34 : 0} 0 -44)">
      <circle cx="0" cy="-82" r="8" class="body" />
      <path class="body" d="M0 -74v30M0 -66l18 14M0 -66l-12 16" />
    </g>
    <path class="body" d="M{thing.x} {G - 44}l-9 44M{thing.x} {G - 44}l9 44" />
  {:else if thing.what === 'roof'}
    <path class="roof" d="M{thing.x - 62} 56L{thing.x} 34l62 22" />
    <path class="line" d="M{thing.x - 54} 56V{G}M{thing.x + 54} 56V{G}" />
  {:else if thing.what === 'sun'}
    <circle cx={thing.x} cy={thing.y} r="12" class="sun" />
    <path
      class="sun"
      d="M{thing.x - 22} {thing.y}h6M{thing.x + 16} {thing.y}h6M{thing.x} {thing.y -
        22}v6M{thing.x} {thing.y + 16}v6M{thing.x - 15} {thing.y - 15}l4 4M{thing.x + 11} {thing.y +
        11}l4 4M{thing.x - 15} {thing.y + 15}l4 -4M{thing.x + 11} {thing.y - 11}l4 -4"
    />
  {:else if thing.what === 'wind'}
    {#each [0, 12, 24] as dy (dy)}<path
        class="wind"
        d="M{thing.x - 22} {thing.y + dy}h34c10 0 10 -10 2 -10"
      />{/each}
  {:else if thing.what === 'drops'}
    {#each [-12, 0, 12] as dx (dx)}<path
        class="drop"
        d="M{thing.x + dx} {thing.y - 6 + Math.abs(dx) / 3}q5 8 0 10q-5 -2 0 -10z"
      />{/each}
  {:else if thing.what === 'blow'}
    <path
      class="blow"
      d="M{thing.x - 10} {thing.y - 8}l-6 -6M{thing.x} {thing.y - 12}v-9M{thing.x + 10} {thing.y -
        8}l6 -6"
    />
  {:else if thing.what === 'clods'}
    {#each [[0, 0], [14, -12], [20, 8], [32, -4]] as [dx, dy] (dx)}<circle
        class="earth"
        cx={thing.x + dx}
        cy={thing.y + dy}
        r="4"
      />{/each}
  {/if}
{/snippet}

<svg viewBox="0 0 {SCENE.width} {SCENE.height}" aria-hidden="true">
  <path class="ground" d="M0 {G}H{SCENE.width}" />
  {#each things as thing, i (i)}{@render drawn(thing)}{/each}
</svg>

<style>
  svg {
    display: block;
    width: 100%;
    max-height: 32vh;
    background: var(--sheet);
  }
  path,
  circle {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2.4;
    stroke-linecap: round;
    stroke-linejoin: round;
  }
  .ground {
    stroke-width: 3;
  }
  .wood {
    fill: var(--hole);
  }
  .line {
    stroke-width: 1.4;
  }
  .bag,
  .pail {
    fill: var(--field);
  }
  .shoot {
    stroke: var(--viridian);
    stroke-width: 3;
  }
  .root {
    stroke: var(--root);
    stroke-width: 3;
  }
  .root.wet {
    stroke: var(--water);
  }
  .earth,
  .pit {
    fill: var(--hole);
    stroke: var(--root);
  }
  .water {
    stroke: var(--water);
    stroke-width: 4;
  }
  .dust {
    stroke: var(--root);
    stroke-dasharray: 2 6;
  }
  .sun {
    stroke: var(--ochre);
    fill: var(--ochre-fill);
  }
  .wind {
    stroke: var(--slate);
  }
  .drop {
    stroke: var(--water);
    fill: var(--water);
  }
  .blow {
    stroke: var(--clay);
    stroke-width: 3.4;
  }
  .roof {
    stroke-width: 4;
  }
  .body {
    stroke: var(--slate);
    stroke-width: 4;
  }
</style>
