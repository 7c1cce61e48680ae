import { z } from 'zod';
import { ROLES } from '../record/index.ts';

export const signInSchema = z
  .strictObject({
    email: z.string().trim().toLowerCase().min(3, 'Type your e-mail address').max(200),
    password: z.string().min(1, 'Type your password').max(200),
    /** Of the authenticator, where the account asks for one. */
    code: z.string().trim().max(20).default(''),
  })
  .meta({ id: 'SignIn' });

export const personSchema = z
  .strictObject({
    id: z.string(),
    name: z.string(),
    role: z.enum(ROLES),
    shop: z.string(),
    unit: z.enum(['mm', 'in']),
    /** The shop asks owners for a second factor, and this one has none yet: nothing else is allowed before. */
    mustSetCode: z.boolean().default(false),
  })
  .meta({ id: 'Person' });

/** Who is signed in, the token that every write must carry, and on a demo server how to sign in. */
export const sessionSchema = z
  .strictObject({
    person: personSchema.nullable(),
    csrfToken: z.string(),
    /** Failed tries to sign in as this person since the sign-in before this one. */
    failedBefore: z.int().default(0),
    demoSignIn: z.strictObject({ email: z.string(), password: z.string() }).nullable(),
  })
  .meta({ id: 'Session' });

export const preferencesSchema = z.strictObject({ unit: z.enum(['mm', 'in']) }).meta({ id: 'Preferences' });

export type SignIn = z.infer<typeof signInSchema>;
export type Person = z.infer<typeof personSchema>;
export type Session = z.infer<typeof sessionSchema>;
export type Preferences = z.infer<typeof preferencesSchema>;
