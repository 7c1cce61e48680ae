import { isIPv6 } from 'node:net';
import { countOf } from '@neat-sill/core/units';
import type { Pool } from 'pg';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { HttpProblem } from '../../http/problem.ts';

const TRIES_SECONDS = 15 * 60;
/**
 * Failed sign-ins in that time: for one account from one place, for one account from anywhere, from one place for anybody,
 * and from a device that has signed in to the account before. Such a device is held up by its own brake only, so that
 * nobody shuts people out by guessing at their account.
 */
const TRIES = { person: 10, account: 30, place: 100, device: 10 };

/** Whom to count a try for. */
export interface Try {
  readonly email: string;
  readonly place: string;
  /** The device's own name where it has signed in to this account before. */
  readonly device: string | null;
}

/** The network an address belongs to: one household has a whole /64 of IPv6. */
export function networkOf(address: string): string {
  const plain = address.replace(/^::ffff:(?=\d+\.)/i, '');
  if (!isIPv6(plain)) return plain;
  const [head = '', tail = ''] = plain.split('::');
  const front = head === '' ? [] : head.split(':');
  const back = tail === '' ? [] : tail.split(':');
  const gap = plain.includes('::')
    ? Array<string>(Math.max(0, 8 - front.length - back.length)).fill('0')
    : [];
  return `${[...front, ...gap, ...back]
    .slice(0, 4)
    .map((group) => Number.parseInt(group, 16).toString(16))
    .join(':')}::/64`;
}

/** Counts failed sign-ins in the database, so that several servers count together. */
export function signInBrakes(pool: Pool) {
  const limit = (of: keyof typeof TRIES) =>
    new RateLimiterPostgres({
      storeClient: pool,
      storeType: 'pool',
      tableName: 'sign_in_tries',
      tableCreated: true,
      clearExpiredByTimeout: false,
      keyPrefix: of,
      points: TRIES[of],
      duration: TRIES_SECONDS,
    });
  const limits = {
    person: limit('person'),
    account: limit('account'),
    place: limit('place'),
    device: limit('device'),
  };
  const keysOf = ({ email, place, device }: Try): readonly (readonly [RateLimiterPostgres, string])[] =>
    device === null
      ? [
          [limits.place, place],
          [limits.person, `${email} ${place}`],
          [limits.account, email],
        ]
      : [[limits.device, `${email} ${device}`]];
  return {
    /** Counts a try before the password is looked at; a 429 where there were too many. */
    count: async (each: Try): Promise<void> => {
      for (const [brake, key] of keysOf(each)) await consume(brake, key);
    },
    /** The password was right, and more is asked: this try does not count, those before do. */
    giveBack: async (each: Try): Promise<void> => {
      for (const [brake, key] of keysOf(each)) await brake.reward(key);
    },
    /** It was the right one. */
    forgive: async (each: Try): Promise<void> => {
      for (const [brake, key] of keysOf(each))
        await (brake === limits.place ? brake.reward(key) : brake.delete(key));
    },
  };
}

/** A brake of its own: so many in so many seconds by a key, counted in the database, so that several servers count together. */
export function brakeOn(
  pool: Pool,
  keyPrefix: string,
  { points, seconds }: { points: number; seconds: number },
) {
  const limit = new RateLimiterPostgres({
    ...{ storeClient: pool, storeType: 'pool', tableName: 'sign_in_tries', tableCreated: true },
    ...{ clearExpiredByTimeout: false, keyPrefix, points, duration: seconds },
  });
  return {
    /** Counts one; a 429 where there were too many. */
    count: (key: string) => consume(limit, key),
    /** Counts none; a 429 where there were too many. */
    refuseBeyond: async (key: string): Promise<void> => {
      const so = await limit.get(key);
      if (so !== null && so.consumedPoints > points) throw tooMany(so);
    },
  };
}

export type SignInBrakes = ReturnType<typeof signInBrakes>;

async function consume(limit: RateLimiterPostgres, key: string): Promise<void> {
  try {
    await limit.consume(key);
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error;
    throw tooMany(error);
  }
}

function tooMany({ msBeforeNext }: RateLimiterRes): HttpProblem {
  const minutes = Math.max(1, Math.ceil(msBeforeNext / 60_000));
  return new HttpProblem(429, {
    title: 'Too many tries',
    retryAfterSeconds: Math.ceil(msBeforeNext / 1000),
    detail: `Too many tries for this address; wait ${countOf(minutes, 'minute')} and try again.`,
  });
}
