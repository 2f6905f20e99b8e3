import { IANAZone } from 'luxon';
import { LANGUAGES } from '../../words/field/languages';
import { command, gives } from '../contract';
import { edition, event, id, maybeId, name, yup } from '../fields';

const { mixed, number, object, string } = yup;

export const signInName = string().trim().lowercase().min(2).max(80).required();
export const password = string().min(10).max(200).required();
export const role = string()
  .oneOf(['leader', 'checker', 'planter', 'viewer'] as const)
  .required();
export const zone = string()
  .max(60)
  .required()
  .test(
    'zone',
    ({ value }) =>
      `“${value}” is no time zone that is known here; one like Europe/Berlin is accepted.`,
    (value) => IANAZone.isValidZone(value ?? ''),
  );

export const peopleContract = {
  'people.preferences': command({
    input: object({
      units: string()
        .oneOf(['metric', 'us'] as const)
        .required(),
      theme: string()
        .oneOf(['day', 'cab'] as const)
        .required(),
    }),
    refusals: [],
    touches: ['people'],
  }),
  /** The language of the planters' pages, each person's own. */
  'people.language': command({
    input: object({ language: string().oneOf(LANGUAGES).required() }),
    refusals: [],
    touches: ['people'],
  }),
  'people.add': command({
    input: object({ siteId: id, name, signIn: signInName, role, password }),
    /** Joined to the planter of that name, where the crew was made first. */
    result: gives<{ id: string; joined: boolean }>(),
    refusals: ['people.nameTaken'],
    touches: ['people', 'crew', 'site'],
  }),
  'people.role': command({
    input: object({ siteId: id, personId: id, role }),
    refusals: ['people.notHere', 'people.lastLeader'],
    touches: ['people', 'site'],
  }),
  /** Ends a person's access to a site at once: membership and, without another site, every session. */
  'people.end': command({
    input: object({ siteId: id, personId: id }),
    refusals: ['people.notHere', 'people.lastLeader'],
    touches: ['people', 'site'],
  }),
  /** A person who left: the name goes, what they entered stays counted. */
  'people.anonymise': command({
    input: object({ siteId: id, personId: id }),
    refusals: ['people.notHere', 'people.stillHere', 'people.elsewhere'],
    touches: ['people', 'crew', 'site'],
  }),
  /** Gives a code, shown once, with which the person sets a new password. */
  'people.resetCode': command({
    input: object({ siteId: id, personId: id }),
    result: gives<{ code: string; hours: number }>(),
    refusals: ['people.notHere', 'people.elsewhere'],
    touches: ['people'],
  }),
  'people.password': command({
    input: object({ old: string().max(200).required(), fresh: password }),
    refusals: ['people.wrongPassword'],
    touches: ['people'],
  }),
  /** Signs a device out: one's own, or as a leader that of somebody on the site. */
  'people.revoke': command({
    input: object({
      session: string()
        .matches(/^[0-9a-f]{12}$/)
        .required(),
      siteId: id,
    }),
    refusals: ['people.noSession'],
    touches: ['people'],
  }),
  'people.site': command({
    input: object({
      siteId: id,
      name: string().trim().min(2).max(120).required(),
      latitude: number().min(-90).max(90).required(),
      longitude: number().min(-180).max(180).required(),
      /** Metres above the sea: below it lies land too, and nobody plants higher. */
      elevation: number().min(-430).max(5500).notRequired(),
      zone,
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['changed.stale'],
    touches: ['site', 'calendar', 'crew', 'stock'],
  }),
  /** Another site of the same leader, with what another one has if they want it. */
  'people.newSite': command({
    input: object({
      siteId: id,
      name: string().trim().min(2).max(120).required(),
      zone,
      /** A site whose species, tools, planters and people it begins with. */
      like: maybeId,
    }),
    refusals: ['people.notLeader', 'changed.otherEvent'],
    touches: ['people', 'site'],
  }),
  /** Somebody from another site of the same leader. */
  'people.join': command({
    input: object({ siteId: id, personId: id, role }),
    refusals: ['people.notHere'],
    touches: ['people', 'crew', 'site'],
  }),
  /** An entry the server could not take, handed to the leader by whoever made it. */
  'people.hand': command({
    input: object({
      ...event,
      siteId: id,
      blockId: id,
      command: string().max(40).required(),
      payload: mixed<Record<string, unknown>>()
        .required()
        .test(
          'payload',
          'What was entered is missing.',
          (value) =>
            Boolean(value) &&
            typeof value === 'object' &&
            !Array.isArray(value) &&
            JSON.stringify(value).length < 20_000,
        ),
      reason: string().trim().max(500).default(''),
      note: string().trim().max(300).default(''),
    }),
    refusals: [],
    touches: ['people', 'crew'],
    waits: true,
  }),
  /** The leader has dealt with an entry that was handed over. */
  'people.settle': command({
    input: object({ ...event, handedId: id, note: string().trim().max(300).default('') }),
    refusals: ['people.noHanded'],
    touches: ['people', 'crew'],
  }),
};
