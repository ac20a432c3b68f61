import type { Signal } from './evidence.ts';

/** Where the matter's reference stands: at the head it says what the message is about, in what it quotes only what came before. */
export const reference: Signal = ({ referencesIn }, { reference: own }) => {
  const params = { reference: own };
  if (referencesIn.subject.has(own)) return { code: 'referenceInSubject', weight: 8, params };
  if (referencesIn.text.has(own)) return { code: 'referenceInText', weight: 6, params };
  return referencesIn.quoted.has(own) ? { code: 'referenceQuoted', weight: 3, params } : undefined;
};
