import { createHash, randomBytes } from 'node:crypto';
import { inDependencyOrder } from '../../../../core/calendar/network';
import { schedule } from '../../../../core/calendar/schedule';
import { activitiesOf } from '../../../../core/calendar/strings';
import { TASKS } from '../../../../core/calendar/tasks';
import type { CalendarTerms } from '../../../../core/calendar/terms';
import type { BlockRow } from '../../store/ground';
import { blockAccess, siteAccess } from '../authorise';
import { now, today } from '../clock';
import { eventRow, Refusal, type Handlers } from './context';

export const feedHash = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Tasks that wait for one another would never be done, nor drawn. */
function refuseCircle(block: BlockRow, tasks: CalendarTerms['tasks']) {
  const planting = block.plantingDay ?? '2000-01-01';
  const all = new Set(TASKS.map(({ key }) => key));
  const string = {
    id: block.id,
    name: block.name,
    plantingDay: planting,
    tasks: schedule(planting, all, [], planting, tasks),
  };
  try {
    inDependencyOrder(activitiesOf([string]));
  } catch (error) {
    throw new Refusal((error as Error).message);
  }
}

export const calendar: Handlers<'calendar'> = {
  async 'calendar.plantingDay'({ store, person, transaction }, { blockId, day }) {
    await blockAccess(store, person.id, blockId, 'plan');
    await store.block.update({ plantingDay: day }, { where: { id: blockId }, transaction });
  },

  async 'calendar.task'(context, payload) {
    const { store, person, transaction } = context;
    const task = TASKS.find(({ key }) => key === payload.task)!;
    const deciding = payload.kind !== 'done' && payload.kind !== 'undone';
    const { site } = await blockAccess(
      store,
      person.id,
      payload.blockId,
      deciding ? 'plan' : 'record',
    );
    if ((payload.kind === 'done' || payload.kind === 'moved') && !payload.day) {
      throw new Refusal(`Give the day on which “${task.label}” was done or is moved to.`);
    }
    if (payload.kind === 'done' && payload.day! > today(site.zone)) {
      throw new Refusal(
        `“${task.label}” cannot be done on ${payload.day}: that day is still to come.`,
      );
    }
    if (await store.taskEvent.findByPk(payload.id, { transaction })) return { already: true };
    await store.taskEvent.create(
      {
        ...eventRow(context, payload),
        blockId: payload.blockId,
        task: payload.task,
        kind: payload.kind,
        day: payload.day,
      },
      { transaction },
    );
  },

  async 'calendar.terms'({ store, person, transaction }, { blockId, terms }) {
    const { block, site } = await blockAccess(store, person.id, blockId, 'plan');
    const product = terms.spray?.product;
    if (
      product &&
      !(await store.product.findOne({ where: { id: product, siteId: site.id }, transaction }))
    )
      throw new Refusal('There is no such product on this site.');
    const calendarTerms = { ...block.calendarTerms, ...terms };
    if (terms.tasks) refuseCircle(block, calendarTerms.tasks);
    await store.block.update({ calendarTerms }, { where: { id: blockId }, transaction });
  },

  async 'calendar.phase'({ store, person, transaction }, { blockId, phase }) {
    await blockAccess(store, person.id, blockId, 'plan');
    await store.block.update({ phase }, { where: { id: blockId }, transaction });
  },

  async 'calendar.weather'({ store, person, transaction }, { siteId, days }) {
    const { site } = await siteAccess(store, person.id, siteId, 'record');
    const ahead = days.find(({ day }) => day > today(site.zone));
    if (ahead)
      throw new Refusal(`${ahead.day} is still to come; weather that has been is accepted.`);
    await store.weatherDay.bulkCreate(
      days.map((day) => ({ siteId, ...day })),
      { transaction, updateOnDuplicate: ['lowest', 'highest', 'rain', 'humidity', 'wind'] },
    );
    return { saved: days.length };
  },

  async 'calendar.hours'({ store, person, transaction }, { siteId, hours }) {
    await siteAccess(store, person.id, siteId, 'record');
    const ahead = hours.find(({ at }) => at > now() + 5 * 60_000);
    if (ahead)
      throw new Refusal(
        `A reading of ${new Date(ahead.at).toISOString().slice(0, 16).replace('T', ' ')} UTC lies in the future. Is the file's year and zone right?`,
      );
    await store.weatherHour.bulkCreate(
      hours.map(({ at, ...reading }) => ({ siteId, at: new Date(at), ...reading })),
      { transaction, updateOnDuplicate: ['temperature', 'humidity', 'wind'] },
    );
    return { saved: hours.length };
  },

  async 'calendar.typicalYear'({ store, person, transaction }, { siteId, regime, months }) {
    await siteAccess(store, person.id, siteId, 'plan');
    await store.site.update(
      { regime, typicalYear: months },
      { where: { id: siteId }, transaction },
    );
  },

  async 'calendar.product'({ store, person, transaction }, payload) {
    await siteAccess(store, person.id, payload.siteId, 'plan');
    const known = await store.product.findByPk(payload.id, { transaction });
    if (known && known.siteId !== payload.siteId)
      throw new Refusal('There is no such product on this site.');
    if (known) await known.update(payload, { transaction });
    else await store.product.create({ ...payload, dropped: false }, { transaction });
  },

  async 'calendar.dropProduct'({ store, person, transaction }, { id }) {
    const product = await store.product.findByPk(id, { transaction });
    if (!product) return { already: true };
    await siteAccess(store, person.id, product.siteId, 'plan');
    // What was sprayed with it stays readable.
    await product.update({ dropped: true }, { transaction });
  },

  async 'calendar.sprayed'(context, payload) {
    const { store, person, transaction } = context;
    const { site } = await blockAccess(store, person.id, payload.blockId, 'record');
    if (payload.day > today(site.zone))
      throw new Refusal(`${payload.day} is still to come; enter a spraying when it has been done.`);
    const where = { id: payload.productId, siteId: site.id };
    if (!(await store.product.findOne({ where, transaction })))
      throw new Refusal('There is no such product on this site.');
    if (await store.spraying.findByPk(payload.id, { transaction })) return { already: true };
    if (payload.corrects) {
      const target = await store.spraying.findByPk(payload.corrects, { transaction });
      if (!target || target.blockId !== payload.blockId || target.corrects)
        throw new Refusal('The spraying to cancel is not on this block.');
      if (await store.spraying.findOne({ where: { corrects: target.id }, transaction }))
        return { already: true };
    }
    await store.spraying.create({ ...payload, ...eventRow(context, payload) }, { transaction });
  },

  async 'calendar.feed'({ store, person, transaction }, { siteId }) {
    await siteAccess(store, person.id, siteId, 'read');
    const token = randomBytes(24).toString('base64url');
    await store.calendarFeed.destroy({ where: { personId: person.id, siteId }, transaction });
    await store.calendarFeed.create(
      { tokenHash: feedHash(token), personId: person.id, siteId, madeAt: new Date(now()) },
      { transaction },
    );
    return { token };
  },

  async 'calendar.dropFeed'({ store, person, transaction }, { siteId }) {
    await siteAccess(store, person.id, siteId, 'read');
    await store.calendarFeed.destroy({ where: { personId: person.id, siteId }, transaction });
  },
};
