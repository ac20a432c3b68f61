import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import type { SMTPServerOptions } from 'smtp-server';
import { afterEach, describe, expect, it } from 'vitest';
import { smtpTransport } from './smtpTransport.ts';

const servers: SMTPServer[] = [];
afterEach(async () => {
  await Promise.all(
    servers.splice(0).map(
      (server) =>
        new Promise((done) => {
          server.close(() => {
            done(undefined);
          });
        }),
    ),
  );
});

async function hostWith(options: SMTPServerOptions) {
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS', 'AUTH'],
    logger: false,
    ...options,
  });
  server.on('error', () => undefined);
  servers.push(server);
  await new Promise<void>((done) => {
    server.listen(0, '127.0.0.1', done);
  });
  const { port } = server.server.address() as AddressInfo;
  return smtpTransport({ host: '127.0.0.1', port, secure: false, user: undefined, password: undefined });
}

const BYTES = Buffer.from('Subject: dots\r\n\r\n.\r\n..two\r\nplain\r\n', 'latin1');
const envelope = {
  from: 'maud@tidewell-roe.example',
  to: ['a@x.example', 'b@x.example'],
  reference: '<1@tidewell-roe.example>',
  subject: 'Saltmarsh Wren',
};
const reply = (responseCode: number, words: string) => Object.assign(new Error(words), { responseCode });

async function collect(stream: NodeJS.ReadableStream): Promise<Buffer> {
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(Buffer.from(chunk as Uint8Array));
  return Buffer.concat(chunks);
}

describe('the SMTP transport', () => {
  it('hands over the very bytes, dots and all, and only after it was told to begin', async () => {
    const got: Buffer[] = [];
    let begunBeforeData = false;
    let begun = false;
    const transport = await hostWith({
      onData(stream, _session, done) {
        begunBeforeData = begun;
        void collect(stream).then((bytes) => {
          got.push(bytes);
          done();
        });
      },
    });
    const attempt = await transport.send(envelope, BYTES, async () => {
      await new Promise((done) => setTimeout(done, 20));
      expect(got).toEqual([]);
      begun = true;
    });
    expect(attempt).toEqual({ outcome: { kind: 'accepted' }, refusals: [] });
    expect(got[0]?.equals(BYTES)).toBe(true);
    expect(begunBeforeData).toBeDefined();
  });

  it('tells whom the host refused where it took the rest', async () => {
    const transport = await hostWith({
      onRcptTo: ({ address }, _session, done) => {
        done(address.startsWith('a@') ? reply(550, '5.1.1 no such mailbox') : null);
      },
      onData: (stream, _session, done) =>
        void collect(stream).then(() => {
          done();
        }),
    });
    const { outcome, refusals } = await transport.send(envelope, BYTES, () => Promise.resolve());
    expect(outcome).toEqual({ kind: 'accepted' });
    expect(refusals).toEqual([{ address: 'a@x.example', reply: '550 5.1.1 no such mailbox' }]);
  });

  it.each([
    [550, '5.1.1 no such mailbox', { kind: 'refused', reply: '550 5.1.1 no such mailbox' }],
    [450, '4.2.0 greylisted', { kind: 'later', reply: '450 4.2.0 greylisted' }],
  ] as const)('keeps a %i word for word, with nothing handed over', async (code, words, outcome) => {
    let begun = false;
    const transport = await hostWith({
      onRcptTo: (_address, _session, done) => {
        done(reply(code, words));
      },
    });
    const attempt = await transport.send(envelope, BYTES, async () => {
      begun = true;
      await Promise.resolve();
    });
    expect([attempt.outcome, begun]).toEqual([outcome, false]);
  });

  it('knows a refusal after the data from an answer that was lost', async () => {
    const full = await hostWith({
      onData: (stream, _session, done) =>
        void collect(stream).then(() => {
          done(reply(552, '5.2.2 full'));
        }),
    });
    expect((await full.send(envelope, BYTES, () => Promise.resolve())).outcome).toEqual({
      kind: 'refused',
      reply: '552 5.2.2 full',
    });
    const lost = await hostWith({
      onData: (stream) =>
        void collect(stream).then(() => {
          servers.at(-1)?.connections.forEach((connection) => {
            (connection as unknown as { _socket: { destroy: () => void } })._socket.destroy();
          });
        }),
    });
    expect((await lost.send(envelope, BYTES, () => Promise.resolve())).outcome).toEqual({ kind: 'unknown' });
  });

  it('tries later when nobody answers, or when it could not note that data begins', async () => {
    const nobody = smtpTransport({
      host: '127.0.0.1',
      port: 1,
      secure: false,
      user: undefined,
      password: undefined,
    });
    expect((await nobody.send(envelope, BYTES, () => Promise.resolve())).outcome.kind).toBe('later');
    const got: Buffer[] = [];
    const host = await hostWith({
      onData: (stream, _session, done) =>
        void collect(stream).then(
          (bytes) => {
            got.push(bytes);
            done();
          },
          () => undefined,
        ),
    });
    const { outcome } = await host.send(envelope, BYTES, () => Promise.reject(new Error('disk full')));
    expect(outcome.kind).toBe('later');
    expect(got.some((bytes) => bytes.includes('plain'))).toBe(false);
  });
});
