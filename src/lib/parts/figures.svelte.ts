import { getContext, setContext } from 'svelte';
import type { FigureKind } from '$core/measure/working';
import type { UnitSystem } from '$core/measure/units';
import { figureText } from '$lib/words/figure';

/** The units of the person who looks, switched at once everywhere. */
export class Units {
  system = $state<UnitSystem>('metric');

  constructor(system: UnitSystem) {
    this.system = system;
  }

  /** Writes a value in SI the way its kind and the person's units ask. */
  format(value: number, kind: FigureKind): string {
    return figureText(value, kind, this.system);
  }
}

const KEY = Symbol('units');
export const provideUnits = (units: Units): Units => setContext(KEY, units);
export const useUnits = (): Units => getContext<Units>(KEY);
