<script lang="ts">
  import { BRIEF_PARTS, type BriefItem } from '$core/crew/briefing';
  import { useTongue } from './tongue.svelte';

  interface Props {
    items: readonly BriefItem[];
    /** Whether each part has its heading. */
    headed?: boolean;
    /** Heading level of the parts. */
    level?: 2 | 3;
  }
  /** A briefing in the reader's language: on a phone, on the leader's screen, on paper. */
  let { items, level = 2, headed = true }: Props = $props();
  const { say } = useTongue();
  const parts = $derived(
    BRIEF_PARTS.map((part) => ({ part, own: items.filter((item) => item.part === part) })).filter(
      ({ own }) => own.length,
    ),
  );
  const figures = ({ key, figures: given }: BriefItem): BriefItem['figures'] =>
    key === 'brief.meet' || key === 'brief.noPlace'
      ? { ...given, time: clock(Number(given.time)) }
      : given;
  const clock = (hours: number) =>
    `${Math.floor(hours)}:${String(Math.round((hours % 1) * 60)).padStart(2, '0')}`;
</script>

<div class="parts">
  {#each parts as { part, own } (part)}
    <section class={part}>
      {#if headed}<svelte:element this={`h${level}`} class="head"
          >{say(`brief.part.${part}`)}</svelte:element
        >{/if}
      <ul>
        {#each own as item, i (i)}<li>{say(item.key, figures(item))}</li>{/each}
      </ul>
    </section>
  {/each}
</div>

<style>
  .parts {
    display: grid;
    gap: 14px;
  }
  section {
    border-left: 5px solid var(--viridian);
    padding: 2px 0 2px 12px;
    break-inside: avoid;
  }
  .dangers {
    border-color: var(--clay);
  }
  .help {
    border-color: var(--ochre-fill);
  }
  .head {
    font-size: 17px;
    font-weight: 700;
    margin: 0 0 4px;
  }
  ul {
    margin: 0;
    padding: 0 0 0 18px;
    list-style: disc;
  }
  li {
    font-size: 16px;
    line-height: 1.42;
    margin: 2px 0;
  }
</style>
