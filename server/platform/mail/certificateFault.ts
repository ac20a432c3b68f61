import type { CertificateFault } from '../../../core/model/reason.ts';

/** A host whose certificate does not hold is not talked to; what is wrong with it is told apart. */
const CERTIFICATES: Readonly<Record<string, CertificateFault>> = {
  CERT_HAS_EXPIRED: 'expired',
  DEPTH_ZERO_SELF_SIGNED_CERT: 'selfSigned',
  SELF_SIGNED_CERT_IN_CHAIN: 'unknownIssuer',
  UNABLE_TO_VERIFY_LEAF_SIGNATURE: 'unknownIssuer',
  ERR_TLS_CERT_ALTNAME_INVALID: 'otherName',
};

export function certificateFault(error: unknown, message: string): CertificateFault | undefined {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  const found = Object.keys(CERTIFICATES).find((one) => code === one || message.includes(one));
  if (found !== undefined) return CERTIFICATES[found];
  if (/self-signed/i.test(message)) return CERTIFICATES['DEPTH_ZERO_SELF_SIGNED_CERT'];
  if (/unable to (?:verify|get)\b.*\bcertificate/i.test(message))
    return CERTIFICATES['UNABLE_TO_VERIFY_LEAF_SIGNATURE'];
  if (/altname|does not match certificate/i.test(message))
    return CERTIFICATES['ERR_TLS_CERT_ALTNAME_INVALID'];
  return /certificate has expired/i.test(message) ? CERTIFICATES['CERT_HAS_EXPIRED'] : undefined;
}
