/** Faces that nearly every machine has, so that nothing is fetched for them; the last of each is a generic family of CSS. */
export const FACES = {
  georgia: "Georgia,'Times New Roman',serif",
  times: "'Times New Roman',Times,serif",
  arial: 'Arial,Helvetica,sans-serif',
  verdana: 'Verdana,Geneva,sans-serif',
  tahoma: 'Tahoma,Verdana,sans-serif',
  trebuchet: "'Trebuchet MS',Tahoma,sans-serif",
} as const;
export type Face = keyof typeof FACES;
export const FACE_KEYS = Object.keys(FACES) as readonly Face[];

/** Bounds, inclusive. Wider lines are hard to follow, smaller letters hard to read. */
export const LOOK_SIZE_PX = { least: 13, most: 20 } as const;
export const LOOK_MEASURE_PX = { least: 420, most: 640 } as const;
export const LOGO_WIDTH_PX = { least: 16, most: 400 } as const;

/** A picture of the practice's in the head of every message. */
export interface Logo {
  readonly picture: string;
  readonly alt: string;
  readonly widthPx: number;
}

/** How the practice's email looks to whoever gets it, once for all templates. Colours are `#rrggbb` in small letters. */
export interface MessageLook {
  readonly face: Face;
  readonly sizePx: number;
  readonly measurePx: number;
  /** Of the text. */
  readonly ink: string;
  readonly link: string;
  /** Of buttons. */
  readonly accent: string;
  readonly page: string;
  /** Around the page; the same as the page for none. */
  readonly surround: string;
  readonly logo: Logo | null;
  /** Lines above and below every message; empty for none. */
  readonly head: string;
  readonly foot: string;
}

export const DEFAULT_LOOK: MessageLook = {
  face: 'georgia',
  sizePx: 16,
  measurePx: 600,
  ink: '#1c1c1c',
  link: '#2a6a5e',
  accent: '#2a6a5e',
  page: '#ffffff',
  surround: '#ffffff',
  logo: null,
  head: '',
  foot: '',
};
