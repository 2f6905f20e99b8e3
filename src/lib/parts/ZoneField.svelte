<script lang="ts">
  import { ComboBox } from 'carbon-components-svelte';
  import { onMount } from 'svelte';
  import { clockOf } from '$core/say/day';

  /** A time zone, found by typing any part of its name; what the clock there says shows whether it is the right one. */
  interface Props {
    value: string;
    /** Under which a form sends it. */
    name?: string;
    onchange?: (zone: string) => void;
  }
  let { value = $bindable(), name, onchange }: Props = $props();
  const plain = (text: string) => text.replaceAll('_', ' ').toLowerCase();
  /** Those this browser knows, and the one that holds. */
  const zones = $derived(
    [...new Set([value, 'UTC', ...Intl.supportedValuesOf('timeZone')])]
      .sort()
      .map((id) => ({ id, text: id.replaceAll('_', ' ') })),
  );
  let now = $state<number>();
  onMount(() => {
    now = Date.now();
    const minute = setInterval(() => (now = Date.now()), 60_000);
    return () => clearInterval(minute);
  });
</script>

<ComboBox
  labelText="Time zone"
  helperText={now
    ? `There it is ${clockOf(now, value).text} now. A day begins at its midnight.`
    : ''}
  items={zones}
  selectedId={value}
  shouldFilterItem={(item, typed) =>
    plain(typed)
      .split(/\s+/)
      .every((part) => plain(item.text).includes(part))}
  on:select={({ detail }) => {
    if (!detail.selectedId || detail.selectedId === value) return;
    value = detail.selectedId;
    onchange?.(value);
  }}
/>
{#if name}<input type="hidden" {name} {value} />{/if}
