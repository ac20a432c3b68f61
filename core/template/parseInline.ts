import type { InlineNode, Mark, PictureNode } from './document.ts';
import {
  Refusal,
  attrsOf,
  children,
  cleanText,
  count,
  isObject,
  readGroup,
  readUse,
  readWhenEmpty,
  requireHref,
  requireInteger,
  requireText,
} from './parseAttrs.ts';
import type { Json, Reading } from './parseAttrs.ts';

/** Shown words within shown words within …: no sentence needs more. */
const MAX_NESTED_WORDS = 4;
export const MIN_PICTURE_WIDTH = 8;
export const MAX_PICTURE_WIDTH = 640;
const MAX_ALT = 400;

export function readInline(json: unknown, where: string, reading: Reading, nested = 0): InlineNode {
  if (!isObject(json)) throw new Refusal('notADocument', where);
  const { type } = json;
  if (type === 'text') {
    const text = cleanText(requireText(json, 'text', where));
    count(reading, where, text.length);
    return withMarks({ type, text }, json, where, reading);
  }
  count(reading, where);
  const attrs = attrsOf(json);
  if (type === 'hardBreak') return { type };
  if (type === 'blank') return { type, attrs: { key: requireText(attrs, 'key', where) } };
  if (type === 'picture') return readPicture(attrs, where);
  if (type === 'showWords') {
    if (nested >= MAX_NESTED_WORDS) throw new Refusal('tooDeep', where);
    const content = children(json).map((child, n) => readInline(child, `${where}/${n}`, reading, nested + 1));
    return { type, attrs: { when: readGroup(attrs['when'], where) }, content };
  }
  const node = reading.use === 'template' ? readTemplateInline(json, attrs, where, reading) : undefined;
  if (node) return node;
  if (type === 'late' && reading.use === 'message') return { type, attrs: readUse(attrs, where) };
  throw new Refusal('unknownNode', where, { type: String(type) });
}

function readTemplateInline(
  json: Json,
  attrs: Json,
  where: string,
  reading: Reading,
): InlineNode | undefined {
  const { type } = json;
  if (type === 'passageWords') return { type, attrs: { id: requireText(attrs, 'id', where) } };
  if (type !== 'field') return undefined;
  const use = { ...readUse(attrs, where), whenEmpty: readWhenEmpty(attrs, where) };
  return withMarks({ type: 'field' as const, attrs: use }, json, where, reading);
}

function readPicture(attrs: Json, where: string): PictureNode {
  const picture = requireText(attrs, 'picture', where);
  if (!/^[0-9a-f]{64}$/.test(picture)) throw new Refusal('badAttribute', where, { name: 'picture' });
  const { href } = attrs;
  return {
    type: 'picture',
    attrs: {
      picture,
      alt: cleanText(requireText(attrs, 'alt', where)).slice(0, MAX_ALT),
      width: requireInteger(attrs, 'width', where, MIN_PICTURE_WIDTH, MAX_PICTURE_WIDTH),
      href: href === undefined || href === null ? null : requireHref(attrs, where),
    },
  };
}

function withMarks<T extends object>(
  node: T,
  json: Json,
  where: string,
  reading: Reading,
): T & { marks?: readonly Mark[] } {
  const raw = json['marks'];
  if (!Array.isArray(raw) || raw.length === 0) return node;
  return { ...node, marks: raw.map((mark) => readMark(mark, where, reading)) };
}

const PLAIN_MARKS = ['bold', 'italic', 'underline', 'superscript', 'subscript'] as const;
const isPlainMark = (type: unknown): type is (typeof PLAIN_MARKS)[number] =>
  PLAIN_MARKS.some((known) => known === type);

function readMark(json: unknown, where: string, reading: Reading): Mark {
  const type = isObject(json) ? json['type'] : undefined;
  if (isPlainMark(type)) return { type };
  const attrs = isObject(json) ? attrsOf(json) : {};
  if (type === 'link') return { type, attrs: { href: requireHref(attrs, where) } };
  if (type === 'colour') {
    const colour = requireText(attrs, 'colour', where).toLowerCase();
    if (!/^#[0-9a-f]{6}$/.test(colour)) throw new Refusal('badAttribute', where, { name: 'colour' });
    return { type, attrs: { colour } };
  }
  if (type === 'value' && reading.use === 'message') {
    const [label, original] = [requireText(attrs, 'label', where), requireText(attrs, 'original', where)];
    return { type, attrs: { ...readUse(attrs, where), label, original } };
  }
  throw new Refusal('unknownMark', where, { type: String(type) });
}
