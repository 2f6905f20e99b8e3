export const LANGUAGES = ['en', 'es', 'fr', 'pt'] as const;
export type Language = (typeof LANGUAGES)[number];
/** Each language by its own name. */
export const LANGUAGE_NAMES: Record<Language, string> = {
  ...{ en: 'English', es: 'Español', fr: 'Français', pt: 'Português' },
};
export const isLanguage = (given: unknown): given is Language =>
  LANGUAGES.includes(given as Language);
