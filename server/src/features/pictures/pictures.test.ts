import { jobFileForTest, recordsForTest } from '@neat-sill/core/testing';
import sharp from 'sharp';
import type { ApiCaller } from '../../testing/caller.ts';
import { signedIn } from '../../testing/caller.ts';
import { startTestServer, type TestServer } from '../../testing/server.ts';
import { makePaper } from '../papers/index.ts';

let server: TestServer;
let owner: ApiCaller;
let jobId: string;
const pictureId = crypto.randomUUID();

beforeAll(async () => {
  server = await startTestServer();
  owner = await signedIn(server, (await server.makeShop()).emails.owner);
  const records = recordsForTest({
    panes: {
      p1: {
        condition: [
          {
            id: 'm1',
            kind: 'scratch',
            x: 0.2,
            y: 0.7,
            note: 'long',
            pictureId,
            notedAt: '2026-05-04T15:00:00Z',
            notedBy: 'Osei Rook',
            remedy: null,
          },
        ],
      },
    },
  });
  const file = JSON.stringify(jobFileForTest(records));
  jobId = (await owner.post('/jobs/import', { file, customer: '', site: null })).body.id;
});
afterAll(() => server.stop());

/** A photograph of 3000 by 2000 with a place in its EXIF. */
const photograph = () =>
  sharp({ create: { width: 3000, height: 2000, channels: 3, background: '#46617f' } })
    .withExif({ IFD0: { Copyright: 'SECRETPLACE' }, IFD3: { GPSLatitude: '43/1 36/1 0/1' } })
    .jpeg()
    .toBuffer();

const put = (id: string, body: Buffer, caller = owner) =>
  fetch(`${server.address}/api/jobs/${jobId}/pictures/${id}`, {
    method: 'PUT',
    headers: {
      'content-type': 'image/jpeg',
      'x-csrf-token': caller.csrfToken,
      cookie: caller.cookie,
    },
    body: new Uint8Array(body),
  });
const get = (id: string, caller = owner) =>
  fetch(`${server.address}/api/pictures/${id}`, {
    headers: { cookie: caller.cookie },
  });

test('a photograph is kept small and without its place, once however often it is sent', async () => {
  const sent = await photograph();
  expect(sent.includes('SECRETPLACE')).toBe(true);
  expect((await put(pictureId, sent)).status).toBe(201);
  expect((await put(pictureId, sent)).status).toBe(201);
  const answer = await get(pictureId);
  expect(answer.headers.get('content-type')).toBe('image/jpeg');
  const kept = Buffer.from(await answer.arrayBuffer());
  const { width, height, exif } = await sharp(kept).metadata();
  expect([width, height]).toEqual([1600, 1067]);
  expect(exif).toBeUndefined();
  expect(kept.includes('SECRETPLACE')).toBe(false);
});

test('what only calls itself a picture is refused, and so is one that is too large', async () => {
  for (const body of [
    Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'),
    Buffer.from('GIF89a...'),
    Buffer.from('no picture'),
  ]) {
    const answer = await put(crypto.randomUUID(), body);
    expect(answer.status).toBe(422);
    expect((await answer.json()).detail).toMatch(/no JPEG, PNG or WebP/);
  }
  expect((await put(crypto.randomUUID(), Buffer.alloc(13 * 2 ** 20))).status).toBe(413);
});

test('another shop neither sees a picture nor puts one into the job', async () => {
  const stranger = await signedIn(server, (await server.makeShop()).emails.owner);
  expect((await get(pictureId, stranger)).status).toBe(404);
  expect((await put(crypto.randomUUID(), await photograph(), stranger)).status).toBe(404);
});

test('the condition sheet has the photograph in it', async () => {
  const asked = await owner.post(`/jobs/${jobId}/papers`, { kind: 'condition-sheet', today: '2026-05-04' });
  const work = server.sent.at(-1);
  if (!work) throw new Error('nothing was handed to the worker');
  await makePaper(server.db, work);
  expect((await owner.get(`/papers/${asked.body.id}`)).body).toMatchObject({ state: 'ready', problem: null });
  const pdf = await fetch(`${server.address}/api/papers/${asked.body.id}/pdf`, {
    headers: { cookie: owner.cookie },
  });
  expect(Buffer.from(await pdf.arrayBuffer()).includes('/Subtype /Image')).toBe(true);
});
