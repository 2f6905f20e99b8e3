import { randomInt } from 'node:crypto';
import { Op } from 'sequelize';
import { v7 as uuid } from 'uuid';
import { usualRegime } from '../../../../core/calendar/windows';
import { sameName } from '../../../../core/crew/names';
import { told } from '../../../../core/say/told';
import { codeHash, hashPassword, verifyPassword } from '../../server/sign-in';
import { ALREADY, type Handlers, type Work } from '../../server/work';
import { siteAccess } from '../../server/authorise';
import type { Language } from '../../words/field/languages';
import type { peopleContract } from './contract';

/** Hours for which a reset code is good. */
const CODE_HOURS = 24;
/** Signs that are not mistaken for one another when read out. */
const CODE_SIGNS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';

export const peopleCommands: Handlers<typeof peopleContract> = {
  async 'people.preferences'({ units, theme }, work) {
    await work.tables.person.set({ id: work.person.id }, { units, theme });
  },

  async 'people.language'({ language }, work) {
    await work.tables.person.set({ id: work.person.id }, { language: language as Language });
  },

  async 'people.add'({ siteId, name, signIn, role, password }, work) {
    work.site(siteId, 'plan');
    if (await work.tables.person.one({ signIn })) throw told('people.nameTaken', { name: signIn });
    const id = uuid();
    const passwordHash = await hashPassword(password);
    const { units } = work.person;
    await work.tables.person.add({ id, signIn, name, passwordHash, units, theme: 'day' });
    await work.tables.membership.add({ personId: id, siteId, role });
    const joined = role === 'planter' && (await asPlanter(work, siteId, id, name));
    return { id, joined };
  },

  async 'people.role'({ siteId, personId, role }, work) {
    work.site(siteId, 'plan');
    const { member, person } = await memberOf(work, siteId, personId);
    if (member.role === role) return ALREADY;
    if (member.role === 'leader') await refuseLastLeader(work, siteId, person.name);
    await work.tables.membership.set({ siteId, personId }, { role });
    if (role === 'planter' && !(await work.tables.planter.one({ siteId, personId })))
      await asPlanter(work, siteId, personId, person.name);
  },

  async 'people.end'({ siteId, personId }, work) {
    work.site(siteId, 'plan');
    const { member, person } = await memberOf(work, siteId, personId);
    if (member.role === 'leader') await refuseLastLeader(work, siteId, person.name);
    await work.tables.membership.remove({ siteId, personId });
    await work.tables.leftMember.put({ siteId, personId, leftAt: new Date(work.now) });
    await work.tables.calendarFeed.remove({ siteId, personId });
    // Whoever belongs nowhere any more is signed out everywhere, at once.
    if (!(await work.tables.membership.count({ personId })))
      await work.tables.session.remove({ personId });
  },

  async 'people.anonymise'({ siteId, personId }, work) {
    work.site(siteId, 'plan');
    const person = await work.tables.person.one({ id: personId }, { lock: 'update' });
    const planter = await work.tables.planter.one({ siteId, personId });
    const here = await work.tables.membership.one({ siteId, personId });
    const left = await work.tables.leftMember.one({ siteId, personId });
    if (!person || (!planter && !here && !left)) throw told('people.notHere');
    if (here) throw told('people.stillHere', { name: person.name });
    if (await work.tables.membership.count({ personId }))
      throw told('people.elsewhere', { name: person.name });
    if (person.anonymous) return ALREADY;
    const name = `Left ${person.id.slice(-4)}`;
    await work.tables.person.set(
      { id: personId },
      { name, signIn: `left-${personId}`, passwordHash: '-', anonymous: true },
    );
    await work.tables.session.remove({ personId });
    await work.tables.resetCode.remove({ personId });
    // Their trees stay counted under a name that is nobody's.
    if (planter) await work.tables.planter.set({ personId }, { name, personId: null });
  },

  async 'people.resetCode'({ siteId, personId }, work) {
    work.site(siteId, 'plan');
    const { person } = await memberOf(work, siteId, personId);
    const elsewhere = await work.tables.membership.all({
      where: { personId, siteId: { [Op.ne]: siteId } },
    });
    // A leader of one site must not come into another one through somebody's account.
    for (const { siteId: other } of elsewhere) {
      const lead = work.person.sites.find(({ site }) => site.id === other)?.role === 'leader';
      if (!lead) throw told('people.elsewhere', { name: person.name });
    }
    const code = Array.from({ length: 10 }, () => CODE_SIGNS[randomInt(CODE_SIGNS.length)]).join(
      '',
    );
    await work.tables.resetCode.put({
      personId,
      codeHash: codeHash(code),
      expiresAt: new Date(work.now + CODE_HOURS * 3_600_000),
      madeBy: work.person.id,
    });
    return { code: `${code.slice(0, 5)}-${code.slice(5)}`, hours: CODE_HOURS };
  },

  async 'people.password'({ old, fresh }, work) {
    const person = (await work.tables.person.one({ id: work.person.id }))!;
    if (!(await verifyPassword(person.passwordHash, old))) throw told('people.wrongPassword');
    await work.tables.person.set({ id: person.id }, { passwordHash: await hashPassword(fresh) });
    // Every other device signs in again.
    for (const { tokenHash } of await work.tables.session.all({ where: { personId: person.id } }))
      if (!tokenHash.startsWith(work.person.session ?? '-'))
        await work.tables.session.remove({ tokenHash });
  },

  async 'people.revoke'({ session, siteId }, work) {
    const found = await work.tables.session.one({ tokenHash: { [Op.like]: `${session}%` } });
    if (!found) throw told('people.noSession');
    if (found.personId !== work.person.id) {
      work.site(siteId, 'plan');
      const member = await work.tables.membership.one({ siteId, personId: found.personId });
      if (!member) throw told('people.noSession');
    }
    await work.tables.session.remove({ tokenHash: found.tokenHash });
  },

  async 'people.site'({ siteId, edition, elevation, ...values }, work) {
    work.site(siteId, 'plan');
    const site = await work.tables.site.one({ id: siteId }, { lock: 'update' });
    const moved = site!.zone !== values.zone;
    const saved = await work.save(
      work.tables.site,
      {
        ...{ ...site!, ...values, elevation: elevation ?? site!.elevation, placed: true },
        ...(site!.placed ? {} : { regime: usualRegime(values.latitude) }),
      },
      edition,
      () => {},
    );
    // Sums by day follow the site's midnight: a new zone parts the days anew.
    if (moved) await rebuildDays(work, siteId, values.zone);
    return { edition: saved.edition };
  },

  async 'people.newSite'({ siteId, name, zone, like }, work) {
    if (like) work.site(like, 'plan');
    if (!work.person.sites.some(({ role }) => role === 'leader')) throw told('people.notLeader');
    const [known, member] = await Promise.all([
      work.tables.site.one({ id: siteId }),
      work.tables.membership.one({ siteId, personId: work.person.id }),
    ]);
    if (known && member && known.name === name) return ALREADY;
    if (known) throw told('changed.otherEvent');
    await work.tables.site.add({
      ...{ id: siteId, name, zone, placed: false, longitude: 0, latitude: 0, elevation: 0 },
      ...{ typicalYear: null, regime: 'cool-temperate', edition: 1 },
    });
    await work.tables.membership.add({ personId: work.person.id, siteId, role: 'leader' });
    if (like) await takeOver(work, like, siteId);
  },

  async 'people.join'({ siteId, personId, role }, work) {
    work.site(siteId, 'plan');
    const person = await work.tables.person.one({ id: personId });
    const theirs = await work.tables.membership.all({ where: { personId }, lock: 'update' });
    if (theirs.some((one) => one.siteId === siteId)) return ALREADY;
    // Only from where one leads: nobody is found by trying out ids.
    const led = work.person.sites.filter((own) => own.role === 'leader').map(({ site }) => site.id);
    if (!person || person.anonymous || !theirs.some((one) => led.includes(one.siteId)))
      throw told('people.notHere');
    await work.tables.membership.add({ personId, siteId, role });
    await work.tables.leftMember.remove({ siteId, personId });
    if (role === 'planter' && !(await work.tables.planter.one({ siteId, personId })))
      await asPlanter(work, siteId, personId, person.name);
  },

  async 'people.hand'(input, work) {
    const { block } = await work.block(input.blockId, 'read', 'share');
    const fresh = await work.record(work.tables.handed, {
      ...work.event(input),
      siteId: block.siteId,
      blockId: block.id,
      command: input.command,
      payload: input.payload,
      reason: input.reason,
      note: input.note,
    });
    return fresh ? undefined : ALREADY;
  },

  async 'people.settle'(input, work) {
    const handed = await work.tables.handed.one({ id: input.handedId });
    if (!handed) throw told('people.noHanded');
    siteAccess(work.person, handed.siteId, 'plan');
    work.touch(handed.siteId, handed.blockId);
    if (await work.tables.handedDone.one({ handedId: handed.id })) return ALREADY;
    await work.record(work.tables.handedDone, {
      ...work.event(input),
      handedId: handed.id,
      note: input.note,
    });
  },
};

