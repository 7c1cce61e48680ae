import { hash, verify } from '@node-rs/argon2';
import { dictionary } from '@zxcvbn-ts/language-common';

const COMMON: ReadonlySet<string> = new Set(dictionary['passwords-common']);

/** Stands where somebody has none yet and comes by a link: people of a shop that was read in. */
const NO_PASSWORD = 'none';

export const hashPassword = (password: string) => hash(password);

/** Verified against when nobody has the address, so that both answers take equally long. */
const NOBODY = hash('nobody has this password');

export async function matchesPassword(passwordHash: string | null, password: string): Promise<boolean> {
  const hasOne = passwordHash !== null && passwordHash !== NO_PASSWORD;
  const matches = await verify(hasOne ? passwordHash : await NOBODY, password);
  return hasOne && matches;
}

const withoutEnds = (text: string) => text.replaceAll(/^[^\p{L}]+|[^\p{L}]+$/gu, '');
const isRepeated = (text: string) => /^(.{1,4})\1+$/su.test(text);

/**
 * Why a password is too easily guessed, or null: it is on the list of common ones (with or without digits and signs around
 * it), repeats a few characters, or is little more than a name known to everybody. Length is the contract's business
 * (NIST SP 800-63B, 3.1.1.2).
 */
export function weaknessOf(password: string, known: readonly string[]): string | null {
  const text = password.normalize('NFKC').toLowerCase();
  if (COMMON.has(text) || COMMON.has(withoutEnds(text)))
    return 'This is one of the passwords that are tried first; choose another, as a few words that don’t belong together.';
  if (isRepeated(text)) return 'This repeats a few characters; choose a few words instead.';
  const names = known
    .flatMap((name) => [name, ...name.split(/[\s@.]+/)])
    .map((name) => name.toLowerCase())
    .filter((name) => name.length >= 4)
    .sort((a, b) => b.length - a.length);
  const rest = withoutEnds(names.reduce((left, name) => left.replaceAll(name, ''), text));
  if (rest.length < 6 && rest.length < text.length)
    return 'Leave out your name, address and shop; they are tried first.';
  return null;
}
