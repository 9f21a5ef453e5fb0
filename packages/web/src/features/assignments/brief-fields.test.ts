/** @jest-environment @happy-dom/jest-environment */
import type { BriefBody, SetFor } from '@jolly/server/contract';
import { reactive } from 'vue';
import { opened, serving } from '../../testing-page';
import { aClass } from '../../testing-rows';
import FiledUnder from './FiledUnder.vue';
import MoreOfBrief from './MoreOfBrief.vue';
import ScoredBy from './ScoredBy.vue';
import { blankBrief, blankSet } from './use-brief';

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
    await page.choose('Counts under', 'Essays');
    expect(sets.map((one) => one.categoryId)).toEqual(['e1', 'e2']);
    await page.choose('Unit', 'Water');
    expect(sets.map((one) => one.unitId)).toEqual(['u1', null]);
    expect(page.text()).toContain('Sea 8 has no such unit.');
    await page.choose('Counts under', 'does not count');
    expect(sets.map((one) => one.countsInTotals)).toEqual([false, false]);
  });

  it('names each aim once', async () => {
    const { body, page } = await filed();
    await page.fill('Add an aim', ' use evidence ; use evidence;');
    expect(body.aims).toEqual(['use evidence']);
    document.querySelector<HTMLElement>('.ant-select-selection-item-remove')!.click();
    await page.settled();
    expect(body.aims).toEqual([]);
  });

  it('costs being late what is chosen, and keeps a rule of another kind choosable', async () => {
    const rule = { kind: 'perDay', percent: 7_000, of: 'max', maxPercentOff: 50_000, floorPercent: 0 } as const;
    const body = reactive({ ...blankBrief('assignment'), lateRule: rule }) as BriefBody;
    const page = await opened(MoreOfBrief, { props: { modelValue: body, locked: false } });
    await page.choose('Late costs', 'nothing here');
    expect(body.lateRule).toEqual({ kind: 'none' });
    await page.fill('Takes about', '40');
    await page.choose('Rounds', '1 at most');
    expect(body.minutes).toBe(40);
    expect(page.text()).not.toContain('If scored again');
  });
});
