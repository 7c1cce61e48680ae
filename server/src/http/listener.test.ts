import { once } from 'node:events';
import { connect, type AddressInfo, type Socket } from 'node:net';
import type { Server } from 'node:http';
import { makeListener } from './listener.ts';

let server: Server;
beforeAll(async () => {
  server = makeListener((req, res) => void req.resume().on('end', () => res.end('whole')), {
    headMs: 150,
    requestMs: 300,
    idleMs: 60_000,
    lookEveryMs: 30,
  });
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
});
afterAll(() => server.close());

const opened = (sent: string): Socket => {
  const socket = connect((server.address() as AddressInfo).port, '127.0.0.1');
  socket.write(sent);
  return socket;
};
const saidBy = async (socket: Socket) => {
  let text = '';
  socket.on('data', (chunk: Buffer) => (text += chunk.toString()));
  await once(socket, 'close');
  return text;
};

test.each([
  ['a head that does not end', 'GET / HTTP/1.1\r\nHost: sill\r\nX-Slow: '],
  ['a body that does not come', 'POST / HTTP/1.1\r\nHost: sill\r\nContent-Length: 500\r\n\r\nhalf'],
])('%s is closed, and said', async (_name, sent) => {
  expect(await saidBy(opened(sent))).toMatch(/^HTTP\/1\.1 408 /);
});

test('a connection stays open for the next request', async () => {
  const socket = opened('GET / HTTP/1.1\r\nHost: sill\r\n\r\n');
  const [first] = (await once(socket, 'data')) as [Buffer];
  expect(first.toString()).toMatch(/^HTTP\/1\.1 200 [\s\S]*Keep-Alive: timeout=60/);
  await new Promise((resolve) => setTimeout(resolve, 400));
  socket.write('GET / HTTP/1.1\r\nHost: sill\r\nConnection: close\r\n\r\n');
  expect(await saidBy(socket)).toMatch(/^HTTP\/1\.1 200 /);
});
