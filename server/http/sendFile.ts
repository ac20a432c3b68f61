import type { Response } from 'express';

/** Kinds that a browser may show in its own window. Anything else, above all HTML and SVG, is saved instead. */
const SHOWN = new Set(['application/pdf', 'image/jpeg', 'image/png', 'image/gif', 'text/plain']);

/** Says that what follows is a file, never to be sniffed into another kind or run under our address (RFC 6266). */
export function fileHeaders(response: Response, mediaType: string, fileName: string): void {
  const shown = SHOWN.has(mediaType);
  const plain = fileName.replace(/[^\x20-\x7e]|["\\]/g, '_');
  response.setHeader('Content-Type', mediaType === 'text/plain' ? 'text/plain; charset=utf-8' : mediaType);
  response.setHeader(
    'Content-Disposition',
    `${shown ? 'inline' : 'attachment'}; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(fileName)}`,
  );
  response.setHeader('Cache-Control', 'private, no-cache');
  response.setHeader('Content-Security-Policy', "default-src 'none'; sandbox");
}

export function sendFile(response: Response, bytes: Buffer, mediaType: string, fileName: string): void {
  fileHeaders(response, mediaType, fileName);
  response.end(bytes);
}
