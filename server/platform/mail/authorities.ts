import { rootCertificates } from 'node:tls';

/** What a TLS connection trusts: the authorities known to Node.js, and the practice's own beside them. */
export const trusting = (own: readonly string[]): { readonly tls?: { readonly ca: string[] } } =>
  own.length === 0 ? {} : { tls: { ca: [...rootCertificates, ...own] } };
