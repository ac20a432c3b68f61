import { createHash, randomBytes } from 'node:crypto';

/** 128 bits that nobody guesses, as they stand in an address: 22 signs of base64url (RFC 4648 §5). */
const SECRET_BYTES = 16;

export const newSecret = (): string => randomBytes(SECRET_BYTES).toString('base64url');

/** Whether it can be one of ours at all: asked before anything is looked up. */
export const isSecret = (text: string): boolean => /^[\w-]{22}$/.test(text);

/** What is kept of a secret: whoever reads the database cannot open a page with it. */
export const hashOfSecret = (secret: string): string => createHash('sha256').update(secret).digest('hex');
