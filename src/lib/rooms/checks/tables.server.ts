import { DataTypes, type Sequelize } from 'sequelize';
import type { CheckedTree, Fault } from '../../../../core/checks/faults';
import type { Suspicion } from '../../../../core/checks/findings';
import type { PlannedPlot } from '../../../../core/checks/grid';
import type { DecisionKind } from '../../../../core/checks/outcome';
import type { Taught } from '../../../../core/checks/trainer';
import {
  eventColumns,
  flag,
  json,
  maybe,
  real,
  reference,
  table,
  text,
  whole,
  type EventRow,
} from '../../store/define';
import { bySchema, isNumber, isRecord, listOf, numbers, recordOf } from '../../store/shape';
import { planTerms, type PlanTerms } from './contract';

export interface PlotRow extends EventRow {
  layoutId: string;
  planterId: string;
  rowNumber: number;
  peg: number;
  area: number;
  good: number;
  faults: Partial<Record<Fault, number>>;
  /** Tree by tree, where the plot was looked at so. */
  trees: CheckedTree[] | null;
  /** Trees with a fault or more; nothing for totals from a notebook. */
  faulty: number | null;
  /** Good and faulty trees by the species' place in the layout. */
  bySpecies: Record<string, [number, number]> | null;
  planId: string | null;
  planNumber: number | null;
  tool: string;
  /** Texture of the ground there when it was looked at. */
  soil: string;
  lotId: string | null;
  corrects: string | null;
  late: boolean;
}

export interface PlotPlanRow extends EventRow {
  layoutId: string;
  terms: PlanTerms;
  plots: PlannedPlot[];
}

export interface PlotDecisionRow extends EventRow {
  layoutId: string;
  planterId: string;
  kind: DecisionKind;
  fault: Fault;
  inRows: number[];
  corrects: string | null;
}

export interface SuspicionSettledRow extends EventRow {
  layoutId: string;
  suspect: Suspicion['by'];
  /** The tool's name, or the lot's id. */
  ofGroup: string;
  soil: string;
  fault: Fault;
  note: string;
  corrects: string | null;
}

export interface RowReworkRow extends EventRow {
  layoutId: string;
  decisionId: string;
  rowNumber: number;
  mended: number;
  corrects: string | null;
  late: boolean;
}

export interface SchoolAnswerRow extends EventRow {
  siteId: string;
  planterId: string;
  shown: Taught | 'good' | 'handling';
  rightAnswer: boolean;
  took: number;
}

const isTree = (value: unknown): boolean =>
  isRecord(value) && isNumber(value.row) && isNumber(value.peg) && Array.isArray(value.faults);
export const checkedTrees = listOf<CheckedTree>(isTree, 'a list of trees');
export const plannedPlots = listOf<PlannedPlot>(
  (value) => isRecord(value) && isNumber(value.number) && Array.isArray(value.trees),
  'a list of plots',
);
export const pairs = recordOf<[number, number]>(
  (value) => Array.isArray(value) && value.length === 2 && value.every(isNumber),
  'good and faulty by species',
);
const orNothing = <Column extends object>(column: Column) => ({ ...column, allowNull: true });
const count = { type: DataTypes.INTEGER, allowNull: true };

export function checksTables(sequelize: Sequelize) {
  return {
    plot: table<PlotRow>(sequelize, 'plot', {
      ...eventColumns,
      layoutId: reference,
      planterId: reference,
      rowNumber: whole,
      peg: whole,
      area: real,
      good: whole,
      faults: json(recordOf<number>(isNumber, 'trees by fault')),
      trees: orNothing(json(checkedTrees)),
      faulty: count,
      bySpecies: orNothing(json(pairs)),
      planId: maybe,
      planNumber: count,
      tool: { ...text, defaultValue: '' },
      soil: { ...text, defaultValue: '' },
      lotId: maybe,
      corrects: maybe,
      late: { ...flag, defaultValue: false },
    }),
    plotPlan: table<PlotPlanRow>(sequelize, 'plot_plan', {
      ...eventColumns,
      layoutId: reference,
      terms: json(bySchema<PlanTerms>(planTerms)),
      plots: json(plannedPlots),
    }),
    plotDecision: table<PlotDecisionRow>(sequelize, 'plot_decision', {
      ...eventColumns,
      layoutId: reference,
      planterId: reference,
      kind: text,
      fault: text,
      inRows: json(numbers),
      corrects: maybe,
    }),
    suspicionSettled: table<SuspicionSettledRow>(sequelize, 'suspicion_settled', {
      ...eventColumns,
      layoutId: reference,
      suspect: text,
      ofGroup: text,
      soil: { ...text, defaultValue: '' },
      fault: text,
      note: { ...text, defaultValue: '' },
      corrects: maybe,
    }),
    rowRework: table<RowReworkRow>(sequelize, 'row_rework', {
      ...eventColumns,
      layoutId: reference,
      decisionId: reference,
      rowNumber: whole,
      mended: whole,
      corrects: maybe,
      late: { ...flag, defaultValue: false },
    }),
    schoolAnswer: table<SchoolAnswerRow>(sequelize, 'school_answer', {
      ...eventColumns,
      siteId: reference,
      planterId: reference,
      shown: text,
      rightAnswer: flag,
      took: whole,
    }),
  };
}
