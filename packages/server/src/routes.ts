import { accountRoutes } from './features/accounts/accounts.routes';
import { keyRoutes } from './features/keys/keys.routes';
import { aboutRoutes } from './features/about/about.routes';
import { archiveRoutes } from './features/archive/archives.routes';
import { assignmentRoutes } from './features/assignments/assignments.routes';
import { rubricRoutes } from './features/assignments/rubric.routes';
import { calendarRoutes } from './features/classes/calendars.routes';
import { classRoutes } from './features/classes/classes.routes';
import { dateRoutes } from './features/dates/dates.routes';
import { exceptionRoutes } from './features/exceptions/exceptions.routes';
import { familyRoutes } from './features/families/families.routes';
import { findRoutes } from './features/find/find.routes';
import { groupRoutes } from './features/groups/groups.routes';
import { jottingRoutes } from './features/jottings/jottings.routes';
import { keptFileRoutes } from './features/kept/kept-files.routes';
import { mailRoutes } from './features/mail/mail.routes';
import { markBookRoutes } from './features/markbook/markbook.routes';
import { notedFileRoutes } from './features/marking/noted-files.routes';
import { markingRoutes } from './features/marking/marking.routes';
import { liveQuestionRoutes } from './features/live-questions/live-questions.routes';
import { quizRoutes } from './features/quizzes/quizzes.routes';
import { registerRoutes } from './features/register/register.routes';
import { remarkRoutes } from './features/remarks/remarks.routes';
import { reviewRoutes } from './features/reviews/reviews.routes';
import { collectingRoutes } from './features/collecting/collecting.routes';
import { conversationRoutes } from './features/conversations/conversations.routes';
import { newsRoutes } from './features/news/news.routes';
import { myNoticeRoutes } from './features/notices/my-notices.routes';
import { noticeRoutes } from './features/notices/notices.routes';
import { myWorkRoutes } from './features/pieces/my-work.routes';
import { paperRoutes } from './features/pieces/papers.routes';
import { planRoutes } from './features/plan/plan.routes';
import { portfolioRoutes } from './features/portfolio/portfolio.routes';
import { progressRoutes } from './features/progress/progress.routes';
import { reportRoutes } from './features/reports/reports.routes';
import { rosterRoutes } from './features/roster/roster.routes';
import { shelfRoutes } from './features/shelf/shelf.routes';
import { takeHomeRoutes } from './features/takehome/take-home.routes';
import { termLineRoutes } from './features/termline/termline.routes';
import { todayRoutes } from './features/today/today.routes';
import { uploadRoutes } from './features/uploads/uploads.routes';
import { wallRoutes } from './features/walls/walls.routes';
import { yearShelfRoutes } from './features/year-shelf/year-shelf.routes';
import type { Route } from './http/route';
import type { Services } from './wiring';

/** Every route there is. */
export function allRoutes(services: Services): Route[] {
  const routes: Route[] = [
    ...accountRoutes(services),
    ...keyRoutes(services),
    ...archiveRoutes(services),
    ...classRoutes(services),
    ...calendarRoutes(services),
    ...rosterRoutes(services),
    ...groupRoutes(services),
    ...mailRoutes(services),
    ...assignmentRoutes(services),
    ...rubricRoutes(),
    ...keptFileRoutes(services),
    ...shelfRoutes(services),
    ...planRoutes(services),
    ...dateRoutes(services),
    ...wallRoutes(services),
    ...yearShelfRoutes(services),
    ...newsRoutes(services),
    ...noticeRoutes(services),
    ...myNoticeRoutes(services),
    ...exceptionRoutes(services),
    ...myWorkRoutes(services),
    ...paperRoutes(services),
    ...quizRoutes(services),
    ...liveQuestionRoutes(services),
    ...uploadRoutes(services),
    ...conversationRoutes(services),
    ...collectingRoutes(services),
    ...takeHomeRoutes(services),
    ...markingRoutes(services),
    ...notedFileRoutes(services),
    ...markBookRoutes(services),
    ...registerRoutes(services),
    ...remarkRoutes(services),
    ...reviewRoutes(services),
    ...progressRoutes(services),
    ...jottingRoutes(services),
    ...reportRoutes(services),
    ...familyRoutes(services),
    ...portfolioRoutes(services),
    ...todayRoutes(services),
    ...termLineRoutes(services),
    ...findRoutes(services),
    ...aboutRoutes(services, () => routes),
  ];
  return routes;
}
