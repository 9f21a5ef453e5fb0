import { childParams, memberParams } from '../../forms/params';
import { takenFile } from '../../files/take-file';
import { asFamily, asStudent, asTeacher } from '../../http/as-role';
import { replyZip } from '../../http/reply-zip';
import type { Route } from '../../http/route';
import type { OwnPortfolioService } from './own-portfolio.service';
import type { PortfolioHomeService } from './portfolio-home.service';
import type { PortfolioWordsService } from './portfolio-words.service';
import {
  choiceBody,
  ownPortfolioBody,
  portfolioFileParams,
  portfolioOfParams,
  portfolioPieceParams,
  portfolioWordBody,
} from './portfolio.schema';
import type { PortfolioService } from './portfolio.service';

export const portfolioRoutes = ({
  portfolio,
  ownPortfolio,
  portfolioWords,
  portfolioHome,
}: {
  portfolio: PortfolioService;
  ownPortfolio: OwnPortfolioService;
  portfolioWords: PortfolioWordsService;
  portfolioHome: PortfolioHomeService;
}): Route[] => [
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
    route: 'GET /api/my/look-back',
    action: 'ownPortfolio.look',
    does: 'Terms of your classes that end about now, and on which you have not looked back yet.',
    handle: ({ actor, now }) => portfolio.lookBack(asStudent(actor), now),
  },
  {
    route: 'PUT /api/my/portfolio/own/:pieceId',
    action: 'ownPortfolio.choose',
    does: 'Keeps a piece of your own, or what you say looking back on a term; done, it waits for a teacher’s yes.',
    params: portfolioPieceParams,
    body: ownPortfolioBody,
    handle: ({ actor, params, body, now }) => ownPortfolio.keep(asStudent(actor), params.pieceId, body, now),
  },
  {
    route: 'POST /api/my/portfolio/own/:pieceId/files',
    action: 'ownPortfolio.choose',
    does: 'Adds one file of up to 50 MB to a piece of your own.',
    params: portfolioPieceParams,
    takesFile: true,
    status: 201,
    handle: ({ actor, params, req, now }) => ownPortfolio.addFile(asStudent(actor), params.pieceId, takenFile(req), now),
  },
  {
    route: 'DELETE /api/my/portfolio/own/:pieceId/files/:fileId',
    action: 'ownPortfolio.choose',
    does: 'Takes a file out of a piece of your own.',
    params: portfolioFileParams,
    handle: ({ actor, params, now }) => ownPortfolio.removeFile(asStudent(actor), params.pieceId, params.fileId, now),
  },
  {
    route: 'GET /api/portfolio/waiting',
    action: 'portfolio.waiting',
    does: 'What waits for your word in the portfolios of all your classes, the oldest first.',
    handle: ({ actor, now }) => portfolioWords.waiting(asTeacher(actor), now),
  },
  {
    route: 'PUT /api/portfolio/:pieceId/word',
    action: 'portfolio.choose',
    does: 'Says yes to a piece, or gives it back, with a word or without. With a yes families see it.',
    params: portfolioPieceParams,
    body: portfolioWordBody,
    handle: ({ actor, params, body, now }) => portfolioWords.say(asTeacher(actor), params.pieceId, body, now),
  },
  {
    route: 'GET /api/family/children/:studentId/portfolio',
    action: 'child.look',
    does: 'What of a child’s portfolio has a teacher’s yes.',
    params: childParams,
    handle: ({ actor, params, now }) => portfolioWords.ofChild(asFamily(actor), params.studentId, now),
  },
  {
    route: 'DELETE /api/my/portfolio/:pieceId',
    action: 'ownPortfolio.choose',
    does: 'Takes a piece out of your portfolio; the work stays where it is.',
    params: portfolioPieceParams,
    handle: ({ actor, params }) => portfolio.removeOwn(asStudent(actor), params.pieceId),
  },
  {
    route: 'GET /api/my/portfolio/zip',
    action: 'ownPortfolio.look',
    does: 'Your portfolio to take home: a zip of pages that open in any browser.',
    repliesItself: true,
    handle: async ({ actor, res, now }) => {
      await replyZip(res, await portfolioHome.takeHome(asStudent(actor), now));
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
    params: portfolioOfParams,
    handle: ({ actor, params }) => portfolio.removeFor(asTeacher(actor), params.classId, params.studentId, params.pieceId),
  },
];
