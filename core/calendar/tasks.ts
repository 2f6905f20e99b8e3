import type { Span } from '../measure/dates';

/** A task hung on a block's string, counted from its planting day. */
export interface TaskTemplate {
  key: string;
  label: string;
  /** From planting day: negative before it. The task should be finished on that day. */
  offset: Span;
  /** Working days it takes. */
  duration: number;
  reason: string;
  /** Tasks that have to be done first. */
  needs: string[];
  /** Always there, or only when the block's method asks for it. */
  always: boolean;
  /** Where it is dealt with. */
  room: 'ground' | 'rows' | 'stock' | 'calendar' | 'crew' | 'checks' | 'tending' | 'survival';
  caution?: string;
  /** Machine or crew that does one thing at a time. */
  resource?: string;
  /** Weather it needs. */
  weather?: WeatherNeed;
}

/** What a task asks of the weather. */
export type WeatherNeed = 'dry ground' | 'still and dry' | 'planting weather';

const task = (
  key: string,
  label: string,
  offset: Span,
  duration: number,
  reason: string,
  rest: Partial<TaskTemplate> = {},
): TaskTemplate => ({
  key,
  label,
  offset,
  duration,
  reason,
  needs: [],
  always: true,
  room: 'calendar',
  ...rest,
});

const LABEL_CAUTION = 'The product label is the law; a licensed operator decides.';

