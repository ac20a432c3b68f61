/**
 * Whether a message is from whom it says: `passed` where a host that the practice trusts vouches for the domain of its From
 * address, `failed` where that host says it is not, `unknown` where nobody trusted has said anything.
 */
export type Authenticated = 'passed' | 'failed' | 'unknown';

interface Result {
  readonly method: string;
  readonly result: string;
  /** Properties by `ptype.property` in lower case: `header.d`, `smtp.mailfrom`. */
  readonly properties: ReadonlyMap<string, string>;
}

interface AuthenticationResults {
  readonly authservId: string;
  readonly results: readonly Result[];
}

/** Longer ones are written to tire their reader. */
const MAX_HEADER = 8_000;
const MAX_RESULTS = 40;

/** Takes comments (RFC 5322 §3.2.2, nested) out of a header, and leaves quoted strings whole. */
function withoutComments(text: string): string {
  let out = '';
  let depth = 0;
  let quoted = false;
  for (let at = 0; at < text.length; at += 1) {
    const sign = text[at] ?? '';
    if (sign === '\\') {
      if (depth === 0) out += sign + (text[at + 1] ?? '');
      at += 1;
    } else if (quoted) {
      out += sign;
      if (sign === '"') quoted = false;
    } else if (sign === '(') depth += 1;
    else if (sign === ')') depth = Math.max(0, depth - 1);
    else if (depth === 0) {
      if (sign === '"') quoted = true;
      out += sign;
    }
  }
  return out;
}

/** Cuts at semicolons that stand in no quoted string. */
const parts = (text: string): readonly string[] => text.match(/(?:"(?:\\.|[^"\\])*"|[^;"])+/g) ?? [];

const unquoted = (text: string): string => {
  const inside = /^"((?:\\.|[^"\\])*)"$/.exec(text)?.[1];
  return inside === undefined ? text : inside.replace(/\\(.)/g, '$1');
};

const PAIR = /([\w.-]+)\s*=\s*("(?:\\.|[^"\\])*"|[^\s;"]+)/g;

/** Reads one Authentication-Results header (RFC 8601 §2.2); undefined where it is none. */
export function readAuthenticationResults(header: string): AuthenticationResults | undefined {
  const [head = '', ...rest] = parts(
    withoutComments(header.slice(0, MAX_HEADER)).replace(/\r?\n(?=[ \t])/g, ''),
  );
  // An authserv-id, and perhaps a version, of which there is one.
  const said = /^\s*("(?:\\.|[^"\\])*"|[^\s=;"]+)(?:\s+(\d+))?\s*$/.exec(head);
  if (!said || (said[2] !== undefined && said[2] !== '1')) return undefined;
  const results = rest.slice(0, MAX_RESULTS).flatMap((part): readonly Result[] => {
    const [first, ...others] = [...part.matchAll(PAIR)];
    if (!first || part.slice(0, first.index).trim() !== '') return [];
    const properties = new Map(
      others.map((one) => [(one[1] ?? '').toLowerCase(), unquoted(one[2] ?? '').toLowerCase()]),
    );
    return [
      { method: (first[1] ?? '').toLowerCase(), result: unquoted(first[2] ?? '').toLowerCase(), properties },
    ];
  });
  return { authservId: unquoted(said[1] ?? '').toLowerCase(), results };
}

const domainOf = (address: string): string => address.slice(address.lastIndexOf('@') + 1).toLowerCase();

/** Relaxed alignment (RFC 7489 §3.1): the same domain, or one within the other; never a bare public suffix. */
function isAligned(domain: string, from: string): boolean {
  if (domain === '' || from === '') return false;
  const within = (inner: string, outer: string): boolean =>
    outer.includes('.') && inner.endsWith(`.${outer}`);
  return domain === from || within(from, domain) || within(domain, from);
}

/** Methods whose pass vouches for a domain, with the property that names it (RFC 8601 §2.7). */
const VOUCHES: Readonly<Record<string, readonly string[]>> = {
  dmarc: ['header.from'],
  dkim: ['header.d', 'header.i'],
  spf: ['smtp.mailfrom'],
  auth: ['smtp.mailfrom', 'smtp.auth'],
};
const FAILS = new Set(['fail', 'softfail', 'hardfail', 'policy', 'permerror']);

/**
 * Whether a message is from the domain of its From address, by what the hosts named in `trusted` say. Of each host only
 * the topmost header counts: what stands below may have been brought along (RFC 8601 §5). A failed DMARC is never made good
 * by something else that passed.
 */
export function authenticatedBy(
  headers: readonly string[],
  fromAddresses: readonly string[],
  trusted: ReadonlySet<string>,
): Authenticated {
  const [fromAddress, ...others] = fromAddresses;
  const heard = new Set<string>();
  const results = headers.flatMap((header) => {
    const read = readAuthenticationResults(header);
    if (!read || !trusted.has(read.authservId) || heard.has(read.authservId)) return [];
    heard.add(read.authservId);
    return read.results;
  });
  if (results.length === 0) return 'unknown';
  // Several writers, or none: there is nobody that a domain could vouch for (RFC 7489 §6.6.1).
  if (fromAddress === undefined || others.length > 0) return 'failed';
  const from = domainOf(fromAddress);
  const ofDomain = ({ method, properties }: Result): boolean =>
    (VOUCHES[method] ?? []).some((name) => isAligned(domainOf(properties.get(name) ?? ''), from));
  const dmarc = results.filter(({ method }) => method === 'dmarc');
  if (dmarc.some(({ result }) => FAILS.has(result))) return 'failed';
  if (results.some((one) => one.result === 'pass' && ofDomain(one))) return 'passed';
  return results.some(({ method, result }) => method in VOUCHES && (FAILS.has(result) || result === 'pass'))
    ? 'failed'
    : 'unknown';
}
