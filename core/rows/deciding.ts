import type { MultiPolygon } from '../ground/polygon';
import type { Point } from '../measure/plane';
import { METRES_PER_FOOT, type UnitSystem } from '../measure/units';
import { apportion } from '../measure/apportion';
import type { LayoutParameters } from './layout';
import { alongLongestSide } from './direction';
import { CONTOUR_DEFAULTS, type PatternSettings } from './pattern';

/** Lengths a new block starts with: round in the units of whoever lays it out, metres. */
const FIRST_LENGTHS = {
  metric: { inRow: 2.5, between: 3, firstOffset: 1.5, shortest: 5 },
  us: {
    inRow: 8 * METRES_PER_FOOT,
    between: 10 * METRES_PER_FOOT,
    firstOffset: 5 * METRES_PER_FOOT,
    shortest: 16 * METRES_PER_FOOT,
  },
};

/** Where a new block starts: along its longest side, at two and a half metres by three or eight feet by ten, of one species. */
export const firstParameters = (
  boundary: MultiPolygon,
  species: readonly string[],
  system: UnitSystem = 'metric',
): LayoutParameters => ({
  pattern: 'rectangular',
  direction: alongLongestSide(boundary),
  ...FIRST_LENGTHS[system],
  ...{ firstPeg: 0, headland: 0 },
  mix: species.slice(0, 1).map((id) => ({ species: id, share: 100 })),
  arrangement: { kind: 'random', longest: 3, seed: 1 },
});

/** Stands in for the species while none is chosen: places are counted before anybody knows of what. */
export const NO_SPECIES_YET = 'none yet';

/** What is laid while a mix is still empty: every place, of a species that is not chosen yet. */
export const asLaid = (parameters: LayoutParameters): LayoutParameters =>
  parameters.mix.length
    ? parameters
    : { ...parameters, mix: [{ species: NO_SPECIES_YET, share: 100 }] };

/**
 * A mix with one species more. Where all had the same share they share evenly again, in whole per
 * cent; where somebody set shares of their own, they stay, and the new one gets what is left of 100.
 * @param mix shares in per cent
 * @example withSpecies([{ species: 'a', share: 100 }], 'b').map(({ share }) => share) // => [50, 50]
 */
export function withSpecies(
  mix: LayoutParameters['mix'],
  species: string,
): LayoutParameters['mix'] {
  const next = [...mix, { species, share: Math.max(0, 100 - sharesOf(mix)) }];
  return evenly(mix) ? shareEvenly(next) : next;
}

/**
 * A mix with one species less: evenly shared again where it was; where somebody set shares of their own the
 * gap stays, for the species that takes its place.
 * @param mix shares in per cent
 * @example withoutSpecies([{ species: 'a', share: 50 }, { species: 'b', share: 50 }], 'b')[0].share // => 100
 */
export function withoutSpecies(
  mix: LayoutParameters['mix'],
  species: string,
): LayoutParameters['mix'] {
  const next = mix.filter((entry) => entry.species !== species);
  return evenly(mix) || next.length === 1 ? shareEvenly(next) : next;
}

const sharesOf = (mix: LayoutParameters['mix']): number =>
  mix.reduce((sum, { share }) => sum + share, 0);

/** A whole mix with the same for all; thirds in whole per cent differ by one. */
function evenly(mix: LayoutParameters['mix']): boolean {
  const shares = mix.map(({ share }) => share);
  return Math.abs(sharesOf(mix) - 100) < 0.01 && Math.max(...shares) - Math.min(...shares) <= 1;
}

function shareEvenly(mix: LayoutParameters['mix']): LayoutParameters['mix'] {
  if (!mix.length) return mix;
  const counts = apportion(
    100,
    mix.map(() => 1),
  );
  return mix.map((entry, i) => ({ ...entry, share: counts[i] }));
}

/** The part of a layout's parameters that is one pattern; what is not set is left out. */
export function settingsOf(parameters: PatternSettings): PatternSettings {
  const { pattern, inRow, between, direction, firstOffset, firstPeg, headland, shortest } =
    parameters;
  const { measured, contour, guide, shelter, scatter, cluster } = parameters;
  return {
    ...{ pattern, inRow, between, direction, firstOffset, firstPeg, headland, shortest },
    ...(measured && { measured }),
    ...(contour && { contour }),
    ...(guide && { guide }),
    ...(shelter && { shelter }),
    ...(scatter && { scatter }),
    ...(cluster && { cluster }),
  };
}

/** Shelter rows to begin with: a species each, the second row's trees before the gaps of the first. */
export const firstShelter = ({
  mix,
}: Pick<LayoutParameters, 'mix'>): NonNullable<PatternSettings['shelter']> =>
  mix.slice(0, 3).map(({ species }, i) => ({
    ...{ species, step: 2 },
    ...{ offset: i ? 2.5 : 2, stagger: i % 2 ? 0.5 : 0 },
  }));

/** The settings that hold somewhere: a zone's own, or else the block's. @param zone empty for the block */
export const settingsIn = (parameters: LayoutParameters, zone: string): PatternSettings =>
  parameters.byZone?.find((entry) => entry.zone === zone)?.settings ?? parameters;

/**
 * What changes in the parameters when something of a pattern is decided, for the block or for one zone. A zone
 * takes the block's settings along when it first differs; later changes of the block pass it by.
 * @param zone empty for the block
 */
export function withSettings(
  parameters: LayoutParameters,
  zone: string,
  decided: Partial<PatternSettings>,
): Partial<LayoutParameters> {
  const before = settingsIn(parameters, zone);
  const next =
    decided.pattern === 'shelter' && !(decided.shelter ?? before.shelter)?.length
      ? { ...decided, shelter: firstShelter(parameters) }
      : decided;
  if (!zone) return next;
  const settings = { ...settingsOf(before), ...next };
  const own = parameters.byZone ?? [];
  return {
    byZone: own.some((entry) => entry.zone === zone)
      ? own.map((entry) => (entry.zone === zone ? { zone, settings } : entry))
      : [...own, { zone, settings }],
  };
}

/** Contour settings with a new baseline, from the first corner of a drawn line to its last. */
export const contourAlong = (
  settings: Pick<PatternSettings, 'contour'>,
  line: readonly Point[],
): NonNullable<PatternSettings['contour']> => ({
  ...CONTOUR_DEFAULTS,
  ...settings.contour,
  baseline: [line[0], line[line.length - 1]],
});

/** Shares are told apart by a tenth of a per cent. */
const TENTHS = 10;

/**
 * A mix whose shares add up to 100 again: what was set last stays, the others take or give what is over, in
 * proportion to what they have, in whole per cent where all shares are whole ones.
 * @param mix shares in per cent
 * @param set the place in the mix of what stays; nothing where all take part
 * @example toHundred([{ species: 'a', share: 50 }, { species: 'b', share: 70 }], 1)[0].share // => 30
 */
export function toHundred(mix: LayoutParameters['mix'], set = -1): LayoutParameters['mix'] {
  const stays = Math.min(100, mix[set]?.share ?? 0);
  const others = mix.map(({ share }, i) => (i === set ? 0 : share));
  const steps = mix.every(({ share }) => Number.isInteger(share)) ? 1 : TENTHS;
  const kept = Math.round(stays * steps);
  const weights = others.some((share) => share > 0)
    ? others
    : mix.map((_, i) => (i === set ? 0 : 1));
  if (mix.length === 1) return [{ ...mix[0], share: 100 }];
  const parts = apportion(100 * steps - kept, weights);
  return mix.map((entry, i) => ({ ...entry, share: (i === set ? kept : parts[i]) / steps }));
}
