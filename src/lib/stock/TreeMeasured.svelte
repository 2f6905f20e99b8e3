<script lang="ts">
  import { untrack } from 'svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import { formatLength } from '$core/measure/units';
  import { GATE_FAULTS, type GateFault, type GateTree } from '$core/stock/inspection';
  import { useUnits } from '$lib/parts/figures.svelte';
  import type { useTongue } from '$lib/field/tongue.svelte';

  interface Props {
    tree: GateTree;
    /** Container stock: its flare is looked for in the pot. */
    contained: boolean;
    tongue: ReturnType<typeof useTongue>;
    /** What of the last measure cannot be; empty when all can. */
    wrong: string;
  }
  /** One tree of a sample: its measures, its dry masses where it is given up, its faults. */
  let { tree = $bindable(), contained, tongue, wrong = $bindable() }: Props = $props();
  const units = useUnits();
  const { say, measure } = untrack(() => tongue);
  const toggle = (fault: GateFault) =>
    (tree.faults = tree.faults.includes(fault)
      ? tree.faults.filter((entry) => entry !== fault)
      : [...tree.faults, fault]);
  const INCH = { name: 'in', metres: 0.0254 };
  const CENTIMETRE = { name: 'cm', metres: 0.01 };
  type Measure = keyof Omit<GateTree, 'faults' | 'shootMass' | 'rootMass'>;
  /** The measures of a tree: what is asked, the most it can be in metres, and its metric unit. */
  const MEASURES: [Measure, string, number, { name: string; metres: number }][] = $derived([
    ['height', say('gate.m.height'), 10, CENTIMETRE],
    ['collar', say('gate.m.collar'), 0.5, { name: 'mm', metres: 0.001 }],
    ['rootLength', say('gate.m.rootLength'), 3, CENTIMETRE],
    ['rootSpread', say('gate.m.rootSpread'), 3, CENTIMETRE],
    contained
      ? ['flareBelow', say('gate.m.flareBelow'), 0.5, CENTIMETRE]
      : ['topSideRoot', say('gate.m.topSideRoot'), 0.5, CENTIMETRE],
  ]);
  /** Dry masses, of trees given up for the quality index. */
  const MASSES = [
    ['shootMass', say('gate.shootMass')],
    ['rootMass', say('gate.rootMass')],
  ] as const;
  const weighed = (key: (typeof MASSES)[number][0], text: string) =>
    (tree = { ...tree, [key]: Number(text) > 0 ? Number(text) / 1000 : undefined });
  function measured(key: Measure, text: string, unit: number, most: number) {
    const metres = Number(text) * unit;
    // A flare that lies open is 0 deep; a tree that is 0 high is a slip.
    const mayBeNone = key === 'flareBelow' || key === 'topSideRoot';
    wrong = '';
    if (text === '' || (metres === 0 && !mayBeNone)) tree = { ...tree, [key]: undefined };
    else if (metres >= 0 && metres <= most) tree = { ...tree, [key]: metres };
    else
      wrong = say('gate.measureWrong', {
        found: text,
        most: measure(formatLength(most, units.system)),
      });
  }
</script>

<div class="measures">
  {#each MEASURES as [key, label, most, metric] (key)}
    {@const unit = units.system === 'us' ? INCH : metric}
    <div class="pair">
      <label for="measure-{key}">{label}, {unit.name}</label>
      <NumberBox
        id="measure-{key}"
        class="number num"
        min="0"
        max={most / unit.metres}
        step="any"
        value={tree[key] === undefined ? undefined : Number((tree[key] / unit.metres).toFixed(2))}
        onvalue={(typed) => measured(key, String(typed), unit.metres, most)}
        onempty={() => measured(key, '', unit.metres, most)}
      />
    </div>
  {/each}
</div>
<details>
  <summary>{say('gate.dry')}</summary>
  <div class="measures">
    {#each MASSES as [key, label] (key)}
      <div class="pair">
        <label for="mass-{key}">{label}</label>
        <NumberBox
          id="mass-{key}"
          class="number num"
          min="0"
          step="any"
          value={tree[key] === undefined ? undefined : tree[key] * 1000}
          onvalue={(typed) => weighed(key, String(typed))}
          onempty={() => weighed(key, '')}
        />
      </div>
    {/each}
  </div>
</details>
<div class="faults" role="group" aria-label={say('gate.faultsOf')}>
  {#each GATE_FAULTS as fault (fault)}
    <button type="button" aria-pressed={tree.faults.includes(fault)} onclick={() => toggle(fault)}
      >{say(`gate.fault.${fault}`)}</button
    >
  {/each}
</div>

<style>
  .measures {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
    gap: 0 18px;
  }
  summary {
    font-size: 14px;
    color: var(--slate);
    min-height: 32px;
    cursor: pointer;
  }
  .faults {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(132px, 1fr));
    gap: 8px;
    margin: 8px 0 12px;
  }
  .faults button {
    min-height: 56px;
    font: 600 15px var(--text);
    color: var(--ink);
    background: var(--field);
    border: 1.5px solid var(--rule-strong);
    cursor: pointer;
  }
  .faults button[aria-pressed='true'] {
    background: var(--clay-tint);
    border: 2.5px solid var(--clay);
  }
  @media (max-width: 900px) {
    .measures :global(.number > input) {
      height: 48px;
      font-size: 19px;
    }
  }
</style>
