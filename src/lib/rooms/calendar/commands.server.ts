import { createHash, randomBytes } from 'node:crypto';
import { inDependencyOrder } from '../../../../core/calendar/network';
import { schedule } from '../../../../core/calendar/schedule';
import { activitiesOf } from '../../../../core/calendar/strings';
import { ownTemplates } from '../../../../core/calendar/own-tasks';
import { TASKS } from '../../../../core/calendar/tasks';
import { worksOf } from '../../../../core/calendar/works';
import type { CalendarTerms } from '../../../../core/calendar/terms';
import { yearsFromTable } from '../../../../core/calendar/windows';
import { dayOf } from '../../../../core/say/day';
import { doseOf, onDay, say, type Message } from '../../../../core/say/message';
import { labelConcerns, overRate } from '../../../../core/calendar/label';
import { asSprayed, standingSprayings } from './sprayings';
import { told } from '../../../../core/say/told';
import { ALREADY, Stale, type Handlers, type Work } from '../../server/work';
import type { BlockRow } from '../ground/tables.server';
import { refuseAhead } from '../stock/about.server';
import type { calendarContract } from './contract';

export const feedHash = (token: string): string => createHash('sha256').update(token).digest('hex');

/** A task of a block: of the trade, its leader's own, or what a walk found. @throws Told */
async function taskOf(work: Work, block: BlockRow, key: string): Promise<{ label: Message }> {
  const found = [...TASKS, ...ownTemplates(block.calendarTerms.own ?? [])].find(
    (task) => task.key === key,
  );
  if (found) return found;
  const [, seen] = /^own-([0-9a-f-]{36})$/.exec(key) ?? [];
  const finding = seen && (await work.tables.visitFinding.one({ id: seen, blockId: block.id }));
  if (!finding) throw told('calendar.noSuchTask');
  return { label: say(`visitTask.${finding.kind}`, { rows: '', where: 'block' }) };
}

/** Tasks that wait for one another would never be done, nor drawn. @throws Told naming them */
function refuseCircle(block: BlockRow, tasks: CalendarTerms['tasks']) {
  const planting = block.plantingDay ?? '2000-01-01';
  const all = new Set(TASKS.map(({ key }) => key));
  inDependencyOrder(
    activitiesOf([
      {
        id: block.id,
        name: block.name,
        plantingDay: planting,
        tasks: schedule(planting, all, [], planting, tasks, { own: block.calendarTerms.own }),
      },
    ]),
  );
}

