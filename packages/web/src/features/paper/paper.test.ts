/** @jest-environment @happy-dom/jest-environment */
import type { PaperChange, PaperObject, PaperPlace } from '@jolly/core';
import type { PaperSetting } from '@jolly/server/contract';
import { flushPromises, type VueWrapper } from '@vue/test-utils';
import { opened, Refusal, serving } from '../../testing-page';
import { fieldsOf, type PdfField } from '../files/pdf-fields';
import PaperLayer from './PaperLayer.vue';
import PaperPage from './PaperPage.vue';
import PaperSetUp from './PaperSetUp.vue';
import PlacesSetUp from './PlacesSetUp.vue';
import type { Choice, Tool } from './tools';

beforeEach(() => {
  localStorage.clear();
  // The simulated browser lays nothing out: every page is 1,000 by 1,000.
  Element.prototype.getBoundingClientRect = () =>
    ({ left: 0, top: 0, right: 1000, bottom: 1000, width: 1000, height: 1000, x: 0, y: 0 }) as DOMRect;
  Element.prototype.setPointerCapture = () => undefined;
});
const file = { id: 'f', name: 'leaf.png', size: 10, mediaType: 'image/png' };
const box = (id: string, text: string): PaperObject => ({ id, page: 1, kind: 'text', x: 0, y: 0, width: 900, size: 200, ink: 'ink', text });
const place: PaperPlace = { id: 'p', page: 1, kind: 'words', x: 100, y: 100, width: 3000, height: 300, label: 'An animal' };
const tickHere: PaperPlace = { ...place, id: 't', kind: 'tick', label: 'Checked' };

async function layer(tool: Tool | null, more: Record<string, unknown> = {}) {
  const choice: Choice | null = tool && { tool, ink: 'blue', tip: 'middle' };
  const page = await opened(PaperLayer, {
    props: { page: 1, ratio: 1, near: true, objects: [], places: [], fields: [], choice, ...more },
  });
  const surface = document.querySelector<HTMLElement>('.layer')!;
  const point = (kind: string, x: number, y: number) =>
    surface.dispatchEvent(new PointerEvent(kind, { clientX: x, clientY: y, button: 0, pointerId: 1, bubbles: true, cancelable: true }));
  const key = async (name: string, on: HTMLElement = surface, keys: object = {}) => {
    on.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true, ...keys }));
    await flushPromises();
  };
  // Events of the page's parts come up too, in the simulated browser's own form.
  const changes = (): PaperChange[] =>
    ((page.wrapper as VueWrapper).emitted('change') ?? []).flatMap(([change]) =>
      'put' in (change as object) ? [change as PaperChange] : [],
    );
  return { page, surface, point, key, changes };
}

