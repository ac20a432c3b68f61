import { handOver } from './handOver.ts';
import type { Attempt, Transport } from './transport.ts';

/**
 * Hands a text message to a gateway over HTTP: `{reference, from, to, text}` as JSON (RFC 8259), `from` where the practice has said it, answered by 2xx with
 * `{refused: [{to, reply}]}`. A gateway that is given the same `reference` twice has it once. 4xx is a refusal for good,
 * 5xx and 429 are worth another try (RFC 9110 §15).
 */
export function textTransport(urlNow: () => Promise<string | undefined>): Transport {
  return {
    async send(envelope, bytes, beforeData) {
      const url = await urlNow();
      if (url === undefined) return notSetUp;
      const { reference, from, to } = envelope;
      const body = Buffer.from(
        JSON.stringify({ reference, ...(from === '' ? {} : { from }), to, text: bytes.toString('utf8') }),
      );
      const answered = await handOver(url, 'application/json', new Uint8Array(body), beforeData);
      if ('kind' in answered) return { outcome: answered, permanentFailures: [] };
      return readAnswer(answered.status, answered.bytes.toString('utf8'), to);
    },
  };
}

const notSetUp: Attempt = {
  outcome: { kind: 'refused', reply: '', because: [{ code: 'noTextGateway' }, { code: 'nothingSent' }] },
  permanentFailures: [],
};

function readAnswer(status: number, words: string, to: readonly string[]): Attempt {
  const reply = `${status} ${words.slice(0, 400)}`;
  if (status === 429 || status >= 500) return { outcome: { kind: 'later', reply }, permanentFailures: [] };
  if (status >= 300) return { outcome: { kind: 'refused', reply }, permanentFailures: [] };
  const refusals = refusedIn(words);
  const [first] = refusals;
  return first && refusals.length >= to.length
    ? { outcome: { kind: 'refused', reply: first.reply }, permanentFailures: [] }
    : { outcome: { kind: 'accepted' }, permanentFailures: refusals };
}

/** Whom the gateway refused; an answer that says nothing of it refuses nobody. */
function refusedIn(words: string): Attempt['permanentFailures'] {
  try {
    const { refused } = JSON.parse(words) as { refused?: unknown };
    if (!Array.isArray(refused)) return [];
    return refused.flatMap((one: unknown) => {
      const { to, reply } = (one ?? {}) as { to?: unknown; reply?: unknown };
      return typeof to === 'string' ? [{ address: to, reply: String(reply ?? 'refused') }] : [];
    });
  } catch {
    return [];
  }
}