export const calendarCommands: Handlers<typeof calendarContract> = {
  async 'calendar.plantingDay'({ blockId, day }, work) {
    const { block } = await work.block(blockId, 'plan');
    // Calendars that have the tasks already learn by the edition that these are the newer ones.
    await work.tables.block.set(
      { id: blockId },
      { plantingDay: day, termsEdition: block.termsEdition + 1 },
    );
  },

  async 'calendar.task'(input, work) {
    const deciding = input.kind !== 'done' && input.kind !== 'undone';
    const { site, block } = await work.block(input.blockId, deciding ? 'plan' : 'record', 'share');
    const task = await taskOf(work, block, input.task);
    const { day } = input;
    if ((input.kind === 'done' || input.kind === 'moved') && !day)
      throw told('calendar.dayMissing', { task: task.label });
    if (input.kind === 'done' && day! > dayOf(work.now, site.zone))
      throw told('calendar.doneAhead', { task: task.label, day: onDay(day!) });
    const { blockId, kind } = input;
    const fresh = await work.record(work.tables.taskEvent, {
      ...work.event(input),
      ...{ blockId, task: input.task, kind, day },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'calendar.moves'({ at, device, moves }, work) {
    // In the order of their ids, so that two leaders who move across blocks never wait for each other.
    const blocks = new Map<string, BlockRow>();
    for (const blockId of [...new Set(moves.map((move) => move.blockId))].sort())
      blocks.set(blockId, (await work.block(blockId, 'plan', 'share')).block);
    let fresh = false;
    for (const { id, blockId, task, day } of moves) {
      await taskOf(work, blocks.get(blockId)!, task);
      const written = await work.record(work.tables.taskEvent, {
        ...work.event({ id, at, device }),
        ...{ blockId, task, kind: 'moved' as const, day },
      });
      fresh ||= written;
    }
    return fresh ? undefined : ALREADY;
  },

  async 'calendar.terms'({ blockId, terms, edition }, work) {
    const { block, site } = await work.block(blockId, 'plan');
    const given = Object.entries(terms).filter(([, part]) => part !== undefined);
    if (block.termsEdition !== edition)
      throw new Stale({
        edition: block.termsEdition,
        terms: Object.fromEntries(
          given.map(([part]) => [part, block.calendarTerms[part as keyof CalendarTerms] ?? null]),
        ),
      });
    const product = terms.spray?.product;
    if (product && !(await work.tables.product.one({ id: product, siteId: site.id })))
      throw told('calendar.noProduct');
    if (terms.tasks) refuseCircle(block, terms.tasks);
    // Measures that make no terrace or pit are refused here: every page that lists tasks counts with them.
    if (terms.works) worksOf({ trees: 0, metres: 0, area: 0, zones: [] }, terms.works);
    for (const [part, value] of given)
      await work.tables.block.setPart({ id: blockId }, 'calendarTerms', part, value);
    await work.tables.block.set({ id: blockId }, { termsEdition: edition + 1 });
    return { edition: edition + 1 };
  },

  async 'calendar.phase'({ blockId, phase }, work) {
    await work.block(blockId, 'plan');
    await work.tables.block.set({ id: blockId }, { phase });
  },

  async 'calendar.weather'({ siteId, days }, work) {
    const { site } = work.site(siteId, 'record');
    const today = dayOf(work.now, site.zone);
    const ahead = days.find(({ day }) => day > today);
    if (ahead) throw told('site.dayAhead', { day: onDay(ahead.day) });
    await work.tables.weatherDay.addAll(
      days.map((day) => ({ siteId, ...day })),
      { replace: ['lowest', 'highest', 'rain', 'humidity', 'wind'] },
    );
    return { saved: days.length };
  },

  async 'calendar.hours'({ siteId, hours }, work) {
    const { site } = work.site(siteId, 'record');
    refuseAhead(hours, { now: work.now, zone: site.zone });
    await work.tables.weatherHour.addAll(
      hours.map(({ at, ...reading }) => ({ siteId, at: new Date(at), ...reading })),
      { replace: ['temperature', 'humidity', 'wind'] },
    );
    return { saved: hours.length };
  },

  async 'calendar.typicalYear'({ siteId, regime, months }, work) {
    work.site(siteId, 'plan');
    // A year that cannot be is refused here, not on every page that would judge weeks by it.
    if (months) yearsFromTable(months, 1);
    await work.tables.site.set({ id: siteId }, { regime, typicalYear: months });
  },

  async 'calendar.product'({ edition, ...product }, work) {
    work.site(product.siteId, 'plan');
    const { dose, water } = product;
    if (dose.kind === 'area' && dose.litresPerHectare >= water)
      throw told('calendar.productFillsWater', {
        product: product.name,
        dose: doseOf(dose.litresPerHectare),
        water: doseOf(water),
      });
    const saved = await work.save(
      work.tables.product,
      { ...product, dropped: false },
      edition,
      ({ siteId }) => {
        if (siteId !== product.siteId) throw told('calendar.noProduct');
      },
    );
    return { edition: saved.edition };
  },

  async 'calendar.dropProduct'({ id }, work) {
    const product = await work.tables.product.one({ id });
    if (!product) return ALREADY;
    work.site(product.siteId, 'plan');
    // What was sprayed with it stays readable.
    await work.tables.product.set({ id }, { dropped: true });
  },

  async 'calendar.sprayed'(input, work) {
    const { site, block } = await work.block(input.blockId, 'record', 'share');
    if (input.day > dayOf(work.now, site.zone))
      throw told('site.dayAhead', { day: onDay(input.day) });
    const products = await work.tables.product.all({ where: { siteId: site.id } });
    const product = products.find(({ id }) => id === input.productId);
    if (!product) throw told('calendar.noProduct');
    if (input.corrects) {
      const target = await work.tables.spraying.one({ id: input.corrects });
      if (!target || target.blockId !== input.blockId || target.corrects)
        throw told('calendar.noSpraying');
      const before = await work.tables.spraying.one({ corrects: target.id });
      if (before && before.id !== input.id) return ALREADY;
    } else if (!input.knowing) {
      const done = standingSprayings(
        await work.tables.spraying.all({ where: { blockId: block.id } }),
      ).filter(({ id }) => id !== input.id);
      const perHectare = input.area > 0 ? input.litres / (input.area / 10_000) : 0;
      const [concern] = [
        ...overRate(product, perHectare),
        ...labelConcerns(
          ...([product, { perHectare }, input.day, block.plantingDay] as const),
          ...([done.map(asSprayed), products, input.sprayedRows] as const),
        ),
      ];
      if (concern) throw told('calendar.overLabel', { concern });
    }
    const { late: _late, ...row } = input;
    const fresh = await work.record(work.tables.spraying, { ...row, ...work.event(input) });
    return fresh ? undefined : ALREADY;
  },

  async 'calendar.feed'({ siteId }, work) {
    work.site(siteId, 'read');
    const token = randomBytes(24).toString('base64url');
    await work.tables.calendarFeed.remove({ personId: work.person.id, siteId });
    await work.tables.calendarFeed.add({
      tokenHash: feedHash(token),
      personId: work.person.id,
      siteId,
      madeAt: new Date(work.now),
    });
    return { token };
  },

  async 'calendar.dropFeed'({ siteId }, work) {
    work.site(siteId, 'read');
    await work.tables.calendarFeed.remove({ personId: work.person.id, siteId });
  },
};
