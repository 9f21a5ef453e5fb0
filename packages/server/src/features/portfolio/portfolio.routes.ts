import Joi from 'joi';
import { pipeline } from 'node:stream/promises';
import type { PortfolioChoice } from '../../contract';
import { asStudent, asTeacher } from '../../http/as-role';
import { id } from '../../forms/fields';
import type { Route } from '../../http/route';
import type { PortfolioService } from './portfolio.service';
import { memberParams } from '../../forms/params';

const choiceBody = Joi.object<PortfolioChoice, true>({ assignmentId: id, why: Joi.string().trim().max(500).allow('').required() });
const pieceParams = Joi.object({ pieceId: id });
const studentPieceParams = Joi.object({ classId: id, studentId: id, pieceId: id });

export const portfolioRoutes = ({ portfolio }: { portfolio: PortfolioService }): Route[] => [
  {
    route: 'GET /api/my/portfolio',
    action: 'ownPortfolio.look',
    does: 'Your portfolio over the years, and what could be put into it.',
    handle: ({ actor, now }) => portfolio.own(asStudent(actor), now),
  },
  {
    route: 'PUT /api/my/portfolio',
    action: 'ownPortfolio.choose',
    does: 'Puts a piece into your portfolio, or says anew why it is there.',
    body: choiceBody,
    handle: ({ actor, body, now }) => portfolio.chooseOwn(asStudent(actor), body, now),
  },
  {
    route: 'DELETE /api/my/portfolio/:pieceId',
    action: 'ownPortfolio.choose',
    does: 'Takes a piece out of your portfolio; the work stays where it is.',
    params: pieceParams,
    handle: ({ actor, params }) => portfolio.removeOwn(asStudent(actor), params.pieceId),
  },
  {
    route: 'GET /api/my/portfolio/zip',
    action: 'ownPortfolio.look',
    does: 'Your portfolio to take home: a zip of pages that open in any browser.',
    repliesItself: true,
    handle: async ({ actor, res, now }) => {
      const { name, zip } = await portfolio.takeHome(asStudent(actor), now);
      res.set({ 'Content-Type': 'application/zip', 'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}` });
      await pipeline(zip, res);
    },
  },
  {
    route: 'GET /api/classes/:classId/progress/:studentId/portfolio',
    action: 'portfolio.look',
    does: "A student's portfolio, as far as it is of this class.",
    params: memberParams,
    handle: ({ actor, params, now }) => portfolio.ofStudent(asTeacher(actor), params.classId, params.studentId, now),
  },
  {
    route: 'PUT /api/classes/:classId/progress/:studentId/portfolio',
    action: 'portfolio.choose',
    does: 'Puts a piece into a student’s portfolio, with a line why.',
    params: memberParams,
    body: choiceBody,
    handle: ({ actor, params, body, now }) => portfolio.chooseFor(asTeacher(actor), params.classId, params.studentId, body, now),
  },
  {
    route: 'DELETE /api/classes/:classId/progress/:studentId/portfolio/:pieceId',
    action: 'portfolio.choose',
    does: 'Takes a piece out again that you chose yourself.',
    params: studentPieceParams,
    handle: ({ actor, params }) => portfolio.removeFor(asTeacher(actor), params.classId, params.studentId, params.pieceId),
  },
];
