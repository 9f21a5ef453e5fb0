import type { Sequelize } from 'sequelize';
import { ticketsService } from './features/accounts/tickets.service';
import { assignmentsService } from './features/assignments/assignments.service';
import { briefsService } from './features/assignments/briefs.service';
import { briefEffectsService } from './features/assignments/brief-effects.service';
import { issuingService } from './features/assignments/issuing.service';
import { loadService } from './features/assignments/load.service';
import { calendarsService } from './features/classes/calendars.service';
import { classCopyService } from './features/classes/class-copy.service';
import { classesService } from './features/classes/classes.service';
import { schemeService } from './features/classes/scheme.service';
import { exceptionsService } from './features/exceptions/exceptions.service';
import { extensionsService } from './features/exceptions/extensions.service';
import { standingService } from './features/exceptions/standing.service';
import { familiesService } from './features/families/families.service';
import { tellingFamiliesService } from './features/families/telling-families.service';
import { cleaningService } from './features/files/cleaning.service';
import { liveScoringService } from './features/live-questions/live-scoring.service';
import { liveQuestionsService } from './features/live-questions/live-questions.service';
import { findService } from './features/find/find.service';
import { groupsService } from './features/groups/groups.service';
import { jottingsService } from './features/jottings/jottings.service';
import { flattening } from './files/flattening';
import { paperChecksService } from './features/kept/paper-checks.service';
import { flatPapers } from './features/pieces/flat-papers';
import { keptFilesService } from './features/kept/kept-files.service';
import { mailService, type MailSettings } from './features/mail/mail.service';
import { bookActsService } from './features/markbook/book-acts.service';
import { bookService } from './features/markbook/book.service';
import { bringInService } from './features/markbook/bring-in.service';
import { cellHistoryService } from './features/markbook/cell-history.service';
import { takeOutService } from './features/markbook/take-out.service';
import { notedFilesService } from './features/marking/noted-files.service';
import { annotatingService } from './features/marking/annotating.service';
import { deskService } from './features/marking/desk.service';
import { judgingService } from './features/marking/judging.service';
import { pilesService } from './features/marking/piles.service';
import { scoreQuestionsService } from './features/marking/score-questions.service';
import { returningService } from './features/marking/returning.service';
import { scoringService } from './features/marking/scoring.service';
import { secondScoresService } from './features/marking/second-scores.service';
import { notesService } from './features/notes/notes.service';
import { remarksService } from './features/remarks/remarks.service';
import { peerReviewsService } from './features/reviews/peer-reviews.service';
import { reviewsService } from './features/reviews/reviews.service';
import { collectingService } from './features/collecting/collecting.service';
import { liveService } from './features/collecting/live.service';
import { streamsService } from './features/collecting/streams.service';
import { overlapService } from './features/collecting/overlap.service';
import { rowsService } from './features/collecting/rows.service';
import { conversationsService } from './features/conversations/conversations.service';
import { talkingService } from './features/conversations/talking.service';
import { dateChangesService } from './features/news/date-changes.service';
import { newsService } from './features/news/news.service';
import { boardService } from './features/pieces/board.service';
import { classBoardsService } from './features/pieces/class-boards.service';
import { fetchingService } from './features/pieces/fetching.service';
import { myWorkService } from './features/pieces/my-work.service';
import { ownPiecesService } from './features/pieces/own-pieces.service';
import { piecesService } from './features/pieces/pieces.service';
import { correctionsService } from './features/quizzes/corrections.service';
import { outcomeService } from './features/quizzes/outcome.service';
import { quizMarksService } from './features/quizzes/quiz-marks.service';
import { quizInterchangeService } from './features/quizzes/interchange/interchange.service';
import { quizPrintService } from './features/quizzes/quiz-print.service';
import { questionAimsService } from './features/quizzes/question-aims.service';
import { quizzesService } from './features/quizzes/quizzes.service';
import { lateTelling } from './features/pieces/tell-late';
import { workingService } from './features/pieces/working.service';
import { worksService } from './features/pieces/works.service';
import { calendarFeedService } from './features/dates/calendar-feed.service';
import { datesService } from './features/dates/dates.service';
import { eventsService } from './features/events/events.service';
import { lessonsService } from './features/lessons/lessons.service';
import { registerFactsService } from './features/register/register-facts.service';
import { registerService } from './features/register/register.service';
import { toldAbsencesService } from './features/register/told-absences.service';
import { remindersService } from './features/reminders/reminders.service';
import { movesService } from './features/plan/moves.service';
import { planNotesService } from './features/plan/plan-notes.service';
import { planService } from './features/plan/plan.service';
import { ownPortfolioService } from './features/portfolio/own-portfolio.service';
import { portfolioEntriesService } from './features/portfolio/portfolio-entries.service';
import { portfolioHomeService } from './features/portfolio/portfolio-home.service';
import { portfolioWordsService } from './features/portfolio/portfolio-words.service';
import { portfolioService } from './features/portfolio/portfolio.service';
import { progressService } from './features/progress/progress.service';
import { composeService } from './features/reports/compose.service';
import { reportJobsService } from './features/reports/report-jobs.service';
import { reportLettersService } from './features/reports/report-letters.service';
import { reportsService } from './features/reports/reports.service';
import { joiningService } from './features/roster/joining.service';
import { personsService } from './features/roster/persons.service';
import { rosterExportService } from './features/roster/roster-export.service';
import { rosterImportService } from './features/roster/roster-import.service';
import { rosterService } from './features/roster/roster.service';
import { questionStoreService } from './features/shelf/question-store.service';
import { shelfService } from './features/shelf/shelf.service';
import { feedbackFilesService } from './features/takehome/feedback-files.service';
import { takeHomeService } from './features/takehome/take-home.service';
import { termLineService } from './features/termline/termline.service';
import { todayService } from './features/today/today.service';
import { uploadsService } from './features/uploads/uploads.service';
import { hangingService } from './features/walls/hanging.service';
import { wallActsService } from './features/walls/wall-acts.service';
import { wallPagesService } from './features/walls/wall-pages.service';
import { wallRepliesService } from './features/walls/wall-replies.service';
import { wireAccounts } from './wiring-accounts';
import { wireArchives } from './wiring-archives';
import { wireHome } from './wiring-home';
import { wireNotices } from './wiring-notices';
import { wallsService } from './features/walls/walls.service';
import { yearShelfService } from './features/year-shelf/year-shelf.service';
import { stampedCache, type MakeCache } from './db/stamped-cache';
import { printPdf as printed, type PrintPdf } from './files/print-pdf';
import type { FileStore } from './files/file-store';

