/** @jest-environment @happy-dom/jest-environment */
import { EMPTY_TEXT, EVERYONE, textOf } from '@jolly/core';
import type { HandBody, MyHands, NoticeAnswer, ReadNotice, TeacherNotice } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass } from '../../testing-rows';
import HandsBoardPage from './HandsBoardPage.vue';
import MyNoticesPage from './MyNoticesPage.vue';
import NoticeboardPage from './NoticeboardPage.vue';
import NoticesStrip from './NoticesStrip.vue';

const LIST = 'GET /api/classes/:classId/notices';
const PUT = 'PUT /api/notices/:noticeId';
const MINE = 'GET /api/my/notices';
const HAND = 'PUT /api/my/notices/:noticeId/hand';

const handBody: HandBody = {
  choices: [
    { id: 'a', text: 'The bridge' },
    { id: 'b', text: 'The ford' },
  ],
  several: false,
  names: false,
  countShown: 'chosen',
  endsAt: null,
  mayChange: false,
  picture: null,
};
const notice = (more: Partial<TeacherNotice> = {}): TeacherNotice => ({
  id: 'boots',
  classes: [{ classId: 'rivers', audience: EVERYONE }],
  readers: 'students',
  answers: 'nobody',
  language: 'en',
  words: { en: { title: 'Boots on Thursday', text: textOf('At ten.') } },
  phrases: [],
  attachments: [],
  spoken: null,
  briefId: null,
  until: null,
  pinned: false,
  familyTick: false,
  ticked: 0,
  hands: null,
  by: 'Odile Finch',
  student: null,
  stand: 'up',
  showAt: 0,
  waits: false,
  hidden: null,
  answersClosed: false,
  mine: true,
  classNames: ['Rivers 8'],
  read: 19,
  of: 23,
  familiesRead: 0,
  families: 0,
  readEarlier: 0,
  answerCount: 0,
  handCount: null,
  about: null,
  version: 3,
  ...more,
});
const answer = (more: Partial<NoticeAnswer> = {}): NoticeAnswer => ({
  id: 'one',
  by: 'Bao Lind',
  teacher: false,
  own: false,
  studentId: 'bao',
  below: null,
  text: 'I have none.',
  at: 0,
  hidden: null,
  ...more,
});
const CLASSES: Answers = {
  'GET /api/classes': [aClass(), aClass({ id: 'maps', label: 'Maps 10', name: 'Maps 10' })],
  'GET /api/assignments': [],
  'GET /api/dates': { zone: 'UTC', entries: [] },
};
const board = async (notices: TeacherNotice[], answers: Answers = {}, query = '') => {
  const server = serving({ ...CLASSES, [LIST]: { notices }, [PUT]: notices[0] ?? notice(), ...answers } as Answers);
  return { ...server, page: await opened(NoticeboardPage, { at: `/class/rivers/notices${query}`, path: '/class/:id/notices' }) };
};

beforeEach(() => localStorage.clear());

