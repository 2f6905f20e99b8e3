import { languageAsked } from './languages';
import { lineWords } from '../method';
import assert from 'node:assert/strict';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { test } from 'node:test';
import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { parse as parseSvelte } from 'svelte/compiler';
import { readNumber, type NumberRange } from '../../../../core/measure/typed';
import { isTold } from '../../../../core/say/told';
import { say } from '../../../../core/say/message';
import type { MessageKey } from '../../../../core/say/message';
import { en as sentences } from '../en';
import { words } from '..';
import { schedule } from '../../../../core/calendar/schedule';
import { TASKS } from '../../../../core/calendar/tasks';
import { tends } from '../../../../core/tending/due';
import { TOLD_TO_CREW } from '../../../../core/method/method';
import { SCHOOLS } from '../../../../core/method/schools';
import { methodWords } from './method';
import {
  briefWords,
  catalogues,
  fieldWords,
  LANGUAGES,
  numbersIn,
  refusalWords,
  type FieldKey,
} from '.';
import { refusals } from './refusals';
import { SEEN } from '../../../../core/tending/visit';
import { taskNames } from './tasks';
import { overUsed } from '../../parts/used-up';

const metric = { system: 'metric' as const };

/** Names of figures in a text, and whether it says them by number, plural or choice. */
function figuresIn(text: string): Map<string, string> {
  const found = new Map<string, string>();
  const walk = (elements: MessageFormatElement[]) => {
    for (const element of elements) {
      if (element.type === TYPE.literal || element.type === TYPE.pound) continue;
      const kind = element.type === TYPE.select ? 'choice' : 'figure';
      found.set(element.value as string, kind);
      if (element.type === TYPE.select || element.type === TYPE.plural)
        for (const { value } of Object.values(element.options)) walk(value);
    }
  };
  walk(parse(text));
  return found;
}

test('every language has every text, with the same figures and choices as English', () => {
  const keys = Object.keys(catalogues.en) as FieldKey[];
  assert.ok(keys.length > 180);
  for (const language of LANGUAGES) {
    const texts = catalogues[language];
    assert.deepEqual(Object.keys(texts).sort(), [...keys].sort(), language);
    for (const key of keys) {
      assert.ok(texts[key].trim(), `${language} ${key} is empty`);
      assert.deepEqual(
        [...figuresIn(texts[key])].sort(),
        [...figuresIn(catalogues.en[key])].sort(),
        `${language} ${key}`,
      );
    }
  }
});

test('texts that say something differ from English, unless both languages have the word', () => {
  const SHARED = /^(\{\w+\}|[\d\s{},a-z:]*(min|s)|no|Pause|Note ou photo|Lots?)$/;
  for (const language of ['es', 'fr', 'pt'] as const) {
    const same = (Object.keys(catalogues.en) as FieldKey[]).filter((key) => {
      const text = catalogues[language][key];
      return text === catalogues.en[key] && !SHARED.test(text) && !/^Lot \{code\}/.test(text);
    });
    assert.deepEqual(same, [], language);
  }
});

test('every text can be written with none, one and many', () => {
  for (const language of LANGUAGES)
    for (const [key, text] of Object.entries(catalogues[language]))
      for (const count of [0, 1, 2, 1234]) {
        const figures = Object.fromEntries(
          [...figuresIn(text).keys()].map((name) => [name, count]),
        );
        const said = fieldWords(key as FieldKey, figures, { language, ...metric });
        assert.ok(said && !/[{}]|undefined|NaN/.test(said), `${language} ${key}: ${said}`);
      }
});

test('plurals follow the language: nothing is one in French, many in Spanish', () => {
  const waiting = (language: (typeof LANGUAGES)[number], trees: number) =>
    fieldWords('follow.waiting', { trees }, { language, ...metric });
  assert.equal(waiting('fr', 0), '0 arbre attend');
  assert.equal(waiting('es', 0), '0 árboles esperan');
  assert.equal(waiting('pt', 1), '1 árvore espera');
  assert.equal(waiting('en', 2), '2 trees wait');
});

