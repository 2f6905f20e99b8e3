import { navigating } from '$app/state';

/**
 * Waits until whoever has clicked on to another page is there. Reading a page anew in between would call the
 * click back.
 */
export async function arrived(): Promise<void> {
  await navigating.complete?.catch(() => {});
}
