import { fileURLToPath } from 'node:url';
import type { ServeStaticModuleOptions } from '@nestjs/serve-static';
import type { Response } from 'express';

/** The built page. */
export const webDist = fileURLToPath(new URL('../../../web/dist', import.meta.url));

/** Files whose name holds a hash of their content never change under that name. */
const HASHED = /[\\/]assets[\\/]/;

export const assets: ServeStaticModuleOptions = {
  rootPath: webDist,
  // A file that is not there is not there: the page in its place would be run as a script or kept as a font.
  exclude: ['/api/{*rest}', '/assets/{*rest}'],
  serveStaticOptions: {
    setHeaders: (res: Response, path: string) => {
      res.setHeader('Cache-Control', HASHED.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache');
    },
  },
};
