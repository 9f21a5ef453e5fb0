import {
  countRegister,
  listedPieces,
  percentText,
  plainText,
  ratio,
  unmilli,
  writtenPercent,
  writtenPoints,
  type Language,
  type MilliPoints,
  type ReportSettings,
} from '@jolly/core';
import type { Jotting, ProgressPiece, StudentProgressReply } from '../../contract';
import { dayIn, localDayIn, say, whenIn, wordsIn } from '../../words';
import { fullName } from '../accounts/person';
import { daysLookedAt } from '../progress/progress-views';
import type { RegisterSaid } from '../register/register-facts.service';
import type { SchoolClass } from '../classes/classes.service';
import type { ReportBlock, ReportCell, ReportColumn } from './report-document';

const REGISTER_COUNTED = ['absent', 'excused', 'late', 'left'] as const;
const cell = (text: string): ReportCell => ({ text });
const percentCell = (language: Language, digits: string | null, none = '–'): ReportCell =>
  digits === null ? cell(none) : { text: writtenPercent(language, digits), value: Number(digits) };
const numberCell = (value: number): ReportCell => ({ text: String(value), value });
const pointsCell = (language: Language, value: MilliPoints | null): ReportCell =>
  value === null ? cell('') : { text: writtenPoints(language, value), value: unmilli(value) };
const column = (head: string): ReportColumn => ({ head });
const numbers = (head: string): ReportColumn => ({ head, number: true });