describe('the noticeboard of a class', () => {
  it('puts up a notice to two classes and their families in four acts and the typing', async () => {
    const { page, last } = await board([]);
    expect(page.text()).toContain('Nothing is up yet.');
    await page.press('New notice');
    await page.press('students and families');
    const toMaps = [...document.querySelectorAll<HTMLElement>('[role=group] button')].find((one) => one.textContent?.includes('Maps 10'))!;
    toMaps.click();
    await page.fill('Title', 'Boots on Thursday');
    await page.press('Put it up');
    expect(last(PUT)!.body).toMatchObject({
      classes: [{ classId: 'rivers' }, { classId: 'maps' }],
      readers: 'families',
      words: { en: { title: 'Boots on Thursday' } },
      goesOut: 'now',
      version: 0,
    });
  });

  it('keeps what was begun when the sheet is closed, and takes a sentence of the stock', async () => {
    const { page, last } = await board([], {
      [PUT]: new Refusal(422, 'notice.notReady', {
        errors: [{ path: 'phrases', code: 'notice.phrase', message: 'Sentence 1 has a place.' }],
      }),
    });
    await page.press('New notice');
    await page.press('Sentences of the stock');
    await page.press('Please bring [what] on [day].');
    await page.fill('what', 'boots');
    await page.press('Close');
    await page.press('New notice');
    expect(page.text()).toContain('You had begun this one');
    await page.press('Put it up');
    expect(last(PUT)!.body).toMatchObject({ phrases: [{ id: 'bringThing', places: { what: 'boots', day: '' } }] });
    expect(page.said('alert')).toContain('Sentence 1 has a place.');
    await page.press('Begin anew');
    expect(page.text()).not.toContain('Please bring boots');
  });

  it('tells of an event in one act: when, where and what, to its classes and, where they see it, their families', async () => {
    const event = {
      ...{ id: 'field', classIds: ['rivers', 'elsewhere'], wholeSchool: false, title: 'Field day', text: 'Boots.', place: 'The ford' },
      ...{ from: '2026-11-26', to: '2026-11-26', begins: '09:40', ends: '12:30', repeat: null, families: true, attachments: [] },
    };
    const { page, last } = await board([], { 'GET /api/events/:eventId': event as never }, '?event=field');
    expect(page.router.currentRoute.value.query).toEqual({});
    await page.press('Put it up');
    expect(last(PUT)!.body).toMatchObject({
      ...{ classes: [{ classId: 'rivers' }], readers: 'families', until: '2026-11-26', version: 0 },
      words: { en: { title: 'Field day', text: textOf('Thu 26 Nov, 09:40 to 12:30 · The ford\nBoots.') } },
    });
  });

  it('asks for hands, Enter going on to the next choice', async () => {
    const { page, last } = await board([]);
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'h', bubbles: true }));
    await page.settled();
    await page.fill('Question', 'Which station?');
    await page.fill('Choice 1', 'The bridge');
    await page.fill('Choice 2', 'The ford');
    page.field('Choice 2').dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    await page.settled();
    await page.fill('Choice 3', 'The weir');
    await page.press('Put it up');
    expect(last(PUT)!.body).toMatchObject({
      hands: { names: false, choices: [{ text: 'The bridge' }, { text: 'The ford' }, { text: 'The weir' }] },
    });
  });

  it('says who has read it, offers to tell those again who had, and says when somebody else has changed it', async () => {
    const theirs = notice({ version: 4, words: { en: { title: 'Boots on Friday', text: EMPTY_TEXT } } });
    const { page, last } = await board([notice()], {
      [PUT]: new Refusal(409, 'conflict.changedMeanwhile', { current: theirs }),
      'POST /api/classes/:classId/notices/:noticeId/remind': { reminded: 4 },
    });
    expect(page.text()).toContain('19 of 23 students have read it');
    await page.press('Remind 4');
    expect(page.text()).toContain('4 readers are reminded.');
    await page.press('Change: Boots on Thursday');
    expect(page.text()).toContain('19 readers had read it as it was');
    await page.fill('Title', 'Boots on Wednesday');
    await page.press('Store the change');
    expect(last(PUT)!.body).toMatchObject({ tell: true, version: 3 });
    await page.press('Close');
    expect(page.text()).toContain('What you changed is not stored yet.');
    await page.press('Take theirs');
    expect(page.field('Title').value).toBe('Boots on Friday');
  });

  it('has a student’s notice wait for a yes, or a no with a word', async () => {
    const student = { id: 'bao', givenName: 'Bao', familyName: 'Lind' };
    const { page, last } = await board([notice({ waits: true, stand: 'draft', student, mine: false, showAt: null })], {
      'PUT /api/notices/:noticeId/verdict': undefined as never,
    });
    expect(page.text()).toContain('Waits for your yes');
    await page.press('No, with a word');
    await page.fill('What Bao Lind reads about why', 'Ask in the office.');
    await page.press('Hide it');
    expect(last('PUT /api/notices/:noticeId/verdict')!.body).toEqual({ shown: false, word: 'Ask in the office.' });
    await page.press('Yes, put it up');
    expect(last('PUT /api/notices/:noticeId/verdict')!.body).toEqual({ shown: true, word: '' });
  });

  it('shows answers below each other, hides one with why, and answers below', async () => {
    const at = 'GET /api/classes/:classId/notices/:noticeId/answers';
    const { page, last } = await board([notice({ answers: 'teacher', answerCount: 1 })], {
      [at]: [answer()],
      'POST /api/classes/:classId/notices/:noticeId/answers': ({ body }) => [
        answer(),
        answer({ id: body.id, below: 'one', text: body.text, teacher: true, own: true }),
      ],
      'PUT /api/notice-answers/:answerId/verdict': [answer({ hidden: { word: 'No.' } })],
    });
    await page.press('one answer · answers go to you only');
    await page.press('Answer below');
    await page.fill('Your answer', 'Take mine.');
    await page.press('Send');
    expect(page.text()).toContain('Take mine.');
    await page.press('Hide it');
    await page.fill('What Bao Lind reads about why', 'No.');
    await page.press('Hide it');
    expect(last('PUT /api/notice-answers/:answerId/verdict')!.body).toEqual({ shown: false, word: 'No.' });
    expect(page.has('Show it again')).toBe(true);
  });
});

