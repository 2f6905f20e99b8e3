import { openSite } from '$lib/server/page';
import { blocksFact } from '$lib/rooms/ground/facts.server';
import type { Role } from '$lib/rooms/people/tables.server';
import type { PageServerLoad } from './$types';

/** Who belongs to the site, what they may, and which devices are signed in. */
export const load: PageServerLoad = async ({ locals, depends }) => {
  depends('viridane:people', 'viridane:site');
  const page = await openSite(locals);
  if (!page)
    return { mayPlan: false, elsewhere: [], members: [], left: [], sessions: [], siteId: '' };
  const { site, role, facts, person } = page;
  const mayPlan = role === 'leader';
  const everybody = await facts.reader.query<{
    id: string;
    name: string;
    signIn: string;
    role: Role | null;
    anonymous: 0 | 1;
  }>(
    `SELECT p.id, p.name, p.sign_in AS signIn, m.role, p.anonymous FROM person p
     LEFT JOIN membership m ON m.person_id = p.id AND m.site_id = :siteId
     LEFT JOIN left_member f ON f.person_id = p.id AND f.site_id = :siteId
     WHERE m.site_id IS NOT NULL OR f.site_id IS NOT NULL OR EXISTS (
       SELECT 1 FROM planter n WHERE n.person_id = p.id AND n.site_id = :siteId) ORDER BY p.name`,
    { siteId: site.id },
  );
  const members = everybody.filter(({ role: own }) => own);
  const shown = mayPlan ? members.map(({ id }) => id) : [person.id];
  const sessions = await facts.reader.query<{
    id: string;
    personId: string;
    device: string;
    madeAt: Date;
    seenAt: Date;
  }>(
    `SELECT LEFT(token_hash, 12) AS id, person_id AS personId, device, made_at AS madeAt,
       seen_at AS seenAt FROM session WHERE person_id IN (:shown) AND expires_at > :now
     ORDER BY seen_at DESC LIMIT 200`,
    { shown, now: new Date(facts.now) },
  );
  const blocks = await facts.of(blocksFact);
  const led = person.sites.filter((own) => own.role === 'leader').map((own) => own.site.id);
  /** Who could be let in from the leader's other sites. */
  const elsewhere =
    mayPlan && led.length > 1
      ? await facts.reader.query<{ id: string; name: string }>(
          `SELECT DISTINCT p.id, p.name FROM person p JOIN membership m ON m.person_id = p.id
           WHERE m.site_id IN (:led) AND p.anonymous = 0 AND NOT EXISTS (
             SELECT 1 FROM membership h WHERE h.person_id = p.id AND h.site_id = :siteId)
           ORDER BY p.name`,
          { led, siteId: site.id },
        )
      : [];
  return {
    mayPlan,
    elsewhere,
    siteId: site.id,
    place: site,
    firstBlock: blocks[0] && {
      latitude: blocks[0].originLatitude,
      longitude: blocks[0].originLongitude,
    },
    members: mayPlan
      ? members.map(({ id, name, signIn, role: own }) => ({ id, name, signIn, role: own! }))
      : [],
    /** Whoever belongs to the site no more: their name is still on what they entered. */
    left: mayPlan
      ? everybody
          .filter(({ role: own, anonymous }) => !own && !anonymous)
          .map(({ id, name }) => ({ id, name }))
      : [],
    sessions: sessions.map(({ madeAt, seenAt, ...session }) => ({
      ...session,
      own: session.id === person.session,
      madeAt: new Date(madeAt).toISOString(),
      seenAt: new Date(seenAt).toISOString(),
    })),
  };
};
