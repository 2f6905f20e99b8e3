<script lang="ts">
  import { Button, Select, SelectItem } from 'carbon-components-svelte';
  import {
    MEANING,
    ORDER_CHOICES,
    UNIT_CHOICES,
    type Measured,
    type Reading,
    type Said,
  } from '$core/formats/reading';
  import { say } from '$core/say/message';
  import { inWords } from './reader.svelte';

  interface Props {
    reading: Reading;
    /** What was corrected so far. */
    said: Said;
    /** "1 096 days, 1 Jan 2023 to 31 Dec 2025" */
    what: string;
    onsaid: (said: Said) => void;
    ontake: () => void;
    onleave: () => void;
    busy?: boolean;
  }
  /** How a file of readings was understood, to be corrected before anything of it is taken over. */
  let { reading, said, what, onsaid, ontake, onleave, busy = false }: Props = $props();

  const unitOfColumn = (column: string): Measured | undefined =>
    column === 'lowest' || column === 'highest'
      ? 'temperature'
      : column in UNIT_CHOICES
        ? (column as Measured)
        : undefined;
  const unitName = (unit: string) => (unit === 'C' || unit === 'F' ? `°${unit}` : unit);
  /** A choice a kind: lowest and highest share theirs. */
  const kinds = $derived(Object.keys(reading.units) as Measured[]);
</script>

<div class="understood" role="group" aria-label="How the file was understood">
  <h2>{what}</h2>
  <table>
    <thead><tr><th>Heading</th><th>Read as</th></tr></thead>
    <tbody>
      {#each Object.entries(reading.columns) as [column, heading] (column)}
        {@const kind = unitOfColumn(column)}
        <tr>
          <td>{heading}</td>
          <td
            >{inWords(say(MEANING[column] as 'reading.day'))}{kind
              ? `, ${unitName(String(reading.units[kind]))}`
              : ''}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
  {#if reading.unused.length}<p class="quiet">
      {inWords(say('reading.unused', { headings: reading.unused.join(', ') }))}
    </p>{/if}
  <div class="choices">
    <Select
      labelText="Dates are written"
      size="sm"
      selected={reading.order}
      helperText={reading.assumed.includes('order') ? inWords(say('reading.assumed')) : undefined}
      on:update={(e) =>
        e.detail !== reading.order && onsaid({ ...said, order: e.detail as Reading['order'] })}
    >
      {#each ORDER_CHOICES as order (order)}<SelectItem value={order} text={order} />{/each}
    </Select>
    {#each kinds as kind (kind)}
      <Select
        labelText={inWords(say(MEANING[kind] as 'reading.rain'))}
        size="sm"
        selected={reading.units[kind]}
        helperText={reading.assumed.includes(kind) ? inWords(say('reading.assumed')) : undefined}
        on:update={(e) => e.detail !== reading.units[kind] && onsaid({ ...said, [kind]: e.detail })}
      >
        {#each UNIT_CHOICES[kind] as unit (unit)}<SelectItem
            value={unit}
            text={unitName(unit)}
          />{/each}
      </Select>
    {/each}
  </div>
  <div class="buttons">
    <Button size="small" disabled={busy} on:click={ontake}>Take it over</Button>
    <Button size="small" kind="ghost" disabled={busy} on:click={onleave}>Leave it</Button>
  </div>
</div>

<style>
  .understood {
    border: 1px solid var(--rule-strong);
    border-left: 3px solid var(--viridian);
    background: var(--field);
    padding: 4px 14px 12px;
    margin: 12px 0;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th,
  td {
    text-align: left;
    padding: 4px 8px 4px 0;
    overflow-wrap: anywhere;
  }
  tbody tr {
    border-top: 1px solid var(--rule);
  }
  .choices {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
    gap: 10px;
    margin: 10px 0;
  }
</style>
