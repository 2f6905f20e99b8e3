import { aloneNow, type Alone, type CheckIn } from '../../../../core/crew/alone';
import { pictureType, PICTURE_BYTES } from '../../../../core/crew/pictures';
import { told } from '../../../../core/say/told';
import { listedFact, milliseconds, type Facts } from '../../server/facts';
import { ALREADY, type Handlers } from '../../server/work';
import type { wordsContract } from './contract-words';
import { activePlanter, ownPlanter } from './planter.server';

export const wordsCommands: Handlers<typeof wordsContract> = {
  async 'crew.message'({ siteId, blockId, planterId, body, ...input }, work) {
    work.site(siteId, 'plan');
    if (blockId && !(await work.tables.block.one({ id: blockId, siteId })))
      throw told('crew.noBlock');
    if (planterId) await activePlanter(work, planterId, siteId);
    if (!body) throw told('crew.noWords');
    const fresh = await work.record(work.tables.crewMessage, {
      ...work.event(input),
      ...{ siteId, blockId, planterId, body, corrects: null },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'crew.withdraw'({ siteId, messageId, ...input }, work) {
    work.site(siteId, 'plan');
    const message = await work.tables.crewMessage.one({ id: messageId, siteId });
    if (!message || message.corrects) throw told('crew.noMessage');
    const { blockId, planterId } = message;
    const taken = await work.tables.crewMessage.one({ corrects: messageId });
    if (taken) return ALREADY;
    await work.record(work.tables.crewMessage, {
      ...work.event(input),
      ...{ siteId, blockId, planterId, body: '', corrects: messageId },
    });
  },

  async 'crew.seen'({ siteId, messageId, planterId, ...input }, work) {
    const { role } = work.site(siteId, 'tally');
    await ownPlanter(work, planterId, siteId, role);
    const message = await work.tables.crewMessage.one({ id: messageId, siteId });
    if (!message || message.corrects) throw told('crew.noMessage');
    if (await work.tables.messageSeen.one({ messageId, planterId })) return ALREADY;
    await work.record(work.tables.messageSeen, {
      ...work.event(input),
      ...{ siteId, messageId, planterId },
    });
  },

  async 'crew.note'({ blockId, layoutId, row, peg, body, photo, ...input }, work) {
    const { block } = await work.block(blockId, 'tally', 'share');
    if (!body && !photo) throw told('crew.noWords');
    if (layoutId) {
      const layout = await work.tables.layout.one({ id: layoutId }, { columns: ['id', 'blockId'] });
      if (layout?.blockId !== block.id) throw told('crew.noLayout');
      if (row) {
        const place = await work.tables.layoutRow.one({ layoutId, number: row });
        if (!place) throw told('crew.noRow', { row });
        if (peg && peg > place.trees) throw told('checks.noPeg', { row, pegs: place.trees, peg });
      }
    } else if (row || peg) throw told('crew.noLayout');
    const picture = photo ? Buffer.from(photo, 'base64') : null;
    const photoType = picture ? (pictureType(picture) ?? '') : '';
    if (picture && !photoType) throw told('crew.noPicture');
    if (picture && picture.length > PICTURE_BYTES)
      throw told('crew.pictureTooLarge', { kilobytes: Math.round(picture.length / 1000) });
    // A picture is not compared byte by byte: the same id says that it is the same note.
    if (await work.tables.fieldNote.one({ id: input.id }, { columns: ['id'] })) return ALREADY;
    await work.record(work.tables.fieldNote, {
      ...work.event(input),
      ...{ blockId, layoutId, rowNumber: row, peg, body, photo: picture, photoType },
      corrects: null,
    });
  },

  async 'crew.noteBack'({ blockId, noteId, ...input }, work) {
    const { role } = await work.block(blockId, 'tally', 'share');
    const columns = ['id', 'blockId', 'authorId', 'corrects'] as const;
    const note = await work.tables.fieldNote.one(
      { id: noteId, blockId },
      { columns: [...columns] },
    );
    if (!note || note.corrects) throw told('crew.noNote');
    if (role === 'planter' && note.authorId !== work.person.id) throw told('crew.othersNote');
    if (await work.tables.fieldNote.one({ corrects: noteId }, { columns: ['id'] })) return ALREADY;
    await work.record(work.tables.fieldNote, {
      ...work.event(input),
      ...{ blockId, layoutId: null, rowNumber: null, peg: null, body: '', photo: null },
      ...{ photoType: '', corrects: noteId },
    });
  },

  async 'crew.brief'({ blockId, planterId, day, content, ...input }, work) {
    const { site, role } = await work.block(blockId, 'tally', 'share');
    await ownPlanter(work, planterId, site.id, role);
    const fresh = await work.record(work.tables.briefingSigned, {
      ...work.event(input),
      ...{ blockId, planterId, day, content },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'crew.checkIn'(
    { siteId, blockId, planterId, kind, minutes, longitude, latitude, late, ...input },
    work,
  ) {
    const { role } = work.site(siteId, 'tally');
    await ownPlanter(work, planterId, siteId, role);
    if (!(await work.tables.block.one({ id: blockId, siteId }))) throw told('crew.noBlock');
    if (kind === 'alone' && minutes < 5) throw told('crew.aloneMinutes', { minutes });
    const fresh = await work.record(work.tables.checkIn, {
      ...work.event(input),
      ...{ siteId, blockId, planterId, kind, minutes, longitude, latitude, late },
    });
    return fresh ? undefined : ALREADY;
  },
};

export interface CrewMessage {
  id: string;
  at: number;
  author: string;
  blockId: string | null;
  planterId: string | null;
  body: string;
}

/** Days for which a message is shown. */
const SHOWN_DAYS = 7;

/** Messages of the last week that were not taken back, the newest first. */
export const messagesFact = listedFact<CrewMessage & { corrects: string | null }, CrewMessage[]>(
  'messages',
  ['crew'],
  {
    from: `FROM crew_message m WHERE m.site_id IN (:ids)
      AND m.at > UTC_TIMESTAMP() - INTERVAL ${SHOWN_DAYS} DAY`,
    of: 'm.site_id',
    columns: {
      ...{ id: 'm.id', at: milliseconds('m.at'), author: 'm.author_id', body: 'm.body' },
      ...{ blockId: 'm.block_id', planterId: 'm.planter_id', corrects: 'm.corrects' },
    },
    value: (rows) => {
      const gone = new Set(rows.map(({ corrects }) => corrects).filter(Boolean));
      return rows
        .filter(({ id, corrects }) => !corrects && !gone.has(id))
        .map(({ corrects: _none, ...message }) => message)
        .sort((a, b) => b.at - a.at);
    },
  },
);

/** Who has seen which message, and when. */
export const seenFact = listedFact<
  { message: string; planter: string; at: number },
  { message: string; planter: string; at: number }[]
>('seen', ['crew'], {
  from: `FROM message_seen s JOIN crew_message m ON m.id = s.message_id WHERE s.site_id IN (:ids)
    AND m.at > UTC_TIMESTAMP() - INTERVAL ${SHOWN_DAYS} DAY`,
  of: 's.site_id',
  columns: { message: 's.message_id', planter: 's.planter_id', at: milliseconds('s.at') },
  value: (rows) => rows,
});

export interface FieldNote {
  id: string;
  at: number;
  author: string;
  layoutId: string | null;
  row: number | null;
  peg: number | null;
  body: string;
  /** Whether there is a photograph. */
  photo: boolean;
}

/** Notes of a block that were not taken back, the newest first, without their pictures. */
export const notesFact = listedFact<
  Omit<FieldNote, 'photo'> & { photo: number; corrects: string | null },
  FieldNote[]
>('notes', ['crew'], {
  from: 'FROM field_note n WHERE n.block_id IN (:ids)',
  of: 'n.block_id',
  columns: {
    ...{ id: 'n.id', at: milliseconds('n.at'), author: 'n.author_id', layoutId: 'n.layout_id' },
    ...{ row: 'n.`row_number`', peg: 'n.peg', body: 'n.body', corrects: 'n.corrects' },
    photo: 'n.photo IS NOT NULL',
  },
  value: (rows) => {
    const gone = new Set(rows.map(({ corrects }) => corrects).filter(Boolean));
    return rows
      .filter(({ id, corrects }) => !corrects && !gone.has(id))
      .map(({ corrects: _none, photo, ...note }) => ({ ...note, photo: Boolean(photo) }))
      .sort((a, b) => b.at - a.at);
  },
});

/** Who read which briefing of a block. */
export const signedFact = listedFact<
  { planter: string; day: string; content: string; at: number },
  { planter: string; day: string; content: string; at: number }[]
>('briefed', ['crew'], {
  from: 'FROM briefing_signed b WHERE b.block_id IN (:ids)',
  of: 'b.block_id',
  columns: {
    ...{ planter: 'b.planter_id', day: 'CAST(b.day AS CHAR)', content: 'b.content' },
    at: milliseconds('b.at'),
  },
  value: (rows) => rows,
});

/** Words of those who work alone, of two days. */
export const checkInsFact = listedFact<
  {
    planter: string;
    block: string;
    kind: 'alone' | 'here' | 'done';
    at: number;
    heardAt: number;
    minutes: number;
    longitude: number | null;
    latitude: number | null;
  },
  CheckIn[]
>('checkIns', ['crew'], {
  from: `FROM check_in c WHERE c.site_id IN (:ids) AND c.at > UTC_TIMESTAMP() - INTERVAL 2 DAY`,
  of: 'c.site_id',
  columns: {
    ...{ planter: 'c.planter_id', block: 'c.block_id', kind: 'c.kind', minutes: 'c.minutes' },
    ...{ at: milliseconds('c.at'), heardAt: milliseconds('c.recorded_at') },
    ...{ longitude: 'c.longitude', latitude: 'c.latitude' },
  },
  value: (rows) =>
    rows.map(({ longitude, latitude, ...word }) => ({
      ...word,
      place: longitude !== null && latitude !== null ? { longitude, latitude } : null,
    })),
});

/** What a planter is told on a block and has not said to have seen, and what they saw, the newest first. */
export async function messagesFor(facts: Facts, planterId: string, blockId: string) {
  const [messages, seen] = await Promise.all([facts.of(messagesFact), facts.of(seenFact)]);
  return messages
    .filter((message) => !message.planterId || message.planterId === planterId)
    .filter((message) => !message.blockId || message.blockId === blockId)
    .map(({ id, at, body, planterId: to }) => ({
      ...{ id, at, body, own: to !== null },
      seen: seen.some(({ message, planter }) => message === id && planter === planterId),
    }));
}

/** How those who work alone on a block are; their phones are asked after only while somebody is alone. */
export async function aloneOn(facts: Facts, blockId: string): Promise<Alone[]> {
  const words = (await facts.of(checkInsFact)).filter(({ block }) => block === blockId);
  if (!aloneNow(words, new Map(), facts.now).length) return [];
  const seen = await facts.reader.query<{ planter: string; at: string }>(
    `SELECT p.id AS planter, MAX(UNIX_TIMESTAMP(s.seen_at)) * 1000 AS at FROM planter p
     JOIN session s ON s.person_id = p.person_id WHERE p.id IN (:planters) GROUP BY p.id`,
    { planters: [...new Set(words.map(({ planter }) => planter))] },
  );
  return aloneNow(words, new Map(seen.map(({ planter, at }) => [planter, Number(at)])), facts.now);
}