test('numbers are written as the language writes them, measures in the reader’s units', () => {
  assert.equal(numbersIn('2.5 m', 'pt'), '2,5 m');
  assert.equal(numbersIn('2.5 m', 'en'), '2.5 m');
  const figures = { trees: 12, metres: { value: 7.5, kind: 'length' as const }, species: 'roble' };
  const next = (language: 'es' | 'en', system: 'metric' | 'us') =>
    fieldWords('seat.next', figures, { language, system });
  assert.equal(next('es', 'metric'), 'En 12 árboles, 7,5 m: roble');
  assert.match(next('en', 'us'), /^In 12 trees, 24\.6 ft: roble$/);
});

test('what a phone may be refused with is said in each language, with the same figures', () => {
  const keys = Object.keys(refusals.es) as MessageKey[];
  assert.ok(keys.length > 20);
  for (const language of ['es', 'fr', 'pt'] as const) {
    assert.deepEqual(Object.keys(refusals[language]).sort(), [...keys].sort());
    for (const key of keys) {
      const allowed = figuresIn(sentences[key]);
      for (const [name] of figuresIn(refusals[language][key]!))
        assert.ok(allowed.has(name), `${language} ${key} uses {${name}}`);
    }
  }
  const full = say('crew.rowFull', { row: 3, places: 1, planted: 1, more: 2, over: 2 });
  assert.match(refusalWords(full, { language: 'fr', ...metric }), /^La ligne 3 a 1 emplacement et/);
  assert.match(refusalWords(full, { language: 'en', ...metric }), /^Row 3 has 1 place and/);
});

