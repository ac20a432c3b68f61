import type { Signal } from './evidence.ts';

/** Its writer names another matter and not this one: people take an old letter to hand to begin something else. */
export const speaksOfAnother: Signal = ({ referencesIn, facts }, { id }) => {
  const meant = [...referencesIn.subject, ...referencesIn.text].flatMap(
    (one) => facts.byReference.get(one) ?? [],
  );
  return meant.length > 0 && !meant.includes(id)
    ? { code: 'speaksOfAnother', weight: -7, params: {} }
    : undefined;
};
