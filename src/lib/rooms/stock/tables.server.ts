import { DataTypes, type Sequelize } from 'sequelize';
import type { SpeciesMarks } from '../../../../core/stock/card';
import type { ContainerForm } from '../../../../core/stock/containers';
import type { Seen } from '../../../../core/stock/handling';
import type { RootRules } from '../../../../core/stock/roots';
import type { GateTree } from '../../../../core/stock/inspection';
import type { PlaceKind } from '../../../../core/stock/keeping';
import type { Holder, StockEventKind, StockFlag } from '../../../../core/stock/ledger';
import type { OrderState } from '../../../../core/stock/orders';
import type { Tool } from '../../../../core/stock/roots';
import type { SamplingPlan } from '../../../../core/stock/sampling';
import {
  day,
  edition,
  eventColumns,
  flag,
  json,
  key,
  maybe,
  moment,
  partOfKey,
  real,
  reference,
  table,
  text,
  whole,
  type EventRow,
} from '../../store/define';
import { isNumber, isRecord, isText, listOf, record, recordOf } from '../../store/shape';

export interface LotRow {
  id: string;
  blockId: string;
  speciesId: string;
  code: string;
  nursery: string;
  provenance: string;
  seedLot: string;
  age: string;
  /** How many times longer dipped roots last. */
  dipFactor: number;
  orderId: string | null;
  /** Species of the plan in whose stead this lot came. */
  replacesId: string | null;
  liftedOn: string | null;
  /** Undercut in the nursery: its roots are not trimmed again. */
  undercut: boolean;
  form: ContainerForm | null;
  /** Of one container, litres. */
  volume: number | null;
  perBox: number;
  /** Wet weight of a tree, kg, where it was weighed. */
  treeWeight: number | null;
  edition: number;
}
export interface StockEventRow extends EventRow {
  lotId: string;
  kind: StockEventKind;
  count: number;
  planterId: string | null;
  placeId: string | null;
  toId: string | null;
  corrects: string | null;
  closes: string | null;
  note: string;
  /** Why it was taken though the books cannot follow it yet. */
  flag: StockFlag | null;
}
export interface RootEventRow extends EventRow {
  lotId: string;
  kind: 'open' | 'close';
  closes: string | null;
  label: string;
  temperature: number;
  humidity: number;
  wind: number;
}
export interface InspectionRow extends EventRow {
  lotId: string;
  /** Trees in the lot when it was sampled. */
  lotSize: number;
  plan: SamplingPlan;
  trees: GateTree[];
  note: string;
}
interface RootRulesRow extends Omit<RootRules, 'mayTrim'> {
  /** The site's. */
  id: string;
  edition: number;
}
interface HandlingAuditRow extends EventRow {
  blockId: string;
  lotId: string | null;
  planterId: string | null;
  seen: Record<string, Seen>;
  note: string;
  /** The look that this one stands in for. */
  corrects: string | null;
}
export interface PlaceRow {
  id: string;
  siteId: string;
  name: string;
  kind: PlaceKind;
  coolest: number;
  warmest: number;
  days: number;
  logger: 'none' | 'stand-in' | 'file';
  /** Not used any more: no longer offered, except to take out what still lies there. */
  closed: boolean;
  position: number;
  edition: number;
}
export interface StockOrderRow {
  id: string;
  blockId: string;
  speciesId: string;
  replacesId: string | null;
  nursery: string;
  provenance: string;
  seedLot: string;
  age: string;
  count: number;
  pack: number;
  state: OrderState;
  confirmed: number | null;
  deliverOn: string | null;
  note: string;
  edition: number;
}
export interface ToolRow extends Tool {
  siteId: string;
  position: number;
  edition: number;
}
export interface SpeciesRow {
  id: string;
  siteId: string;
  letter: string;
  name: string;
  colour: string;
  stock: 'bare-root' | 'container';
  matureHeight: number;
  /** Years until the crown is 95 % grown. */
  crownYears: number;
  crown: number;
  damp: string;
  light: string;
  /** How to tell it in the box, by part of the tree. */
  marks: SpeciesMarks;
  notes: string;
  /** No longer chosen for anything new. */
  withdrawn: boolean;
  edition: number;
}
export interface SpeciesPictureRow {
  id: string;
  speciesId: string;
  caption: string;
  mime: 'image/png' | 'image/jpeg' | 'image/webp';
  bytes: Buffer;
  addedAt: Date;
}

