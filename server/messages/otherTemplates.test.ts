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

describe('another template under a draft', () => {
  it('takes the former one’s letter and documents out, and leaves what the writer put in', async () => {
    const lettered = await template('With a letter', 'The terms are enclosed.', {
      documents: [{ kind: 'letter', templateId: 'template-terms-letter', name: 'Terms' }],
    });
    const bare = await template('Without', 'Nothing goes along.');
    const draft = await desk.start({ templateId: lettered });
    expect(draft.enclosures.map(({ kind }: { kind: string }) => kind)).toEqual(['letter']);
    const [document] = (await desk.client.call('GET', `/matters/${desk.matterId}`)).json.documents;
    const own = await desk.change(draft.id, {
      enclosures: [{ kind: 'letter', id: draft.enclosures[0].id }, { documentId: document.id }],
    });
    const switched = await desk.change(draft.id, { revision: own.revision, templateId: bare });
    expect(switched.enclosures.map(({ kind }: { kind: string }) => kind)).toEqual(['document']);
    const back = await desk.change(draft.id, { revision: switched.revision, templateId: lettered });
    expect(back.enclosures.map(({ kind }: { kind: string }) => kind).sort()).toEqual(['document', 'letter']);
  });
});
