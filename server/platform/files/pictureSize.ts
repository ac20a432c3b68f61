export interface PictureSize {
  readonly mediaType: 'image/png' | 'image/jpeg' | 'image/gif';
  readonly width: number;
  readonly height: number;
}

/**
 * Reads kind and size from a picture's first bytes (PNG: ISO/IEC 15948 §11.2.2; GIF89a §18; JPEG: ITU-T T.81 §B.2.2).
 * Undefined where it is none of these, or is cut off before it says its size. SVG is none: it can hold script.
 */
export function pictureSize(bytes: Buffer): PictureSize | undefined {
  const size = pngSize(bytes) ?? gifSize(bytes) ?? jpegSize(bytes);
  return size && size.width > 0 && size.height > 0 ? size : undefined;
}

const PNG = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

function pngSize(bytes: Buffer): PictureSize | undefined {
  if (bytes.length < 24 || !bytes.subarray(0, 8).equals(PNG)) return undefined;
  return { mediaType: 'image/png', width: bytes.readUInt32BE(16), height: bytes.readUInt32BE(20) };
}

function gifSize(bytes: Buffer): PictureSize | undefined {
  if (bytes.length < 10 || !/^GIF8[79]a$/.test(bytes.toString('latin1', 0, 6))) return undefined;
  return { mediaType: 'image/gif', width: bytes.readUInt16LE(6), height: bytes.readUInt16LE(8) };
}

function jpegSize(bytes: Buffer): PictureSize | undefined {
  if (bytes.length < 4 || bytes.readUInt16BE(0) !== 0xffd8) return undefined;
  for (let at = 2; at + 9 < bytes.length;) {
    if (bytes[at] !== 0xff) return undefined;
    const marker = bytes[at + 1] ?? 0;
    // Frame headers SOF0–SOF15, without the tables DHT, JPG and DAC that lie among them.
    if (marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc)
      return {
        mediaType: 'image/jpeg',
        width: bytes.readUInt16BE(at + 7),
        height: bytes.readUInt16BE(at + 5),
      };
    at += 2 + Math.max(2, bytes.readUInt16BE(at + 2));
  }
  return undefined;
}