export function stockTables(sequelize: Sequelize) {
  return {
    ...lotTables(sequelize),
    ...sumTables(sequelize),
    place: table<PlaceRow>(sequelize, 'place', {
      id: key,
      siteId: reference,
      name: text,
      kind: text,
      coolest: real,
      warmest: real,
      days: real,
      logger: text,
      closed: { ...flag, defaultValue: false },
      position: whole,
      edition,
    }),
    keepingReading: table<{ placeId: string; at: Date; temperature: number }>(
      sequelize,
      'keeping_reading',
      { placeId: partOfKey, at: { ...moment, primaryKey: true }, temperature: real },
    ),
    stockOrder: table<StockOrderRow>(sequelize, 'stock_order', {
      id: key,
      blockId: reference,
      speciesId: reference,
      replacesId: maybe,
      nursery: text,
      provenance: text,
      seedLot: text,
      age: text,
      count: whole,
      pack: whole,
      state: text,
      confirmed: { ...whole, allowNull: true },
      deliverOn: day,
      note: text,
      edition,
    }),
    tool: table<ToolRow>(sequelize, 'tool', {
      id: key,
      siteId: reference,
      name: text,
      kind: text,
      depth: real,
      width: real,
      rate: real,
      position: whole,
      edition,
    }),
    species: table<SpeciesRow>(sequelize, 'species', {
      id: key,
      siteId: reference,
      letter: text,
      name: text,
      colour: text,
      stock: text,
      matureHeight: real,
      crownYears: real,
      crown: real,
      damp: text,
      light: text,
      marks: json(recordOf<string>(isText, 'marks')),
      notes: text,
      withdrawn: { ...flag, defaultValue: false },
      edition,
    }),
    speciesPicture: table<SpeciesPictureRow>(sequelize, 'species_picture', {
      id: key,
      speciesId: reference,
      caption: text,
      mime: text,
      bytes: { type: DataTypes.BLOB('medium'), allowNull: false },
      addedAt: moment,
    }),
  };
}

/** Lots and the events that happen to them. */
function lotTables(sequelize: Sequelize) {
  return {
    lot: table<LotRow>(sequelize, 'lot', {
      id: key,
      blockId: reference,
      speciesId: reference,
      code: text,
      nursery: text,
      provenance: text,
      seedLot: text,
      age: text,
      dipFactor: real,
      orderId: maybe,
      replacesId: maybe,
      liftedOn: day,
      undercut: flag,
      form: { ...text, allowNull: true },
      volume: { ...real, allowNull: true },
      perBox: whole,
      treeWeight: { ...real, allowNull: true },
      edition,
    }),
    stockEvent: table<StockEventRow>(sequelize, 'stock_event', {
      ...eventColumns,
      lotId: reference,
      kind: text,
      count: whole,
      planterId: maybe,
      placeId: maybe,
      toId: maybe,
      corrects: maybe,
      closes: maybe,
      note: text,
      flag: { ...text, allowNull: true },
    }),
    rootEvent: table<RootEventRow>(sequelize, 'root_event', {
      ...eventColumns,
      lotId: reference,
      kind: text,
      closes: maybe,
      label: text,
      temperature: real,
      humidity: real,
      wind: real,
    }),
    inspection: table<InspectionRow>(sequelize, 'inspection', {
      ...eventColumns,
      lotId: reference,
      lotSize: whole,
      plan: json(record<SamplingPlan>({ n: isNumber, c: isNumber })),
      trees: json(listOf<GateTree>(isRecord, 'trees')),
      note: text,
    }),
    rootRules: table<RootRulesRow>(sequelize, 'root_rules', {
      id: key,
      keep: real,
      mostCut: real,
      clearance: real,
      twist: real,
      cutSeconds: real,
      edition,
    }),
    handlingAudit: table<HandlingAuditRow>(sequelize, 'handling_audit', {
      ...eventColumns,
      blockId: reference,
      lotId: maybe,
      planterId: maybe,
      seen: json(recordOf<Seen>(isText, 'habits')),
      note: text,
      corrects: maybe,
    }),
  };
}

/** Sums beside the events, written by the core's folds in the event's own transaction. */
function sumTables(sequelize: Sequelize) {
  return {
    stockTotal: table<{ lotId: string; kind: StockEventKind; count: number }>(
      sequelize,
      'stock_total',
      { lotId: partOfKey, kind: { ...text, primaryKey: true }, count: whole },
    ),
    stockHeld: table<{ lotId: string; holder: Holder; count: number; since: Date }>(
      sequelize,
      'stock_held',
      { lotId: partOfKey, holder: { ...text, primaryKey: true }, count: whole, since: moment },
    ),
    rootTotal: table<{ lotId: string; label: string; minutes: number; openings: number }>(
      sequelize,
      'root_total',
      { lotId: partOfKey, label: { ...text, primaryKey: true }, minutes: real, openings: whole },
    ),
    rootOpen: table<{
      id: string;
      lotId: string;
      label: string;
      at: Date;
      temperature: number;
      humidity: number;
      wind: number;
    }>(sequelize, 'root_open', {
      id: key,
      lotId: reference,
      label: text,
      at: moment,
      temperature: real,
      humidity: real,
      wind: real,
    }),
  };
}
