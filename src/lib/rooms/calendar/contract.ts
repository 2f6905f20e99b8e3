import type { CalendarTerms } from '../../../../core/calendar/terms';
import { REGIMES } from '../../../../core/calendar/windows';
import type { Product } from '../../../../core/calendar/spraying';
import { command, gives } from '../contract';
import { degrees, maybeNumber, share, taskKey, terms } from './terms';
import { day, edition, event, id, maybeId, moment, name, yup } from '../fields';

const { array, boolean, mixed, number, object, string } = yup;

export const calendarContract = {
  'calendar.plantingDay': command({
    input: object({ blockId: id, day: day.required() }),
    refusals: [],
    touches: ['calendar'],
  }),
  'calendar.task': command({
    input: object({
      ...event,
      blockId: id,
      task: taskKey,
      kind: string()
        .oneOf(['done', 'undone', 'moved', 'skipped', 'restored'] as const)
        .required(),
      day: day.nullable().default(null),
    }),
    refusals: ['calendar.*', 'site.dayAhead'],
    touches: ['calendar', 'tending'],
    waits: true,
  }),
  /** A task and everything that follows from its new day, in one go. */
  'calendar.moves': command({
    input: object({
      at: event.at,
      device: event.device,
      moves: array()
        .of(object({ id, blockId: id, task: taskKey, day: day.required() }))
        .min(1)
        .max(300)
        .required(),
    }),
    refusals: ['calendar.*'],
    touches: ['calendar', 'tending'],
  }),
  'calendar.terms': command({
    input: object({
      blockId: id,
      terms: terms.required() as unknown as yup.Schema<CalendarTerms>,
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['calendar.*', 'works.*', 'rows.*', 'changed.stale'],
    touches: ['calendar'],
    bytes: 200000,
  }),
  'calendar.phase': command({
    input: object({ blockId: id, phase: string().trim().max(40).default('') }),
    refusals: [],
    touches: ['calendar'],
  }),
  'calendar.weather': command({
    input: object({
      siteId: id,
      days: array()
        .of(
          object({
            day: day.required(),
            lowest: degrees,
            highest: degrees,
            rain: number().min(0).max(2000).required(),
            humidity: share.nullable().default(null),
            wind: maybeNumber(90),
          }),
        )
        .min(1)
        .max(20_000)
        .required(),
    }),
    result: gives<{ saved: number }>(),
    refusals: ['site.dayAhead'],
    touches: ['calendar', 'site'],
    bytes: 4000000,
  }),
  'calendar.hours': command({
    input: object({
      siteId: id,
      hours: array()
        .of(
          object({
            at: moment,
            temperature: degrees,
            humidity: share.required(),
            wind: number().min(0).max(90).required(),
          }),
        )
        .min(1)
        .max(20_000)
        .required(),
    }),
    result: gives<{ saved: number }>(),
    refusals: ['site.momentAhead'],
    touches: ['calendar', 'site'],
    bytes: 4000000,
  }),
  'calendar.typicalYear': command({
    input: object({
      siteId: id,
      regime: string()
        .oneOf(REGIMES.map(({ key }) => key))
        .required(),
      months: array()
        .of(
          object({
            lowest: degrees,
            highest: degrees,
            rain: number().min(0).max(3000).required(),
            rainDays: number().min(0).max(31).required(),
          }),
        )
        .length(12)
        .nullable()
        .default(null),
    }),
    refusals: ['calendar.*'],
    touches: ['calendar', 'site'],
  }),
  'calendar.product': command({
    input: object({
      id,
      siteId: id,
      name,
      dose: mixed<Product['dose']>()
        .required()
        .test(
          'dose',
          'The label’s rate is litres or kilograms a hectare above 0, or a share of the mix above 0 and under 100 %.',
          (dose) =>
            (dose?.kind === 'area' && dose.litresPerHectare > 0 && dose.litresPerHectare < 1000) ||
            (dose?.kind === 'granules' &&
              dose.kilogramsPerHectare > 0 &&
              dose.kilogramsPerHectare < 1000) ||
            (dose?.kind === 'mix' && dose.share > 0 && dose.share < 1),
        ),
      actives: array()
        .of(
          object({
            name,
            grams: number().moreThan(0).max(1000).required(),
            limit: number().moreThan(0).max(1_000_000).nullable().default(null),
          }),
        )
        .max(8)
        .default([]),
      water: number().moreThan(0).max(5000).required(),
      rainfast: number().min(0).max(200).required(),
      beforePlanting: number().min(0).max(800).required(),
      timesAYear: number().integer().min(1).max(50).nullable().default(null),
      litresAYear: number().moreThan(0).max(1000).nullable().default(null),
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['calendar.*', 'changed.stale'],
    touches: ['calendar', 'site'],
  }),
  'calendar.dropProduct': command({
    input: object({ id }),
    refusals: [],
    touches: ['calendar', 'site'],
  }),
  'calendar.sprayed': command({
    input: object({
      ...event,
      blockId: id,
      productId: id,
      day: day.required(),
      area: number().min(0).max(100_000_000).required(),
      litres: number().min(0).max(100_000).required(),
      wind: number().min(0).max(30).required(),
      lotNumber: string().trim().max(40).default(''),
      operator: name,
      corrects: maybeId,
      note: string().trim().max(300).default(''),
      sprayedRows: array()
        .of(number().integer().min(1).max(100_000).required())
        .max(5000)
        .default([]),
      /** It was done though the label speaks against it. */
      knowing: boolean().default(false),
    }),
    refusals: ['calendar.*', 'site.dayAhead'],
    touches: ['calendar'],
  }),
  'calendar.feed': command({
    input: object({ siteId: id }),
    result: gives<{ token: string }>(),
    refusals: [],
    touches: ['people'],
  }),
  'calendar.dropFeed': command({
    input: object({ siteId: id }),
    refusals: [],
    touches: ['people'],
  }),
};
