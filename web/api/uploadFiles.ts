import type { FetchBaseQueryError } from '@reduxjs/toolkit/query';

type Uploaded<T> = { readonly data: T; readonly error?: undefined } | { readonly error: FetchBaseQueryError };

/** What the form calls its files, and what it says besides. */
interface FormOf {
  readonly field?: string;
  readonly words?: Readonly<Record<string, string>>;
}

/**
 * Sends files as a form, telling how much has gone: the one request for which `fetch` cannot say that. The answer has the
 * shape that every other request of ours has.
 */
export function uploadFiles<T>(
  url: string,
  files: readonly File[],
  onProgress: (share: number) => void = () => undefined,
  { field = 'file', words = {} }: FormOf = {},
): Promise<Uploaded<T>> {
  const body = new FormData();
  for (const [name, value] of Object.entries(words)) body.append(name, value);
  for (const file of files) body.append(field, file);
  const request = new XMLHttpRequest();
  return new Promise((resolve) => {
    request.upload.onprogress = ({ loaded, total, lengthComputable }) => {
      if (lengthComputable) onProgress(loaded / total);
    };
    request.onload = () => {
      const data = readJson(request.responseText);
      const isFine = request.status >= 200 && request.status < 300;
      resolve(isFine ? { data: data as T } : { error: { status: request.status, data } });
    };
    request.onerror = () => {
      resolve({ error: { status: 'FETCH_ERROR', error: 'the server cannot be reached' } });
    };
    request.open('POST', url);
    request.send(body);
  });
}

function readJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
