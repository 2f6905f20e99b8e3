import { hash, verify } from '@node-rs/argon2';
import { createHash, randomBytes } from 'node:crypto';
import { Op, QueryTypes } from 'sequelize';
import { say, type Message } from '../../../core/say/message';
import type { PersonRow, Role, SiteRow } from '../rooms/people/tables.server';
import type { Store } from '../store';
import type { Access } from './authorise';
import { now } from './clock';
import { gatherer } from './gather';

export const SESSION_COOKIE = 'viridane_session';
const SESSION_DAYS = 30;
const MINUTE = 60_000;
const THROTTLE_MINUTES = 15;
/** Failures of one name from one address, and of one address with any names. */
const MOST_FAILURES = { pair: 5, address: 200 };
/** A session's last sight is written down at most so often. */
const SEEN_EVERY = 10 * MINUTE;

/** Whoever is signed in, with the sites they belong to. */
export interface Person extends Pick<
  PersonRow,
  'id' | 'signIn' | 'name' | 'units' | 'theme' | 'language'
> {
  sites: Access[];
  /** First signs of the session's hash: names it without opening it. */
  session?: string;
}

const tokenHash = (token: string) => createHash('sha256').update(token).digest('hex');

/** Argon2id with the library's defaults (19 MiB, 2 passes), as OWASP's cheat sheet asks. */
export const hashPassword = (password: string): Promise<string> => hash(password);
export const verifyPassword = (stored: string, password: string): Promise<boolean> =>
  verify(stored, password);

/** A hash nobody's password has, so that an unknown name takes as long as a known one. */
const decoy = hash(randomBytes(16).toString('hex'));

export type SignedIn = { token: string; expires: Date } | { refused: Message };

/** Why somebody must wait before the next try; nothing when they need not. */
export async function throttled(
  store: Store,
  name: string,
  address: string,
): Promise<Message | undefined> {
  const since = new Date(now() - THROTTLE_MINUTES * MINUTE);
  const failures = async (where: { signIn?: string; address?: string }) =>
    store.signInAttempt.count({ where: { ...where, at: { [Op.gte]: since } } });
  const from = address.slice(0, 64);
  const [pair, byAddress] = await Promise.all([
    failures({ signIn: name, address: from }),
    failures({ address: from }),
  ]);
  return pair >= MOST_FAILURES.pair || byAddress >= MOST_FAILURES.address
    ? say('people.tooManyTries', { minutes: THROTTLE_MINUTES })
    : undefined;
}

/**
 * Checks a name and password. Failures are counted by name and address together, so that a stranger's
 * tries cannot lock a leader out, nor one proxy's address a whole company.
 * @param device what the browser calls itself, for the list of one's sessions
 */
export async function signIn(
  store: Store,
  name: string,
  password: string,
  address: string,
  device = '',
): Promise<SignedIn> {
  const key = name.trim().toLowerCase().slice(0, 80);
  const from = address.slice(0, 64);
  const waiting = await throttled(store, key, from);
  if (waiting) return { refused: waiting };
  const person = await store.person.findOne({ where: { signIn: key, anonymous: false } });
  const good = await verify(person?.passwordHash ?? (await decoy), password);
  if (!person || !good) {
    await store.signInAttempt.create({ signIn: key, address: from, at: new Date(now()) });
    const old = new Date(now() - THROTTLE_MINUTES * MINUTE);
    await store.signInAttempt.destroy({ where: { at: { [Op.lt]: old } } });
    return { refused: say('people.wrongSignIn') };
  }
  await store.signInAttempt.destroy({ where: { signIn: key, address: from } });
  return openSession(store, person.id, device);
}

/**
 * Sets a new password by the code that a leader gave and signs in with it. The code is good once, and for
 * its day; every session there was ends.
 */
export async function signInByCode(
  store: Store,
  { name, code, password }: { name: string; code: string; password: string },
  address: string,
  device = '',
): Promise<SignedIn> {
  const waiting = await throttled(store, name, address);
  if (waiting) return { refused: waiting };
  const person = await store.person.findOne({ where: { signIn: name, anonymous: false } });
  const kept = person && (await store.resetCode.findByPk(person.id));
  const good =
    kept && new Date(kept.expiresAt).getTime() > now() && kept.codeHash === codeHash(code);
  const refuse = async (): Promise<SignedIn> => {
    const tried = { signIn: name, address: address.slice(0, 64), at: new Date(now()) };
    await store.signInAttempt.create(tried);
    return { refused: say('people.badCode') };
  };
  if (!person || !good) return refuse();
  const passwordHash = await hashPassword(password);
  const used = await store.sequelize.transaction(async (transaction) => {
    // Whoever takes the code away first has used it.
    const taken = await store.resetCode.destroy({ where: { personId: person.id }, transaction });
    if (!taken) return false;
    await store.person.update({ passwordHash }, { where: { id: person.id }, transaction });
    await store.session.destroy({ where: { personId: person.id }, transaction });
    return true;
  });
  return used ? openSession(store, person.id, device) : refuse();
}

