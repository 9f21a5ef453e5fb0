import { stampedCache } from './stamped-cache';

/** A cache of texts, and how often each was composed. */
function aCache(most = 10) {
  const cache = stampedCache<string>(most);
  const composed: string[] = [];
  const get = (key: string, stamp = 'a', now = 0, of: { until?: number; weight?: number } = {}) =>
    cache.get(key, stamp, now, async () => {
      composed.push(key);
      return { value: `${key} ${stamp} ${now}`, until: Infinity, ...of };
    });
  return { get, composed };
}

it('composes once while the stamp stays the same, however many ask at once', async () => {
  const { get, composed } = aCache();
  await Promise.all([get('one'), get('one')]);
  expect(await get('one', 'a', 5)).toBe('one a 0');
  expect(await get('one', 'b', 6)).toBe('one b 6');
  expect(composed).toEqual(['one', 'one']);
});

it('composes anew from the moment on that it was true until, and for a moment before it was composed', async () => {
  const { get, composed } = aCache();
  await get('one', 'a', 10, { until: 20 });
  expect(await get('one', 'a', 19)).toBe('one a 10');
  expect(await get('one', 'a', 20)).toBe('one a 20');
  expect(await get('one', 'a', 9)).toBe('one a 9');
  expect(composed).toHaveLength(3);
});

it('lets go of what was not asked for longest, by weight', async () => {
  const { get, composed } = aCache(5);
  await get('heavy', 'a', 0, { weight: 3 });
  await get('light', 'a', 0, { weight: 2 });
  await get('heavy');
  await get('more', 'a', 0, { weight: 2 });
  composed.length = 0;
  await get('heavy');
  await get('more');
  expect(composed).toEqual([]);
  await get('light');
  expect(composed).toEqual(['light']);
});

it('does not keep what could not be composed, and tells whoever asked', async () => {
  const cache = stampedCache<string>(5);
  const failing = cache.get('one', 'a', 0, () => Promise.reject(new Error('no line')));
  await expect(failing).rejects.toThrow('no line');
  expect(await cache.get('one', 'a', 0, async () => ({ value: 'there', until: Infinity }))).toBe('there');
});
