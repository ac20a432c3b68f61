import { beforeEach, expect } from 'vitest';
import { hashOfSecret } from '../../platform/secretAddress.ts';
import type { Transport } from '../../sending/transports/transport.ts';
import { useDesk } from './desk.ts';
import { ACCEPTS, runOnce } from './practice.ts';

type Desk = ReturnType<typeof useDesk>;

/** What a test asks of a recipient. */
const QUESTIONS = [
  {
    key: 'day',
    ask: 'Which day suits you?',
    kind: 'day',
    required: true,
    options: ['2026-12-10', '2026-12-14'],
    goesTo: 'date.surveyDay',
  },
  { key: 'terms', ask: 'The terms, signed', kind: 'files', required: false, options: [] },
];

export const PDF = new File([Buffer.from('%PDF-1.4\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF')], 'terms.pdf');

/** A filled-in form, by the questions’ keys. */
export function filled(fields: Readonly<Record<string, string>>, file?: File): FormData {
  const form = new FormData();
  for (const [key, value] of Object.entries(fields)) form.set(`q-${key}`, value);
  if (file) form.set('q-terms', file);
  return form;
}

interface Draft {
  readonly id: string;
}

export interface Asking {
  readonly desk: Desk;
  readonly call: Desk['client']['call'];
  /** What left, as it was handed to the host. */
  readonly mail: string[];
  /** Lets what is due leave, whatever its hold. */
  readonly leave: () => Promise<void>;
  /** A draft that asks. */
  readonly asking: (more?: readonly object[]) => Promise<Draft>;
  /** Sends a message that asks; gives the path of its answer page. */
  readonly ask: (more?: readonly object[]) => Promise<{ readonly path: string; readonly messageId: string }>;
  readonly outside: (path: string, init?: RequestInit) => Promise<Response>;
  readonly answer: (path: string, fields: Readonly<Record<string, string>>, file?: File) => Promise<Response>;
}

/** A desk from which something is asked on SV-2041, and a host that keeps what it is given. */
export function useAsking(): Asking {
  const desk = useDesk();
  const call: Desk['client']['call'] = (...args) => desk.client.call(...args);
  const mail: string[] = [];
  beforeEach(() => {
    Object.assign(desk.services.config, { answerUrl: 'http://localhost:4100' });
    mail.length = 0;
  });
  const host: Transport = {
    send: async (envelope, bytes, begin) => {
      mail.push(bytes.toString('latin1').replace(/=\r\n/g, ''));
      return ACCEPTS.send(envelope, bytes, begin);
    },
  };
  const leave = async (): Promise<void> => {
    const now = desk.services.now();
    desk.services.now = () => now + 600_000;
    await runOnce(desk.services, host);
    desk.services.now = () => now;
  };
  const asking = async (more: readonly object[] = []): Promise<Draft> => {
    const draft = await desk.start({ templateId: 'template-closing' });
    const content = [
      { type: 'paragraph', content: [{ type: 'text', text: 'Please answer.' }] },
      ...[...QUESTIONS, ...more].map((attrs) => ({ type: 'question', attrs })),
      { type: 'button', attrs: { label: 'Answer here', href: 'answer:page' } },
    ];
    const changed = await call('PATCH', `/messages/${draft.id}`, {
      revision: draft.revision,
      body: { type: 'doc', version: 1, content },
      subject: [{ type: 'text', text: 'A day for the survey' }],
    });
    expect([changed.status, JSON.stringify(changed.json).slice(0, 300)]).toEqual([200, expect.anything()]);
    return draft;
  };
  const ask: Asking['ask'] = async (more) => {
    const draft = await asking(more);
    const checked = (await call('POST', `/messages/${draft.id}/check`)).json;
    const acknowledged = (checked.notes ?? []).map(({ code }: { code: string }) => code);
    const sent = await call('POST', `/messages/${draft.id}/send`, { acknowledged });
    expect([sent.status, JSON.stringify(sent.json).slice(0, 600)]).toEqual([202, expect.anything()]);
    await leave();
    const path = /\/a\/[\w-]{22}/.exec(mail.join('\n'))?.[0] ?? '';
    expect(path).not.toBe('');
    // Each recipient got a message of their own.
    const hash = hashOfSecret(path.slice('/a/'.length));
    const page = await desk.services.db('answer_pages').where({ hash }).first();
    return { path, messageId: page.message_id };
  };
  const outside: Asking['outside'] = (path, init = {}) => fetch(`${desk.client.origin}${path}`, init);
  return {
    desk,
    call,
    mail,
    leave,
    asking,
    ask,
    outside,
    answer: (path, fields, file) => outside(path, { method: 'POST', body: filled(fields, file) }),
  };
}
