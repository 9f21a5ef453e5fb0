import Joi from 'joi';
import { pipeline } from 'node:stream/promises';
import type { PortfolioChoice } from '../../contract';
import { asStudent, asTeacher } from '../../http/as-role';
import { id } from '../../forms/fields';
import type { Ask, Route } from '../../http/route';
import type { PortfolioService } from './portfolio.service';
import { memberParams } from '../../forms/params';

type OneStudent = { classId: string; studentId: string };
const OF_STUDENT = '/api/classes/:classId/progress/:studentId/portfolio';
const choiceBody = Joi.object<PortfolioChoice, true>({ assignmentId: id, why: Joi.string().trim().max(500).allow('').required() });
const pieceParams = Joi.object({ pieceId: id });
const studentPieceParams = Joi.object({ classId: id, studentId: id, pieceId: id });

export const portfolioRoutes = ({ portfolio }: { portfolio: PortfolioService }): Route[] => [
  {
    verb: 'get',
    path: '/api/my/portfolio',
    action: 'ownPortfolio.look',
    does: 'Your portfolio over the years, and what could be put into it.',
    handle: ({ actor, now }: Ask) => portfolio.own(asStudent(actor), now),
  },
  {
    verb: 'put',
    path: '/api/my/portfolio',
    action: 'ownPortfolio.choose',
    does: 'Puts a piece into your portfolio, or says anew why it is there.',
    body: choiceBody,
    handle: ({ actor, body, now }: Ask<object, PortfolioChoice>) => portfolio.chooseOwn(asStudent(actor), body, now),
  },
  {
    verb: 'delete',
    path: '/api/my/portfolio/:pieceId',
    action: 'ownPortfolio.choose',
    does: 'Takes a piece out of your portfolio; the work stays where it is.',
    params: pieceParams,
    handle: ({ actor, params }: Ask<{ pieceId: string }>) => portfolio.removeOwn(asStudent(actor), params.pieceId),
  },
  {
    verb: 'get',
    path: '/api/my/portfolio/zip',
    action: 'ownPortfolio.look',
    does: 'Your portfolio to take home: a zip of pages that open in any browser.',
    repliesItself: true,
    handle: async ({ actor, res, now }: Ask) => {
      const { name, zip } = await portfolio.takeHome(asStudent(actor), now);
      res.set({ 'Content-Type': 'application/zip', 'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}` });
      await pipeline(zip, res);
    },
  },
  {
    verb: 'get',
    path: OF_STUDENT,
    action: 'portfolio.look',
    does: "A student's portfolio, as far as it is of this class.",
    params: memberParams,
    handle: ({ actor, params, now }: Ask<OneStudent>) => portfolio.ofStudent(asTeacher(actor), params.classId, params.studentId, now),
  },
  {
    verb: 'put',
    path: OF_STUDENT,
    action: 'portfolio.choose',
    does: 'Puts a piece into a student’s portfolio, with a line why.',
    params: memberParams,
    body: choiceBody,
    handle: ({ actor, params, body, now }: Ask<OneStudent, PortfolioChoice>) =>
      portfolio.chooseFor(asTeacher(actor), params.classId, params.studentId, body, now),
  },
  {
    verb: 'delete',
    path: `${OF_STUDENT}/:pieceId`,
    action: 'portfolio.choose',
    does: 'Takes a piece out again that you chose yourself.',
    params: studentPieceParams,
    handle: ({ actor, params }: Ask<OneStudent & { pieceId: string }>) =>
      portfolio.removeFor(asTeacher(actor), params.classId, params.studentId, params.pieceId),
  },
];
