import { says } from '../../tests/says';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { ordersToCsv, readOrders } from '../formats/orders';
import { layOut } from '../rows/layout';
import { firstParameters } from '../rows/deciding';
import {
  coverOf,
  matchOrders,
  expectedOf,
  ORDER_STATES,
  placesFor,
  stillToCome,
  substitutes,
  tranches,
  type Came,
  type OrderLine,
  type Standing,
} from './orders';

const line = (more: Partial<OrderLine>): OrderLine => ({
  id: 'x',
  species: 'pine',
  replaces: null,
  nursery: 'North Beds',
  provenance: '',
  seedLot: '',
  age: '2+0',
  count: 100,
  pack: 50,
  state: 'asked',
  confirmed: null,
  deliverOn: null,
  note: '',
  ...more,
});

const came = (more: Partial<Came>): Came => ({
  ...{ species: 'pine', replaces: null, line: null, received: 0 },
  ...more,
});

test('what is still to come on each line: its own lots first, then what came without a line', () => {
  const lines = [
    line({ id: 'late', count: 300, deliverOn: '2026-12-04' }),
    line({ id: 'soon', count: 600, state: 'confirmed', confirmed: 450, deliverOn: '2026-11-20' }),
    line({ id: 'no', count: 900, state: 'declined' }),
    line({ id: 'larch', species: 'larch', replaces: 'pine', count: 100 }),
    line({ id: 'oak', species: 'oak', count: 70, deliverOn: '2026-11-20' }),
  ];
  const left = (...lots: Partial<Came>[]) => Object.fromEntries(stillToCome(lines, lots.map(came)));
  const untouched = { late: 300, soon: 450, no: 0, larch: 100, oak: 70 };
  assert.deepEqual(left(), untouched);
  assert.deepEqual(left({ line: 'late', received: 120 }), { ...untouched, late: 180 });
  // More than was promised takes nothing off other lines.
  assert.deepEqual(left({ line: 'soon', received: 460 }), { ...untouched, soon: 0 });
  // Without a line the earliest delivery of what it stands for is meant, then the next.
  assert.deepEqual(left({ received: 500 }), { ...untouched, soon: 0, late: 250 });
  assert.deepEqual(left({ species: 'larch', replaces: 'pine', received: 20 }), {
    ...untouched,
    soon: 430,
  });
  assert.deepEqual(left({ line: 'gone', received: 10 }), { ...untouched, soon: 440 });
  assert.deepEqual(left({ line: 'soon', received: 400 }, { received: 90 }), {
    ...untouched,
    soon: 0,
    late: 260,
  });
});

test('property: no tree is both here and expected, and none comes out of nothing', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          count: fc.nat(500),
          state: fc.constantFrom(...ORDER_STATES),
          deliverOn: fc.constantFrom(null, '2026-11-20', '2026-12-04'),
        }),
        { maxLength: 6 },
      ),
      fc.array(fc.record({ at: fc.nat(6), received: fc.nat(800) }), { maxLength: 6 }),
      (drawn, lots) => {
        const lines = drawn.map((more, i) => line({ id: `l${i}`, ...more }));
        const left = stillToCome(
          lines,
          lots.map(({ at, received }) => came({ line: at === 6 ? null : `l${at}`, received })),
        );
        const sum = (numbers: number[]) => numbers.reduce((a, b) => a + b, 0);
        const promised = sum(lines.map(expectedOf));
        const open = sum([...left.values()]);
        assert.ok(lines.every((l) => left.get(l.id)! >= 0 && left.get(l.id)! <= expectedOf(l)));
        assert.ok(open >= promised - sum(lots.map(({ received }) => received)));
      },
    ),
  ));

