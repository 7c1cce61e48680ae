import { z } from 'zod';

const yesNo = z.enum(['yes', 'no']);

const environmentSchema = z.object({
  DATABASE_URL: z.string().startsWith('postgres', 'DATABASE_URL must be a postgres:// address'),
  HOST: z.string().default('127.0.0.1'),
  PORT: z.coerce.number().int().min(0).max(65535).default(4173),
  WEB_FOLDER: z.string().optional(),
  LOG_LEVEL: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('warn'),
  /** `yes` behind HTTPS. */
  SECURE_COOKIES: yesNo.default('no'),
  /** `yes` behind one reverse proxy that sets X-Forwarded-For. */
  TRUST_PROXY: yesNo.default('no'),
  /** `yes` shows on the sign-in page how to sign in to the demo shop. */
  DEMO: yesNo.default('no'),
});

/** What the processes are told from outside; a missing or wrong variable ends them with a sentence. */
export function readEnvironment(variables: NodeJS.ProcessEnv): z.infer<typeof environmentSchema> {
  const result = environmentSchema.safeParse(variables);
  if (result.success) return result.data;
  const lines = result.error.issues.map(({ path, message }) => `  ${path.join('.')}: ${message}`);
  throw new Error(
    `Some environment variables can't be used (docs/operations.md lists them):\n${lines.join('\n')}`,
  );
}
