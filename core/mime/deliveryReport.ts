import { addressCandidates } from '../checks/index.ts';

/** What became of a message at one address, as a host reported it. */
export interface Delivery {
  readonly address: string;
  readonly action: 'failed' | 'delayed' | 'delivered';
  /** An enhanced status code (RFC 3463): `5.1.1`; empty where none was given. */
  readonly status: string;
  /** The host's own words. */
  readonly words: string;
}

const ACTIONS: Readonly<Record<string, Delivery['action']>> = {
  failed: 'failed',
  delayed: 'delayed',
  delivered: 'delivered',
  relayed: 'delivered',
  expanded: 'delivered',
};

/** Header-like fields of one block, by lower-cased name; folded lines are joined (RFC 5322 §2.2.3). */
function fieldsOf(block: string): ReadonlyMap<string, string> {
  const fields = new Map<string, string>();
  let name = '';
  for (const line of block.split('\n')) {
    const colon = line.indexOf(':');
    if (/^[ \t]/.test(line)) fields.set(name, `${fields.get(name) ?? ''} ${line.trim()}`);
    else if (colon > 0) {
      name = line.slice(0, colon).trim().toLowerCase();
      fields.set(name, line.slice(colon + 1).trim());
    }
  }
  return fields;
}

/** `rfc822; ines@x.example` and `smtp; 550 no such user`: what stands after the kind (RFC 3464 §2.1.2). */
const afterKind = (value: string | undefined): string => {
  const semicolon = value?.indexOf(';') ?? -1;
  return (value ?? '').slice(semicolon + 1).trim();
};

/** Reads the machine's part of a delivery report (`message/delivery-status`, RFC 3464 §2): a block for each recipient. */
export function readDeliveryStatus(text: string): readonly Delivery[] {
  const [, ...blocks] = text.replaceAll('\r', '').trim().split(/\n\n+/);
  return blocks.flatMap((block): readonly Delivery[] => {
    const fields = fieldsOf(block);
    const address = afterKind(fields.get('original-recipient')) || afterKind(fields.get('final-recipient'));
    const action = ACTIONS[(fields.get('action') ?? '').toLowerCase()];
    if (!address || !action) return [];
    const status = fields.get('status') ?? '';
    return [{ address, action, status, words: afterKind(fields.get('diagnostic-code')) || status }];
  });
}

const REPLY_LINE = /\b[45]\d\d[ -](?:[45]\.\d{1,3}\.\d{1,3}\b)?/;
const MAX_WORDS = 300;

/**
 * A report in words alone, as older hosts write it: of those the message went to, whoever is named in it, or the only one
 * there was. The words are the line that reads like a host's reply.
 */
export function readPlainBounce(text: string, sentTo: readonly string[]): readonly Delivery[] {
  const named = new Set(addressCandidates(text).map((one) => one.toLowerCase()));
  const hit = sentTo.filter((address) => named.has(address.toLowerCase()));
  const lines = text.split('\n').map((line) => line.trim());
  const reply = lines.find((line) => REPLY_LINE.test(line)) ?? lines.find((line) => line !== '') ?? '';
  const status = /\b[45]\.\d{1,3}\.\d{1,3}\b/.exec(reply)?.[0] ?? '';
  const failed = hit.length > 0 ? hit : sentTo.length === 1 ? sentTo : [];
  return failed.map((address) => ({ address, action: 'failed', status, words: reply.slice(0, MAX_WORDS) }));
}
