import { Router } from 'express';
import expressStaticGzip from 'express-static-gzip';
import { existsSync } from 'node:fs';
import { join } from 'node:path';

/** The built web application: files as they were compressed when they were built, and its page for every other address. */
export function webFiles(folder: string): Router {
  const router = Router();
  const compressed = { enableBrotli: true, orderPreference: ['br' as const, 'gzip' as const], index: false };
  router.use(
    '/assets',
    expressStaticGzip(join(folder, 'assets'), {
      ...compressed,
      serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
    }),
  );
  router.use(
    expressStaticGzip(folder, {
      ...compressed,
      serveStatic: { maxAge: 0, setHeaders: (res) => void res.setHeader('cache-control', 'no-cache') },
    }),
  );
  router.get('/{*path}', (req, res, next) => {
    // An address with an ending asks for a file that is not there: the page is no answer to that.
    if (/[.][a-z0-9]{1,8}$/i.test(req.path) || req.path.startsWith('/.')) return next();
    // The folder itself may stand in one whose name begins with a dot.
    res.sendFile(join(folder, 'index.html'), { headers: { 'cache-control': 'no-cache' }, dotfiles: 'allow' });
  });
  return router;
}

export const hasWebFiles = (folder: string | null): folder is string => folder !== null && existsSync(folder);
