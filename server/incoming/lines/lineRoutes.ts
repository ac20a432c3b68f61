import { MailboxJson, MailboxTried, MailLinesJson, MailLinesView } from '../../../contract/mailLines.ts';
import { endpointsFor } from '../../access/endpoint.ts';
import type { Services } from '../../platform/services.ts';
import { changeLines } from './changeLines.ts';
import { readLines } from './readLines.ts';
import { tryMailbox } from './tryMailbox.ts';

const { endpoint } = endpointsFor<Services>();

export const lineRoutes = [
  endpoint({
    method: 'get',
    path: '/practice/mail-lines',
    right: 'settings',
    summary: 'Where mail comes in and texts and letters go out, without passwords, and how the reading goes',
    status: 200,
    answers: MailLinesView,
    handle: ({ services, scope }) => readLines(services, scope),
  }),
  endpoint({
    method: 'patch',
    path: '/practice/mail-lines',
    right: 'settings',
    summary:
      'Change mailboxes that are read, the port for filing addresses, the text gateway and the printer',
    body: MailLinesJson,
    status: 200,
    answers: MailLinesView,
    handle: ({ services, scope, body }) => changeLines(services, scope, body),
  }),
  endpoint({
    method: 'post',
    path: '/practice/mail-lines/try',
    right: 'settings',
    summary: 'Look into a mailbox; nothing in it is read or changed',
    body: MailboxJson,
    status: 200,
    answers: MailboxTried,
    handle: ({ services, scope, body }) => tryMailbox(services, scope, body),
  }),
];
