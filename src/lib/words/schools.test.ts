import assert from 'node:assert/strict';
import { test } from 'node:test';
import { inUnits } from '../../../core/measure/units';
import { briefing, methodOf } from '../../../core/method/method';
import { BROWSERS, SCHOOLS, type Conditions } from '../../../core/method/schools';
import { schools as catalogue } from './en/schools';
import type { Question } from '../../../core/method/school';
import { methodWords } from './field/method';
import { becauseWords, lineWords, questionLabel, readOut } from './method';

/** Every ground and stock that a method can be picked for. */
function* everyGround(): Generator<Conditions> {
  for (const texture of ['sand', 'loam', 'clay'] as const)
    for (const moisture of ['dry', 'fresh', 'wet'] as const)
      for (const cover of ['sod', 'bare', 'cleared'] as const)
        for (const stock of ['bare-root', 'container'] as const)
          for (const planting of ['hand', 'machine'] as const)
            for (const browse of BROWSERS)
              for (let flags = 0; flags < 8; flags++)
                yield {
                  ...{ texture, moisture, cover, stock, planting, browse },
                  ...{ compacted: Boolean(flags & 1), exposed: Boolean(flags & 2) },
                  sloping: Boolean(flags & 4),
                };
}

test('every school has its words, those the crew is told of a sentence, and no word is without its school', () => {
  assert.deepEqual(
    Object.keys(catalogue).sort(),
    SCHOOLS.map(({ question }) => question as string).sort(),
  );
  for (const { question, schools } of SCHOOLS) {
    assert.deepEqual(
      Object.keys(catalogue[question].schools),
      schools.map(({ key }) => key),
      question,
    );
    assert.ok(questionLabel(question).length > 3);
    for (const { key, told } of schools) {
      const { label, suits, brief } = catalogue[question].schools[key];
      assert.ok(label && suits, `${question}.${key}`);
      // Told to all, or where a part of the block differs by it: then in every language.
      if (told) assert.ok(brief, `${question}.${key}`);
      assert.equal(Boolean(brief), `${question}.${key}` in methodWords.es, `${question}.${key}`);
      if (brief) assert.match(brief, /^[A-Z{].*\.$/, `${question}.${key} is a sentence`);
    }
  }
});

test('every default on any ground says why, and every reason is the default’s somewhere', () => {
  const met = new Set<string>();
  for (const ground of everyGround())
    for (const chosen of methodOf({}, ground)) {
      const why = becauseWords(chosen);
      assert.match(why ?? '', /\.$/, `${chosen.question}: ${chosen.because}`);
      met.add(`${chosen.question}.${chosen.because}`);
    }
  const written = Object.entries(catalogue).flatMap(([question, { because }]) =>
    Object.keys(because).map((reason) => `${question}.${reason}`),
  );
  assert.deepEqual([...met].sort(), written.sort());
});

test('what the crew is told comes in the reader’s units; a school without a sentence is named', () => {
  const [ground] = everyGround();
  const said = readOut(briefing(methodOf({ depth: 'covered', waterAt: 'twice' }, ground)));
  assert.match(inUnits(said, 'metric'), /^.*2–5 cm of soil over the top side root.*19 L a tree/);
  assert.match(inUnits(said, 'us'), /0\.8–2 in of soil over the top side root.*5 gal a tree/);
  assert.equal(
    lineWords({ question: 'place', school: 'middle' }),
    'Tree in the middle of the hole.',
  );
  const [unsaid, { schools: withoutBrief }] = Object.entries(catalogue).find(([, { schools }]) =>
    Object.values(schools).some(({ brief }) => !brief),
  )!;
  const [key] = Object.entries(withoutBrief).find(([, { brief }]) => !brief)!;
  const line = lineWords({ question: unsaid as Question, school: key });
  assert.equal(line, `${questionLabel(unsaid as Question)}: ${withoutBrief[key].label}.`);
  for (const system of ['metric', 'us'] as const)
    for (const { schools } of Object.values(catalogue))
      for (const { label, suits, changes = '', brief = '' } of Object.values(schools))
        assert.doesNotMatch(inUnits(label + suits + changes + brief, system), /[{}]/);
});
