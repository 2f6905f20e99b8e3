import type { FigureKind } from '../../../core/measure/working';
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
} from '../../../core/measure/units';

/** A value in SI as the kind of its figure and the reader's units ask. */
export function figureText(value: number, kind: FigureKind, system: UnitSystem): string {
  switch (kind) {
    case 'area':
      return formatArea(value, system);
    case 'length':
      return formatLength(value, system);
    case 'distance':
      return formatDistance(value, system);
    case 'liquid':
      return formatLiquid(value, system);
    case 'volume':
      return formatVolume(value, system);
    case 'density':
      return formatDensity(value, system);
    case 'share':
      return formatPercent(value, 1);
    case 'mass':
      return formatMass(value, system);
    case 'speed':
      return formatWind(value, system);
    case 'dose':
      return formatDose(value, system);
    case 'massDose':
      return formatMassDose(value, system);
    case 'hours':
      return `${formatNumber(value, value < 10 ? 1 : 0)} h`;
    case 'money':
      return formatNumber(value, 2);
    case 'priceALength':
      return formatPriceALength(value, system);
    case 'minutes':
      return `${formatNumber(value)} min`;
    case 'count':
      return formatNumber(value);
    default:
      return formatNumber(value, Math.abs(value) >= 100 ? 0 : 2);
  }
}