test('what is asked, confirmed, short and stood in for', () => {
  const lines = [
    line({ count: 600, state: 'confirmed', confirmed: 450, deliverOn: '2026-11-20' }),
    line({ count: 300, deliverOn: '2026-12-04' }),
    line({ species: 'larch', replaces: 'pine', count: 100, state: 'confirmed' }),
    line({ count: 900, state: 'declined' }),
  ];
  assert.deepEqual(coverOf(new Map([['pine', 1000]]), lines), [
    {
      species: 'pine',
      needed: 1000,
      asked: 850,
      confirmed: 550,
      substituted: 100,
      received: 0,
      toAsk: 150,
      short: 450,
    },
  ]);
  const with_ = (standing: Standing) => {
    const [{ toAsk, short }] = coverOf(
      new Map([['pine', 1000]]),
      lines,
      new Map([['pine', standing]]),
    );
    return [toAsk, short];
  };
  // What came without an order covers as well as what was confirmed; what came of an order counts once.
  assert.deepEqual(with_({ positions: 900, planted: 0, received: 500 }), [150, 450]);
  assert.deepEqual(with_({ positions: 900, planted: 0, received: 920 }), [80, 80]);
  assert.deepEqual(with_({ positions: 900, planted: 899, received: 0 }), [150, 450]);
  assert.deepEqual(with_({ positions: 900, planted: 900, received: 0 }), [0, 0]);
  assert.deepEqual(
    tranches(lines).map(({ day, trees }) => [day, trees]),
    [
      ['2026-11-20', 450],
      ['2026-12-04', 300],
      [null, 100],
    ],
  );
});

test('a file that was taken out and comes back changes nothing; one figure changed is one change', () => {
  const cards = ['pine', 'larch'];
  const lines = [
    line({ id: 'a', count: 600, state: 'confirmed', confirmed: 450, deliverOn: '2026-11-20' }),
    line({ id: 'b', count: 300, deliverOn: '2026-12-04' }),
    // Two lines alike in all but their count.
    line({ id: 'c', count: 500, deliverOn: '2026-12-04' }),
    line({
      id: 'd',
      species: 'larch',
      replaces: 'pine',
      count: 100,
      note: 'from “Low Beds”, late',
    }),
  ];
  const back = (given: readonly OrderLine[]) =>
    matchOrders(
      lines,
      readOrders(
        ordersToCsv(given, (id) => id),
        (name) => cards.find((id) => id === name),
      ),
    );
  const same = back([...lines].reverse());
  assert.deepEqual(
    same.map(({ known, changes }) => [known?.id, changes.length]),
    [
      ['d', 0],
      ['c', 0],
      ['b', 0],
      ['a', 0],
    ],
  );
  const changed = back([
    { ...lines[2], count: 520 },
    lines[1],
    { ...lines[0], nursery: 'Elsewhere' },
  ]);
  assert.deepEqual(
    changed.map(({ known, changes }) => [known?.id, changes]),
    [
      ['c', ['count']],
      ['b', []],
      [undefined, []],
    ],
  );
  // Twice the same in the file stands for two lines, of which one is new.
  assert.deepEqual(
    back([lines[3], lines[3]]).map(({ known }) => known?.id),
    ['d', undefined],
  );
});

test('places a substitute may take, against peg by peg', () => {
  const runs = fc.array(fc.tuple(fc.nat(2), fc.integer({ min: 1, max: 9 })), {
    minLength: 1,
    maxLength: 6,
  });
  fc.assert(
    fc.property(runs, runs, (species, limited) => {
      const expand = (row: readonly (readonly [number, number])[]) =>
        row.flatMap(([what, count]) => new Array<number>(count).fill(what));
      const pegs = expand(species);
      // The same pegs, cut into classes of ground; the last class goes on to the row's end.
      const kinds = expand(limited).slice(0, pegs.length);
      while (kinds.length < pegs.length) kinds.push(kinds.at(-1)!);
      const classes = [
        [true, false, true],
        [false, true, true],
        [true, true, false],
      ];
      const pairs: number[] = [];
      for (const kind of kinds) {
        if (pairs.length && pairs.at(-2) === kind) pairs[pairs.length - 1]++;
        else pairs.push(kind, 1);
      }
      const found = placesFor([pairs], classes, [species.flat()], 1, 2);
      const byHand = pegs.filter((peg, i) => peg === 1 && classes[kinds[i]][2]).length;
      assert.deepEqual([found.places, found.of], [byHand, pegs.filter((peg) => peg === 1).length]);
      // The same row behind one that holds none of it: told by its own number.
      const second = placesFor([[2, 4], pairs], classes, [[0, 4], species.flat()], 1, 2);
      assert.deepEqual(second.rows, byHand ? [{ row: 2, places: byHand }] : []);
    }),
  );
});

