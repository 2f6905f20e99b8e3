import type { CalendarTerms } from '$core/calendar/terms';
import { saveWhole } from './whole.svelte';

/** What of a block a form over its terms reads. */
export interface TermedBlock {
  id: string;
  calendarTerms: CalendarTerms;
  termsEdition: number;
}

/**
 * Saves one part of what a leader sets for a block, beside what somebody else may set of another part.
 * @param value the part as it is to stand
 */
export const keepTerms = <Part extends keyof CalendarTerms>(
  block: TermedBlock,
  part: Part,
  value: CalendarTerms[Part],
) =>
  saveWhole(
    'calendar.terms',
    {
      before: { terms: { [part]: block.calendarTerms[part] } },
      mine: { terms: { [part]: value } },
      edition: block.termsEdition,
    },
    (terms, edition) => ({ blockId: block.id, ...terms, edition }) as never,
  );
