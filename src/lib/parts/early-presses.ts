declare global {
  interface Window {
    /** Set by `app.html`: stops keeping presses and returns what was pressed, oldest first. */
    earlyPresses?: () => Element[];
  }
}

/**
 * Makes the presses again that came between the page being seen and its listening. Called once the
 * page listens; a second call finds nothing.
 */
export function pressAgain(): void {
  const pressed = window.earlyPresses?.() ?? [];
  delete window.earlyPresses;
  for (const element of pressed) {
    if (!element.isConnected) continue;
    if (element instanceof HTMLFormElement) element.requestSubmit();
    else if (element instanceof HTMLElement) element.click();
  }
}
