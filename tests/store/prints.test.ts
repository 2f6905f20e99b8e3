import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { fallsOf } from '../../core/rows/layout';
import { settingOut } from '../../core/rows/setting-out';
import { summarise, toRowSet, treesInRow } from '../../core/rows/stored';
import { faultyIn, lookedIn } from '../../core/checks/quality';
import { acceptanceSheet } from '../../src/lib/rooms/checks/acceptance.server';
import { findingsOf, plannedWithFound } from '../../src/lib/rooms/checks/findings.server';
import { plantableOf } from '../../src/lib/rooms/ground/facts.server';
import { v7 as uuid } from 'uuid';
import { rangesOf } from '../../core/measure/ranges';
import { holds } from '../../core/crew/share';
import { formatLength } from '../../core/measure/units';
import { sharesFact } from '../../src/lib/rooms/crew/facts.server';
import { readSurface } from '../../src/lib/rooms/ground/facts.server';
import { releasedLayout, rowsFact } from '../../src/lib/rooms/rows/facts.server';
import { printLayout, type PRINTS } from '../../src/lib/rooms/rows/print.server';
import { Reader } from '../../src/lib/server/reader';
import { tagList } from '../../src/lib/rooms/rows/pocket-sheet.server';
import { refillCards } from '../../src/lib/rooms/survival/refill-cards.server';
import { rowSetOf } from '../../core/rows/rowset';
import { closingReport } from '../../src/lib/rooms/survival/closing.server';
import { countedOf } from '../../src/lib/rooms/survival/facts.server';
import { survivalFindings } from '../../src/lib/rooms/survival/findings.server';
import { demoSetting, type Setting } from './setting';

let setting: Setting;
before(async () => {
  setting = await demoSetting('prints');
});
after(() => setting.store.sequelize.close());

/** A sheet's text with one plain space wherever anything parts two words. */
async function textOf(pdf: Buffer): Promise<string[]> {
  const document = await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let i = 1; i <= document.numPages; i++) {
    const { items } = await (await document.getPage(i)).getTextContent();
    const words = items.map((item) => ('str' in item ? item.str : '')).join(' ');
    pages.push(words.replace(/[\s\u00a0\u202f]+/g, ' '));
  }
  return pages;
}

async function printed(
  block: string,
  what: (typeof PRINTS)[number],
  units: 'metric' | 'us' = 'metric',
) {
  const facts = await setting.facts();
  const { id } = setting.blocks[block];
  const layout = (await releasedLayout(facts, id))!;
  const pdf = await printLayout(new Reader(setting.store), {
    ...{ layoutId: layout.id, what, site: 'Farrow Pit', day: '2026-11-24', units },
  });
  const pages = await textOf(pdf);
  return { facts, id, layout, pages, text: pages.join(' '), rows: await facts.of(rowsFact, id) };
}
const spaced = (text: string) => text.replace(/[\s\u00a0\u202f]+/g, ' ');

test('the pocket sheet has every row with its first and last peg, length and trees', async () => {
  const { text, rows, pages } = await printed('Haul Flat', 'pocket');
  const length = (metres: number) => formatLength(metres, 'metric', 1);
  for (const row of rows) {
    const { first, last, trees } = summarise(row);
    assert.equal(trees, treesInRow(row));
    const line = spaced(
      `${row.number} ${length(first)} ${length(last)} ${length(last - first)} ${trees}`,
    );
    assert.ok(text.includes(line), `row ${row.number}: ${line}`);
  }
  const all = rows.reduce((sum, row) => sum + treesInRow(row), 0);
  assert.ok(text.replace(/(?<=\d) (?=\d{3}\b)/g, '').includes(`${all} trees`));
  assert.match(text, /Locate and mark buried services before digging/);
  pages.forEach((page, i) =>
    assert.ok(page.includes(`${i + 1} of ${pages.length}`), `page ${i + 1}`),
  );
  // In the reader's units, and none of the others left over.
  const us = await printed('Haul Flat', 'pocket', 'us');
  assert.ok(us.text.includes(spaced(formatLength(summarise(rows[0]).first, 'us', 1))));
  assert.doesNotMatch(us.text, /\d m\b/);
});

test('every planter has a card of their own rows and of nobody else’s', async () => {
  const { text, facts, id, rows } = await printed('Haul Flat', 'cards');
  const shares = await facts.of(sharesFact, id);
  const planters = await setting.store.planter.findAll();
  const ids = [...new Set(shares.map(({ planterId }) => planterId))];
  assert.ok(ids.length > 3);
  for (const planterId of ids) {
    const own = rows.map(({ number }) => number).filter((row) => holds(shares, planterId, row));
    const { name } = planters.find((planter) => planter.id === planterId)!;
    assert.ok(text.includes(`${name}: rows ${rangesOf(own)}`), name);
  }
  assert.equal(text.match(/: rows \d/g)!.length, ids.length);
});

