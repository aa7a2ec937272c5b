import Joi from 'joi';

export interface Config {
  readonly databaseUrl: string;
  readonly host: string;
  readonly port: number;
  readonly logLevel: string;
  /** Where the simulated instruments are told what the car does; null: none run. */
  readonly bench: { readonly host: string; readonly port: number } | null;
}

const schema = Joi.object({
  VENULA_DATABASE_URL: Joi.string()
    .uri({ scheme: ['postgres', 'postgresql'] })
    .required(),
  VENULA_HOST: Joi.string().hostname().default('127.0.0.1'),
  VENULA_PORT: Joi.number().port().default(4600),
  VENULA_BENCH_PORT: Joi.number().port(),
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
  };
}
