/**
 * A headline figure together with the steps that lead to it, so that crew, client and inspector
 * can check the arithmetic. The steps are built from the very values the figure was computed from.
 */
export interface WorkingStep {
  /** What the value is: "fence, 2 m". */
  label: string;
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
  | 'money';

export interface Figure {
  value: number;
  kind: FigureKind;
  steps: WorkingStep[];
  /** The formula in words, when steps alone do not say it. */
  formula?: string;
}

/** Makes a figure from a sum: each step is added, the total is the value. */
export function sumOf(kind: FigureKind, steps: Omit<WorkingStep, 'kind'>[]): Figure {
  return {
    value: steps.reduce((total, step) => total + step.value, 0),
    kind,
    steps: steps.map((step) => ({ ...step, kind })),
  };
}
