<script lang="ts">
  import { spoken } from '$lib/parts/reader.svelte';
  import { Button, TextInput } from 'carbon-components-svelte';
  import { endOfLeg, quadrantBearing } from '$core/ground/edit';
  import { readLeg } from '$core/ground/survey';
  import { bearingOf, type MultiPolygon } from '$core/ground/polygon';
  import type { Plane, Point } from '$core/measure/plane';
  import { formatLength, METRES_PER_FOOT } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';

  interface Props {
    boundary: MultiPolygon;
    plane: Plane;
    onchange: (boundary: MultiPolygon, tag?: string) => void;
  }
  /** The boundary by keyboard: every corner by its degrees, or by bearing and distance from the one before. */
  let { boundary, plane, onchange }: Props = $props();
  const units = useUnits();
  let chosen = $state(0);
  let wrong = $state('');
  const corners = $derived(
    boundary.flatMap((rings, part) =>
      rings.flatMap((ring, ringNumber) =>
        ring.map((point, corner) => ({ part, ring: ringNumber, corner, point, of: ring })),
      ),
    ),
  );
  const at = $derived(corners[Math.min(chosen, corners.length - 1)]);
  const before = $derived(at.of[(at.corner + at.of.length - 1) % at.of.length]);
  const leg = $derived.by(() => {
    const [a, b] = [plane.toPlane(before), plane.toPlane(at.point)];
    return `${quadrantBearing(bearingOf(a, b))} ${formatLength(Math.hypot(b[0] - a[0], b[1] - a[1]), units.system, 2)}`;
  });

  function replace(ringOf: (ring: Point[]) => Point[], tag = '') {
    const { part, ring } = at;
    onchange(
      boundary.map((rings, p) =>
        p === part ? rings.map((points, r) => (r === ring ? ringOf(points) : points)) : rings,
      ),
      tag,
    );
  }
  const moveTo = (point: Point, tag = '') =>
    replace((ring) => ring.map((old, i) => (i === at.corner ? point : old)), tag);

  function attempt(task: () => void) {
    wrong = '';
    try {
      task();
    } catch (error) {
      wrong = spoken(error);
    }
  }
  const typedDegrees = (text: string) =>
    attempt(() => {
      const pair = text.split(/[,;\s]+/).map(Number);
      if (pair.length !== 2 || !pair.every(Number.isFinite) || Math.abs(pair[1]) > 90)
        throw new Error(`“${text}” is no “longitude, latitude” pair in degrees.`);
      moveTo(pair as Point);
    });
  const typedLeg = (text: string) =>
    attempt(() =>
      moveTo(plane.toLonLat(endOfLeg(plane.toPlane(before), readLeg(text, units.system)))),
    );
  const addAfter = () => {
    const [a, b] = [at.point, at.of[(at.corner + 1) % at.of.length]].map(plane.toPlane);
    const middle = plane.toLonLat([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]);
    const place = at.corner + 1;
    replace((ring) => [...ring.slice(0, place), middle, ...ring.slice(place)]);
    chosen++;
  };
  const remove = () =>
    attempt(() => {
      if (at.of.length <= 3) throw new Error('A ring keeps at least three corners.');
      replace((ring) => ring.filter((_, i) => i !== at.corner));
      chosen = Math.max(0, chosen - 1);
    });

  /** Arrow keys move the chosen corner by a metre, with Shift by a decimetre. */
  function nudge(event: KeyboardEvent) {
    const way = (
      { ArrowUp: [0, 1], ArrowDown: [0, -1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] } as Record<
        string,
        Point
      >
    )[event.key];
    if (!way) return;
    event.preventDefault();
    const by = (event.shiftKey ? 0.1 : 1) * (units.system === 'metric' ? 1 : METRES_PER_FOOT);
    const [x, y] = plane.toPlane(at.point);
    moveTo(plane.toLonLat([x + way[0] * by, y + way[1] * by]), `nudge-${chosen}`);
  }
</script>

<div class="corners">
  <div class="pick">
    <button
      type="button"
      onclick={() => (chosen = (chosen + corners.length - 1) % corners.length)}
      aria-label="Corner before">‹</button
    >
    <span class="num">Corner {Math.min(chosen, corners.length - 1) + 1} of {corners.length}</span>
    <button
      type="button"
      onclick={() => (chosen = (chosen + 1) % corners.length)}
      aria-label="Corner after">›</button
    >
  </div>
  <TextInput
    labelText="Longitude, latitude"
    size="sm"
    value={`${at.point[0].toFixed(7)}, ${at.point[1].toFixed(7)}`}
    on:change={(e) => typedDegrees(String(e.detail))}
  />
  <TextInput
    labelText="Bearing and distance from the corner before"
    size="sm"
    value={leg}
    on:change={(e) => typedLeg(String(e.detail))}
  />
  <button type="button" class="nudge" onkeydown={nudge}
    >Arrow keys here move it by {units.system === 'metric' ? '1 m' : '1 ft'}</button
  >
  {#if wrong}<p class="say stop" role="alert">{wrong}</p>{/if}
  <div class="buttons">
    <Button kind="tertiary" size="small" on:click={addAfter}>Add a corner after</Button>
    <Button kind="ghost" size="small" on:click={remove}>Remove it</Button>
  </div>
</div>

<style>
  .corners {
    display: grid;
    gap: 8px;
  }
  .pick {
    display: grid;
    grid-template-columns: 34px 1fr 34px;
    align-items: center;
    text-align: center;
    font-size: 14px;
  }
  .pick button,
  .nudge {
    min-height: 32px;
    font: 14px var(--text);
    color: var(--ink);
    background: var(--field);
    border: 1px solid var(--rule-strong);
    cursor: pointer;
  }
  .nudge {
    font-size: 13px;
    color: var(--slate);
  }
</style>