/**
 * What a new site begins with: the cards with their pictures, tools, root rules, products, planters and people of
 * another one, each its own from then on.
 */
async function takeOver(work: Work, from: string, siteId: string) {
  const where = { siteId: from };
  const [species, tools, rules, products, planters, members] = [
    await work.tables.species.all({ where }),
    await work.tables.tool.all({ where }),
    await work.tables.rootRules.one({ id: from }),
    await work.tables.product.all({ where: { ...where, dropped: false } }),
    await work.tables.planter.all({ where: { ...where, retiredOn: null } }),
    await work.tables.membership.all({ where }),
  ];
  const own = <Row extends { id: string }>(row: Row) => ({ ...row, id: uuid(), siteId });
  const cards = species.map((row) => ({ before: row.id, card: own(row) }));
  await work.tables.species.addAll(cards.map(({ card }) => card));
  for (const { before, card } of cards) {
    const pictures = await work.tables.speciesPicture.all({ where: { speciesId: before } });
    for (const picture of pictures)
      await work.tables.speciesPicture.add({ ...picture, id: uuid(), speciesId: card.id });
  }
  if (rules) await work.tables.rootRules.add({ ...rules, id: siteId });
  await work.tables.product.addAll(products.map((row) => own(row)));
  await work.tables.tool.addAll(tools.map((row) => own(row)));
  await work.tables.planter.addAll(planters.map((row) => own(row)));
  await work.tables.membership.addAll(
    members
      .filter(({ personId }) => personId !== work.person.id)
      .map(({ personId, role }) => ({ personId, siteId, role })),
  );
}

