<script lang="ts">
  import { Button, Select, SelectItem, TextArea } from 'carbon-components-svelte';
  import { page } from '$app/state';
  import { readCorners } from '$core/ground/corners';
  import { guideChoices } from '$core/rows/guides';
  import type { PatternSettings } from '$core/rows/pattern';
  import { localPlane, type Point } from '$core/measure/plane';
  import { Doing } from '$lib/parts/doing.svelte';
  import FileDrop, { SHAPE_FILES } from '$lib/parts/FileDrop.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { readFile } from '$lib/parts/reading';

  interface Props {
    settings: PatternSettings;
    editable: boolean;
    drawing: boolean;
    onchange: (next: Partial<PatternSettings>) => void;
    ondraw: () => void;
  }
  /** Which line rows keep to: one that is there, another block's row, one that is drawn, typed or in a file. */
  let { settings, editable, drawing, onchange, ondraw }: Props = $props();
  const EXAMPLE = '47.21034, 8.10422\n47.21120, 8.10561';
  const doing = new Doing();
  const ground = $derived(page.data.ground);
  const choices = $derived(guideChoices(ground.boundary, ground.keptOut));
  const blocks = $derived(
    (page.data.blocks as { id: string; name: string }[]).filter(
      ({ id }) => id !== page.data.block.id,
    ),
  );
  const plane = $derived(
    localPlane([page.data.block.originLongitude, page.data.block.originLatitude]),
  );
  let typing = $state(false);
  let typed = $state('');
  const same = (a: readonly Point[], b: readonly Point[]) =>
    a.length === b.length && a.every(([x, y], i) => x === b[i][0] && y === b[i][1]);
  const kept = $derived(
    !settings.guide ? '' : (choices.find(({ line }) => same(line, settings.guide!))?.id ?? 'given'),
  );

  const choose = (id: string) =>
    doing.run(async () => {
      typing = false;
      if (id === '') return onchange({ guide: undefined });
      if (id === 'draw') return ondraw();
      if (id === 'typed') return void (typing = true);
      const block = blocks.find((entry) => `block-${entry.id}` === id);
      if (block) {
        const response = await fetch(`/blocks/${page.data.block.id}/rows/neighbour?of=${block.id}`);
        const body = (await response.json()) as {
          message?: string;
          line: Point[];
          row: number;
          between: number;
        };
        if (!response.ok) throw new Error(body.message);
        // One spacing beyond their last row, as if there were no border.
        onchange({ guide: body.line, firstOffset: body.between });
        return `Keeps to row ${body.row} of ${block.name}.`;
      }
      const found = choices.find((entry) => entry.id === id);
      if (found)
        onchange({
          guide: found.line,
          ...(found.firstOffset === undefined ? {} : { firstOffset: found.firstOffset }),
        });
    });
  const takeTyped = () =>
    doing.run(() => {
      const { corners } = readCorners(typed, '', 2);
      onchange({ guide: corners.map(plane.toPlane) });
      typing = false;
    });
  const takeFile = (contents: string | ArrayBuffer, fileName: string) =>
    doing.run(async () => {
      const read = await readFile((worker) => worker.readShapes(contents, fileName, {}));
      const line = read.lines.find(({ shape }) => shape.type === 'LineString');
      if (!line) throw new Error(`${fileName} holds no line.`);
      onchange({ guide: (line.shape.coordinates as Point[]).map(plane.toPlane) });
      typing = false;
    });
</script>

<Select
  labelText="Rows keep to"
  selected={kept}
  disabled={!editable}
  on:update={(e) => String(e.detail) !== kept && void choose(String(e.detail))}
>
  <SelectItem value="" text="the edge that is picked" />
  {#if kept === 'given'}<SelectItem value="given" text="the line that was given" />{/if}
  {#each choices as { id, name, firstOffset } (id)}<SelectItem
      value={id}
      text={firstOffset === undefined ? name : `${name}, first row on its setback`}
    />{/each}
  {#each blocks as { id, name } (id)}<SelectItem
      value="block-{id}"
      text="the nearest row of {name}"
    />{/each}
  <SelectItem value="draw" text={drawing ? 'drawing: double-click ends' : 'a line to be drawn'} />
  <SelectItem value="typed" text="a line by its points, or from a file" />
</Select>
{#if typing}
  <TextArea
    labelText="Points of the line, one a line"
    rows={4}
    bind:value={typed}
    placeholder={EXAMPLE}
  />
  <div class="buttons">
    <Button size="small" disabled={!typed.trim()} on:click={takeTyped}>Keep to it</Button>
  </div>
  <FileDrop
    label="Or drop a file with a line"
    hint="GeoJSON, GPX, KML or KMZ, zipped shapefile"
    accept={SHAPE_FILES}
    onfile={takeFile}
    onbytes={takeFile}
    onerror={(message) => (doing.wrong = message)}
  />
{/if}
<Outcome of={doing} />
