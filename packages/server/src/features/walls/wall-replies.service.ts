import { plainText, readsWallRemark, wallNames, type Actor, type Instant } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import type { MyWallItem, OwnOnWall, Wall, WallItem, WallPiece, WallPieceReply, WallRemark, WallReply } from '../../contract';
import { rowsOf } from '../../db/rows';
import { Problem } from '../../http/problem';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { FamiliesService } from '../families/families.service';
import { namelessFile } from '../marking/desk.service';
import { listsOf } from '../pieces/grouped';
import type { RosterService } from '../roster/roster.service';
import { defineWalls, type WallRemarkRow } from './walls.model';
import type { Hung, WallContent } from './hanging.service';
import type { Looking, Person, WallsService } from './walls.service';

const EXCERPT = 600;
const MOST_REMARKS = 5000;

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  roster: RosterService;
  families: FamiliesService;
  walls: WallsService;
}

/** All that was written in a piece, in words alone. */
const wordsOf = ({ text, sheets }: WallContent): string =>
  [text, ...sheets.map((one) => one.text)].flatMap((one) => (one ? [plainText(one).trim()] : [])).join('\n\n');

/** What whoever looks at a wall is shown of it. */
export function wallRepliesService({ sequelize, classes, roster, families, walls }: Collaborators) {
  const { remarks } = defineWalls(sequelize);

  /** What people on a wall are called by whoever looks, and by the class; to teachers everybody by their whole name. */
  async function namesFor({ wall, teacher }: Looking): Promise<Record<'name' | 'shownAs', (id: string) => string>> {
    const people = (await roster.membersOf([wall.classId])).map((one) => one.student);
    const [seen, shown] = [wallNames(teacher ? 'full' : wall.names, people), wallNames(wall.names, people)];
    return { name: (id) => seen.get(id) ?? '', shownAs: (id) => shown.get(id) ?? '' };
  }

  function toRemark(row: WallRemarkRow, { teacher, studentIds }: Looking, name: (id: string) => string): WallRemark {
    const own = studentIds.includes(row.authorId);
    return {
      ...{ id: row.id, kind: row.kind, text: row.text, own },
      by: name(row.authorId),
      at: row.at.getTime(),
      waits: Boolean(row.waits),
      hidden: row.hiddenAt !== null && (teacher || own) ? { word: row.hiddenWord } : null,
    };
  }

  const readsRemark = ({ teacher, studentIds }: Looking, { authorId, waits, hiddenAt }: WallRemarkRow): boolean =>
    teacher || [...studentIds, ''].some((id) => readsWallRemark({ by: authorId, waits: Boolean(waits), hidden: hiddenAt !== null }, id));

  function toPiece(
    hung: Hung,
    said: readonly WallRemarkRow[],
    looking: Looking,
    { name, shownAs }: Awaited<ReturnType<typeof namesFor>>,
  ): WallPiece {
    const { row, title, makers, showing, shownAt, content } = hung;
    const words = content ? wordsOf(content) : '';
    const own = looking.studentIds.some((id) => showing.includes(id));
    const named = looking.teacher || own || looking.wall.names === 'full';
    return {
      id: row.id,
      title,
      by: makers.map((one) => name(one.id)).filter(Boolean),
      shownAs: makers.map((one) => shownAs(one.id)).filter(Boolean),
      own,
      shownAt,
      excerpt: words.length > EXCERPT ? `${words.slice(0, EXCERPT).trimEnd()}…` : words,
      more: words.length > EXCERPT || (content?.sheets.length ?? 0) > 0,
      // A file's own name could say more of whose it is than the wall does.
      files: (content?.files ?? []).map((file, index) => ({
        ...file,
        name: named ? file.name : namelessFile(file.name, index + 1),
        fingerprint: '',
      })),
      remarks: said.filter((one) => readsRemark(looking, one)).map((one) => toRemark(one, looking, name)),
      hidden: row.hiddenAt !== null && (looking.teacher || own) ? { word: row.hiddenWord } : null,
    };
  }

  const remarksOn = (pieceIds: readonly string[]) =>
    rowsOf(remarks, { where: { wallPieceId: { [Op.in]: [...pieceIds] } }, order: [['at', 'ASC'], ['id', 'ASC']], limit: MOST_REMARKS }); // prettier-ignore

  /** Of several walls: what is up on each, without what was written. */
  async function upOn(wallIds: readonly string[], now: Instant): Promise<Map<string, Hung[]>> {
    const hung = await walls.hungOn(wallIds, now, { contents: false });
    return listsOf(hung.filter((one) => one.up).map((one) => [one.row.wallId, one] as const));
  }

  /** What a student may show on a wall, and what they show. */
  async function ownOn({ wall, schoolClass }: Looking, hung: readonly Hung[], studentId: string, now: Instant): Promise<OwnOnWall[]> {
    const mine = await walls.ofStudent(schoolClass, wall, studentId, now);
    return mine.map(({ of, title, workId, refusal }) => {
      const at = hung.find((one) => one.row.workId === workId);
      const shown = at?.showing.includes(studentId) ?? false;
      const waiting = shown ? at!.makers.filter((one) => !at!.showing.includes(one.id)) : [];
      return {
        ...{ of, title, shown, refusal },
        waitsFor: waiting.map(({ givenName, familyName }) => ({ givenName, familyName })),
        seen: shown && at!.up && at!.row.hiddenAt === null,
      };
    });
  }

  const service = {
    /** Everything on a wall for whoever looks. @param looking as found by `walls.look` @param hung with contents */
    async toReply(looking: Looking, hung: readonly Hung[]): Promise<WallReply> {
      const { wall, schoolClass, teacher, studentIds } = looking;
      const [names, [head]] = await Promise.all([namesFor(looking), walls.toWalls([wall], [schoolClass])]);
      const seen = hung.filter((one) => walls.sees(looking, one));
      const said = listsOf((await remarksOn(seen.map((one) => one.row.id))).map((one) => [one.wallPieceId, one] as const));
      return {
        wall: head!,
        pieces: seen.map((one) => toPiece(one, said.get(one.row.id) ?? [], looking, names)),
        own: [],
        mayRemark: !teacher && studentIds.length > 0 && wall.stand === 'open' && schoolClass.wallRemarks !== 'never',
      };
    },

    async look(actor: Person, wallId: string, now: Instant): Promise<WallReply> {
      const looking = await walls.look(actor, wallId);
      const hung = await walls.hungOn([wallId], now);
      const reply = await service.toReply(looking, hung);
      if (actor.role !== 'student') return { ...reply, mayRemark: false };
      return { ...reply, own: await ownOn(looking, hung, actor.userId, now) };
    },

    /** The whole of a piece that is seen. @throws Problem `thing.unknown` */
    async piece(actor: Actor, wallId: string, wallPieceId: string, now: Instant): Promise<WallPieceReply> {
      const looking = await walls.look(actor, wallId);
      const [hung] = await walls.hungOn([wallId], now, { only: [wallPieceId] });
      if (!hung?.content || !walls.sees(looking, hung)) throw new Problem('thing.unknown');
      const { text, sheets } = hung.content;
      return { text, sheets: sheets.map((one) => ({ title: one.title, text: one.text })) };
    },

    async ofClass(teacher: Person, classId: string, now: Instant): Promise<WallItem[]> {
      const schoolClass = await classes.forTeacher(teacher, 'wall.look', classId);
      const rows = await walls.ofClasses([classId]);
      const up = await upOn(
        rows.map((row) => row.id),
        now,
      );
      const wallOf = new Map([...up.values()].flat().map(({ row }) => [row.id, row.wallId]));
      const waiting = listsOf(
        (await remarksOn([...wallOf.keys()])).filter((one) => one.waits).map((one) => [wallOf.get(one.wallPieceId)!, one] as const),
      );
      return (await walls.toWalls(rows, [schoolClass])).map((one) => ({
        ...one,
        pieces: up.get(one.id)?.length ?? 0,
        waiting: waiting.get(one.id)?.length ?? 0,
      }));
    },

    /** Walls that a student sees: of the classes they are in, not taken down; with how much of theirs they show there. */
    async mine(student: Person): Promise<MyWallItem[]> {
      const { rows, of } = await seenBy(student.userId);
      const shown = await walls.shownBy(
        student.userId,
        rows.map((row) => row.id),
      );
      return (await walls.toWalls(rows, of)).map((one) => ({ ...one, mine: shown.get(one.id) ?? 0 }));
    },

    /** Walls that the family of a student sees. */
    async ofChild(family: Actor, studentId: string): Promise<Wall[]> {
      await families.child(family, 'child.look', studentId);
      const { rows, of } = await seenBy(studentId);
      const shared = new Set(of.filter((one) => one.wallsForFamilies).map((one) => one.id));
      return walls.toWalls(
        rows.filter((row) => shared.has(row.classId)),
        of,
      );
    },
  };

  async function seenBy(studentId: string): Promise<{ rows: Awaited<ReturnType<WallsService['ofClasses']>>; of: SchoolClass[] }> {
    const members = (await roster.membersOf(await roster.classesOf(studentId), [studentId])).filter((one) => one.left === null);
    const of = (await classes.load(members.map((one) => one.classId))).filter((one) => one.putAwayAt === null);
    return { rows: (await walls.ofClasses(of.map((one) => one.id))).filter((row) => row.stand !== 'down'), of };
  }
  return service;
}

export type WallRepliesService = ReturnType<typeof wallRepliesService>;
