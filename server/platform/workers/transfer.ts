import { Tinypool } from 'tinypool';

/** As much as is copied in one go: more would keep others waiting. */
const SLICE = 4_000_000;

/**
 * A copy that a thread can be given whole. Handed over by itself, a thread's message would be written and read byte by byte on the
 * one thread that answers everybody; so it is copied in turns, and only its ownership goes (HTML Standard, transferable objects).
 */
export async function copyToHandOver(bytes: Uint8Array): Promise<Uint8Array<ArrayBuffer>> {
  const copy = new Uint8Array(bytes.length);
  for (let at = 0; at < bytes.length; at += SLICE) {
    copy.set(bytes.subarray(at, at + SLICE), at);
    if (bytes.length > SLICE) await new Promise((resolve) => setImmediate(resolve));
  }
  return copy;
}

/** What a thread gives back, with the bytes it holds handed over instead of copied. Small ones share a pool, and are copied. */
export function handOver<T extends object>(value: T, held: readonly Uint8Array[]): T {
  const buffers = new Set(
    held.flatMap(({ buffer }) => (buffer.byteLength > Buffer.poolSize ? [buffer] : [])),
  );
  return Tinypool.move({
    [Tinypool.transferableSymbol]: [...buffers],
    [Tinypool.valueSymbol]: value,
  } as unknown as ArrayBuffer) as unknown as T;
}

/** Bytes that a thread has given, without another copy. */
export const asBuffer = ({ buffer, byteOffset, byteLength }: Uint8Array): Buffer =>
  Buffer.from(buffer as ArrayBuffer, byteOffset, byteLength);
