import { inflateSync } from 'node:zlib';

const HEADER = 44;
const ENTRY = 20;
const SFNT_HEADER = 12;
const SFNT_ENTRY = 16;
/** No font of ours has more tables or is larger, unpacked; a damaged file must not ask for all there is. */
const MAX_TABLES = 64;
const MAX_TABLE_BYTES = 8_000_000;

/**
 * Unpacks a font from its carrier for the web (WOFF 1.0, W3C Recommendation §4–5) into the tables that a font file has.
 * Font libraries unpack a table each time they look at it; unpacked once, letters are set many times faster.
 * Throws RangeError where the file is no such font.
 */
export function unpackWoff(file: Buffer): Buffer {
  if (file.toString('latin1', 0, 4) !== 'wOFF') throw new RangeError('not a WOFF font');
  const count = file.readUInt16BE(12);
  if (count === 0 || count > MAX_TABLES) throw new RangeError(`a WOFF font of ${count} tables`);
  const tables = Array.from({ length: count }, (_, n) => readTable(file, HEADER + n * ENTRY));

  const directory = Buffer.alloc(SFNT_HEADER + count * SFNT_ENTRY);
  file.copy(directory, 0, 4, 8);
  const power = 2 ** Math.floor(Math.log2(count));
  directory.writeUInt16BE(count, 4);
  directory.writeUInt16BE(power * 16, 6);
  directory.writeUInt16BE(Math.log2(power), 8);
  directory.writeUInt16BE((count - power) * 16, 10);

  let offset = directory.length;
  const parts: Buffer[] = [directory];
  tables.forEach(({ tag, checksum, bytes }, n) => {
    const at = SFNT_HEADER + n * SFNT_ENTRY;
    directory.write(tag, at, 'latin1');
    directory.writeUInt32BE(checksum, at + 4);
    directory.writeUInt32BE(offset, at + 8);
    directory.writeUInt32BE(bytes.length, at + 12);
    // Each table begins at a multiple of four.
    const padding = Buffer.alloc((4 - (bytes.length % 4)) % 4);
    parts.push(bytes, padding);
    offset += bytes.length + padding.length;
  });
  return Buffer.concat(parts);
}

function readTable(
  file: Buffer,
  at: number,
): { readonly tag: string; readonly checksum: number; readonly bytes: Buffer } {
  const [offset, packed, length] = [
    file.readUInt32BE(at + 4),
    file.readUInt32BE(at + 8),
    file.readUInt32BE(at + 12),
  ];
  if (length > MAX_TABLE_BYTES || offset + packed > file.length) throw new RangeError('a damaged WOFF font');
  const stored = file.subarray(offset, offset + packed);
  const bytes = packed < length ? inflateSync(stored, { maxOutputLength: length }) : stored;
  return { tag: file.toString('latin1', at, at + 4), checksum: file.readUInt32BE(at + 16), bytes };
}
