import { instantOf } from '../calendar';
import { EMPTY_TEXT, textOf } from '../richtext';
import { EVERYONE } from '../state';
import { isNoticeFor, isOverBeforeUp, noticeIn, noticeInOthers, noticeStand, readsAnswer, takesNoticeAnswers } from '.';

const ZONE = 'Europe/Lisbon';
const at = (date: string, hour: number) => instantOf(ZONE, { date, msOfDay: hour * 3_600_000 });

it.each([
  ['without a time it is a draft', null, null, at('2026-11-25', 9), 'draft'],
  ['before its time it waits', at('2026-11-25', 10), null, at('2026-11-25', 10) - 1, 'timed'],
  ['from the very moment it is up', at('2026-11-25', 10), null, at('2026-11-25', 10), 'up'],
  ['its last day is whole', at('2026-11-25', 10), '2026-11-26', at('2026-11-27', 0) - 1, 'up'],
  ['and then it is over', at('2026-11-25', 10), '2026-11-26', at('2026-11-27', 0), 'over'],
] as const)('%s', (_case, showAt, until, now, stand) => expect(noticeStand(ZONE, { showAt, until }, now)).toBe(stand));

it('says that nobody would ever read it', () => {
  expect(isOverBeforeUp(ZONE, at('2026-11-25', 10), '2026-11-24')).toBe(true);
  expect(isOverBeforeUp(ZONE, at('2026-11-25', 23), '2026-11-25')).toBe(false);
  expect(isOverBeforeUp(ZONE, at('2026-11-25', 10), null)).toBe(false);
});

it('is for who is chosen and has not left, groups as they are now', () => {
  const bao = { id: 'bao', groupIds: ['weir'], joined: '2026-09-07', left: null };
  expect(isNoticeFor(EVERYONE, bao, '2026-11-25')).toBe(true);
  expect(isNoticeFor(EVERYONE, { ...bao, left: '2026-11-30' }, '2026-11-25')).toBe(false);
  expect(isNoticeFor({ kind: 'chosen', studentIds: [], groupIds: ['weir'] }, bao, '2026-11-25')).toBe(true);
  expect(isNoticeFor({ kind: 'chosen', studentIds: ['hana'], groupIds: [] }, bao, '2026-11-25')).toBe(false);
});

it('takes answers only where they are asked for, open and up', () => {
  const open = { answers: 'class', closed: false, stand: 'up' } as const;
  expect(takesNoticeAnswers(open)).toBe(true);
  expect(takesNoticeAnswers({ ...open, answers: 'nobody' })).toBe(false);
  expect(takesNoticeAnswers({ ...open, closed: true })).toBe(false);
  expect(takesNoticeAnswers({ ...open, stand: 'over' })).toBe(false);
});

it.each([
  ['their own, hidden too', { by: 'bao', of: 'bao', hidden: true, forClass: false }, true],
  ['what a teacher wrote below their own', { by: 'finch', of: 'bao', hidden: false, forClass: false }, true],
  ['not what another wrote to the teacher', { by: 'hana', of: 'hana', hidden: false, forClass: false }, false],
  ['nor what the teacher wrote to another', { by: 'finch', of: 'hana', hidden: false, forClass: false }, false],
  ['what another wrote for the class', { by: 'hana', of: 'hana', hidden: false, forClass: true }, true],
  ['not what is hidden of it', { by: 'hana', of: 'hana', hidden: true, forClass: true }, false],
] as const)('a student reads %s', (_case, answer, reads) => expect(readsAnswer(answer, 'bao')).toBe(reads));

describe('in a language', () => {
  const words = { en: { title: 'Boots on Thursday', text: textOf('We measure the ford.') } };
  const bring = { id: 'bringThing' as const, places: { what: 'boots', day: '2026-11-26' } };

  it('takes the words of that language, and says which it took where there are none', () => {
    expect(noticeIn(['fr'], { language: 'en', words, phrases: [] })).toEqual({
      ...words.en,
      phrases: [],
      language: 'fr',
      wordsLanguage: 'en',
    });
    const both = { ...words, fr: { title: 'Des bottes jeudi', text: textOf('Nous mesurons le gué.') } };
    expect(noticeIn(['fr'], { language: 'en', words: both, phrases: [] })).toMatchObject({
      title: 'Des bottes jeudi',
      wordsLanguage: 'fr',
    });
  });

  it('calls a notice of sentences alone by the topic of the first', () =>
    expect(noticeIn(['fr'], { language: 'en', words: {}, phrases: [bring] })).toEqual({
      title: 'À apporter',
      text: EMPTY_TEXT,
      phrases: ['À apporter le jeudi 26 novembre : boots.'],
      language: 'fr',
      wordsLanguage: null,
    }));

  it('has the other languages in which it was written beside it, sentences and all', () => {
    const both = { ...words, fr: { title: 'Des bottes jeudi', text: textOf('Nous mesurons le gué.') } };
    const notice = { language: 'en' as const, words: both, phrases: [bring] };
    expect(noticeInOthers([null, 'fr'], notice)).toMatchObject([{ title: 'Boots on Thursday', wordsLanguage: 'en', language: 'en' }]);
    expect(noticeInOthers(['ar'], notice).map((one) => [one.title, one.phrases[0]!.slice(0, 10)])).toEqual([
      ['Des bottes jeudi', 'À apporter'],
    ]);
  });

  it('keeps the title that was written where only the sentences are in the language', () =>
    expect(noticeIn(['fr'], { language: 'en', words, phrases: [bring] })).toMatchObject({
      title: 'Boots on Thursday',
      wordsLanguage: 'en',
    }));
});
