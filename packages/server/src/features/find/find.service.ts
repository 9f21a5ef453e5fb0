import { nameKey, plainText, type Actor, type RichText } from '@jolly/core';
import type { AssignmentReply, FindReply, Found } from '../../contract';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { GroupsService } from '../groups/groups.service';
import type { MyWorkService } from '../pieces/my-work.service';
import type { ReportsService } from '../reports/reports.service';
import type { RosterService } from '../roster/roster.service';
import type { QuestionStoreService } from '../shelf/question-store.service';
import type { ShelfService } from '../shelf/shelf.service';

/** So many of one kind, and so many in all: whoever wants another one types on. */
const MOST_OF_KIND = 5;
const MOST_FOUND = 24;
const AROUND = 28;
const key = (text: string) => nameKey({ givenName: text, familyName: '' });

/** How well a text matches: 0 at its beginning, 1 at the beginning of a word, 2 within one; null not at all. */
function rankOf(text: string, wanted: string): 0 | 1 | 2 | null {
  const folded = key(text);
  if (folded.startsWith(wanted)) return 0;
  if (folded.includes(` ${wanted}`)) return 1;
  return folded.includes(wanted) ? 2 : null;
}
/** The words around what was found in a text; empty where it is not in it. */
function wordsAround(text: RichText, wanted: string): string {
  const plain = plainText(text).replace(/\s+/g, ' ').trim();
  const at = key(plain).indexOf(wanted);
  if (at < 0) return '';
  // Whole words, as far as there are any on either side.
  const from = at <= AROUND ? 0 : Math.min(at, plain.indexOf(' ', at - AROUND) + 1);
  const end = at + wanted.length;
  const to = plain.length - end <= AROUND ? plain.length : Math.max(end, plain.lastIndexOf(' ', end + AROUND));
  return `${from > 0 ? '…' : ''}${plain.slice(from, to)}${to < plain.length ? '…' : ''}`;
}

interface Collaborators {
  classes: ClassesService;
  roster: RosterService;
  groups: GroupsService;
  assignments: AssignmentsService;
  myWork: MyWorkService;
  shelf: ShelfService;
  questionStore: QuestionStoreService;
  reports: ReportsService;
}

/** "Find anything" among what is one's own, without regard to case and accents: names, titles, words of instructions. */
export function findService({ classes, roster, groups, assignments, myWork, shelf, questionStore, reports }: Collaborators) {
  type Candidate = { found: Found; in: string };
  /** The best of each kind, kinds in the order in which they are given. */
  function best(kinds: readonly (readonly Candidate[])[], wanted: string): Found[] {
    const ranked = kinds.map((candidates) =>
      candidates
        .flatMap(({ found, in: text }) => {
          const rank = rankOf(text, wanted);
          return rank === null ? [] : [{ found, rank }];
        })
        .sort((a, b) => a.rank - b.rank)
        .slice(0, MOST_OF_KIND),
    );
    return ranked
      .flat()
      .map(({ found }) => found)
      .slice(0, MOST_FOUND);
  }
  /** Work that is found by its title, then what is found by words of its instructions alone, in every language it was written in. */
  function byWords(
    kind: Found['kind'],
    all: readonly Pick<AssignmentReply, 'id' | 'classId' | 'title' | 'instructions' | 'otherWords'>[],
    classOf: (id: string) => string,
    wanted: string,
  ) {
    const [titled, said]: [Candidate[], Candidate[]] = [[], []];
    for (const { id, classId, title, instructions, otherWords } of all) {
      const words = [{ title, instructions }, ...Object.values(otherWords)];
      const called = words.find((one) => rankOf(one.title, wanted) !== null)?.title;
      const around = called === undefined ? words.map((one) => wordsAround(one.instructions, wanted)).find((one) => one !== '') : undefined;
      // Who finds it by words they do not read it in is shown them.
      const why = called === title ? undefined : (called ?? around);
      const found = { kind, id, classId, label: title, detail: [classOf(classId), why].filter(Boolean).join(' · ') };
      if (called !== undefined) titled.push({ found, in: called });
      else if (around !== undefined) said.push({ found, in: around });
    }
    return [titled, said];
  }

  return {
    async find(actor: Actor, text: string, now: number): Promise<FindReply> {
      if (actor.role === 'anonymous') return { found: [] };
      const wanted = key(text);
      if (actor.role === 'student') {
        const [mine, handouts] = await Promise.all([myWork.mySights(actor, now), myWork.handouts(actor, now)]);
        const className = new Map([
          ...mine.map(({ schoolClass }) => [schoolClass.id, schoolClass.label] as const),
          ...handouts.map((one) => [one.classId, one.className] as const),
        ]);
        const classOf = (id: string) => className.get(id) ?? '';
        const work = mine.map(({ assignment }) => assignment);
        // A handout is opened by what was written, whichever class it came in.
        const given = handouts.map((one) => ({ ...one, id: one.briefId }));
        return { found: best([...byWords('assignment', work, classOf, wanted), ...byWords('handout', given, classOf, wanted)], wanted) };
      }
      const mine = await classes.load(await classes.taughtBy(actor.userId, { away: true }));
      const ids = mine.map((one) => one.id);
      const teacher = { ...actor, userId: actor.userId };
      const [members, work, handouts, kept, questions, memberships, units, presets] = await Promise.all([
        roster.membersOf(ids),
        assignments.ofClasses(ids, { drafts: true, now }),
        assignments.ofClasses(ids, { drafts: true, now, kind: 'handout' }),
        shelf.list(teacher),
        questionStore.titles(teacher, text, MOST_OF_KIND),
        groups.membershipsOf(ids),
        classes.unitsOfAll(ids),
        reports.presets(teacher),
      ]);
      const className = new Map(mine.map((one) => [one.id, one.label]));
      const classOf = (id: string) => className.get(id) ?? '';
      const place = (
        kind: Found['kind'],
        id: string,
        classId: string | null,
        label: string,
        detail = classId === null ? '' : classOf(classId),
      ): Candidate => ({
        found: { kind, id, classId, label, detail },
        in: label,
      });
      const aims = new Map<string, string>();
      for (const { aims: own, scoring, classId } of work)
        for (const aim of [...own, ...(scoring.by === 'rubric' ? scoring.rubric.criteria.flatMap((one) => one.aims) : [])])
          aims.set(aim, classId);
      return {
        found: best(
          [
            mine.map(({ id, label }) => place('class', id, id, label, '')),
            members.map(({ student, classId }) => place('student', student.id, classId, fullName(student))),
            ...byWords('assignment', work, classOf, wanted),
            ...byWords('handout', handouts, classOf, wanted),
            kept.items.map((item) => ({
              ...place('shelf', item.id, null, item.title, item.folder),
              in: [item.title, ...item.tags].join(' '),
            })),
            // They were looked for by their words in the store itself.
            questions.map(({ id, title, tags }) => ({ ...place('question', id, null, title, tags.join(' · ')), in: `${title} ${wanted}` })),
            memberships.filter((one) => !one.dissolved).map((one) => place('group', one.groupId, one.classId, one.name)),
            [...units].flatMap(([classId, all]) => all.map((one) => place('unit', one.id, classId, one.name))),
            [...aims].map(([aim, classId]) => place('aim', aim, classId, aim)),
            presets.map((one) => place('preset', one.id, null, one.name)),
          ],
          wanted,
        ),
      };
    },
  };
}

export type FindService = ReturnType<typeof findService>;