test('the sheet to set out by has the strings, levels and falls that the core works out', async () => {
  const falling = new Set<string>();
  for (const name of ['North Bench', 'Ridge Screen', 'Spoil Knoll']) {
    const { text, layout, rows } = await printed(name, 'setting-out');
    const surface = await readSurface(new Reader(setting.store), setting.blocks[name].id);
    const set = toRowSet(layout.rhythm, rows);
    const block = (await setting.store.block.findByPk(setting.blocks[name].id))!;
    const falls = surface && fallsOf(surface, set);
    const out = settingOut(set, falls, block.calendarTerms.works?.string);
    const length = (metres: number) => spaced(formatLength(metres, 'metric', 1));
    assert.equal(out.rows.length, rows.length);
    for (const [i, row] of out.rows.entries()) {
      const fall = Math.abs(falls?.[row.row - 1].fall ?? NaN);
      const slope = fall < 1 / 2000 ? ' level' : fall > 0 ? ` 1 in ${Math.round(1 / fall)}` : '';
      const peg = out.baseline?.pegs[i];
      const base = peg
        ? [peg.along, peg.firstPeg]
            .map((at) => ` ${spaced(formatLength(at, 'metric', 2))}`)
            .join('')
        : '';
      const line = `${row.row}${base} ${length(row.level)} ${length(row.ground)}${slope}`;
      if (fall >= 1 / 2000) falling.add(name);
      assert.ok(text.replace(/ +/g, ' ').includes(line), line);
      for (const { to } of row.strings.slice(0, 2)) assert.ok(text.includes(length(to)));
    }
    assert.match(text, /Locate and mark buried services before driving pegs/);
  }
  assert.ok(falling.size, 'some rows fall');
});

test('the client’s sheet judges the plots that were agreed on, and no plot beside them', async () => {
  const block = setting.blocks['Haul Flat'];
  const sheet = async () => {
    const facts = await setting.facts();
    const findings = await findingsOf(facts, block);
    const pdf = await acceptanceSheet({
      about: {
        ...{ block: block.name, site: 'Farrow Pit', version: 1, day: facts.today, zone: 'UTC' },
      },
      findings,
      planned: plannedWithFound(findings.plan, findings.plots),
      boundary: (await plantableOf(facts, block)).boundary,
      units: 'metric',
      nameOf: (id) => id,
    });
    const text = (await textOf(pdf)).join(' ');
    const { id: planId } = findings.plan!;
    return { text, own: findings.plots.filter((plot) => plot.planId === planId), findings };
  };
  const before = await sheet();
  const looked = before.own.reduce((sum, plot) => sum + lookedIn(plot), 0);
  const faulty = before.own.reduce((sum, plot) => sum + faultyIn(plot), 0);
  assert.ok(before.own.length > 5 && faulty > 0);
  assert.ok(
    before.text.includes(
      `${looked - faulty} of ${looked} trees good in ${before.own.length} plots`,
    ),
  );
  assert.ok(before.text.includes(`${looked} trees were looked at, ${faulty} of them faulty`));
  // Somebody is suspected, and five trees of theirs are looked at: all too deep.
  const layout = (await releasedLayout(await setting.facts(), block.id))!;
  await setting.done('checker', 'checks.plot', {
    ...{ id: uuid(), at: new Date().toISOString(), device: 'test', layoutId: layout.id },
    ...{ planterId: before.own[0].planter, row: 3, peg: 4, area: 50, tool: 'Machine' },
    ...{ good: 0, faults: { deep: 5 }, corrects: null },
  });
  const after = await sheet();
  assert.equal(after.own.length, before.own.length);
  assert.equal(after.findings.plots.length, before.findings.plots.length + 1);
  const quality = /Quality .*? taken as clusters/;
  assert.equal(quality.exec(after.text)![0], quality.exec(before.text)![0]);
  const byFault = /By fault (.*?) Plots Plot/;
  assert.equal(byFault.exec(after.text)![1], byFault.exec(before.text)![1]);
  const found = [...byFault.exec(after.text)![1].matchAll(/ (\d+)/g)].map(([, count]) =>
    Number(count),
  );
  const named = before.own.flatMap(({ faults }) => Object.values(faults));
  assert.equal(
    found.reduce((a, b) => a + b, 0),
    named.reduce((a, b) => a + b, 0),
  );
  const beside = Number(/not in these figures: (\d+)/.exec(after.text)![1]);
  assert.equal(beside, after.findings.plots.length - after.own.length);
});

const ABOUT = { block: 'Small Strip', site: 'Test Site', version: 3, day: '2026-11-24' };

test('the tags of a trial are listed in three columns, each tag once, with what each letter stands for', async () => {
  const tags = Array.from({ length: 100 }, (_, i) => ({
    ...{ code: `${1 + (i % 4)}AB${i + 1}`, row: 1 + Math.floor(i / 10), peg: 1 + (i % 10) },
    treatment: i % 2,
  }));
  const pages = await textOf(
    await tagList({ ...ABOUT, treatments: ['as ever', 'mulched', 'dipped'], tags }),
  );
  const text = pages.join(' ');
  assert.match(text, /100 tags/);
  assert.match(text, /A as ever, B mulched, C dipped/);
  for (const { code, row, peg } of tags)
    assert.equal(text.split(new RegExp(`\\b${code} ${row} ${peg}\\b`)).length, 2, code);
});

