import { hash, verify } from '@node-rs/argon2';
import { createHash, randomBytes } from 'node:crypto';
import { Op } from 'sequelize';
import type { Store } from '../store';
import type { PersonRow } from '../store/people';
import { now } from './clock';

export const SESSION_COOKIE = 'viridane_session';
const SESSION_DAYS = 30;
const THROTTLE_MINUTES = 15;
const MOST_FAILURES_A_NAME = 5;
const MOST_FAILURES_AN_ADDRESS = 40;

export type Person = Pick<PersonRow, 'id' | 'signIn' | 'name' | 'units' | 'theme'>;

const tokenHash = (token: string) => createHash('sha256').update(token).digest('hex');

/** Argon2id with the library's defaults (19 MiB, 2 passes), as OWASP's cheat sheet asks. */
export const hashPassword = (password: string): Promise<string> => hash(password);

/** A hash nobody's password has, so that an unknown name takes as long as a known one. */
const decoy = hash(randomBytes(16).toString('hex'));

export type SignedIn = { token: string; expires: Date } | { refused: string };

/** Checks a name and password; after five failures a name waits a quarter of an hour. */
export async function signIn(
  store: Store,
  name: string,
  password: string,
  address: string,
): Promise<SignedIn> {
  const since = new Date(now() - THROTTLE_MINUTES * 60_000);
  const key = name.trim().toLowerCase();
  const [byName, byAddress] = await Promise.all([
    store.signInAttempt.count({ where: { signIn: key, at: { [Op.gte]: since } } }),
    store.signInAttempt.count({ where: { address, at: { [Op.gte]: since } } }),
  ]);
  if (byName >= MOST_FAILURES_A_NAME || byAddress >= MOST_FAILURES_AN_ADDRESS) {
    return { refused: `Too many attempts. Wait ${THROTTLE_MINUTES} minutes, then try again.` };
  }
  const person = await store.person.findOne({ where: { signIn: key } });
  const good = await verify(person?.passwordHash ?? (await decoy), password);
  if (!person || !good) {
    await store.signInAttempt.create({ signIn: key.slice(0, 80), address, at: new Date(now()) });
    return { refused: 'That name and password do not belong together.' };
  }
  const token = randomBytes(32).toString('base64url');
  const expires = new Date(now() + SESSION_DAYS * 86_400_000);
  await store.session.create({
    tokenHash: tokenHash(token),
    personId: person.id,
    expiresAt: expires,
  });
  await store.session.destroy({ where: { expiresAt: { [Op.lt]: new Date(now()) } } });
  return { token, expires };
}

/** Who a session belongs to, if it is still good. */
export async function personOf(store: Store, token: string): Promise<Person | undefined> {
  const session = await store.session.findOne({
    where: { tokenHash: tokenHash(token), expiresAt: { [Op.gt]: new Date(now()) } },
  });
  const person = session && (await store.person.findByPk(session.personId));
  return person
    ? {
        id: person.id,
        signIn: person.signIn,
        name: person.name,
        units: person.units,
        theme: person.theme,
      }
    : undefined;
}

export async function signOut(store: Store, token: string): Promise<void> {
  await store.session.destroy({ where: { tokenHash: tokenHash(token) } });
}
