/** @jest-environment @happy-dom/jest-environment */
import { textOf } from '@jolly/core';
import type { LookBack, OwnPortfolioRequest, PortfolioPiece, PortfolioReply, PortfolioWaiting } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { LookBackLine, PortfoliosLine } from '.';
import PortfolioPage from './PortfolioPage.vue';
import PortfoliosPage from './PortfoliosPage.vue';

const MINE = 'GET /api/my/portfolio';
const KEEP = 'PUT /api/my/portfolio/own/:pieceId';
const ADD = 'POST /api/my/portfolio/own/:pieceId/files';
const WAITING = 'GET /api/portfolio/waiting';
const SAY = 'PUT /api/portfolio/:pieceId/word';

const piece = (more: Partial<PortfolioPiece> = {}): PortfolioPiece => ({
  ...{ id: 'kite', kind: 'own', assignmentId: null, classId: 'rivers', title: 'My kite', className: 'Rivers 8', why: '', text: 'It flew.' },
  ...{ termFrom: null, by: 'Bao Lind', own: true, at: 0, handedInAt: null, points: null, effective: null, excerpt: 'It flew.', files: [] },
  ...{ stand: 'waits', word: '', saidBy: '', removable: true, version: 1 },
  ...more,
});
const term: LookBack = { classId: 'rivers', className: 'Rivers 8', termFrom: '2026-09-07', term: 'Term 1', ends: '2026-12-18' };
const reply = (more: Partial<PortfolioReply> = {}): PortfolioReply => ({
  ...{ pieces: [], candidates: [], classes: [{ classId: 'rivers', className: 'Rivers 8' }], lookBack: [] },
  ...more,
});
const mine = async (answers: Answers) => {
  const server = serving(answers);
  return { ...server, page: await opened(PortfolioPage, { at: '/portfolio', path: '/portfolio' }) };
};
beforeEach(() => localStorage.clear());

