<script lang="ts">
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { saveWhole } from '$lib/parts/whole.svelte';
  import { MATERIALS } from '$core/calendar/materials';
  import { depthRange, formatNumber, inUnits } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { Button, Checkbox, Select, SelectItem } from 'carbon-components-svelte';
  import { onMount, untrack } from 'svelte';
  import { TASKS } from '$core/calendar/tasks';
  import { GROUPS, SCHOOLS, type Conditions, type Question } from '$core/method/schools';
  import {
    answers,
    billPerTree,
    briefing,
    depthOf,
    handsBehind,
    methodOf,
    methodTasks,
    sprays,
  } from '$core/method/method';
  import { History, undoKeys } from '$lib/parts/history.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const inWords = (text: string) => inUnits(text, units.system);
  const history = new History(
    untrack(() => ({ conditions: data.block.conditions, method: data.block.method })),
  );
  let firstRead = untrack(() => history.current);
  let edition = untrack(() => data.block.methodEdition);
  const chosen = $derived(methodOf(history.current.method, history.current.conditions));
  const groups = $derived(
    GROUPS.map(({ label, questions }) => ({
      label,
      chosen: chosen.filter(({ question }) => questions.some((one) => one.question === question)),
    })),
  );
  const depth = $derived(depthOf(chosen));
  /** What the method asks for beside trees, flags and hands, for the trees of the layout. */
  const materials = $derived.by(() => {
    const ground = {
      ...{ trees: data.layout?.trees ?? 1000, toOrder: 0, rows: 0, perimeter: 0, rate: 600 },
      perTree: billPerTree(chosen),
      behind: handsBehind(chosen),
      herbicide: sprays(chosen) ? 1 : 0,
      rippingHours: answers(chosen, 'rip', 'none') ? 0 : 1,
    };
    const worked = ['trees', 'planting', 'flags'];
    return MATERIALS.filter(({ key }) => !worked.includes(key)).flatMap(
      ({ key, label, unit, needed }) => {
        const amount = needed(ground, 'none');
        if (!amount) return [];
        // Product and hours are worked out on their own pages.
        if (key === 'herbicide' || key === 'ripping' || key === 'behind') return [label];
        return [
          `${label}, ${formatNumber(amount, amount < 100 ? 1 : 0)} ${unit === 'piece' ? '' : unit}`.trim(),
        ];
      },
    );
  });
  const tasks = $derived(
    [...methodTasks(chosen)]
      .map((key) => TASKS.find((task) => task.key === key)?.label)
      .filter(Boolean),
  );
  const editable = $derived(data.role === 'leader');
  const doing = new Doing();
  onMount(() => undoKeys(history));
  const ground = (next: Partial<Conditions>) =>
    history.change({ ...history.current, conditions: { ...history.current.conditions, ...next } });
  function pick(question: Question, key: string, byDefault: string) {
    const method = { ...history.current.method };
    // A choice equal to the default is no choice: it follows when the ground changes.
    if (key === byDefault) delete method[question];
    else method[question] = key;
    history.change({ ...history.current, method });
  }
  const save = () =>
    doing.run(async () => {
      const mine = history.current;
      const saved = await saveWhole(
        'method.save',
        { before: firstRead, mine, edition },
        (value, at) => ({ blockId: data.block.id, ...value, edition: at }),
      );
      history.markSaved(mine, saved.value);
      firstRead = saved.value;
      edition = saved.result?.edition ?? data.block.methodEdition;
    });
  const CHOICES: {
    key: 'texture' | 'moisture' | 'cover' | 'planting' | 'stock';
    label: string;
    values: string[];
  }[] = [
    { key: 'texture', label: 'Soil', values: ['sand', 'loam', 'clay'] },
    { key: 'moisture', label: 'Moisture', values: ['dry', 'fresh', 'wet'] },
    { key: 'cover', label: 'Cover', values: ['sod', 'bare', 'cleared'] },
    { key: 'planting', label: 'Planted by', values: ['hand', 'machine'] },
    { key: 'stock', label: 'Stock', values: ['bare-root', 'container'] },
  ];
</script>

