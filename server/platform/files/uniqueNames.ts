/** Each name once: a second of the same gets a number before its ending. */
export function uniqueNames(): (name: string) => string {
  const taken = new Map<string, number>();
  return (name) => {
    const key = name.toLowerCase();
    const count = (taken.get(key) ?? 0) + 1;
    taken.set(key, count);
    if (count === 1) return name;
    const dot = name.lastIndexOf('.');
    const at = dot > 0 ? dot : name.length;
    return `${name.slice(0, at)} (${count})${name.slice(at)}`;
  };
}
