/**
 * Whom a message goes out under: somebody on the matter, the practice, a sender of the practice's own by its key, or somebody
 * by their id who lets the writer write for them.
 */
export type SenderChoice = 'responsible' | 'practice' | `sender:${string}` | `person:${string}`;
