import { createServer } from 'node:net';

/** Below the ports that systems give to outgoing connections (RFC 6056: 32768 or 49152 on), which come and go. */
const FIRST = 10_000;
const LAST = 32_000;

const canBeTaken = (port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => {
      resolve(false);
    });
    server.listen(port, '127.0.0.1', () => {
      server.close(() => {
        resolve(true);
      });
    });
  });

/**
 * A port for a program that must be told one. Between here and its start nobody else gets it by themselves:
 * it isn't one that outgoing connections take, and others who ask here draw theirs by chance.
 */
export async function freePort(): Promise<number> {
  for (;;) {
    const port = FIRST + Math.floor(Math.random() * (LAST - FIRST));
    if (await canBeTaken(port)) return port;
  }
}
