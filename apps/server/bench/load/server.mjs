/** The server that is measured, in a process of its own: tells its port, and when asked what its event loop and memory did since. */
import 'reflect-metadata';
import { monitorEventLoopDelay } from 'node:perf_hooks';

const { createApp, warmUp } = await import('../../dist/bootstrap.js');
const app = await createApp();
await app.listen(0, '127.0.0.1');
const delay = monitorEventLoopDelay({ resolution: 10 });
delay.enable();
process.on('message', (asked) => {
  if (asked === 'measure') delay.reset();
  if (asked === 'report')
    process.send({
      p99: delay.percentile(99) / 1e6,
      longest: delay.max / 1e6,
      rssMb: process.memoryUsage().rss / 2 ** 20,
      cpuS: process.cpuUsage().user / 1e6 + process.cpuUsage().system / 1e6,
    });
  if (asked === 'end') app.close().then(() => process.exit(0));
});
process.on('disconnect', () => process.exit(1));
process.send({ port: app.getHttpServer().address().port });
// As the start does: while the first requests come.
warmUp(app);
