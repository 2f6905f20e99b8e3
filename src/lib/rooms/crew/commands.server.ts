import { admitTally } from '../../../../core/crew/progress';
import { crewRates } from '../../../../core/crew/rates';
import { shareRows } from '../../../../core/crew/share';
import { plantedChange, progressOf } from '../../../../core/crew/sums';
import { dayOf } from '../../../../core/say/day';
import { told } from '../../../../core/say/told';
import { ALREADY, type Handlers, type Work } from '../../server/work';
import type { crewContract } from './contract';
import { asTally, keepPlanted, readPlanted } from './sums.server';

/** A planter of the site. */
export async function planterOf(work: Work, id: string, siteId: string) {
  const planter = await work.tables.planter.one({ id, siteId });
  if (!planter) throw told('crew.noPlanter');
  return planter;
}

export const crewCommands: Handlers<typeof crewContract> = {
  async 'crew.planter'({ id, siteId, name, rate, edition }, work) {
    work.site(siteId, 'plan');
    const known = await work.tables.planter.one({ id });
    const saved = await work.save(
      work.tables.planter,
      {
        id,
        siteId,
        name,
        rate,
        personId: known?.personId ?? null,
        position: known?.position ?? (await work.tables.planter.count({ siteId })),
      },
      edition,
      (before) => {
        if (before.siteId !== siteId) throw told('crew.noPlanter');
      },
    );
    return { edition: saved.edition };
  },

  async 'crew.share'({ layoutId, planters }, work) {
    const { layout, site } = await work.layout(layoutId, 'plan');
    if (layout.state !== 'released') throw told('rows.shareNeedsRelease');
    const named = await Promise.all(planters.map((id) => planterOf(work, id, site.id)));
    const rows = await work.tables.layoutRow.all({
      where: { layoutId },
      columns: ['number', 'trees'],
      order: [['number', 'ASC']],
    });
    const sums = (await readPlanted(work, [layoutId])).get(layoutId);
    const byRow = sums ? progressOf(sums).byRow : new Map<number, number>();
    const rates = crewRates(named, sums, dayOf(work.now, site.zone));
    const { shares } = shareRows(
      rows.map(({ number, trees }) => Math.max(0, trees - (byRow.get(number) ?? 0))),
      named.map(({ id, name }) => ({ id, name, rate: rates.get(id)!.rate })),
    );
    await work.tables.rowShare.remove({ layoutId });
    await work.tables.rowShare.addAll(
      shares
        .filter(({ firstRow, lastRow }) => lastRow >= firstRow)
        .map(({ planter, firstRow, lastRow }) => ({
          layoutId,
          planterId: planter,
          firstRow: rows[firstRow - 1].number,
          lastRow: rows[lastRow - 1].number,
        })),
    );
  },

  async 'crew.tally'(input, work) {
    const { layoutId, row: number, count, corrects } = input;
    const { role, site, layout } = await work.releasedLayout(layoutId, 'tally');
    const planter = await planterOf(work, input.planterId, site.id);
    if (role === 'planter' && planter.personId !== work.person.id)
      throw told('crew.ownTrees', { planter: planter.name });
    const row = await work.row(layoutId, number);
    const withdrawn = layout.state === 'withdrawn';
    const event = {
      ...work.event(input),
      layoutId,
      rowNumber: number,
      planterId: planter.id,
      count,
      corrects,
      note: input.note,
      late: input.late || withdrawn,
    };
    const known = await work.tables.tally.one({ id: input.id });
    const standing = { planted: row?.planted ?? 0, places: row?.trees ?? 0, withdrawn };
    if (known) {
      // The same again says so; something else under its id is refused by what writes it.
      await work.record(work.tables.tally, event);
      return { ...standing, ...ALREADY };
    }
    const target = corrects ? await targetOf(work, layoutId, planter.id, corrects) : undefined;
    if (!corrects) admitTally(number, count, row?.planted ?? 0, row?.trees);
    await work.record(work.tables.tally, event);
    const change = plantedChange(asTally(event), target, site.zone);
    await keepPlanted(work, layoutId, change, event.at);
    return { ...standing, planted: standing.planted + (change?.trees ?? 0) };
  },
};

/**
 * The entry that a correction takes back; nothing when it is taken back already: the second correction
 * is kept beside the first and changes no sum.
 */
async function targetOf(work: Work, layoutId: string, planterId: string, corrects: string) {
  const target = await work.tables.tally.one({ id: corrects });
  if (!target || target.layoutId !== layoutId || target.corrects) throw told('crew.noTarget');
  if (target.planterId !== planterId) throw told('crew.otherPlanter');
  return (await work.tables.tally.one({ corrects })) ? undefined : asTally(target);
}
