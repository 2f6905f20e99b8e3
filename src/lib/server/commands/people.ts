import { v7 as uuid } from 'uuid';
import { siteAccess } from '../authorise';
import { hashPassword } from '../sign-in';
import { Refusal, type Handlers } from './context';

export const people: Handlers<'people'> = {
  async 'people.preferences'({ store, person, transaction }, { units, theme }) {
    await store.person.update({ units, theme }, { where: { id: person.id }, transaction });
  },

  async 'people.add'({ store, person, transaction }, payload) {
    await siteAccess(store, person.id, payload.siteId, 'plan');
    if (await store.person.findOne({ where: { signIn: payload.signIn }, transaction })) {
      throw new Refusal(`“${payload.signIn}” is taken. Choose another sign-in name.`);
    }
    const id = uuid();
    const passwordHash = await hashPassword(payload.password);
    await store.person.create(
      {
        id,
        signIn: payload.signIn,
        name: payload.name,
        passwordHash,
        units: person.units,
        theme: 'day',
      },
      { transaction },
    );
    await store.membership.create(
      { personId: id, siteId: payload.siteId, role: payload.role },
      { transaction },
    );
    if (payload.role === 'planter') {
      const position = await store.planter.count({
        where: { siteId: payload.siteId },
        transaction,
      });
      await store.planter.create(
        {
          id: uuid(),
          siteId: payload.siteId,
          personId: id,
          name: payload.name,
          rate: 600,
          position,
        },
        { transaction },
      );
    }
    return { id };
  },
};
