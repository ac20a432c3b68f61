import { isUtf8 } from 'node:buffer';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import { Joiner, Rewriter, Splitter } from '@zone-eu/mailsplit';
import type { MimeNode, RewriterNode } from '@zone-eu/mailsplit';
import iconv from 'iconv-lite';
import { decodeText } from '../files/decodeText.ts';

const TEXT_PARTS = /^content-type:[ \t]*text\//gim;
const NAME = /name(?:\*\d*)*=/i;
const UTF7 = /charset="?(?:x-)?(?:unicode-1-1-)?utf-?7\b/i;
/** RFC 2047 §2 */
const UTF7_WORD = /=\?utf-?7\?([bq])\?([^?\s]*)\?=/gi;

const UTF7_NAME = /^(?:x-)?(?:unicode-1-1-)?utf-?7$/i;
/** What says nothing of 8-bit text: no name, ASCII, and UTF-8 where the bytes are not that. */
const SAYS_NOTHING = /^(?:(?:us-)?ascii|utf-?8|unknown-8bit|x-unknown|default)?$/i;

/**
 * A message as a parser expects it, where its writer's program did otherwise. 8-bit text in its head, or in a part whose
 * character set is missing or wrong, is UTF-8 where it is that and else Windows-1252; text in UTF-7 (RFC 2152) becomes
 * UTF-8; a text with a file name that follows another text is a file. Only what is parsed is changed, never what is kept;
 * a message without any of these is given back as it is.
 */
export async function inStandardForm(bytes: Buffer): Promise<Buffer> {
  const ascii = bytes.toString('latin1');
  const head = withReadableHead(bytes, ascii);
  const asks = UTF7.test(ascii) || mayNameTexts(ascii) || !isUtf8(bytes);
  return asks ? rewritten(head) : head;
}

const mayNameTexts = (ascii: string): boolean =>
  NAME.test(ascii) && (ascii.match(TEXT_PARTS)?.length ?? 0) > 1;

const HEAD_END = /\r?\n\r?\n/;

function withReadableHead(bytes: Buffer, ascii: string): Buffer {
  const end = HEAD_END.exec(ascii)?.index ?? bytes.length;
  const head = bytes.subarray(0, end);
  if (isUtf8(head) && !/=\?utf-?7\?/i.test(ascii.slice(0, end))) return bytes;
  const readable = decodeText(head).replaceAll(
    UTF7_WORD,
    (_word, encoding: string, text: string) =>
      `=?utf-8?B?${Buffer.from(iconv.decode(wordBytes(encoding, text), 'utf-7')).toString('base64')}?=`,
  );
  return Buffer.concat([Buffer.from(readable), bytes.subarray(end)]);
}

const wordBytes = (encoding: string, text: string): Buffer =>
  encoding.toLowerCase() === 'b'
    ? Buffer.from(text, 'base64')
    : Buffer.from(
        text
          .replaceAll('_', ' ')
          .replaceAll(/=([0-9a-f]{2})/gi, (_sign, hex: string) =>
            String.fromCodePoint(Number.parseInt(hex, 16)),
          ),
        'latin1',
      );

async function rewritten(bytes: Buffer): Promise<Buffer> {
  let texts = 0;
  const rewriter = new Rewriter((node) => {
    if (!isText(node)) return false;
    texts += 1;
    if (texts > 1 && isNamedFile(node)) {
      if (node.headers) node.headers.update('Content-Disposition', 'attachment');
      return false;
    }
    return UTF7_NAME.test(node.charset || '') || SAYS_NOTHING.test(node.charset || '');
  });
  rewriter.on('node', (part) => {
    rewriteText(part).catch((error: unknown) => rewriter.destroy(error instanceof Error ? error : undefined));
  });
  const splitter = new Splitter({ ignoreEmbedded: true });
  splitter.end(bytes);
  return pipeline(splitter, rewriter, new Joiner(), buffer);
}

const isText = ({ contentType, root, disposition }: MimeNode): boolean =>
  disposition !== 'attachment' &&
  ((contentType || (root ? 'text/plain' : '')) === 'text/plain' || contentType === 'text/html');

/** The parts of an alternative are one text, whatever they are named. */
const isNamedFile = ({ filename, parentNode }: MimeNode): boolean =>
  Boolean(filename) && !(parentNode && parentNode.multipart === 'alternative');

async function rewriteText({ node, decoder, encoder }: RewriterNode): Promise<void> {
  const bytes = await buffer(decoder);
  const text = UTF7_NAME.test(node.charset || '') ? iconv.decode(bytes, 'utf-7') : decodeText(bytes);
  if (!node.contentType) node.setContentType('text/plain');
  node.setCharset('utf-8');
  encoder.end(Buffer.from(text));
}
