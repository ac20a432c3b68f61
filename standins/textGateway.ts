import { readFile, readdir, writeFile } from 'node:fs/promises';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';

export interface DeliveredText {
  readonly number: number;
  readonly receivedAtUtc: number;
  readonly reference: string;
  readonly from: string;
  readonly to: readonly string[];
  readonly text: string;
}

/** Takes text messages by POST as JSON `{reference, from, to, text}`; told the same reference twice, it has it once. */
export interface TextGateway {
  readonly take: (request: IncomingMessage, response: ServerResponse) => Promise<void>;
  /** Newest first. */
  readonly list: () => readonly DeliveredText[];
}

/** How a number behaves is told by its last three figures, so that any of them can be made to misbehave. */
const REFUSED = '000';
const BUSY = '001';
const DROPPED = '002';

const ends = (number: string, figures: string): boolean => number.replace(/\D/g, '').endsWith(figures);

/** No text message is longer; a request that is has something else in mind. */
const MAX_BODY = 100_000;

export async function readBody(request: IncomingMessage, most: number): Promise<Buffer | undefined> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of request) {
    const bytes = Buffer.from(chunk as Uint8Array);
    size += bytes.length;
    if (size > most) return undefined;
    chunks.push(bytes);
  }
  return Buffer.concat(chunks);
}

export async function textGateway(folder: string): Promise<TextGateway> {
  const names = (await readdir(folder)).filter((name) => name.endsWith('.json')).sort();
  const texts = await Promise.all(
    names.map(async (name) => JSON.parse(await readFile(join(folder, name), 'utf8')) as DeliveredText),
  );
  const answer = (response: ServerResponse, status: number, body: unknown): void => {
    response.writeHead(status, { 'Content-Type': 'application/json' }).end(JSON.stringify(body));
  };
  return {
    list: () => [...texts].reverse(),
    async take(request, response) {
      const body = await readBody(request, MAX_BODY);
      const order = body && parse(body.toString('utf8'));
      if (!order) {
        answer(response, 400, { error: 'a text message was expected' });
        return;
      }
      if (order.to.some((number) => ends(number, DROPPED))) {
        response.destroy();
        return;
      }
      if (order.to.some((number) => ends(number, BUSY))) {
        answer(response, 503, { error: 'the network is busy, try again later' });
        return;
      }
      const refused = order.to
        .filter((number) => ends(number, REFUSED))
        .map((to) => ({ to, reply: 'no such subscriber' }));
      const reached = order.to.filter((number) => !ends(number, REFUSED));
      if (reached.length > 0 && !texts.some(({ reference }) => reference === order.reference)) {
        const text = { ...order, to: reached, number: texts.length + 1, receivedAtUtc: Date.now() };
        await writeFile(join(folder, `${String(text.number).padStart(6, '0')}.json`), JSON.stringify(text));
        texts.push(text);
      }
      answer(response, 200, { refused });
    },
  };
}

function parse(json: string): Pick<DeliveredText, 'reference' | 'from' | 'to' | 'text'> | undefined {
  try {
    const { reference, from, to, text } = JSON.parse(json) as Record<string, unknown>;
    if (typeof text !== 'string' || !Array.isArray(to) || to.length === 0) return undefined;
    return { reference: String(reference), from: String(from ?? ''), to: to.map(String), text };
  } catch {
    return undefined;
  }
}
