import { endingOf } from '../../../core/model/printable.ts';
import { decodeText } from './decodeText.ts';
import { leftOut } from './leftOut.ts';
import type { LeftOut } from './leftOut.ts';
import { readDocx } from '../workers/docxReader.ts';
import { parseMail } from '../mail/parseMail.ts';
import type { DocumentNode } from '../../../core/template/document.ts';
import { textDocument } from '../../../core/reading/textDocument.ts';
import { htmlDocument } from './htmlDocument.ts';
import type { Reason } from '../../../core/model/reason.ts';

/** Wording as it was found in a file. */
export interface FoundWording {
  readonly subject: string;
  readonly body: DocumentNode;
  /** What of it a letter cannot hold, and was left out. */
  readonly leftOut: readonly LeftOut[];
}

export type ReadWording =
  { readonly ok: true; readonly wording: FoundWording } | { readonly ok: false; readonly why: Reason };

/** The kinds of file that wording is read from: one reader each. */
const READERS: Readonly<Record<string, (bytes: Buffer) => Promise<FoundWording>>> = {
  eml: readMail,
  html: readPage,
  htm: readPage,
  txt: readText,
  docx: readWord,
};

/** Reads wording from a file by its ending. What cannot be read is said; nothing else is touched by it. */
export async function readWording(name: string, bytes: Buffer): Promise<ReadWording> {
  const ending = endingOf(name);
  const reader = READERS[ending];
  if (!reader) return { ok: false, why: { code: 'endingNotRead', ending } };
  if (bytes.length === 0) return { ok: false, why: { code: 'fileEmpty', name } };
  try {
    const wording = await reader(bytes);
    return wording.body.content.length > 0
      ? { ok: true, wording }
      : { ok: false, why: { code: 'noWording' } };
  } catch (error) {
    return {
      ok: false,
      why: error instanceof TooMuch ? error.why : { code: 'fileDamaged' },
    };
  }
}

export class TooMuch extends Error {
  readonly why: Reason;

  constructor(why: Reason) {
    super(why.code);
    this.why = why;
  }
}

async function readMail(bytes: Buffer): Promise<FoundWording> {
  const mail = await parseMail(bytes);
  const body = mail.html ? await htmlDocument(mail.html) : textDocument(mail.text ?? '');
  const left = mail.html ? leftOut(mail.html) : [];
  return { subject: (mail.subject ?? '').replace(/\s+/g, ' ').trim(), body, leftOut: left };
}

async function readPage(bytes: Buffer): Promise<FoundWording> {
  const html = decodeText(bytes);
  const title = /<title[^>]*>([^<]{0,300})<\/title>/i.exec(html)?.[1] ?? '';
  return {
    subject: title.replace(/\s+/g, ' ').trim(),
    body: await htmlDocument(html),
    leftOut: leftOut(html),
  };
}

/** A first line that names the subject is taken for it. */
function readText(bytes: Buffer): Promise<FoundWording> {
  const text = decodeText(bytes);
  const subject = /^\s*(?:subject|re)\s*:\s*([^\r\n]{1,300})\r?\n/i.exec(text);
  const rest = subject ? text.slice(subject[0].length) : text;
  return Promise.resolve({ subject: subject?.[1]?.trim() ?? '', body: textDocument(rest), leftOut: [] });
}

/** The most a .docx may hold unpacked; its thread has a limit of time and memory besides. */
const MAX_UNPACKED = 120_000_000;

/** Reads a word processor's file in a thread of its own, which can be ended without harm to anything else. */
async function readWord(bytes: Buffer): Promise<FoundWording> {
  const unpacked = unpackedSize(bytes);
  if (unpacked > MAX_UNPACKED)
    throw new TooMuch({ code: 'unpacksTooLarge', megabytes: Math.round(unpacked / 1e6) });
  try {
    const html = await readDocx(bytes);
    return { subject: '', body: await htmlDocument(html), leftOut: leftOut(html) };
  } catch (error) {
    throw error instanceof Error && /in time/.test(error.message)
      ? new TooMuch({ code: 'tookTooLong' })
      : error;
  }
}

const END_OF_DIRECTORY = 0x06054b50;
const DIRECTORY_ENTRY = 0x02014b50;
const ENTRY_BYTES = 46;

/**
 * What a ZIP says it holds, unpacked, from its central directory (APPNOTE 6.3.10 §4.3.12): read before a byte is unpacked.
 * A file whose directory cannot be read is none; one that lies about its sizes meets the limits of its thread.
 */
function unpackedSize(bytes: Buffer): number {
  const earliest = Math.max(0, bytes.length - 65_557);
  let end = bytes.length - 22;
  while (end >= earliest && bytes.readUInt32LE(end) !== END_OF_DIRECTORY) end -= 1;
  if (end < earliest) throw new RangeError('not a ZIP');
  let at = bytes.readUInt32LE(end + 16);
  let size = 0;
  while (at + ENTRY_BYTES <= bytes.length && bytes.readUInt32LE(at) === DIRECTORY_ENTRY) {
    size += bytes.readUInt32LE(at + 24);
    at +=
      ENTRY_BYTES + bytes.readUInt16LE(at + 28) + bytes.readUInt16LE(at + 30) + bytes.readUInt16LE(at + 32);
  }
  return size;
}
