import assert from 'node:assert/strict';
import { test } from 'node:test';
import { isAsked, TAUGHT, treeFor, type Lesson } from '../../../core/checks/trainer';
import { faultsOf } from '../../../core/checks/tree';
import { fieldWords, LANGUAGES, numbersIn, type FieldKey, type Language } from '../words/field';
import { drawingWords, foundOf, lessonWords, sentenceOf } from './tree-words';
import { waitingWords } from './waiting';

const tongue = (language: Language, system: 'metric' | 'us' = 'metric') => ({
  system,
  say: (key: FieldKey, figures = {}) => fieldWords(key, figures, { language, system }),
  measure: (text: string) => numbersIn(text, language),
});
const lesson: Lesson = {
  ...{ stock: 'bare-root', hole: 'pit', guard: true, basin: true, clearing: 0.6, step: 2.4 },
  depth: { datum: 'collar', least: 0, most: 3 },
};
const container: Lesson = {
  ...{ ...lesson, stock: 'container', hole: 'auger' },
  depth: { datum: 'flare', least: -1, most: 1 },
};

test('every fault is said in every language with what was found and what passes', () => {
  for (const language of LANGUAGES)
    for (const one of [lesson, container])
      for (const fault of TAUGHT.filter((taught) => isAsked(taught, one))) {
        const tree = treeFor(one, fault, 0.5, `${fault} 1`);
        const finding = faultsOf(tree).find((found) => found.fault === fault)!;
        const said = sentenceOf(finding, tongue(language));
        assert.doesNotMatch(said, /[{}]|undefined|NaN|school\./, `${language} ${fault}`);
        const found = foundOf(finding, tongue(language));
        if (finding.kind === 'none') assert.equal(found, '');
        else assert.ok(said.includes(found), `${language}: “${said}” does not say ${found}`);
        // Decimals are written as the language writes them.
        if (language !== 'en') assert.doesNotMatch(said, /\d\.\d/);
      }
});

test('a method that wants the datum above the ground, or under it, says on which side the bound lies', () => {
  const deep = (most: number) =>
    sentenceOf(
      { fault: 'deep', kind: 'small', found: 0.05, limit: most, datum: 'collar' },
      tongue('en'),
    );
  assert.notEqual(deep(0.02).replace(/[\d.]+/g, '#'), deep(-0.02).replace(/[\d.]+/g, '#'));
  const shallow = (least: number) =>
    sentenceOf(
      { fault: 'shallow', kind: 'small', found: -0.01, limit: least, datum: 'collar' },
      tongue('en'),
    );
  assert.notEqual(shallow(0.02).replace(/[\d.]+/g, '#'), shallow(-0.02).replace(/[\d.]+/g, '#'));
});

test('how deep a tree may stand is said without a minus, and the part measured from has its article', () => {
  const said = (language: Language, least: number, datum: Lesson['depth']['datum'] = 'collar') =>
    lessonWords({ ...lesson, depth: { datum, least, most: 2 } }, tongue(language));
  assert.match(said('en', 0), /Soil over the collar: 0 cm to 2 cm\.$/);
  assert.match(
    said('en', -1),
    /Soil over the collar: 2 cm at most; it may stand 1 cm out of the ground\.$/,
  );
  for (const language of LANGUAGES) {
    assert.doesNotMatch(said(language, -1), /[-−{}]/);
    assert.match(said(language, -1), /2\Dcm.*1\Dcm/);
  }
  assert.match(said('es', 0, 'top side root'), /sobre la raíz lateral/);
  assert.match(said('fr', -1, 'flare'), /sur l’empattement/);
  const deep = { fault: 'deep', kind: 'small', found: 0.05, limit: 0.02 } as const;
  assert.match(sentenceOf({ ...deep, datum: 'top side root' }, tongue('fr')), /^La racine/);
  assert.match(sentenceOf({ ...deep, datum: 'ball top' }, tongue('es')), /^La tapa del cepellón/);
});

test('a drawing in words gives the same measures whatever is wrong, so that they give nothing away', () => {
  const words = (fault: (typeof TAUGHT)[number] | undefined, language: Language = 'en') =>
    drawingWords(treeFor(lesson, fault, 0.5, 'same'), tongue(language));
  const parts = words(undefined).split('; ').length;
  for (const language of LANGUAGES)
    for (const fault of [undefined, ...TAUGHT.filter((taught) => isAsked(taught, lesson))]) {
      const said = words(fault, language);
      assert.equal(said.split('; ').length, parts, said);
      assert.doesNotMatch(said, /[{}]|undefined|NaN|school\./);
    }
  // What is wrong can be told from the words alone.
  for (const fault of TAUGHT.filter((taught) => isAsked(taught, lesson)))
    assert.notEqual(words(fault), words(undefined), fault);
  const inches = drawingWords(treeFor(lesson, 'deep', 0.5, 'same'), tongue('en', 'us'));
  assert.doesNotMatch(inches, /\d (cm|m)\b/);
});

test('one line says whether anything could be lost: signed out before waiting, waiting before sent', () => {
  const { say } = tongue('en');
  const line = (signedOut: boolean, waiting: number, online: boolean) =>
    waitingWords({ say }, { signedOut, waiting, online, unkept: false });
  assert.equal(line(false, 0, false), 'All sent');
  assert.match(line(false, 3, true), /^Sending · 3 entries wait/);
  assert.match(line(false, 1, false), /^No signal · 1 entry waits/);
  assert.match(line(true, 2, true), /^Signed out · 2 kept/);
  assert.equal(
    new Set(
      LANGUAGES.map((l) =>
        waitingWords(tongue(l), { signedOut: false, waiting: 0, online: true, unkept: false }),
      ),
    ).size,
    4,
  );
});
