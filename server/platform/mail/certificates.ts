/** The certificates of a text, each for itself (PEM, RFC 7468). */
export const certificatesIn = (pem: string): readonly string[] =>
  pem.match(/-----BEGIN CERTIFICATE-----[\s\S]+?-----END CERTIFICATE-----/g) ?? [];
