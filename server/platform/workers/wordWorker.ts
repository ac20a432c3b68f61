import { parentPort, workerData } from 'node:worker_threads';
import mammoth from 'mammoth';

/** Turns a .docx into HTML; pictures are left out, since old wording is read for its words. */
const { value } = await mammoth.convertToHtml(
  { buffer: Buffer.from(workerData as Uint8Array) },
  { convertImage: mammoth.images.imgElement(() => Promise.resolve({ src: '' })) },
);
parentPort?.postMessage(value);
