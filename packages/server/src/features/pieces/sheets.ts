import type { SheetView } from '../../contract';
import type { Sight } from './sight';
import type { SheetRecord, WorksheetAttachment } from './work-records';

/** The worksheets that this student writes on: theirs alone where each has one, the group's where there is one for all. */
export function worksheetsOf({ assignment, member, team }: Sight): { attachment: WorksheetAttachment; studentId: string | null }[] {
  return assignment.attachments.flatMap((attachment) =>
    attachment.kind === 'worksheet' && attachment.use !== 'toRead'
      ? [{ attachment, studentId: team !== null && attachment.use === 'oneEach' ? member.student.id : null }]
      : [],
  );
}

/** The copies that are this student's to write on, as they see them. Before they are made, the worksheet itself. */
export function toSheetViews(sight: Sight, copies: readonly SheetRecord[]): SheetView[] {
  return worksheetsOf(sight).map(({ attachment, studentId }) => {
    const copy = copies.find((one) => one.attachmentId === attachment.id && one.studentId === studentId);
    const current = JSON.stringify(attachment.text);
    const fresh = !copy || (!copy.begun && JSON.stringify(copy.source) !== current);
    return {
      attachmentId: attachment.id,
      title: attachment.title,
      text: fresh ? attachment.text : copy.text,
      begun: copy?.begun ?? false,
      version: copy?.version ?? 0,
      corrected: copy?.begun && JSON.stringify(copy.source) !== current ? attachment.text : null,
    };
  });
}

/** What each attachment of an assignment is called. */
export const titlesOf = ({ assignment }: Sight) => new Map(assignment.attachments.map((one) => [one.id, one.title]));
