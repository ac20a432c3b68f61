/** The Internet Printing Protocol, as far as printing a PDF needs it: RFC 8010 (encoding) and RFC 8011 (operations). */
const PRINT_JOB = 0x0002;
const OPERATION_ATTRIBUTES = 0x01;
const END_OF_ATTRIBUTES = 0x03;
const TAG = { charset: 0x47, naturalLanguage: 0x48, uri: 0x45, name: 0x42, mimeMediaType: 0x49 } as const;

interface Attribute {
  readonly tag: keyof typeof TAG;
  readonly name: string;
  readonly value: string;
}

/** Names longer than this are cut: a job's name is at most 255 octets (RFC 8011 §5.1.3). */
const MAX_NAME = 200;

function encode({ tag, name, value }: Attribute): Buffer {
  const [key, words] = [Buffer.from(name), Buffer.from(value)];
  const head = Buffer.from([TAG[tag], key.length >> 8, key.length & 0xff]);
  return Buffer.concat([head, key, Buffer.from([words.length >> 8, words.length & 0xff]), words]);
}

/** A Print-Job request (RFC 8011 §4.2.1): the attributes, then the document's bytes. */
export function printJob(
  printerUri: string,
  requestId: number,
  job: { readonly name: string; readonly user: string },
  document: Buffer,
): Buffer {
  const attributes: readonly Attribute[] = [
    { tag: 'charset', name: 'attributes-charset', value: 'utf-8' },
    { tag: 'naturalLanguage', name: 'attributes-natural-language', value: 'en' },
    { tag: 'uri', name: 'printer-uri', value: printerUri },
    { tag: 'name', name: 'requesting-user-name', value: job.user.slice(0, MAX_NAME) },
    { tag: 'name', name: 'job-name', value: job.name.slice(0, MAX_NAME) },
    { tag: 'mimeMediaType', name: 'document-format', value: 'application/pdf' },
  ];
  const head = Buffer.alloc(9);
  head.writeUInt16BE(0x0101, 0);
  head.writeUInt16BE(PRINT_JOB, 2);
  head.writeUInt32BE(requestId, 4);
  head.writeUInt8(OPERATION_ATTRIBUTES, 8);
  return Buffer.concat([head, ...attributes.map(encode), Buffer.from([END_OF_ATTRIBUTES]), document]);
}

/** A printer's word on a request (RFC 8011 §6.1): undefined where the answer is none of this protocol's. */
export function statusOf(answer: Buffer): number | undefined {
  return answer.length >= 8 ? answer.readUInt16BE(2) : undefined;
}
