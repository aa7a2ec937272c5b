import type { Socket } from 'node:net';

/** Nobody has a line this long to say. */
const MOST_LINE = 2_000_000;

/** Calls with each line that comes in, whole, however it was cut up on the way. */
export function onLines(socket: Socket, say: (line: string) => void): void {
  let rest = '';
  socket.setEncoding('utf8');
  socket.on('data', (part: string) => {
    const lines = (rest + part).split(/\r?\n/);
    rest = lines.pop() ?? '';
    if (rest.length > MOST_LINE) {
      socket.destroy();
      return;
    }
    for (const line of lines) say(line);
  });
}
