/** @jest-environment @happy-dom/jest-environment */
import type { Attachment, BriefBody, GroupingReply, RosterStudent, SetFor } from '@jolly/server/contract';
import { reactive } from 'vue';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass } from '../../testing-rows';
import AttachmentSheet from './AttachmentSheet.vue';
import AudienceSheet from './AudienceSheet.vue';
import FiledUnder from './FiledUnder.vue';
import MoreOfBrief from './MoreOfBrief.vue';
import ScoredBy from './ScoredBy.vue';
import { blankBrief, blankSet } from './use-brief';

describe('what goes with a brief', () => {
  const file = { id: 'f1', name: 'map.png', mediaType: 'image/png', size: 12 };
  const sheet = async (attachment: Attachment | null = null, answers: Answers = {}) => {
    const server = serving({ 'POST /api/files': file as never, ...answers });
    const handouts = [{ briefId: 'b9', title: 'Reading' }];
    const page = await opened(AttachmentSheet, { props: { open: true, attachment, handouts, classIds: ['rivers'] } });
    const set = () => (page.wrapper.emitted('set') as [Attachment][] | undefined)?.at(-1)?.[0];
    return { ...server, page, set };
  };
  const pick = async (page: Awaited<ReturnType<typeof sheet>>['page'], name: string) => {
    const input = document.querySelector<HTMLInputElement>('input[type=file]')!;
    Object.defineProperty(input, 'files', { value: [new File(['x'], name)], configurable: true });
    input.dispatchEvent(new Event('change'));
    await page.settled();
  };

  it('is a file under its own name unless it is called otherwise', async () => {
    const { page, set } = await sheet();
    expect(document.querySelector<HTMLButtonElement>('.main')!.disabled).toBe(true);
    await pick(page, 'map.png');
    await page.press('one each');
    await page.press('Add');
    expect(set()).toMatchObject({ kind: 'file', title: 'map.png', file, use: 'oneEach', example: false });
    await page.fill('What it is called', ' A map ');
    await page.press('Add');
    expect(set()).toMatchObject({ title: 'A map' });
  });

  it('that cannot be taken says why, and the sheet stays as it was', async () => {
    const { page, set } = await sheet(null, { 'POST /api/files': new Refusal(413, 'file.tooLarge') });
    await page.fill('What it is called', 'A film');
    await pick(page, 'film.mp4');
    expect([page.said('alert'), page.field('What it is called').value, set()]).toEqual(['about file.tooLarge', 'A film', undefined]);
  });

  it('is a link only where it leads to a page', async () => {
    const { page, set } = await sheet();
    await page.press('Link');
    await page.press('Add');
    expect(page.said('alert')).not.toBe('');
    await page.fill('Address', 'javascript:alert(1)');
    await page.press('Add');
    expect(set()).toBeUndefined();
    await page.fill('Address', 'rivers.example/delta');
    await page.press('Add');
    expect(set()).toMatchObject({ kind: 'link', url: 'https://rivers.example/delta', title: 'https://rivers.example/delta' });
  });

  it('is a worksheet, one each, once it has a name; a handout is only read', async () => {
    const { page, set } = await sheet();
    await page.press('Worksheet');
    await page.fill('What it is called', 'Questions');
    await page.press('Add');
    expect(set()).toMatchObject({ kind: 'worksheet', title: 'Questions', use: 'oneEach' });
    await page.press('Handout');
    await page.fill('Which handout', 'b9');
    await page.press('Add');
    expect(set()).toMatchObject({ kind: 'handout', briefId: 'b9', use: 'toRead' });
  });

  it('that is there already is changed under its own id, or taken away', async () => {
    const link = { id: 'a1', title: 'Delta', use: 'toRead', example: true, kind: 'link', url: 'https://rivers.example/' } as Attachment;
    const { page, set } = await sheet(link);
    expect(page.has('File')).toBe(false);
    await page.tick('It shows what good looks like', false);
    await page.press('Change');
    expect(set()).toEqual({ ...link, example: false });
    await page.press('Take away');
    expect(page.wrapper.emitted('remove')).toHaveLength(1);
  });
});

describe('who gets it', () => {
  const student = (givenName: string, left: number | null = null) =>
    ({ id: givenName.toLowerCase(), givenName, familyName: 'Lind', left }) as unknown as RosterStudent;
  const grouping = {
    id: 'g',
    name: 'Tables',
    groups: [{ id: 'blue', name: 'Blue', studentIds: ['ada'] }],
  } as unknown as GroupingReply;
  const sheet = async (props = {}, answers: Answers = {}) => {
    serving({
      'GET /api/classes/:classId/roster': [student('Ada'), student('Bao'), student('Gone', 5)],
      'GET /api/classes/:classId/groupings': [grouping],
      ...answers,
    });
    const page = await opened(AudienceSheet, {
      props: {
        open: false,
        classId: 'rivers',
        className: 'Rivers 8',
        audience: { kind: 'everyone', laterJoiners: true },
        groupingId: null,
        ...props,
      },
    });
    await page.wrapper.setProps({ open: true });
    await page.settled();
    return { page, set: () => page.wrapper.emitted('set')?.at(-1) };
  };

  it('is everyone, or everyone who is here now, on the day that was said', async () => {
    const { page, set } = await sheet({ audience: { kind: 'everyone', laterJoiners: true, hereOn: '2026-11-20' } });
    await page.press('Everyone who is here now');
    await page.press('Set');
    expect(set()).toEqual([{ kind: 'everyone', laterJoiners: false, hereOn: '2026-11-20' }, null]);
  });

  it('is chosen students and groups; nobody cannot be chosen, nor who has left', async () => {
    const { page, set } = await sheet();
    await page.press('Choose…');
    expect(page.text()).not.toContain('Gone Lind');
    expect(document.querySelector<HTMLButtonElement>('.main')!.disabled).toBe(true);
    await page.tick('Bao Lind');
    await page.tick('Blue');
    await page.fill('Worked on', 'g');
    await page.press('Set');
    expect(set()).toEqual([{ kind: 'chosen', studentIds: ['bao'], groupIds: ['blue'] }, 'g']);
  });

  it('keeps who works together once students have begun', async () => {
    const { page } = await sheet({ begun: true, groupingId: 'g' });
    expect(page.field('Worked on').disabled).toBe(true);
  });

  it('says that the class could not be asked', async () => {
    const { page } = await sheet({}, { 'GET /api/classes/:classId/roster': new Refusal(503, 'server.databaseAway') });
    expect(page.said('alert')).toBe('about server.databaseAway');
  });
});

