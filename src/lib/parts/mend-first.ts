/** Buttons that send what was typed; those that do not look like it say so. */
const SENDS = 'button[type=submit], .bx--btn--primary, button.go:not(.plain), button[data-sends]';
/** Fields that could not read what was typed: what they stand for is still the value before. */
const UNREAD = '[data-unread]';

const isShown = (element: HTMLElement): boolean =>
  element.getClientRects().length > 0 && getComputedStyle(element).visibility !== 'hidden';

/** The first field a button would send, or the page with it, whose text could not be read. */
function unreadBy(button: Element): HTMLElement | undefined {
  const form = button.closest('form');
  const around = form ?? button.closest('[role=dialog]') ?? button.closest('main');
  return [...(around?.querySelectorAll<HTMLElement>(UNREAD) ?? [])].find(
    (field) => field.closest('form') === form && isShown(field),
  );
}

/**
 * Holds back a press that would send a value nobody sees: while a field shows what it could not read, the one before
 * it still stands behind it. The field is gone to instead, and says what it accepts. @returns what ends it
 */
export function mendFirst(): () => void {
  const sends = (event: Event) => (event.target as Element | null)?.closest?.(SENDS) ?? undefined;
  const goTo = (field: HTMLElement) => field.querySelector('input')?.focus();
  const hold = (event: Event) => {
    const button = sends(event);
    const unread = button && unreadBy(button);
    if (!unread) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    goTo(unread);
  };
  // A field that is left says what is wrong with it, and what stands below moves: the press may end beside its button.
  const begun = (event: Event) => {
    const button = sends(event);
    if (!button) return;
    setTimeout(() => {
      const unread = unreadBy(button);
      if (unread) goTo(unread);
    });
  };
  document.addEventListener('click', hold, true);
  document.addEventListener('mousedown', begun, true);
  return () => {
    document.removeEventListener('click', hold, true);
    document.removeEventListener('mousedown', begun, true);
  };
}
