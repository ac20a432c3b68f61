import { createHash } from 'node:crypto';
import type { BlockNode } from '../../../core/template/document.ts';
import { htmlDocument } from '../files/htmlDocument.ts';
import { pictureSize } from '../files/pictureSize.ts';

const MAX_PICTURES = 20;
const OWN_PICTURE = /(?<=<img\b[^<>]{0,400}\bsrc=")data:image\/[a-z]+;base64,([A-Za-z0-9+/=\s]+)(?=")/g;

/** The words of a message as blocks of a document, and its pictures by the names that they have there. */
export interface MailBlocks {
  readonly content: readonly BlockNode[];
  readonly pictures: ReadonlyMap<string, Buffer>;
}

/**
 * HTML of a message, its own pictures standing in it (RFC 2397), as a document can hold it: lists, tables and pictures stay.
 * Pictures are named by their bytes and a word of the message's own, so that only who has the message can work a name out.
 */
export async function mailBlocks(html: string, own: string): Promise<MailBlocks> {
  const pictures = new Map<string, Buffer>();
  const named = html.replaceAll(OWN_PICTURE, (_data, base64: string) => {
    const bytes = Buffer.from(base64, 'base64');
    const size = pictures.size < MAX_PICTURES ? pictureSize(bytes) : undefined;
    if (!size) return '';
    const id = createHash('sha256').update(own).update(bytes).digest('hex');
    pictures.set(id, bytes);
    return `picture:${id}#${size.width}`;
  });
  const { content } = await htmlDocument(named, { withPictures: true });
  return { content, pictures };
}
