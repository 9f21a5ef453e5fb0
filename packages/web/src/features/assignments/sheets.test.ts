/** @jest-environment @happy-dom/jest-environment */
import type { Attachment, GroupingReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { onRoster } from '../../testing-rows';
import AttachmentSheet from './AttachmentSheet.vue';
import AudienceSheet from './AudienceSheet.vue';

describe('what goes with a brief', () => {
  const file = { id: 'f1', name: 'map.png', mediaType: 'image/png', size: 12 };
  const sheet = async (attachment: Attachment | null = null, answers: Answers = {}) => {
    const checked: Answers = { 'GET /api/files/:fileId/paper': { pages: 1 }, 'GET /api/shelf/pictures': [] };
    const server = serving({ 'POST /api/files': file as never, ...checked, ...answers });
    const handouts = [{ briefId: 'b9', title: 'Reading' }];
    const page = await opened(AttachmentSheet, { props: { open: true, attachment, handouts, classIds: ['rivers'] } });
    const set = () => (page.wrapper.emitted('set') as [Attachment][] | undefined)?.at(-1)?.[0];
    return { ...server, page, set };
  };
  const pick = (page: Awaited<ReturnType<typeof sheet>>['page'], name: string) => page.pickFiles('', new File(['x'], name));

  it('is a file under its own name unless it is called otherwise', async () => {
    const { page, set } = await sheet();
    expect(document.querySelector<HTMLButtonElement>('.ant-btn-primary[type=submit], .ant-btn-primary:disabled')!.disabled).toBe(true);
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

  it('is not dropped by a key pressed in passing: the sheet says that it is not stored, and goes when it is closed once more', async () => {
    const { page } = await sheet();
    const closed = () => page.wrapper.emitted('close')?.length ?? 0;
    const escape = async () => {
      window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', cancelable: true }));
      await page.settled();
    };
    await page.fill('What it is called', 'Questions');
    await escape();
    expect([page.said('alert'), closed()]).toEqual([expect.stringContaining('What you changed is not stored yet.'), 0]);
    await page.press('Go on writing');
    expect([page.field('What it is called').value, page.said('alert')]).toEqual(['Questions', '']);
    await escape();
    await escape();
    expect(closed()).toBe(1);
  });

  it('is a worksheet, one each, once it has a name; a handout is only read', async () => {
    const { page, set } = await sheet();
    await page.press('Worksheet');
    await page.fill('What it is called', 'Questions');
    await page.press('Add');
    expect(set()).toMatchObject({ kind: 'worksheet', title: 'Questions', use: 'oneEach' });
    await page.press('Handout');
    await page.choose('Which handout', 'Reading');
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
  const grouping: GroupingReply = {
    id: 'g',
    name: 'Tables',
    seed: null,
    until: null,
    groups: [{ id: 'blue', name: 'Blue', studentIds: ['ada'] }],
    madeAt: 0,
    version: 1,
  };
  const sheet = async (props = {}, answers: Answers = {}) => {
    serving({
      'GET /api/classes/:classId/roster': [onRoster('Ada'), onRoster('Bao'), onRoster('Gone', { left: '2026-10-01' })],
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
    expect(document.querySelector<HTMLButtonElement>('.ant-btn-primary[type=submit], .ant-btn-primary:disabled')!.disabled).toBe(true);
    await page.tick('Bao Lind');
    await page.tick('Blue');
    await page.choose('Worked on', 'in groups: Tables (1)');
    await page.press('Set');
    expect(set()).toEqual([{ kind: 'chosen', studentIds: ['bao'], groupIds: ['blue'] }, 'g']);
  });

  it('keeps who works together once students have begun', async () => {
    const { page } = await sheet({ begun: true, groupingId: 'g' });
    expect(page.field('Worked on').disabled).toBe(true);
  });

  it('never shows the students of the class that was asked about before', async () => {
    let answer: () => void = () => undefined;
    const { page } = await sheet(
      {},
      { 'GET /api/classes/:classId/roster': ({ params }) => (params.classId === 'sea' ? [onRoster('Vega')] : [onRoster('Ada')]) },
    );
    const fetched = globalThis.fetch;
    globalThis.fetch = (async (path: string, init: RequestInit = {}) => {
      if (path.includes('/rivers/roster')) await new Promise<void>((done) => (answer = done));
      return fetched(path, init);
    }) as typeof fetch;
    for (const [open, classId] of [
      [false, 'rivers'],
      [true, 'rivers'],
      [false, 'rivers'],
      [true, 'sea'],
    ] as const)
      await page.wrapper.setProps({ open, classId });
    await page.settled();
    await page.press('Choose…');
    answer();
    await page.settled();
    expect([page.text().includes('Vega Lind'), page.text().includes('Ada Lind')]).toEqual([true, false]);
  });

  it('says that the class could not be asked', async () => {
    const { page } = await sheet({}, { 'GET /api/classes/:classId/roster': new Refusal(503, 'server.databaseAway') });
    expect(page.said('alert')).toBe('about server.databaseAway');
  });
});
