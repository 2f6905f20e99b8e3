import type { Messages } from './messages';

/** A measured figure: its value in SI and what it measures, so that the edge can choose the unit. */
export interface Quantity {
  value: number;
  kind: QuantityKind;
}

export type QuantityKind =
  | 'area'
  | 'density'
  | 'distance'
  | 'dose'
  | 'massDose'
  | 'length'
  | 'liquid'
  | 'mass'
  | 'rain'
  | 'share'
  | 'small'
  | 'temperature'
  | 'wind';

/** What may stand in a message: a number, a name, a measure, a day, a moment, or another message. */
export type FigureValue =
  | number
  | string
  | Quantity
  | Written
  | DayFigure
  | MomentFigure
  | Message
  | List;
/** A number or a measure as its form writes it; its signs are those of the reader's language. */
export interface Written {
  written: string;
}
export interface DayFigure {
  day: string;
  /** Written with its year: it may lie in another one. */
  withYear?: boolean;
}
/** Milliseconds since 1970 UTC, written by the site's clock. */
export interface MomentFigure {
  moment: number;
  /** Written with its day: it may lie on another one. */
  withDay?: boolean;
}
/** Several of a kind, joined as the language joins them. */
export interface List {
  list: readonly FigureValue[];
}

export type MessageKey = keyof Messages;
/** What messages of a kind are called behind its prefix: of 'task.' that is 'rip', 'plant' and so on. */
export type NamesUnder<Prefix extends string> = MessageKey extends infer Key
  ? Key extends `${Prefix}${infer Name}`
    ? Name
    : never
  : never;
/** Names of the figures that a message carries. */
export type FigureNames<Key extends MessageKey> = Messages[Key];
export type FiguresOf<Key extends MessageKey> = [Messages[Key]] extends [never]
  ? Record<string, never>
  : Record<Messages[Key], FigureValue>;

/** A sentence as data: which one, and with which figures. The words are the edge's. */
export interface Message<Key extends MessageKey = MessageKey> {
  key: Key;
  figures: Record<string, FigureValue>;
}

/**
 * Makes a message. The compiler holds the figures against the message's own names.
 * @example say('crew.noRow', { row: 14 }).key // => 'crew.noRow'
 */
export function say<Key extends MessageKey>(
  key: Key,
  ...[figures]: [Messages[Key]] extends [never] ? [] : [FiguresOf<Key>]
): Message<Key> {
  return { key, figures: (figures ?? {}) as Record<string, FigureValue> };
}

const of =
  (kind: QuantityKind) =>
  (value: number): Quantity => ({ value, kind });

/** Metres, written as "2.40 m" or "7.9 ft". */
export const lengthOf = of('length');
/** Metres of a hole's or a tree's size: "28 cm" or "11.0 in". */
export const smallOf = of('small');
/** Metres of a long way: "1.2 km" or "0.7 mi". */
export const distanceOf = of('distance');
/** Square metres. */
export const areaOf = of('area');
/** Cubic metres of a liquid. */
export const liquidOf = of('liquid');
/** Kilograms. */
export const massOf = of('mass');
/** Litres on a hectare. */
export const doseOf = of('dose');
/** Kilograms on a hectare. */
export const massDoseOf = of('massDose');
/** Trees a square metre. */
export const densityOf = of('density');
/** A share between 0 and 1. */
export const shareOf = of('share');
/** °C. */
export const temperatureOf = of('temperature');
/** m/s. */
export const windOf = of('wind');
/** Metres of rain, written as mm or inches. */
export const rainOf = of('rain');
export const onDay = (day: string): DayFigure => ({ day });
/** A day that may lie in another year. */
export const onDayOfYear = (day: string): DayFigure => ({ day, withYear: true });
export const atMoment = (moment: number): MomentFigure => ({ moment });
/** A moment that may lie on another day. */
export const atMomentOfDay = (moment: number): MomentFigure => ({ moment, withDay: true });
