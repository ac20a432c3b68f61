/** A file of the practice's own does not travel: a pack holds wording, and its rule would point at nothing elsewhere. */
export const withoutFiles = <C extends { readonly documents: readonly { readonly kind: string }[] }>(
  content: C,
): C => ({ ...content, documents: content.documents.filter(({ kind }) => kind !== 'fixed') });
