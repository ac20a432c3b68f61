import { readFile, readdir, writeFile } from 'node:fs/promises';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';
import { readBody } from './textGateway.ts';

export interface PrintedJob {
  readonly number: number;
  readonly printedAtUtc: number;
  readonly name: string;
}

/** A printer that takes PDFs by IPP Print-Job (RFC 8010, 8011) and keeps what it prints. */
export interface Printer {
  readonly take: (request: IncomingMessage, response: ServerResponse) => Promise<void>;
  /** Newest first. */
  readonly list: () => readonly PrintedJob[];
  readonly pages: (number: number) => Promise<Buffer>;
}

const MAX_JOB = 100_000_000;
const PRINT_JOB = 0x0002;
const END_OF_ATTRIBUTES = 0x03;
const OK = 0x0000;
const BAD_REQUEST = 0x0400;
const NOT_SUPPORTED = 0x0501;
const FORMAT_NOT_SUPPORTED = 0x040a;

interface Request {
  readonly operation: number;
  readonly requestId: number;
  readonly attributes: ReadonlyMap<string, string>;
  readonly document: Buffer;
}

/** Reads a request's attributes up to its document; undefined where it is none. */
function read(bytes: Buffer): Request | undefined {
  if (bytes.length < 9) return undefined;
  const attributes = new Map<string, string>();
  let at = 8;
  while (at < bytes.length && bytes[at] !== END_OF_ATTRIBUTES) {
    const tag = bytes[at] ?? 0;
    at += 1;
    if (tag < 0x10) continue;
    if (at + 2 > bytes.length) return undefined;
    const nameLength = bytes.readUInt16BE(at);
    const name = bytes.toString('utf8', at + 2, at + 2 + nameLength);
    at += 2 + nameLength;
    if (at + 2 > bytes.length) return undefined;
    const valueLength = bytes.readUInt16BE(at);
    attributes.set(name, bytes.toString('utf8', at + 2, at + 2 + valueLength));
    at += 2 + valueLength;
  }
  const [operation, requestId] = [bytes.readUInt16BE(2), bytes.readUInt32BE(4)];
  return { operation, requestId, attributes, document: bytes.subarray(at + 1) };
}

function reply(response: ServerResponse, status: number, requestId: number): void {
  const bytes = Buffer.alloc(9);
  bytes.writeUInt16BE(0x0101, 0);
  bytes.writeUInt16BE(status, 2);
  bytes.writeUInt32BE(requestId, 4);
  bytes.writeUInt8(END_OF_ATTRIBUTES, 8);
  response.writeHead(200, { 'Content-Type': 'application/ipp' }).end(bytes);
}

export async function printer(folder: string): Promise<Printer> {
  const names = (await readdir(folder)).filter((name) => name.endsWith('.json')).sort();
  const jobs = await Promise.all(
    names.map(async (name) => JSON.parse(await readFile(join(folder, name), 'utf8')) as PrintedJob),
  );
  const fileOf = (number: number, ending: string): string =>
    join(folder, `${String(number).padStart(6, '0')}.${ending}`);
  // Counted before anything is written: two jobs at once must not have one number.
  let last = jobs.at(-1)?.number ?? 0;
  return {
    list: () => [...jobs].sort((a, b) => b.number - a.number),
    pages: (number) => readFile(fileOf(number, 'pdf')),
    async take(request, response) {
      const body = await readBody(request, MAX_JOB);
      const order = body && read(body);
      if (!order) reply(response, BAD_REQUEST, 0);
      else if (order.operation !== PRINT_JOB) reply(response, NOT_SUPPORTED, order.requestId);
      else if (order.document.subarray(0, 5).toString() !== '%PDF-')
        reply(response, FORMAT_NOT_SUPPORTED, order.requestId);
      else {
        const name = order.attributes.get('job-name') ?? 'without a name';
        last += 1;
        const job = { number: last, printedAtUtc: Date.now(), name };
        await writeFile(fileOf(job.number, 'pdf'), order.document);
        await writeFile(fileOf(job.number, 'json'), JSON.stringify(job));
        jobs.push(job);
        reply(response, OK, order.requestId);
      }
    },
  };
}
