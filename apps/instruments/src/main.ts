import { openStand } from './stand.ts';

/** The simulated instruments as a program of their own: the bench on the first port, the instruments on those after it. */
const DEFAULT_PORT = 4610;

const port = Number(process.env['VENULA_BENCH_PORT'] ?? DEFAULT_PORT);
if (!Number.isInteger(port) || port < 1024 || port > 65_000) {
  console.error(`VENULA_BENCH_PORT must be 1024 to 65000, not ${process.env['VENULA_BENCH_PORT'] ?? ''}`);
  process.exit(1);
}
const stand = await openStand(port).catch((e: NodeJS.ErrnoException) => {
  console.error(
    e.code === 'EADDRINUSE'
      ? `simulated instruments: port ${port} or one of the four after it is taken. Set VENULA_BENCH_PORT to another.`
      : `simulated instruments: ${e.message}`,
  );
  process.exit(1);
});
console.log(
  `simulated instruments: bench on 127.0.0.1:${stand.controlPort}, ${Object.entries(stand.ports)
    .map(([n, p]) => `${n} ${p}`)
    .join(', ')}`,
);
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => void stand.close().then(() => process.exit(0)));
