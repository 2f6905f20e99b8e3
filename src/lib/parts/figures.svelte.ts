import { getContext, setContext } from 'svelte';
import type { FigureKind } from '$core/measure/working';
import {
  formatArea,
  formatDensity,
  formatDistance,
  formatLength,
  formatMass,
  formatNumber,
  formatPriceALength,
  formatDose,
  formatMassDose,
  formatPercent,
  formatWind,
  formatLiquid,
  formatVolume,
  type UnitSystem,
} from '$core/measure/units';

/** The units of the person who looks, switched at once everywhere. */
export class Units {
  system = $state<UnitSystem>('metric');

  constructor(system: UnitSystem) {
    this.system = system;
  }

  /** Writes a value in SI the way its kind and the person's units ask. */
  format(value: number, kind: FigureKind): string {
    switch (kind) {
      case 'area':
        return formatArea(value, this.system);
      case 'length':
        return formatLength(value, this.system);
      case 'distance':
        return formatDistance(value, this.system);
      case 'liquid':
        return formatLiquid(value, this.system);
      case 'volume':
        return formatVolume(value, this.system);
      case 'density':
        return formatDensity(value, this.system);
      case 'share':
        return formatPercent(value, 1);
      case 'mass':
        return formatMass(value, this.system);
      case 'speed':
        return formatWind(value, this.system);
      case 'dose':
        return formatDose(value, this.system);
      case 'massDose':
        return formatMassDose(value, this.system);
      case 'hours':
        return `${formatNumber(value, value < 10 ? 1 : 0)} h`;
      case 'money':
        return formatNumber(value, 2);
      case 'priceALength':
        return formatPriceALength(value, this.system);
      case 'minutes':
        return `${formatNumber(value)} min`;
      case 'count':
        return formatNumber(value);
      default:
        return formatNumber(value, Math.abs(value) >= 100 ? 0 : 2);
    }
  }
}

const KEY = Symbol('units');
export const provideUnits = (units: Units): Units => setContext(KEY, units);
export const useUnits = (): Units => getContext<Units>(KEY);