test('the cards of a refill name every dead place by its pegs, and the rows that nobody counted', async () => {
  const rows = rowSetOf(
    { frame: { origin: [0, 0], bearing: 0, baseline: 0 } as never, straight: true, step: 2, between: 3 }, // prettier-ignore
    [0, 3, 6].map((y) => ({
      ...{ line: [0, y, 40, y], start: 0, step: 2, listed: false, stretches: [0, 20] },
    })),
  );
  const dead = (...pegs: [number, string][]) =>
    pegs.map(([peg, speciesId]) => ({ peg, speciesId }));
  const one = [
    { row: 4, pegs: dead([3, 'oak'], [4, 'oak'], [5, 'oak'], [9, 'ash']), expected: 0 },
    { row: 6, pegs: [], expected: 2.4 },
  ];
  const two = [{ row: 5, pegs: [], expected: 1.2 }];
  const content = {
    about: { ...ABOUT },
    ...{ number: 2, plantOn: '2027-02-01', units: 'metric' as const, pegs: rows },
    ...{ rowNumbers: [4, 5, 6], trees: [20, 20, 20] },
    species: new Map([
      ['oak', { letter: 'O', name: 'Oak', colour: '#1e6b4f' }],
      ['ash', { letter: 'A', name: 'Ash', colour: '#a63a1f' }],
    ]),
    cards: [
      { title: 'Planter 1', rows: one },
      { title: 'Planter 2', rows: two },
    ],
  };
  const pages = (await textOf(await refillCards(content))).map(spaced);
  assert.equal(pages.length, 2, 'a page for each planter');
  assert.match(pages[0], /Planter 1.*refill 2, from 1 Feb 2027 · 1 rows counted/);
  assert.match(pages[0], /3 oak \(O\), 1 ash \(A\)/);
  // The third peg stands four metres from the first, the ninth sixteen.
  assert.match(pages[0], /3 to 5 O \(4\.0 m\), 9 A \(16\.0 m\)/);
  assert.match(pages[0], /Walk rows 6 too.*About 2 places/);
  assert.match(pages[1], /Planter 2.*No place is known by its peg\..*Walk rows 5 too/);
});

test('the closing report compares the ways of planting where there are several, and names what each tree cost', async () => {
  const facts = await setting.facts();
  const bench = setting.blocks['North Bench'];
  const [season, found, checks] = await Promise.all([
    countedOf(facts, bench),
    survivalFindings(facts, bench),
    findingsOf(facts, bench),
  ]);
  const way = (letter: string, does: string, estimate: number) => ({
    ...{ letter, does, rows: 12 },
    estimate: { estimate, low: estimate - 0.05, high: estimate + 0.05 },
  });
  const living = { value: 2.5, low: 2.25, high: Infinity };
  const text = async (treatments: ReturnType<typeof way>[]) =>
    spaced(
      (
        await textOf(
          await closingReport({
            about: { block: bench.name, site: 'Test Site', version: 1, day: facts.today },
            ...{ planted: 10, plantedDays: null, season: season!, found: found!, checks },
            plan: { pattern: 'offset', inRow: 2, between: 2.5, area: 20_000, trees: 4000 },
            ...{ brief: 'Set it.', units: 'metric', photos: [], treatments },
            money: {
              currency: 'EUR',
              costs: [
                { by: 'block', name: '', planted: 1.5, living },
                {
                  by: 'lot',
                  name: '27',
                  planted: 1.25,
                  living: { value: 1.75, low: 1.6, high: 2 },
                },
                { by: 'way', name: 'B', planted: 3 },
              ],
            } as never,
          }),
        )
      ).join(' '),
    );
  const both = await text([way('A', 'as ever', 0.8), way('B', 'mulched', 0.9)]);
  assert.match(both, /Survival by way of planting/);
  const sum = (of: (count: { alive: number; set: number }) => number) =>
    season!.counts.reduce((all, count) => all + of(count), 0);
  const [, alive, set] = /([\d ]+) alive of ([\d ]+) set in/.exec(both)!;
  assert.deepEqual(
    [alive, set].map((text) => Number(text.replace(/\D/g, ''))),
    [sum((count) => count.alive), sum((count) => count.set)],
  );
  assert.match(both, /A the block’s own way 12 80\.0 % 75\.0 % to 85\.0 %/);
  assert.match(both, /B mulched 12 90\.0 % 85\.0 % to 95\.0 %/);
  assert.match(both, /EUR Planted Living/);
  assert.match(both, /All 1\.50 2\.50 2\.25 to more/);
  assert.match(both, /Lot 27 1\.25 1\.75 1\.60 to 2\.00/);
  assert.match(both, /Way B 3\.00 –/);
  assert.doesNotMatch(await text([way('A', 'as ever', 0.8)]), /way of planting/);
});
