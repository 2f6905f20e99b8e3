import { PLOTS_BY } from '../../../../core/checks/planned';
import { DECISIONS } from '../../../../core/checks/outcome';
import { FAULTS, type CheckedTree, type Fault } from '../../../../core/checks/faults';
import { SUSPECTS } from '../../../../core/checks/findings';
import { TAUGHT } from '../../../../core/checks/trainer';
import { isRecord } from '../../store/shape';
import { command } from '../contract';
import { count, event, id, maybeId, yup } from '../fields';

const { array, boolean, mixed, number, object, string } = yup;

/** How many trees of a plot had each fault. */
export const faults = mixed<Partial<Record<Fault, number>>>()
  .default({})
  .test(
    'faults',
    'Faults are whole numbers of the kinds listed.',
    (value) =>
      isRecord(value ?? {}) &&
      Object.entries(value ?? {}).every(
        ([fault, count]) =>
          (FAULTS as readonly string[]).includes(fault) &&
          Number.isInteger(count) &&
          count! >= 0 &&
          count! <= 10_000,
      ),
  );

/** A tree of a plot as it was looked at. */
export const checkedTree = object({
  row: count,
  peg: count,
  faults: array().of(string().oneOf(FAULTS).required()).max(FAULTS.length).required(),
  species: number().integer().min(0).max(200),
  depth: number().min(-1).max(1),
  lean: number().min(0).max(90),
  toNext: number().moreThan(0).max(100),
}).noUnknown();

/** What plots are planned by. */
export const planTerms = object({
  area: number().moreThan(1).max(10_000).required(),
  plots: number().integer().min(2).max(500).required(),
  seed: string().trim().max(40).required(),
  by: string().oneOf(PLOTS_BY).required(),
  /** What the number came from. */
  half: number().moreThan(0).max(0.5).nullable().default(null),
  limits: object({
    good: number().min(0).max(1).required(),
    bad: number().min(0).max(1).required(),
    alpha: number().min(0).max(1).required(),
    beta: number().min(0).max(1).required(),
    most: number().integer().min(0).max(100_000).required(),
  })
    .nullable()
    .default(null),
}).noUnknown();

export const checksContract = {
  /** A plot as it was looked at: tree by tree, or as totals from a notebook. */
  'checks.plot': command({
    input: object({
      ...event,
      layoutId: id,
      planterId: id,
      row: count,
      peg: count,
      area: number().moreThan(1).max(10_000).required(),
      good: number().integer().min(0).max(10_000).default(0),
      faults,
      trees: array().of(checkedTree).max(2_000).nullable().default(null),
      planId: maybeId,
      planNumber: number().integer().min(1).max(500).nullable().default(null),
      tool: string().trim().max(40).default(''),
      lotId: maybeId,
      corrects: maybeId,
    }),
    refusals: ['checks.*', 'crew.noPlanter', 'crew.noRow', 'rows.notReleased', 'stock.noLot'],
    touches: ['checks'],
    waits: true,
  }),
  /** Where plots are looked at: the newest plan of a version holds. */
  'checks.plan': command({
    input: object({ ...event, layoutId: id, terms: planTerms.required() }),
    refusals: ['checks.*', 'rows.notReleased'],
    touches: ['checks'],
  }),
  /** What a leader decides of trees that plots fail. */
  'checks.decide': command({
    input: object({
      ...event,
      layoutId: id,
      planterId: id,
      kind: string().oneOf(DECISIONS).required(),
      fault: string().oneOf(FAULTS).required(),
      /** Rows to be gone over; of a decision that sends nobody back, those it is about. */
      rows: array().of(count).min(1).max(5_000).required(),
      /** The newest decision about this fault of theirs that stood before whoever decides. */
      after: maybeId,
      corrects: maybeId,
    }),
    refusals: ['checks.*', 'crew.noPlanter', 'crew.noRow', 'crew.noTarget', 'rows.notReleased'],
    touches: ['checks', 'crew'],
  }),
  /** Something was done about a tool on a soil, or a lot, that plots suspect. */
  'checks.settle': command({
    input: object({
      ...event,
      layoutId: id,
      suspect: string().oneOf(SUSPECTS).required(),
      /** The tool's name, or the lot's id. */
      group: string().trim().min(1).max(80).required(),
      soil: string().trim().max(20).default(''),
      fault: string().oneOf(FAULTS).required(),
      note: string().trim().max(300).default(''),
      corrects: maybeId,
    }),
    refusals: ['crew.noTarget', 'rows.notReleased', 'stock.noLot'],
    touches: ['checks'],
  }),
  /** A row of a rework gone over. */
  'checks.reworked': command({
    input: object({
      ...event,
      decisionId: id,
      row: count,
      mended: number().integer().min(0).max(100_000).required(),
    }),
    refusals: ['checks.*', 'crew.*', 'rows.notReleased'],
    touches: ['checks', 'crew'],
    waits: true,
  }),
  /** What a learner said to one drawing. */
  'checks.answer': command({
    input: object({
      ...event,
      planterId: id,
      shown: string()
        .oneOf(['good', 'handling', ...TAUGHT] as const)
        .required(),
      right: boolean().required(),
      took: number().integer().min(0).max(3_600_000).required(),
    }),
    refusals: ['crew.*'],
    touches: ['people'],
    waits: true,
  }),
};

export type PlanTerms = yup.InferType<typeof planTerms>;
export type { CheckedTree };