test('orders go out as CSV and come back the same', () => {
  const words = fc.string({ maxLength: 30, unit: 'grapheme' }).map((text) => text.trim());
  const any = fc.record({
    nursery: words.filter((text) => text.length > 0 && !/^[=+\-@\t\r']/.test(text)),
    note: words.filter((text) => !/^[=+\-@\t\r']/.test(text)),
    count: fc.integer({ min: 1, max: 99_999 }),
    pack: fc.integer({ min: 1, max: 500 }),
    state: fc.constantFrom(...ORDER_STATES),
    confirmed: fc.option(fc.nat(5000)),
    deliverOn: fc.constantFrom(null, '2026-02-28', '2028-02-29'),
    replaces: fc.constantFrom(null, 'larch'),
  });
  const names = new Map([
    ['pine', 'Ridge pine'],
    ['larch', 'Hill larch, "grey"'],
  ]);
  const idOf = (name: string) => [...names].find(([, written]) => written === name)?.[0];
  fc.assert(
    fc.property(fc.array(any, { minLength: 1, maxLength: 8 }), (entries) => {
      const lines = entries.map((entry) => line(entry));
      const read = readOrders(
        ordersToCsv(lines, (id) => names.get(id)!),
        idOf,
      );
      assert.deepEqual(
        read,
        lines.map(({ id: _, ...rest }) => rest),
      );
    }),
  );
});

test('an order as a nursery writes it: lines above, its own headings, thousands, dates, a total', () => {
  const cards: Record<string, string> = { 'scots pine': 'pine', alder: 'alder' };
  const read = (text: string, nursery?: string) =>
    readOrders(text, (name) => cards[name.toLowerCase()], nursery).map((one) => [
      ...[one.species, one.nursery, one.count, one.confirmed, one.pack, one.state, one.deliverOn],
    ]);
  const pine = ['pine', 'Low Beds', 1200, 450, 50, 'confirmed', '2026-11-24'];
  const alder = ['alder', 'Low Beds', 600, null, 1, 'asked', null];
  const confirmation = [
    'Low Beds, confirmation 114,,,,,',
    '',
    'Supplier,Tree species,Qty ordered,Qty confirmed,Per bundle,Status,Ship date',
    'Low Beds,Scots pine,"1,200",450.0,50,Confirmed,24/11/2026',
    'Low Beds,Alder,600,,,,',
    'Total,,"1,800",,,,',
  ];
  assert.deepEqual(read(confirmation.join('\n')), [pine, alder]);
  // A total stands under any heading, and a line without a species is none.
  const named = confirmation.with(-1, ',Total,"1,800",,,,').join('\n');
  assert.deepEqual(read(named), [pine, alder]);
  const nameless = confirmation.with(-1, 'Low Beds,,"1,800",,,,').join('\n');
  assert.throws(() => read(nameless), says(/Line 6, species: “” is not among/));
  const spanish = 'Vivero;Especie;Cantidad;Confirmado;Paquete;Fecha de entrega';
  assert.deepEqual(read(`${spanish}\nLow Beds;Alder;1.600;0;25;3.12.2026`), [
    ['alder', 'Low Beds', 1600, 0, 25, 'asked', '2026-12-03'],
  ]);
  const told = 'species,nursery,trees,confirmed\nAlder,A,50,40\nAlder,B,50,';
  assert.deepEqual(
    read(told).map((one) => one[5]),
    ['confirmed', 'asked'],
  );
  // Without a column of nurseries somebody has to say whose they are, and a cell that names one keeps it.
  assert.throws(() => read('Species,Count\nAlder,5'), says(/names no nursery/));
  assert.deepEqual(read('Species,Count\nAlder,5', 'Low Beds')[0].slice(0, 3), [
    ...['alder', 'Low Beds', 5],
  ]);
  const either = 'species,nursery,trees,delivery\nAlder,A,5,03/04/2027';
  assert.throws(() => read(either), says(/Line 2, deliver on: “03\/04\/2027” may be either/));
  assert.deepEqual(read(`${either}\nAlder,A,5,28/04/2027`)[0].at(-1), '2027-04-03');
  assert.deepEqual(
    read('species,nursery,trees,delivery\nAlder,A,5,04/04/2027')[0].at(-1),
    '2027-04-04',
  );
  for (const wrong of ['1.5', '1,20', '-3', 'many', '1 200.5'])
    assert.throws(
      () => read(`species;nursery;trees\nAlder;A;${wrong}`),
      says(/Line 2, trees: “.*” was found; a whole number/),
      wrong,
    );
});

test('a bad order file is refused with the line, what was found and what is accepted', () => {
  const read = (text: string) => readOrders(text, (name) => (name === 'Pine' ? 'pine' : undefined));
  assert.throws(
    () => read('nursery,trees\nA,1'),
    says(/“species” is missing. Found: nursery, trees/),
  );
  assert.throws(() => read('species,nursery,trees\nPine,A,1.5'), says(/Line 2, trees: “1.5”/));
  assert.throws(
    () => read('species,nursery,trees\nPine,A,5\nYew,A,5'),
    says(/Line 3, species: “Yew”/),
  );
  assert.throws(
    () => read('species,nursery,trees,deliver on\nPine,A,5,2026-02-30'),
    says(/“2026-02-30” is no date/),
  );
  assert.throws(() => read('species,nursery,trees'), says(/no line under it/));
});

test('what may stand in for a missing species, by the wires, the damp and the light of its places', () => {
  const field = [
    [
      [
        [0, 0],
        [60, 0],
        [60, 30],
        [0, 30],
      ] as [number, number][],
    ],
  ];
  const [pine, thorn, willow] = [
    { id: 'pine', name: 'pine', matureHeight: 25, damp: '', light: '' },
    { id: 'thorn', name: 'thorn', matureHeight: 4, damp: 'dry to fresh', light: '' },
    { id: 'willow', name: 'willow', matureHeight: 18, damp: 'fresh to wet', light: '' },
  ];
  const half = (from: number, to: number) => [
    [
      [
        [from, 0],
        [to, 0],
        [to, 30],
        [from, 30],
      ] as [number, number][],
    ],
  ];
  // Parted between two pegs, so that none stands on the border.
  const [west, east] = [half(0, 31), half(31, 60)];
  const limits = [
    { why: 'Wires', parts: west, height: 6 },
    { why: 'Wet ground', parts: east, damp: 'wet' as const },
  ];
  const layout = layOut({ boundary: field, plantable: field }, firstParameters(field, ['pine']));
  const given = (cards: (typeof pine)[]) =>
    substitutes(layout.rows, layout.runs, limits, cards, { index: 0, id: 'pine' });
  const { of, candidates } = given([pine, thorn, willow]);
  assert.equal(of, layout.rows.total, 'every place is the missing one’s');
  const places = Object.fromEntries(candidates.map((one) => [one.species, one.places]));
  // Thorn bears no wet ground, willow is too tall for the wires: each takes its own half of the field.
  assert.deepEqual(Object.keys(places).sort(), ['thorn', 'willow']);
  assert.ok(places.thorn > 0 && places.willow > 0, JSON.stringify(places));
  assert.equal(places.thorn + places.willow, of);
  assert.ok(candidates[0].places >= candidates[1].places, 'the best comes first');
  for (const { places: all, rows } of candidates)
    assert.equal(
      rows.reduce((sum, row) => sum + row.places, 0),
      all,
    );
  // Taller wires let the willow in under them as well.
  limits[0].height = 30;
  assert.equal(given([pine, thorn, willow]).candidates[0].species, 'willow');
  assert.equal(given([pine, thorn, willow]).candidates[0].places, of);
  assert.deepEqual(given([pine]).candidates, []);
});
