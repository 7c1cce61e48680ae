import { z } from 'zod';
import { nameField, ROLES } from '../record/index.ts';
import { personSchema } from './account.ts';
import { currencySchema } from '../price/index.ts';
import { timeZoneSchema } from './shopDetails.ts';

export const emailField = z
  .email('Write an e-mail address, as “tove@brindle-rook.example”')
  .trim()
  .toLowerCase()
  .max(200);

export const SHORTEST_PASSWORD = 12;
const newPasswordField = z
  .string()
  .min(SHORTEST_PASSWORD, `A password has ${SHORTEST_PASSWORD} characters or more; a few words do well`)
  .max(200);
const tokenField = z.string().min(20).max(100);
/** Six digits of an authenticator. */
export const codeField = z
  .string()
  .transform((text) => text.replaceAll(/\s/g, ''))
  .pipe(z.string().regex(/^\d{6}$/, 'The code has six digits'));

const ROLE = z.enum(ROLES);
const momentField = z.iso.datetime({ offset: true });

export const linkTokenSchema = z.strictObject({ token: tokenField }).meta({ id: 'LinkToken' });

/** What a one-time link is for. */
export const linkAnswerSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('shop'), expiresAt: momentField }),
    z.strictObject({
      kind: z.literal('invitation'),
      expiresAt: momentField,
      shop: z.string(),
      name: z.string(),
      email: z.string(),
      role: ROLE,
    }),
    z.strictObject({
      kind: z.literal('password'),
      expiresAt: momentField,
      shop: z.string(),
      name: z.string(),
      email: z.string(),
    }),
  ])
  .meta({ id: 'Link' });

/** Using a link: each kind asks for what it makes. It signs in. */
export const useLinkSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('shop'),
      token: tokenField,
      shop: nameField,
      currency: currencySchema,
      timeZone: timeZoneSchema,
      unit: z.enum(['mm', 'in']),
      name: nameField,
      email: emailField,
      password: newPasswordField,
    }),
    z.strictObject({
      kind: z.literal('invitation'),
      token: tokenField,
      name: nameField,
      password: newPasswordField,
    }),
    z.strictObject({ kind: z.literal('password'), token: tokenField, password: newPasswordField }),
  ])
  .meta({ id: 'UseLink' });

export const peopleSchema = z
  .strictObject({
    people: z.array(
      z.strictObject({
        id: z.uuid(),
        name: z.string(),
        email: z.string(),
        role: ROLE,
        hasCode: z.boolean(),
        lastSeenAt: momentField.nullable(),
        removed: z.boolean(),
      }),
    ),
    invitations: z.array(
      z.strictObject({
        id: z.uuid(),
        name: z.string(),
        email: z.string(),
        role: ROLE,
        expiresAt: momentField,
      }),
    ),
  })
  .meta({ id: 'People' });

export const invitationSchema = z
  .strictObject({ name: nameField, email: emailField, role: ROLE })
  .meta({ id: 'Invitation' });

/** A link is told once, to whoever asked for it; the server keeps no copy. */
export const madeLinkSchema = z
  .strictObject({ token: z.string(), expiresAt: momentField })
  .meta({ id: 'MadeLink' });

export const changeRoleSchema = z.strictObject({ role: ROLE }).meta({ id: 'ChangeRole' });
export const removePersonSchema = z
  .strictObject({
    /** Takes name and address out of everything as well. */
    erase: z.boolean(),
  })
  .meta({ id: 'RemovePerson' });

export const accountSchema = z
  .strictObject({
    person: personSchema,
    email: z.string(),
    hasCode: z.boolean(),
    devices: z.array(
      z.strictObject({
        id: z.uuid(),
        device: z.string(),
        openedAt: momentField,
        lastSeenAt: momentField,
        here: z.boolean(),
      }),
    ),
  })
  .meta({ id: 'Account' });

export const changePasswordSchema = z
  .strictObject({ now: z.string().min(1, 'Type the password you have now').max(200), next: newPasswordField })
  .meta({ id: 'ChangePassword' });

export const newCodeSchema = z
  .strictObject({
    /** Base32, to be typed into an authenticator. */
    secret: z.string(),
    /** The same as an `otpauth:` address, for a code to be read by a camera. */
    uri: z.string(),
  })
  .meta({ id: 'NewCode' });
export const confirmCodeSchema = z
  .strictObject({ secret: z.string().regex(/^[A-Z2-7]{16,64}$/), code: codeField })
  .meta({ id: 'ConfirmCode' });
export const dropCodeSchema = z
  .strictObject({ password: z.string().min(1).max(200) })
  .meta({ id: 'DropCode' });

export const doneSchema = z.strictObject({}).meta({ id: 'Done' });

export type LinkAnswer = z.infer<typeof linkAnswerSchema>;
export type UseLink = z.infer<typeof useLinkSchema>;
export type People = z.infer<typeof peopleSchema>;
export type Account = z.infer<typeof accountSchema>;