describe('a student', () => {
  it('puts in a piece of their own; refused, what was typed stays, also when the sheet is closed and opened', async () => {
    let refused = true;
    const { page, last } = await mine({
      [MINE]: reply(),
      [KEEP]: ({ body }) => (refused ? new Refusal(422, 'portfolio.empty') : piece({ ...body, stand: 'waits', version: 1 })),
    });
    await page.press('Put in something of your own');
    expect(page.text()).toContain('Your teacher says yes first; then your family sees it.');
    await page.fill('Title', 'My kite');
    await page.fill('What you want to say about it', 'It flew.');
    await page.press('Put it in for a yes');
    expect(page.text()).toContain('about portfolio.empty');
    await page.press('Close');
    await page.press('Put in something of your own');
    expect(page.field('Title').value).toBe('My kite');
    refused = false;
    await page.press('Put it in for a yes');
    expect(last(KEEP)!.body).toEqual({ classId: 'rivers', title: 'My kite', text: 'It flew.', termFrom: null, version: 0, done: true });
    await page.press('Put in something of your own');
    expect(page.field('Title').value).toBe('');
  });

  it('adds files to a draft that is there from then on; one that was not sent stays and is sent again', async () => {
    let refused = true;
    const photo = { id: 'f', name: 'kite.png', size: 3, mediaType: 'image/png', fingerprint: '', pixels: 1, answers: null };
    const { page, asked, last } = await mine({
      [MINE]: reply(),
      [KEEP]: ({ body }) => piece({ ...body, stand: 'draft', version: body.version + 1 }),
      [ADD]: () => (refused ? new Refusal(507, 'server.diskFull') : piece({ stand: 'draft', version: 2, files: [photo] })),
    });
    await page.press('Put in something of your own');
    await page.fill('Title', 'My kite');
    const input = document.querySelector<HTMLInputElement>('.file-button input[type=file]')!;
    Object.defineProperty(input, 'files', { value: [new File(['abc'], 'kite.png', { type: 'image/png' })] });
    input.dispatchEvent(new Event('change'));
    await page.settled();
    expect(page.text()).toContain('kite.png was not sent: about server.diskFull');
    // Its bytes are only here: closing would lose them.
    await page.press('Close');
    expect(page.said('alert')).toContain('What you changed is not stored yet.');
    await page.press('Go on writing');
    refused = false;
    await page.press('Try again');
    expect(page.text()).not.toContain('was not sent');
    expect(asked.filter((one) => one.key === KEEP)).toHaveLength(1);
    await page.press('Put it in for a yes');
    expect(last(KEEP)!.body).toMatchObject({ version: 2, done: true });
  });

  it('goes on with what was begun, also with its draft on the server, and hears when it was changed elsewhere since', async () => {
    let there: PortfolioPiece[] = [];
    const { page, last } = await mine({
      [MINE]: () => reply({ pieces: there, lookBack: [term] }),
      [KEEP]: ({ body }) => piece({ ...body, version: body.version + 1 }),
      [ADD]: ({ params }) => (there = [piece({ id: params.pieceId, title: 'My kite', stand: 'draft', version: 2 })])[0]!,
    });
    await page.press('Put in something of your own');
    await page.fill('Title', 'My kite');
    const input = document.querySelector<HTMLInputElement>('.file-button input[type=file]')!;
    Object.defineProperty(input, 'files', { value: [new File(['abc'], 'kite.png', { type: 'image/png' })] });
    input.dispatchEvent(new Event('change'));
    await page.settled();
    await page.fill('What you want to say about it', 'It flew.');
    await page.press('Close');
    await page.press('Put in something of your own');
    expect(page.field('What you want to say about it').value).toBe('It flew.');
    expect(page.text()).not.toContain('changed somewhere else');
    const back = piece({ id: 'back', kind: 'reflection', termFrom: term.termFrom, text: 'Earlier.', stand: 'draft' });
    const { id } = there[0]!;
    there = [back];
    await page.press('Put it in for a yes');
    expect([last(KEEP)!.params.pieceId, last(KEEP)!.body]).toMatchObject([id, { text: 'It flew.', version: 2 }]);
    // A reflection that was begun is the same one, whichever way it is opened.
    await page.press('Look back on Term 1');
    expect(page.field('What would you do differently?').value).toBe('Earlier.');
    // Closed with words that are not stored; the piece is changed on another device before it is opened again.
    await page.fill('What would you do differently?', 'Much earlier.');
    await page.press('Close');
    there = [{ ...back, version: 5 }];
    await page.press('Put in something of your own');
    await page.fill('Title', 'Another');
    await page.fill('What you want to say about it', 'Else.');
    await page.press('Put it in for a yes');
    await page.press('Look back on Term 1');
    expect(page.field('What would you do differently?').value).toBe('Much earlier.');
    expect(page.text()).toContain('It was changed somewhere else meanwhile.');
  });

  it('is told that a change takes the yes away; over what was changed elsewhere it goes only once that was seen', async () => {
    const there = piece({ stand: 'yes', version: 4 });
    const sent: OwnPortfolioRequest[] = [];
    const { page } = await mine({
      [MINE]: reply({ pieces: [there] }),
      [KEEP]: ({ body }) => {
        sent.push(body);
        return body.version === 4 ? new Refusal(409, 'conflict.changedMeanwhile', { current: { ...there, version: 6 } }) : piece(body);
      },
    });
    await page.press('Change “My kite”');
    expect(page.text()).toContain('takes the yes away');
    await page.fill('What you want to say about it', 'Higher.');
    await page.press('Put it in for a yes');
    expect(page.text()).toContain('What you wrote stays here; putting it in goes over that.');
    await page.press('Put it in for a yes');
    expect(sent.map((one) => [one.version, one.text])).toEqual([
      [4, 'Higher.'],
      [6, 'Higher.'],
    ]);
  });

  it('looks back on a term that ends, and takes out what is their own only when they say so twice', async () => {
    const { page, last, asked } = await mine({
      [MINE]: reply({ lookBack: [term], pieces: [piece()] }),
      [KEEP]: ({ body }) => piece({ ...body, kind: 'reflection' }),
      'DELETE /api/my/portfolio/:pieceId': undefined as never,
    });
    await page.press('Look back on Term 1');
    await page.fill('What would you do differently?', 'Begin earlier.');
    await page.press('Put it in for a yes');
    expect(last(KEEP)!.body).toMatchObject({ termFrom: '2026-09-07', title: 'Term 1', text: 'Begin earlier.' });
    await page.press('Take out: My kite');
    expect(asked.some((one) => one.key.startsWith('DELETE'))).toBe(false);
    await page.press('Take it out');
    expect(last('DELETE /api/my/portfolio/:pieceId')!.params).toEqual({ pieceId: 'kite' });
  });
});

