import { v7 as uuid } from 'uuid';
import { layOut, COMPUTATION_VERSION } from '../../../../core/rows/layout';
import { rhythmOf, toStoredRows, treesInRow } from '../../../../core/rows/stored';
import { blockAccess, layoutAccess } from '../authorise';
import { progress } from '../../../../core/crew/progress';
import { groundOf, keepoutsOf, layoutGroundOf, talliesOf } from '../block';
import { now } from '../clock';
import { Refusal, type Handlers } from './context';

export const rows: Handlers<'rows'> = {
  async 'rows.save'({ store, person, transaction }, { blockId, name, parameters }) {
    const { block, site } = await blockAccess(store, person.id, blockId, 'plan');
    const known = await store.species.findAll({
      where: { siteId: site.id },
      attributes: ['id'],
      raw: true,
    });
    if (parameters.mix.some(({ species }) => !known.some(({ id }) => id === species))) {
      throw new Refusal('The mix names a species that this site does not have.');
    }
    const plantable = await groundOf(store, block);
    const layout = layOut(await layoutGroundOf(store, block), parameters);
    if (!layout.rows.total) {
      throw new Refusal(
        'Not one tree fits with this spacing, headland and first row. Nothing was saved.',
      );
    }
    // Two leaders saving at once get numbers in turn.
    await store.block.findByPk(blockId, { transaction, lock: transaction.LOCK.UPDATE });
    const number =
      1 + Number((await store.layout.max('number', { where: { blockId }, transaction })) ?? 0);
    const id = uuid();
    await store.layout.create(
      {
        id,
        blockId,
        number,
        name,
        state: 'saved',
        computation: COMPUTATION_VERSION,
        parameters,
        rhythm: rhythmOf(layout.rows),
        trees: layout.rows.total,
        plantableArea: plantable.plantable.value,
        speciesCounts: layout.speciesCounts,
        createdAt: new Date(now()),
        createdBy: person.id,
        releasedAt: null,
        releasedBy: null,
      },
      { transaction },
    );
    const stored = toStoredRows(layout.rows, layout.runs).map((row) => ({
      layoutId: id,
      ...row,
      trees: treesInRow(row),
    }));
    for (let from = 0; from < stored.length; from += 500) {
      await store.layoutRow.bulkCreate(stored.slice(from, from + 500), { transaction });
    }
    return { layoutId: id, number };
  },

  async 'rows.release'({ store, person, transaction }, { layoutId }) {
    const { layout, block } = await layoutAccess(store, person.id, layoutId, 'plan');
    await store.block.findByPk(block.id, { transaction, lock: transaction.LOCK.UPDATE });
    const before = await store.layout.findOne({
      where: { blockId: block.id, state: 'released' },
      transaction,
    });
    if (before?.id === layoutId) return;
    const hidden = (await keepoutsOf(store, block.id)).filter(
      ({ kind, located }) => kind === 'buried-service' && !located,
    );
    if (hidden.length) {
      throw new Refusal(
        `“${hidden[0].name}” has not been located and marked. Have its owner do that and enter the day on the Ground page; nothing is dug before.`,
      );
    }
    if (before) {
      const { planted } = progress(await talliesOf(store, before.id));
      if (planted > 0) {
        throw new Refusal(
          `Version ${before.number} is released and ${planted} trees are entered as planted in its rows. ` +
            'Its rows cannot change under them; cut a new block for the rest.',
        );
      }
      await store.layout.update({ state: 'withdrawn' }, { where: { id: before.id }, transaction });
    }
    await store.layout.update(
      { state: 'released', releasedAt: new Date(now()), releasedBy: person.id },
      { where: { id: layout.id }, transaction },
    );
  },
};
