import { createRouter, createWebHistory } from 'vue-router';
import { lineAway } from '../api/last-seen';
import { useOwnLanguage, useSession } from '../features/accounts';

declare module 'vue-router' {
  interface RouteMeta {
    /** the section of the mast that is marked */
    section?: string;
    /** without mast and term line */
    bare?: boolean;
    /** on a phone it has the whole screen */
    whole?: boolean;
    /** whose page it is; left out, anybody's */
    for?: 'teacher' | 'student' | 'family';
    /** key of the message that names the page in the window's title */
    title?: string;
  }
}

const teacher = (section: string, title = `nav.${section}`) => ({ for: 'teacher' as const, section, title });
const student = (section: string, title: string) => ({ for: 'student' as const, section, title });

const homeOf = (role: string | undefined) => (role === 'student' ? '/work' : role === 'family' ? '/family' : '/today');

export const router = createRouter({
  history: createWebHistory(),
  // Another choice on the same page leaves what one looks at where it is.
  scrollBehavior: (to, from, saved) => saved ?? (to.path === from.path ? false : { top: 0 }),
  routes: [
    { path: '/', redirect: () => homeOf(useSession().me?.role) },
    { path: '/sign-in', component: () => import('../features/accounts/SignInPage.vue'), meta: { bare: true, title: 'signIn.title' } },
    { path: '/join/:code?', component: () => import('../features/accounts/JoinPage.vue'), meta: { bare: true, title: 'join.title' } },
    { path: '/today', component: () => import('../features/today/TodayPage.vue'), meta: teacher('today') },
    { path: '/plan', component: () => import('../features/plan/PlanPage.vue'), meta: teacher('plan') },
    { path: '/compose/:id?', component: () => import('../features/assignments/ComposePage.vue'), meta: teacher('plan', 'compose.title') },
    { path: '/quiz/:id?', component: () => import('../features/quizzes/QuizPage.vue'), meta: teacher('plan', 'quizMaking.title') },
    { path: '/archives', component: () => import('../features/archive/ArchivesPage.vue'), meta: teacher('class', 'archive.title') },
    { path: '/shelf', component: () => import('../features/shelf/ShelfPage.vue'), meta: teacher('plan', 'shelf.title') },
    { path: '/questions', component: () => import('../features/quizzes/StorePage.vue'), meta: teacher('plan', 'store.title') },
    {
      path: '/calendar',
      component: () => import('../features/plan/CalendarPage.vue'),
      meta: { section: 'calendar', title: 'dates.title' },
    },
    { path: '/news', component: () => import('../features/news/NewsPage.vue'), meta: { section: 'news', title: 'news.title' } },
    {
      path: '/handouts/:id',
      component: () => import('../features/mywork/HandoutPage.vue'),
      meta: { section: 'work', title: 'handouts.title' },
    },
    {
      path: '/year-shelf',
      component: () => import('../features/year-shelf/MyYearShelfPage.vue'),
      meta: student('work', 'yearShelf.title'),
    },
    { path: '/assignments/:id', component: () => import('../features/assignments/AssignmentPage.vue'), meta: teacher('plan') },
    {
      path: '/assignments/:id/follow/:student',
      component: () => import('../features/collecting/FollowPage.vue'),
      meta: teacher('plan', 'follow.title'),
    },
    {
      path: '/assignments/:id/overlap',
      component: () => import('../features/collecting/OverlapPage.vue'),
      meta: teacher('plan', 'overlap.title'),
    },
    {
      path: '/assignments/:id/reviews',
      component: () => import('../features/reviews/ReviewsPage.vue'),
      meta: teacher('plan', 'review.title'),
    },
    { path: '/marking', component: () => import('../features/marking/MarkingPage.vue'), meta: teacher('marking') },
    { path: '/marking/remarks', component: () => import('../features/remarks/RemarksPage.vue'), meta: teacher('marking', 'remarks.title') },
    { path: '/marking/:id/sheet', component: () => import('../features/marking/SheetPage.vue'), meta: teacher('marking', 'sheet.title') },
    {
      path: '/marking/:id/across',
      component: () => import('../features/marking/AcrossPage.vue'),
      meta: teacher('marking', 'across.title'),
    },
    {
      path: '/marking/:id/outcome',
      component: () => import('../features/marking/OutcomePage.vue'),
      meta: teacher('marking', 'outcome.title'),
    },
    {
      path: '/marking/:id/quiz',
      component: () => import('../features/quizzes/QuizOutcomePage.vue'),
      meta: teacher('marking', 'quizOutcome.title'),
    },
    {
      path: '/marking/:id/answers/:question',
      component: () => import('../features/quizzes/AcrossAnswersPage.vue'),
      meta: teacher('marking', 'quizAcross.title'),
    },
    { path: '/marking/:id/two', component: () => import('../features/marking/TwoPage.vue'), meta: teacher('marking', 'two.title') },
    { path: '/marking/:id/:student?', component: () => import('../features/marking/DeskPage.vue'), meta: teacher('marking') },
    { path: '/mark-book', component: () => import('../features/markbook/MarkBookPage.vue'), meta: teacher('mark-book', 'nav.markBook') },
    { path: '/progress', component: () => import('../features/progress/ProgressPage.vue'), meta: teacher('progress') },
    { path: '/progress/:classId/:student', component: () => import('../features/progress/StudentPage.vue'), meta: teacher('progress') },
    {
      path: '/progress/:classId/:student/portfolio',
      component: () => import('../features/portfolio/PortfolioPage.vue'),
      meta: teacher('progress', 'portfolio.title'),
    },
    { path: '/reports', component: () => import('../features/reports/ReportsPage.vue'), meta: teacher('progress', 'report.title') },
    {
      path: '/class/:id/families',
      component: () => import('../features/families/FamiliesPage.vue'),
      meta: teacher('class', 'families.title'),
    },
    { path: '/class/:id?', component: () => import('../features/classes/RosterPage.vue'), meta: teacher('class') },
    {
      path: '/class/:id/bring-in',
      component: () => import('../features/classes/BringInPage.vue'),
      meta: teacher('class', 'bringIn.title'),
    },
    { path: '/class/:id/ask', component: () => import('../features/live-questions/AskPage.vue'), meta: teacher('class', 'live.title') },
    {
      path: '/class/:id/register',
      component: () => import('../features/register/RegisterPage.vue'),
      meta: teacher('class', 'register.title'),
    },
    {
      path: '/class/:id/year-shelf',
      component: () => import('../features/year-shelf/YearShelfPage.vue'),
      meta: teacher('class', 'yearShelf.title'),
    },
    {
      path: '/class/:id/timetable',
      component: () => import('../features/dates/TimetablePage.vue'),
      meta: teacher('class', 'lessons.title'),
    },
    { path: '/call/:id', component: () => import('../features/dates/CallPage.vue'), meta: { bare: true, title: 'call.title' } },
    { path: '/class/:id/walls', component: () => import('../features/walls/WallsPage.vue'), meta: teacher('class', 'walls.title') },
    { path: '/class/:id/walls/:wall', component: () => import('../features/walls/WallPage.vue'), meta: teacher('class', 'walls.title') },
    { path: '/walls', component: () => import('../features/walls/MyWallsPage.vue'), meta: student('work', 'walls.title') },
    { path: '/walls/:wall', component: () => import('../features/walls/MyWallPage.vue'), meta: student('work', 'walls.title') },
    {
      path: '/class/:id/notices',
      component: () => import('../features/notices/NoticeboardPage.vue'),
      meta: teacher('class', 'notices.title'),
    },
    {
      path: '/class/:id/hands/:notice',
      component: () => import('../features/notices/HandsBoardPage.vue'),
      meta: { for: 'teacher', bare: true, title: 'notices.newHands' },
    },
    { path: '/notices', component: () => import('../features/notices/MyNoticesPage.vue'), meta: student('work', 'notices.mine') },
    {
      path: '/board/:id',
      component: () => import('../features/live-questions/BoardPage.vue'),
      meta: { for: 'teacher', bare: true, title: 'live.board' },
    },
    { path: '/asked', component: () => import('../features/live-questions/AskedPage.vue'), meta: student('work', 'live.askedNow') },
    { path: '/class/:id/groups', component: () => import('../features/classes/GroupsPage.vue'), meta: teacher('class', 'groups.title') },
    {
      path: '/class/:id/exceptions',
      component: () => import('../features/classes/StandingPage.vue'),
      meta: teacher('class', 'standing.title'),
    },
    { path: '/class/:id/scheme', component: () => import('../features/classes/SchemePage.vue'), meta: teacher('class', 'scheme.title') },
    {
      path: '/class/:id/calendar',
      component: () => import('../features/classes/CalendarPage.vue'),
      meta: teacher('class', 'calendar.title'),
    },
    { path: '/class/:id/about', component: () => import('../features/classes/AboutPage.vue'), meta: teacher('class', 'about.title') },
    { path: '/class/:id/copy', component: () => import('../features/classes/CopyPage.vue'), meta: teacher('class', 'copy.title') },
    {
      path: '/class/:id/code',
      component: () => import('../features/classes/JoinCodePage.vue'),
      meta: { for: 'teacher', bare: true, title: 'class.joinCode' },
    },
    { path: '/mailroom', component: () => import('../features/mailroom/MailroomPage.vue'), meta: teacher('mailroom', 'mailroom.title') },
    { path: '/account', component: () => import('../features/accounts/AccountPage.vue'), meta: { title: 'account.title' } },
    { path: '/card', component: () => import('../features/accounts/CardPage.vue'), meta: { bare: true, title: 'card.title' } },
    { path: '/invited', component: () => import('../features/accounts/TicketPage.vue'), meta: { bare: true, title: 'ticket.title' } },
    {
      path: '/new-password',
      component: () => import('../features/accounts/TicketPage.vue'),
      meta: { bare: true, title: 'ticket.password' },
    },
    {
      path: '/forgotten',
      component: () => import('../features/accounts/ForgottenPage.vue'),
      meta: { bare: true, title: 'forgotten.title' },
    },
    {
      path: '/own-password',
      component: () => import('../features/accounts/OwnPasswordPage.vue'),
      meta: { bare: true, title: 'account.ownPassword' },
    },
    { path: '/work', component: () => import('../features/mywork/WorkHome.vue'), meta: student('work', 'nav.myWork') },
    { path: '/work/reviews/:id', component: () => import('../features/reviews/ReviewPage.vue'), meta: student('work', 'review.title') },
    { path: '/work/:id', component: () => import('../features/mywork/PieceHome.vue'), meta: student('work', 'nav.myWork') },
    {
      path: '/work/:id/paper/:paper',
      component: () => import('../features/paper/PaperPage.vue'),
      meta: { ...student('work', 'paper.title'), whole: true },
    },
    {
      path: '/work/:id/quiz',
      component: () => import('../features/quizzes/TakingPage.vue'),
      meta: { for: 'student', bare: true, title: 'quizTaking.title' },
    },
    { path: '/work/:id/receipt', component: () => import('../features/mywork/ReceiptPage.vue'), meta: student('work', 'piece.receipt') },
    {
      path: '/portfolios',
      component: () => import('../features/portfolio/PortfoliosPage.vue'),
      meta: teacher('today', 'portfolio.waiting'),
    },
    {
      path: '/portfolio',
      component: () => import('../features/portfolio/PortfolioPage.vue'),
      meta: student('my-progress', 'portfolio.title'),
    },
    { path: '/family', component: () => import('../features/families/FamilyPage.vue'), meta: { bare: true, title: 'family.title' } },
    {
      path: '/my-progress',
      component: () => import('../features/progress/OwnProgressPage.vue'),
      meta: student('my-progress', 'nav.progress'),
    },
    { path: '/guide/:whom?', component: () => import('../features/guide/GuidePage.vue'), meta: { bare: true, title: 'guide.title' } },
    { path: '/:rest(.*)*', component: () => import('./MissingPage.vue'), meta: { title: 'missingPage.title' } },
  ],
});

