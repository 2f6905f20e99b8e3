import type { Fault } from '../../../../core/checks/faults';
import type { Hindrance, RegimeKey } from '../../../../core/calendar/windows';
import type { KeepoutKind } from '../../../../core/ground/keepouts';
import type { ContainerForm } from '../../../../core/stock/containers';
import type { PlaceKind } from '../../../../core/stock/keeping';
import type { StockEventKind } from '../../../../core/stock/ledger';
import { faults } from './faults';

/** What a keep-out of a kind is called, why ground round it is kept free, and what whoever works there minds. */
export interface KeepoutWords {
  label: string;
  reason: string;
  caution?: string;
}

const AT_THE_BANK = 'Bank top: the edge slumps, and wet-tolerant species come first.';

export const keepouts: Record<KeepoutKind, KeepoutWords> = {
  fence: {
    label: 'Fence',
    reason: 'After ten years wide shrubs lean on it and short an electric wire.',
  },
  road: { label: 'Road edge', reason: 'Sight lines.' },
  building: {
    label: 'Building',
    reason: 'Roots, falling limbs and light; large species stand further off.',
  },
  watercourse: { label: 'Watercourse', reason: AT_THE_BANK },
  water: { label: 'Pond or lake', reason: AT_THE_BANK },
  'overhead-line': {
    label: 'Overhead line',
    reason: 'Branches reach the wires: only low species as near as the tallest one grows high.',
    caution: 'The utility decides. Nobody works or lifts anything long under live wires.',
  },
  'buried-service': {
    label: 'Buried service',
    reason: 'Nothing is dug until it has been located and marked.',
    caution: 'Have it located and marked by its owner before anyone digs.',
  },
  drain: { label: 'Drain or septic field', reason: 'Roots enter it.' },
  'existing-tree': {
    label: 'Existing tree',
    reason: 'Its crown: pioneers need the gap, not the shade.',
  },
  other: { label: 'Other', reason: 'Kept free.' },
};

/** A season of the trade, and what it goes by. */
export const regimes: Record<RegimeKey, { label: string; because: string }> = {
  'cool-temperate': {
    label: 'cool-temperate, dormant season',
    because: 'From leaf fall to bud break; containers in autumn, or with water.',
  },
  'winter-rain': {
    label: 'winter rain',
    because: 'Start of winter, after the break of the season.',
  },
  monsoon: { label: 'monsoon', because: 'The first months of rain.' },
  'cold-winter': {
    label: 'cold winter, spring planting',
    because: 'After thaw, until buds break.',
  },
  arid: {
    label: 'arid, stored water',
    because: 'Any cool month with water stored in the ground.',
  },
};

export const hindrances: Record<Hindrance, string> = {
  'frozen-ground': 'frozen ground',
  'not-dormant': 'not dormant',
  frost: 'frost',
  heat: 'heat',
  waterlogged: 'waterlogged',
  'dry-soil': 'dry soil',
  'dry-air': 'dry air',
  wind: 'wind',
};

/** Where trees wait. */
export const places: Record<PlaceKind, string> = {
  'cold-store': 'cold store',
  shade: 'shade',
  trench: 'trenched in',
  cache: 'cache at the rows',
  trailer: 'trailer',
};

/** Parts of a young tree by which look-alikes are told apart. */
export const forms: Record<ContainerForm, string> = {
  plug: 'plug, tray cell',
  ribbed: 'ribbed forestry cell',
  round: 'round pot',
  bag: 'soft bag',
};

/** What each kind is called in a list of what happened to a lot. */
export const stockEvents: Record<StockEventKind, string> = {
  receive: 'received',
  move: 'moved',
  cull: 'culled',
  dip: 'dipped',
  soak: 'put to soak',
  drain: 'taken out of the soak',
  water: 'watered',
  issue: 'issued',
  return: 'returned',
  plant: 'planted',
  lose: 'lost',
  correct: 'cancelled',
};

/** What is wrong with a planted tree. */
export const faultNames = Object.fromEntries(
  Object.entries(faults).map(([key, name]) => [key.slice('fault.'.length), name]),
) as Record<Fault, string>;
