import type { Signal } from './evidence.ts';

/** Closed matters are seldom written about again; an answer or a reference outweighs it. */
export const closed: Signal = (_input, { open }) =>
  open ? undefined : { code: 'closed', weight: -2, params: {} };

/** Its writer names another matter and not this one: people take an old letter to hand to begin something else. */
export const speaksOfAnother: Signal = ({ referencesIn, facts }, { id }) => {
  const meant = [...referencesIn.subject, ...referencesIn.text].flatMap(
    (one) => facts.byReference.get(one) ?? [],
  );
  return meant.length > 0 && !meant.includes(id)
    ? { code: 'speaksOfAnother', weight: -7, params: {} }
    : undefined;
};

/** What a machine sent to many belongs to no matter, unless it was sent to one. */
export const automatic: Signal = ({ mail }) =>
  mail.automatic ? { code: 'automatic', weight: -5, params: {} } : undefined;
