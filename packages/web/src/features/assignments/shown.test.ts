import { FIRST_SCHEME, textOf, type Rubric } from '@jolly/core';
import type { Attachment, BriefBody, ClassReply, SetFor } from '@jolly/server/contract';
import { shown } from '../../testing';
import AttachmentList from './AttachmentList.vue';
import FiledUnder from './FiledUnder.vue';
import RubricGrid from './RubricGrid.vue';
import RubricView from './RubricView.vue';
import { blankBrief, blankSet } from './use-brief';

const words = (html: string) =>
  html
    .replace(/<!--[^>]*-->/g, '')
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ');
const withLinks = (app: { component: (name: string, one: object) => unknown }) =>
  void app.component('RouterLink', { props: { to: String }, template: '<a :href="to"><slot /></a>' });

const level = (id: string, points: number, upTo: number | null = null) => ({
  id,
  name: id,
  descriptor: `${id} words`,
  points: points * 1000,
  upTo: upTo === null ? null : upTo * 1000,
});
const rubric: Rubric = {
  name: 'Models',
  criteria: [
    { id: 'shape', name: 'Shape', weight: 2000, aims: ['use evidence'], levels: [level('flat', 0), level('true', 4, 6)] },
    { id: 'labels', name: 'Labels', weight: 1000, aims: [], levels: [level('none', 1), level('own', 1)] },
  ],
};

describe('a rubric', () => {
  it('is read with its points, ranges and weights, and the chosen level stands out', async () => {
    const html = await shown(RubricView, { rubric, choices: { shape: { levelId: 'true', points: 5000 } } });
    expect(words(html)).toContain('Shape × 2');
    expect(html.match(/aria-current="true"/g)).toHaveLength(1);
    expect(words(html)).toContain('true 5 true words');
    expect(words(await shown(RubricView, { rubric }))).toContain('true 4–6 true words');
  });

  it('says in the grid what it is out of and what may be a slip', async () => {
    const html = words(await shown(RubricGrid, { modelValue: rubric, aims: [] }));
    expect(html).toContain('out of 13');
    expect(html).toContain('Two levels of Labels give the same points.');
    expect(words(await shown(RubricGrid, { modelValue: { name: '', criteria: [] }, aims: [] }))).toContain('There are no criteria yet.');
  });
});

describe('what goes with an assignment', () => {
  const common = { use: 'toRead' as const, example: false };
  const file = (mediaType: string) => ({ id: 'f1', name: 'map', size: 1, mediaType });
  const list = (attachments: Attachment[], spoken: ReturnType<typeof file> | null = null) =>
    shown(AttachmentList, { attachments, spoken }, withLinks as never);

  it('opens links elsewhere without telling them who follows', async () => {
    const html = await list([{ ...common, id: '1', kind: 'link', title: 'Valleys', url: 'https://valleys.example/' }]);
    expect(html).toMatch(/href="https:\/\/valleys\.example\/" target="_blank" rel="noopener noreferrer nofollow"/);
    expect(words(html)).toContain('Valleys to read');
  });
  it('shows pictures, offers other files, reads worksheets in place, and says what is an example', async () => {
    const html = await list([
      { ...common, id: '1', kind: 'file', title: 'Above', file: file('image/png') },
      { ...common, id: '2', kind: 'file', title: 'Plan', file: file('application/pdf'), example: true },
      { ...common, id: '3', kind: 'worksheet', title: 'Labels', text: textOf('Name it'), use: 'oneEach' },
    ]);
    expect(html.match(/<img/g)).toHaveLength(1);
    expect(words(html)).toContain('Plan to read · worked example');
    expect(words(html)).toContain('Labels Name it one each');
  });
  it('can be heard, and is nothing where nothing goes with it', async () => {
    expect(await list([], file('audio/webm'))).toContain('<audio');
    expect(words(await list([])).trim()).toBe('');
  });
});

describe('where it is filed', () => {
  const usual = { weight: 100_000, within: 'pooled' as const, leaveOut: 0, keepBest: null, bonus: false };
  const classOf = (id: string, label: string, categories: string[]) =>
    ({
      id,
      label,
      scheme: { ...FIRST_SCHEME, kind: 'weighted', categories: categories.map((name) => ({ ...usual, id: `${id} ${name}`, name })) },
    }) as Partial<ClassReply> as ClassReply;
  const classes = [classOf('a', 'Rivers 8', ['Field work', 'Notes']), classOf('b', 'Rivers 8B', ['Notes'])];
  const filed = (body: Partial<BriefBody>, sets: SetFor[]) =>
    shown(FiledUnder, { body: { ...blankBrief('assignment'), ...body }, sets, classes, units: { a: [], b: [] }, aims: [], locked: false });

  it('offers the categories of all classes by name, and says which class lacks the chosen one', async () => {
    const html = words(await filed({}, [{ ...blankSet('a'), categoryId: 'a Field work' }, blankSet('b')]));
    expect(html).toContain('Counts under Field work');
    expect(html).toContain('Rivers 8B has no such category.');
  });
  it('says that under no category nothing counts where categories are weighed', async () => {
    expect(words(await filed({}, [blankSet('a')]))).toContain('under none it counts in no total');
    expect(words(await filed({ points: null }, [blankSet('a')]))).not.toContain('Counts under');
  });
});
