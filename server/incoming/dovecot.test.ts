import { execFileSync, spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { chown, mkdir, mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { mailOf } from '../../standins/answers.ts';
import { startMailboxReader } from './mailboxReader.ts';
import { freePort } from '../app/tests/freePort.ts';
import { openPractice } from '../app/tests/practice.ts';

const DOVECOT = '/usr/sbin/dovecot';
/** It is started as its package means it to be: by root, for a user of its own. */
const canRun = existsSync(DOVECOT) && process.getuid?.() === 0;

const config = (folder: string, port: number): string => `
base_dir = ${folder}/run
log_path = ${folder}/log
protocols = imap
listen = 127.0.0.1
ssl = no
disable_plaintext_auth = no
mail_location = maildir:${folder}/mail
first_valid_uid = 1
first_valid_gid = 1
passdb {
  driver = static
  args = password=secret
}
userdb {
  driver = static
  args = uid=mail gid=mail home=${folder}
}
service imap-login {
  inet_listener imap {
    port = ${port}
  }
}
`;

it.skipIf(!canRun)(
  'a mailbox of Dovecot is read as mail arrives and after a restart, and nothing in it is changed',
  async () => {
    const folder = await mkdtemp(join(tmpdir(), 'officium-dovecot-'));
    execFileSync('chmod', ['755', folder]);
    const [uid, gid] = ['-u', '-g'].map((flag) => Number(execFileSync('id', [flag, 'mail']).toString()));
    for (const name of ['run', 'mail', 'mail/new', 'mail/cur', 'mail/tmp']) await mkdir(join(folder, name));
    const own = (path: string) => chown(join(folder, path), uid ?? 0, gid ?? 0);
    for (const name of ['mail', 'mail/new', 'mail/cur', 'mail/tmp']) await own(name);
    const port = await freePort();
    await writeFile(join(folder, 'dovecot.conf'), config(folder, port));
    const dovecot = spawn(DOVECOT, ['-F', '-c', join(folder, 'dovecot.conf')], { stdio: 'ignore' });
    const services = await openPractice();
    const put = async (n: number): Promise<void> => {
      const text = `Number ${n}`;
      const { bytes } = await mailOf({
        from: 'a@b.example',
        to: ['office@tidewell-roe.example'],
        subject: text,
        text,
      });
      await writeFile(join(folder, 'mail/tmp', `${n}.host`), bytes);
      await own(`mail/tmp/${n}.host`);
      execFileSync('mv', [join(folder, 'mail/tmp', `${n}.host`), join(folder, 'mail/new', `${n}.host`)]);
    };
    const arrived = (n: number) =>
      expect
        .poll(async () => (await services.db('incoming').where({ subject: `Number ${n}` })).length, {
          timeout: 15_000,
        })
        .toBe(1);
    const settings = {
      host: '127.0.0.1',
      port,
      security: 'offered' as const,
      user: 'mail',
      password: 'secret',
      mailbox: 'INBOX',
    };
    try {
      await put(1);
      const first = startMailboxReader(services, settings);
      await arrived(1);
      await put(2);
      await arrived(2);
      await first.stop();
      await put(3);
      const second = startMailboxReader(services, settings);
      await arrived(3);
      await second.stop();
      expect((await readdir(join(folder, 'mail/new'))).sort()).toEqual(['1.host', '2.host', '3.host']);
    } finally {
      dovecot.kill('SIGTERM');
      await new Promise((done) => dovecot.once('exit', done));
      await services.close();
      await rm(folder, { recursive: true, force: true });
    }
  },
);
