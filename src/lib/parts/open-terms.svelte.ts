import type { CalendarTerms } from '$core/calendar/terms';
import { same } from '$core/say/merge';
import type { TermedBlock } from './block-terms';
import { Whole } from './whole.svelte';

/**
 * A form over some parts of what is set for a block. As long as nothing was changed in it, it shows what stands
 * now, whoever saved it; what was changed stays until it is kept.
 */
export class OpenTerms<Kept extends Partial<CalendarTerms>, Shown extends object> {
  shown: Shown;
  private asRead: Shown;
  private readonly whole: Whole<{ terms: Kept }>;

  /**
   * @param pick the form's parts of all that is set
   * @param show what the fields hold for them: defaults for what nobody set, which may move as well
   */
  constructor(
    block: TermedBlock,
    private readonly pick: (terms: CalendarTerms) => Kept,
    private readonly show: (kept: Kept) => Shown,
  ) {
    const kept = pick(block.calendarTerms);
    this.whole = new Whole({ terms: kept }, block.termsEdition);
    this.asRead = show(kept);
    this.shown = $state(show(kept));
  }

  /**
   * The block was read anew.
   * @returns whether the fields hold something else now
   */
  follow(block: TermedBlock): boolean {
    // Read before the last that was kept here, and come after it.
    if (this.whole.isAfter(block.termsEdition)) return false;
    if (!same($state.snapshot(this.shown), this.asRead)) return false;
    const kept = this.pick(block.calendarTerms);
    this.whole.follow({ terms: kept }, block.termsEdition);
    if (same(this.show(kept), this.asRead)) return false;
    this.asRead = this.show(kept);
    this.shown = this.show(kept);
    return true;
  }

  /** Keeps what the fields hold, beside what somebody else may have set. */
  async keep(block: TermedBlock, mine: Kept): Promise<void> {
    const saved = await this.whole.save(
      'calendar.terms',
      { terms: mine },
      ({ terms }, edition) => ({ blockId: block.id, terms, edition }) as never,
    );
    this.asRead = this.show(saved.value.terms);
    if (saved.merged) this.shown = this.show(saved.value.terms);
  }
}
