import { validate as isUuid } from 'uuid';
import * as yup from 'yup';

// The library's own call these on whatever came, a list or an object too, and break.
yup.addMethod(yup.string, 'trim', function trim() {
  return this.transform((value) => (typeof value === 'string' ? value.trim() : value));
});
yup.addMethod(yup.string, 'lowercase', function lowercase() {
  return this.transform((value) => (typeof value === 'string' ? value.toLowerCase() : value));
});

const WANTED: Record<string, string> = {
  ...{ number: 'a number', string: 'text', boolean: 'yes or no', array: 'a list' },
  object: 'a group of values',
};
const MOST_SHOWN = 60;
/** What was entered, as far as it can be read out. */
function found(value: unknown): string {
  if (Array.isArray(value)) return 'as a list';
  if (value && typeof value === 'object') return 'as a group of values';
  const text = String(value);
  return `“${text.length > MOST_SHOWN ? `${text.slice(0, MOST_SHOWN)}…` : text}”`;
}

/** Wording shared by every form: which field, what was found, what is accepted. */
yup.setLocale({
  mixed: {
    required: ({ path }) => `${label(path)} is missing.`,
    defined: ({ path }) => `${label(path)} is missing.`,
    notNull: ({ path }) => `${label(path)} is empty; a value is needed.`,
    notType: ({ path, type, originalValue }) =>
      `${label(path)} reads ${found(originalValue)}; ${WANTED[type] ?? type} is accepted.`,
    oneOf: ({ path, value, values }) =>
      `${label(path)} reads ${found(value)}; one of ${values} is accepted.`,
  },
  string: {
    max: ({ path, max }) => `${label(path)} is too long; at most ${max} characters are accepted.`,
    min: ({ path, min }) =>
      min === 1
        ? `${label(path)} is missing.`
        : `${label(path)} is too short; at least ${min} characters are accepted.`,
  },
  number: {
    min: ({ path, min, value }) => `${label(path)} is ${value}; at least ${min} is accepted.`,
    max: ({ path, max, value }) => `${label(path)} is ${value}; at most ${max} is accepted.`,
    moreThan: ({ path, more, value }) =>
      `${label(path)} is ${value}; more than ${more} is accepted.`,
    lessThan: ({ path, less, value }) =>
      `${label(path)} is ${value}; less than ${less} is accepted.`,
    integer: ({ path }) => `${label(path)} must be a whole number.`,
  },
  array: {
    min: ({ path, min }) => `${label(path)} needs at least ${min}.`,
    max: ({ path, max }) => `${label(path)} may hold at most ${max}.`,
  },
});

/** "parameters.inRow" → "In row"; what has no name of its own is "It". */
function label(path: string): string {
  const last = path
    .split('.')
    .at(-1)!
    .replace(/\[\d+\]/g, '');
  const words = last.replace(/([A-Z])/g, ' $1').toLowerCase();
  return words ? words[0].toUpperCase() + words.slice(1) : 'It';
}

/** Yup's own check stops at version 5; ours are version 7 (RFC 9562), which sort by time. */
const uuid = yup
  .string()
  .test('uuid', 'An id is not a UUID.', (value) => value == null || isUuid(value));
export const id = uuid.required();
export const maybeId = uuid.nullable().default(null);
export const name = yup.string().trim().min(1).max(80).required();
export const device = yup.string().max(40).default('browser');
export const day = yup
  .string()
  .matches(
    /^\d{4}-\d{2}-\d{2}$/,
    ({ value }) => `“${value}” is no date; a day like 2026-11-24 is accepted.`,
  )
  .test(
    'calendar',
    ({ value }) => `“${value}” is not in the calendar.`,
    (value) => {
      if (!value) return true;
      const parsed = new Date(`${value}T00:00:00Z`);
      return !Number.isNaN(parsed.getTime()) && parsed.toISOString().startsWith(value);
    },
  );
export const count = yup.number().integer().moreThan(0).max(1_000_000).required();
/** Any number that a database keeps. */
export const finite = yup.number().min(-1e12).max(1e12).required();
/** Longitude and latitude. */
export const corner = yup.tuple([
  yup.number().min(-180).max(180).required(),
  yup.number().min(-90).max(90).required(),
]);
/** The edition at which whatever is saved was read; 0 for something new. */
export const edition = yup.number().integer().min(0).max(1_000_000_000).required();
/** Milliseconds since 1970 UTC, from the year 2000 to 2100. */
export const moment = yup.number().integer().min(946_684_800_000).max(4_102_444_800_000).required();

const EARLIEST = Date.UTC(2000, 0, 1);

/** When it happened, by the device. A clock more than five minutes ahead is refused. */
export const at = yup
  .string()
  .max(40)
  .required()
  .test(
    'moment',
    ({ value }) => `“${value}” is no moment in time.`,
    (value) => Date.parse(value ?? '') >= EARLIEST,
  )
  .test(
    'not-ahead',
    'That lies in the future.',
    (value, { options }) =>
      Date.parse(value ?? '') <=
      ((options.context?.now as number | undefined) ?? Date.now()) + 5 * 60_000,
  );

/**
 * Every event carries these, made by the device that saw it happen. `late` says that it waited on the
 * device: what it goes with may still be on another one.
 */
export const event = { id, at, device, late: yup.boolean().default(false) };

export { yup };
