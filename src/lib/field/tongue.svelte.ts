import { page } from '$app/state';
import { isUsualTool } from '$core/crew/tools';
import { clockOf, dayOf } from '$core/say/day';
import type { FigureValue } from '$core/say/message';
import { formatNumber } from '$core/measure/units';
import type { BriefStage } from '$core/crew/stages';
import type { BriefLine } from '$core/method/method';
import { serverNow } from '$lib/parts/clock.svelte';
import { isTold } from '$core/say/told';
import { provideTongue, spoken } from '$lib/parts/reader.svelte';
import { useUnits } from '$lib/parts/figures.svelte';
import {
  fieldWords,
  briefWords,
  stageWords,
  isLanguage,
  numbersIn,
  refusalWords,
  type FieldKey,
  type FieldReader,
  type Language,
} from '$lib/words/field';

/** A tool or a seat by its name: the usual ones in the reader's language, the crew's own as they are. */
export const toolNamed = (name: string, say: (key: FieldKey) => string): string =>
  isUsualTool(name) ? say(`rows.tool.${name}`) : name;

/**
 * The planters' words in the language and units of whoever is signed in. Call it in a component's setup.
 * Parts inside of it, as number fields and the plan, speak the same.
 * @param always a language that the page around speaks, whoever reads
 */
export function useTongue(always?: Language) {
  const units = useUnits();
  const reader = (): FieldReader => ({
    language: language(),
    system: units.system,
    zone: (page.data.site as { zone?: string } | undefined)?.zone ?? 'utc',
  });
  const language = (): Language => {
    if (always) return always;
    const own = (page.data.person as { language?: string } | undefined)?.language;
    return isLanguage(own) ? own : 'en';
  };
  const say = (key: FieldKey, figures: Record<string, FigureValue> = {}) =>
    fieldWords(key, figures, reader());
  const { tells: why } = provideTongue({ tells: (said) => refusalWords(said, reader()), say });
  return {
    get language() {
      return language();
    },
    get system() {
      return units.system;
    },
    /** A text of the catalogue. */
    say,
    /** Why an entry was refused. */
    why,
    /** What an error says, that of the core in the same language. */
    spoken: (error: unknown): string => (isTold(error) ? why(error.said) : spoken(error)),
    /** How trees are planted, line after line. */
    method: (lines: readonly BriefLine[]) =>
      lines.map((line) => briefWords(line, reader())).join(' '),
    /** What is done at one stage of planting, in one breath. */
    stage: (stage: Pick<BriefStage, 'steps'>) => stageWords(stage, reader()),
    /** A measure that is formatted already, its numbers written as the language does. */
    measure: (text: string) => numbersIn(text, language()),
    number: (value: number, decimals = 0) => numbersIn(formatNumber(value, decimals), language()),
    /** A moment by the site's clock, with its day where it is not this one. */
    moment: (moment: number) => {
      const zone = reader().zone!;
      const text = clockOf(moment, zone).text;
      const [own, today] = [dayOf(moment, zone), dayOf(serverNow(), zone)];
      if (own === today) return text;
      const day = new Intl.DateTimeFormat(language(), {
        ...{ day: 'numeric', month: 'short', timeZone: zone },
        ...(own.slice(0, 4) === today.slice(0, 4) ? {} : { year: 'numeric' }),
      }).format(new Date(moment));
      return `${day}, ${text}`;
    },
    /** A moment by the site's clock. */
    time: (moment: number) => clockOf(moment, reader().zone!).text,
  };
}