/** What is said to one student in one class, part by part. */
export class StudentBlocks {
  private readonly words;
  constructor(
    private readonly settings: ReportSettings,
    private readonly reply: StudentProgressReply,
    private readonly absent: ReadonlySet<string>,
    private readonly said: readonly RegisterSaid[],
    private readonly talks: readonly Jotting[],
  ) {
    this.words = wordsIn(settings.language);
  }
  listed(): ProgressPiece[] {
    return listedPieces(
      this.reply.pieces,
      this.settings,
      this.reply.of.scheme.categories.map((one) => one.id),
    );
  }
  blocks(): ReportBlock[] {
    return this.settings.parts.flatMap((part) => this[part]());
  }
  private get zone() {
    return this.reply.of.zone;
  }
  private day(at: number | null): string {
    return at === null ? '' : dayIn(this.settings.language, this.zone, at);
  }
  private percentOf(effective: MilliPoints | null, points: MilliPoints | null): ReportCell {
    return effective === null || !points ? cell('') : this.percent(percentText(ratio(effective, points), 0));
  }
  private percent(digits: string | null, none?: string): ReportCell {
    return percentCell(this.settings.language, digits, none);
  }
  private points(value: MilliPoints): string {
    return writtenPoints(this.settings.language, value);
  }
  summary(): ReportBlock[] {
    const { report, bearings } = this.words;
    const { show } = this.settings;
    const { standing } = this.reply.view;
    const { counts } = this.reply;
    const facts: { name: string; cell: ReportCell }[] = [];
    if (standing.hasTotals && show.percent) facts.push({ name: report.total, cell: this.percent(standing.total, report.noTotal) });
    if (standing.hasTotals && show.points)
      facts.push({ name: report.points, cell: cell(`${this.points(standing.earned)} / ${this.points(standing.possible)}`) });
    if (show.band && standing.band !== null) facts.push({ name: report.band, cell: cell(standing.band) });
    facts.push({ name: report.bearing, cell: cell(bearings[standing.bearing]) });
    for (const key of ['missing', 'late', 'sentBack', 'coming', 'waiting', 'returned'] as const)
      facts.push({ name: report[key], cell: numberCell(counts[key]) });
    return [{ kind: 'facts', facts }];
  }
  terms(): ReportBlock[] {
    const { report } = this.words;
    const { terms, year } = this.reply.view;
    const rows = [
      ...terms.map((term) => [cell(term.name), this.percent(term.total), cell(term.band ?? '')]),
      ...(terms.length > 1 ? [[cell(report.year), this.percent(year), cell('')]] : []),
    ];
    return [
      {
        kind: 'table',
        table: {
          id: 'terms',
          caption: report.terms,
          columns: [column(report.term), numbers(report.total), column(report.band)],
          rows,
          none: report.none,
        },
      },
    ];
  }
  categories(): ReportBlock[] {
    const { report } = this.words;
    const weighted = this.reply.of.scheme.kind === 'weighted';
    // A class without categories has nothing to say of them.
    if (this.reply.view.categories.length === 0) return [];
    const rows = this.reply.view.categories.map(({ name, weight, result }) => [
      cell(name),
      ...(weighted ? [this.percent(String(weight / 1000))] : []),
      this.percent(result),
    ]);
    return [
      {
        kind: 'table',
        table: {
          id: 'categories',
          caption: report.categories,
          columns: [column(report.category), ...(weighted ? [numbers(report.weight)] : []), numbers(report.result)],
          rows,
          none: report.none,
        },
      },
    ];
  }
  aims(): ReportBlock[] {
    const { report } = this.words;
    const rows = this.reply.aims.map(({ aim, latest, typical, level, pieces }) => [
      cell(aim),
      this.percent(latest),
      this.percent(typical),
      cell(level ?? ''),
      numberCell(pieces),
    ]);
    const columns = [column(report.aim), numbers(report.latest), numbers(report.typical), column(report.level), numbers(report.pieces)];
    return [{ kind: 'table', table: { id: 'aims', caption: report.aims, columns, rows, none: report.none } }];
  }
  forecast(): ReportBlock[] {
    const { report } = this.words;
    const { atLeast, atPace, atMost, steps } = this.reply.view.forecast;
    if (!this.reply.view.standing.hasTotals) return [];
    const titles = new Map(this.reply.pieces.map((piece) => [piece.id, piece]));
    const open = steps.filter((step) => step.atPace !== null && titles.has(step.id)).slice(0, 5);
    const facts = [
      { name: report.atLeast, cell: this.percent(atLeast) },
      { name: report.atPace, cell: this.percent(atPace) },
      { name: report.atMost, cell: this.percent(atMost) },
    ];
    const rows = open.map(({ id, done, undone }) => [
      cell(titles.get(id)!.title),
      cell(this.day(titles.get(id)!.window.due)),
      this.percent(done),
      this.percent(undone),
    ]);
    return [
      { kind: 'heading', text: report.forecast },
      { kind: 'facts', facts },
      ...(rows.length > 0
        ? [
            {
              kind: 'table' as const,
              table: {
                id: 'steps',
                caption: report.steps,
                columns: [column(report.title), column(report.due), numbers(report.ifDone), numbers(report.ifUndone)],
                rows,
                none: report.none,
              },
            },
          ]
        : []),
    ];
  }
  private stateOf({ state, stillAccepted, window }: ProgressPiece): string {
    const { states, report } = this.words;
    if (state !== 'missing') return states[state!];
    const more = !stillAccepted
      ? report.closed
      : window.closes === null
        ? report.accepted
        : say(report.acceptedUntil, { when: whenIn(this.settings.language, this.zone, window.closes) });
    return `${states.missing}, ${more}`;
  }
  work(): ReportBlock[] {
    const { report } = this.words;
    const { show } = this.settings;
    const columns: ReportColumn[] = [column(report.title), column(report.due), column(report.state)];
    if (show.points) columns.push(numbers(report.score), { ...numbers(report.points), sheetOnly: true });
    if (show.percent) columns.push(numbers('%'));
    const rows = this.listed().map((piece) => {
      const { effective, points } = piece;
      const score: ReportCell =
        effective === null
          ? cell(points === null ? '' : `– / ${this.points(points)}`)
          : {
              text: points === null ? this.points(effective) : `${this.points(effective)} / ${this.points(points)}`,
              value: unmilli(effective),
            };
      return [
        cell(piece.title),
        cell(this.day(piece.window.due)),
        cell(this.stateOf(piece)),
        ...(show.points ? [score, pointsCell(this.settings.language, points)] : []),
        ...(show.percent ? [this.percentOf(effective, points)] : []),
      ];
    });
    return [
      {
        kind: 'table',
        table: { id: 'work', caption: report.work, columns, rows, none: this.reply.pieces.length === 0 ? report.noWork : report.none },
      },
    ];
  }
  remarks(): ReportBlock[] {
    const { report } = this.words;
    const rows = this.listed().flatMap((piece) => {
      const text = piece.remark ? plainText(piece.remark).trim() : '';
      return text === '' ? [] : [[cell(piece.title), cell(text)]];
    });
    return [
      {
        kind: 'table',
        table: { id: 'remarks', caption: report.remarks, columns: [column(report.title), column(report.remark)], rows, none: report.none },
      },
    ];
  }
  feedback(): ReportBlock[] {
    const { report } = this.words;
    const rows = this.listed().flatMap((piece) =>
      piece.levels.map(({ criterion, level, descriptor, words }) => [
        cell(piece.title),
        cell(criterion),
        cell(level ?? ''),
        cell([descriptor, words].filter(Boolean).join(' · ')),
      ]),
    );
    const columns = [column(report.title), column(report.criterion), column(report.level), column(report.words)];
    return [{ kind: 'table', table: { id: 'feedback', caption: report.feedback, columns, rows, none: report.none } }];
  }
  absences(): ReportBlock[] {
    const { report } = this.words;
    const rows = this.reply.pieces
      .filter((piece) => this.absent.has(`${piece.id} ${this.reply.student.id}`))
      .map((piece) => [cell(piece.title), cell(this.day(piece.window.due ?? piece.belongs))]);
    return [
      ...this.register(),
      {
        kind: 'table',
        table: {
          id: 'absences',
          caption: report.absences,
          columns: [column(report.title), column(report.absentOn)],
          rows,
          none: report.noAbsences,
        },
      },
    ];
  }
  /** What the register says: counted by term, then each lesson of what is looked at. */
  private register(): ReportBlock[] {
    const { report } = this.words;
    const { language } = this.settings;
    const { of, looking } = this.reply;
    if (this.said.length === 0) return [];
    const span = daysLookedAt(looking, of);
    const lines = this.said.filter(({ day }) => span === null || (day >= span.from && day <= span.to));
    const counted = of.terms.map((term) => ({ term, counts: countRegister(this.said, term) }));
    return [
      {
        kind: 'table',
        table: {
          id: 'absencesByTerm',
          caption: report.register,
          columns: [column(report.term), ...REGISTER_COUNTED.map((mark) => numbers(report.marks[mark]))],
          rows: counted.map(({ term, counts }) => [cell(term.name), ...REGISTER_COUNTED.map((mark) => numberCell(counts[mark]))]),
          none: report.noAbsences,
        },
      },
      {
        kind: 'table',
        table: {
          id: 'absentLessons',
          caption: report.absentLessons,
          columns: [column(report.day), column(report.mark), column(report.reason)],
          rows: lines.map(({ day, mark, minutes, reason }) => [
            cell(localDayIn(language, day)),
            cell(`${report.marks[mark as (typeof REGISTER_COUNTED)[number]]}${minutes === null ? '' : `, ${minutes} min`}`),
            cell(reason),
          ]),
          none: report.noAbsences,
        },
      },
    ];
  }
  notes(): ReportBlock[] {
    const { report } = this.words;
    const rows = this.talks.map((talk) => [cell(this.day(talk.at)), cell(talk.text)]);
    return [
      {
        kind: 'table',
        table: { id: 'notes', caption: report.notes, columns: [column(report.day), column(report.notes)], rows, none: report.none },
      },
    ];
  }
}

