import type { Actor } from '@jolly/core';
import type { Request, Response } from 'express';
import { QueryTypes, type Sequelize } from 'sequelize';
import { eventStream, type Say } from '../../http/event-stream';
import { Problem } from '../../http/problem';

type Person = Exclude<Actor, { role: 'anonymous' }>;

/** Pages of one person that listen at once; one more is refused and asks again and again instead. */
const MOST_OF_ONE = 12;

interface OpenStream {
  res: Response;
  sid: string;
  /** whoever signed in: of a practice student the teacher */
  ownerId: string;
  /** classes that one must teach to hear of this; none for one's own work */
  taught: readonly string[];
}

/**
 * Server-sent events that are open. Each is a right that can end: with the session, and for a teacher with teaching the class.
 * It is asked again and again in the database, so that it ends whichever server somebody signs out at.
 */
export function streamsService({ sequelize }: { sequelize: Sequelize }) {
  const open = new Set<OpenStream>();

  return {
    /** @throws Problem `session.tooManyStreams`; `key.forPeople` for a program, whose right ends with no session */
    async begin(
      { actor, req, res }: { actor: Person; req: Request; res: Response },
      taught: readonly string[],
      listen: (say: Say) => Promise<() => void>,
    ): Promise<void> {
      if (req.keyHolder) throw new Problem('key.forPeople');
      const ownerId = req.session.practice?.teacherId ?? actor.userId;
      if ([...open].filter((one) => one.ownerId === ownerId).length >= MOST_OF_ONE) throw new Problem('session.tooManyStreams');
      const one: OpenStream = {
        res,
        sid: req.sessionID,
        ownerId,
        taught: [...taught, ...(req.session.practice ? [req.session.practice.classId] : [])],
      };
      open.add(one);
      res.on('close', () => open.delete(one));
      try {
        await eventStream(res, listen);
      } catch (error) {
        open.delete(one);
        throw error;
      }
    },

    /** Ends those whose session or right has ended. @returns how many */
    async check(): Promise<number> {
      const all = [...open];
      if (all.length === 0) return 0;
      const [sessions, teaching] = await Promise.all([
        sequelize.query<{ sid: string }>('SELECT sid FROM sessions WHERE sid IN (?) AND expires > CURRENT_TIMESTAMP(3)', {
          replacements: [[...new Set(all.map((one) => one.sid))]],
          type: QueryTypes.SELECT,
        }),
        sequelize.query<{ userId: string; classId: string }>(
          'SELECT user_id AS userId, class_id AS classId FROM class_teachers WHERE user_id IN (?)',
          {
            replacements: [[...new Set(all.map((one) => one.ownerId))]],
            type: QueryTypes.SELECT,
          },
        ),
      ]);
      const alive = new Set(sessions.map((row) => row.sid));
      const teaches = new Set(teaching.map((row) => `${row.userId} ${row.classId}`));
      const over = all.filter((one) => !alive.has(one.sid) || one.taught.some((classId) => !teaches.has(`${one.ownerId} ${classId}`)));
      for (const one of over) one.res.end();
      return over.length;
    },

    count: () => open.size,
  };
}

export type StreamsService = ReturnType<typeof streamsService>;
