<script lang="ts">
  import { words } from '$lib/words';
  import { Select, SelectItem } from 'carbon-components-svelte';
  import { goto } from '$app/navigation';
  import { compare } from '$core/rows/compare';
  import { toRowSet } from '$core/rows/stored';
  import Plan from '$lib/plan/Plan.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const names = $derived(Object.fromEntries(data.species.map(({ id, name }) => [id, name])));
  const rows = $derived(
    data.sides.length === 2
      ? compare(
          data.sides[0].figures,
          data.sides[1].figures,
          names,
          data.block.calendarTerms.works?.string,
        )
      : undefined,
  );
  const plans = $derived(
    data.sides.map((side) => ({
      boundary: data.boundary,
      keptOut: data.keptOut,
      rows: toRowSet(side.rhythm, side.rows),
      runs: side.rows.map(({ runs }) => runs),
      species: side.mix.map((id) => data.species.find((card) => card.id === id)!),
    })),
  );
  const choose = (key: 'a' | 'b', number: string) => {
    const [a, b] = data.sides.map((side) => String(side.number));
    const query = new URLSearchParams({ a, b, [key]: number });
    void goto(`?${query}`, { keepFocus: true, noScroll: true });
  };
  const change = (value: number, kind: 'count' | 'distance' | 'density') =>
    value === 0 ? '–' : `${value > 0 ? '+' : '−'} ${units.format(Math.abs(value), kind)}`;
</script>

<div class="compare">
  <p><a href="/blocks/{data.block.id}/rows">Back to the rows</a></p>
  {#if rows}
    <div class="plans">
      {#each data.sides as side, i (i)}
        <section>
          <Select
            labelText={i ? 'Beside it' : 'Version'}
            size="sm"
            selected={String(side.number)}
            on:update={(e) =>
              String(e.detail) !== String(side.number) && choose(i ? 'b' : 'a', String(e.detail))}
          >
            {#each data.numbers as version (version.number)}
              <SelectItem
                value={String(version.number)}
                text="{version.number}{version.name ? `, ${version.name}` : ''}{version.state ===
                'released'
                  ? ' (with the crew)'
                  : ''}"
              />
            {/each}
          </Select>
          <Plan label="Version {side.number}" height="300px" content={plans[i]} />
          {#each side.depends as message (message.key)}<p class="say">{words(message)}</p>{/each}
          {#if !side.depends.length}<p class="quiet">Nothing depends on it yet.</p>{/if}
        </section>
      {/each}
    </div>
    <div class="wide">
      <table class="ledger">
        <thead
          ><tr
            ><th>What</th><th class="n">Version {data.sides[0].number}</th><th class="n"
              >Version {data.sides[1].number}</th
            ><th class="n">Difference</th><th>Drives</th></tr
          ></thead
        >
        <tbody>
          {#each rows as row, i (i)}
            <tr
              ><td>{typeof row.what === 'string' ? row.what : words(row.what)}</td><td class="n"
                >{units.format(row.a, row.kind)}</td
              ><td class="n">{units.format(row.b, row.kind)}</td><td class="n"
                >{change(row.change, row.kind)}</td
              ><td>{row.drives ? words(row.drives) : ''}</td></tr
            >
          {/each}
        </tbody>
      </table>
    </div>
  {:else}<p class="quiet">No version is saved yet. Save one on the Rows page.</p>{/if}
</div>

<style>
  .compare {
    padding: 14px 20px 30px;
    max-width: 1240px;
    margin: 0 auto;
  }
  .plans {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(320px, 100%), 1fr));
    gap: 18px;
    margin: 8px 0 14px;
  }
  section {
    min-width: 0;
    display: grid;
    gap: 8px;
    align-content: start;
  }
</style>