export interface Installation {
  sequelize: Sequelize;
  fileStore: FileStore;
  defaultZone: string;
  mail: MailSettings;
  /** the program that makes PDFs of reports */
  chromium: string;
  /** how what is kept ready is kept */
  cache?: MakeCache;
}

/** Who works with whom, in one place. */
export function wire({ sequelize, fileStore, defaultZone, mail: settings, chromium, cache = stampedCache }: Installation) {
  const printPdf: PrintPdf = (page, longestMs) => printed(page, chromium, longestMs);
  const { accounts, keys, signIn } = wireAccounts(sequelize);
  const mail = mailService({ sequelize, accounts, settings });
  const classes = classesService({ sequelize, accounts, defaultZone });
  const cleaning = cleaningService({ sequelize, fileStore });
  const news = newsService({ sequelize, accounts, mail });
  const tickets = ticketsService({ sequelize, accounts, classes, signIn, mail, news });
  const persons = personsService({ sequelize, accounts, classes, news });
  const roster = rosterService({ sequelize, accounts, classes, persons, tickets });
  const joining = joiningService({ sequelize, accounts, classes, roster, persons, signIn, news });
  const rosterImport = rosterImportService({ sequelize, accounts, classes, roster, persons, joining });
  const rosterExport = rosterExportService({ accounts, classes, roster });
  const groups = groupsService({ sequelize, classes, roster });
  const keptFiles = keptFilesService({ sequelize });
  const papers = flattening({ printPdf });
  const paperChecks = paperChecksService({ keptFiles, fileStore, flattening: papers });
  const assignments = assignmentsService({ sequelize, classes });
  const works = worksService({ sequelize });
  const pieces = piecesService({ sequelize, accounts, works });
  const families = familiesService({ sequelize, accounts });
  const seconds = secondScoresService({ sequelize });
  const briefs = briefsService({ sequelize, classes, assignments, keptFiles, pieces, groups, seconds, paperChecks });
  const shelf = shelfService({ sequelize, accounts, classes, assignments, briefs, keptFiles });
  const schemes = schemeService({ sequelize, classes, assignments });
  const exceptions = exceptionsService({ sequelize, assignments, groups, roster });
  const standing = standingService({ sequelize, accounts, classes, roster });
  const board = boardService({ accounts, classes, roster, assignments, exceptions, groups, standing, pieces, seconds });
  const yearShelf = yearShelfService({ sequelize, classes, roster, assignments, board });
  const classCopies = classCopyService({ sequelize, classes, assignments, keptFiles, yearShelf });
  const classBoards = classBoardsService({ sequelize, classes, assignments, board, cache });
  const dateChanges = dateChangesService({ sequelize, assignments, board, news });
  const issuing = issuingService({ sequelize, assignments, briefs, board, news, dateChanges });
  const briefEffects = briefEffectsService({ classes, assignments, briefs, board });
  const loads = loadService({ classes, roster, assignments, board, classBoards });
  const extensions = extensionsService({ sequelize, accounts, classes, assignments, board, classBoards, exceptions, news });
  const moves = movesService({ sequelize, classes, assignments, exceptions, groups, board, loads, dateChanges });
  const planNotes = planNotesService({ sequelize, accounts, classes, assignments });
  const plan = planService({ sequelize, classes, roster, assignments, classBoards, loads, moves, planNotes });
  const calendars = calendarsService({ sequelize, accounts, classes, board, news, dateChanges });
  const ownPieces = ownPiecesService({ assignments, board, groups, pieces });
  const conversations = conversationsService({ sequelize, accounts });
  const talking = talkingService({ accounts, classes, assignments, board, ownPieces, conversations, news });
  const feedbackFiles = feedbackFilesService({ sequelize });
  const tellLate = lateTelling({ classes, news });
  const flatten = flatPapers({ works, keptFiles, fileStore, flattening: papers });
  const working = workingService({ accounts, ownPieces, pieces, works, news, tellLate, keptFiles, flatten });
  const uploads = uploadsService({ sequelize, fileStore, working, works });
  const notes = notesService({ sequelize, accounts, keptFiles });
  const remarks = remarksService({ sequelize, accounts });
  const scoreQuestions = scoreQuestionsService({ sequelize, accounts });
  const peerReviews = peerReviewsService({ sequelize });
  const saidAbout = { conversations, feedbackFiles, notes, scoreQuestions, peerReviews };
  const portfolioEntries = portfolioEntriesService({ sequelize, accounts, classes, works });
  const hanging = hangingService({ sequelize, roster, assignments, board, works, peerReviews, portfolioEntries });
  const walls = wallsService({ sequelize, classes, roster, assignments, families, hanging });
  const myWork = myWorkService({
    sequelize,
    cache,
    assignments,
    classes,
    roster,
    board,
    pieces,
    works,
    working,
    ownPieces,
    extensions,
    yearShelf,
    walls,
    ...saidAbout,
  });
  const registerFacts = registerFactsService({ sequelize });
  const rows = rowsService({ sequelize, board, conversations, feedbackFiles, notes, registerFacts });
  const live = liveService({ sequelize });
  const streams = streamsService({ sequelize });
  const collecting = collectingService({ sequelize, accounts, assignments, board, exceptions, news, works, working, rows });
  const overlap = overlapService({ classes, assignments, board, works });
  const takeHome = takeHomeService({ accounts, assignments, board, pieces, works, feedbackFiles, fileStore, printPdf });
  const desk = deskService({ accounts, assignments, board, pieces, works, working, rows, notes, scoreQuestions, seconds });
  const scoring = scoringService({ assignments, board, pieces, rows, desk, notes, remarks, exceptions, feedbackFiles, news });
  const returning = returningService({ sequelize, accounts, assignments, board, pieces, notes, feedbackFiles, families, news });
  const judging = judgingService({ accounts, assignments, board, pieces, works, rows, desk, remarks, seconds });
  const notedFiles = notedFilesService({ accounts, desk, myWork, works, fileStore, flattening: papers });
  const annotating = annotatingService({ accounts, classes, desk, notes, scoreQuestions, remarks, pieces, ownPieces, feedbackFiles, news });
  const quizzes = quizzesService({ sequelize, assignments, board, ownPieces, pieces, returning, tellLate });
  const ofQuizzes = { accounts, assignments, board, records: quizzes.records };
  const quizOutcome = outcomeService({ ...ofQuizzes, ending: quizzes.ending });
  const questionStore = questionStoreService({ sequelize, classes, assignments, briefs, keptFiles, shelf, quizOutcome });
  const quizMarks = quizMarksService({ ...ofQuizzes, pieces, works, outcome: quizOutcome, remarks });
  const quizPrint = quizPrintService({ briefs, keptFiles, fileStore, printPdf });
  const quizInterchange = quizInterchangeService({ briefs, keptFiles, fileStore });
  const corrections = correctionsService({ ...ofQuizzes, classes, pieces, returning });
  const piles = pilesService({ accounts, classes, assignments, board, classBoards, pieces, rows, returning, scoreQuestions });
  const reviews = reviewsService({ sequelize, assignments, classes, board, pieces, works, ownPieces, peerReviews, news });
  const book = bookService({ classes, roster, groups, assignments, board, classBoards, rows, registerFacts, cache });
  const bookActs = bookActsService({ sequelize, classes, assignments, exceptions, board, pieces, book, rows });
  const cellHistory = cellHistoryService({ sequelize, accounts, classes, assignments, board, pieces, book });
  const quizAims = questionAimsService({ assignments, records: quizzes.records });
  const takeOut = takeOutService({ classes, rosterExport, classBoards, book, quizAims });
  const bringIn = bringInService({ takeOut, bookActs, roster });
  const jottings = jottingsService({ sequelize, classes, roster });
  const progress = progressService({ classes, board, classBoards, roster, jottings, quizAims, registerFacts });
  const ofHome = { sequelize, accounts, classes, roster, persons, assignments, board, pieces, myWork, quizzes, extensions, progress };
  const home = wireHome({ ...ofHome, families, news, mail, printPdf });
  const { children, familyReports, familyTicks } = home;
  const compose = composeService({ accounts, classes, roster, rows, progress, jottings, registerFacts });
  const reports = reportsService({ sequelize, compose });
  const reportJobs = reportJobsService({ sequelize, fileStore, compose, printPdf });
  const reportLetters = reportLettersService({ sequelize, compose, families, familyReports, mail });
  const portfolio = portfolioService({ sequelize, accounts, classes, roster, board, myWork, portfolioEntries, news });
  const ownPortfolio = ownPortfolioService({ sequelize, portfolio, portfolioEntries });
  const portfolioHome = portfolioHomeService({ fileStore, accounts, myWork, portfolioEntries });
  const ofPortfolios = { accounts, classes, assignments, families, board, pieces, works, portfolioEntries, news };
  const portfolioWords = portfolioWordsService({ sequelize, ...ofPortfolios });
  const today = todayService({ accounts, classes, assignments, classBoards, extensions, joining, roster, portfolioWords });
  const termLine = termLineService({ classes, classBoards, myWork });
  const find = findService({ classes, roster, groups, assignments, myWork, shelf, questionStore, reports });
  const lessons = lessonsService({ sequelize, classes, roster });
  const events = eventsService({ sequelize, accounts, classes, roster, families, keptFiles });
  const reminders = remindersService({ sequelize, accounts, mail, news, zoneOf: (person) => dates.zoneOf(person) });
  const dates = datesService({ classes, roster, assignments, board, families, lessons, events, reminders });
  const calendarFeed = calendarFeedService({ sequelize, accounts, families, classes, mail, dates, events });
  const register = registerService({
    sequelize,
    accounts,
    classes,
    roster,
    assignments,
    exceptions,
    board,
    lessons,
    registerFacts,
    dateChanges,
  });
  const toldAbsences = toldAbsencesService({ sequelize, accounts, classes, roster, families, register, news });
  const ofArchives = { sequelize, accounts, classes, fileStore, takeOut, register, rosterExport, assignments, keptFiles };
  const liveQuestions = liveQuestionsService({ sequelize, classes, roster, keptFiles });
  const liveScoring = liveScoringService({ liveQuestions, briefs, issuing, bookActs });
  const ofNotices = { sequelize, accounts, classes, roster, groups, families, familyTicks, assignments, board, keptFiles, news, mail };
  const noticing = wireNotices(ofNotices);
  const { notices, readingNotices } = noticing;
  const ofFamilies = { sequelize, families, children, readingNotices, portfolioWords, news, mail };
  const tellingFamilies = tellingFamiliesService({ ...ofFamilies, zone: defaultZone });
  const wallReplies = wallRepliesService({ sequelize, classes, roster, families, walls });
  const wallActs = wallActsService({ sequelize, accounts, classes, roster, assignments, walls, wallReplies, news });
  const wallPages = wallPagesService({ accounts, fileStore, walls, wallReplies });
  const seenIn = { conversations, feedbackFiles, keptFiles, shelf, reviews, liveQuestions, notices, events, walls, portfolioWords, notes };
  const fetching = fetchingService({ classes, assignments, board, pieces, works, families, ...seenIn });
  const counters = { requests: new Map<number, number>() };
  const setup = {
    accounts,
    keys,
    signIn,
    tickets,
    mail,
    classes,
    schemes,
    classCopies,
    calendars,
    roster,
    persons,
    joining,
    rosterImport,
    rosterExport,
    groups,
  };
  const planning = {
    keptFiles,
    paperChecks,
    news,
    assignments,
    briefs,
    shelf,
    exceptions,
    standing,
    dateChanges,
    issuing,
    briefEffects,
    loads,
    extensions,
    moves,
    plan,
    planNotes,
    dates,
    calendarFeed,
    register,
    toldAbsences,
    registerFacts,
    yearShelf,
    lessons,
    events,
    reminders,
  };
  const workingOn = {
    pieces,
    works,
    ownPieces,
    working,
    uploads,
    talking,
    rows,
    live,
    streams,
    cleaning,
    collecting,
    overlap,
    takeHome,
    board,
    classBoards,
    myWork,
    jottings,
    progress,
    today,
    termLine,
    find,
    fetching,
  };
  const quizzing = { quizzes, quizOutcome, quizMarks, quizPrint, quizInterchange, corrections, questionStore, liveQuestions, liveScoring };
  const displaying = { wallReplies, wallActs, wallPages };
  const marking = {
    desk,
    scoring,
    returning,
    judging,
    annotating,
    notedFiles,
    piles,
    remarks,
    reviews,
    book,
    bookActs,
    cellHistory,
    takeOut,
    bringIn,
  };
  const portfolios = { portfolio, ownPortfolio, portfolioWords, portfolioHome };
  const atHome = {
    ...home,
    families,
    tellingFamilies,
    reports,
    reportJobs,
    reportLetters,
    ...wireArchives({ ...ofArchives, paperChecks, shelf, quizInterchange }),
    ...portfolios,
  };
  return {
    sequelize,
    fileStore,
    printPdf,
    counters,
    ...atHome,
    ...setup,
    ...planning,
    ...workingOn,
    ...quizzing,
    ...marking,
    ...noticing,
    ...displaying,
  };
}

export type Services = ReturnType<typeof wire>;
