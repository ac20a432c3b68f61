import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import { afterEach, describe, expect, it } from 'vitest';
import type { SmtpSettings } from '../../platform/config.ts';
import { smtpTransport } from './smtpTransport.ts';
import { tryHost } from '../tryHost.ts';

const pem = (name: string): string =>
  readFileSync(new URL(`./certificates/${name}`, import.meta.url), 'utf8');
const AUTHORITY = pem('authority.pem');
const BYTES = Buffer.from('Subject: under seal\r\n\r\nwords\r\n', 'latin1');
const ENVELOPE = {
  from: 'maud@tidewell-roe.example',
  to: ['ines@x.example'],
  reference: '<1@tidewell-roe.example>',
  subject: 'under seal',
};

interface Host {
  readonly settings: SmtpSettings;
  /** What it was handed, with whether that came under TLS and who had signed in. */
  readonly got: { readonly bytes: string; readonly secure: boolean; readonly user: unknown }[];
}

const servers: SMTPServer[] = [];
afterEach(async () => {
  await Promise.all(
    servers.splice(0).map(
      (server) =>
        new Promise<void>((done) => {
          server.close(done);
        }),
    ),
  );
});

/** A host with a certificate of the tests' own authority, which lets `maud` in by her password and under TLS alone. */
async function hostWith(
  certificate: string,
  security: SmtpSettings['security'],
  signIn: Partial<Pick<SmtpSettings, 'user' | 'password'>> = {},
): Promise<Host> {
  const got: { bytes: string; secure: boolean; user: unknown }[] = [];
  const server = new SMTPServer({
    secure: security === 'implicit',
    key: pem('host.key'),
    cert: pem(certificate),
    authOptional: true,
    allowInsecureAuth: false,
    size: 7_000_000,
    logger: false,
    onAuth: ({ username, password }, _session, done) => {
      if (username === 'maud' && password === 'low water') done(null, { user: 'maud' });
      else done(new Error('no such name or password'));
    },
    onData: (stream, session, done) => {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        got.push({
          bytes: Buffer.concat(chunks).toString('latin1'),
          secure: session.secure,
          user: session.user,
        });
        done();
      });
    },
  });
  server.on('error', () => undefined);
  servers.push(server);
  await new Promise<void>((done) => {
    server.listen(0, '127.0.0.1', done);
  });
  const { port } = server.server.address() as AddressInfo;
  const settings = {
    host: '127.0.0.1',
    port,
    security,
    user: undefined,
    password: undefined,
    carries: [],
    perMinute: undefined,
    ...signIn,
  };
  return { settings, got };
}

const send = ({ settings }: Host, authorities: readonly string[] = [AUTHORITY]) =>
  smtpTransport(
    () => Promise.resolve([settings]),
    () => Promise.resolve(authorities),
  ).send(ENVELOPE, BYTES, () => Promise.resolve());

const WAYS = ['implicit', 'starttls', 'offered'] as const;

describe('a host whose certificate holds', () => {
  it.each(WAYS)('is handed the message under TLS (%s)', async (security) => {
    const host = await hostWith('host.pem', security);
    expect((await send(host)).outcome).toEqual({ kind: 'accepted' });
    expect(host.got).toMatchObject([{ bytes: BYTES.toString('latin1'), secure: true }]);
  });

  it.each(WAYS)('is signed in to under TLS (%s)', async (security) => {
    const host = await hostWith('host.pem', security, { user: 'maud', password: 'low water' });
    expect((await send(host)).outcome).toEqual({ kind: 'accepted' });
    expect(host.got).toMatchObject([{ secure: true, user: 'maud' }]);
  });

  it('is handed nothing where its authority is not one that the practice trusts', async () => {
    const host = await hostWith('host.pem', 'implicit');
    const { outcome } = await send(host, []);
    expect(outcome).toEqual({
      kind: 'later',
      reply: '',
      because: [{ code: 'certificate', fault: 'unknownIssuer' }],
    });
    expect(host.got).toEqual([]);
  });
});

describe('a host whose certificate does not hold', () => {
  it.each([
    ['elsewhere.pem', 'otherName'],
    ['expired.pem', 'expired'],
  ])('is handed nothing, and is said why (%s)', async (certificate, fault) => {
    for (const security of WAYS) {
      const host = await hostWith(certificate, security);
      const { outcome } = await send(host);
      expect(outcome).toEqual({
        kind: 'later',
        reply: '',
        because: [{ code: 'certificate', fault }],
      });
      expect(host.got).toEqual([]);
    }
  });
});

describe('trying a host', () => {
  it('says that it answers, under TLS, and what it takes', async () => {
    const { settings, got } = await hostWith('host.pem', 'starttls', { user: 'maud', password: 'low water' });
    expect(await tryHost(settings, [AUTHORITY])).toMatchObject({
      reached: true,
      underTls: true,
      signedIn: true,
      limitBytes: 7_000_000,
    });
    expect(got).toEqual([]);
  });

  it('says that it did not let us in', async () => {
    const { settings } = await hostWith('host.pem', 'implicit', { user: 'maud', password: 'high water' });
    const tried = await tryHost(settings, [AUTHORITY]);
    expect(tried).toMatchObject({ reached: true, signedIn: false });
    expect(tried.words).toContain('no such name or password');
  });

  it('says that nobody answers', async () => {
    const { settings } = await hostWith('host.pem', 'none');
    const nobody = { ...settings, port: 1 };
    expect(await tryHost(nobody, [])).toMatchObject({
      reached: false,
      words: expect.stringContaining('ECONNREFUSED'),
    });
  });

  it('says what is wrong with its certificate', async () => {
    const { settings } = await hostWith('elsewhere.pem', 'implicit');
    expect((await tryHost(settings, [AUTHORITY])).fault).toBe('otherName');
  });
});
