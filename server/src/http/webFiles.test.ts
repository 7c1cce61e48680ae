import express from 'express';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { webFiles } from './webFiles.ts';

let folder: string;
let address: string;
let close: () => void;
beforeAll(async () => {
  folder = join(mkdtempSync(join(tmpdir(), 'neat-sill-web-')), '.hidden');
  mkdirSync(join(folder, 'assets'), { recursive: true });
  const script = 'console.log("as it is")';
  writeFileSync(join(folder, 'index.html'), '<title>Neat Sill</title>');
  writeFileSync(join(folder, 'assets/index-1.js'), script);
  writeFileSync(join(folder, 'assets/index-1.js.br'), brotliCompressSync(script));
  writeFileSync(join(folder, 'assets/index-1.js.gz'), gzipSync(script));
  const app = express().use(webFiles(folder));
  const server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  close = () => server.close();
});
afterAll(() => {
  close();
  rmSync(join(folder, '..'), { recursive: true });
});

const ask = (path: string, encoding = 'identity') =>
  fetch(`${address}${path}`, { headers: { 'accept-encoding': encoding } });

test.each([
  ['gzip, deflate, br', 'br'],
  ['gzip', 'gzip'],
  ['identity', null],
])('a script is sent as the browser takes it: %s', async (accepted, sent) => {
  const answer = await ask('/assets/index-1.js', accepted);
  expect(answer.headers.get('content-encoding')).toBe(sent);
  expect(answer.headers.get('content-type')).toMatch(/javascript/);
  expect(answer.headers.get('cache-control')).toMatch(/immutable/);
  expect(await answer.text()).toContain('as it is');
});

test.each(['/', '/jobs', '/jobs/0d6f3a52-1c0b-4a4e-8a55-6a1f0c9d0001/survey'])(
  'the page is sent for %s, also from a folder whose name begins with a dot',
  async (path) => {
    const answer = await ask(path);
    expect([answer.status, answer.headers.get('cache-control')]).toEqual([200, 'no-cache']);
    expect(await answer.text()).toContain('Neat Sill');
  },
);

test.each(['/.env', '/.git/config', '/wp-login.php', '/assets/none.js'])(
  '%s is not there, and the page is no answer to it',
  async (path) => {
    expect((await ask(path)).status).toBe(404);
  },
);