/** What fails here is met again, and told, when the page itself is loaded. */
const fetchPart = (part: unknown) => (part as () => Promise<unknown>)().catch(() => undefined);

router.beforeEach(async (to) => {
  const session = useSession();
  // The page's part of the application comes while the server is asked who is here.
  for (const { components } of to.matched) if (typeof components?.default === 'function') void fetchPart(components.default);
  if (!session.asked) {
    await session.look().catch(() => undefined);
    // The first page is in its reader's language from the beginning.
    await useOwnLanguage()
      .speakTo(session.me)
      .catch(() => undefined);
  }
  const { bare, for: whose } = to.meta;
  if (bare && !whose) return true;
  if (session.me?.newPasswordNeeded && to.path !== '/own-password') return '/own-password';
  if (!session.me) return { path: '/sign-in', query: to.fullPath === '/' ? {} : { to: to.fullPath } };
  // Somebody else's section is as good as not there.
  if (session.me.role === 'family' || (whose && whose !== session.me.role)) return homeOf(session.me.role);
  return true;
});

const RENEWED = 'jolly-renewed-for';
// A part of the application that is not there belongs to an earlier release: the page is loaded anew, once. Without a line it stays.
router.onError((error: unknown, to) => {
  if (!(error instanceof Error && /import|preload|module/i.test(error.message))) return;
  if (!navigator.onLine || lineAway.value || sessionStorage.getItem(RENEWED) === to.fullPath) {
    lineAway.value ??= { since: null };
    return;
  }
  sessionStorage.setItem(RENEWED, to.fullPath);
  location.assign(to.fullPath);
});
router.afterEach((_to, _from, failure) => failure || sessionStorage.removeItem(RENEWED));
