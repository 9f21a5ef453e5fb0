import { get, keys } from 'idb-keyval';
import { effectScope } from 'vue';
import { useUploads } from './use-uploads';

jest.mock('idb-keyval', () => ({
  createStore: jest.fn(),
  get: jest.fn(),
  keys: jest.fn(),
  set: jest.fn(),
  del: jest.fn(async () => undefined),
}));

it('a file that another tab has sent meanwhile is looked for on the server, not dropped in silence', async () => {
  globalThis.window = { addEventListener: () => undefined, removeEventListener: () => undefined } as never;
  const upload = { userId: 'bao', assignmentId: 'tides', name: 'tide.bin', blob: new Blob(['tide']), address: '/api/my/uploads/1', at: 1 };
  jest.mocked(keys).mockResolvedValue(['bao tides 1']);
  // There when the page opens, and gone when its turn comes.
  jest.mocked(get).mockResolvedValueOnce(upload).mockResolvedValue(undefined);
  const scope = effectScope();
  const attached = jest.fn();
  const elsewhere = new Promise<void>((done) => {
    const { resume } = scope.run(() => useUploads({ assignmentId: 'tides', userId: 'bao', onAttached: attached, onSentElsewhere: done }))!;
    void resume({ open: true });
  });
  await elsewhere;
  expect(attached).not.toHaveBeenCalled();
  scope.stop();
});
