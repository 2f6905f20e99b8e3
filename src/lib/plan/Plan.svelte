<script lang="ts">
  import 'ol/ol.css';
  import type { Interaction } from 'ol/interaction';
  import type BaseLayer from 'ol/layer/Base';
  import type OlMap from 'ol/Map';
  import { onMount, untrack } from 'svelte';
  import type { KeepoutShape } from '$core/ground/keepouts';
  import type { MultiPolygon } from '$core/ground/polygon';
  import type { Point } from '$core/measure/plane';
  import { formatLength, scaleLength } from '$core/measure/units';
  import { nearestPeg, pegPosition } from '$core/rows/rowset';
  import { speciesAt } from '$core/rows/species';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { usePartWords } from '$lib/parts/reader.svelte';
  import {
    drawGround,
    drawPlan,
    planExtent,
    type Palette,
    type PlanContent,
    type View,
  } from './draw';

  interface Props {
    content: PlanContent;
    label: string;
    /** What a click does: looks at a peg, picks an edge or any place, draws a shape, or moves corners. */
    mode?: 'look' | 'edge' | 'place' | 'corners' | KeepoutShape['type'];
    onrow?: (row: number) => void;
    onedge?: (point: Point) => void;
    onplace?: (point: Point) => void;
    ondrawn?: (shape: KeepoutShape) => void;
    /** The boundary after a corner was moved, added or taken out by mouse. */
    onreshaped?: (boundary: MultiPolygon) => void;
    /** Corners and lines that a drawn point snaps to. */
    snap?: MultiPolygon;
    height?: string;
  }
  let {
    content,
    label,
    mode = 'look',
    onrow,
    onedge,
    onplace,
    ondrawn,
    onreshaped,
    snap,
    height = '480px',
  }: Props = $props();
  const units = useUnits();
  const say = usePartWords();
  let target: HTMLDivElement;
  let map: OlMap | undefined = $state();
  let over = $state<{ row: number; peg: number; chainage: number; species?: number }>();
  let resolution = $state(0.5);
  /** Some seventy pixels, in round metres or feet. */
  const scaleBar = $derived(scaleLength(70 * resolution, units.system));
  const scalePixels = $derived(scaleBar.metres / resolution);
  let interactions: Interaction[] = [];
  let handles: BaseLayer | undefined;
  let ol: Awaited<ReturnType<typeof loadOl>> | undefined;

  async function loadOl() {
    const [
      { default: Map },
      { default: OlView },
      { default: Layer },
      { default: Projection },
      { default: Draw },
      { default: Modify },
      { default: Snap },
      { default: VectorSource },
      { default: VectorLayer },
      { default: Feature },
      { default: OlMultiPolygon },
      { default: MultiPoint },
      style,
    ] = await Promise.all([
      import('ol/Map'),
      import('ol/View'),
      import('ol/layer/Layer'),
      import('ol/proj/Projection'),
      import('ol/interaction/Draw'),
      import('ol/interaction/Modify'),
      import('ol/interaction/Snap'),
      import('ol/source/Vector'),
      import('ol/layer/Vector'),
      import('ol/Feature'),
      import('ol/geom/MultiPolygon'),
      import('ol/geom/MultiPoint'),
      import('ol/style'),
    ]);
    return {
      Map,
      OlView,
      Layer,
      Projection,
      Draw,
      Modify,
      Snap,
      VectorSource,
      VectorLayer,
      Feature,
      OlMultiPolygon,
      MultiPoint,
      style,
    };
  }

  /** Read once: asking the page's style at every frame is slow. */
  let colours: Palette | undefined;
  function palette(): Palette {
    const style = getComputedStyle(document.documentElement);
    const of = (name: string) => style.getPropertyValue(name).trim();
    return {
      sheet: of('--sheet'),
      ink: of('--ink'),
      slate: of('--slate'),
      faint: of('--faint'),
      clay: of('--clay'),
      clayTint: of('--clay-tint'),
      ochre: of('--ochre'),
      water: of('--water'),
      viridian: of('--viridian'),
      rule: of('--rule'),
      lift: document.documentElement.dataset.theme === 'cab' ? 0.38 : 0,
    };
  }

  /** The whole block in sight, numbers and ticks included. */
  export function fit() {
    map?.getView().fit(planExtent(content), { padding: [40, 52, 58, 56] });
  }

  /** As `fit`, where part of the block lies out of sight; what is in sight stays where it is. */
  export function showWhole() {
    if (!map) return;
    const [west, south, east, north] = map.getView().calculateExtent(map.getSize());
    const [left, below, right, above] = planExtent(content);
    if (left < west || below < south || right > east || above > north) fit();
  }

  onMount(() => {
    let gone = false;
    void loadOl().then((loaded) => {
      if (gone) return;
      ol = loaded;
      const canvas = document.createElement('canvas');
      const ground = document.createElement('canvas');
      let groundKey: unknown[] = [];
      const projection = new loaded.Projection({
        code: 'block-plane',
        units: 'm',
        extent: [-2e5, -2e5, 2e5, 2e5],
      });
      const layer = new loaded.Layer({
        render: ({ size, pixelRatio, coordinateToPixelTransform: t, extent, viewState }) => {
          canvas.width = size[0] * pixelRatio;
          canvas.height = size[1] * pixelRatio;
          canvas.style.cssText = `position:absolute;width:${size[0]}px;height:${size[1]}px`;
          const context = canvas.getContext('2d')!;
          const view: View = {
            toPixel: ([x, y]) => [t[0] * x + t[2] * y + t[4], t[1] * x + t[3] * y + t[5]],
            scale: 1 / viewState.resolution,
            extent: (extent ?? [0, 0, 0, 0]) as View['extent'],
            system: untrack(() => units.system),
          };
          const shown = untrack(() => content);
          colours ??= palette();
          // The ground lies still while rows are tried out: it is drawn again only when it changes.
          const { boundary, keptOut, relief, zones, limits } = shown;
          const key = [...t, size[0], size[1], pixelRatio, colours, view.system];
          const things = [boundary, keptOut, relief, zones, limits];
          if ([...key, ...things].some((value, i) => value !== groundKey[i])) {
            groundKey = [...key, ...things];
            ground.width = canvas.width;
            ground.height = canvas.height;
            const under = ground.getContext('2d')!;
            under.scale(pixelRatio, pixelRatio);
            drawGround(under, shown, view, colours);
          }
          context.drawImage(ground, 0, 0);
          context.scale(pixelRatio, pixelRatio);
          drawPlan(context, shown, view, colours);
          return canvas;
        },
      });
      map = new loaded.Map({
        target,
        layers: [layer],
        controls: [],
        view: new loaded.OlView({
          projection,
          center: [0, 0],
          resolution: 1,
          minResolution: 0.01,
          maxResolution: 60,
          constrainResolution: false,
          enableRotation: false,
        }),
      });
      fit();
      map.on('pointermove', (event) => readOut(event.coordinate as Point));
      map.on('singleclick', (event) => mode !== 'place' && click(event.coordinate as Point));
      // Trees taken out one after the other come faster than a double click is told from two.
      map.on('click', (event) => mode === 'place' && click(event.coordinate as Point));
      map.on('dblclick', (event) => mode !== 'place' || event.stopPropagation());
      map.getView().on('change:resolution', measureScale);
      measureScale();
    });
    // By day or in the cab, the canvas takes its colours from the same tokens as the page.
    const themes = new MutationObserver(() => {
      colours = undefined;
      map?.getLayers().item(0)?.changed();
    });
    themes.observe(document.documentElement, { attributeFilter: ['data-theme'] });
    return () => {
      gone = true;
      themes.disconnect();
      map?.setTarget(undefined);
    };
  });

  // The first rows bring a baseline with them, which may lie outside the block.
  let fitted = false;
  $effect(() => {
    if (!fitted && map && content.rows) {
      fitted = true;
      untrack(fit);
    }
  });

  // Every change of what is drawn asks for one new frame, never more.
  $effect(() => {
    void content;
    void units.system;
    map?.getLayers().item(0)?.changed();
  });

  const closedRings = (parts: MultiPolygon) =>
    parts.map((rings) => rings.map((ring) => [...ring, ring[0]]));

  // The tools of the mode: drawing or moving corners, both snapping to what is there.
  $effect(() => {
    if (!map || !ol) return;
    for (const interaction of interactions) map.removeInteraction(interaction);
    interactions = [];
    if (handles) map.removeLayer(handles);
    handles = undefined;
    if (mode === 'look' || mode === 'edge' || mode === 'place') return;
    const boundary = mode === 'corners' ? content.boundary : (snap ?? content.boundary);
    const feature = new ol.Feature(new ol.OlMultiPolygon(closedRings(boundary)));
    const source = new ol.VectorSource({ features: [feature] });
    if (mode === 'corners') {
      handles = cornerHandles(source);
      map.addLayer(handles);
      const modify = new ol.Modify({ source, pixelTolerance: 12 });
      modify.on('modifyend', () => {
        const parts = feature.getGeometry()!.getCoordinates() as Point[][][];
        onreshaped?.(parts.map((rings) => rings.map((ring) => ring.slice(0, -1))));
      });
      interactions.push(modify);
    } else {
      const draw = new ol.Draw({ type: mode });
      const type = mode;
      draw.on('drawend', ({ feature: drawn }) => {
        const geometry = drawn.getGeometry() as unknown as { getCoordinates(): Point[][] };
        const coordinates = geometry.getCoordinates();
        ondrawn?.({
          type,
          coordinates:
            type === 'Polygon' ? coordinates.map((ring) => ring.slice(0, -1)) : coordinates,
        } as KeepoutShape);
      });
      interactions.push(draw);
    }
    interactions.push(new ol.Snap({ source, pixelTolerance: 10 }));
    for (const interaction of interactions) map.addInteraction(interaction);
  });

  /** Every corner as a square that can be taken hold of. */
  function cornerHandles(source: InstanceType<NonNullable<typeof ol>['VectorSource']>): BaseLayer {
    const { VectorLayer, style } = ol!;
    const colours = palette();
    return new VectorLayer({
      source,
      style: (feature) => [
        new style.Style({ stroke: new style.Stroke({ color: colours.viridian, width: 2.4 }) }),
        new style.Style({
          image: new style.RegularShape({
            points: 4,
            radius: 8,
            angle: Math.PI / 4,
            fill: new style.Fill({ color: colours.sheet }),
            stroke: new style.Stroke({ color: colours.viridian, width: 2.4 }),
          }),
          geometry: new ol!.MultiPoint(
            (feature.getGeometry() as unknown as { getCoordinates(): Point[][][] })
              .getCoordinates()
              .flat(2),
          ),
        }),
      ],
    });
  }

  function measureScale() {
    resolution = map?.getView().getResolution() ?? 1;
  }

  function readOut(point: Point) {
    const { rows, runs } = content;
    if (!rows || !runs) return;
    const nearest = nearestPeg(rows, point);
    const near = nearest && nearest.distance < Math.max(rows.step, rows.between);
    over = near
      ? {
          ...nearest,
          chainage: pegPosition(rows, nearest.row, nearest.peg)!.chainage,
          species: speciesAt(runs[nearest.row - 1], nearest.peg),
        }
      : undefined;
  }

  function click(point: Point) {
    if (mode === 'edge') onedge?.(point);
    else if (mode === 'place') onplace?.(point);
    else if (mode === 'look' && over) onrow?.(over.row);
  }

  function zoom(by: number) {
    const view = map?.getView();
    view?.animate({ zoom: (view.getZoom() ?? 0) + by, duration: 120 });
  }
