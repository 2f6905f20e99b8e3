import { say, type Message } from '../say/message';
import { wilson, type Interval } from '../survival/interval';
import { evaporativeDemand, type Air } from './exposure';

/** What holds the roots of container stock. */
export const CONTAINER_FORMS = ['plug', 'ribbed', 'round', 'bag'] as const;
export type ContainerForm = (typeof CONTAINER_FORMS)[number];

/** Air in which a plug of 100 mL is watered once a day. From memory. */
const PLUG_ANCHOR: Air = { temperature: 20, humidity: 0.6, wind: 1 };
const PLUG_VOLUME = 0.1;
/** Containers are looked at every third day whatever the air, and watered every two hours at most. From memory. */
const LONGEST_ROUND = 72;
const SHORTEST_ROUND = 2;

export interface WateringRound {
  /** Hours from one round to the next in this air. */
  every: number;
  /** Times the demand of the air is that of the anchor's. */
  demand: number;
  /** By the air alone it would be longer; nobody leaves stock unseen for more than three days. */
  bounded: boolean;
  roundsADay: number;
  /** Litres one round takes: the plugs' own volume twice, until they drip. */
  litres: number;
}

/**
 * How often container stock is watered: in proportion to what a plug holds and against the
 * evaporative demand of the air, once a day for 100 mL at 20 °C, 60 % RH and 1 m/s. An index.
 * @param volume of one container, litres
 * @param trees to be watered
 * @throws RangeError for a volume that is not above 0
 */
export function wateringRound(volume: number, trees: number, air: Air): WateringRound {
  if (!(volume > 0)) throw new RangeError('A container holds more than 0 L.');
  const demand = evaporativeDemand(air) / evaporativeDemand(PLUG_ANCHOR);
  const byAir = (24 * volume) / PLUG_VOLUME / Math.max(demand, 0.01);
  const every = Math.min(LONGEST_ROUND, Math.max(SHORTEST_ROUND, byAir));
  return {
    ...{ every, demand, bounded: byAir > LONGEST_ROUND },
    ...{ roundsADay: Math.ceil(24 / every), litres: trees * volume * 2 },
  };
}

/** A share of pot-bound trees from which on the whole lot is treated. From memory. */
export const POT_BOUND_LIMIT = 0.2;

export interface RootTreatment {
  /** Key of the school under "container roots". */
  school: 'leave' | 'tease' | 'cut' | 'bottom';
  because: Message;
  share?: Interval;
}

/**
 * Which school of treating container roots a lot asks for, from what held its roots and how many
 * of a sample were pot-bound.
 */
export function rootTreatment(
  form: ContainerForm,
  potBound: number,
  sampled: number,
): RootTreatment {
  const share = sampled > 0 ? wilson(potBound, sampled) : undefined;
  const found = share
    ? say('stock.potBoundOf', {
        bound: potBound,
        sampled,
        low: Math.round(share.low * 100),
        high: Math.round(share.high * 100),
      })
    : say('stock.noSample');
  if (form === 'bag')
    return {
      school: 'bottom',
      because: say('stock.rootsBag', { found }),
      share,
    };
  if (share && share.estimate >= POT_BOUND_LIMIT)
    return {
      school: 'cut',
      because: say('stock.rootsCut', { found }),
      share,
    };
  if (form === 'round')
    return {
      school: 'tease',
      because: say('stock.rootsRound', { found }),
      share,
    };
  return {
    school: 'leave',
    because: say(form === 'ribbed' ? 'stock.rootsRibbed' : 'stock.rootsPlug', { found }),
    share,
  };
}
