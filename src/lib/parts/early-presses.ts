import { flushSync } from 'svelte';

type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

declare global {
  interface Window {
    /**
     * Set by `app.html`: stops keeping what is done and returns it. Fields with what stood in them, and whether they
     * were finished; then what was pressed, oldest first.
     */
    earlyPresses?: () => {
      fields: [Field, { value: string | boolean; changed: boolean }][];
      pressed: Element[];
    };
  }
}

/**
 * Makes again what came between the page being seen and its listening: what was typed and chosen, then what was
 * pressed. Called once the page listens; a second call finds nothing.
 */
export function pressAgain(): void {
  const early = window.earlyPresses?.();
  delete window.earlyPresses;
  for (const [field, { value, changed }] of early?.fields ?? []) {
    if (!field.isConnected) continue;
    // The page put its own value back when it began to listen. Files cannot be put back, and stay.
    if (typeof value === 'boolean') (field as HTMLInputElement).checked = value;
    else if (field.type !== 'file') field.value = value;
    field.dispatchEvent(new Event('input', { bubbles: true }));
    // As between a key and leaving the field: what is typed is shown before it is judged, and shown otherwise after.
    flushSync();
    if (changed) field.dispatchEvent(new Event('change', { bubbles: true }));
  }
  for (const element of early?.pressed ?? []) {
    if (!element.isConnected) continue;
    if (element instanceof HTMLFormElement) element.requestSubmit();
    else if (element instanceof HTMLElement) element.click();
  }
}
