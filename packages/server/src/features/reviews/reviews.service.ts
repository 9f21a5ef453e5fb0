import { allocateReviews, choiceProblem, redistributeReviews, type Actor, type Peer } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { ReviewReply, ReviewRequest, ReviewRoundRequest, ReviewsReply, ReviewToGive } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import { namelessHandIn } from '../marking/desk.service';
import type { NewsService, Telling } from '../news/news.service';
import type { BoardService } from '../pieces/board.service';
import type { OwnPiecesService, Student } from '../pieces/own-pieces.service';

import type { PiecesService } from '../pieces/pieces.service';
import type { WorksService } from '../pieces/works.service';
import type { PeerReview, PeerReviewsService } from './peer-reviews.service';
import { defineReviews } from './reviews.model';
import { isNameless } from '../pieces/nameless';
import { isWithTeacher } from '../pieces/records';
import { STUDENT_READER, STUDENT_VIEWER, type Sight, teacherViewer } from '../pieces/sight';

type Teacher = Actor & { userId: string };

interface Collaborators {
  sequelize: Sequelize;
  assignments: AssignmentsService;
  classes: ClassesService;
  board: BoardService;
  pieces: PiecesService;
  works: WorksService;
  ownPieces: OwnPiecesService;
  peerReviews: PeerReviewsService;
  news: NewsService;
}

const nameOf = ({ member }: Sight) => {
  const { id, givenName, familyName } = member.student;
  return { id, givenName, familyName };
};

