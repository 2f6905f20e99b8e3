<script lang="ts">
  import { formatLength } from '$core/measure/units';
  import FieldFrame from '$lib/field/FieldFrame.svelte';
  import RowsToDo from '$lib/field/RowsToDo.svelte';
  import { useTongue } from '$lib/field/tongue.svelte';
  import { fieldWork } from '$lib/field/work.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const work = fieldWork(() => data, ['rows.pegged']);
  const tongue = useTongue();
  const { say } = tongue;
  const length = (metres: number, decimals = 1) =>
    tongue.measure(formatLength(metres, tongue.system, decimals));
  /** What stands by the server, and what this phone has not sent yet over it, in the order of entry. */
  const stand = $derived.by(() => {
    const rows = new Map(data.stand.map((row) => [row, '']));
    for (const entry of work.outbox.pending('rows.pegged'))
      if (entry.layoutId === data.layoutId)
        for (const row of entry.rows ?? [])
          if (entry.stand) rows.set(row, entry.id);
          else rows.delete(row);
    return rows;
  });
  type Row = PageData['rows'][number];
  const stretch = ({ from, to }: { from: number; to: number }) => `${length(from)}–${length(to)}`;
  const detail = ({ base, level, strings, breaks, lane }: Row) =>
    [
      base && say('pegs.base', { along: length(base.along, 2), first: length(base.firstPeg, 2) }),
      lane ? say('pegs.lane') : say('pegs.length', { length: length(level) }),
      strings.length > 1 &&
        say('pegs.strings', { list: strings.map((to) => length(to)).join(', ') }),
      breaks.length && say('pegs.gap', { list: breaks.map(stretch).join(', ') }),
    ]
      .filter(Boolean)
      .join(' · ');
  const rows = $derived(
    data.rows.map((row) => ({ number: row.row, trees: row.trees, detail: detail(row) })),
  );
  async function enter(row: number, stands: boolean) {
    await work.outbox.add('rows.pegged', {
      ...work.event(),
      ...{ layoutId: data.layoutId, rows: [row], stand: stands },
    });
    navigator.vibrate?.(30);
  }
</script>

<svelte:head><title>{say('pegs.title')} · Viridane</title></svelte:head>
<FieldFrame
  title={data.block.name}
  back={[`/field/${data.block.id}`, say('frame.rows')]}
  outbox={work.outbox}
  block={data.block}
  siteId={data.siteId}
>
  <h1>{say('pegs.title')}</h1>
  <p class="caution">{say('pegs.caution')}</p>
  <RowsToDo
    {rows}
    done={stand}
    doing={say('pegs.done')}
    undoing={say('pegs.undo')}
    may={data.mayTally}
    ondone={(row) => enter(row, true)}
    onundo={(row) => enter(row, false)}
  />
</FieldFrame>

<style>
  .caution {
    border-left: 6px solid var(--clay);
    padding-left: 12px;
    font-weight: 600;
  }
</style>
