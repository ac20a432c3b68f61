import { createServer } from 'node:http';
import { parseArgs } from 'node:util';
import { IdentityProvider } from './identityProvider.ts';

/** Where the demo's people sign on: `--person "Name <address>"`, as often as there are people. */
const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4129' },
    person: { type: 'string', multiple: true, default: [] },
  },
});

const people = values.person.map((written) => {
  const [, name = written, email = written] = /^(.*?)\s*<(.+)>$/.exec(written) ?? [];
  return { subject: email, name, email, emailVerified: true };
});
const provider = new IdentityProvider(`http://127.0.0.1:${values.port}`, people);
const server = createServer((request, response) => void provider.take(request, response));
server.once('error', (error) => {
  console.error(`The stand-in for signing on could not start: ${error.message}`);
  process.exit(1);
});
server.listen(Number(values.port), '127.0.0.1');
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => process.exit(0));
