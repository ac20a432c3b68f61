interface Travelling {
  readonly documents: readonly { readonly kind: string }[];
  readonly madeFor?: readonly string[];
}

/**
 * Wording as it travels: a file of the practice's own and its matter types are not in a pack, and rules for them would
 * point at nothing elsewhere.
 */
export function asItTravels<C extends Travelling>(content: C): C {
  const { madeFor: _madeFor, ...rest } = content;
  return { ...(rest as C), documents: content.documents.filter(({ kind }) => kind !== 'fixed') };
}
