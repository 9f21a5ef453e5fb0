import type { BookCellsReply } from '../../contract';
import { sendFile } from '../../files/write-table';
import { asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { BookService } from './book.service';
import type { BookActsService } from './book-acts.service';
import type { CellHistoryService } from './cell-history.service';
import type { TakeOutService } from './take-out.service';
import type { BringInService } from './bring-in.service';
import type { LiveService } from '../collecting/live.service';
import type { StreamsService } from '../collecting/streams.service';
import { actParams, bookQuery, bringInBody, cellsBody, confirmBody, editsBody, takeOutQuery } from './markbook.schema';
import { classParams, pieceParams } from '../../forms/params';

interface Needed {
  book: BookService;
  bookActs: BookActsService;
  cellHistory: CellHistoryService;
  takeOut: TakeOutService;
  bringIn: BringInService;
  live: LiveService;
  streams: StreamsService;
}

export const markBookRoutes = ({ book, bookActs, cellHistory, takeOut, bringIn, live, streams }: Needed): Route[] => [
  {
    route: 'GET /api/classes/:classId/book',
    action: 'book.look',
    does: 'The mark book of a class, or of its parallel sections together: students by assignments, each cell as it stands.',
    params: classParams,
    query: bookQuery,
    repliesItself: true,
    handle: async ({ actor, params, query, now, req, res }) => {
      const { plain, gzipped } = await book.ready(asTeacher(actor), params.classId, query.sections === 'together', now);
      res.type('json').vary('Accept-Encoding');
      if (req.acceptsEncodings('gzip')) res.set('Content-Encoding', 'gzip').send(gzipped);
      else res.send(plain);
    },
  },
  {
    route: 'POST /api/classes/:classId/book/cells',
    action: 'book.look',
    does: 'Cells of some assignments as they are now.',
    params: classParams,
    body: cellsBody,
    handle: async ({ actor, body, now }): Promise<BookCellsReply> => ({
      cells: await book.cells(asTeacher(actor), body.assignmentIds, now),
    }),
  },
  {
    route: 'GET /api/classes/:classId/book/live',
    action: 'book.look',
    does: 'Server-sent events: assignments of a class, or of its parallel sections, whose cells have just changed.',
    params: classParams,
    query: bookQuery,
    repliesItself: true,
    handle: async ({ actor, params, query, req, res }) => {
      const teacher = asTeacher(actor);
      const { ids } = await book.opened(teacher, params.classId, query.sections === 'together');
      await streams.begin({ actor: teacher, req, res }, ids, (say) => live.listenToBooks(ids, say));
    },
  },
  {
    route: 'GET /api/classes/:classId/book/acts',
    action: 'book.look',
    does: 'What you could undo and do again next.',
    params: classParams,
    handle: ({ actor, params }) => bookActs.acts(asTeacher(actor), params.classId),
  },
  {
    route: 'POST /api/classes/:classId/book/edits',
    action: 'score.write',
    does: 'Enters many cells as one act, all of them or none.',
    params: classParams,
    body: editsBody,
    handle: ({ actor, params, body, now }) => bookActs.enter(asTeacher(actor), params.classId, body, now),
  },
  {
    route: 'POST /api/classes/:classId/book/acts/:actId/undo',
    action: 'score.write',
    does: 'Undoes your last act, where nothing of it was changed since.',
    params: actParams,
    handle: ({ actor, params, now }) => bookActs.undo(asTeacher(actor), params.classId, params.actId, now),
  },
  {
    route: 'POST /api/classes/:classId/book/acts/:actId/redo',
    action: 'score.write',
    does: 'Does again what you undid last.',
    params: actParams,
    handle: ({ actor, params, now }) => bookActs.redo(asTeacher(actor), params.classId, params.actId, now),
  },
  {
    route: 'GET /api/assignments/:assignmentId/pieces/:studentId/history',
    action: 'piece.look',
    does: 'Everything that happened to a cell: who, when, what, why.',
    params: pieceParams,
    handle: ({ actor, params, now }) => cellHistory.history(asTeacher(actor), params, now),
  },
  {
    route: 'GET /api/classes/:classId/book/aims',
    action: 'book.look',
    does: 'What every scored piece says about aims, by student.',
    params: classParams,
    handle: ({ actor, params, now }) => takeOut.aims(asTeacher(actor), params.classId, now),
  },
  {
    route: 'GET /api/classes/:classId/book/file',
    action: 'book.look',
    does: 'The book as a workbook with formulas, as CSV, or as OneRoster results.',
    params: classParams,
    query: takeOutQuery,
    repliesItself: true,
    handle: async ({ actor, params, query, now, res }) => sendFile(res, await takeOut.file(asTeacher(actor), params.classId, query, now)),
  },
  {
    route: 'POST /api/classes/:classId/book/bring-in/preview',
    action: 'book.look',
    does: 'What a table of scores would change, cell by cell; nothing is stored.',
    params: classParams,
    takesTable: true,
    body: bringInBody,
    handle: ({ actor, params, table, now }) => bringIn.preview(asTeacher(actor), params.classId, table!, now),
  },
  {
    route: 'POST /api/classes/:classId/book/bring-in',
    action: 'score.write',
    does: 'Takes in what the preview showed, all of it or nothing.',
    params: classParams,
    takesTable: true,
    body: confirmBody,
    handle: ({ actor, params, body, table, now }) => bringIn.confirm(asTeacher(actor), params.classId, table!, body.digest, now),
  },
];
