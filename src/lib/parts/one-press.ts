/** Buttons that do something once: whatever is pressed again and again (a step, Undo) is none of them. */
const ONCE = 'button[type=submit], .bx--btn--primary, .bx--btn--danger';

/** Whether a click is the second half of a double click on a button that does something once. */
export const isSecondPress = (clicks: number, target: Pick<Element, 'closest'> | null): boolean =>
  clicks > 1 && Boolean(target?.closest(ONCE));

/** Makes a double click on such a button one press: nobody enters a hundred trees twice by it. @returns what ends it */
export function onePress(): () => void {
  const hold = (event: MouseEvent) => {
    if (!isSecondPress(event.detail, event.target as Element | null)) return;
    event.preventDefault();
    event.stopImmediatePropagation();
  };
  document.addEventListener('click', hold, true);
  return () => document.removeEventListener('click', hold, true);
}
