import { coverOfDatum, type Finding, type PlantedTree } from '$core/checks/tree';
import { formatLength, formatPercent, formatSmall } from '$core/measure/units';
import type { useTongue } from './tongue.svelte';
import type { FieldKey } from '$lib/words/field';

type Tongue = Pick<ReturnType<typeof useTongue>, 'say' | 'measure' | 'system'>;

/** A measure of a fault as the learner reads it. */
function measured({ kind }: Finding, value: number, { measure, system }: Tongue): string {
  switch (kind) {
    case 'degrees':
      return `${Math.round(Math.abs(value))}°`;
    case 'share':
      return measure(formatPercent(value));
    case 'length':
      return measure(formatLength(value, system, 2));
    default:
      return measure(formatSmall(Math.abs(value), system));
  }
}

/** What was found of a fault, in its own measure. */
export const foundOf = (finding: Finding, tongue: Tongue): string =>
  finding.kind === 'none' ? '' : measured(finding, finding.found, tongue);

const capital = (sentence: string): string =>
  sentence.charAt(0).toLocaleUpperCase() + sentence.slice(1);

/** What is planted how: the stock, the hole, and where the soil may end. */
export function lessonWords(
  { stock, hole, depth }: Pick<PlantedTree, 'stock' | 'hole' | 'depth'>,
  { say, measure, system }: Tongue,
): string {
  const small = (cm: number) => measure(formatSmall(Math.abs(cm) / 100, system));
  const limits = {
    the: say(`school.the.${depth.datum}`),
    most: small(depth.most),
    ...(depth.least < 0 ? { above: small(depth.least) } : { least: small(depth.least) }),
  };
  const till = say(depth.least < 0 ? 'school.depthAbout' : 'school.depth', limits);
  return `${say(`school.stock.${stock}`)}, ${say(`school.hole.${hole}`)}. ${till}`;
}

/** One sentence on what is wrong with a tree: what was found, and what this method allows. */
export function sentenceOf(finding: Finding, tongue: Tongue): string {
  const { fault, found, limit, datum } = finding;
  const { say } = tongue;
  let key = `school.said.${fault}` as FieldKey;
  if (fault === 'deep' && limit < -1e-9) key = 'school.said.deepAbove';
  if (fault === 'shallow' && limit > 1e-9) key = 'school.said.shallowUnder';
  return capital(
    say(key, {
      the: datum ? say(`school.the.${datum}`) : '',
      found: measured(finding, found, tongue),
      limit: measured(finding, limit, tongue),
    }),
  );
}

/** The measures of a drawing in words, for whoever does not see it: all of them, so that they give nothing away. */
export function drawingWords(tree: PlantedTree, tongue: Tongue): string {
  const { say, measure, system } = tongue;
  const small = (metres: number) => measure(formatSmall(Math.abs(metres), system));
  const cover = coverOfDatum(tree);
  return [
    say(cover < 0 ? 'school.alt.above' : 'school.alt.under', {
      datum: say(`school.datum.${tree.depth.datum}`),
      by: small(cover),
    }),
    say('school.alt.turned', { by: small(Math.max(tree.turnedUp, tree.turnedSide)) }),
    say('school.alt.gap', { by: small(tree.gap) }),
    say('school.alt.lean', { by: `${Math.round(Math.abs(tree.lean))}°` }),
    say('school.alt.give', { by: small(tree.give) }),
    say('school.alt.exposed', { by: small(tree.exposed) }),
    say('school.alt.bark', { by: measure(formatPercent(tree.barkOff)) }),
    say('school.alt.cleared', {
      by: measure(formatLength(tree.cleared, system, 2)),
      asked: measure(formatLength(tree.clearing, system, 2)),
    }),
    say('school.alt.next', {
      by: measure(formatLength(tree.toNext, system, 2)),
      step: measure(formatLength(tree.step, system, 2)),
    }),
    say(tree.guarded ? 'school.alt.guard' : 'school.alt.noGuard'),
    say(tree.basined ? 'school.alt.basin' : 'school.alt.noBasin'),
  ].join('; ');
}