const hands = (more: Partial<MyHands> = {}): MyHands => ({
  ...handBody,
  open: true,
  chosen: 3,
  of: 20,
  counts: null,
  mine: null,
  has: false,
  ...more,
});
const mine = (more: Partial<ReadNotice> = {}): ReadNotice => ({
  id: 'boots',
  classId: 'rivers',
  className: 'Rivers 8',
  hue: 0,
  zone: 'UTC',
  by: 'Odile Finch',
  byStudent: false,
  own: false,
  showAt: 0,
  until: null,
  pinned: false,
  title: 'Boots on Thursday',
  phrases: ['Please bring boots.'],
  text: EMPTY_TEXT,
  language: 'en',
  wordsLanguage: 'en',
  inOthers: [],
  tick: null,
  attachments: [],
  spoken: null,
  about: null,
  read: false,
  answers: 'nobody',
  takesAnswers: false,
  answerCount: 0,
  hands: null,
  waits: false,
  hidden: null,
  ...more,
});

it('is read in a news reader where the class wants it: an address is made, shown, and taken away', async () => {
  const FEED = 'GET /api/classes/:classId/notices/feed';
  const { page } = await board([], {
    'GET /api/classes/:classId/notice-pauses': [],
    [FEED]: { address: null },
    'POST /api/classes/:classId/notices/feed': { address: 'https://school.example/feed/x.atom' },
    'DELETE /api/classes/:classId/notices/feed': undefined,
  });
  await page.press('Who may write here');
  await page.press('Make an address');
  expect(page.field('Address for news readers').value).toBe('https://school.example/feed/x.atom');
  await page.press('Take the address away');
  expect(page.text()).toContain('Make an address');
});

