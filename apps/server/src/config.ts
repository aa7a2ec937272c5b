import { fileURLToPath } from 'node:url';
import Joi from 'joi';

export interface Config {
  readonly databaseUrl: string;
  readonly host: string;
  readonly port: number;
  readonly logLevel: string;
  /** Where the simulated instruments are told what the car does; null: none run. */
  readonly bench: { readonly host: string; readonly port: number } | null;
  /** Names the shop is opened by, besides bare addresses and `localhost`. */
  readonly addresses: readonly string[];
  /** Which proxies in front may say who calls: how many, or their addresses; false: none. */
  readonly proxy: number | string | false;
  /** Where backups made from the page are kept. */
  readonly backupDir: string;
  readonly waits: Waits;
}

/** How long a request may wait, ms: for its answer, and within that for what the answer needs. */
export interface Waits {
  readonly answerMs: number;
  readonly queryMs: number;
  readonly connectMs: number;
  readonly solveMs: number;
}

/** What is left, once database or solver gave up, to say so. */
const TO_SAY_SO_MS = 1_000;

function waits(answerSeconds: number): Waits {
  const answerMs = answerSeconds * 1000;
  const part = answerMs - TO_SAY_SO_MS;
  return { answerMs, queryMs: part, connectMs: 0.7 * part, solveMs: part };
}

const schema = Joi.object({
  VENULA_DATABASE_URL: Joi.string()
    .uri({ scheme: ['postgres', 'postgresql'] })
    .required(),
  VENULA_HOST: Joi.string().hostname().default('127.0.0.1'),
  VENULA_PORT: Joi.number().port().default(4600),
  VENULA_BENCH_PORT: Joi.number().port(),
  VENULA_ADDRESSES: Joi.string()
    .allow('')
    .default('')
    .custom((value: string) => value.split(',').flatMap((name) => name.trim() || []))
    .custom((value: string[], helpers) => {
      const wrong = value.find((name) => Joi.string().hostname().validate(name).error);
      return wrong === undefined
        ? value
        : helpers.message({
            custom: `"VENULA_ADDRESSES" holds “${wrong}”: give names alone, as in shop.lan, www.shop.lan`,
          });
    }),
  VENULA_PROXY: Joi.alternatives(
    Joi.number().integer().min(1).max(9),
    Joi.string().pattern(
      /^(?:loopback|uniquelocal|[0-9a-f.:/]+)(?:, ?(?:loopback|uniquelocal|[0-9a-f.:/]+))*$/i,
    ),
  ).messages({
    'alternatives.match':
      '"VENULA_PROXY" must be how many proxies stand in front (1), or their addresses (loopback, 10.0.0.0/8)',
  }),
  VENULA_BACKUP_DIR: Joi.string().default(fileURLToPath(new URL('../../../.data/backups', import.meta.url))),
  // The page gives up after twenty seconds.
  VENULA_ANSWER_SECONDS: Joi.number().min(2).max(60).default(4.5),
  VENULA_LOG_LEVEL: Joi.string().valid('silent', 'error', 'warn', 'info', 'debug').default('warn'),
}).unknown(true);

/** Reads the environment once. A wrong setting stops the start with one line that names it. */
export function readConfig(env: NodeJS.ProcessEnv = process.env): Config {
  const { value, error } = schema.validate(env) as { value: Record<string, unknown>; error?: Error };
  if (error) throw new Error(`configuration: ${error.message}`);
  return {
    databaseUrl: String(value['VENULA_DATABASE_URL']),
    host: String(value['VENULA_HOST']),
    port: Number(value['VENULA_PORT']),
    logLevel: String(value['VENULA_LOG_LEVEL']),
    // They are stand-ins that ship with the program, and are only ever on this machine.
    bench:
      value['VENULA_BENCH_PORT'] === undefined
        ? null
        : { host: '127.0.0.1', port: Number(value['VENULA_BENCH_PORT']) },
    addresses: [String(value['VENULA_HOST']), ...(value['VENULA_ADDRESSES'] as string[])],
    proxy: (value['VENULA_PROXY'] as number | string | undefined) ?? false,
    backupDir: String(value['VENULA_BACKUP_DIR']),
    waits: waits(Number(value['VENULA_ANSWER_SECONDS'])),
  };
}
