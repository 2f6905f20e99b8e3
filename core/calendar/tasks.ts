import type { Span } from '../measure/dates';
import { lengthOf, liquidOf, say, smallOf, type Message, type NamesUnder } from '../say/message';

/** A task hung on a block's string, counted from its planting day. */
export interface TaskTemplate {
  key: string;
  label: Message;
  /** From planting day: negative before it. The task should be finished on that day. */
  offset: Span;
  /** Working days it takes. */
  duration: number;
  reason: Message;
  /** Tasks that have to be done first. */
  needs: string[];
  /** Always there, or only when the block's method asks for it. */
  always: boolean;
  /** Where it is dealt with. */
  room: 'ground' | 'rows' | 'stock' | 'calendar' | 'crew' | 'checks' | 'tending' | 'survival';
  caution?: Message;
  /** Machine or crew that does one thing at a time. */
  resource?: string;
  /** Weather it needs. */
  weather?: WeatherNeed;
}

/** What a task asks of the weather. */
export type WeatherNeed = 'dry ground' | 'still and dry' | 'planting weather';

/** What sprays; tasks that need it are sprayings. */
export const SPRAYER = 'sprayer';

/** Tasks of the trade: those that have a name in the catalogue. */
export type TaskKey = NamesUnder<'task.'>;

const task = (
  key: TaskKey,
  offset: Span,
  duration: number,
  rest: Partial<TaskTemplate> = {},
): TaskTemplate => ({
  key,
  label: { key: `task.${key}`, figures: {} },
  offset,
  duration,
  reason: { key: `why.${key}`, figures: {} },
  needs: [],
  always: true,
  room: 'calendar',
  ...rest,
});

/** The year before planting and the seasons after it. Common practice unless marked in docs/trade.md. */
export const TASKS: readonly TaskTemplate[] = [
  task('kill-1', { months: -13 }, 3, {
    resource: SPRAYER,
    weather: 'still and dry',
    always: false,
    caution: say('caution.label'),
  }),
  task('order', { months: -12 }, 1, {
    room: 'stock',
  }),
  task('kill-sod', { months: -7 }, 2, {
    resource: SPRAYER,
    weather: 'still and dry',
    always: false,
    caution: say('caution.label'),
  }),
  task('kill-2', { months: -6, days: -14 }, 3, {
    resource: SPRAYER,
    weather: 'still and dry',
    always: false,
    needs: ['kill-1'],
    caution: say('caution.label'),
  }),
  task('rip', { months: -6 }, 5, {
    reason: say('why.rip', { depth: smallOf(0.6) }),
    resource: 'ripper',
    weather: 'dry ground',
    always: false,
    needs: ['kill-sod'],
    caution: say('caution.rip'),
  }),
  task('mark-spots', { months: -5, days: -15 }, 4, {
    resource: SPRAYER,
    weather: 'still and dry',
    always: false,
    needs: ['kill-2'],
    caution: say('caution.label'),
  }),
  task('knockdown', { weeks: -3 }, 3, {
    resource: SPRAYER,
    weather: 'still and dry',
    always: false,
    caution: say('caution.label'),
  }),
  task('clear-strips', { weeks: -4 }, 3, { resource: 'mower', always: false }),
  task('manure', { weeks: -6 }, 3, {
    always: false,
  }),
  task('set-out', { days: -10 }, 3, { room: 'rows' }),
  task('receive', { days: -2 }, 1, {
    room: 'stock',
    needs: ['order'],
    caution: say('caution.receive'),
  }),
  task('soak', { days: -1 }, 1, {
    always: false,
    room: 'stock',
    needs: ['receive'],
  }),
  task('plant', {}, 1, {
    resource: 'planting crew',
    weather: 'planting weather',
    room: 'crew',
    needs: ['set-out', 'receive'],
    caution: say('caution.plant'),
  }),
  task('water-in', {}, 1, {
    always: false,
    room: 'tending',
    needs: ['plant'],
  }),
  task('water-second', {}, 1, { always: false, room: 'tending', needs: ['plant'] }),
  task('check-rows', { days: 1 }, 1, { room: 'checks', needs: ['plant'] }),
  task('fill-boxes', { days: 1 }, 1, {
    always: false,
    room: 'tending',
    needs: ['plant'],
    caution: say('caution.fill-boxes'),
  }),
  task('fence', { weeks: -3 }, 3, {
    always: false,
    resource: 'fencer',
    caution: say('caution.fence'),
  }),
  task('granules', { weeks: 2 }, 2, {
    always: false,
    room: 'tending',
    needs: ['plant'],
    caution: say('caution.label'),
  }),
  task('mulch', { weeks: 4 }, 3, {
    reason: say('why.mulch', { least: smallOf(0.1), most: smallOf(0.15) }),
    always: false,
    room: 'tending',
    needs: ['plant'],
  }),
  task('weed-1', { months: 6 }, 3, { room: 'tending', needs: ['plant'] }),
  task('water-weekly', { months: 6 }, 1, {
    reason: say('why.water-weekly', { water: liquidOf(0.019) }),
    always: false,
    room: 'tending',
    needs: ['plant'],
    caution: say('caution.water-weekly'),
  }),
  task('water-dated', { months: 7 }, 1, {
    reason: say('why.water-dated', { water: liquidOf(0.019) }),
    always: false,
    room: 'tending',
    needs: ['plant'],
  }),
  task('guards-1', { months: 9 }, 2, { always: false, room: 'tending', needs: ['plant'] }),
  task('count-1', { months: 11 }, 2, { room: 'survival', needs: ['plant'] }),
  task('weed-2', { months: 12 }, 3, {
    reason: say('why.weed-2', { least: lengthOf(0.6), most: lengthOf(1) }),
    room: 'tending',
    needs: ['plant'],
  }),
  task('stakes-off', { months: 15 }, 2, { always: false, room: 'tending', needs: ['plant'] }),
  task('weed-3', { months: 18 }, 3, { room: 'tending', needs: ['plant'] }),
  task('count-2', { months: 23 }, 2, { room: 'survival', needs: ['plant'] }),
  task('guards-off', { months: 33 }, 3, { always: false, room: 'tending', needs: ['plant'] }),
  task('count-3', { months: 35 }, 2, { room: 'survival', needs: ['plant'] }),
  task('cost-share', { months: -12, days: -7 }, 1, { always: false }),
  task('sow-cover', { months: -11 }, 2, { always: false }),
  task('drains', { months: -8 }, 3, {
    always: false,
    weather: 'dry ground',
    resource: 'digger',
    caution: say('caution.drains'),
  }),
  task('loosen-spots', { months: -5 }, 5, {
    always: false,
    weather: 'dry ground',
    resource: 'ground crew',
    needs: ['rip'],
  }),
  task('terraces', { months: -3 }, 10, {
    always: false,
    resource: 'digger',
    needs: ['rip'],
    caution: say('caution.terraces'),
  }),
  task('dig-pits', { weeks: -4 }, 10, {
    always: false,
    resource: 'ground crew',
    needs: ['loosen-spots'],
    caution: say('caution.dig-pits'),
  }),
  task('wetting-agent', { days: -2 }, 1, { always: false, caution: say('caution.label') }),
  task('terraces-after', { weeks: 3 }, 10, {
    always: false,
    resource: 'digger',
    needs: ['plant'],
    caution: say('caution.terraces-after'),
  }),
];
