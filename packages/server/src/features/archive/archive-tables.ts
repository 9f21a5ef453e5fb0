/** A table of which a class has rows, and which rows those are. */
export interface ArchiveTable {
  name: string;
  /** SQL that is true of the rows of the class `:id`, or of rows that others have named */
  of: string;
  /** belongs to what was prepared, and is brought in with a class without its students too */
  plan?: true;
  /** columns that are not written, because they mean something in the installation alone */
  leftOut?: readonly string[];
  /** what is written of a column in place of what stands there */
  as?: Readonly<Record<string, string>>;
}

const ASSIGNMENTS = 'SELECT id FROM assignments WHERE class_id = :id';
const WORKS = `SELECT id FROM works WHERE assignment_id IN (${ASSIGNMENTS})`;
const PIECES = `SELECT id FROM pieces WHERE assignment_id IN (${ASSIGNMENTS})`;
const BRIEFS = 'SELECT brief_id FROM assignments WHERE class_id = :id';
const STUDENTS = 'SELECT user_id FROM class_students WHERE class_id = :id';
const TRIES = `SELECT id FROM quiz_tries WHERE assignment_id IN (${ASSIGNMENTS})`;
const GROUPS = 'SELECT g.id FROM class_groups g JOIN groupings s ON s.id = g.grouping_id WHERE s.class_id = :id';
const NOTICES = 'SELECT notice_id FROM notice_classes WHERE class_id = :id';
const EVENTS = 'SELECT event_id FROM event_classes WHERE class_id = :id';
const LIVE = 'SELECT id FROM live_questions WHERE class_id = :id';
const EXCEPTIONS = 'SELECT exception_id FROM standing_exception_classes WHERE class_id = :id';
// What hangs on a wall out of a portfolio stays with the student, whose own that is.
const HUNG = 'SELECT p.id FROM wall_pieces p JOIN walls w ON w.id = p.wall_id WHERE w.class_id = :id AND p.portfolio_piece_id IS NULL';
const NOTES = `SELECT id FROM margin_notes WHERE work_id IN (${WORKS})`;
const HOLDERS = `${BRIEFS} UNION ${NOTICES} UNION ${EVENTS} UNION ${LIVE} UNION ${NOTES}`;
const inClass = 'class_id = :id';
const ofAssignments = `assignment_id IN (${ASSIGNMENTS})`;
const ofWorks = `work_id IN (${WORKS})`;

/**
 * Everything that belongs to a class, each table after those that its rows point at. What is not here is left out of an archive on
 * purpose: sign-ins, letters and news, what is being uploaded or waits for its time, what is somebody's own (jottings, reminders,
 * saved remarks, portfolios), the links of families to children, and who may help whom.
 */
