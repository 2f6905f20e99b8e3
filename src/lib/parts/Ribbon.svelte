<script lang="ts">
  interface Props {
    /** Species index and count in turn. */
    runs: readonly number[];
    species: readonly { letter: string; colour: string; name: string }[];
    /** Width of a full-length row, in trees, so that ribbons share a scale. */
    outOf?: number;
    height?: number;
    /** Trees planted so far, marked under the strip. */
    planted?: number;
  }
  let { runs, species, outOf, height = 18, planted }: Props = $props();
  const parts = $derived(
    Array.from({ length: runs.length / 2 }, (_, i) => ({
      species: runs[2 * i],
      count: runs[2 * i + 1],
    })),
  );
  const total = $derived(parts.reduce((sum, { count }) => sum + count, 0));
  const label = $derived(
    parts.map((part) => `${species[part.species].name} ${part.count}`).join(', '),
  );
</script>

<div class="ribbon" style:width={outOf ? `${(100 * total) / outOf}%` : '100%'}>
  <div class="strip" style:height="{height}px" role="img" aria-label={label}>
    {#each parts as part, i (i)}
      <i
        style:flex={part.count}
        style:background={species[part.species].colour}
        style:line-height="{height}px"
        style:font-size="{Math.max(11, height * 0.36)}px"
        ><b
          class:two={part.count > 9 || species[part.species].letter.length > 1}
          class:more={species[part.species].letter.length + String(part.count).length > 3}
          >{species[part.species].letter} {part.count}</b
        ></i
      >
    {/each}
  </div>
  {#if planted !== undefined && total > 0}
    <div class="mark" style:left="{(100 * planted) / total}%"></div>
  {/if}
</div>

<style>
  .ribbon {
    position: relative;
  }
  .strip {
    display: flex;
    gap: 1px;
  }
  i {
    display: block;
    min-width: 0;
    color: #fff;
    font-style: normal;
    container-type: inline-size;
    overflow: hidden;
    white-space: nowrap;
    box-sizing: border-box;
  }
  b {
    font-weight: 600;
    padding-left: 4px;
  }
  /* A letter and a count are shown where they are wide enough to be read whole. */
  @container (max-width: 2.3em) {
    b {
      display: none;
    }
  }
  @container (max-width: 3.1em) {
    b.two {
      display: none;
    }
  }
  @container (max-width: 4.1em) {
    b.more {
      display: none;
    }
  }
  .mark {
    position: absolute;
    top: calc(100% + 3px);
    width: 0;
    margin-left: -7px;
    border: 7px solid transparent;
    border-top: 0;
    border-bottom: 10px solid var(--ink);
  }
</style>
