/** An address as it is typed or pasted, with what it begins with once: `https://https://` is nobody's. */
export function wholeHref(typed: string): string {
  const bare = typed.trim().replace(/^(?:https?:\/\/)+(?=https?:\/\/)/i, '');
  if (bare === '' || /^(?:https?:\/\/|mailto:|tel:)/i.test(bare)) return bare;
  return /^[^\s@/]+@[^\s@/]+\.[^\s@/]+$/.test(bare) ? `mailto:${bare}` : `https://${bare}`;
}