describe('a page of a paper', () => {
  it('is drawn on with the pen, thinned; a line that two fingers began is none', async () => {
    const { point, changes, page } = await layer({ kind: 'pen' });
    point('pointerdown', 100, 100);
    for (let x = 110; x <= 500; x += 10) point('pointermove', x, 100);
    point('pointerup', 500, 100);
    expect(changes()).toEqual([
      { put: [expect.objectContaining({ kind: 'stroke', tool: 'pen', ink: 'blue', points: [1000, 1000, 5000, 1000] })], drop: [] },
    ]);
    point('pointerdown', 100, 300);
    await (page.wrapper as VueWrapper<InstanceType<typeof PaperLayer>>).setProps({ gesturing: true });
    point('pointerup', 500, 300);
    expect(changes()).toHaveLength(1);
  });

  it('is erased where the eraser passes, and words stay', async () => {
    const stroke: PaperObject = { id: 's', page: 1, kind: 'stroke', tool: 'pen', ink: 'ink', width: 45, points: [0, 1000, 9000, 1000] };
    const { point, changes } = await layer({ kind: 'eraser' }, { objects: [stroke, box('a', 'words')] });
    point('pointerdown', 500, 90);
    point('pointermove', 500, 110);
    expect(changes()[0]).toEqual({ put: [], drop: ['s'] });
  });

  it('takes signs and stickers where one presses, and a box to write in that is nothing before something stands in it', async () => {
    const press = (surface: HTMLElement) =>
      surface.dispatchEvent(new MouseEvent('click', { clientX: 300, clientY: 400, bubbles: true, detail: 1 }));
    const tick = await layer({ kind: 'sign', sign: 'tick' });
    press(tick.surface);
    expect(tick.changes()[0]!.put).toEqual([expect.objectContaining({ kind: 'sign', sign: 'tick', x: 3000, y: 4000 })]);
    const text = await layer({ kind: 'text' });
    press(text.surface);
    await flushPromises();
    const field = document.querySelector<HTMLTextAreaElement>('.box textarea')!;
    expect([text.changes(), document.activeElement]).toEqual([[], field]);
    field.value = 'blade';
    field.dispatchEvent(new Event('input'));
    expect(text.changes()[0]!.put).toEqual([expect.objectContaining({ kind: 'text', text: 'blade', x: 3000 })]);
  });

  it('is used by keys alone: a point goes over the page, draws and puts down', async () => {
    const pen = await layer({ kind: 'pen' });
    await pen.key('ArrowRight');
    await pen.key('Enter');
    for (const name of ['ArrowRight', 'ArrowRight', 'ArrowDown']) await pen.key(name);
    await pen.key('Enter');
    expect(pen.changes()[0]!.put[0]).toMatchObject({ kind: 'stroke', points: [5000, 2500, 5300, 2500, 5300, 2650] });
    const cross = await layer({ kind: 'sign', sign: 'cross' });
    await cross.key('ArrowLeft');
    await cross.key(' ');
    expect(cross.changes()[0]!.put[0]).toMatchObject({ sign: 'cross', x: 5000, y: 2500 });
  });

  it('has a box that is emptied and written anew, and goes only when it is left empty', async () => {
    const { changes } = await layer({ kind: 'move' }, { objects: [box('a', 'blade')] });
    const field = document.querySelector<HTMLTextAreaElement>('.box textarea')!;
    const writes = async (text: string) => {
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await flushPromises();
    };
    await writes('');
    expect([changes(), field.isConnected]).toEqual([[], true]);
    await writes('stalk');
    expect(changes()[0]!.put).toEqual([box('a', 'stalk')]);
    await writes(' ');
    field.dispatchEvent(new FocusEvent('focusout', { bubbles: true }));
    expect(changes().at(-1)).toEqual({ put: [], drop: ['a'] });
  });

  it('has boxes that are moved by keys and taken away', async () => {
    const { key, changes } = await layer({ kind: 'move' }, { objects: [box('a', 'blade')] });
    const there = document.querySelector<HTMLElement>('.box')!;
    await key('ArrowRight', there);
    await key('ArrowDown', there, { shiftKey: true });
    expect(changes().map(({ put }) => put[0])).toEqual([
      expect.objectContaining({ x: 100, y: 0 }),
      expect.objectContaining({ x: 0, y: 20 }),
    ]);
    await key('Delete', there);
    expect(changes().at(-1)).toEqual({ put: [], drop: ['a'] });
  });

  it('has the teacher’s places and the form’s own, in reading order; what is emptied in a form stays empty', async () => {
    const form: PdfField = { ...place, id: 'field:Name', y: 50, label: 'Name', value: 'write here', on: 'on', options: [] };
    const { page, changes } = await layer({ kind: 'pen' }, { places: [place, tickHere], fields: [form] });
    expect([...document.querySelectorAll('[aria-label]')].map((one) => one.getAttribute('aria-label')).slice(1)).toEqual(['Name', 'An animal', 'Checked']); // prettier-ignore
    expect(page.field('Name').value).toBe('write here');
    await page.fill('Name', '');
    await page.fill('An animal', 'A crab');
    document.querySelector<HTMLElement>('[role=checkbox]')!.click();
    // The library says a value on input and once more when the field is left.
    const last = new Map(changes().map(({ put: [one] }) => [one!.id, one]));
    expect([...last.values()]).toEqual([
      expect.objectContaining({ id: 'field:Name', value: '\u2060' }),
      expect.objectContaining({ id: 'p', kind: 'answer', value: 'A crab', x: 100, tick: false }),
      expect.objectContaining({ id: 't', value: 'on', tick: true }),
    ]);
  });

  it('is only read where nothing can be put on it, with what stands in a place that is gone', async () => {
    const answer: PaperObject = { id: 'gone', page: 1, kind: 'answer', x: 1, y: 1, width: 9, height: 9, tick: false, value: 'still here' };
    const { page, point, changes } = await layer(null, { objects: [box('a', 'blade'), answer], places: [place] });
    expect(page.text()).toContain('blade');
    expect(page.text()).toContain('still here');
    expect(document.querySelector('textarea')).toBeNull();
    point('pointerdown', 1, 1);
    point('pointerup', 1, 1);
    expect(changes()).toEqual([]);
  });
});

describe('the page of a paper', () => {
  const reply = {
    attachmentId: 'leaf', studentId: null, title: 'Leaf parts', file, objects: 1, version: 3, savedAt: 1000, corrected: false,
    places: [], stickers: [], written: [box('a', 'blade')], pieceTitle: 'Plants', zone: 'UTC', mayWrite: null, shared: false,
  voiceAnswers: false,
  said: [],
  }; // prettier-ignore
  const at = '/work/plants/paper/leaf';
  const open = () => opened(PaperPage, { at, path: '/work/:id/paper/:paper' });

  it('shows the tools, and none once it is handed in', async () => {
    serving({ 'GET /api/my/work/:assignmentId/papers/:attachmentId': reply });
    const page = await open();
    expect([page.has('Pen'), page.has('Undo'), page.text().includes('Plants')]).toEqual([true, true, true]);
    serving({ 'GET /api/my/work/:assignmentId/papers/:attachmentId': { ...reply, mayWrite: 'alreadyIn' } });
    const locked = await open();
    expect([locked.has('Pen'), locked.text().includes('This cannot be written on now.')]).toEqual([false, true]);
  });

  it('offers the paper as the teacher corrected it', async () => {
    const { asked } = serving({
      'GET /api/my/work/:assignmentId/papers/:attachmentId': { ...reply, corrected: true },
      'POST /api/my/work/:assignmentId/papers/:attachmentId/correction': undefined as never,
    });
    const page = await open();
    await page.press('Take the corrected one');
    expect(asked.map((one) => one.key)).toContain('POST /api/my/work/:assignmentId/papers/:attachmentId/correction');
  });
});

