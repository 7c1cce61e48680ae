import { PassThrough } from 'node:stream';
import { makeLog } from './log.ts';

test('an error is logged without what the driver hangs on it', () => {
  const stream = new PassThrough();
  const error = Object.assign(new Error('connection lost', { cause: new Error('reset') }), {
    code: '57P01',
    client: { password: 'putty', secretKey: 4711 },
  });
  makeLog('warn', stream).warn({ err: error }, 'database');
  const text = String(stream.read());
  expect(text).toContain('connection lost');
  expect(text).toContain('57P01');
  expect(text).toContain('reset');
  expect(text).not.toMatch(/putty|4711|secretKey/);
});