describe('a teacher', () => {
  const one = (id: string, more: Partial<PortfolioPiece> = {}): PortfolioWaiting => ({
    ...{ student: { id: 'bao', givenName: 'Bao', familyName: 'Lind' }, hue: 1, zone: 'Europe/Lisbon' },
    piece: piece({ id, title: id, ...more }),
    work: null,
  });
  const look = async (waiting: () => PortfolioWaiting[], say: Answers[typeof SAY] = undefined as never) => {
    const server = serving({ [WAITING]: waiting, [SAY]: say });
    return { ...server, page: await opened(PortfoliosPage, { at: '/portfolios', path: '/portfolios' }) };
  };

  it('says yes and stands on the next, says yes or back with a word', async () => {
    const { page, last } = await look(() => [
      one('Kite'),
      { ...one('Delta', { kind: 'work' }), work: { text: textOf('It slows.'), sheets: [] } },
      one('Map'),
    ]);
    expect(page.text()).toContain('It slows.');
    await page.press('Yes to “Kite” of Bao Lind');
    expect([last(SAY)!.params, last(SAY)!.body]).toEqual([{ pieceId: 'Kite' }, { yes: true, word: '', version: 1 }]);
    expect([document.activeElement?.tagName, document.activeElement?.textContent]).toEqual(['H2', 'Delta']);
    await page.press('Back, with a word: “Delta” of Bao Lind');
    await page.fill('A word to Bao Lind', 'Say why.');
    await page.press('Give it back with it');
    expect(last(SAY)!.body).toEqual({ yes: false, word: 'Say why.', version: 1 });
    await page.press('Yes, with a word, to “Map” of Bao Lind');
    await page.fill('A word to Bao Lind', 'Lovely.');
    await page.press('Say yes with it');
    expect(last(SAY)!.body).toEqual({ yes: true, word: 'Lovely.', version: 1 });
    expect(page.text()).toContain('Nothing waits for your word.');
  });

  it('says something else than before on the page of one student, and nothing about what they chose themselves', async () => {
    const { last } = serving({
      'GET /api/classes/:classId/progress/:studentId/portfolio': reply({
        pieces: [
          piece({ stand: 'yes', version: 3, removable: false }),
          piece({ id: 'chosen', title: 'Delta', own: false, by: 'Odile Finch', stand: 'yes' }),
        ],
      }),
      [SAY]: undefined as never,
    });
    const page = await opened(PortfolioPage, { at: '/progress/rivers/bao/portfolio', path: '/progress/:classId/:student/portfolio' });
    expect(page.text().match(/Say something else/g)).toHaveLength(1);
    await page.press('Say something else');
    await page.press('Back, with a word: “My kite” of Bao Lind');
    await page.fill('A word to Bao Lind', 'Not for home.');
    await page.press('Give it back with it');
    expect(last(SAY)!.body).toEqual({ yes: false, word: 'Not for home.', version: 3 });
  });

  it('writes a word at once where it is asked for; refused, it is said once, and the word outlives the page and goes with a plain yes', async () => {
    const word = 'Yes, with a word, to “Kite” of Bao Lind';
    const { page } = await look(() => [one('Kite')], new Refusal(503, 'server.databaseAway'));
    await page.press(word);
    expect(document.activeElement?.id).toBe('word-Kite');
    await page.fill('A word to Bao Lind', 'Lovely.');
    await page.press('Say yes with it');
    expect(page.text().match(/about server.databaseAway/g)).toHaveLength(1);
    page.wrapper.unmount();
    const later = await look(() => [one('Kite')]);
    await later.page.press(word);
    await later.page.press('Yes to “Kite” of Bao Lind');
    expect(later.last(SAY)!.body).toEqual({ yes: true, word: 'Lovely.', version: 1 });
    expect(Object.keys(localStorage).filter((key) => key.startsWith('jolly-portfolio-word'))).toEqual([]);
  });

  it('says no word to what was changed meanwhile, and is shown it as it is', async () => {
    let there = [one('Kite')];
    const { page } = await look(() => there, new Refusal(409, 'conflict.changedMeanwhile'));
    there = [one('Kite', { text: 'It fell.', version: 2 })];
    await page.press('Yes to “Kite” of Bao Lind');
    expect(page.text()).toContain('Bao Lind changed it or took it out meanwhile.');
    expect(page.text()).toContain('It fell.');
  });
});

it('Today and My work have a line only where something waits', async () => {
  const line = async (waiting: number) => (await opened(PortfoliosLine, { at: '/today', path: '/today', props: { waiting } })).text();
  expect([await line(0), await line(3)]).toEqual(['', '3 new pieces in portfolios']);
  const back = async (terms: LookBack[]) => {
    serving({ 'GET /api/my/look-back': terms });
    return (await opened(LookBackLine, { at: '/work', path: '/work' })).text();
  };
  expect([await back([]), await back([term])]).toEqual(['', expect.stringContaining('Rivers 8')]);
});
