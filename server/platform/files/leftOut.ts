import { Parser } from 'htmlparser2';

/** What cleaning leaves out of a page, by kind. */
export const LEFT_OUT_KINDS = ['picture', 'colour', 'typeface', 'form', 'script', 'frame', 'sound'] as const;
export type LeftOutKind = (typeof LEFT_OUT_KINDS)[number];

export interface LeftOut {
  readonly kind: LeftOutKind;
  readonly count: number;
  /** Of pictures: where they were or what they showed, each once. */
  readonly pictures: readonly LeftPicture[];
}

export interface LeftPicture {
  readonly alt: string;
  /** An address from afar, or the picture itself as a `data:` address; `cid:` for one that lay in the mail. */
  readonly src: string;
}

const KIND_OF_TAG: Readonly<Record<string, LeftOutKind>> = {
  img: 'picture',
  picture: 'picture',
  svg: 'picture',
  form: 'form',
  input: 'form',
  select: 'form',
  textarea: 'form',
  button: 'form',
  script: 'script',
  iframe: 'frame',
  frame: 'frame',
  object: 'frame',
  embed: 'frame',
  video: 'sound',
  audio: 'sound',
};

const MAX_PICTURES = 20;
/** Longer addresses are of pictures that stand in the page itself; those up to here can be taken in from it. */
const MAX_SRC = 400_000;
const MAX_HTML = 4_000_000;

/** Counts what of a page does not come through. One pass over its tags; nothing is loaded. */
export function leftOut(html: string): readonly LeftOut[] {
  const counts = new Map<LeftOutKind, number>();
  const pictures = new Map<string, LeftPicture>();
  const add = (kind: LeftOutKind): void => {
    counts.set(kind, (counts.get(kind) ?? 0) + 1);
  };
  const parser = new Parser({
    onopentag: (name, { style = '', color, bgcolor, face, src = '', alt = '' }) => {
      const kind = KIND_OF_TAG[name];
      if (kind) add(kind);
      if (name === 'img' && pictures.size < MAX_PICTURES && src.length <= MAX_SRC)
        pictures.set(src, { src, alt: alt.slice(0, 200) });
      if (color ?? bgcolor ?? (/(?:^|[;\s-])color\s*:/i.test(style) ? style : undefined)) add('colour');
      if (face ?? (/font(?:-family)?\s*:/i.test(style) ? style : undefined)) add('typeface');
    },
  });
  parser.end(html.slice(0, MAX_HTML));
  return LEFT_OUT_KINDS.flatMap((kind) => {
    const count = counts.get(kind);
    return count === undefined
      ? []
      : [{ kind, count, pictures: kind === 'picture' ? [...pictures.values()] : [] }];
  });
}
