import { z } from 'zod';

const isLoopback = (host: string) => host === 'localhost' || host === '::1' || host.startsWith('127.');

const yesNo = z.enum(['yes', 'no']);

const environmentSchema = z
  .object({
    DATABASE_URL: z.string().startsWith('postgres', 'DATABASE_URL must be a postgres:// address'),
    HOST: z.string().default('127.0.0.1'),
    PORT: z.coerce.number().int().min(0).max(65535).default(4173),
    /** So many processes serve beside each other; more than one where the machine has the cores for it. */
    SERVER_PROCESSES: z.coerce.number().int().min(1).max(64).default(1),
    WEB_FOLDER: z.string().optional(),
    LOG_LEVEL: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('warn'),
    /** Folder into which the worker writes a backup every night; none without it. */
    BACKUP_FOLDER: z.string().optional(),
    /** So many of these backups are kept. */
    BACKUP_KEEP: z.coerce.number().int().min(1).max(1000).default(14),
    /** `yes` behind HTTPS. */
    SECURE_COOKIES: yesNo.default('no'),
    /** `yes` behind one reverse proxy that sets X-Forwarded-For. */
    TRUST_PROXY: yesNo.default('no'),
    /** Where people find Neat Sill, as https://sill.brindle-rook.example: for links and for codes on labels. */
    PUBLIC_ADDRESS: z.url({ protocol: /^https?$/ }).optional(),
    /** Where somebody tells a weakness they have found, as mailto:… or https://…; stands in /.well-known/security.txt. */
    SECURITY_CONTACT: z
      .string()
      .regex(/^(mailto:|https:\/\/)\S+$/, 'SECURITY_CONTACT begins with mailto: or https://')
      .optional(),
    /** `yes` shows on the sign-in page how to sign in to the demo shop. */
    DEMO: yesNo.default('no'),
  })
  .refine(({ DEMO, HOST, TRUST_PROXY }) => DEMO === 'no' || (TRUST_PROXY === 'no' && isLoopback(HOST)), {
    path: ['DEMO'],
    message:
      'the demo shop’s password is known to everybody, so the demo runs on this machine only: set NEAT_SILL_DEMO=no for a server that others reach',
  });

export type Environment = z.infer<typeof environmentSchema>;

/** What the processes are told from outside; a missing or wrong variable ends them with a sentence. */
export function readEnvironment(variables: NodeJS.ProcessEnv): Environment {
  const result = environmentSchema.safeParse(variables);
  if (result.success) return result.data;
  const lines = result.error.issues.map(({ path, message }) => `  ${path.join('.')}: ${message}`);
  throw new Error(
    `Some environment variables can't be used (docs/operations.md lists them):\n${lines.join('\n')}`,
  );
}
