import { COUNT_WAYS } from '../../../../core/survival/walks';
import { CAUSES } from '../../../../core/survival/marks';
import { command, gives } from '../contract';
import { count, day, edition, event, id, maybeId, name, yup } from '../fields';

const { array, number, object, string } = yup;

export const survivalContract = {
  'survival.count': command({
    input: object({
      ...event,
      layoutId: id,
      row: count,
      set: count,
      alive: number().integer().min(0).max(1_000_000).required(),
      marks: string()
        .matches(
          /^[1pb0g-]*$/,
          'Trees are marked 1 alive, p poor, b browsed, 0 dead, g gone, - not looked at.',
        )
        .max(20_000)
        .default(''),
      cause: string().trim().max(24).default(''),
      /** What killed which tree, where it was seen. */
      causes: array()
        .of(object({ peg: count, cause: string().oneOf(CAUSES).required() }).noUnknown())
        .max(20_000)
        .default([]),
      heights: array()
        .of(object({ peg: count, height: number().moreThan(0).max(60).required() }).noUnknown())
        .max(20_000)
        .default([]),
      countedOn: day.required(),
      /** The circle these trees were counted in; nothing along a whole row. */
      plot: number().integer().min(1).max(1_000_000).nullable().default(null),
      /** Why a row is counted again; a count stands beside the one before it. */
      why: string().trim().max(300).default(''),
    }),
    result: gives<{ again?: boolean; cameBack?: number[] }>(),
    refusals: ['survival.*', 'site.dayAhead', 'rows.notReleased', 'crew.noRow'],
    touches: ['survival'],
    waits: true,
  }),
  /** Draws the circles or the single trees of the next count, and keeps them for the phones. */
  'survival.design': command({
    input: object({
      blockId: id,
      way: string()
        .oneOf(COUNT_WAYS.filter((way) => way !== 'rows'))
        .required(),
      /** Circles, or trees. */
      count: number().integer().min(2).max(5000).required(),
      /** Of a circle, square metres. */
      area: number().moreThan(1).max(2000).default(50),
      half: number().min(0.001).max(0.5).required(),
      seed: string().trim().max(80).required(),
      edition,
    }),
    result: gives<{ edition: number; drawn: number }>(),
    refusals: ['survival.*', 'rows.notReleased', 'changed.stale', 'crew.noLayout'],
    touches: ['calendar', 'survival'],
  }),
  /** Dead places to fill: which ones, with what, how many to order, and when. */
  'survival.refill': command({
    input: object({
      ...event,
      layoutId: id,
      chance: number().min(0.5).max(0.999).required(),
      plantOn: day.required(),
      /** Days it takes. */
      days: number().integer().min(1).max(200).required(),
      nursery: name,
      /** How many refills had been decided when this one was: 0 for the first. */
      edition,
      rows: array()
        .of(
          object({
            row: count,
            /** Known places: the peg, and the species that goes there. */
            pegs: array()
              .of(object({ peg: count, speciesId: id }).noUnknown())
              .max(20_000)
              .required(),
            /** Places expected where nobody counted; the planter finds them. */
            expected: number().min(0).max(20_000).required(),
          }).noUnknown(),
        )
        .min(1)
        .max(5000)
        .required(),
      /** Lines of the order that the refill makes. */
      toOrder: array()
        .of(object({ id, speciesId: id, count }).noUnknown())
        .max(60)
        .required(),
    }),
    result: gives<{ number: number }>(),
    refusals: [
      'survival.*',
      'site.noSpecies',
      'stock.foreignOrder',
      'rows.notReleased',
      'crew.noRow',
      'changed.stale',
    ],
    touches: ['survival', 'stock', 'calendar'],
    bytes: 2_000_000,
  }),
  /** Trees set into dead places of a row. */
  'survival.refilled': command({
    input: object({
      ...event,
      refillId: id,
      row: count,
      speciesId: id,
      trees: count,
      /** For whom it is entered; without it, for oneself. */
      planterId: maybeId,
      corrects: maybeId,
    }),
    refusals: [
      'survival.*',
      'site.noSpecies',
      'crew.noPlanter',
      'crew.ownTrees',
      'crew.noRow',
      'crew.noTarget',
      'crew.waveFull',
      'tending.moreTrees',
    ],
    touches: ['survival'],
    waits: true,
  }),
  'survival.target': command({
    input: object({
      blockId: id,
      targetDensity: number().moreThan(0).max(10).nullable().defined(),
    }),
    refusals: [],
    touches: ['survival'],
  }),
};
