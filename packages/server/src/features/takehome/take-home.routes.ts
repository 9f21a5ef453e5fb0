import Joi from 'joi';
import { takenFile } from '../../files/take-file';
import { asTeacher } from '../../http/as-role';
import { id } from '../../forms/fields';
import type { Route } from '../../http/route';
import { WORDS_FORMS, type TakeHomeService, type WordsForm } from './take-home.service';
import { assignmentParams } from '../../forms/params';

const takeHomeQuery = Joi.object({
  of: Joi.string()
    .pattern(/^[0-9a-f-]{36}(,[0-9a-f-]{36}){0,99}$/)
    .required(),
  as: Joi.valid(...WORDS_FORMS).default('html'),
  ticket: id.optional(),
});
const ticketParams = Joi.object({ ticket: id });

const planBody = Joi.object<{ of: string[]; as: WordsForm }, true>({
  of: Joi.array().items(id).min(1).max(100).unique().required(),
  as: Joi.string()
    .valid(...WORDS_FORMS)
    .required(),
});

export const takeHomeRoutes = ({ takeHome }: { takeHome: TakeHomeService }): Route[] => [
  {
    route: 'POST /api/take-home',
    action: 'piece.takeHome',
    does: 'How many files of some assignments would go home, in which form.',
    body: planBody,
    handle: async ({ actor, body, now }) => ({
      files: (await takeHome.plan(asTeacher(actor), body.of, body.as, now)).length,
    }),
  },
  {
    route: 'GET /api/take-home',
    action: 'piece.takeHome',
    does: 'Everything handed in to some assignments, as one zip with a table of what is in it.',
    query: takeHomeQuery,
    repliesItself: true,
    handle: async ({ actor, query: { of, as, ticket }, now, res }) => {
      const teacher = asTeacher(actor);
      const going = await takeHome.plan(teacher, of.split(','), as, now);
      res.attachment(`${await takeHome.nameOf(teacher, going)}.zip`);
      res.set({ 'Content-Type': 'application/zip', 'Cache-Control': 'no-store' });
      await takeHome.write(teacher, going, as, res, ticket ?? null);
    },
  },
  {
    route: 'GET /api/take-home/:ticket',
    action: 'piece.takeHome',
    does: 'How many files of a download are packed.',
    params: ticketParams,
    handle: ({ actor, params }) => takeHome.progress(asTeacher(actor), params.ticket) ?? undefined,
  },
  {
    route: 'POST /api/assignments/:assignmentId/bring-back',
    action: 'piece.bringBack',
    does: 'Takes one annotated file by the name that it went home with; it is kept back until the piece is returned.',
    params: assignmentParams,
    takesFile: true,
    status: 201,
    handle: ({ actor, params, now, req }) => takeHome.bringBack(asTeacher(actor), params.assignmentId, takenFile(req), now),
  },
];
