/** What SvelteKit gives a page, for tests without one: topics that were to be loaded anew are noted. */
export const loadedAnew: string[] = [];

export async function invalidate(topic: string): Promise<void> {
  loadedAnew.push(topic);
}

export const navigating: { complete?: Promise<void> } = {};
export const page = { data: {} as Record<string, unknown> };

export const invalidateAll = () => invalidate('everything');
