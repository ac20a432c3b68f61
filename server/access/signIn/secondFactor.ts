import { randomInt } from 'node:crypto';
import { generateSecret, generateURI, verify } from 'otplib';
import QRCode from 'qrcode';
import type { SecondFactorBegun } from '../../../contract/people.ts';
import { sha256Hex } from '../../platform/blobs/blobStore.ts';
import type { SecondFactor } from '../peopleQueries.ts';

/** A clock that is off by half a minute still fits (RFC 6238 §5.2 recommends one step at most). */
const TOLERANCE_SECONDS = 30;
const RECOVERY_CODES = 10;
/** Letters and figures that nobody mistakes for another. */
const SIGNS = 'abcdefghjkmnpqrstuvwxyz23456789';
/** Ten of 31 signs: 49 bits, against tries that are counted. */
const RECOVERY_SIGNS = 10;

/** A second factor that begins: it is in force once a first code was given. */
export const newSecondFactor = (): SecondFactor => ({
  secret: generateSecret(),
  confirmed: false,
  lastStep: 0,
  recovery: [],
});

/** What an authenticator application is given, as an address and as a picture of it. */
export async function asShown(
  { secret }: SecondFactor,
  issuer: string,
  label: string,
): Promise<SecondFactorBegun> {
  const url = generateURI({ issuer, label, secret });
  const svg = await QRCode.toString(url, { type: 'svg', margin: 2 });
  return { secret, url, picture: `data:image/svg+xml;base64,${Buffer.from(svg).toString('base64')}` };
}

/**
 * The second factor once a code of it was taken: neither a time step nor a recovery code is taken twice. Undefined where
 * the code is not right.
 */
export async function takeCode(
  factor: SecondFactor,
  typed: string,
  nowUtc: number,
): Promise<SecondFactor | undefined> {
  const code = typed.replace(/[\s-]/g, '').toLowerCase();
  if (/^\d{6}$/.test(code)) {
    const result = await verify({
      secret: factor.secret,
      token: code,
      epoch: Math.floor(nowUtc / 1_000),
      epochTolerance: TOLERANCE_SECONDS,
      ...(factor.lastStep > 0 ? { afterTimeStep: factor.lastStep } : {}),
    });
    return result.valid && 'timeStep' in result ? { ...factor, lastStep: result.timeStep } : undefined;
  }
  const hash = sha256Hex(code);
  return factor.recovery.includes(hash)
    ? { ...factor, recovery: factor.recovery.filter((one) => one !== hash) }
    : undefined;
}

/** Codes for the day when the telephone is lost, each good for once; kept hashed. */
export function newRecoveryCodes(): {
  readonly codes: readonly string[];
  readonly hashes: readonly string[];
} {
  const plain = Array.from({ length: RECOVERY_CODES }, () =>
    Array.from({ length: RECOVERY_SIGNS }, () => SIGNS[randomInt(SIGNS.length)]).join(''),
  );
  return {
    codes: plain.map((code) => `${code.slice(0, 5)}-${code.slice(5)}`),
    hashes: plain.map((code) => sha256Hex(code)),
  };
}