/** A class as one table: a row each student, columns by the parts that fit in one. */
export function classTable(
  settings: ReportSettings,
  { scheme, terms }: SchoolClass,
  replies: readonly StudentProgressReply[],
  leftOf: (reply: StudentProgressReply) => string,
  blocksOf: (reply: StudentProgressReply) => StudentBlocks,
): ReportBlock {
  const { report, bearings } = wordsIn(settings.language);
  const { parts, show, blanks, language } = settings;
  const percent = (digits: string | null) => percentCell(language, digits);
  const columns: { head: ReportColumn; of: (reply: StudentProgressReply) => ReportCell }[] = [
    { head: column(report.student), of: (reply) => cell([fullName(reply.student), leftOf(reply)].filter(Boolean).join(', ')) },
  ];
  const put = (head: ReportColumn, of: (reply: StudentProgressReply) => ReportCell) => void columns.push({ head, of });
  if (parts.includes('summary')) {
    if (scheme.kind !== 'none' && show.percent) put(numbers(report.total), ({ view }) => percent(view.standing.total));
    if (scheme.kind !== 'none' && show.points)
      put(numbers(report.points), ({ view }) =>
        cell(`${writtenPoints(language, view.standing.earned)} / ${writtenPoints(language, view.standing.possible)}`),
      );
    if (show.band && scheme.bands.length > 0) put(column(report.band), ({ view }) => cell(view.standing.band ?? ''));
    put(column(report.bearing), ({ view }) => cell(bearings[view.standing.bearing]));
    for (const key of ['missing', 'late', 'sentBack'] as const) put(numbers(report[key]), ({ counts }) => numberCell(counts[key]));
  }
  if (parts.includes('terms')) {
    for (const [place, term] of terms.entries()) put(numbers(term.name), ({ view }) => percent(view.terms[place]?.total ?? null));
    if (terms.length > 1) put(numbers(report.year), ({ view }) => percent(view.year));
  }
  if (parts.includes('categories'))
    for (const [place, category] of scheme.categories.entries())
      put(numbers(category.name), ({ view }) => percent(view.categories[place]?.result ?? null));
  if (parts.includes('forecast') && scheme.kind !== 'none')
    for (const key of ['atLeast', 'atPace', 'atMost'] as const) put(numbers(report[key]), ({ view }) => percent(view.forecast[key]));
  if (parts.includes('work')) put(column(report.work), (reply) => cell(blocksOf(reply).listed().map((piece) => piece.title).join(', '))); // prettier-ignore
  for (const head of blanks) put({ head, blank: true }, () => cell(''));
  return {
    kind: 'table',
    table: {
      id: 'class',
      caption: '',
      columns: columns.map(({ head }) => head),
      rows: replies.map((reply) => columns.map(({ of }) => of(reply))),
      none: report.noStudents,
    },
  };
}
