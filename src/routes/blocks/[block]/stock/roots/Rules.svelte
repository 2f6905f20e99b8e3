<script lang="ts">
  import { Doing } from '$lib/parts/doing.svelte';
  import Measure from '$lib/parts/Measure.svelte';
  import NumberBox from '$lib/parts/NumberBox.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { saveWhole } from '$lib/parts/whole.svelte';
  import type { RootRules } from '$core/stock/roots';

  /** What the leader lets be done to roots; every bucket, label and gauge follows it. */
  interface Props {
    rules: RootRules & { edition: number };
    siteId: string;
    mayPlan: boolean;
  }
  let { rules, siteId, mayPlan }: Props = $props();
  const doing = new Doing();
  const partOf = ({ keep, mostCut, clearance, twist, cutSeconds }: RootRules) => ({
    ...{ keep, mostCut, clearance, twist, cutSeconds },
  });
  const set = (part: Partial<RootRules>) =>
    doing.run(async () => {
      await saveWhole(
        'stock.rootRules',
        {
          before: partOf(rules),
          mine: partOf({ ...rules, ...part }),
          edition: rules.edition,
        },
        (value, edition) => ({ siteId, ...value, edition }),
      );
    });
</script>

<details>
  <summary>What may be done to a root</summary>
  <div class="rules">
    <Measure
      label="Never cut shorter than"
      value={rules.keep}
      min={0.02}
      max={1}
      step={0.01}
      disabled={!mayPlan}
      onchange={(keep) => set({ keep })}
    />
    <Measure
      label="Free under the tips"
      value={rules.clearance}
      min={0}
      max={0.2}
      step={0.005}
      disabled={!mayPlan}
      onchange={(clearance) => set({ clearance })}
    />
    <label class="field"
      >Loses at most, % <NumberBox
        min="0"
        max="90"
        step="any"
        disabled={!mayPlan}
        value={Math.round(rules.mostCut * 1000) / 10}
        onvalue={(typed) => set({ mostCut: typed / 100 })}
      /></label
    >
    <label class="field"
      >Twisted up to, × an auger’s width <NumberBox
        min="1"
        max="4"
        step="any"
        disabled={!mayPlan}
        value={rules.twist}
        onvalue={(typed) => set({ twist: typed })}
      /></label
    >
    <label class="field"
      >Seconds a cut <NumberBox
        min="0"
        max="120"
        step="any"
        disabled={!mayPlan}
        value={rules.cutSeconds}
        onvalue={(typed) => set({ cutSeconds: typed })}
      /></label
    >
  </div>
  <Outcome of={doing} />
</details>

<style>
  summary {
    min-height: 32px;
    color: var(--viridian);
    font-weight: 600;
    cursor: pointer;
  }
  .rules {
    display: grid;
    gap: 8px;
    max-width: 420px;
  }
</style>
