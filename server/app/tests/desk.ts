import { afterAll, beforeAll } from 'vitest';
import { openPractice, serve } from './practice.ts';
import type { Answer, Client, TestPractice } from './practice.ts';

/** The demo's practice served to its principal, with one of its matters at hand. */
export interface Desk {
  services: TestPractice;
  client: Client;
  matterId: string;
  /** Begins a message on the matter. */
  readonly start: (body: object) => Promise<Answer['json']>;
  /** Changes a message. */
  readonly change: (id: string, body: object) => Promise<Answer['json']>;
}

const OPENING_MS = 60_000;

/** Opens a desk for a file's tests, and closes it after them. */
export function useDesk(): Desk {
  const desk: Desk = {
    services: undefined as never,
    client: undefined as never,
    matterId: '',
    start: async (body) => (await desk.client.call('POST', `/matters/${desk.matterId}/messages`, body)).json,
    change: async (id, body) => (await desk.client.call('PATCH', `/messages/${id}`, body)).json,
  };
  beforeAll(async () => {
    desk.services = await openPractice();
    desk.client = await serve(desk.services);
    await desk.client.signIn('maud@tidewell-roe.example');
    desk.matterId = (await desk.services.db('matters').where({ reference: 'SV-2041' }).first()).id;
  }, OPENING_MS);
  afterAll(async () => {
    await desk.client.close();
    await desk.services.close();
  });
  return desk;
}
