<script lang="ts">
  import { hourText } from '$core/say/day';
  import { BRIEF_PARTS, type BriefItem, type BriefSentence } from '$core/crew/briefing';
  import { treeFor, type Lesson } from '$core/checks/trainer';
  import TreeDrawing from '$lib/charts/TreeDrawing.svelte';
  import { drawingWords, lessonWords } from './tree-words';
  import { toolNamed, useTongue } from './tongue.svelte';

  interface Props {
    items: readonly BriefItem[];
    /** Whether each part has its heading. */
    headed?: boolean;
    /** Heading level of the parts. */
    level?: 2 | 3;
    /** Ways of planting of which a good tree is drawn. */
    lessons?: readonly Lesson[];
  }
  /** A briefing in the reader's language: on a phone, on the leader's screen, on paper. */
  let { items, level = 2, headed = true, lessons = [] }: Props = $props();
  const tongue = useTongue();
  const { say } = tongue;
  /** One tree of each stock, set as the method asks. */
  const trees = $derived(
    lessons
      .filter((one, i) => lessons.findIndex(({ stock }) => stock === one.stock) === i)
      .map((lesson) => ({
        lesson,
        tree: { ...treeFor(lesson, undefined, 0, 'as it should be'), lean: 0 },
      })),
  );
  const parts = $derived(
    BRIEF_PARTS.map((part) => ({ part, own: items.filter((item) => item.part === part) })).filter(
      ({ own }) => own.length,
    ),
  );
  function figures({ key, figures: given }: BriefSentence): BriefSentence['figures'] {
    switch (key) {
      case 'brief.meet':
      case 'brief.noPlace':
        return { ...given, time: hourText(Number(given.time)) };
      case 'brief.tool':
        return {
          tools: (given.tools as { list: string[] }).list
            .map((name) => toolNamed(name, say))
            .join(', '),
        };
      default:
        return given;
    }
  }
</script>

<div class="parts">
  {#each parts as { part, own } (part)}
    <section class={part}>
      {#if headed}<svelte:element this={`h${level}`} class="head"
          >{say(`brief.part.${part}`)}</svelte:element
        >{/if}
      <ul>
        {#each own as item, i (i)}
          <li>
            {#if 'steps' in item}
              {#if item.who}<b>{tongue.why(item.who)}.</b>{/if}
              {tongue.stage(item)}
            {:else}{say(item.key, figures(item))}{/if}
          </li>
        {/each}
      </ul>
      {#if part === 'how'}
        <div class="trees">
          {#each trees as { lesson, tree } (lesson.stock)}
            <figure>
              <TreeDrawing {tree} label={drawingWords(tree, tongue)} />
              <figcaption>
                {lessonWords(lesson, tongue)}
              </figcaption>
            </figure>
          {/each}
        </div>
      {/if}
    </section>
  {/each}
</div>

<style>
  .trees {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(180px, 230px));
    gap: 12px;
    margin-top: 10px;
  }
  figure {
    margin: 0;
  }
  figcaption {
    font-size: 14px;
    margin-top: 4px;
  }
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