describe('what a student reads', () => {
  const open = async (notices: ReadNotice[], answers: Answers = {}, writes: object[] = []) => {
    const server = serving({
      [MINE]: { notices, writes: writes as never },
      'POST /api/my/notices/read': undefined as never,
      ...answers,
    } as Answers);
    return { ...server, page: await opened(MyNoticesPage) };
  };

  it('counts as read once it was in sight, when one goes on', async () => {
    // The simulated browser lays nothing out; here everything is in sight at once.
    window.IntersectionObserver = class {
      constructor(private readonly tell: (entries: { isIntersecting: boolean }[]) => void) {}
      observe() {
        this.tell([{ isIntersecting: true }]);
      }
      disconnect() {}
    } as never;
    const { page, last } = await open([mine(), mine({ id: 'old', title: 'Old', read: true })]);
    page.wrapper.unmount();
    expect(last('POST /api/my/notices/read')!.body).toEqual({ noticeIds: ['boots'] });
  });

  it('says before choosing whether names are recorded, and shows the count when it may', async () => {
    const after = hands({ has: true, counts: [1, 3], chosen: 4 });
    const { page, last } = await open([mine({ hands: hands() })], { [HAND]: after });
    expect(page.text()).toContain('It is not recorded who chooses what.');
    expect(page.text()).toContain('You see the count when you have chosen.');
    await page.tick('The ford');
    await page.press('Choose');
    expect(last(HAND)!.body).toEqual({ chosen: ['b'] });
    expect(page.said('status')).toContain('Your choice is counted.');
    expect(page.text()).toContain('4 of 20 hands');
    expect(page.has('Choose')).toBe(false);
  });

  it('keeps what was chosen where it is refused, and what was typed', async () => {
    const { page } = await open([mine({ hands: hands({ several: true, names: true }), takesAnswers: true, answers: 'class' })], {
      [HAND]: new Refusal(409, 'hands.over'),
      'GET /api/my/notices/:noticeId/answers': [],
      'POST /api/my/notices/:noticeId/answers': new Refusal(409, 'notice.noAnswers'),
    });
    await page.tick('The bridge');
    await page.press('Choose');
    expect(page.text()).toContain('about hands.over');
    expect(page.field('The bridge').checked).toBe(true);
    await page.press('Answer');
    await page.fill('Your answer', 'At ten?');
    document.querySelector<HTMLElement>('.begin button')!.click();
    await page.settled();
    expect(page.text()).toContain('about notice.noAnswers');
    expect(page.field('Your answer').value).toBe('At ten?');
  });

  it('may be their own, where the class lets them', async () => {
    const writes = [
      { classId: 'rivers', className: 'Rivers 8', waits: true, pausedUntil: null, word: '' },
      { classId: 'maps', className: 'Maps 10', waits: false, pausedUntil: '2026-11-27', word: 'Not for jokes.' },
    ];
    const { page, last } = await open([], { 'PUT /api/my/classes/:classId/notices': mine({ own: true, waits: true }) }, writes);
    expect(page.text()).toContain('Not for jokes.');
    await page.press('Put up a notice');
    expect(page.text()).toContain('Your teacher reads it first.');
    await page.fill('What it is about', 'Lost scarf');
    await page.press('Put it up');
    expect(last('PUT /api/my/classes/:classId/notices')).toMatchObject({
      params: { classId: 'rivers' },
      body: { title: 'Lost scarf', text: '' },
    });
  });

  it('stands on My work: hands that are asked for first, then what is new', async () => {
    serving({
      [MINE]: {
        notices: [mine({ id: 'x', title: 'Old', read: true }), mine({ id: 'h', title: 'Which station?', hands: hands() })],
        writes: [],
      },
    });
    const page = await opened(NoticesStrip, { props: { beat: 0 } });
    expect(page.text()).toMatch(/Which station\?.*The ford.*Old/);
  });
});

it('shows hands on the board as they come, and ends them by a key', async () => {
  const reply = {
    ...handBody,
    id: 'h',
    title: 'Which station?',
    classId: 'rivers',
    className: 'Rivers 8',
    chosen: 3,
    of: 20,
    counts: [1, 2],
  };
  let open = true;
  const { last } = serving({
    'GET /api/classes/:classId/hands/:noticeId': () => ({ ...reply, open }),
    'PUT /api/notices/:noticeId/hands': ({ body }) => void (open = !body.ended),
  });
  const page = await opened(HandsBoardPage, { at: '/class/rivers/hands/h', path: '/class/:id/hands/:notice' });
  expect(page.text()).toContain('3 of 20 hands · Choose on “My work”');
  window.dispatchEvent(new KeyboardEvent('keydown', { key: 'e', bubbles: true }));
  await page.settled();
  expect(last('PUT /api/notices/:noticeId/hands')!.body).toEqual({ ended: true });
  expect(page.text()).toContain('No more hands are taken.');
});
