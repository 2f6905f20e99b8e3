<script lang="ts">
  import { MACHINE_STEPS } from '$core/crew/briefing';
  import type { BriefStage } from '$core/crew/stages';
  import { useTongue } from './tongue.svelte';

  interface Props {
    stages: readonly BriefStage[];
    byMachine: boolean;
  }
  /** How trees are planted on these rows, stage by stage, with what can hurt. */
  let { stages, byMachine }: Props = $props();
  const tongue = useTongue();
  const { say } = tongue;
</script>

<details>
  <summary>{say('rows.how')}</summary>
  <ul>
    {#if byMachine}{#each MACHINE_STEPS as step (step)}<li>
          {say(`brief.machine.${step}`)}
        </li>{/each}{/if}
    {#each stages as stage, i (i)}
      <li>
        {#if stage.who}<b>{tongue.why(stage.who)}.</b>{/if}
        {tongue.stage(stage)}
      </li>
    {/each}
  </ul>
  <p class="quiet">{say(byMachine ? 'rows.safetyMachine' : 'rows.safety')}</p>
</details>

<style>
  details {
    margin-top: 18px;
    font-size: 16px;
  }
  details ul {
    margin: 0 0 12px;
    padding-left: 18px;
    list-style: disc;
  }
  details li {
    margin-bottom: 6px;
  }
  summary {
    min-height: 44px;
    display: flex;
    align-items: center;
    color: var(--viridian);
    font-weight: 600;
  }
</style>
