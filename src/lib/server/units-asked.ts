import type { UnitSystem } from '../../../core/measure/units';

/** In which units a file is asked for, `?units=us`; metric where nothing is said. */
export const unitsAsked = (url: URL): UnitSystem =>
  url.searchParams.get('units') === 'us' ? 'us' : 'metric';
