import type { Page } from '@playwright/test';

export const SOON_MS = 30_000;

/** A screen: where it is, and what is on it when it is there. */
export type Screen = readonly [path: string, ready: string];

/** Goes to a screen as a link does, within the page that is open, so that the application is loaded once for all. */
export async function within(page: Page, path: string, ready: string): Promise<void> {
  await page.evaluate(
    ([to, mark]) => {
      // What the screen before shows of the same kind is not what is waited for.
      for (const one of document.querySelectorAll(mark)) one.setAttribute('data-before', '');
      history.pushState(history.state, '', to);
      dispatchEvent(new PopStateEvent('popstate', { state: history.state as unknown }));
    },
    [path, ready] as const,
  );
  await page.locator(`:is(${ready}):not([data-before])`).first().waitFor({ timeout: SOON_MS });
}

/** Finds an issued assignment of the demo school by its title: another journey copies a class, with drafts of the same titles. */
export async function ofTheSchool(page: Page) {
  const all = (await (await page.request.get('/api/assignments')).json()) as {
    id: string;
    briefId: string;
    title: string;
    classId: string;
    issuedAt: number | null;
  }[];
  return (title: string) => all.find((one) => one.title === title && one.issuedAt !== null)!;
}

/** Every screen of a teacher of the demo school, signed in here. */
export async function teacherScreens(page: Page): Promise<readonly Screen[]> {
  const find = await ofTheSchool(page);
  const roster = (await (await page.request.get(`/api/classes/${find('Valley model').classId}/roster`)).json()) as { id: string }[];
  const quiz = find('Reading a river, quiz');
  const outcome = (await (await page.request.get(`/api/assignments/${quiz.id}/quiz`)).json()) as {
    questions: { question: { id: string; kind: string } }[];
  };
  const [live] = (await (await page.request.get(`/api/classes/${quiz.classId}/live-questions`)).json()) as { id: string }[];
  const [wall] = (await (await page.request.get(`/api/classes/${quiz.classId}/walls`)).json()) as { id: string }[];
  const { notices } = (await (await page.request.get(`/api/classes/${quiz.classId}/notices`)).json()) as {
    notices: { id: string; hands: object | null }[];
  };
  const waiting = outcome.questions.find(({ question }) => question.kind === 'own')!.question.id;
  return [
    ['/today', '.owes'],
    ['/portfolios', '.one'],
    ['/plan', '.card'],
    ['/plan?by=units', '.unit'],
    ['/compose', '.title'],
    [`/compose/${find('Valley model').briefId}`, '.other'],
    [`/quiz/${find('Reading a river, quiz').briefId}`, '.question'],
    ['/archives', '.box'],
    ['/shelf', '.item'],
    ['/questions', '.kept'],
    [`/class/${quiz.classId}/ask`, '.before li'],
    [`/board/${live!.id}`, '.bars'],
    [`/class/${quiz.classId}/notices`, '.paper'],
    [`/class/${quiz.classId}/register`, '.names button'],
    [`/class/${quiz.classId}/year-shelf`, 'aside li'],
    [`/class/${quiz.classId}/walls`, '.list li'],
    [`/class/${quiz.classId}/walls/${wall!.id}`, '.hung'],
    [`/class/${quiz.classId}/timetable`, '.lesson'],
    [`/call/${quiz.classId}`, 'h1'],
    [`/class/${quiz.classId}/hands/${notices.find((one) => one.hands)!.id}`, '.bars'],
    ['/calendar', '.entry'],
    ['/news', '.item'],
    [`/assignments/${find('Meander notes').id}`, 'table'],
    [`/assignments/${find('Ford survey report').id}/follow/${roster[2]!.id}`, '.paper'],
    [`/assignments/${find('Meander notes').id}/overlap`, '.both'],
    ['/marking', '.stack-of-paper'],
    [`/marking/${find('Meander notes').id}`, '.paper mark'],
    [`/marking/${find('Bank survey').id}/sheet`, '.score'],
    [`/marking/${find('Meander notes').id}/across`, '.one'],
    [`/marking/${find('Rain to river').id}/outcome`, 'canvas'],
    [`/marking/${find('Rain to river').id}/two`, '.note'],
    [`/marking/${quiz.id}/quiz`, '.outcome-cell'],
    [`/marking/${quiz.id}/answers/${waiting}`, '.one'],
    ['/marking/remarks', '.folder'],
    [`/assignments/${find('Flow rate table').id}/reviews`, 'table'],
    [`/mark-book?class=${find('Valley model').classId}`, '.row-of-book'],
    [`/progress?class=${find('Valley model').classId}`, 'canvas'],
    [`/progress/${find('Valley model').classId}/${roster[2]!.id}/portfolio`, '.add'],
    [`/reports?class=${find('Valley model').classId}`, 'iframe'],
    [`/class/${find('Valley model').classId}/families`, 'table'],
    [`/progress/${find('Valley model').classId}/${roster[2]!.id}`, '.dial'],
    [`/class/${find('Valley model').classId}`, 'table'],
    [`/class/${find('Valley model').classId}/groups`, '.grouping'],
    [`/class/${find('Valley model').classId}/exceptions`, 'table'],
    [`/class/${find('Valley model').classId}/scheme`, '.example'],
    [`/class/${find('Valley model').classId}/calendar`, '.span'],
    [`/class/${find('Valley model').classId}/about`, '.units'],
    [`/class/${find('Valley model').classId}/copy`, '.dates'],
    [`/class/${find('Valley model').classId}/code`, '.code'],
    ['/mailroom', '.letter'],
    ['/account', 'form'],
    [`/class/${find('Valley model').classId}/bring-in`, 'h1'],
    ['/guide/teacher', 'article h1'],
    ['/guide/keeper', 'article h1'],
    ['/nothing', 'h1'],
  ];
}

/** The screens of a student of the demo school, signed in here: their pages, and a piece of work in each state. */
export async function studentScreens(page: Page): Promise<readonly Screen[]> {
  const { pieces, handouts } = (await (await page.request.get('/api/my/work')).json()) as {
    pieces: { assignmentId: string; title: string; state: string }[];
    handouts: { briefId: string }[];
  };
  const [wall] = (await (await page.request.get('/api/my/walls')).json()) as { id: string }[];
  const [review] = (await (await page.request.get('/api/my/reviews')).json()) as { id: string }[];
  const titled = (title: string) => pieces.find((one) => one.title === title)!.assignmentId;
  const states = ['open', 'started', 'in', 'returned', 'missing'].flatMap((state) => pieces.find((one) => one.state === state) ?? []);
  return [
    ['/work', '.card'],
    ...states.map((piece): Screen => [`/work/${piece.assignmentId}`, 'h1']),
    [`/work/${titled('Rain to river')}`, '.card'],
    [`/work/${titled('Landforms, before the test')}/quiz`, 'h1'],
    [`/work/reviews/${review!.id}`, '#review-text'],
    [`/work/${pieces.find((one) => one.state === 'in')!.assignmentId}/receipt`, 'h1'],
    ['/account', 'form'],
    ['/my-progress', '.dial'],
    ['/portfolio', '.add'],
    ['/calendar', '.listed'],
    ['/news', '.page'],
    ['/asked', 'h1'],
    ['/notices', '.paper'],
    [`/handouts/${handouts[0]!.briefId}`, 'h1'],
    ['/year-shelf', 'h1'],
    ['/walls', 'li a'],
    [`/walls/${wall!.id}`, '.hung'],
  ];
}
