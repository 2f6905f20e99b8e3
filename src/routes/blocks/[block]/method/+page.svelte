<script lang="ts">
  import { howMany } from '$lib/parts/how-many';
  import { words } from '$lib/words';
  import { Doing } from '$lib/parts/doing.svelte';
  import Outcome from '$lib/parts/Outcome.svelte';
  import { Whole } from '$lib/parts/whole.svelte';
  import { MATERIALS } from '$core/calendar/materials';
  import { purchaseUnit } from '$core/calendar/purchase';
  import { depthRange, formatNumber, formatPercent, inUnits } from '$core/measure/units';
  import { useUnits } from '$lib/parts/figures.svelte';
  import { inWords } from '$lib/parts/reader.svelte';
  import { Button, Checkbox, Select, SelectItem, SelectItemGroup } from 'carbon-components-svelte';
  import { onMount, untrack } from 'svelte';
  import { TASKS } from '$core/calendar/tasks';
  import {
    askedInZone,
    methodFor,
    methodSum,
    scopeKey,
    standing,
    tasksOfAll,
    treeOf,
    type Difference,
    type Scope,
    type Treatment,
  } from '$core/method/differences';
  import { MACHINE_ACROSS } from '$core/ground/zones';
  import { treeGroups } from '$core/method/groups';
  import { depthOf, handsBehind, methodOf, type Method } from '$core/method/method';
  import { BROWSERS, type Conditions, type Question } from '$core/method/schools';
  import { waysOf } from '$core/method/ways';
  import { questionLabel, readOut, schoolWords } from '$lib/words/method';
  import { History, undoKeys } from '$lib/parts/history.svelte';
  import UndoRedo from '$lib/parts/UndoRedo.svelte';
  import MethodTable from './MethodTable.svelte';
  import Treatments from './Treatments.svelte';
  import type { PageData } from './$types';

  let { data }: { data: PageData } = $props();
  const units = useUnits();
  const inMeasures = (text: string) => inUnits(text, units.system);
  const there = $derived({
    zones: new Set(data.zones.map(({ id }) => id)),
    lots: new Set(data.named.lots.map(({ id }) => id)),
  });
  /** What is told of a zone or a lot that has gone holds for nobody; treatments of older rows are drawn again. */
  const held = (differences: Difference[]) =>
    differences.filter((one) => one.scope.by === 'rows' || standing([one], there).length);
  const read = () => ({
    conditions: data.block.conditions,
    method: data.block.method,
    differences: held(data.block.differences),
  });
  const history = new History(untrack(read));
  const record = untrack(() => new Whole(history.current, data.block.methodEdition));
  $effect(() => {
    const { methodEdition } = data.block;
    if (history.changed) return;
    const stored = read();
    untrack(() => record.follow(stored, methodEdition) && history.follow(stored));
  });
  const current = $derived(history.current);
  /** As it holds on the rows of today. */
  const whole = $derived({
    ...current,
    differences: standing(current.differences, { ...there, version: data.version }),
  });
  const editable = $derived(data.role === 'leader');
  const otherStock = $derived(
    current.conditions.stock === 'container' ? ('bare-root' as const) : ('container' as const),
  );
  const treatments = $derived(
    current.differences.flatMap(({ scope }) => (scope.by === 'rows' ? [scope] : [])),
  );

  /** Whose method is shown: the block's, or that of some of its trees. */
  let shown = $state('');
  const scopes = $derived([
    {
      label: 'Stock',
      items: [
        {
          scope: { by: 'stock', stock: otherStock } as Scope,
          name: otherStock === 'container' ? 'Container stock' : 'Bare-root stock',
        },
      ],
    },
    {
      label: 'Zones',
      items: data.zones.map(({ id, name }) => ({ scope: { by: 'zone', zone: id } as Scope, name })),
    },
    {
      label: 'Treatments',
      items: treatments.map((scope) => ({
        scope: scope as Scope,
        name: `Treatment ${scope.letter}, ${howMany(scope.rows.length, 'row')}`,
      })),
    },
    {
      label: 'Lots',
      items: data.named.lots.map(({ id, code, species }) => ({
        scope: { by: 'lot', lot: id } as Scope,
        name: `${code}, ${species.toLowerCase()}`,
      })),
    },
  ]);
  const scope = $derived(
    scopes.flatMap(({ items }) => items).find((item) => scopeKey(item.scope) === shown)?.scope,
  );
  const differenceOf = (of: Scope) =>
    current.differences.find((one) => scopeKey(one.scope) === scopeKey(of));
  const tree = $derived(
    scope
      ? treeOf(
          scope,
          scope.by === 'lot'
            ? data.named.lots.find(({ id }) => id === scope.lot)?.stock
            : undefined,
        )
      : {},
  );
  const chosen = $derived(
    scope ? methodFor(whole, tree) : methodOf(current.method, current.conditions),
  );
  const base = $derived(
    scope &&
      methodFor(
        {
          ...whole,
          differences: whole.differences.filter((one) => scopeKey(one.scope) !== shown),
        },
        tree,
      ),
  );
  const zone = $derived(
    scope?.by === 'zone' ? data.zones.find(({ id }) => id === scope.zone) : undefined,
  );
  const asked = $derived(zone ? askedInZone(whole, zone) : []);
  const ways = $derived(waysOf(whole, data.named));
  const depth = $derived(depthOf(chosen));
  const groups = $derived(treeGroups(data.trees, whole.differences));
  const sum = $derived(methodSum(whole, groups));
  /** What the method asks for beside trees, flags and hands, for the trees of the layout. */
  const materials = $derived.by(() => {
    const ground = {
      ...{
        trees: data.layout?.trees ?? 1000,
        toOrder: 0,
        rows: 0,
        perimeter: data.perimeter,
        rate: 600,
      },
      perTree: sum.perTree,
      behind: handsBehind(methodOf(current.method, current.conditions)),
      herbicide: sum.sprayed,
      works: {},
      granules: sum.granules,
      rippingHours: sum.ripped,
    };
    const worked = ['trees', 'planting', 'flags'];
    return MATERIALS.filter(({ key }) => !worked.includes(key)).flatMap(
      ({ key, label, unit, needed }) => {
        const amount = needed(ground);
        if (!amount) return [];
        // Product and hours are worked out on their own pages.
        if (key === 'herbicide' || key === 'granules' || key === 'ripping' || key === 'behind')
          return [words(label)];
        const { unit: bought, one } = purchaseUnit({ key, unit }, units.system);
        const shown = amount / one;
        return [
          `${words(label)}, ${formatNumber(shown, shown < 100 ? 1 : 0)} ${unit === 'piece' ? '' : bought}`.trim(),
        ];
      },
    );
  });
  const tasks = $derived(
    [...tasksOfAll(whole, groups.length ? groups.map((group) => group.tree) : [{}])]
      .flatMap((key) => TASKS.find((task) => task.key === key) ?? [])
      .map(({ label }) => words(label)),
  );
  const doing = new Doing();
  onMount(() => {
    const [noKeys, noKeeping] = [undoKeys(history), history.keepAs(`method ${data.block.id}`)];
    return () => (noKeys(), noKeeping());
  });
  const ground = (next: Partial<Conditions>) =>
    history.change({ ...current, conditions: { ...current.conditions, ...next } });

  /** Puts a difference in the place of the one before; without an answer it is none, unless rows were drawn for it. */
  function differ(of: Scope, method: Method) {
    const others = current.differences.filter((one) => scopeKey(one.scope) !== scopeKey(of));
    const keep = of.by === 'rows' || Object.keys(method).length > 0;
    history.change({
      ...current,
      differences: keep ? [...others, { scope: of, method }] : others,
    });
  }
  function pick(question: Question, key: string | undefined) {
    const method = { ...(scope ? differenceOf(scope)?.method : current.method) };
    const byDefault = chosen.find((entry) => entry.question === question)?.defaultKey;
    // A choice equal to the default is no choice: it follows when the ground changes.
    if (key === undefined || (!scope && key === byDefault)) delete method[question];
    else method[question] = key;
    if (scope) differ(scope, method);
    else history.change({ ...current, method });
  }
  function lay(drawn: Treatment[]) {
    const others = current.differences.filter((one) => one.scope.by !== 'rows');
    const before = new Map(
      current.differences.map((one) => [scopeKey(one.scope), one.method] as const),
    );
    const laid = drawn.map((treatment): Difference => {
      const of: Scope = { by: 'rows', ...treatment };
      return { scope: of, method: before.get(scopeKey(of)) ?? {} };
    });
    history.change({ ...current, differences: [...others, ...laid] });
    shown = laid.length ? scopeKey(laid[0].scope) : '';
  }
  const save = () =>
    doing.run(async () => {
      const mine = history.current;
      const saved = await record.save('method.save', mine, (value, edition) => ({
        ...{ blockId: data.block.id, ...value },
        edition,
      }));
      history.markSaved(mine, saved.value);
    });
  const CHOICES: {
    key: 'texture' | 'moisture' | 'cover' | 'planting' | 'stock' | 'browse';
    label: string;
    values: string[];
  }[] = [
    { key: 'texture', label: 'Soil', values: ['sand', 'loam', 'clay'] },
    { key: 'moisture', label: 'Moisture', values: ['dry', 'fresh', 'wet'] },
    { key: 'cover', label: 'Cover', values: ['sod', 'bare', 'cleared'] },
    { key: 'planting', label: 'Planted by', values: ['hand', 'machine'] },
    { key: 'stock', label: 'Stock', values: ['bare-root', 'container'] },
    { key: 'browse', label: 'Browsed by', values: [...BROWSERS] },
  ];
  const FLAGS = [
    { key: 'compacted', label: 'Compacted' },
    { key: 'sloping', label: 'Sloping' },
    { key: 'exposed', label: 'Exposed to wind' },
  ] as const;
