import { DataTypes, type Sequelize } from 'sequelize';
import type { UnitSystem } from '../../../../core/measure/units';
import type { TypicalMonth } from '../../../../core/calendar/windows';
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
import { isNumber, isRecord, listOf, record } from '../../store/shape';
import type { Language } from '../../words/field';
import type { Topic } from '../contract';

export type Role = 'leader' | 'checker' | 'planter' | 'viewer';
export type Theme = 'day' | 'cab';

export interface SiteRow {
  id: string;
  name: string;
  longitude: number;
  latitude: number;
  /** Metres above the sea. */
  elevation: number;
  /** IANA zone that decides which day it is. */
  zone: string;
  /** Somebody said where it lies; until then place and zone are proposed from its first block. */
  placed: boolean;
  /** Twelve months entered by hand, where there is no weather file. */
  typicalYear: TypicalMonth[] | null;
  /** Season of the trade, where there is neither. */
  regime: string;
  edition: number;
}
export interface PersonRow {
  id: string;
  signIn: string;
  name: string;
  passwordHash: string;
  units: UnitSystem;
  theme: Theme;
  /** Of the planters' pages. */
  /** Of the field pages; empty until they chose one, and their device's is spoken. */
  language: Language | '';
  /** The name was taken off; nobody signs in with it. */
  anonymous: boolean;
}
export interface MembershipRow {
  personId: string;
  siteId: string;
  role: Role;
}
/** Somebody who belonged to a site once: their name is still on what they entered. */
export interface LeftMemberRow {
  personId: string;
  siteId: string;
  leftAt: Date;
}
export interface SessionRow {
  tokenHash: string;
  personId: string;
  expiresAt: Date;
  /** What the browser says it is, and when it was last seen. */
  device: string;
  madeAt: Date;
  seenAt: Date;
}
export interface SignInAttemptRow {
  signIn: string;
  address: string;
  at: Date;
}
/** A code with which a person sets a new password; only its hash is kept. */
export interface ResetCodeRow {
  personId: string;
  codeHash: string;
  expiresAt: Date;
  madeBy: string;
}
/** How often something of a site or block has changed, by topic and in shards that do not wait for one another. */
export interface ChangeMarkRow {
  siteId: string;
  /** '' for the site itself. */
  blockId: string;
  topic: Topic;
  shard: number;
  count: number;
}
/** An entry that could not be taken as it was, handed to the leader. */
export interface HandedRow extends EventRow {
  siteId: string;
  blockId: string;
  command: string;
  payload: Record<string, unknown>;
  reason: string;
  note: string;
}
/** The leader has dealt with one. */
export interface HandedDoneRow extends EventRow {
  handedId: string;
  note: string;
}
export interface JobRow {
  id: string;
  siteId: string;
  personId: string;
  kind: string;
  input: Record<string, unknown>;
  state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
  /** Share done, 0 to 1. */
  progress: number;
  result: Record<string, unknown> | null;
  /** What it made, a PDF for example. */
  output: Buffer | null;
  outputType: string;
  askedAt: Date;
  /** Until when the process that runs it has it to itself. */
  heldUntil: Date | null;
  heldBy: string | null;
  tries: number;
}

export const months = listOf<TypicalMonth>(
  (month) =>
    isRecord(month) &&
    [month.lowest, month.highest, month.rain, month.rainDays].every((value) => isNumber(value)),
  'twelve months',
);
const anything = record<Record<string, unknown>>({});

export function peopleTables(sequelize: Sequelize) {
  return {
    site: table<SiteRow>(sequelize, 'site', {
      id: key,
      name: text,
      longitude: real,
      latitude: real,
      elevation: { ...real, defaultValue: 0 },
      zone: text,
      placed: { ...flag, defaultValue: true },
      typicalYear: { ...json(months), allowNull: true },
      regime: { ...text, defaultValue: 'cool-temperate' },
      edition,
    }),
    person: table<PersonRow>(sequelize, 'person', {
      id: key,
      signIn: text,
      name: text,
      passwordHash: text,
      units: text,
      theme: text,
      language: { ...text, defaultValue: '' },
      anonymous: { ...flag, defaultValue: false },
    }),
    membership: table<MembershipRow>(sequelize, 'membership', {
      personId: partOfKey,
      siteId: partOfKey,
      role: text,
    }),
    leftMember: table<LeftMemberRow>(sequelize, 'left_member', {
      personId: partOfKey,
      siteId: partOfKey,
      leftAt: moment,
    }),
    session: table<SessionRow>(sequelize, 'session', {
      tokenHash: { type: DataTypes.CHAR(64), primaryKey: true },
      personId: reference,
      expiresAt: moment,
      device: { ...text, defaultValue: '' },
      madeAt: moment,
      seenAt: moment,
    }),
    signInAttempt: table<SignInAttemptRow>(sequelize, 'sign_in_attempt', {
      id: { type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true },
      signIn: text,
      address: text,
      at: moment,
    }),
    resetCode: table<ResetCodeRow>(sequelize, 'reset_code', {
      personId: partOfKey,
      codeHash: text,
      expiresAt: moment,
      madeBy: reference,
    }),
    changeMark: table<ChangeMarkRow>(sequelize, 'change_mark', {
      siteId: partOfKey,
      blockId: partOfKey,
      topic: { ...text, primaryKey: true },
      shard: { ...whole, primaryKey: true },
      count: whole,
    }),
    handed: table<HandedRow>(sequelize, 'handed', {
      ...eventColumns,
      siteId: reference,
      blockId: reference,
      command: text,
      payload: json(anything),
      reason: text,
      note: text,
    }),
    handedDone: table<HandedDoneRow>(sequelize, 'handed_done', {
      ...eventColumns,
      handedId: reference,
      note: text,
    }),
    job: table<JobRow>(sequelize, 'job', {
      id: key,
      siteId: reference,
      personId: reference,
      kind: text,
      input: json(anything),
      state: text,
      progress: real,
      result: { ...json(anything), allowNull: true },
      output: { type: DataTypes.BLOB('long'), allowNull: true },
      outputType: { ...text, defaultValue: '' },
      askedAt: moment,
      heldUntil: { ...moment, allowNull: true },
      heldBy: maybe,
      tries: { ...whole, defaultValue: 0 },
    }),
    weatherDay: table<WeatherDayRow>(sequelize, 'weather_day', {
      siteId: partOfKey,
      day: { ...day, allowNull: false, primaryKey: true },
      lowest: real,
      highest: real,
      rain: real,
      humidity: { ...real, allowNull: true },
      wind: { ...real, allowNull: true },
    }),
  };
}

export interface WeatherDayRow {
  siteId: string;
  day: string;
  lowest: number;
  highest: number;
  rain: number;
  humidity: number | null;
  wind: number | null;
}
