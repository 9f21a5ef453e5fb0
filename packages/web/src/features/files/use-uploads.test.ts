/** @jest-environment @happy-dom/jest-environment */
import { get, keys } from 'idb-keyval';
import { effectScope, type EffectScope } from 'vue';
import { useUploads } from './use-uploads';

jest.mock('idb-keyval', () => ({
  createStore: () => 'files',
  get: jest.fn(),
  keys: jest.fn(),
  set: jest.fn(),
  del: jest.fn(async () => undefined),
}));

let scope: EffectScope;
beforeEach(() => (scope = effectScope()));
afterEach(() => scope.stop());

it('a file that another tab has sent meanwhile is looked for on the server, not dropped in silence', async () => {
  const upload = {
    userId: 'bao',
    assignmentId: 'tides',
    name: 'tide.bin',
    answers: null,
    blob: new Blob(['tide']),
    address: '/api/my/uploads/1',
    at: 1,
  };
  jest.mocked(keys).mockResolvedValue(['bao tides 1']);
  // There when the page opens, and gone when its turn comes.
  jest.mocked(get).mockResolvedValueOnce(upload).mockResolvedValue(undefined);
  const attached = jest.fn();
  const elsewhere = new Promise<void>((done) => {
    const { resume } = scope.run(() => useUploads({ assignmentId: 'tides', userId: 'bao', onAttached: attached, onSentElsewhere: done }))!;
    void resume({ open: true });
  });
  await elsewhere;
  expect(attached).not.toHaveBeenCalled();
});
