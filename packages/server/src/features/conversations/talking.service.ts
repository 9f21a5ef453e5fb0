import type { Actor } from '@jolly/core';
import type { ConversationReply, KeptFile, MessageRequest } from '../../contract';
import type { TakenFile } from '../../files/take-file';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { NewsService } from '../news/news.service';
import type { BoardService } from '../pieces/board.service';
import type { OwnPiecesService } from '../pieces/own-pieces.service';
import type { About, ConversationsService } from './conversations.service';
import { SERVER_VIEWER, type Sight } from '../pieces/sight';

type Person = Actor & { userId: string };

interface Collaborators {
  accounts: AccountsService;
  classes: ClassesService;
  assignments: AssignmentsService;
  board: BoardService;
  ownPieces: OwnPiecesService;
  conversations: ConversationsService;
  news: NewsService;
}

/** Who may talk about a piece: its student and the teachers of its class, and nobody else. */
export function talkingService({ accounts, classes, assignments, board, ownPieces, conversations, news }: Collaborators) {
  async function sightFor(person: Person, { assignmentId, studentId }: About, action: 'look' | 'write', now: number): Promise<Sight> {
    if (person.role === 'student') return ownPieces.sight(person, action === 'look' ? 'ownWork.look' : 'ownWork.talk', assignmentId, now);
    const assignment = await assignments.forTeacher(person, action === 'look' ? 'piece.look' : 'piece.talk', assignmentId);
    const [sight] = await board.as(SERVER_VIEWER).ofAssignment(assignment, now, [studentId]);
    if (!sight || sight.state.state === null) throw new Problem('thing.unknown');
    return sight;
  }

  return {
    async list(person: Person, about: About, now: number): Promise<ConversationReply> {
      await sightFor(person, about, 'look', now);
      return conversations.list(about, person.userId);
    },

    async putUp(person: Person, about: About, file: TakenFile, now: number): Promise<KeptFile> {
      await sightFor(person, about, 'write', now);
      return conversations.putUp(about, person.userId, file, now);
    },

    /** Sends a message; the other side is told once for each. */
    async send(person: Person, about: About, request: MessageRequest, now: number): Promise<ConversationReply> {
      const { schoolClass, assignment } = await sightFor(person, about, 'write', now);
      if (request.text.trim() === '' && request.fileIds.length === 0) throw new Problem('message.empty');
      const writer = (await accounts.people([person.userId])).get(person.userId);
      const told =
        person.role === 'teacher'
          ? [about.studentId]
          : ((await classes.teachersOf([schoolClass.id])).get(schoolClass.id) ?? []).map(({ id }) => id);
      const data = {
        title: assignment.title,
        className: schoolClass.label,
        who: writer ? fullName(writer) : '',
        word: request.text.slice(0, 200),
      };
      await conversations.send(about, person.userId, request, now, (messageId, transaction) =>
        news.tell(
          told.map((userId) => ({
            userId,
            kind: 'message' as const,
            onceKey: `message:${messageId}`,
            assignmentId: assignment.id,
            classId: schoolClass.id,
            zone: schoolClass.calendar.zone,
            data: { ...data, studentId: about.studentId },
          })),
          now,
          transaction,
        ),
      );
      return conversations.list(about, person.userId);
    },

    async read(person: Person, about: About, now: number): Promise<void> {
      await sightFor(person, about, 'look', now);
      await conversations.read(about, person.userId, now);
    },
  };
}

export type TalkingService = ReturnType<typeof talkingService>;