describe('setting a paper up', () => {
  it('says how many pages students write on, or why they cannot', async () => {
    serving({ 'GET /api/files/:fileId/paper': { pages: 2 }, 'GET /api/shelf/pictures': [] });
    const modelValue: PaperSetting = { places: [], stickers: [] };
    const page = await opened(PaperSetUp, { props: { file, modelValue } });
    await page.settled();
    expect([page.text().includes('2 pages'), page.wrapper.emitted('checked')]).toEqual([true, [[true]]]);
    serving({ 'GET /api/files/:fileId/paper': new Refusal(422, 'paper.locked'), 'GET /api/shelf/pictures': [] });
    const locked = await opened(PaperSetUp, { props: { file, modelValue } });
    await locked.settled();
    expect([locked.said('alert'), locked.wrapper.emitted('checked')]).toEqual([expect.stringContaining('paper.locked'), [[false]]]);
  });

  it('has stickers from the shelf, chosen by a press', async () => {
    const sun = { ...file, id: 'sun', name: 'sun.png' };
    serving({ 'GET /api/files/:fileId/paper': { pages: 1 }, 'GET /api/shelf/pictures': [sun] });
    const page = await opened(PaperSetUp, { props: { file, modelValue: { places: [], stickers: [] } } });
    await page.settled();
    document.querySelector<HTMLElement>('.sticker')!.click();
    expect(page.wrapper.emitted('update:modelValue')).toEqual([[{ places: [], stickers: [sun] }]]);
  });

  it('frames places by pointer and by keys, says what belongs there, takes them away', async () => {
    const set = (page: { wrapper: VueWrapper }) => page.wrapper.emitted('update:modelValue')!.at(-1)![0] as PaperPlace[];
    const page = await opened(PlacesSetUp, { props: { file, modelValue: [] } });
    document.querySelector('img')!.dispatchEvent(new Event('load'));
    const marks = document.querySelector<HTMLElement>('.marks')!;
    const point = (kind: string, x: number, y: number) =>
      marks.dispatchEvent(new PointerEvent(kind, { clientX: x, clientY: y, button: 0, bubbles: true }));
    point('pointerdown', 400, 300);
    point('pointermove', 100, 200);
    point('pointerup', 100, 200);
    expect(set(page)).toEqual([expect.objectContaining({ page: 1, kind: 'words', x: 1000, y: 2000, width: 3000, height: 1000 })]);
    const there = await opened(PlacesSetUp, { props: { file, modelValue: [place] } });
    const mark = document.querySelector<HTMLElement>('.mark')!;
    mark.dispatchEvent(new Event('focus'));
    await there.settled();
    await there.fill('What belongs there', 'A plant');
    expect(set(there)[0]!.label).toBe('A plant');
    for (const [key, shiftKey] of [['ArrowRight', false], ['ArrowDown', true]] as const) mark.dispatchEvent(new KeyboardEvent('keydown', { key, shiftKey })); // prettier-ignore
    expect(set(there)[0]).toMatchObject({ x: 100, height: 400 });
    await there.press('Take the place away');
    expect(set(there)).toEqual([]);
  });
});

it('finds the fields of a PDF’s form where they lie', async () => {
  const widget = {
    subtype: 'Widget',
    rect: [60, 680, 260, 704],
    fieldName: 'Name',
    fieldType: 'Tx',
    fieldValue: 'write here',
    alternativeText: 'Your name',
  };
  const fields = await fieldsOf({
    getViewport: () => ({
      width: 600,
      height: 800,
      convertToViewportRectangle: ([x1, y1, x2, y2]: number[]) => [x1, 800 - y1!, x2, 800 - y2!],
    }),
    getAnnotations: async () => [
      widget,
      { ...widget, fieldName: 'Side', fieldType: 'Btn', radioButton: true, buttonValue: 'lower', fieldValue: 'Off' },
      { ...widget, readOnly: true },
      { ...widget, fieldType: 'Sig' },
      { ...widget, subtype: 'Link' },
    ],
  } as never);
  expect(fields).toMatchObject([
    { id: 'field:Name', kind: 'words', x: 1000, y: 1200, width: 3333, height: 300, label: 'Your name', value: 'write here' },
    { id: 'field:Side', kind: 'tick', on: 'lower', value: '' },
  ]);
});
