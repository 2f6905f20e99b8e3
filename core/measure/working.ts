import type { Message } from '../say/message';

/**
 * A headline figure together with the steps that lead to it, so that crew, client and inspector
 * can check the arithmetic. The steps are built from the very values the figure was computed from.
 */
export interface WorkingStep<Text = Message> {
  /** What the value is: "fence, 2 m". A page that makes a step of its own has words already. */
  label: Text;
  /** The value in its SI unit, signed where it is taken away. */
  value: number;
  /** Which formatter shows it. */
  kind: FigureKind;
}

export type FigureKind =
  | 'area'
  | 'length'
  | 'hours'
  | 'mass'
  | 'distance'
  | 'volume'
  | 'liquid'
  | 'density'
  | 'count'
  | 'share'
  | 'number'
  | 'minutes'
  | 'money'
  /** Price of a metre. */
  | 'priceALength'
  | 'speed'
  | 'dose'
  | 'massDose';

/** A figure whose words a page has itself, or one of the core. */
export type WordedFigure = Figure<Message | string>;

export interface Figure<Text = Message> {
  value: number;
  kind: FigureKind;
  steps: WorkingStep<Text>[];
  /** The formula in words, when steps alone do not say it. */
  formula?: Text;
}

/** Makes a figure from a sum: each step is added, the total is the value. */
export function sumOf(kind: FigureKind, steps: Omit<WorkingStep, 'kind'>[]): Figure {
  return {
    value: steps.reduce((total, step) => total + step.value, 0),
    kind,
    steps: steps.map((step) => ({ ...step, kind })),
  };
}
