import type { AddressInfo, Socket } from 'node:net';
import { SMTPServer } from 'smtp-server';
import type { SMTPServerOptions } from 'smtp-server';
import { afterEach, describe, expect, it } from 'vitest';
import type { SmtpSettings } from '../../platform/config.ts';
import { smtpTransport } from './smtpTransport.ts';
import type { Transport } from './transport.ts';

const BYTES = Buffer.from('Subject: a\r\n\r\nb\r\n', 'latin1');
const envelopeTo = (to: string) => ({
  from: 'maud@tidewell-roe.example',
  to: [to],
  reference: `<${to}>`,
  subject: 'Saltmarsh Wren',
});
const began = (): Promise<void> => Promise.resolve();

const closing: (() => Promise<void>)[] = [];
afterEach(async () => {
  for (const close of closing.splice(0)) await close();
});

interface Host {
  readonly settings: SmtpSettings;
  readonly transport: Transport;
  /** Who each connection carried a message to, a list a connection. */
  readonly carried: string[][];
  /** Ends every conversation as a host does that has waited long enough. */
  readonly hangUp: () => Promise<void>;
}

/** A host that notes over which connection each message came. */
async function aHost(
  options: SMTPServerOptions = {},
  settingsNow: (settings: SmtpSettings) => SmtpSettings = (settings) => settings,
): Promise<Host> {
  const bySession = new Map<string, string[]>();
  const server = new SMTPServer({
    authOptional: true,
    disableReverseLookup: true,
    allowInsecureAuth: true,
    disabledCommands: ['STARTTLS'],
    logger: false,
    onAuth: (_auth, _session, done) => {
      done(null, { user: 'maud' });
    },
    onData(stream, { id, envelope: { rcptTo } }, done) {
      stream.resume().on('end', () => {
        bySession.set(id, [...(bySession.get(id) ?? []), ...rcptTo.map(({ address }) => address)]);
        done();
      });
    },
    ...options,
  });
  server.on('error', () => undefined);
  const sockets = new Set<Socket>();
  server.server.on('connection', (socket) => sockets.add(socket));
  await new Promise<void>((ready) => {
    server.listen(0, '127.0.0.1', ready);
  });
  const { port } = server.server.address() as AddressInfo;
  const settings: SmtpSettings = {
    ...{ host: '127.0.0.1', port, security: 'none', carries: [] },
    ...{ user: undefined, password: undefined, perMinute: undefined },
  };
  const transport = smtpTransport(() => Promise.resolve([settingsNow(settings)]));
  closing.push(async () => {
    transport.close?.();
    for (const socket of sockets) socket.destroy();
    await new Promise<void>((done) => {
      server.close(done);
    });
  });
  return {
    settings,
    transport,
    get carried() {
      return [...bySession.values()];
    },
    async hangUp() {
      for (const socket of sockets) socket.destroy();
      await new Promise((done) => setTimeout(done, 50));
    },
  };
}

describe('one conversation for many messages', () => {
  it('is taken up again by the next', async () => {
    const host = await aHost();
    for (const to of ['a@x.example', 'b@x.example', 'c@x.example'])
      expect((await host.transport.send(envelopeTo(to), BYTES, began)).outcome.kind).toBe('accepted');
    expect(host.carried).toEqual([['a@x.example', 'b@x.example', 'c@x.example']]);
  });

  it('is had by one message at a time', async () => {
    const host = await aHost();
    await Promise.all(
      ['a@x.example', 'b@x.example'].map((to) => host.transport.send(envelopeTo(to), BYTES, began)),
    );
    expect(host.carried.map((list) => list.length)).toEqual([1, 1]);
  });

  it('is begun anew, once, where its host had ended it meanwhile', async () => {
    const host = await aHost();
    await host.transport.send(envelopeTo('a@x.example'), BYTES, began);
    await host.hangUp();
    expect((await host.transport.send(envelopeTo('b@x.example'), BYTES, began)).outcome).toEqual({
      kind: 'accepted',
    });
    expect(host.carried).toEqual([['a@x.example'], ['b@x.example']]);
  });

  it('is begun anew where its host says 421 to the next (RFC 5321 §3.8)', async () => {
    const times = new Map<string, number>();
    const host = await aHost({
      onMailFrom: (_address, { id }, done) => {
        times.set(id, (times.get(id) ?? 0) + 1);
        done(times.get(id) === 1 ? null : Object.assign(new Error('4.4.2 closing'), { responseCode: 421 }));
      },
    });
    for (const to of ['a@x.example', 'b@x.example'])
      expect((await host.transport.send(envelopeTo(to), BYTES, began)).outcome).toEqual({ kind: 'accepted' });
    expect(host.carried).toEqual([['a@x.example'], ['b@x.example']]);
  });

  it('does not go on after a refusal', async () => {
    const host = await aHost({
      onRcptTo: ({ address }, _session, done) => {
        done(
          address.startsWith('no') ? Object.assign(new Error('5.1.1 nobody'), { responseCode: 550 }) : null,
        );
      },
    });
    const outcomes = [];
    for (const to of ['a@x.example', 'no@x.example', 'b@x.example'])
      outcomes.push((await host.transport.send(envelopeTo(to), BYTES, began)).outcome.kind);
    expect(outcomes).toEqual(['accepted', 'refused', 'accepted']);
    expect(host.carried).toEqual([['a@x.example'], ['b@x.example']]);
  });

  it('never hands a message over twice: an answer that is lost stays lost', async () => {
    const got: string[] = [];
    let silent = false;
    const host: Host = await aHost({
      onData(stream, { envelope: { rcptTo } }, done) {
        stream.resume().on('end', () => {
          got.push(...rcptTo.map(({ address }) => address));
          if (silent) void host.hangUp();
          else done();
        });
      },
    });
    await host.transport.send(envelopeTo('a@x.example'), BYTES, began);
    silent = true;
    let begun = 0;
    const { outcome } = await host.transport.send(envelopeTo('b@x.example'), BYTES, async () => {
      begun += 1;
      await began();
    });
    expect([outcome.kind, begun]).toEqual(['unknown', 1]);
    expect(got).toEqual(['a@x.example', 'b@x.example']);
  });

  it('is another one under another password', async () => {
    let password = 'first';
    const host = await aHost({}, (settings) => ({ ...settings, user: 'maud', password }));
    await host.transport.send(envelopeTo('a@x.example'), BYTES, began);
    password = 'second';
    await host.transport.send(envelopeTo('b@x.example'), BYTES, began);
    expect(host.carried).toEqual([['a@x.example'], ['b@x.example']]);
  });

  it('is ended after a hundred', async () => {
    const host = await aHost();
    for (let n = 0; n < 101; n += 1) await host.transport.send(envelopeTo(`p${n}@x.example`), BYTES, began);
    expect(host.carried.map((list) => list.length)).toEqual([100, 1]);
  });
});
