import { pino, type DestinationStream, type Logger } from 'pino';

/** What of an error goes into a log: a driver's errors carry their connection with them, and that is nobody's business. */
function briefly(error: unknown): unknown {
  if (typeof error !== 'object' || error === null) return error;
  const { name, message, stack, code, cause } = error as Error & { code?: unknown };
  return { name, message, code, stack, ...(cause === undefined ? {} : { cause: briefly(cause) }) };
}

export function makeLog(level: string, to: DestinationStream = process.stdout): Logger {
  return pino({ level, serializers: { err: briefly } }, to);
}
