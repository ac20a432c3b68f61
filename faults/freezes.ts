/** A running server, with somebody signed in to it. */
export interface Target {
  readonly origin: string;
  readonly cookie: string;
  readonly matterId: string;
}

interface Freeze {
  readonly name: string;
  /** Sends it in; gives what was answered, in a few words. */
  readonly run: (target: Target) => Promise<string>;
}

const said = async (response: Response): Promise<string> =>
  `${response.status} ${(await response.text()).slice(0, 90)}`;

async function upload(
  { origin, cookie }: Target,
  path: string,
  name: string,
  bytes: Buffer,
): Promise<string> {
  const form = new FormData();
  form.append('what', 'contacts');
  form.append('file', new Blob([new Uint8Array(bytes)]), name);
  const headers = { Origin: origin, Cookie: cookie };
  return said(await fetch(`${origin}/api/v1${path}`, { method: 'POST', body: form, headers }));
}

const call = (
  { origin, cookie }: Target,
  method: string,
  path: string,
  body: string | Buffer | undefined,
  signedIn = true,
): Promise<Response> =>
  fetch(`${origin}/api/v1${path}`, {
    method,
    headers: { Origin: origin, ...(signedIn ? { Cookie: cookie } : {}), 'Content-Type': 'application/json' },
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : new Uint8Array(body) }),
  });

const mail = (type: string, body: string, subject = 'x'): Buffer =>
  Buffer.from(
    `From: a@forger.example\r\nTo: office@tidewell-roe.example\r\nSubject: ${subject}\r\nMIME-Version: 1.0\r\nContent-Type: ${type}\r\n\r\n${body}\r\n`,
  );

/** Taken in, and then opened: what is kept is shown as well. */
const takenIn =
  (bytes: Buffer) =>
  async (target: Target): Promise<string> => {
    const answer = await upload(target, '/in-tray/files', 'x.eml', bytes);
    const tray = (await (await call(target, 'GET', '/in-tray', undefined)).json()) as {
      readonly items: readonly { readonly id: string }[];
    };
    const opened = await call(target, 'GET', `/in-tray/${tray.items[0]?.id ?? ''}`, undefined);
    await opened.text();
    return `${answer}, opened ${opened.status}`;
  };

const MB = 1_000_000;
const nested = (depth: number): string =>
  Array.from(
    { length: depth },
    (_, n) => `--b${n}\r\nContent-Type: multipart/mixed; boundary=b${n + 1}\r\n\r\n`,
  ).join('');

async function deepPassages(target: Target): Promise<string> {
  let last = '';
  let answer = '';
  const para = (text: string) => ({ type: 'paragraph', content: [{ type: 'text', text }] });
  for (let n = 0; n < 8; n += 1) {
    const line = last === '' ? para('x') : { type: 'passage', attrs: { id: last } };
    const body = { type: 'doc', version: 1, content: Array.from({ length: 10 }, () => line) };
    const made = await call(target, 'POST', '/passages', JSON.stringify({ name: `Deep ${n}`, body }));
    answer = await made.clone().text();
    if (made.status !== 201) break;
    last = ((await made.json()) as { readonly id: string }).id;
  }
  return answer.slice(0, 90);
}

const rows = Array.from({ length: 20_000 }, (_, n) => `Person ${n},p${n}@mail.example,Street ${n}`);

/** What was found to stop everybody, and what is like it. */
export const freezes: readonly Freeze[] = [
  {
    name: 'mail of 100,000 pictures',
    run: takenIn(mail('text/html', '<img src="a">'.repeat(100_000), 'pictures')),
  },
  {
    name: 'mail of 390,000 nested divisions',
    run: takenIn(mail('text/html', '<div>'.repeat(390_000), 'divisions')),
  },
  { name: 'mail of 5,800 nested divisions', run: takenIn(mail('text/html', '<div>'.repeat(5_800), 'short')) },
  {
    name: 'mail of 5,000 nested parts',
    run: takenIn(mail('multipart/mixed; boundary=b0', nested(5_000), 'parts')),
  },
  { name: 'mail of 30 MB of dots', run: takenIn(mail('text/plain', '.\r\n'.repeat(10 * MB), 'dots')) },
  {
    name: 'mbox of 39 MB of dots',
    run: (target) =>
      upload(
        target,
        '/in-tray/files',
        'x.mbox',
        Buffer.concat([
          Buffer.from('From a@b.example Tue Nov 24 09:00:00 2026\nSubject: x\n\n'),
          Buffer.alloc(39 * MB, '.\n'),
        ]),
      ),
  },
  {
    name: 'mbox that is none',
    run: (target) => upload(target, '/in-tray/files', 'x.mbox', Buffer.alloc(39 * MB, '.')),
  },
  {
    name: 'page of 390,000 nested divisions as wording',
    run: (target) => upload(target, '/wording-imports/read', 'x.html', Buffer.from('<div>'.repeat(390_000))),
  },
  {
    name: '40 MB of [[[ before sign-in',
    run: async (target) =>
      said(await call(target, 'POST', '/template-packs', Buffer.alloc(40 * MB, '['), false)),
  },
  {
    name: '40 MB of [[[ to sign in with',
    run: async (target) => said(await call(target, 'POST', '/session', Buffer.alloc(40 * MB, '['), false)),
  },
  {
    name: '40 MB of [[[ by somebody signed in',
    run: async (target) => said(await call(target, 'POST', '/template-packs', Buffer.alloc(40 * MB, '['))),
  },
  {
    name: '2 MB of [[[ as a message',
    run: async (target) =>
      said(await call(target, 'POST', `/matters/${target.matterId}/messages`, Buffer.alloc(2 * MB, '['))),
  },
  { name: 'eight passages of ten lines each', run: deepPassages },
  {
    name: 'list of 20,000 contacts',
    run: (target) =>
      upload(target, '/imports', 'x.csv', Buffer.from(['name,mail,address', ...rows].join('\n'))),
  },
  {
    name: 'list of one cell that is never closed',
    run: (target) =>
      upload(target, '/imports', 'x.csv', Buffer.from(`name,mail\n"${'a,b\n'.repeat(2 * MB)}`)),
  },
  {
    name: 'vCard of 20 MB',
    run: (target) =>
      upload(
        target,
        '/imports',
        'x.vcf',
        Buffer.from(`BEGIN:VCARD\r\nVERSION:3.0\r\nFN:x\r\nNOTE:${'a\\n'.repeat(7 * MB)}\r\nEND:VCARD\r\n`),
      ),
  },
];
