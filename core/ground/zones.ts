import { say, smallOf, shareOf, liquidOf, type Message } from '../say/message';
import type { MultiPolygon } from './polygon';

/** How damp ground is, in order. A species' card names a range of these words. */
export const DAMP = ['dry', 'fresh', 'damp', 'wet'] as const;
/** How much light falls, in order. */
export const LIGHT = ['full light', 'half shade', 'shade'] as const;
export type Damp = (typeof DAMP)[number];
export type Light = (typeof LIGHT)[number];

export const TEXTURES = ['sand', 'loam', 'clay', 'peat'] as const;
export const DRAINAGE = ['free', 'slow', 'winter-wet', 'standing water'] as const;

export interface Soil {
  texture: (typeof TEXTURES)[number];
  /** Metres to rock or to a layer that roots do not pass. */
  depth: number;
  /** Share of stones by volume, 0 to 1. */
  stones: number;
  drainage: (typeof DRAINAGE)[number];
  /** Dry under the surface after heavy rain. */
  repellent: boolean;
  compacted: boolean;
}

export const ORDINARY_SOIL: Soil = {
  texture: 'loam',
  depth: 1,
  stones: 0.05,
  drainage: 'free',
  repellent: false,
  compacted: false,
};

/** A part of a block that differs from the rest. */
export interface Zone {
  id: string;
  name: string;
  /** Longitude and latitude. */
  parts: MultiPolygon;
  damp: Damp;
  light: Light;
  soil: Soil;
}

/** Ground on which not every species may stand, and why. */
export interface Limit {
  /** In a few words, to begin a sentence: "Overhead line". */
  why: string;
  /** In the block's plane. */
  parts: MultiPolygon;
  /** Mature height must stay under this, metres. */
  height?: number;
  damp?: Damp;
  light?: Light;
}

/** What a judgement changes in the work. */
export type Changes = 'method' | 'materials' | 'machine or hand' | 'species' | 'calendar';

export interface Judgement {
  /** What was found, and what to do. */
  sentence: Message;
  changes: Changes[];
}

/** Machine limits of trade practice, rise over run; the maker's manual rules. From memory. */
export const MACHINE_ACROSS = 0.15;
export const MACHINE_ALONG = 0.25;
/** Soil shallower than this does not take a spade's depth of root. From memory. */
export const SHALLOW = 0.3;
export const STONY = 0.35;
/** Water that opens up a spot of dry sand, cubic metres. From memory. */
export const SAND_SOAK = 0.03;
/** How deep compacted ground is ripped at least, metres. From memory. */
export const RIP_DEPTH = 0.6;

/**
 * What soil and slope of a zone mean for the work. Common practice, no source, unless a constant
 * above says otherwise.
 * @param slope mean rise over run of the zone, if an elevation is known
 * @param planting how the block is planted
 */
export function judge(
  zone: Pick<Zone, 'damp' | 'light' | 'soil'>,
  planting: 'hand' | 'machine',
  slope?: number,
): Judgement[] {
  const { soil, damp, light } = zone;
  const found: Judgement[] = [];
  const judged = (sentence: Message, ...changes: Changes[]) => found.push({ sentence, changes });
  if (soil.repellent) judged(say('ground.repellent'), 'materials', 'method');
  if (soil.texture === 'clay') judged(say('ground.clay'), 'method');
  if (soil.texture === 'clay' && soil.drainage === 'winter-wet')
    judged(say('ground.clayWet'), 'method');
  if (soil.texture === 'sand' && soil.drainage === 'free' && damp === 'dry')
    judged(
      say('ground.drySand', { water: liquidOf(SAND_SOAK) }),
      ...(['materials', 'method', 'calendar'] as const),
    );
  if (soil.stones >= STONY) judged(say('ground.stony'), 'method', 'species');
  else if (soil.depth < SHALLOW) judged(say('ground.shallow'), 'method', 'species');
  if (soil.compacted)
    judged(
      say('ground.compacted', { depth: smallOf(RIP_DEPTH) }),
      ...(['calendar', 'machine or hand'] as const),
    );
  if (soil.drainage === 'standing water' || damp === 'wet')
    judged(say('ground.wet'), 'species', 'machine or hand');
  if (light !== 'full light') judged(say('ground.shaded'), 'species');
  if (slope !== undefined) found.push(...judgeSlope(slope, planting));
  return found;
}

/** What the slope allows. */
export function judgeSlope(slope: number, planting: 'hand' | 'machine'): Judgement[] {
  if (slope > MACHINE_ALONG)
    return [
      {
        sentence: say('ground.steepAlong', {
          slope: shareOf(Math.round(slope * 100) / 100),
          limit: shareOf(MACHINE_ALONG),
        }),
        changes: ['machine or hand', 'method'],
      },
    ];
  if (slope > MACHINE_ACROSS)
    return [
      {
        sentence: say('ground.steepAcross', {
          slope: shareOf(Math.round(slope * 100) / 100),
          limit: shareOf(MACHINE_ACROSS),
          planting,
        }),
        changes: ['machine or hand'],
      },
    ];
  return [];
}

/**
 * The range that a card's words name on a scale: "dry to damp" is dry, fresh and damp. Words that
 * are not on the scale say nothing, and then anything goes.
 * @returns indices of the first and last, both included
 */
export function rangeOf(text: string, scale: readonly string[]): [number, number] {
  const words = text.toLowerCase();
  const at = scale
    .map((word, i) => ({ i, place: words.indexOf(word.replace('full ', '')) }))
    // "shade" inside "half shade" is not deep shade.
    .filter(({ i, place }) => place >= 0 && !(scale[i] === 'shade' && /half shade\s*$/.test(words)))
    .map(({ i }) => i);
  return at.length ? [Math.min(...at), Math.max(...at)] : [0, scale.length - 1];
}

/** Does ground of this dampness suit a card? */
export const bearsDamp = (card: { damp: string }, damp: Damp): boolean => {
  const [low, high] = rangeOf(card.damp, DAMP);
  const at = DAMP.indexOf(damp);
  return at >= low && at <= high;
};

/** Does this light suit a card? */
export const bearsLight = (card: { light: string }, light: Light): boolean => {
  const [low, high] = rangeOf(card.light, LIGHT);
  const at = LIGHT.indexOf(light);
  return at >= low && at <= high;
};
