import { MARKS, type Mark } from '../../../../core/stock/card';
import { CONTAINER_FORMS } from '../../../../core/stock/containers';
import { HABITS, type Seen } from '../../../../core/stock/handling';
import { GATE_FAULTS } from '../../../../core/stock/inspection';
import { PLACE_KINDS } from '../../../../core/stock/keeping';
import { STOCK_KINDS } from '../../../../core/stock/ledger';
import { ORDER_STATES } from '../../../../core/stock/orders';
import type { StockFlag } from '../../../../core/stock/ledger';
import { command, gives } from '../contract';
import { day, edition, event, id, maybeId, moment, name, yup } from '../fields';

const { array, boolean, mixed, number, object, string } = yup;

const note = string().trim().max(300).default('');
const maybeDay = day.nullable().default(null);
const pack = number().integer().min(1).max(10_000).required();
const trees = number().integer().min(1).max(1_000_000).required();

const orderLine = object({
  id,
  blockId: id,
  speciesId: id,
  replacesId: maybeId,
  nursery: name,
  provenance: string().trim().max(80).default(''),
  seedLot: string().trim().max(40).default(''),
  age: string().trim().max(12).default(''),
  count: trees,
  pack,
  state: string().oneOf(ORDER_STATES).required(),
  confirmed: number().integer().min(0).max(1_000_000).nullable().default(null),
  deliverOn: maybeDay,
  note,
});

const species = object({
  id,
  siteId: id,
  letter: string()
    .trim()
    .matches(
      /^[A-Za-z]{1,2}$/,
      ({ value }) => `The letter reads “${value}”; one or two letters from A to Z are accepted.`,
    )
    .required(),
  name,
  colour: string()
    .matches(
      /^#[0-9a-fA-F]{6}$/,
      ({ value }) => `The colour reads “${value}”; six hexadecimal digits after # are accepted.`,
    )
    .required(),
  stock: string()
    .oneOf(['bare-root', 'container'] as const)
    .required(),
  matureHeight: number().moreThan(0).max(120).required(),
  crown: number().moreThan(0).max(60).required(),
  damp: string().trim().max(40).default(''),
  light: string().trim().max(40).default(''),
  crownYears: number().min(1).max(200).default(30),
  marks: mixed<Partial<Record<Mark, string>>>()
    .default({})
    .test(
      'marks',
      'A mark is a few words, at most 300 characters, about a part of the tree.',
      (value) =>
        Object.entries(value ?? {}).every(
          ([mark, words]) =>
            (MARKS as readonly string[]).includes(mark) &&
            typeof words === 'string' &&
            words.length <= 300,
        ),
    ),
  notes: string().trim().max(2000).default(''),
  /** No longer chosen for anything new; what has it keeps it. */
  withdrawn: boolean().default(false),
});

const lot = object({
  id,
  blockId: id,
  speciesId: id,
  code: string().trim().min(1).max(20).required(),
  /** Empty where nobody knows any more. */
  nursery: string().trim().max(80).default(''),
  provenance: string().trim().max(80).default(''),
  seedLot: string().trim().max(40).default(''),
  age: string().trim().max(12).default(''),
  dipFactor: number().min(1).max(5).default(2),
  orderId: maybeId,
  replacesId: maybeId,
  liftedOn: maybeDay,
  undercut: boolean().default(false),
  form: string().oneOf(CONTAINER_FORMS).nullable().default(null),
  volume: number().moreThan(0).max(100).nullable().default(null),
  perBox: number().integer().min(1).max(10_000).default(100),
  treeWeight: number().moreThan(0).max(50).nullable().default(null),
});

const gateTree = object({
  height: number().moreThan(0).max(10).optional(),
  collar: number().moreThan(0).max(0.5).optional(),
  rootLength: number().moreThan(0).max(3).optional(),
  rootSpread: number().moreThan(0).max(3).optional(),
  flareBelow: number().min(0).max(0.5).optional(),
  topSideRoot: number().min(0).max(0.5).optional(),
  shootMass: number().moreThan(0).max(50).optional(),
  rootMass: number().moreThan(0).max(50).optional(),
  faults: array().of(string().oneOf(GATE_FAULTS).required()).max(10).required(),
});