/** The year before planting and the seasons after it. Common practice unless marked in docs/trade.md. */
export const TASKS: readonly TaskTemplate[] = [
  task(
    'kill-1',
    'spray the first flush',
    { months: -13 },
    3,
    'The seed bank sprouts in flushes; each flush is killed once.',
    { resource: 'sprayer', weather: 'still and dry', always: false, caution: LABEL_CAUTION },
  ),
  task('order', 'order stock', { months: -12 }, 1, 'Nurseries sow to order, about a year ahead.', {
    room: 'stock',
  }),
  task('kill-sod', 'kill the sod', { months: -7 }, 2, 'Ripped live sod knits together again.', {
    resource: 'sprayer',
    weather: 'still and dry',
    always: false,
    caution: LABEL_CAUTION,
  }),
  task(
    'kill-2',
    'spray the second flush',
    { months: -6, days: -14 },
    3,
    'The second flush, before it seeds.',
    {
      resource: 'sprayer',
      weather: 'still and dry',
      always: false,
      needs: ['kill-1'],
      caution: LABEL_CAUTION,
    },
  ),
  task(
    'rip',
    'rip',
    { months: -6 },
    5,
    '{60 cm} or deeper: dry soil shatters, then stores the winter rain. Six months or more before planting.',
    {
      resource: 'ripper',
      weather: 'dry ground',
      always: false,
      needs: ['kill-sod'],
      caution: 'Services located and marked before any tine goes in.',
    },
  ),
  task(
    'mark-spots',
    'mark spots, kill circles',
    { months: -5, days: -15 },
    4,
    'Dead roots rot by planting day and the spot is crumbly.',
    {
      resource: 'sprayer',
      weather: 'still and dry',
      always: false,
      needs: ['kill-2'],
      caution: LABEL_CAUTION,
    },
  ),
  task(
    'knockdown',
    'knock down regrowth',
    { weeks: -3 },
    3,
    'Regrowth dies now, germination is held for about six months.',
    { resource: 'sprayer', weather: 'still and dry', always: false, caution: LABEL_CAUTION },
  ),
  task(
    'clear-strips',
    'clear strips',
    { weeks: -4 },
    3,
    'What is cut late has grown again by planting day.',
    { resource: 'mower', always: false },
  ),
  task('manure', 'work in manure', { weeks: -6 }, 3, 'Fresh manure burns roots; it needs weeks.', {
    always: false,
  }),
  task(
    'set-out',
    'set out rows',
    { days: -10 },
    3,
    'Pegs and flags stand before anyone waits for them.',
    { room: 'rows' },
  ),
  task(
    'receive',
    'receive stock',
    { days: -2 },
    1,
    'Counted, inspected and stored before the crew needs it.',
    {
      room: 'stock',
      needs: ['order'],
      caution: 'Wet boxes are heavy: two people lift, knees bent.',
    },
  ),
  task('soak', 'soak roots', { days: -1 }, 1, 'Two hours in water, at most eight.', {
    always: false,
    room: 'stock',
    needs: ['receive'],
  }),
  task('plant', 'plant', {}, 1, 'Planting begins.', {
    resource: 'planting crew',
    weather: 'planting weather',
    room: 'crew',
    needs: ['set-out', 'receive'],
    caution: 'Blades carried point down, arm’s length and more between planters.',
  }),
  task('water-in', 'water in', {}, 1, 'Water closes the soil round the roots.', {
    always: false,
    room: 'tending',
    needs: ['plant'],
  }),
  task(
    'water-second',
    'water again, two hours later',
    {},
    1,
    'What the first water settled is filled up, and the ball is wet through.',
    { always: false, room: 'tending', needs: ['plant'] },
  ),
  task(
    'check-rows',
    'check rows',
    { days: 1 },
    1,
    'Straighten, firm and re-plant while the crew is there.',
    { room: 'checks', needs: ['plant'] },
  ),
  task('fill-boxes', 'fill reservoir boxes', { days: 1 }, 1, 'An empty box lifts in the wind.', {
    always: false,
    room: 'tending',
    needs: ['plant'],
    caution: 'A full tank pushes: brakes and slope first.',
  }),
  task(
    'fence',
    'put up the fence',
    { weeks: -3 },
    3,
    'Before the first tree stands there to be eaten.',
    {
      always: false,
      resource: 'fencer',
      caution: 'Locate buried services before a post goes in.',
    },
  ),
  task('granules', 'shake granules', { weeks: 2 }, 2, 'Before the weeds come through.', {
    always: false,
    room: 'tending',
    needs: ['plant'],
    caution: LABEL_CAUTION,
  }),
  task('mulch', 'mulch rings', { weeks: 4 }, 3, '{10–15 cm}, kept off the stem.', {
    always: false,
    room: 'tending',
    needs: ['plant'],
  }),
  task(
    'weed-1',
    'control weeds',
    { months: 6 },
    3,
    'Competition in the first summer costs two thirds of growth. Twice a year at most by residual.',
    { room: 'tending', needs: ['plant'] },
  ),
  task(
    'water-weekly',
    'begin weekly water',
    { months: 6 },
    1,
    '{19 L} a tree and week in the first summer.',
    {
      always: false,
      room: 'tending',
      needs: ['plant'],
      caution: 'Carry water for the crew too; heat stops work before trees do.',
    },
  ),
  task(
    'water-dated',
    'check for dry spell',
    { months: 7 },
    1,
    '{19 L} on the 10th, 20th and 30th where no rain fell.',
    { always: false, room: 'tending', needs: ['plant'] },
  ),
  task(
    'guards-1',
    'check guards',
    { months: 9 },
    2,
    'Guards lean, fill with grass or rub the bark; a fence is walked.',
    { always: false, room: 'tending', needs: ['plant'] },
  ),
  task(
    'count-1',
    'count season 1',
    { months: 11 },
    2,
    'Survival decides the refill while stock can still be ordered.',
    { room: 'survival', needs: ['plant'] },
  ),
  task('weed-2', 'control weeds again', { months: 12 }, 3, 'The ring is kept open {0.6–1 m}.', {
    room: 'tending',
    needs: ['plant'],
  }),
  task(
    'stakes-off',
    'take stakes off',
    { months: 15 },
    2,
    'A tree kept too long leans on its stake.',
    { always: false, room: 'tending', needs: ['plant'] },
  ),
  task(
    'weed-3',
    'control weeds, third',
    { months: 18 },
    3,
    'Until the crowns shade their own feet.',
    { room: 'tending', needs: ['plant'] },
  ),
  task(
    'count-2',
    'count season 2',
    { months: 23 },
    2,
    'What failed late failed of something else.',
    { room: 'survival', needs: ['plant'] },
  ),
  task(
    'guards-off',
    'take guards off',
    { months: 33 },
    3,
    'A guard that stays chokes the stem it kept; all of it is carried home.',
    { always: false, room: 'tending', needs: ['plant'] },
  ),
  task(
    'count-3',
    'count season 3',
    { months: 35 },
    2,
    'After the third season a tree that stands is established.',
    { room: 'survival', needs: ['plant'] },
  ),
  task(
    'cost-share',
    'apply for cost share',
    { months: -12, days: -7 },
    1,
    'Most programmes pay for nothing that was ordered before they said yes.',
    { always: false },
  ),
  task(
    'sow-cover',
    'sow ground cover',
    { months: -11 },
    2,
    'Cover first: it holds the soil and keeps weeds out until the trees come.',
    { always: false },
  ),
  task(
    'drains',
    'lay drains',
    { months: -8 },
    3,
    'The ground drains a winter before trees stand in it.',
    {
      always: false,
      weather: 'dry ground',
      resource: 'digger',
      caution: 'Services located and marked before anything is dug; shore or slope what is deep.',
    },
  ),
  task(
    'loosen-spots',
    'loosen spots',
    { months: -5 },
    5,
    'In the dry months: heavy soil crumbles dry and smears wet.',
    { always: false, weather: 'dry ground', resource: 'ground crew', needs: ['rip'] },
  ),
  task('terraces', 'cut terraces', { months: -3 }, 10, 'Cut before planting, they settle first.', {
    always: false,
    resource: 'digger',
    needs: ['rip'],
    caution: 'Services located and marked; nobody below a cut while it is worked on.',
  }),
  task('dig-pits', 'dig pits', { weeks: -4 }, 10, 'Topsoil to one side, subsoil to the other.', {
    always: false,
    resource: 'ground crew',
    needs: ['loosen-spots'],
    caution: 'Services located and marked before anything is dug. Lift in pairs.',
  }),
  task(
    'wetting-agent',
    'wet the spots with an agent',
    { days: -2 },
    1,
    'Soil that sheds water takes it in once the agent is there.',
    { always: false, caution: LABEL_CAUTION },
  ),
  task(
    'terraces-after',
    'cut terraces behind the trees',
    { weeks: 3 },
    10,
    'Right after planting, while the crew still stands on the slope.',
    {
      always: false,
      resource: 'digger',
      needs: ['plant'],
      caution: 'Nobody below a cut while it is worked on; keep earth off the stems.',
    },
  ),
];