/** A code as it is kept: spaces and dashes, small and capital letters make no difference. */
export const codeHash = (code: string): string =>
  tokenHash(code.replace(/[\s-]/g, '').toUpperCase());

/** A session of its own for a person who has proved who they are. */
export async function openSession(store: Store, personId: string, device: string) {
  const token = randomBytes(32).toString('base64url');
  const at = new Date(now());
  const expires = new Date(now() + SESSION_DAYS * 86_400_000);
  await store.session.create({
    tokenHash: tokenHash(token),
    personId,
    expiresAt: expires,
    device: device.slice(0, 120),
    madeAt: at,
    seenAt: at,
  });
  await store.session.destroy({ where: { expiresAt: { [Op.lt]: at } } });
  return { token, expires };
}

interface Joined extends Omit<PersonRow, 'passwordHash'> {
  siteId: string | null;
  siteName: string;
  longitude: number;
  latitude: number;
  elevation: number;
  zone: string;
  placed: 0 | 1;
  typicalYear: string | null;
  regime: string;
  edition: number;
  role: Role;
  seenAt: Date;
}

const JOINED = `SELECT p.id, p.sign_in AS signIn, p.name, p.units, p.theme, p.language,
    s.id AS siteId, s.name AS siteName, s.longitude, s.latitude, s.elevation, s.zone, s.placed,
    s.typical_year AS typicalYear, s.regime, s.edition, m.role`;
const SITES = `LEFT JOIN membership m ON m.person_id = p.id LEFT JOIN site s ON s.id = m.site_id`;

/** Sessions asked for at the same moment are looked up together. */
const lookUp = gatherer<{ store: Store; hashed: string }, Joined[]>(async (_key, asked) => {
  const rows = await asked[0].store.sequelize.query<Joined & { hashed: string }>(
    `${JOINED}, n.seen_at AS seenAt, n.token_hash AS hashed
     FROM session n JOIN person p ON p.id = n.person_id ${SITES}
     WHERE n.token_hash IN (:hashes) AND n.expires_at > :at AND p.anonymous = 0 ORDER BY s.name`,
    {
      replacements: { hashes: asked.map(({ hashed }) => hashed), at: new Date(now()) },
      type: QueryTypes.SELECT,
    },
  );
  return asked.map(({ hashed }) => rows.filter((row) => row.hashed === hashed));
});

/** Who a session belongs to, if it is still good, with their sites: one question. */
export async function personOf(store: Store, token: string): Promise<Person | undefined> {
  const hashed = tokenHash(token);
  const rows = await lookUp(store.sequelize.config.database ?? '', { store, hashed });
  const person = asPerson(rows);
  if (!person) return undefined;
  if (now() - new Date(rows[0].seenAt).getTime() > SEEN_EVERY)
    await store.session.update({ seenAt: new Date(now()) }, { where: { tokenHash: hashed } });
  return { ...person, session: hashed.slice(0, 12) };
}

/** A person by id, with their sites. */
export async function personById(store: Store, id: string): Promise<Person | undefined> {
  return asPerson(
    await store.sequelize.query<Joined>(`${JOINED} FROM person p ${SITES} WHERE p.id = :id`, {
      replacements: { id },
      type: QueryTypes.SELECT,
    }),
  );
}

function asPerson(rows: readonly Joined[]): Person | undefined {
  if (!rows.length) return undefined;
  const { id, signIn: name, units, theme, language } = rows[0];
  return {
    ...{ id, signIn: name, name: rows[0].name, units, theme, language },
    sites: rows
      .filter(({ siteId }) => siteId)
      .map((row) => ({
        role: row.role,
        site: {
          id: row.siteId!,
          name: row.siteName,
          longitude: row.longitude,
          latitude: row.latitude,
          elevation: row.elevation,
          zone: row.zone,
          placed: Boolean(row.placed),
          typicalYear: (typeof row.typicalYear === 'string'
            ? JSON.parse(row.typicalYear)
            : row.typicalYear) as SiteRow['typicalYear'],
          regime: row.regime,
          edition: row.edition,
        },
      })),
  };
}

export async function signOut(store: Store, token: string): Promise<void> {
  await store.session.destroy({ where: { tokenHash: tokenHash(token) } });
}
