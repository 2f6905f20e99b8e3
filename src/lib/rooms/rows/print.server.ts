import { howPlanted } from '../../../../core/crew/stages';
import { standing } from '../../../../core/method/differences';
import { waysOf } from '../../../../core/method/ways';
import { refillPoints } from '../../../../core/crew/caches';
import { carryOf } from '../stock/carry-terms';
import { bagWeights } from '../../../../core/stock/carry';
import { holds } from '../../../../core/crew/share';
import { rangesOf } from '../../../../core/measure/ranges';
import type { UnitSystem } from '../../../../core/measure/units';
import { fallsOf } from '../../../../core/rows/layout';
import { settingOut } from '../../../../core/rows/setting-out';
import { toRowSet, treesInRow } from '../../../../core/rows/stored';
import { trialPlots } from './trial.server';
import { tags } from '../../../../core/rows/trial';
import type { Reader } from '../../server/reader';
import { words } from '../../words';
import { stageWords } from '../../words/field';
import { plantedSo } from '../crew/planted-how.server';
import { planeOf, readSurface } from '../ground/facts.server';
import { named } from '../method/facts.server';
import { treeWeight } from '../stock/carry.server';
import { standsFor } from '../stock/facts.server';
import { readRows } from './facts.server';
import { pocketSheet, settingOutSheet, tagList } from './pocket-sheet.server';

export const PRINTS = ['pocket', 'cards', 'setting-out', 'tags'] as const;

/** What is printed of a version, for whom and on which day. */
export interface LayoutPrint {
  layoutId: string;
  what: (typeof PRINTS)[number];
  site: string;
  day: string;
  units: UnitSystem;
}

/** Prints a version from its stored rows: pocket sheet, a card a planter, setting out, or a trial's tags. */
export async function printLayout(reader: Reader, print: LayoutPrint): Promise<Buffer> {
  const { tables } = reader;
  const layout = (await tables.layout.one({ id: print.layoutId }))!;
  const block = (await tables.block.one({ id: layout.blockId }))!;
  const [byLayout, cards] = await Promise.all([
    readRows(reader, [layout.id]),
    tables.species.all({ where: { siteId: block.siteId } }),
  ]);
  const rows = byLayout.get(layout.id) ?? [];
  const species = layout.parameters.mix.map(({ species: id }) =>
    cards.find((card) => card.id === id)!,
  );
  const { string } = block.calendarTerms.works ?? {};
  const inEnglish = { language: 'en', system: print.units } as const;
  const about = {
    string,
    ...{ block: block.name, version: layout.number, day: print.day },
    ...{ site: print.site, units: print.units },
  };
  switch (print.what) {
    case 'setting-out': {
      const surface = await readSurface(reader, block.id);
      const set = toRowSet(layout.rhythm, rows);
      const falls = surface && fallsOf(surface, set);
      return settingOutSheet({
        ...about,
        out: settingOut(set, falls, string),
        falls,
        plane: planeOf(block),
      });
    }
    case 'tags': {
      const plots = await trialPlots(reader, block, layout, rows);
      return tagList({
        ...about,
        treatments: species.map(({ name }) => name),
        tags: tags(plots),
      });
    }
    default: {
      const [shares, planters, zones, lots] = await Promise.all([
        tables.rowShare.all({ where: { layoutId: layout.id }, order: [['firstRow', 'ASC']] }),
        tables.planter.all({ where: { siteId: block.siteId } }),
        tables.zone.all({ where: { blockId: block.id } }),
        tables.lot.all({ where: { blockId: block.id } }),
      ]);
      const differences = standing(block.differences, {
        zones: new Set(zones.map(({ id }) => id)),
        lots: new Set(lots.map(({ id }) => id)),
        version: layout.number,
      });
      const ways = waysOf(
        { ...block, differences },
        named(layout.parameters.mix, cards, zones, lots),
        'as planted',
      );
      const bag = bagWeights(
        lots
          .map((lot) => ({
            species: layout.parameters.mix.findIndex(({ species: id }) => id === standsFor(lot)),
            weight: treeWeight(lot, cards),
          }))
          .filter(({ species: s }) => s >= 0),
        species.length,
      );
      const cardOf = (title: string, own: typeof rows) => ({
        title,
        rows: own,
        refills: refillPoints(
          own.map(({ number, runs }) => ({ number, runs, planted: 0 })),
          bag,
          carryOf(block),
        ),
      });
      const placed = rows.filter(treesInRow);
      const nameOf = (id: string) => planters.find((planter) => planter.id === id)?.name ?? '';
      return pocketSheet({
        ...about,
        rhythm: layout.rhythm,
        rows: placed,
        species,
        brief: howPlanted(plantedSo(block, ways)).map((stage) => {
          const text = stageWords(stage, inEnglish);
          return stage.who ? `${words(stage.who, inEnglish)}. ${text}` : text;
        }),
        cards:
          print.what === 'cards' && shares.length
            ? [...new Set(shares.map(({ planterId }) => planterId))].map((planterId) => {
                const own = placed.filter(({ number }) => holds(shares, planterId, number));
                const numbers = rangesOf(own.map(({ number }) => number));
                return cardOf(`${nameOf(planterId)}: rows ${numbers}`, own);
              })
            : [cardOf(`${block.name}, all rows`, placed)],
      });
    }
  }
}
