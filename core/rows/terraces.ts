import { told } from '../say/told';
import { lengthOf, say } from '../say/message';
import type { Figure } from '../measure/working';

/** Wider terraces and larger pits are earthworks of another kind, metres. */
const WIDEST = 20;
const LARGEST_PIT = 3;

/** Terraces on steep ground. Defaults are common practice, no source. */
export interface TerraceOptions {
  /** Metres from outer lip to foot of the bank. */
  width: number;
  /** How much lower the inner side lies than the lip, metres. */
  inwardFall: number;
  /** An uncut step is left every so many metres, to stop water running along; 0 leaves none. */
  stepEvery: number;
  /** Length of an uncut step, metres. */
  stepLength: number;
}

export const TERRACE_DEFAULTS: TerraceOptions = {
  width: 1.5,
  inwardFall: 0.3,
  stepEvery: 10,
  stepLength: 0.5,
};

export interface TerraceEarth {
  /** Cubic metres cut a metre of terrace. */
  perMetre: Figure;
  /** Cubic metres in all, uncut steps left out. */
  total: Figure;
  uncutSteps: number;
  /** Height of the cut bank at the inner side, metres, banks upright. */
  bank: number;
}

/**
 * Earth of terraces cut into a slope, the outer half filled with what the inner half gives. Cut and
 * fill are triangles of half the width each, so a metre of terrace moves w · D ÷ 8, where D is how
 * far ground and terrace part over the whole width: w · (slope + inward fall ÷ width). For a level
 * bench that is the W·D/8 of soil-conservation handbooks.
 * @param metres of terrace
 * @param slope of the ground across it, rise over run
 */
export function terraceEarth(metres: number, slope: number, options: TerraceOptions): TerraceEarth {
  const { width, inwardFall, stepEvery, stepLength } = options;
  if (!(width > 0 && width <= WIDEST))
    throw told('rows.terraceWidth', { width: lengthOf(width), most: lengthOf(WIDEST) });
  if (!(inwardFall >= 0 && inwardFall < width))
    throw told('rows.terraceFall', { fall: lengthOf(inwardFall), width: lengthOf(width) });
  if (stepEvery > 0 && !(stepLength >= 0 && stepLength < stepEvery))
    throw told('rows.terraceSteps');
  const drop = width * slope + inwardFall;
  const perMetre = (width * drop) / 8;
  const steps = stepEvery > 0 ? Math.floor(metres / stepEvery) : 0;
  const cut = Math.max(0, metres - steps * stepLength);
  return {
    perMetre: {
      value: perMetre,
      kind: 'volume',
      formula: say('formula.terraceSection'),
      steps: [
        { label: say('step.width'), value: width, kind: 'length' },
        { label: say('step.slopeOfTheGround'), value: slope, kind: 'share' },
        { label: say('step.inwardFall'), value: inwardFall, kind: 'length' },
        { label: say('step.groundAndTerracePartBy'), value: drop, kind: 'length' },
      ],
    },
    total: {
      value: perMetre * cut,
      kind: 'volume',
      formula: say('formula.terraceEarth'),
      steps: [
        { label: say('step.terrace'), value: metres, kind: 'distance' },
        { label: say('step.uncutSteps', { steps }), value: -steps * stepLength, kind: 'distance' },
        { label: say('step.crossSection'), value: perMetre, kind: 'area' },
      ],
    },
    uncutSteps: steps,
    bank: drop / 2,
  };
}

export interface PitOptions {
  /** Length, width and depth, metres. */
  length: number;
  width: number;
  depth: number;
  /** How deep the topsoil goes, metres. */
  topsoil: number;
  /** Refilled so high above the ground, for settling, metres. */
  proud: number;
}

/** Common practice, no source: 0.75 m cubes in hard ground, refilled to 5 cm above it. */
export const PIT_DEFAULTS: PitOptions = {
  length: 0.75,
  width: 0.75,
  depth: 0.75,
  topsoil: 0.2,
  proud: 0.05,
};

export interface PitEarth {
  /** Cubic metres a pit. */
  dug: number;
  topsoil: number;
  subsoil: number;
  /** To refill with topsoil alone: what the pit's own does not give, scraped from around. */
  topsoilNeeded: number;
  total: Figure;
}

/** Earth of pits: topsoil to one side, subsoil to the other, topsoil back first. */
export function pitEarth(pits: number, options: PitOptions): PitEarth {
  const { length, width, depth, topsoil, proud } = options;
  if (![length, width, depth].every((side) => side > 0 && side <= LARGEST_PIT))
    throw told('rows.pitSize', { most: lengthOf(LARGEST_PIT) });
  const base = length * width;
  const top = base * Math.min(topsoil, depth);
  const dug = base * depth;
  return {
    dug,
    topsoil: top,
    subsoil: dug - top,
    topsoilNeeded: base * (depth + proud) - top,
    total: {
      value: pits * dug,
      kind: 'volume',
      formula: say('formula.pitEarth'),
      steps: [
        { label: say('step.pits'), value: pits, kind: 'count' },
        { label: say('step.onePit'), value: dug, kind: 'volume' },
        { label: say('step.itsTopsoil'), value: top, kind: 'volume' },
        { label: say('step.itsSubsoil'), value: dug - top, kind: 'volume' },
      ],
    },
  };
}