export const ARCHIVE_TABLES: readonly ArchiveTable[] = [
  { name: 'calendars', of: 'id = (SELECT calendar_id FROM classes WHERE id = :id)', plan: true },
  { name: 'classes', of: 'id = :id', plan: true, leftOut: ['join_code', 'join_open', 'join_until', 'join_asks_number', 'source_id'] },
  { name: 'units', of: inClass, plan: true },
  { name: 'class_teachers', of: inClass },
  { name: 'class_students', of: inClass },
  { name: 'groupings', of: inClass },
  { name: 'class_groups', of: `id IN (${GROUPS})` },
  { name: 'group_students', of: `group_id IN (${GROUPS})` },
  { name: 'briefs', of: `id IN (${BRIEFS})`, plan: true, leftOut: ['from_shelf'] },
  { name: 'assignments', of: inClass, plan: true },
  { name: 'file_uses', of: `holder_kind <> 'shelfItem' AND holder_id IN (${HOLDERS})`, plan: true },
  { name: 'year_shelves', of: inClass, plan: true },
  { name: 'shelved_handouts', of: inClass, plan: true },
  { name: 'handout_opens', of: ofAssignments },
  { name: 'standing_exceptions', of: `id IN (${EXCEPTIONS})` },
  { name: 'standing_exception_classes', of: inClass },
  { name: 'one_off_exceptions', of: ofAssignments },
  { name: 'group_dates', of: ofAssignments },
  { name: 'extension_requests', of: ofAssignments },
  { name: 'class_marks', of: ofAssignments },
  { name: 'nudges', of: ofAssignments },
  { name: 'works', of: ofAssignments },
  { name: 'pieces', of: ofAssignments },
  { name: 'piece_facts', of: `piece_id IN (${PIECES})` },
  { name: 'piece_files', of: ofWorks },
  { name: 'hand_ins', of: ofWorks },
  { name: 'hand_in_files', of: `hand_in_id IN (SELECT id FROM hand_ins WHERE ${ofWorks})` },
  { name: 'work_versions', of: ofWorks },
  { name: 'work_sheets', of: ofWorks },
  { name: 'work_papers', of: ofWorks },
  { name: 'paper_objects', of: ofWorks },
  { name: 'feedback_files', of: `piece_id IN (${PIECES})` },
  { name: 'margin_notes', of: ofWorks },
  { name: 'note_answers', of: `note_id IN (${NOTES})` },
  { name: 'note_reads', of: ofWorks },
  { name: 'second_scores', of: ofAssignments },
  { name: 'score_questions', of: `piece_id IN (${PIECES})` },
  { name: 'piece_messages', of: ofAssignments },
  { name: 'message_files', of: `message_id IN (SELECT id FROM piece_messages WHERE ${ofAssignments})` },
  { name: 'message_reads', of: ofAssignments },
  { name: 'review_rounds', of: ofAssignments },
  { name: 'peer_reviews', of: ofAssignments },
  { name: 'quiz_editions', of: `id IN (SELECT edition_id FROM quiz_tries WHERE ${ofAssignments})` },
  {
    name: 'quiz_tries',
    of: ofAssignments,
    // The draws of a try follow from the ids of its quiz and student, which are others where it is brought in.
    as: {
      seed: "COALESCE(seed, CONCAT((SELECT a.brief_id FROM assignments a WHERE a.id = assignment_id), ':', student_id, ':', number))",
    },
  },
  { name: 'quiz_answers', of: `try_id IN (${TRIES})` },
  { name: 'quiz_marks', of: `try_id IN (${TRIES})` },
  { name: 'quiz_corrections', of: ofAssignments },
  { name: 'book_acts', of: inClass },
  { name: 'book_changes', of: 'act_id IN (SELECT id FROM book_acts WHERE class_id = :id)' },
  { name: 'live_questions', of: inClass },
  { name: 'live_answers', of: `live_question_id IN (${LIVE})` },
  { name: 'live_marks', of: `live_question_id IN (${LIVE})` },
  { name: 'notices', of: `id IN (${NOTICES})` },
  { name: 'notice_classes', of: inClass },
  { name: 'notice_reads', of: `notice_id IN (${NOTICES}) AND reader_id IN (${STUDENTS})` },
  { name: 'notice_answers', of: inClass },
  { name: 'notice_pauses', of: inClass },
  { name: 'hands', of: `notice_id IN (${NOTICES})` },
  { name: 'hand_counts', of: `notice_id IN (${NOTICES})` },
  { name: 'hand_marks', of: `notice_id IN (${NOTICES}) AND student_id IN (${STUDENTS})` },
  { name: 'hand_votes', of: `notice_id IN (${NOTICES}) AND student_id IN (${STUDENTS})` },
  { name: 'events', of: `id IN (${EVENTS})` },
  { name: 'event_classes', of: inClass },
  { name: 'timetables', of: inClass, leftOut: ['room_open_until'] },
  { name: 'register_facts', of: inClass, leftOut: ['n'] },
  { name: 'registers_taken', of: inClass },
  { name: 'seat_orders', of: inClass },
  { name: 'family_messages', of: inClass },
  { name: 'plan_notes', of: inClass },
  { name: 'walls', of: inClass },
  { name: 'wall_pieces', of: `id IN (${HUNG})` },
  { name: 'wall_remarks', of: `wall_piece_id IN (${HUNG})` },
  { name: 'wall_shows', of: `wall_piece_id IN (${HUNG})` },
  // Last, since texts and questions name files wherever they stand.
  { name: 'kept_files', of: 'id IN (:named)', plan: true },
];
