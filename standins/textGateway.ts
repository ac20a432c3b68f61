import { mkdir, readFile, readdir, writeFile } from 'node:fs/promises';
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

/** What somebody wrote back. */
export interface TextReply {
  readonly id: number;
  readonly from: string;
  readonly to: string;
  readonly text: string;
  readonly receivedAtUtc: number;
}

/** Takes text messages by POST as JSON `{reference, from, to, text}`; told the same reference twice, it has it once. */
export interface TextGateway {
  readonly take: (request: IncomingMessage, response: ServerResponse) => Promise<void>;
  /** Newest first. */
  readonly list: () => readonly DeliveredText[];
  /** Whoever got a text message writes back. */
  readonly reply: (number: number, text: string) => Promise<void>;
  /** What was written back after a reply, the oldest first. */
  readonly replies: (after: number) => readonly TextReply[];
}

/** How a number behaves is told by its last three figures, so that any of them can be made to misbehave. */
const REFUSED = '000';
const BUSY = '001';
const DROPPED = '002';

/** Handed on at once; whoever wants more asks again. */
const MOST_REPLIES = 100;

const fileName = (number: number): string => `${String(number).padStart(6, '0')}.json`;

async function kept<T>(folder: string): Promise<T[]> {
  const names = (await readdir(folder)).filter((name) => name.endsWith('.json')).sort();
  return Promise.all(names.map(async (name) => JSON.parse(await readFile(join(folder, name), 'utf8')) as T));
}

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
  const repliesFolder = join(folder, 'replies');
  await mkdir(repliesFolder, { recursive: true });
  const texts = await kept<DeliveredText>(folder);
  const replies = await kept<TextReply>(repliesFolder);
  const answer = (response: ServerResponse, status: number, body: unknown): void => {
    response.writeHead(status, { 'Content-Type': 'application/json' }).end(JSON.stringify(body));
  };
  return {
    list: () => [...texts].reverse(),
    replies: (after) => replies.filter(({ id }) => id > after).slice(0, MOST_REPLIES),
    async reply(number, text) {
      const answered = texts.find((one) => one.number === number);
      if (!answered) throw new Error('there is no such text message');
      const [from = ''] = answered.to;
      const reply = { id: replies.length + 1, from, to: answered.from, text, receivedAtUtc: Date.now() };
      await writeFile(join(repliesFolder, fileName(reply.id)), JSON.stringify(reply));
      replies.push(reply);
    },
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
        await writeFile(join(folder, fileName(text.number)), JSON.stringify(text));
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
