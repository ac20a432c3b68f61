import PostalMime from 'postal-mime';
import { beforeAll, describe, expect, it } from 'vitest';
import { useDesk } from '../app/tests/desk.ts';
import { runOnce } from '../app/tests/practice.ts';
import { startMessage } from '../messages/startMessage.ts';
import { sendMessage } from './sendMessage.ts';
import type { Transport } from './transports/transport.ts';

const desk = useDesk();
beforeAll(() => desk.client.signIn('idris@tidewell-roe.example'));

let handed: Buffer = Buffer.alloc(0);
const host: Transport = {
  async send(_envelope, bytes, beforeData) {
    await beforeData();
    handed = bytes;
    return { outcome: { kind: 'accepted' }, permanentFailures: [] };
  },
};

/** A PNG of one pixel. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

const uploaded = async (): Promise<{ readonly picture: string }> => {
  const form = new FormData();
  form.append('file', new Blob([PIXEL], { type: 'image/png' }), 'logo.png');
  const answer = await fetch(`${desk.client.origin}/api/v1/pictures`, {
    method: 'POST',
    headers: { Origin: desk.client.origin, Cookie: desk.client.cookie() },
    body: form,
  });
  return (await answer.json()) as { readonly picture: string };
};

const change = async (look: object) => {
  const { json } = await desk.client.call('GET', '/practice');
  return desk.client.call('PATCH', '/practice', { ...json, look: { ...json.look, ...look } });
};

/** Sends a message, and reads what the mail server was handed with a parser of another house. */
async function sent() {
  const maud = await desk.services.as('maud');
  const { id } = await startMessage(desk.services, maud, desk.matterId, {
    templateId: 'template-report-when',
    answers: { matters: 'she is sound' },
  });
  await sendMessage(desk.services, maud, id, {
    holdSeconds: 0,
    acknowledged: ['dayInPast', 'sentBefore', 'enclosedNotSpoken'],
  });
  await runOnce(desk.services, host);
  const mail = await PostalMime.parse(handed);
  const entry = await desk.services.db('entries').where({ message_id: id }).first();
  return { mail, entry };
}

describe('the look of email', () => {
  it('is in every message that leaves: its face, its picture, its head and its foot', async () => {
    const picture = await uploaded();
    const { status } = await change({
      face: 'verdana',
      logo: { picture: picture.picture, alt: 'Tidewell & Roe', widthPx: 120 },
      foot: '4 Quay Row',
    });
    expect(status).toBe(200);
    const { mail, entry } = await sent();
    expect(mail.html).toContain('font-family:Verdana');
    expect(mail.html).toContain('alt="Tidewell &amp; Roe" width="120"');
    const [shown] = /cid:[^"]+/.exec(mail.html ?? '') ?? [''];
    expect(mail.attachments.map(({ contentId }) => contentId)).toContain(`<${shown.slice(4)}>`);
    expect(mail.text?.trimEnd().endsWith('-- \n4 Quay Row')).toBe(true);
    // What is filed and found is what was written, without what stands under everything.
    expect(JSON.stringify(entry)).not.toContain('Quay Row');
  });

  it.each([
    ['text too faint to be read', { ink: '#dddddd', page: '#ffffff' }],
    ['links too faint to be read', { link: '#ffff00', page: '#ffffff' }],
    ['a picture that nobody uploaded', { logo: { picture: 'f'.repeat(32), alt: '', widthPx: 100 } }],
  ])('is refused with %s, and stays as it was', async (_what, look) => {
    const before = (await desk.client.call('GET', '/practice')).json;
    const { status, json } = await change({ ink: '#1c1c1c', link: '#2a6a5e', ...look });
    expect([status, json.code]).toEqual([422, 'badSettings']);
    expect((await desk.client.call('GET', '/practice')).json).toEqual(before);
  });
});
