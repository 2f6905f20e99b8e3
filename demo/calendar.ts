import { BRIEFING_TERMS } from '../core/crew/briefing';
import { BOX_TERMS } from '../core/crew/reservoir';
import type { CalendarTerms } from '../core/calendar/terms';
import type { Product } from '../core/calendar/spraying';

/** Invented products; no label of a real one reads so. */
export const PRODUCTS: Omit<Product, 'id'>[] = [
  {
    name: 'Meadow clear (invented)',
    dose: { kind: 'mix', share: 0.02 },
    water: 200,
    rainfast: 6,
    beforePlanting: 14,
    timesAYear: 2,
    litresAYear: 6,
    actives: [{ name: 'meadowic acid (invented)', grams: 360, limit: 2000 }],
  },
  {
    name: 'Ring guard (invented)',
    dose: { kind: 'area', litresPerHectare: 4 },
    water: 200,
    rainfast: 2,
    beforePlanting: 0,
    timesAYear: 2,
    litresAYear: null,
    actives: [{ name: 'ringamide (invented)', grams: 400, limit: 3500 }],
  },
  {
    name: 'Ring grains (invented)',
    dose: { kind: 'granules', kilogramsPerHectare: 60 },
    water: 1,
    rainfast: 0,
    beforePlanting: 0,
    timesAYear: 1,
    litresAYear: null,
    actives: [{ name: 'ringamide (invented)', grams: 40, limit: 3500 }],
  },
];

const price = (amount: number, pack = 1, onHand = 0, costShare = 0) => ({
  price: amount,
  pack,
  onHand,
  costShare,
});

/** What the leader of Farrow Pit pays, in made-up money. */
export const TERMS: Record<string, { phase: string; terms: CalendarTerms }> = {
  'Spoil Knoll': {
    phase: 'Dry heap',
    terms: {
      boxes: { ...BOX_TERMS },
      waves: { guard: { hands: 2, rate: 40, within: 360 } },
      briefing: { ...BRIEFING_TERMS, meeting: 'foot of the knoll, at the water tank' },
    },
  },
  'Ridge Screen': {
    phase: 'Shelter first',
    terms: {
      currency: 'EUR',
      materials: { trees: price(0.9, 50), fence: price(6.5), planting: price(210) },
    },
  },
  'North Bench': {
    phase: 'Benches',
    terms: {
      currency: 'EUR',
      materials: {
        trees: price(0.62, 50, 0, 0.4),
        flags: price(0.15, 100),
        herbicide: price(28, 5),
        planting: price(210, 1, 0, 0.2),
      },
    },
  },
  'Haul Flat': {
    phase: 'Flats',
    terms: {
      currency: 'EUR',
      materials: {
        trees: price(0.58, 50, 0, 0.4),
        flags: price(0.15, 100, 200),
        ripping: price(95),
        planting: price(210, 1, 0, 0.2),
      },
    },
  },
  'Silt Margin': {
    phase: 'Flats',
    terms: {
      currency: 'EUR',
      materials: {
        trees: price(1.35, 40, 0, 0.4),
        guards: price(0.85, 250, 500),
        canes: price(0.28, 250),
        fence: price(6.5),
        flags: price(0.15, 100),
        planting: price(210),
      },
    },
  },
};
