import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import type { ConversationReply, KeptFile, MessageRequest } from '../../contract';
import { inTransaction } from '../../db/transaction';
import type { TakenFile } from '../../files/take-file';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { defineConversations, type About, type MessageFileRow } from './conversations.model';

export type { About } from './conversations.model';

const MOST_MESSAGES = 500;

const toKeptFile = ({ id, name, size, mediaType }: MessageFileRow): KeptFile => ({ id, name, size: Number(size), mediaType });

/** The messages themselves: who may write and read them is the talking service's business. */
export function conversationsService({ sequelize, accounts }: { sequelize: Sequelize; accounts: AccountsService }) {
  const { messages, files, reads } = defineConversations(sequelize);

  /** Messages that somebody else wrote since this person last read, per conversation. */
  async function unread(userId: string, where: string, replacements: object): Promise<(About & { n: number })[]> {
    return sequelize.query<About & { n: number }>(
      `SELECT m.assignment_id AS assignmentId, m.student_id AS studentId, COUNT(*) AS n FROM piece_messages m
       LEFT JOIN message_reads r ON r.assignment_id = m.assignment_id AND r.student_id = m.student_id AND r.user_id = :userId
       WHERE ${where} AND m.by_user <> :userId AND (r.read_at IS NULL OR m.at > r.read_at)
       GROUP BY m.assignment_id, m.student_id`,
      { type: QueryTypes.SELECT, replacements: { userId, ...replacements } },
    );
  }

  return {
    async list(about: About, readerId: string): Promise<ConversationReply> {
      const rows = await rowsOf(messages, {
        where: { ...about },
        order: [
          ['at', 'DESC'],
          ['id', 'ASC'],
        ],
        limit: MOST_MESSAGES,
      });
      rows.reverse();
      const attached = await rowsOf(files, {
        where: { messageId: { [Op.in]: rows.map((row) => row.id) } },
        order: [['addedAt', 'ASC']],
      });
      const [people, read] = await Promise.all([
        accounts.people([...new Set(rows.map((row) => row.byUser))]),
        rowOf(reads, { where: { ...about, userId: readerId } }),
      ]);
      return {
        readAt: read?.readAt.getTime() ?? null,
        messages: rows.map((row) => ({
          id: row.id,
          at: row.at.getTime(),
          by: people.get(row.byUser) ? fullName(people.get(row.byUser)!) : '',
          mine: row.byUser === readerId,
          teacher: row.byUser !== about.studentId,
          text: row.text,
          files: attached.filter((file) => file.messageId === row.id).map(toKeptFile),
        })),
      };
    },

    async putUp(about: About, byUser: string, { fingerprint, name, size, mediaType }: TakenFile, now: number): Promise<KeptFile> {
      const row: MessageFileRow = {
        id: randomUUID(),
        ...about,
        byUser,
        messageId: null,
        fingerprint,
        name,
        size,
        mediaType,
        addedAt: new Date(now),
      };
      await files.create(row);
      return toKeptFile(row);
    },

    /**
     * Stores a message with what goes along, and whatever else belongs to it, at once.
     * @throws Problem `file.notYours` for a file that its writer did not put up here, or has sent before
     */
    async send(
      about: About,
      byUser: string,
      { text, fileIds }: MessageRequest,
      now: number,
      alsoThen: (messageId: string, transaction: Transaction) => Promise<void>,
    ): Promise<void> {
      await inTransaction(sequelize, async (transaction) => {
        const id = randomUUID();
        await messages.create({ id, ...about, byUser, at: new Date(now), text }, { transaction });
        const [sent] = await files.update(
          { messageId: id },
          { where: { id: { [Op.in]: fileIds }, ...about, byUser, messageId: null }, transaction },
        );
        if (sent !== fileIds.length) throw new Problem('file.notYours');
        await reads.upsert({ ...about, userId: byUser, readAt: new Date(now) }, { transaction });
        await alsoThen(id, transaction);
      });
    },

    async read(about: About, userId: string, now: number): Promise<void> {
      await reads.upsert({ ...about, userId, readAt: new Date(now) });
    },

    /** Unread messages of a student's conversations, by assignment. */
    async unreadOfStudent(studentId: string, assignmentId?: string): Promise<Map<string, number>> {
      const only = assignmentId === undefined ? '' : ' AND m.assignment_id = :assignmentId';
      const rows = await unread(studentId, `m.student_id = :userId${only}`, { assignmentId });
      return new Map(rows.map((row) => [row.assignmentId, Number(row.n)]));
    },

    /** Unread messages of a teacher about these assignments, by assignment and student. */
    async unreadOfTeacher(teacherId: string, assignmentIds: readonly string[]): Promise<(About & { n: number })[]> {
      if (assignmentIds.length === 0) return [];
      return (await unread(teacherId, 'm.assignment_id IN (:assignmentIds)', { assignmentIds: [...assignmentIds] })).map((row) => ({
        ...row,
        n: Number(row.n),
      }));
    },

    /** A file of a conversation, sent or put up by the one who asks. */
    async file(id: string): Promise<{ file: KeptFile & { fingerprint: string }; about: About; byUser: string; sent: boolean } | null> {
      const row = await rowByKey(files, id);
      return (
        row && {
          file: { ...toKeptFile(row), fingerprint: row.fingerprint },
          about: { assignmentId: row.assignmentId, studentId: row.studentId },
          byUser: row.byUser,
          sent: row.messageId !== null,
        }
      );
    },
  };
}

export type ConversationsService = ReturnType<typeof conversationsService>;
