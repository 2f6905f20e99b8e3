<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { Button, Select, SelectItem, TextInput } from 'carbon-components-svelte';
  import { untrack } from 'svelte';
  import { formatDay } from '$core/measure/dates';
  import { formatNumber, formatRain } from '$core/measure/units';
  import type { Instrument } from '$core/tending/instruments';
  import { Doing } from '$lib/parts/doing.svelte';
  import FileDrop from '$lib/parts/FileDrop.svelte';
  import { useUnits } from '$lib/parts/figures.svelte';
  import NumberField from '$lib/parts/NumberField.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { zoneSaid } from '$core/tending/zone';
  import { inWords, spoken } from '$lib/parts/reader.svelte';
  import { readTable } from '$lib/parts/reading';
  import { newEvent, send } from '$lib/parts/send.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const doing = new Doing();
  const MILLIMETRES_AN_INCH = 25.4;
  let kind = $state<Instrument>('probe');
  /** A probe stands in the ground, whatever trees of it are watered by themselves. */
  const grounds = $derived(data.water.zones.filter(({ again }) => !again));
  let zone = $state(untrack(() => grounds[0]?.zone ?? ''));
  let day = $state(untrack(() => data.today));
  let value = $state<number | null>(null);
  const us = $derived(units.system === 'us');
  const nameOf = (zoneId: string | null) =>
    inWords(
      zoneSaid(
        grounds.find((one) => one.zone === (zoneId ?? '')) ?? {
          ...{ name: '', again: false, among: false },
        },
      ),
    );
  const enter = (came: 'typed' | 'file' | 'stand-in', readings: { day: string; value: number }[]) =>
    doing.run(async () => {
      await send('tending.readings', {
        ...newEvent(),
        ...{ blockId: data.block.id, kind, came, readings, corrects: null },
        zoneId: kind === 'probe' ? zone || null : null,
      });
      value = null;
    });
  const typed = () =>
    enter('typed', [
      {
        day,
        value: kind === 'probe' ? value! / 100 : us ? value! * MILLIMETRES_AN_INCH : value!,
      },
    ]);
  const standIn = () =>
    enter('stand-in', [
      {
        day: data.today,
        value:
          kind === 'probe'
            ? (grounds.find((one) => one.zone === zone)?.standIn ?? 0)
            : (data.water.standInGauge ?? 0),
      },
    ]);
  async function fromFile(text: string) {
    try {
      const zoneOfSite = data.site!.zone;
      await enter('file', await readTable((reads) => reads.instrument(text, kind, zoneOfSite)));
    } catch (error) {
      doing.wrong = spoken(error);
    }
  }
  const takeBack = (one: PageData['readings'][number]) =>
    doing.run(() =>
      send('tending.readings', {
        ...newEvent(),
        ...{ blockId: data.block.id, zoneId: one.zoneId, kind: one.kind, came: one.came },
        ...{ readings: one.readings, corrects: one.id },
      }),
    );
  const told = ({ kind: what, readings }: PageData['readings'][number]) => {
    const last = readings[readings.length - 1];
    const shown =
      what === 'probe'
        ? `${formatNumber(100 * last.value, 1)} % water`
        : formatRain(last.value / 1000, units.system);
    return readings.length === 1
      ? `${shown}, ${formatDay(last.day, true)}`
      : `${howMany(readings.length, 'day')} to ${formatDay(last.day, true)}, the last ${shown}`;
  };
</script>

<h2>Probe and rain gauge</h2>
{#each grounds.filter(({ corrected }) => corrected) as { zone: id, corrected } (id)}
  {@const name = nameOf(id)}
  <p class="say">
    {name[0].toUpperCase() + name.slice(1)}: the probe of {formatDay(corrected!.day, true)} found
    <b>{formatRain(corrected!.measured / 1000, units.system)}</b> within reach where the sum had {formatRain(
      corrected!.summed / 1000,
      units.system,
    )}; the balance goes on from the probe.
  </p>
{/each}
{#if data.water.gauged}<p class="say">
    On {howMany(data.water.gauged, 'day')} the block’s own gauge stands for the station’s rain.
  </p>{/if}
{#if data.mayRecord}
  <form onsubmit={(event) => (event.preventDefault(), void typed())}>
    <Select labelText="Instrument" bind:selected={kind}>
      <SelectItem value="probe" text="probe in the ground" />
      <SelectItem value="gauge" text="rain gauge" />
    </Select>
    {#if kind === 'probe' && grounds.length > 1}
      <Select labelText="It stands in" bind:selected={zone}>
        {#each grounds as one (one.zone)}<SelectItem
            value={one.zone}
            text={nameOf(one.zone)}
          />{/each}
      </Select>
    {/if}
    <NumberField
      label={kind === 'probe' ? 'Water in the soil' : 'Rain'}
      unit={kind === 'probe' ? '% of volume' : us ? 'in' : 'mm'}
      min={0}
      max={kind === 'probe' ? 90 : 600}
      decimals={kind === 'probe' ? 1 : us ? 2 : 1}
      bind:value
    />
    <TextInput labelText="Day" type="date" max={data.today} bind:value={day} />
    <Button type="submit" size="small" disabled={value === null}>Enter it</Button>
    <Button size="small" kind="tertiary" on:click={standIn}>Read the stand-in</Button>
  </form>
  <FileDrop
    label="The instrument’s file"
    hint="a column of days or times, and one of values"
    accept=".csv,.txt"
    onfile={fromFile}
    onerror={(message) => (doing.wrong = message)}
    most={4_000_000}
  />
{/if}
<Outcome of={doing} />
{#if data.readings.length}
  <div class="wide">
    <table class="ledger">
      <thead><tr><th>Instrument</th><th>Read</th><th>By</th><th></th></tr></thead>
      <tbody>
        {#each data.readings as one (one.id)}
          <tr
            ><td>{one.kind === 'probe' ? `probe, ${nameOf(one.zoneId)}` : 'rain gauge'}</td><td
              class="num">{told(one)}</td
            ><td class="quiet">{one.author}{one.came === 'typed' ? '' : `, ${one.came}`}</td><td
              class="n"
              >{#if data.mayRecord}<button class="link-button" onclick={() => takeBack(one)}
                  >Take back</button
                >{/if}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  </div>
{/if}

<style>
  form {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
    gap: 12px;
    align-items: end;
    max-width: 860px;
    margin: 8px 0 12px;
  }
</style>
