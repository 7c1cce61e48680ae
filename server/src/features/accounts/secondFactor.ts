import { Secret, TOTP } from 'otpauth';

const PERIOD_S = 30;

const totp = (secret: string, email = '') =>
  new TOTP({
    issuer: 'Neat Sill',
    label: email,
    secret: Secret.fromBase32(secret),
    digits: 6,
    period: PERIOD_S,
  });

export function newSecret(email: string): { secret: string; uri: string } {
  const secret = new Secret({ size: 20 }).base32;
  return { secret, uri: totp(secret, email).toString() };
}

/**
 * The time step a code belongs to, or null where it is wrong: the step now, or the one before or after, since clocks
 * differ (RFC 6238, 5.2). Whoever takes a code keeps its step and takes none of the same step or before it again.
 */
export function stepOfCode(secret: string, code: string, now: Date): number | null {
  const delta = totp(secret).validate({
    token: code.replaceAll(/\s/g, ''),
    timestamp: now.getTime(),
    window: 1,
  });
  return delta === null ? null : Math.floor(now.getTime() / 1000 / PERIOD_S) + delta;
}
