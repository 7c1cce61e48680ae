import { setTimeout } from 'node:timers/promises';
import { makeApp } from './app.ts';
import { openDatabase } from './db/database.ts';
import { DEMO_SIGN_IN } from './demo/people.ts';
import type { Environment } from './environment.ts';
import { standInFeeds } from './features/buying/index.ts';
import { listenToChanges } from './features/live/index.ts';
import { makeListener } from './http/listener.ts';
import { endWithParent } from './lifetime.ts';
import { makeLog } from './log.ts';
import { openQueue, senderOf } from './queue/queue.ts';

/** Told to the supervisor: beginning again and again would not help. */
export const CAN_NOT_LISTEN = 78;

/** Serves the application until the process is told to end; says where it is once it listens. */
export async function serve(environment: Environment, sayAddress: (port: number) => void): Promise<void> {
  const log = makeLog(environment.LOG_LEVEL);
  const db = openDatabase(environment.DATABASE_URL, (error) =>
    log.warn({ err: error }, 'database connection lost'),
  );
  const boss = await openQueue(environment.DATABASE_URL, (error) => log.warn({ err: error }, 'queue'));
  const changes = listenToChanges(environment.DATABASE_URL, (error) =>
    log.warn({ err: error }, 'live changes'),
  );
  const app = makeApp({
    db,
    changes,
    queue: senderOf(boss),
    // What made-up suppliers ask is for trying things out; a shop of its own goes by its catalogue until a real one answers.
    suppliers: environment.DEMO === 'yes' ? standInFeeds(Math.random, (ms) => setTimeout(ms)) : [],
    now: () => new Date(),
    log,
    secureCookies: environment.SECURE_COOKIES === 'yes',
    trustProxy: environment.TRUST_PROXY === 'yes',
    securityContact: environment.SECURITY_CONTACT ?? null,
    publicAddress: environment.PUBLIC_ADDRESS?.replace(/\/$/, '') ?? null,
    demoSignIn: environment.DEMO === 'yes' ? DEMO_SIGN_IN : null,
    webFolder: environment.WEB_FOLDER ?? null,
  });

  const server = makeListener(app);
  server.once('error', (error) => {
    process.stderr.write(
      `The server can't listen on ${environment.HOST}:${environment.PORT}: ${error.message}\n`,
    );
    process.exit(CAN_NOT_LISTEN);
  });
  server.listen(environment.PORT, environment.HOST, () => {
    const address = server.address();
    const port = typeof address === 'object' && address ? address.port : environment.PORT;
    sayAddress(port);
  });

  endWithParent(() => {
    server.close();
    server.closeAllConnections();
    return [changes.close(), boss.stop({ graceful: false }), db.close()];
  });
}
