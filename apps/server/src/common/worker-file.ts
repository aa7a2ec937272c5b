import { fileURLToPath } from 'node:url';

/** A built worker, whether the file that asks for it runs built or, in a test, as source. @param name as in `judging/judge-worker` */
export const workerFile = (name: string): string =>
  fileURLToPath(new URL(`../../dist/${name}.js`, import.meta.url));
