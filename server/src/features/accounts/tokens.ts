import { createHash, randomBytes } from 'node:crypto';

/** A token that nobody guesses: 256 bits. */
export const newToken = () => randomBytes(32).toString('base64url');

/** Only this is stored: who reads the database can't take over a session or a link. */
export const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');
