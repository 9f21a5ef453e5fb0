/** @jest-environment @happy-dom/jest-environment */
import type { PileDeskReply } from '@jolly/server/contract';
import { defineComponent, h } from 'vue';
import { opened, serving } from '../../testing-page';
import { aRow } from '../../testing-rows';
import { usePile } from './use-pile';

it('the last piece that waited stays on the desk when it is scored, though the address names nobody', async () => {
  const row = (name: string, state: 'open' | 'in') => ({ ...aRow(name, { state }), assignmentId: 'notes' });
  serving({
    'GET /api/assignments/:assignmentId/pile': {
      rows: [row('Ada', 'open'), row('Bao', 'in'), row('Hana', 'open')],
      assignments: [],
      pace: null,
    } as Partial<PileDeskReply> as PileDeskReply,
  });
  let pile!: ReturnType<typeof usePile>;
  const desk = defineComponent({ setup: () => ((pile = usePile()), () => h('p', pile.row.value?.student.givenName)) });
  const page = await opened(desk, { at: '/marking/notes', path: '/marking/:id/:student?' });
  expect(page.text()).toBe('Bao');
  pile.refreshRow(aRow('Bao', { state: 'scored' }));
  await page.settled();
  expect(page.text()).toBe('Bao');
  await page.router.push('/marking/notes/hana');
  await page.settled();
  expect(page.text()).toBe('Hana');
});