/** Messages that handlers of what phones send may throw, as they stand in the source. */
test('no refusal of a planter’s entry is without its translation', () => {
  const sources = [
    'crew/words',
    'crew/follow',
    'crew/planter',
    'checks/commands',
    'tending/commands',
  ]
    .map((name) => `src/lib/rooms/${name}.server.ts`)
    .map((file) => readFileSync(file, 'utf8'));
  const thrown = new Set(
    sources
      .join('\n')
      .match(/told\('([a-zA-Z.]+)'/g)!
      .map((match) => match.slice(6, -1)),
  );
  // A leader's own, at the desk: who left, a plan of plots.
  for (const key of ['crew.retired', 'checks.notReleasedNow']) thrown.delete(key);
  // Of the calendar a phone ticks tasks off.
  for (const key of ['noSuchTask', 'doneAhead', 'dayMissing']) thrown.add(`calendar.${key}`);
  for (const key of thrown) assert.ok(key in refusals.es, key);
  // What a lot's own ledger, a label and a product's label say on the phone already.
  const said = ['core/stock/ledger.ts', 'core/stock/label.ts', 'core/calendar/label.ts']
    .map((file) => readFileSync(file, 'utf8'))
    .join('\n')
    .match(/(?:told|say)\('([a-zA-Z.]+)'/g)!
    .map((match) => match.slice(match.indexOf("'") + 1, -1));
  assert.ok(said.length > 8);
  // Rows are ticked on the phone; at the desk they are typed.
  for (const key of said.filter((one) => !one.startsWith('calendar.rows')))
    assert.ok(key in refusals.es, key);
});

test('what is due among standing trees has its name in each language', () => {
  const all = new Set(TASKS.map(({ key }) => key));
  const due = schedule('2026-11-01', all, [], '2026-11-27').filter(tends);
  assert.ok(due.length > 12);
  for (const language of ['es', 'fr', 'pt'] as const) {
    for (const { key, label } of due)
      assert.notEqual(refusalWords(label, { language, ...metric }), words(label), key);
    for (const kind of SEEN) {
      const label = say(`visitTask.${kind}`, { rows: '9–12', where: 'rows' });
      assert.notEqual(refusalWords(label, { language, ...metric }), words(label), kind);
      assert.match(refusalWords(label, { language, ...metric }), /9–12/);
    }
    assert.equal(Object.keys(taskNames[language]).length, due.length + 1 + SEEN.length);
  }
  const own = say('own.taskOf', { label: 'mow', turn: 2, of: 4 });
  const tasks = { list: [say('task.weed-1'), own] };
  const reader = { language: 'es' as const, ...metric };
  assert.equal(
    fieldWords('visit.due', { tasks }, reader),
    'Pendiente aquí: desherbar y mow (2 de 4)',
  );
});

test('what the crew is told of the method is said in each language, with the same measures', () => {
  const measures = (text: string) => (text.match(/\{[^}]*\}/g) ?? []).sort();
  // What has no sentence of its own is told where it differs from the block's.
  const lines = SCHOOLS.filter(({ question }) => TOLD_TO_CREW.includes(question)).flatMap(
    ({ question, schools }) => schools.map(({ key: school }) => ({ question, school })),
  );
  const keyOf = ({ question, school }: (typeof lines)[number]) => `${question}.${school}`;
  assert.ok(lines.length > 60);
  for (const language of ['es', 'fr', 'pt'] as const) {
    const own = methodWords[language];
    assert.deepEqual(Object.keys(own).sort(), lines.map(keyOf).sort(), language);
    for (const line of lines)
      assert.deepEqual(
        measures(own[keyOf(line)]),
        measures(lineWords(line)),
        `${language} ${keyOf(line)}`,
      );
  }
  const line = lines.find((one) => keyOf(one) === 'waterAt.sip')!;
  assert.match(briefWords(line, { language: 'es', ...metric }), /^0,125 L a cada/);
  assert.match(briefWords(line, { language: 'fr', system: 'us' }), /^4,?\d* fl oz|^0,03 gal/);
});

test('what a number field cannot read is told in each language, its numbers as the language writes them', () => {
  const wrong = (text: string, range: NumberRange, language: 'es' | 'fr' | 'pt') => {
    try {
      readNumber(text, range);
    } catch (error) {
      assert.ok(isTold(error));
      const own = refusalWords(error.said, { language, ...metric });
      assert.notEqual(own, words(error.said));
      return own;
    }
    throw new Error(`${text} was read`);
  };
  for (const language of ['es', 'fr', 'pt'] as const) {
    assert.match(wrong('abc', {}, language), /abc.*0,59/);
    assert.match(wrong('1.559', {}, language), /1\.559.*1,559.*1,5590/);
    assert.match(wrong('3,5', { min: 1, whole: true }, language), /3,5/);
    assert.match(wrong('0', { min: 0.5, max: 1000 }, language), /0,5.*1.000/);
    assert.match(wrong('0', { min: 1 }, language), /0.*1/);
    assert.match(wrong('9', { max: 7 }, language), /9.*7/);
    assert.ok('measure.missing' in refusals[language]);
  }
});

/** Every text node and spoken attribute of a page with letters in it. */
function bareWords(source: string): string[] {
  const found: string[] = [];
  const SPOKEN = ['aria-label', 'placeholder', 'title', 'alt', 'label'];
  const visit = (node: unknown, spoken: boolean): void => {
    if (Array.isArray(node)) return node.forEach((child) => visit(child, spoken));
    if (!node || typeof node !== 'object') return;
    const { type, name, data, value } = node as Record<string, string | undefined>;
    if (type === 'Text' && spoken && /\p{L}{2,}/u.test(data ?? '')) found.push(data!.trim());
    // Words between quotes in an expression, where they are no name of anything.
    if (
      type === 'Literal' &&
      spoken &&
      /\p{L}{2,} \p{L}{2,}|^\p{Lu}\p{Ll}+/u.test(String(value ?? ''))
    )
      found.push(value!);
    // What is compared, or is a style, is seen by nobody.
    const unseen = type === 'BinaryExpression' || type === 'StyleDirective';
    const inside = type === 'Attribute' ? SPOKEN.includes(name ?? '') : spoken && !unseen;
    for (const [key, child] of Object.entries(node)) if (key !== 'parent') visit(child, inside);
  };
  visit(parseSvelte(source, { modern: true }).fragment, true);
  return found;
}

/** The phones' pages and every part that stands in one of them, however deep. */
function partsOfPages(): string[] {
  const found = new Set<string>();
  const visit = (file: string): void => {
    // What ends so without a file is a module with runes.
    if (found.has(file) || !existsSync(file)) return;
    found.add(file);
    for (const [, from] of readFileSync(file, 'utf8').matchAll(/from '([^']+\.svelte)'/g))
      visit(
        from.startsWith('$lib/')
          ? from.replace('$lib', 'src/lib')
          : path.join(path.dirname(file), from),
      );
  };
  for (const page of readdirSync('src/routes/field', { recursive: true, encoding: 'utf8' }))
    if (page.endsWith('.svelte')) visit(path.join('src/routes/field', page));
  return [...found];
}

test('what stops planting is told on every phone in its reader’s language', () => {
  const stop = (language: 'en' | 'es' | 'fr' | 'pt') =>
    fieldWords(
      'brief.stops',
      {
        ...{ from: { moment: 36_000_000 }, to: { moment: 54_000_000 } },
        why: { list: [say('air.dry-air'), say('air.wind')] },
      },
      { language, system: 'metric', zone: 'utc' },
    );
  assert.equal(stop('en'), 'Stop from 10:00 to 15:00: dry air and wind');
  assert.equal(stop('es'), 'Parar de 10:00 a 15:00: aire seco y viento');
  assert.equal(stop('fr'), 'Arrêt de 10:00 à 15:00 : air sec et vent');
  assert.equal(stop('pt'), 'Parar das 10:00 às 15:00: ar seco e vento');
});

test('no planter’s page holds a word that is not in the catalogues', () => {
  const files = partsOfPages();
  assert.ok(files.length > 40, `${files.length}`);
  for (const file of files) {
    const words = bareWords(readFileSync(file, 'utf8')).filter(
      (text) => !/^· ?Viridane$/.test(text),
    );
    assert.deepEqual(words, [], file);
  }
  // The check sees what it is to see.
  assert.deepEqual(bareWords('<p aria-label="Ask">Hello {name}</p>'), ['Ask', 'Hello']);
  assert.deepEqual(bareWords("<p>{lane ? 'Lane' : 'the row'}{say('rows.row')}</p>"), [
    'Lane',
    'the row',
  ]);
});

test('of a lot that bore more than it can, a phone says no more than the desk in any language', () => {
  for (const language of LANGUAGES) {
    const told = (percent: number, over: 'yes' | 'no') =>
      fieldWords('boxes.used', { percent, over }, { language, system: 'metric', zone: 'utc' });
    assert.match(told(100, 'no'), /^100 % \p{L}+$/u, language);
    assert.match(told(1860, 'yes'), /^\p{L}[\p{L} ]* 100 % \p{L}+$/u, language);
  }
  assert.deepEqual([1, 1.001, 18.6].map(overUsed), [false, true, true]);
});

test('a device is spoken to in the language that it likes best of those there are', () => {
  for (const [accepted, language] of [
    ['es-ES,es;q=0.9,en;q=0.8', 'es'],
    ['en;q=0.5, fr;q=0.7', 'fr'],
    ['pt-BR', 'pt'],
    ['fr;q=0,en', 'en'],
    ['de-DE,de;q=0.9', 'en'],
    ['*', 'en'],
    ['', 'en'],
    [null, 'en'],
  ] as const)
    assert.equal(languageAsked(accepted), language, String(accepted));
});