export const stockContract = {
  'stock.species': command({
    input: species.shape({ edition }),
    result: gives<{ edition: number }>(),
    refusals: ['stock.letterTaken', 'changed.stale'],
    touches: ['stock', 'site'],
  }),
  'stock.picture': command({
    input: object({
      id,
      speciesId: id,
      caption: string().trim().max(120).default(''),
      mime: string()
        .oneOf(['image/png', 'image/jpeg', 'image/webp'] as const)
        .required(),
      bytes: string()
        .matches(/^[A-Za-z0-9+/]+=*$/, 'That is no picture.')
        .max(2_000_000, 'The picture is too large; at most 1.5 MB is accepted.')
        .required(),
    }),
    refusals: ['stock.*'],
    touches: ['stock', 'site'],
    bytes: 2100000,
  }),
  'stock.dropPicture': command({
    input: object({ id }),
    refusals: [],
    touches: ['stock', 'site'],
  }),
  'stock.terms': command({
    input: object({
      blockId: id,
      speciesId: id,
      terms: object({
        reserve: number().min(0).max(1).required(),
        cull: number().min(0).lessThan(1).required(),
        pack,
      }),
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['changed.stale'],
    touches: ['stock'],
  }),
  'stock.order': command({
    input: orderLine.shape({ edition }),
    result: gives<{ edition: number }>(),
    refusals: ['site.noSpecies', 'changed.stale'],
    touches: ['stock'],
  }),
  'stock.orders': command({
    input: object({
      blockId: id,
      lines: array()
        .of(orderLine.omit(['blockId']))
        .min(1)
        .max(2000)
        .required(),
    }),
    result: gives<{ saved: number }>(),
    refusals: ['site.noSpecies', 'changed.stale'],
    touches: ['stock'],
    bytes: 2000000,
  }),
  'stock.dropOrder': command({
    input: object({ id }),
    refusals: ['stock.orderHasLot'],
    touches: ['stock'],
  }),
  'stock.lot': command({
    input: lot.shape({ edition }),
    result: gives<{ edition: number }>(),
    refusals: ['site.noSpecies', 'stock.*', 'changed.stale'],
    touches: ['stock'],
  }),
  'stock.dropLot': command({
    input: object({ id }),
    refusals: ['stock.lotHasRecords'],
    touches: ['stock'],
  }),
  'stock.record': command({
    input: object({
      ...event,
      lotId: id,
      kind: string().oneOf(STOCK_KINDS).required(),
      count: number().integer().min(0).max(1_000_000).required(),
      planterId: maybeId,
      placeId: maybeId,
      toId: maybeId,
      corrects: maybeId,
      closes: maybeId,
      /** The block whoever enters it stands on, when a phone knows. */
      blockId: maybeId,
      note,
    }),
    result: gives<{ flag?: StockFlag }>(),
    refusals: ['stock.*', 'crew.noPlanter'],
    touches: ['stock'],
    waits: true,
  }),
  'stock.closeDay': command({
    input: object({ blockId: id, day: day.required() }),
    result: gives<{ posted: number }>(),
    refusals: ['stock.*', 'site.dayAhead'],
    touches: ['stock'],
  }),
  'stock.inspect': command({
    input: object({
      ...event,
      lotId: id,
      lotSize: trees,
      plan: object({
        n: trees,
        c: number().integer().min(0).max(1_000_000).required(),
      }).required(),
      trees: array().of(gateTree).min(1).max(5000).required(),
      note,
    }),
    refusals: ['stock.*'],
    touches: ['stock'],
    waits: true,
    bytes: 1500000,
  }),
  'stock.root': command({
    input: object({
      ...event,
      lotId: id,
      kind: string()
        .oneOf(['open', 'close'] as const)
        .required(),
      closes: maybeId,
      label: string().trim().max(20).default(''),
    }),
    refusals: ['stock.*'],
    touches: ['stock'],
    waits: true,
  }),
  'stock.audit': command({
    input: object({
      ...event,
      blockId: id,
      lotId: maybeId,
      planterId: maybeId,
      seen: mixed<Record<string, Seen>>()
        .required()
        .test('seen', 'A habit is marked as kept or broken.', (value) =>
          Object.entries(value ?? {}).every(
            ([key, mark]) =>
              HABITS.some((habit) => habit.key === key) && (mark === 'kept' || mark === 'broken'),
          ),
        ),
      note,
      /** A look that this one stands in for; with nothing marked it is taken back. */
      corrects: maybeId,
    }).test(
      'marked',
      'Mark at least one habit as kept or broken.',
      ({ seen, corrects }) => Boolean(corrects) || Object.keys(seen ?? {}).length > 0,
    ),
    refusals: ['stock.*', 'crew.noPlanter'],
    touches: ['stock'],
    waits: true,
  }),
  'stock.rootRules': command({
    input: object({
      siteId: id,
      /** Metres, shares and seconds: see the core's `RootRules`. */
      keep: number().min(0.02).max(1).required(),
      mostCut: number().min(0).max(0.9).required(),
      clearance: number().min(0).max(0.2).required(),
      twist: number().min(1).max(4).required(),
      cutSeconds: number().min(0).max(120).required(),
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['changed.stale'],
    touches: ['stock', 'site'],
  }),
  'stock.place': command({
    input: object({
      id,
      siteId: id,
      name,
      kind: string().oneOf(PLACE_KINDS).required(),
      coolest: number().min(-30).max(30).required(),
      warmest: number().min(-30).max(40).required(),
      days: number().moreThan(0).max(400).required(),
      logger: string()
        .oneOf(['none', 'stand-in', 'file'] as const)
        .default('none'),
      closed: boolean().default(false),
      edition,
    }).test('band', '', function ({ coolest, warmest }) {
      // What is no number is said by its own field.
      return (
        !(coolest >= warmest) ||
        this.createError({
          path: 'warmest',
          message: `The warmest (${warmest} °C) must lie above the coolest (${coolest} °C).`,
        })
      );
    }),
    result: gives<{ edition: number }>(),
    refusals: ['stock.placeTaken', 'changed.stale'],
    touches: ['stock', 'site'],
  }),
  'stock.dropPlace': command({
    input: object({ id }),
    refusals: ['stock.placeHasRecords'],
    touches: ['stock', 'site'],
  }),
  'stock.readings': command({
    input: object({
      placeId: id,
      readings: array()
        .of(
          object({
            at: moment,
            temperature: number().min(-60).max(70).required(),
          }),
        )
        .min(1)
        .max(50_000)
        .required(),
    }),
    result: gives<{ added: number }>(),
    refusals: ['site.momentAhead'],
    touches: ['stock', 'site'],
    bytes: 4000000,
  }),
  'stock.logger': command({
    input: object({ placeId: id }),
    result: gives<{ added: number }>(),
    refusals: ['stock.noLogger'],
    touches: ['stock', 'site'],
  }),
  'stock.tool': command({
    input: object({
      id,
      siteId: id,
      name,
      kind: string()
        .oneOf(['bar', 'spade', 'auger', 'machine', 'tube'] as const)
        .required(),
      depth: number().moreThan(0).max(2).required(),
      width: number().moreThan(0).max(2).required(),
      rate: number().moreThan(0).max(20_000).required(),
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['stock.toolTaken', 'changed.stale'],
    touches: ['stock', 'site'],
  }),
  'stock.dropTool': command({
    input: object({ id }),
    refusals: [],
    touches: ['stock', 'site'],
  }),
  'stock.carry': command({
    input: object({
      blockId: id,
      terms: object({
        bagLoad: number().moreThan(0).max(60).required(),
        bagTrees: number().integer().min(1).max(5000).required(),
        trailerBoxes: number().integer().min(1).max(1000).required(),
        trailerLoad: number().moreThan(0).max(20_000).required(),
      }).required(),
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['changed.stale'],
    touches: ['stock'],
  }),
};
