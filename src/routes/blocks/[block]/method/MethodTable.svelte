<script lang="ts">
  import { Select, SelectItem } from 'carbon-components-svelte';
  import { inUnits } from '$core/measure/units';
  import type { Chosen, Method } from '$core/method/method';
  import { GROUPS, SCHOOLS, type Question } from '$core/method/schools';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { becauseWords, questionLabel, schoolWords } from '$lib/words/method';

  /**
   * The questions on which good planters disagree, with what is done here. Over a `base`, only what differs
   * from it is an answer; without one every question has one.
   */
  interface Props {
    chosen: Chosen[];
    base?: Chosen[];
    own: Method;
    editable: boolean;
    /** Answers a question; nothing goes back to what is done otherwise. */
    pick: (question: Question, key: string | undefined) => void;
  }
  let { chosen, base, own, editable, pick }: Props = $props();
  const units = useUnits();
  const inMeasures = (text: string) => inUnits(text, units.system);
  const small = (text: string) => text.replace(/^[A-Z](?![A-Z])/, (letter) => letter.toLowerCase());
  const schoolsOf = (question: Question) =>
    SCHOOLS.find((entry) => entry.question === question)?.schools ?? [];
  const labelOf = (question: Question, key: string) => inMeasures(schoolWords(question, key).label);
  const GROUP_LABELS = {
    setting: 'The tree and its hole',
    ground: 'The ground and its weeds',
    water: 'Water',
    browse: 'Teeth',
  };
  const groups = $derived(
    GROUPS.map(({ group, questions }) => ({
      label: GROUP_LABELS[group],
      chosen: chosen.filter(({ question }) => questions.some((one) => one.question === question)),
    })),
  );
  /** What holds where nothing is chosen here: the block's answer, or the default of this stock. */
  const otherwise = ({ question, defaultKey }: Chosen) =>
    base?.find((entry) => entry.question === question)?.school.key ?? defaultKey;

  function why(entry: Chosen): string {
    const { question, isDefault, defaultKey } = entry;
    const because = becauseWords(entry);
    if (base)
      return own[question] !== undefined
        ? `Otherwise: ${small(labelOf(question, otherwise(entry)))}.`
        : '';
    if (isDefault) return because;
    return `Your choice. By default: ${small(labelOf(question, defaultKey))}, because: ${small(because)}`;
  }
</script>

<div class="wide">
  <table class="ledger stacked">
    <thead
      ><tr
        ><th>Question</th><th>{base ? 'These trees' : 'This block'}</th><th>Suits, and changes</th
        ></tr
      ></thead
    >
    {#each groups as group (group.label)}
      <tbody>
        <tr><th colspan="3" scope="rowgroup" class="group">{group.label}</th></tr>
        {#each group.chosen as entry (entry.question)}
          {@const { question, school } = entry}
          {@const label = questionLabel(question)}
          {@const { suits, changes } = schoolWords(question, school.key)}
          {@const differs = base && own[question] !== undefined}
          <tr class:differs>
            <td><b>{label}</b></td>
            <td class="choice">
              <Select
                labelText={label}
                hideLabel
                size="sm"
                disabled={!editable}
                selected={base && !differs ? '' : school.key}
                on:update={(e) => {
                  const key = String(e.detail);
                  if (base ? key !== (own[question] ?? '') : key !== school.key)
                    pick(question, key || undefined);
                }}
              >
                {#if base}<SelectItem
                    value=""
                    text="Same: {small(labelOf(question, otherwise(entry)))}"
                  />{/if}
                {#each schoolsOf(question) as option (option.key)}<SelectItem
                    value={option.key}
                    text={labelOf(question, option.key)}
                  />{/each}
              </Select>
            </td>
            <td
              >Suits {suits}{changes ? `; ${inMeasures(changes)}` : ''}.
              <span class="quiet">{inMeasures(why(entry))}</span></td
            >
          </tr>
        {/each}
      </tbody>
    {/each}
  </table>
</div>

<style>
  .choice {
    min-width: 245px;
  }
  .group {
    padding-top: 14px;
    font-size: 13.5px;
    color: var(--slate);
    text-align: left;
  }
  .differs td:first-child {
    box-shadow: inset 3px 0 0 var(--viridian);
    padding-left: 10px;
  }
  td {
    vertical-align: top;
  }
  @media (max-width: 640px) {
    .choice {
      min-width: 0;
    }
  }
</style>
