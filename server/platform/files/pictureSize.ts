import { imageSize } from 'image-size';

export interface PictureSize {
  readonly mediaType: 'image/png' | 'image/jpeg' | 'image/gif';
  readonly width: number;
  readonly height: number;
}

const KINDS: Readonly<Record<string, PictureSize['mediaType']>> = {
  png: 'image/png',
  jpg: 'image/jpeg',
  gif: 'image/gif',
};

/**
 * Kind and size of a picture, from its bytes, whatever its name says. Undefined where it is none that a message may hold, or
 * is cut off before it says its size. SVG is none: it can hold script.
 */
export function pictureSize(bytes: Buffer): PictureSize | undefined {
  try {
    // A copy of its own: a part of a larger buffer would be read beyond its end.
    const { type, width, height } = imageSize(Uint8Array.from(bytes));
    const mediaType = KINDS[type ?? ''];
    return mediaType && width > 0 && height > 0 ? { mediaType, width, height } : undefined;
  } catch {
    return undefined;
  }
}
