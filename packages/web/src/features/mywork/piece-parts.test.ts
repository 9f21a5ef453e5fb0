/** @jest-environment @happy-dom/jest-environment */
import { EMPTY_TEXT, textOf } from '@jolly/core';
import type { MyPieceReply, WorkFile } from '@jolly/server/contract';
import { opened } from '../../testing-page';
import HandInBox from './HandInBox.vue';
import NotOpenNote from './NotOpenNote.vue';
import UnsentWords from './UnsentWords.vue';
import type { Draft } from './use-draft';

const DUE = Date.parse('2026-11-27T15:30:00Z');
const value = (more: object = {}, piece: object = {}) =>
  ({
    piece: { accepts: ['text', 'files'], window: { opens: null, due: null, closes: null }, points: 20_000, ...piece },
    team: null,
    lateNow: null,
    mayHandIn: null,
    exceptionReason: null,
    ...more,
  }) as Partial<MyPieceReply> as MyPieceReply;
const file = {
  answers: null,
  id: 'f',
  name: 'map.pdf',
  mediaType: 'application/pdf',
} as Partial<WorkFile> as WorkFile;

describe('handing in', () => {
  const box = (of: MyPieceReply, more: object = {}) =>
    opened(HandInBox, {
      props: {
        value: of,
        text: textOf('The bend wears away.'),
        words: 4,
        files: [file],
        sheetsBegun: 0,
        onTheWay: 0,
        nothing: false,
        busy: false,
        ...more,
      },
    });
  const button = () => document.querySelector<HTMLButtonElement>('.ant-btn-primary')!;

  it('says of what it is, and does it', async () => {
    const page = await box(value());
    expect(page.text()).toContain('You hand in: a text of 4 words and 1 file.');
    await page.press('Hand in');
    expect(page.wrapper.emitted('handIn')).toHaveLength(1);
  });

  it('waits for something to hand in, and for what is still on its way', async () => {
    expect((await box(value(), { nothing: true, words: 0, files: [] })).text()).toContain('Write something or attach a file first.');
    expect(button().disabled).toBe(true);
    expect((await box(value(), { onTheWay: 2 })).text()).toContain('2 files are still on their way');
    expect(button().disabled).toBe(true);
  });

  it('says that nothing of what was asked for is there, and lets it go all the same', async () => {
    const page = await box(value({}, { accepts: ['recording'] }));
    expect(page.text()).toContain('Asked for here:');
    expect(button().disabled).toBe(false);
  });

  it.each([
    ['what being late costs', { lateBy: 3_600_000, takenOff: 1000, grows: true }, 'Being late takes 1 off, of 20.'],
    ['that being late costs nothing', { lateBy: 3_600_000, takenOff: 0, grows: true }, 'Being late costs nothing in this class'],
    ['that it stays as late as it was', { lateBy: 3_600_000, takenOff: 0, grows: false }, 'and stays so.'],
  ])('says %s', async (_case, lateNow, said) => {
    const page = await box(value({ lateNow }));
    expect(page.text()).toContain(said);
    expect(page.text()).not.toContain('You are on time.');
  });

  it('is for all of a group', async () => {
    const page = await box(value({ team: { name: 'Ford', members: [] } }));
    expect(page.has('Hand in for all')).toBe(true);
  });
});

describe('a piece that is not open', () => {
  const note = (of: MyPieceReply, more: object = {}) =>
    opened(NotOpenNote, { props: { value: of, zone: 'UTC', nothing: true, words: 0, text: EMPTY_TEXT, ...more } });

  it('that is closed says since when, and shows what was written', async () => {
    const closed = value({ mayHandIn: 'closed' }, { window: { opens: null, due: DUE, closes: DUE } });
    const page = await note(closed, { nothing: false, words: 4, text: textOf('The bend wears away.') });
    expect(page.text()).toMatch(/Closed since .*15:30/);
    expect(page.text()).toContain('The bend wears away.');
    expect((await note(closed)).text()).not.toContain('What you wrote is kept');
  });

  it('that one is excused from says why', async () =>
    expect((await note(value({ mayHandIn: 'excused', exceptionReason: 'On a trip.' }))).text()).toContain('On a trip.'));

  it('says nothing where it is merely handed in', async () => expect((await note(value({ mayHandIn: 'alreadyIn' }))).text()).toBe(''));
});

it('what was drawn on a paper and never reached the server is told, also where no words are missing', async () => {
  const draft = {
    status: { value: 'saved' },
    text: { value: EMPTY_TEXT },
    refusal: { value: { code: '', title: '' } },
  } as unknown as Draft;
  const props = { draft, userId: 'bao', assignmentId: 'tides', titles: new Map(), mayTakeBack: true };
  const told = async (papers: boolean) => (await opened(UnsentWords, { props: { ...props, papers } })).text();
  expect(await told(true)).toContain('Something you wrote or drew on a paper is among it.');
  expect(await told(false)).toBe('');
});
