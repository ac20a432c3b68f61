import { beforeAll, describe, expect, it } from 'vitest';
import { useDesk } from '../app/tests/desk.ts';

const desk = useDesk();
beforeAll(() => desk.client.signIn('idris@tidewell-roe.example'));

describe('how the screens write days and figures', () => {
  it('is the practice’s to say, and told with the session', async () => {
    const before = (await desk.client.call('GET', '/practice')).json;
    expect(before.region).toBe('en-GB');
    const changed = await desk.client.call('PATCH', '/practice', { ...before, region: 'en-US' });
    expect(changed.status).toBe(200);
    expect((await desk.client.call('GET', '/session')).json.practice.region).toBe('en-US');
  });

  it('is refused where it is none of those the words are written for', async () => {
    const before = (await desk.client.call('GET', '/practice')).json;
    const refused = await desk.client.call('PATCH', '/practice', { ...before, region: 'tlh-QO' });
    expect([refused.status, refused.json.code]).toEqual([400, 'badRequest']);
    expect((await desk.client.call('GET', '/practice')).json.region).toBe(before.region);
  });
});