</script>

<div class="screen">
  <section class="decide">
    <h2>Ground and stock of {data.block.name}</h2>
    <div class="conditions">
      {#each CHOICES as { key, label, values } (key)}
        <Select
          labelText={label}
          disabled={!editable}
          selected={current.conditions[key]}
          on:update={(e) => ground({ [key]: e.detail })}
          >{#each values as value (value)}<SelectItem {value} text={value} />{/each}</Select
        >
      {/each}
      {#each FLAGS as { key, label } (key)}
        <Checkbox
          labelText={label}
          disabled={!editable}
          checked={current.conditions[key]}
          on:check={(e) => ground({ [key]: e.detail })}
        />
      {/each}
    </div>
    {#if (data.slope ?? 0) > MACHINE_ACROSS && !current.conditions.sloping}
      <p class="small">
        The heights of this block say {formatPercent(data.slope!)} on average, and “Sloping” is not ticked.
        {#if editable}<button class="link-button" onclick={() => ground({ sloping: true })}
            >Tick it</button
          >{/if}
      </p>
    {/if}
    <p class="quiet small">
      Each default on the right follows from these; a choice of your own stays.
    </p>
    {#if editable && data.version && (data.free.length || treatments.length)}
      <details open={treatments.length > 0}>
        <summary>Compare ways of planting</summary>
        <Treatments rows={data.free} version={data.version} {treatments} {lay} />
      </details>
    {/if}
  </section>
  <section class="drawing panel">
    <h2>Method: where good planters disagree, this block does</h2>
    <div class="whose">
      <Select
        labelText="Whose method"
        selected={scope ? shown : ''}
        on:update={(e) => (shown = String(e.detail))}
      >
        <SelectItem value="" text="The whole block" />
        {#each scopes as { label, items } (label)}
          {#if items.length}
            <SelectItemGroup {label}>
              {#each items as item (scopeKey(item.scope))}<SelectItem
                  value={scopeKey(item.scope)}
                  text={Object.keys(differenceOf(item.scope)?.method ?? {}).length
                    ? `${item.name}: differs`
                    : item.name}
                />{/each}
            </SelectItemGroup>
          {/if}
        {/each}
      </Select>
      {#if scope}
        <p class="quiet small">
          {scope.by === 'stock'
            ? 'Depth, hole, roots and soaking follow the default of this stock; everything else is the block’s.'
            : 'What is not chosen here is done as on the block.'}
          What is said of fewer trees holds: stock, then zone, lot, treatment.
        </p>
      {/if}
      {#if zone && asked.length && editable}
        <p class="say">
          The ground of {zone.name} asks for something else: {asked
            .map(
              ({ question, school }) =>
                `${questionLabel(question).toLowerCase()}: ${inMeasures(schoolWords(question, school.key).label).toLowerCase()}`,
            )
            .join('; ')}.
          <Button
            size="small"
            kind="tertiary"
            on:click={() =>
              differ(scope!, {
                ...differenceOf(scope!)?.method,
                ...Object.fromEntries(asked.map(({ question, school }) => [question, school.key])),
              })}>Plant it so</Button
          >
        </p>
      {/if}
    </div>
    {#key shown}
      <MethodTable
        {chosen}
        {base}
        own={scope ? (differenceOf(scope)?.method ?? {}) : current.method}
        {editable}
        {pick}
      />
    {/key}
  </section>
  <aside class="comes-to">
    <h2>Checks pass, soil over the {depth.datum}</h2>
    <div><span class="big num">{depthRange(depth, units.system)}</span></div>
    <h2>The crew is told</h2>
    {#each ways as way (way.scope ? scopeKey(way.scope) : '')}
      <p class="brief" class:dim={scope && (!way.scope || scopeKey(way.scope) !== shown)}>
        {#if way.scope}<b
            >{way.scope.by === 'rows' ? `Treatment ${way.scope.letter}` : inWords(way.who)}.</b
          >{/if}
        {inMeasures(readOut(way.lines))}
      </p>
    {/each}
    <h2>It brings into the calendar</h2>
    {#if tasks.length}<ul>
        {#each tasks as label (label)}<li>{label}</li>{/each}
      </ul>{:else}<p class="quiet">Nothing beyond the usual.</p>{/if}
    <h2>It brings into the bill</h2>
    {#if materials.length}<ul>
        {#each materials as line (line)}<li>{line}</li>{/each}
      </ul>{:else}<p class="quiet">Trees and hands, nothing beyond.</p>{/if}
    <Outcome of={doing} />
    {#if editable}
      <div class="buttons">
        <Button disabled={!history.changed} on:click={save}>Save the method</Button>
        <UndoRedo {history} />
      </div>
    {/if}
    <p class="say caution">
      Where a herbicide is chosen, its label is the law and a licensed operator sprays.
    </p>
  </aside>
</div>

<style>
  .conditions {
    display: grid;
    gap: 10px;
  }
  .whose {
    max-width: 620px;
    margin-bottom: 10px;
  }
  .small {
    font-size: 13.5px;
  }
  summary {
    min-height: 32px;
    margin-top: 12px;
    color: var(--viridian);
    font-weight: 600;
    cursor: pointer;
  }
  .brief {
    font-size: 15px;
    line-height: 1.5;
  }
  .dim {
    color: var(--slate);
  }
  ul {
    margin: 0;
    padding-left: 18px;
  }
</style>
