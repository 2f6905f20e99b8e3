import { sameName } from '../../../../core/crew/names';
import { shiftsOf, workedHours } from '../../../../core/crew/attendance';
import { paySheet, type PayLine } from '../../../../core/crew/pay';
import { faultyIn, type Fault } from '../../../../core/checks/quality';
import { addTo, isDay, type Day } from '../../../../core/measure/dates';
import { dayBounds, dayOf } from '../../../../core/say/day';
import type { Facts } from '../../server/facts';
import { ALREADY, type Handlers } from '../../server/work';
import type { payContract } from './contract-pay';
import { judgingLooks } from '../checks/plots';
import { refilledBetween } from '../survival/refilled-trees.server';
import { asClocked } from './sums.server';
import { planterOf } from './planter.server';

export const payCommands: Handlers<typeof payContract> = {
  async 'crew.paste'({ siteId, planters, rate }, work) {
    work.site(siteId, 'plan');
    const before = await work.tables.planter.all({ where: { siteId }, lock: 'update' });
    const names = new Map(before.map((planter) => [sameName(planter.name), planter]));
    const ids = new Set(before.map(({ id }) => id));
    const known: string[] = [];
    let position = before.reduce((most, planter) => Math.max(most, planter.position + 1), 0);
    let added = 0;
    for (const { id, name } of planters) {
      // The same list sent twice adds nobody twice.
      if (ids.has(id)) continue;
      const key = sameName(name);
      if (names.has(key)) {
        known.push(name);
        continue;
      }
      const planter = {
        ...{ id, siteId, name, rate, personId: null, position: position++ },
        ...{ kind: 'planter' as const, people: 1 },
      };
      await work.tables.planter.add({ ...planter, retiredOn: null, edition: 1 });
      names.set(key, { ...planter, retiredOn: null, edition: 1 });
      ids.add(id);
      added++;
    }
    return { added, known };
  },

  async 'crew.payRate'({ siteId, planterId, kind, amount, fromDay, ...input }, work) {
    work.site(siteId, 'plan');
    await planterOf(work, planterId, siteId);
    const fresh = await work.record(work.tables.payRate, {
      ...work.event(input),
      ...{ siteId, planterId, kind, amount, fromDay },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'crew.payDecision'({ siteId, planterId, day, counts, note, ...input }, work) {
    work.site(siteId, 'plan');
    await planterOf(work, planterId, siteId);
    const fresh = await work.record(work.tables.payDecision, {
      ...work.event(input),
      ...{ siteId, planterId, day, counts, note },
    });
    return fresh ? undefined : ALREADY;
  },
};

/**
 * The pay sheet of a site from one day to another: trees of all blocks and versions, withdrawn ones too,
 * because they were planted.
 */
export async function paySheetOf(facts: Facts, from: Day, to: Day): Promise<PayLine[]> {
  const { site, reader, now } = facts;
  const [start] = dayBounds(from, site.zone);
  const [, end] = dayBounds(to, site.zone);
  const [planted, clocked, plots, rates, decisions, refilled] = await Promise.all([
    reader.query<{ planter: string; day: string; planted: string }>(
      `SELECT d.planter_id AS planter, CAST(d.day AS CHAR) AS day, SUM(d.planted) AS planted
       FROM planted_day d JOIN layout l ON l.id = d.layout_id JOIN block b ON b.id = l.block_id
       WHERE b.site_id = :siteId AND d.day BETWEEN :from AND :to GROUP BY d.planter_id, d.day`,
      { siteId: site.id, from, to },
    ),
    // A shift that began the evening before, and one that ends after midnight, belong to their first day.
    reader.query<Parameters<typeof asClocked>[0]>(
      `SELECT id, planter_id AS planterId, kind, at, tool, corrects FROM attendance
       WHERE site_id = :siteId AND at BETWEEN :start AND :end`,
      {
        siteId: site.id,
        start: new Date(start - 86_400_000),
        end: new Date(end + 86_400_000),
      },
    ),
    reader.query<{
      id: string;
      planter: string;
      at: Date;
      good: number;
      faulty: number | null;
      faults: string | object;
      corrects: string | null;
      planId: string | null;
      planNumber: number | null;
    }>(
      `SELECT p.id, p.planter_id AS planter, p.at, p.good, p.faulty, p.faults, p.corrects,
         p.plan_id AS planId, p.plan_number AS planNumber FROM plot p
       JOIN layout l ON l.id = p.layout_id JOIN block b ON b.id = l.block_id
       WHERE b.site_id = :siteId AND p.at BETWEEN :start AND :end
         AND NOT EXISTS (SELECT 1 FROM plot c WHERE c.corrects = p.id)`,
      { siteId: site.id, start: new Date(start), end: new Date(end) },
    ),
    reader.tables.payRate.all({ where: { siteId: site.id } }),
    reader.tables.payDecision.all({ where: { siteId: site.id } }),
    refilledBetween(reader, { siteId: site.id }, new Date(start), new Date(end)),
  ]);
  const trees = new Map<Day, Map<string, number>>();
  for (const { planter, day, planted: count } of planted)
    trees.set(day, (trees.get(day) ?? new Map<string, number>()).set(planter, Number(count)));
  for (const { planter, at, trees: count } of refilled) {
    const day = dayOf(at, site.zone);
    const own = trees.get(day) ?? new Map<string, number>();
    if (planter) trees.set(day, own.set(planter, (own.get(planter) ?? 0) + count));
  }
  return paySheet({
    from,
    to,
    trees,
    hours: workedHours(shiftsOf(clocked.map(asClocked), now), site.zone),
    checked: judgingLooks(
      plots.map((plot) => ({ ...plot, moment: plot.at, at: new Date(plot.at).getTime() })),
    ).judging.map(({ planter, moment, good, faulty, faults }) => ({
      planter,
      day: dayOf(new Date(moment).toISOString(), site.zone),
      good,
      faulty: faultyIn({
        faulty: faulty ?? undefined,
        faults: (typeof faults === 'string' ? JSON.parse(faults) : faults) as Partial<
          Record<Fault, number>
        >,
      }),
    })),
    rates: rates.map(({ planterId, kind, amount, fromDay, recordedAt }) => ({
      ...{ planter: planterId, kind, amount, fromDay, at: new Date(recordedAt).getTime() },
    })),
    decisions: decisions.map(({ planterId, day, counts, recordedAt }) => ({
      ...{ planter: planterId, day, counts: Boolean(counts), at: new Date(recordedAt).getTime() },
    })),
  });
}

/** The days a pay sheet is asked for in an address; where it says none, this week from Monday. */
export function payDays(url: URL, today: Day): { from: Day; to: Day } {
  const weekday = (new Date(`${today}T00:00:00Z`).getUTCDay() + 6) % 7;
  const asked = (name: string) => {
    const given = url.searchParams.get(name);
    return given && isDay(given) ? given : undefined;
  };
  return { from: asked('from') ?? addTo(today, { days: -weekday }), to: asked('to') ?? today };
}
