import { describe, expect, it } from 'vitest';
import { GENERAL_FILE } from '../../core/model/generalFile.ts';
import { WORDING } from '../app/tests/expectations.ts';
import { useDesk } from '../app/tests/desk.ts';

const desk = useDesk();
const call = (method: string, path: string, body?: object) => desk.client.call(method, path, body);
const template = async (name: string) =>
  (
    await call('POST', '/templates', {
      name: `With ${name}`,
      channel: 'email',
      content: { ...WORDING, documents: [{ kind: 'ofPractice', name, required: true }] },
    })
  ).json;

describe('the practice’s own documents', () => {
  it('are enclosed as the latest of their name, on whatever matter, without a note that they are another’s', async () => {
    const { id: templateId } = await template('Price list');
    const message = await desk.start({ templateId });
    const versions = await desk.services
      .db('documents')
      .where({ matter_id: GENERAL_FILE, name: 'Price list' });
    const latest = versions.find(({ version }) => version === 2);
    expect(versions).toHaveLength(2);
    expect(message.enclosures).toMatchObject([
      { kind: 'otherMatter', fileName: 'Price list.pdf', documentId: latest.id },
    ]);
    const { notes } = (await call('POST', `/messages/${message.id}/check`)).json;
    const codes = notes.map(({ code }: { code: string }) => code);
    expect(
      codes.filter((code: string) => /otherMatter|enclosedElsewhere|documentMissing/i.test(code)),
    ).toEqual([]);
  });

  it('are documents of the file itself in a message without a matter', async () => {
    const { id: templateId } = await template('after the survey');
    const message = (await call('POST', '/messages', { templateId })).json;
    expect(message.enclosures).toMatchObject([{ kind: 'document', fileName: 'After the survey.pdf' }]);
  });

  it('are missed where there is none of that name, before it is sent', async () => {
    const { id: templateId } = await template('Map of the harbour');
    const message = await desk.start({ templateId });
    expect(message.enclosures).toEqual([]);
    const { notes } = (await call('POST', `/messages/${message.id}/check`)).json;
    expect(JSON.stringify(notes)).toContain('Map of the harbour');
  });

  it('are put in by hand from the list of them', async () => {
    const { documents } = (await call('GET', `/matters/${GENERAL_FILE}`)).json;
    const sheet = documents.find(({ name }: { name: string }) => name === 'After the survey');
    const { id } = await desk.start({});
    const order = { kind: 'fromMatter', matterId: GENERAL_FILE, documentId: sheet.id };
    const { enclosures } = (await call('POST', `/messages/${id}/enclosures`, order)).json;
    expect(enclosures).toMatchObject([{ kind: 'otherMatter', fileName: 'After the survey.pdf' }]);
  });
});
