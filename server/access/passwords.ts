import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

/** scrypt at N = 2^15, r = 8, p = 3: 32 MiB a try, one of the settings OWASP's password storage sheet lists. */
const COST = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 1024 * 1024 };
const KEY_BYTES = 32;

const derive = (password: string, salt: Buffer): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    scrypt(password.normalize('NFKC'), salt, KEY_BYTES, COST, (error, key) => {
      if (error) reject(error);
      else resolve(key);
    });
  });

/** Gives `salt:key` in hex. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  return `${salt.toString('hex')}:${(await derive(password, salt)).toString('hex')}`;
}

export async function passwordFits(password: string, hash: string): Promise<boolean> {
  const [salt = '', key = ''] = hash.split(':');
  const expected = Buffer.from(key, 'hex');
  const given = await derive(password, Buffer.from(salt, 'hex'));
  return expected.length === given.length && timingSafeEqual(expected, given);
}

/** What no password fits, tried where there is no account, so that the answer takes as long. */
export const WORTH_A_TRY = `${'00'.repeat(16)}:${'00'.repeat(KEY_BYTES)}`;
