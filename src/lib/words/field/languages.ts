export const LANGUAGES = ['en', 'es', 'fr', 'pt'] as const;
export type Language = (typeof LANGUAGES)[number];
/** Each language by its own name. */
export const LANGUAGE_NAMES: Record<Language, string> = {
  ...{ en: 'English', es: 'Español', fr: 'Français', pt: 'Português' },
};
export const isLanguage = (given: unknown): given is Language =>
  LANGUAGES.includes(given as Language);

/**
 * The language that a device asks for, among those that the pages speak (RFC 9110, 12.5.4): the one it likes best, the
 * first of equals; English where it asks for none of them.
 * @param accepted as the header says it
 * @example languageAsked('de-DE,pt-BR;q=0.9,en;q=0.8') // => 'pt'
 */
export function languageAsked(accepted: string | null): Language {
  const asked = (accepted ?? '').split(',').map((part) => {
    const [tag, ...parameters] = part.trim().split(/\s*;\s*/);
    const weight = parameters.find((one) => one.startsWith('q='))?.slice(2);
    return {
      language: tag.split('-')[0].toLowerCase(),
      weight: weight === undefined ? 1 : Number(weight),
    };
  });
  const [best] = asked
    .filter(({ language, weight }) => isLanguage(language) && weight > 0)
    .sort((a, b) => b.weight - a.weight);
  return (best?.language as Language | undefined) ?? 'en';
}