</script>

<div class="plan" style:height>
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div
    bind:this={target}
    class="map"
    class:pick={mode !== 'look'}
    tabindex="0"
    role="application"
    aria-label={say('part.plan', { label })}
  ></div>
  <div class="scale" aria-hidden="true">
    <svg width={scalePixels + 24} height="34">
      <path
        d="M4 24v-5M4 21.5H{4 + scalePixels}M{4 + scalePixels} 24v-5"
        stroke="var(--ink)"
        stroke-width="1.5"
        fill="none"
      />
      <text x="4" y="14">0</text>
      <text x={4 + scalePixels} y="14" text-anchor="middle">{scaleBar.text}</text>
    </svg>
    <svg width="18" height="30" viewBox="-9 -16 18 30"
      ><path d="M-6 10L0 -14L6 10L0 5Z" fill="var(--ink)" /></svg
    >
  </div>
  {#if over}
    <div class="read">
      <b
        >{say('part.plan.place', {
          ...{ row: over.row, peg: over.peg },
          kind: content.rows?.rowListed[over.row - 1] ? 'lane' : 'row',
        })}</b
      >
      <span class="num"
        >{say('part.plan.along', {
          distance: { written: formatLength(over.chainage, units.system) },
          from: content.rows?.straight ? 'baseline' : 'row',
        })}{over.species === undefined
          ? ''
          : ` · ${content.species[over.species]?.name.toLowerCase()} · ${content.species[over.species]?.stock}`}</span
      >
    </div>
  {/if}
  <div class="zoom">
    <button onclick={() => zoom(1)} aria-label={say('part.plan.nearer')}>+</button>
    <button onclick={() => zoom(-1)} aria-label={say('part.plan.further')}>−</button>
    <button onclick={fit} aria-label={say('part.plan.whole')}>▭</button>
  </div>
</div>

<style>
  .plan {
    position: relative;
    overflow: hidden;
    background: color-mix(in srgb, var(--paper) 82%, var(--rule));
  }
  @media (max-width: 900px) {
    .plan {
      max-height: 56vh;
    }
  }
  .map {
    position: absolute;
    inset: 0;
  }
  .map.pick {
    cursor: crosshair;
  }
  .map:focus-visible {
    outline-offset: -3px;
  }
  .scale {
    position: absolute;
    left: 14px;
    top: 6px;
    /* One under the other: beside its scale the arrow would stand on the numbers of the first rows. */
    display: grid;
    gap: 2px;
    justify-items: start;
    pointer-events: none;
  }
  text {
    font-size: 11.5px;
    fill: var(--ink);
  }
  .read {
    position: absolute;
    right: 14px;
    bottom: 12px;
    background: #1b2621;
    color: #fff;
    border: 1px solid var(--rule-strong);
    padding: 6px 12px 7px;
    display: grid;
    pointer-events: none;
    font-size: 14px;
  }
  .read span {
    color: #cfd8d0;
    font-size: 12.5px;
  }
  .zoom {
    position: absolute;
    right: 12px;
    top: 12px;
    display: grid;
  }
  .zoom button {
    width: 34px;
    height: 34px;
    font-size: 17px;
    background: var(--sheet);
    color: var(--ink);
    border: 1px solid var(--rule-strong);
    margin-top: -1px;
    cursor: pointer;
  }
</style>
