/** Whom a message goes out under: somebody on the matter, the practice, or a sender of the practice's own by its key. */
export type SenderChoice = 'responsible' | 'practice' | `sender:${string}`;
