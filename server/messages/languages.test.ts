import { describe, expect, it } from 'vitest';
import { useDesk } from '../app/tests/desk.ts';

const desk = useDesk();
const words = (text: string) => ({ type: 'paragraph', content: [{ type: 'text', text }] });

async function template(name: string, text: string, more: object = {}): Promise<string> {
  const { json } = await desk.client.call('POST', '/templates', {
    name,
    channel: 'email',
    content: {
      recipients: { to: [{ role: 'client' }], cc: [], bcc: [] },
      subject: [{ type: 'text', text: name }],
      body: { type: 'doc', content: [words(text)] },
      blanks: [],
      documents: [],
      category: 'Letter',
      ...more,
    },
  });
  await desk.client.call('POST', `/templates/${json.id}/standing`, { standing: 'approved' });
  return json.id;
}

/** Sets the language of the matter's client. */
async function clientWrites(language: string): Promise<void> {
  const { contact_id: id } = await desk.services
    .db('parties')
    .where({ matter_id: desk.matterId, role: 'client' })
    .first();
  const { revision, contact } = (await desk.client.call('GET', `/contacts/${id}`)).json;
  await desk.client.call('PATCH', `/contacts/${id}`, { revision, contact: { ...contact, language } });
}

describe('versions of a template by language', () => {
  it('are chosen by the contact’s, looked at as started, and stand on the shelf once', async () => {
    const templateId = await template('Notice', 'The survey is done.');
    const german = await template('Notice, German', 'Die Besichtigung ist fertig.', {
      translation: { templateId, language: 'de' },
    });
    const read = async () => {
      const started = await desk.start({ templateId });
      const seen = await desk.client.call('GET', `/matters/${desk.matterId}/shelf/${templateId}`);
      expect(seen.json.text).toBe(started.text);
      return [started.templateId, started.text];
    };
    expect(await read()).toEqual([templateId, 'The survey is done.']);
    await clientWrites('de-AT');
    expect(await read()).toEqual([german, 'Die Besichtigung ist fertig.']);
    await clientWrites('fr');
    expect(await read()).toEqual([templateId, 'The survey is done.']);
    const shelf = (await desk.client.call('GET', `/matters/${desk.matterId}/shelf`)).json.items;
    const ids = shelf.map((item: { templateId: string }) => item.templateId);
    expect([ids.includes(templateId), ids.includes(german)]).toEqual([true, false]);
    // Without the template it belongs to, it is one by itself.
    await desk.client.call('POST', `/templates/${templateId}/standing`, { standing: 'retired' });
    const after = (await desk.client.call('GET', `/matters/${desk.matterId}/shelf`)).json.items;
    expect(after.map((item: { templateId: string }) => item.templateId)).toContain(german);
    await clientWrites('');
  });
});
