/** What the stand-in host calls itself in Authentication-Results (RFC 8601 §2.5). */
const AUTHSERV_ID = 'mx.stand-in.example';

/** The domain of an address, alone or behind a name in angle brackets. */
function domainOf(text: string): string {
  const address = /<([^<>]*)>/.exec(text)?.[1] ?? text.trim();
  return address.slice(address.lastIndexOf('@') + 1).toLowerCase();
}

/**
 * A message as the host hands it on: headers that claim to be its own are taken off (RFC 8601 §5), and its own is put on
 * top. It stands in for SPF and DKIM: whoever hands a message in under the domain of its From address is believed, unless
 * the message is said to be `forged`.
 */
export function withResults(bytes: Buffer, envelopeFrom: string, forged = false): Buffer {
  const text = bytes.toString('latin1');
  const end = text.search(/\r?\n\r?\n/);
  const [head, rest] = end < 0 ? [text, ''] : [text.slice(0, end), text.slice(end)];
  const kept = head
    .split(/\r?\n(?![ \t])/)
    .filter((line) => !new RegExp(`^authentication-results:\\s*${AUTHSERV_ID}`, 'i').test(line));
  const from = /^from:(.*(?:\r?\n[ \t].*)*)/im.exec(head)?.[1] ?? '';
  const fromDomain = domainOf(from);
  const sender = envelopeFrom === '' ? fromDomain : domainOf(envelopeFrom);
  const result = !forged && sender === fromDomain ? 'pass' : 'fail';
  const said = `Authentication-Results: ${AUTHSERV_ID};\r\n spf=${forged ? 'fail' : 'pass'} smtp.mailfrom=${sender};\r\n dmarc=${result} header.from=${fromDomain}`;
  return Buffer.from([said, ...kept].join('\r\n') + rest, 'latin1');
}