/** Students reviewing each other without names: dealing reviews out, giving them, and what the teacher does with them. */
export function reviewsService({ sequelize, assignments, classes, board, pieces, works, ownPieces, peerReviews, news }: Collaborators) {
  const { rounds, reviews } = defineReviews(sequelize);

  /** Whose work lies with the teacher; who shares a work is in one group here, whatever groups there are besides. */
  const isPeer = ({ record, state, member }: Sight) =>
    isWithTeacher(record) &&
    record.summary.handedInAt !== null &&
    state.state !== null &&
    state.state !== 'excused' &&
    member.left === null;
  const toPeer = ({ member, record, groups }: Sight): Peer => ({
    id: member.student.id,
    groupIds: [record!.work.id, ...groups.filter((group) => !group.dissolved).map((group) => group.groupId)],
  });

  async function mine(teacher: Teacher, action: 'review.look' | 'review.set', assignmentId: string, now: number) {
    const assignment = await assignments.forTeacher(teacher, action, assignmentId);
    const sights = (await board.as(teacherViewer(teacher)).ofAssignment(assignment, now)).filter(({ state }) => state.state !== null);
    return { assignment, sights, peers: sights.filter(isPeer) };
  }

  const reply = async (sights: readonly Sight[], assignmentId: string): Promise<ReviewsReply> => {
    const [round, all] = await Promise.all([peerReviews.round(assignmentId), peerReviews.ofAssignment(assignmentId)]);
    const by = new Map(sights.map((sight) => [sight.member.student.id, sight]));
    return {
      round,
      peers: sights.filter(isPeer).length,
      reviews: all.flatMap(({ id, reviewerId, authorId, begunAt, givenAt, choices, text, hidden }) => {
        const [reviewer, author] = [by.get(reviewerId), by.get(authorId)];
        // A name beside what was said about the work would tell whose nameless piece it is.
        return reviewer && author
          ? [
              {
                id,
                reviewer: nameOf(reviewer),
                author: isNameless(author) ? { id: author.record!.id, givenName: '', familyName: '' } : nameOf(author),
                begunAt,
                givenAt,
                choices,
                text,
                hidden,
              },
            ]
          : [];
      }),
    };
  };

  const newRow = (assignmentId: string, pair: { reviewerId: string; authorId: string }) => ({
    id: randomUUID(),
    assignmentId,
    ...pair,
    choices: null,
    text: '',
    begunAt: null,
    givenAt: null,
    hidden: false,
    version: 1,
  });

  async function tellReviewers(
    sight: Sight,
    pairs: readonly { id: string; reviewerId: string }[],
    due: number | null,
    now: number,
    transaction: Transaction,
  ): Promise<void> {
    const { assignment, schoolClass } = sight;
    const firstOf = new Map<string, string>();
    for (const { id, reviewerId } of pairs) if (!firstOf.has(reviewerId)) firstOf.set(reviewerId, id);
    await news.tell(
      [...firstOf].map(([userId, id]): Telling => ({
        userId,
        kind: 'review',
        onceKey: `review:${id}`,
        assignmentId: assignment.id,
        classId: schoolClass.id,
        zone: schoolClass.calendar.zone,
        data: { title: assignment.title, className: schoolClass.label, to: { opens: null, due, closes: null } },
      })),
      now,
      transaction,
    );
  }

  /** A review of this student's, with the sight of the work it is of. @throws Problem `thing.unknown` */
  async function own(
    student: Student,
    action: 'ownReview.look' | 'ownReview.write',
    id: string,
    now: number,
  ): Promise<{ review: PeerReview; round: NonNullable<ReviewsReply['round']>; author: Sight }> {
    const review = (await peerReviews.ofReviewer(student.userId)).find((one) => one.id === id);
    if (!review) throw new Problem('thing.unknown');
    const { assignment } = await ownPieces.sight(student, action, review.assignmentId, now);
    const [author] = await board.as(STUDENT_VIEWER).ofAssignment(assignment, now, [review.authorId]);
    if (!author?.record) throw new Problem('thing.unknown');
    return { review, round: review.round, author };
  }

  const toGive = (
    { id, assignmentId, givenAt, begunAt }: PeerReview,
    { assignment, schoolClass }: Sight,
    due: number | null,
    number: number,
  ): ReviewToGive => ({
    id,
    assignmentId,
    title: assignment.title,
    className: schoolClass.label,
    due,
    givenAt,
    begunAt,
    number,
  });

  const service = {
    async look(teacher: Teacher, assignmentId: string, now: number): Promise<ReviewsReply> {
      return reply((await mine(teacher, 'review.look', assignmentId, now)).sights, assignmentId);
    },

    /**
     * Deals reviews out among those whose work is in; dealt anew as long as nobody has begun.
     * @throws Problem `reviews.tooFew`, `reviews.begun`
     */
    async deal(
      teacher: Teacher,
      assignmentId: string,
      { byRubric, each, guidance, due, seed }: ReviewRoundRequest,
      now: number,
    ): Promise<ReviewsReply> {
      const { assignment, sights, peers } = await mine(teacher, 'review.set', assignmentId, now);
      if (peers.length <= each) throw new Problem('reviews.tooFew');
      const pairs = allocateReviews(peers.map(toPeer), each, seed);
      if (pairs.length === 0) throw new Problem('reviews.tooFew');
      await inTransaction(sequelize, async (transaction) => {
        await sequelize.query('SELECT id FROM assignments WHERE id = ? FOR UPDATE', { replacements: [assignmentId], transaction });
        if ((await reviews.count({ where: { assignmentId, begunAt: { [Op.ne]: null } }, transaction })) > 0)
          throw new Problem('reviews.begun');
        await reviews.destroy({ where: { assignmentId }, transaction });
        await rounds.destroy({ where: { assignmentId }, transaction });
        await rounds.create(
          {
            assignmentId,
            byRubric: byRubric && assignment.scoring.by === 'rubric',
            eachGives: each,
            guidance,
            dueAt: due === null ? null : new Date(due),
            seed,
            begunBy: teacher.userId,
            begunAt: new Date(now),
            shownAt: null,
            version: 1,
          },
          { transaction },
        );
        const rows = pairs.map((pair) => newRow(assignmentId, pair));
        await reviews.bulkCreate(rows, { transaction });
        await tellReviewers(peers[0]!, rows, due, now, transaction);
      });
      return reply(sights, assignmentId);
    },

    /**
     * Gives reviews that nobody has begun, and whose time has passed, to those who are done with theirs.
     * @throws Problem `reviews.nothing` if none is late or nobody can take one
     */
    async shareOut(teacher: Teacher, assignmentId: string, now: number): Promise<ReviewsReply> {
      const { sights, peers } = await mine(teacher, 'review.set', assignmentId, now);
      const round = await peerReviews.round(assignmentId);
      if (!round || (round.due !== null && round.due > now)) throw new Problem('reviews.nothing');
      await inTransaction(sequelize, async (transaction) => {
        await sequelize.query('SELECT id FROM assignments WHERE id = ? FOR UPDATE', { replacements: [assignmentId], transaction });
        const all = await peerReviews.ofAssignment(assignmentId);
        const loose = all.filter((one) => one.begunAt === null);
        const kept = all.filter((one) => one.begunAt !== null);
        const late = new Set(loose.map((one) => one.reviewerId));
        const willing = peers.filter(
          ({ member }) => !late.has(member.student.id) && all.some((one) => one.reviewerId === member.student.id),
        );
        const anew = redistributeReviews(
          willing.map(toPeer),
          peers.map(toPeer),
          kept,
          loose.map((one) => one.authorId),
          round.seed,
        );
        if (anew.length === 0) throw new Problem('reviews.nothing');
        const rows = anew.map((pair) => newRow(assignmentId, pair));
        // As many of each author's are taken from the late as found somebody else.
        const gone = rows.map((row) => {
          const index = loose.findIndex((one) => one.authorId === row.authorId);
          return loose.splice(index, 1)[0]!.id;
        });
        await reviews.destroy({ where: { id: { [Op.in]: gone }, begunAt: null }, transaction });
        await reviews.bulkCreate(rows, { transaction });
        await tellReviewers(peers[0]!, rows, null, now, transaction);
      });
      return reply(sights, assignmentId);
    },

    /** Hides a review from its author, or not after all. */
    async hide(teacher: Teacher, assignmentId: string, reviewId: string, hidden: boolean, now: number): Promise<ReviewsReply> {
      const { sights } = await mine(teacher, 'review.set', assignmentId, now);
      if ((await reviews.count({ where: { id: reviewId, assignmentId } })) === 0) throw new Problem('thing.unknown');
      await reviews.update({ hidden }, { where: { id: reviewId, assignmentId } });
      return reply(sights, assignmentId);
    },

    /** Lets authors read what was said about their work; each is told once. */
    async show(teacher: Teacher, assignmentId: string, now: number): Promise<ReviewsReply> {
      const { assignment, sights } = await mine(teacher, 'review.set', assignmentId, now);
      const [label] = (await classes.load([assignment.classId])).map((one) => one);
      await inTransaction(sequelize, async (transaction) => {
        const [changed] = await rounds.update(
          { shownAt: new Date(now) },
          { where: { assignmentId, shownAt: { [Op.is]: null } }, transaction },
        );
        if (changed === 0) return;
        const given = (await peerReviews.ofAssignment(assignmentId)).filter((one) => one.givenAt !== null && !one.hidden);
        await news.tell(
          [...new Set(given.map((one) => one.authorId))].map((userId): Telling => ({
            userId,
            kind: 'reviewed',
            onceKey: `reviewed:${assignmentId}:${now}`,
            assignmentId,
            classId: assignment.classId,
            zone: label!.calendar.zone,
            data: { title: assignment.title, className: label!.label },
          })),
          now,
          transaction,
        );
      });
      return reply(sights, assignmentId);
    },

    /** What a student has to review, open ones first, then the newest. */
    async toGive(student: Student, now: number): Promise<ReviewToGive[]> {
      const all = await peerReviews.ofReviewer(student.userId);
      const found = await assignments.byIds([...new Set(all.map((one) => one.assignmentId))]);
      const sights = new Map(
        (await board.as(STUDENT_READER).ofAssignments(found, now, [student.userId])).map((sight) => [sight.assignment.id, sight]),
      );
      const counts = new Map<string, number>();
      const listed = all.flatMap((one) => {
        const sight = sights.get(one.assignmentId);
        if (!sight || sight.state.state === null || sight.schoolClass.putAwayAt !== null) return [];
        const number = (counts.get(one.assignmentId) ?? 0) + 1;
        counts.set(one.assignmentId, number);
        return [toGive(one, sight, one.round.due, number)];
      });
      return listed.sort(
        (a, b) => Number(a.givenAt !== null) - Number(b.givenAt !== null) || (a.due ?? Infinity) - (b.due ?? Infinity) || 0,
      );
    },

    /** One to give, with the work it is about and without its name. */
    async one(student: Student, id: string, now: number): Promise<ReviewReply> {
      const { review, round, author } = await own(student, 'ownReview.look', id, now);
      const { assignment, schoolClass } = author;
      const { one: last } = await works.handInsOf(author.record!.work.id);
      const same = (await peerReviews.ofReviewer(student.userId)).filter((one) => one.assignmentId === review.assignmentId);
      const handIn = last && namelessHandIn(last);
      return {
        ...toGive(review, author, round.due, same.findIndex((one) => one.id === id) + 1),
        zone: schoolClass.calendar.zone,
        guidance: round.guidance,
        scoring: assignment.scoring,
        byRubric: round.byRubric,
        work: { text: handIn?.text ?? null, sheets: handIn?.sheets ?? [], files: handIn?.files ?? [] },
        choices: review.choices,
        text: review.text,
        open: round.shownAt === null,
        version: review.version,
      };
    },

    /** Keeps what was written, and gives it when told to. @throws Problem `review.closed` once authors read theirs */
    async write(student: Student, id: string, { choices, text, give, version }: ReviewRequest, now: number): Promise<ReviewReply> {
      const { review, round, author } = await own(student, 'ownReview.write', id, now);
      const { scoring } = author.assignment;
      if (round.shownAt !== null) throw new Problem('review.closed');
      if (Object.keys(choices).length > 0 && (!round.byRubric || scoring.by !== 'rubric' || choiceProblem(scoring.rubric, choices)))
        throw new Problem('score.noSuchChoice');
      if (give && text.trim() === '' && Object.keys(choices).length === 0) throw new Problem('review.empty');
      const [changed] = await reviews.update(
        {
          choices,
          text,
          begunAt: new Date(review.begunAt ?? now),
          givenAt: give ? new Date(review.givenAt ?? now) : review.givenAt === null ? null : new Date(review.givenAt),
          version: version + 1,
        },
        { where: { id, version } },
      );
      if (changed === 0) throw new Problem('conflict.changedMeanwhile', { current: await service.one(student, id, now) });
      return service.one(student, id, now);
    },

    /** Is this file of a work that this student is to review? */
    async mayFetch(student: Student, assignmentId: string, workId: string): Promise<boolean> {
      return peerReviews.isReviewer(assignmentId, student.userId, await pieces.sharing(workId));
    },
  };
  return service;
}

export type ReviewsService = ReturnType<typeof reviewsService>;
