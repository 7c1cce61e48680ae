import { makeShopCache, type Source } from './shopCache.ts';

const A = 'shop-a';
const B = 'shop-b';

function cacheFor(mostBytes = 1e6) {
  const cache = makeShopCache(mostBytes);
  cache.hears(true);
  let made = 0;
  const get = (key: string, from: readonly Source[] = ['jobs'], more: object = {}) =>
    cache.get({
      key,
      shopId: A,
      from,
      make: () => Promise.resolve((made += 1)),
      bytesOf: () => 100,
      ...more,
    });
  return { cache, get };
}

test('what is kept is given again until what it follows from has changed', async () => {
  const { cache, get } = cacheFor();
  expect([await get('list'), await get('list'), await get('job', ['job 1'])]).toEqual([1, 1, 2]);
  cache.changed(A, 'people');
  cache.changed(A, 'job 2');
  cache.changed(B, 'jobs');
  cache.wrote(B);
  expect([await get('list'), await get('job', ['job 1'])]).toEqual([1, 2]);
  cache.changed(A, 'jobs');
  expect([await get('list'), await get('job', ['job 1'])]).toEqual([3, 2]);
  cache.wrote(A);
  expect([await get('list'), await get('job', ['job 1'])]).toEqual([4, 5]);
});

test('what was begun before a change is given to whoever asked, and not kept', async () => {
  const { cache } = cacheFor();
  cache.changed(A, 'jobs'); // not the first change there is
  let finish = (_value: string) => undefined as void;
  const slow = cache.get({
    key: 'list',
    shopId: A,
    from: ['jobs'],
    make: () => new Promise<string>((resolve) => (finish = resolve)),
    bytesOf: () => 1,
  });
  cache.changed(A, 'jobs');
  finish('as it was');
  expect(await slow).toBe('as it was');
  expect(cache.peek('list')).toBeUndefined();
});

test('while changes can’t be heard nothing is kept, and nothing of before is given', async () => {
  const { cache, get } = cacheFor();
  await get('list');
  cache.hears(false);
  expect([await get('list'), await get('list')]).toEqual([2, 3]);
  cache.hears(true);
  expect([await get('list'), await get('list')]).toEqual([4, 4]);
});

test('before anything is heard nothing is kept', async () => {
  const cache = makeShopCache(1000);
  const asked = {
    key: 'list',
    shopId: A,
    from: ['jobs'] as const,
    make: () => Promise.resolve('x'),
    bytesOf: () => 1,
  };
  await cache.get(asked);
  expect(cache.peek('list')).toBeUndefined();
  cache.hears(true);
  await cache.get(asked);
  expect(cache.peek('list')).toBe('x');
  expect(cache.peek('job')).toBeUndefined();
});

test('whoever has written a moment ago gets it anew, and so does everybody after', async () => {
  const { get } = cacheFor();
  expect([await get('list'), await get('list', ['jobs'], { anew: true }), await get('list')]).toEqual([
    1, 2, 2,
  ]);
});

test('it keeps within its memory, the latest', async () => {
  const { get } = cacheFor(1000); // three of 100 bytes and what each costs
  for (const key of ['a', 'b', 'c', 'd']) await get(key);
  expect([await get('d'), await get('c'), await get('a')]).toEqual([4, 3, 5]);
});
