import assert from 'node:assert/strict';
import { test } from 'node:test';
import { v7 } from 'uuid';
import { layoutParameters } from './contract';

const [pine, oak] = [v7(), v7()];
const given = {
  ...{ pattern: 'rectangular', inRow: 2, between: 2.5, firstOffset: 0, firstPeg: 0 },
  ...{ headland: 0, shortest: 0, direction: { kind: 'east-west' } },
  mix: [
    { species: pine, share: 60 },
    { species: oak, share: 40 },
  ],
  arrangement: { kind: 'rows' },
};
const takes = (more: object) => layoutParameters.validateSync({ ...given, ...more });
const refuses = (more: object, why: RegExp) =>
  assert.throws(() => takes(more), why, JSON.stringify(more));

test('arrangements are taken to their last whole number and no further', () => {
  for (const [kind, part, most] of [
    ['runs', 'length', 1000],
    ['random', 'longest', 1000],
    ['clumps', 'size', 10_000],
    ['trial', 'plot', 1000],
  ] as const) {
    const of = (value: unknown) => ({ arrangement: { kind, seed: 1, [part]: value } });
    for (const good of [1, most]) takes(of(good));
    for (const bad of [0, most + 1, 2.5, '5', null, NaN]) refuses(of(bad), /Whole rows, every/);
    if (kind !== 'runs') refuses({ arrangement: { kind, [part]: 5 } }, /Whole rows, every/);
  }
  for (const kind of ['rows', 'alternate', 'heights']) takes({ arrangement: { kind } });
  refuses({ arrangement: { kind: 'spirals' } }, /Whole rows, every/);
  refuses({ arrangement: undefined }, /missing/);
});

test('a baseline is two places, a mix is whole, a change by hand is one of three', () => {
  const contour = (baseline: unknown) => ({
    contour: { stopUnder: 0.75, startOver: 1.5, fall: 0, baseline },
  });
  const [a, b] = [
    [0, 0],
    [50, 80],
  ];
  for (const good of [undefined, [a, b]]) takes(contour(good));
  for (const bad of [[a], [a, b, a], [a, [1]], [a, ['1', '2']], [], [a, [NaN, 1]]])
    refuses(contour(bad), /A baseline is two places/);
  takes({ mix: [{ species: pine, share: 99.995 }] });
  refuses({ mix: [{ species: pine, share: 99.9 }] }, /adds up to 99.9 %; it must be 100 %/);
  refuses({ mix: [] }, /./);
  const at = [3, 4];
  takes({ moves: [{ kind: 'add', at }, { kind: 'out', at, note: 'stump' }, { kind: 'end', at, row: at }] }); // prettier-ignore
  for (const bad of [
    { kind: 'add', at: [3] },
    { kind: 'out', at, note: 'x'.repeat(81) },
    { kind: 'end', at, row: [1] },
    { kind: 'turn', at },
    null,
  ])
    refuses({ moves: [bad] }, /./);
});
