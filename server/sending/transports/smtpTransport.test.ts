import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import type { SMTPServerOptions } from 'smtp-server';
import { afterEach, describe, expect, it } from 'vitest';
import type { SmtpSettings } from '../../platform/config.ts';
import { smtpTransport } from './smtpTransport.ts';
import { hostFor } from '../../platform/mail/hostFor.ts';

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

const HOST: SmtpSettings = {
  host: '127.0.0.1',
  port: 1,
  security: 'offered',
  user: undefined,
  password: undefined,
  carries: [],
  perMinute: undefined,
};

async function hostWith(options: SMTPServerOptions, security: SmtpSettings['security'] = 'offered') {
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
  return smtpTransport(() => Promise.resolve([{ ...HOST, port, security }]));
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
    expect(attempt).toMatchObject({
      outcome: { kind: 'accepted' },
      permanentFailures: [],
      transientFailures: [],
    });
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
    const { outcome, permanentFailures: refusals } = await transport.send(envelope, BYTES, () =>
      Promise.resolve(),
    );
    expect(outcome).toEqual({ kind: 'accepted' });
    expect(refusals).toEqual([{ address: 'a@x.example', reply: '550 5.1.1 no such mailbox' }]);
  });

  it('tells whom the host put off from whom it refused', async () => {
    const transport = await hostWith({
      size: 5_000_000,
      onRcptTo: ({ address }, _session, done) => {
        done(address.startsWith('a@') ? reply(450, '4.2.0 greylisted') : null);
      },
      onData: (stream, _session, done) =>
        void collect(stream).then(() => {
          done();
        }),
    });
    const attempt = await transport.send(envelope, BYTES, () => Promise.resolve());
    expect(attempt).toEqual({
      outcome: { kind: 'accepted' },
      permanentFailures: [],
      transientFailures: [{ address: 'a@x.example', reply: '450 4.2.0 greylisted' }],
      // What the host says it takes (RFC 1870) is learnt.
      hostLimit: { host: expect.stringMatching(/^127\.0\.0\.1:\d+$/), bytes: 5_000_000 },
    });
  });

  it.each([
    ['starttls', { disabledCommands: ['AUTH'] }],
    ['implicit', { secure: true, disabledCommands: ['AUTH'] }],
  ] as const)(
    'under %s it hands nothing to a host that nobody vouches for, and says so',
    async (security, options) => {
      let got = false;
      const onData: SMTPServerOptions['onData'] = (stream, _session, done) => {
        got = true;
        void collect(stream).then(() => {
          done();
        });
      };
      const transport = await hostWith({ ...options, disabledCommands: ['AUTH'], onData }, security);
      const { outcome } = await transport.send(envelope, BYTES, () => Promise.resolve());
      expect(outcome).toEqual({
        kind: 'later',
        reply: '',
        because: [{ code: 'certificate', fault: expect.any(String) as string }],
      });
      expect(got).toBe(false);
    },
  );

  it('that is to be talked to under TLS is not talked to without', async () => {
    const transport = await hostWith({}, 'starttls');
    expect((await transport.send(envelope, BYTES, () => Promise.resolve())).outcome.kind).not.toBe(
      'accepted',
    );
  });

  it('is the one named for a sender, or for their domain, or else the first', () => {
    const [accounts, domain] = [
      { ...HOST, host: 'a', carries: ['accounts@x.example'] },
      { ...HOST, host: 'b', carries: ['@x.example'] },
    ];
    const hosts = [HOST, accounts, domain];
    expect(hostFor(hosts, 'Accounts@x.example').host).toBe('a');
    expect(hostFor(hosts, 'maud@x.example').host).toBe('b');
    expect(hostFor(hosts, 'maud@y.example').host).toBe('127.0.0.1');
  });

  it('is given no more in a minute than it takes', async () => {
    const times: number[] = [];
    const onData: SMTPServerOptions['onData'] = (stream, _session, done) => {
      times.push(Date.now());
      void collect(stream).then(() => {
        done();
      });
    };
    await hostWith({ onData });
    const { port } = servers.at(-1)?.server.address() as AddressInfo;
    const slow = smtpTransport(() => Promise.resolve([{ ...HOST, port, perMinute: 300 }]));
    // From before the first: one that arrives late must not make the others seem early.
    const begun = Date.now();
    await Promise.all([1, 2, 3].map(() => slow.send(envelope, BYTES, () => Promise.resolve())));
    expect((times.at(-1) ?? 0) - begun).toBeGreaterThanOrEqual(380);
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
    const nobody = smtpTransport(() => Promise.resolve([HOST]));
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
