import { layOut } from '../../../../core/rows/layout';
import { plotsFromNumbers, standsIn, type TrialPlot } from '../../../../core/rows/trial';
import { told } from '../../../../core/say/told';
import type { Reader } from '../../server/reader';
import { readLayoutGround } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import type { LayoutRow } from './tables.server';
import type { StoredRow } from '../../../../core/rows/stored';

/**
 * The plots of a trial as its version was laid out, whatever the ground has become since. A version from before
 * plots were kept is laid anew, and taken only where its trees still stand in those plots.
 * @throws Told when it is no trial, or its plots can no longer be told
 */
export async function trialPlots(
  reader: Reader,
  block: BlockRow,
  layout: LayoutRow,
  rows: readonly StoredRow[],
): Promise<TrialPlot[]> {
  if (layout.parameters.arrangement.kind !== 'trial')
    throw told('rows.noTrial', { number: layout.number });
  const kept = plotsFromNumbers(layout.trial);
  if (kept.length) return kept;
  const { ground } = await readLayoutGround(reader, block);
  const plots = layOut(ground, layout.parameters).trial?.plots ?? [];
  if (!plots.length || !standsIn(plots, rows))
    throw told('rows.trialMoved', { number: layout.number });
  return plots;
}
