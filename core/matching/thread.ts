import type { Signal } from './evidence.ts';

const NEAREST = 9;
const FARTHER = 7;
/** What it answers may be filed on several matters: then it speaks for each of them less. */
const shared = (count: number): number => Math.log(Math.max(1, count));

/** It answers, or follows, something that is filed on the matter (RFC 5322 §3.6.4). */
export const thread: Signal = ({ mail, facts }, { id }) => {
  const found = mail.references.filter((reference) => facts.threads.get(reference)?.includes(id));
  const nearest = found.at(-1);
  if (nearest === undefined) return undefined;
  const on = facts.threads.get(nearest)?.length ?? 1;
  const weight = (nearest === mail.references.at(-1) ? NEAREST : FARTHER) - shared(on);
  return { code: 'thread', weight, params: {} };
};