<div class="screen">
  <section class="decide">
    <h2>Ground and stock of {data.block.name}</h2>
    <div class="conditions">
      {#each CHOICES as { key, label, values } (key)}
        <Select
          labelText={label}
          disabled={!editable}
          selected={history.current.conditions[key]}
          on:update={(e) => ground({ [key]: e.detail })}
          >{#each values as value (value)}<SelectItem {value} text={value} />{/each}</Select
        >
      {/each}
      <Checkbox
        labelText="Compacted"
        disabled={!editable}
        checked={history.current.conditions.compacted}
        on:check={(e) => ground({ compacted: e.detail })}
      />
      <Checkbox
        labelText="Sloping"
        disabled={!editable}
        checked={history.current.conditions.sloping}
        on:check={(e) => ground({ sloping: e.detail })}
      />
      <Checkbox
        labelText="Exposed to wind"
        disabled={!editable}
        checked={history.current.conditions.exposed}
        on:check={(e) => ground({ exposed: e.detail })}
      />
    </div>
    <p class="quiet small">
      Each default on the right follows from these; a choice of your own stays.
    </p>
  </section>
  <section class="drawing panel">
    <h2>Method: where good planters disagree, this block does</h2>
    <table class="ledger">
      <thead><tr><th>Question</th><th>This block</th><th>Suits, and changes</th></tr></thead>
      {#each groups as group (group.label)}
        <tbody>
          <tr><th colspan="3" scope="rowgroup" class="group">{group.label}</th></tr>
          {#each group.chosen as { question, label, school, isDefault, because, defaultKey } (question)}
            <tr>
              <td><b>{label}</b></td>
              <td class="choice">
                <Select
                  labelText={label}
                  hideLabel
                  size="sm"
                  disabled={!editable}
                  selected={school.key}
                  on:update={(e) =>
                    e.detail !== school.key && pick(question, String(e.detail), defaultKey)}
                >
                  {#each SCHOOLS.find((entry) => entry.question === question)?.schools ?? [] as option (option.key)}<SelectItem
                      value={option.key}
                      text={inWords(option.label)}
                    />{/each}
                </Select>
              </td>
              <td
                >Suits {school.suits}{school.changes === 'nothing'
                  ? ''
                  : `; ${inWords(school.changes)}`}.
                <span class="quiet"
                  >{isDefault
                    ? because
                    : `Your choice. By default: ${SCHOOLS.find(
                        (entry) => entry.question === question,
                      )
                        ?.schools.find(({ key }) => key === defaultKey)
                        ?.label.replace(/^[A-Z]/, (letter) =>
                          letter.toLowerCase(),
                        )}, because: ${because[0].toLowerCase()}${because.slice(1)}`}</span
                ></td
              >
            </tr>
          {/each}
        </tbody>
      {/each}
    </table>
  </section>
  <aside class="comes-to">
    <h2>Checks pass, soil over the {depth.datum}</h2>
    <div><span class="big num">{depthRange(depth, units.system)}</span></div>
    <h2>The crew is told</h2>
    <p class="brief">{inWords(briefing(chosen))}</p>
    <h2>It brings into the calendar</h2>
    {#if tasks.length}<ul>
        {#each tasks as label (label)}<li>{label}</li>{/each}
      </ul>{:else}<p class="quiet">Nothing beyond the usual.</p>{/if}
    <h2>It brings into the bill</h2>
    {#if materials.length}<ul>
        {#each materials as line (line)}<li>{line}</li>{/each}
      </ul>{:else}<p class="quiet">Trees and hands, nothing beyond.</p>{/if}
    <Outcome of={doing} />
    {#if editable}
      <div class="buttons">
        <Button disabled={!history.changed} on:click={save}>Save the method</Button>
        <Button
          kind="ghost"
          size="small"
          disabled={!history.canUndo}
          on:click={() => history.undo()}>Undo</Button
        >
        <Button
          kind="ghost"
          size="small"
          disabled={!history.canRedo}
          on:click={() => history.redo()}>Redo</Button
        >
      </div>
    {/if}
    <p class="say caution">
      Where a herbicide is chosen, its label is the law and a licensed operator sprays.
    </p>
  </aside>
</div>

<style>
  .conditions {
    display: grid;
    gap: 10px;
  }
  .small {
    font-size: 13.5px;
  }
  .choice {
    min-width: 190px;
  }
  .group {
    padding-top: 14px;
    font-size: 13.5px;
    color: var(--slate);
    text-align: left;
  }
  .brief {
    font-size: 15px;
    line-height: 1.5;
  }
  ul {
    margin: 0;
    padding-left: 18px;
  }
  td {
    vertical-align: top;
  }
</style>
