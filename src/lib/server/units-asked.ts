import type { UnitSystem } from '../../../core/measure/units';

/** In which units a file is asked for, `?units=us`; in those that its reader reads in where nothing is said. */
export function unitsAsked(url: URL, usual: UnitSystem): UnitSystem {
  const asked = url.searchParams.get('units');
  return asked === 'us' || asked === 'metric' ? asked : usual;
}