describe('how it is scored', () => {
  const scored = async (more: Partial<BriefBody> = {}) => {
    const body = reactive({ ...blankBrief('assignment'), ...more }) as BriefBody;
    serving({ 'GET /api/shelf': { items: [] } as never });
    return { body, page: await opened(ScoredBy, { props: { modelValue: body, aims: [], locked: false } }) };
  };

  it('is out of a number above nothing', async () => {
    const { body, page } = await scored();
    await page.fill('out of', '12.5');
    expect(body.points).toBe(12_500);
    await page.fill('out of', '0');
    expect([body.points, page.said('alert')]).toEqual([null, 'Write points as a number, such as 7.5.']);
  });

  it('keeps what was made for one way while another is looked at', async () => {
    const { body, page } = await scored();
    await page.press('Words');
    await page.press('Take away Beyond');
    await page.press('Done or not');
    expect(body.scoring).toEqual({ by: 'done' });
    await page.press('Words');
    expect(body.scoring.by === 'words' && body.scoring.words.map((one) => one.name)).toEqual(['Not yet', 'Nearly', 'Secure']);
    await page.press('Not scored');
    expect(body.points).toBeNull();
    await page.press('Points');
    expect(body.points).toBe(20_000);
  });

  it('says how a rubric is scaled, and follows it when asked', async () => {
    const level = (points: number) => ({ id: `l${points}`, name: '', descriptor: '', points, upTo: null });
    const rubric = { name: 'Models', criteria: [{ id: 'c', name: 'Shape', weight: 1000, aims: [], levels: [level(0), level(8000)] }] };
    const { body, page } = await scored({ scoring: { by: 'rubric', rubric, shelfId: null } });
    expect(page.text()).toContain('The rubric adds up to 8, the assignment is out of 20: 8 of 8 becomes 20.');
    await page.press('Out of 8');
    expect(body.points).toBe(8000);
  });
});

describe('what it is filed under, and what is seldom changed', () => {
  const filed = async () => {
    const scheme = { ...aClass().scheme, kind: 'weighted' as const };
    const category = (id: string, name: string) => ({
      id,
      name,
      weight: 50_000,
      within: 'pooled' as const,
      leaveOut: 0,
      keepBest: null,
      bonus: false,
    });
    const classes = [
      aClass({ scheme: { ...scheme, categories: [category('e1', 'Essays')] } }),
      aClass({ id: 'sea', name: 'Sea 8', scheme: { ...scheme, categories: [category('e2', 'Essays'), category('t2', 'Tests')] } }),
    ];
    const body = reactive(blankBrief('assignment')) as BriefBody;
    const sets = reactive([blankSet('rivers'), blankSet('sea')]) as SetFor[];
    const units = { rivers: [{ id: 'u1', name: 'Water' }], sea: [] };
    return { body, sets, page: await opened(FiledUnder, { props: { body, sets, classes, units, aims: ['use evidence'], locked: false } }) };
  };

  it('is a category by its name in each class, and says which class has none of it', async () => {
    const { sets, page } = await filed();
    expect(page.text()).toContain('Totals weigh categories here');
    await page.fill('Counts under', '=Essays');
    expect(sets.map((one) => one.categoryId)).toEqual(['e1', 'e2']);
    await page.fill('Unit', 'Water');
    expect(sets.map((one) => one.unitId)).toEqual(['u1', null]);
    expect(page.text()).toContain('Sea 8 has no such unit.');
    await page.fill('Counts under', 'not');
    expect(sets.map((one) => one.countsInTotals)).toEqual([false, false]);
  });

  it('names each aim once', async () => {
    const { body, page } = await filed();
    await page.fill('Add an aim', ' use evidence ');
    await page.fill('Add an aim', 'use evidence');
    expect(body.aims).toEqual(['use evidence']);
    await page.press('Take away the aim use evidence');
    expect(body.aims).toEqual([]);
  });

  it('costs being late what is chosen, and keeps a rule of another kind choosable', async () => {
    const rule = { kind: 'perDay', percent: 7_000, of: 'max', maxPercentOff: 50_000, floorPercent: 0 } as const;
    const body = reactive({ ...blankBrief('assignment'), lateRule: rule }) as BriefBody;
    const page = await opened(MoreOfBrief, { props: { modelValue: body, locked: false } });
    await page.fill('Late costs', JSON.stringify({ kind: 'none' }));
    expect(body.lateRule).toEqual({ kind: 'none' });
    await page.fill('Takes about', '40');
    await page.fill('Rounds', '1');
    expect(body.minutes).toBe(40);
    expect(page.text()).not.toContain('If scored again');
  });
});
