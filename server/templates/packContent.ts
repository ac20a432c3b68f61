interface Travelling {
  readonly documents: readonly { readonly kind: string }[];
  readonly madeFor?: readonly string[];
  readonly after?: { readonly chaserPlanId?: string };
}

/**
 * Wording as it travels: a file of the practice's own and its matter types and chaser plans are not in a pack, and rules for them would
 * point at nothing elsewhere.
 */
export function asItTravels<C extends Travelling>(content: C): C {
  const { madeFor: _madeFor, ...rest } = content;
  const { chaserPlanId: _plan, ...after } = content.after ?? {};
  return {
    ...(rest as C),
    ...(content.after ? { after } : {}),
    documents: content.documents.filter(({ kind }) => kind !== 'fixed'),
  };
}
