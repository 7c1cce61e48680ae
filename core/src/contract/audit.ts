import { z } from 'zod';

/** What the audit log tells. */
export const AUDIT_KINDS = [
  'signed-in',
  'sign-in-failed',
  'signed-out-everywhere',
  'password-changed',
  'code-on',
  'code-off',
  'invited',
  'invitation-withdrawn',
  'joined',
  'role-changed',
  'removed',
  'erased',
  'reset-link',
  'shop-made',
  'shop-changed',
  'rules-changed',
  'films-changed',
  'rack-changed',
  'job-deleted',
  'exported',
  'refused',
] as const;
export type AuditKind = (typeof AUDIT_KINDS)[number];

export const auditPageSchema = z
  .strictObject({
    entries: z.array(
      z.strictObject({
        number: z.int(),
        at: z.iso.datetime({ offset: true }),
        person: z.string().nullable(),
        kind: z.enum(AUDIT_KINDS),
        about: z.string(),
        place: z.string(),
      }),
    ),
    /** Where the next page begins; null at the end. */
    next: z.int().nullable(),
  })
  .meta({ id: 'AuditPage' });

export type AuditPage = z.infer<typeof auditPageSchema>;