async function memberOf(work: Work, siteId: string, personId: string) {
  const member = await work.tables.membership.one({ siteId, personId }, { lock: 'update' });
  const person = member && (await work.tables.person.one({ id: personId }));
  if (!member || !person) throw told('people.notHere');
  return { member, person };
}

async function refuseLastLeader(work: Work, siteId: string, name: string) {
  const leaders = await work.tables.membership.all({
    where: { siteId, role: 'leader' },
    lock: 'update',
  });
  if (leaders.length < 2) throw told('people.lastLeader', { name });
}

/**
 * Makes a person one of the planters: the one of that name whom nobody signs in as, where the crew was made first, or
 * a new one.
 * @returns whether they were among the planters already
 */
async function asPlanter(work: Work, siteId: string, personId: string, name: string) {
  const planters = await work.tables.planter.all({ where: { siteId }, lock: 'update' });
  const free = planters.filter(
    (one) =>
      one.personId === null &&
      one.retiredOn === null &&
      one.kind === 'planter' &&
      sameName(one.name) === sameName(name),
  );
  if (free.length === 1) {
    const [{ id, edition }] = free;
    await work.tables.planter.set({ id }, { personId, edition: edition + 1 });
    return true;
  }
  await work.tables.planter.add({
    id: uuid(),
    siteId,
    personId,
    name,
    // Until somebody types one, or their tallies tell: the usual one of the way, tool and stock.
    rate: null,
    ...{ kind: 'planter', people: 1, retiredOn: null, position: planters.length, edition: 1 },
  });
  return false;
}

async function rebuildDays(work: Work, siteId: string, zone: string) {
  const { rebuildPlanted } = await import('../crew/sums.server');
  const layouts = await work.query<{ id: string }>(
    `SELECT l.id FROM layout l JOIN block b ON b.id = l.block_id
     WHERE b.site_id = :siteId AND l.state <> 'saved'`,
    { siteId },
  );
  for (const { id } of layouts) await rebuildPlanted(work, id, zone);
}
