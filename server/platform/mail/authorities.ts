import { X509Certificate } from 'node:crypto';
import { rootCertificates } from 'node:tls';
import type { Reads } from '../database/reads.ts';
import type { Services } from '../services.ts';
import { certificatesIn } from './certificates.ts';
import { readMailLines } from './mailLineQueries.ts';

/** What a TLS connection trusts: the authorities known to Node.js, and the practice's own beside them. */
export const trusting = (own: readonly string[]): { readonly tls?: { readonly ca: string[] } } =>
  own.length === 0 ? {} : { tls: { ca: [...rootCertificates, ...own] } };

/** The practice's own authorities now: those it was started with, and those set on its screen. */
export const authoritiesInUse = async (
  { config }: Pick<Services, 'config'>,
  reads: Reads,
): Promise<readonly string[]> => [
  ...config.mailAuthorities,
  ...certificatesIn((await readMailLines(reads)).authorities),
];

/** Whether a text holds certificates, and every one of them can be read; an empty one holds none that could not. */
export function isCertificates(pem: string): boolean {
  const found = certificatesIn(pem);
  try {
    for (const one of found) new X509Certificate(one);
  } catch {
    return false;
  }
  return pem.trim() === '' || found.length > 0;
}
