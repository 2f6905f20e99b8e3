import { page } from '$app/state';
import { formatDayOf } from '$core/say/day';

/** Writes the day of a moment as the site of this page counts it, not as this browser does. */
export const useSiteDay =
  () =>
  (moment: number | string | Date, withYear = false): string =>
    formatDayOf(moment, page.data.site!.zone, withYear);
