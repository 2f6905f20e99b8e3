import { DataTypes, type Sequelize } from 'sequelize';
import type { UnitSystem } from '../../../core/measure/units';
import type { TypicalMonth } from '../../../core/calendar/windows';
import type { SpeciesMarks } from '../../../core/stock/card';
import { json, key, maybe, moment, real, reference, table, text, whole } from './define';

export type Role = 'leader' | 'checker' | 'planter' | 'viewer';
export type Theme = 'day' | 'cab';

export interface SiteRow {
  id: string;
  name: string;
  longitude: number;
  latitude: number;
  /** IANA zone that decides which day it is. */
  zone: string;
  /** Twelve months entered by hand, where there is no weather file. */
  typicalYear: TypicalMonth[] | null;
  /** Season of the trade, where there is neither. */
  regime: string;
}
export interface PersonRow {
  id: string;
  signIn: string;
  name: string;
  passwordHash: string;
  units: UnitSystem;
  theme: Theme;
}
export interface MembershipRow {
  personId: string;
  siteId: string;
  role: Role;
}
export interface SessionRow {
  tokenHash: string;
  personId: string;
  expiresAt: Date;
}
export interface SignInAttemptRow {
  signIn: string;
  address: string;
  at: Date;
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
}
export interface PlanterRow {
  id: string;
  siteId: string;
  personId: string | null;
  name: string;
  rate: number;
  position: number;
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

const partOfKey = { ...reference, primaryKey: true };

export function peopleTables(sequelize: Sequelize) {
  return {
    site: table<SiteRow>(sequelize, 'site', {
      id: key,
      name: text,
      longitude: real,
      latitude: real,
      zone: text,
      typicalYear: { ...json, allowNull: true },
      regime: { ...text, defaultValue: 'cool-temperate' },
    }),
    person: table<PersonRow>(sequelize, 'person', {
      id: key,
      signIn: text,
      name: text,
      passwordHash: text,
      units: text,
      theme: text,
    }),
    membership: table<MembershipRow>(sequelize, 'membership', {
      personId: partOfKey,
      siteId: partOfKey,
      role: text,
    }),
    session: table<SessionRow>(sequelize, 'session', {
      tokenHash: { type: DataTypes.CHAR(64), primaryKey: true },
      personId: reference,
      expiresAt: moment,
    }),
    signInAttempt: table<SignInAttemptRow>(sequelize, 'sign_in_attempt', {
      id: { type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true },
      signIn: text,
      address: text,
      at: moment,
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
      marks: json,
      notes: text,
    }),
    planter: table<PlanterRow>(sequelize, 'planter', {
      id: key,
      siteId: reference,
      personId: maybe,
      name: text,
      rate: real,
      position: whole,
    }),
    weatherDay: table<WeatherDayRow>(sequelize, 'weather_day', {
      siteId: partOfKey,
      day: { type: DataTypes.DATEONLY, primaryKey: true },
      lowest: real,
      highest: real,
      rain: real,
      humidity: { ...real, allowNull: true },
      wind: { ...real, allowNull: true },
    }),
  };
}
