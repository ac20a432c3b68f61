import {
  MailHostJson,
  MailHostsJson,
  MailHostsView,
  MailHostTried,
  SendingJson,
} from '../../contract/sending.ts';
import { endpoint } from '../http/endpoint.ts';
import { changeHosts } from './changeHosts.ts';
import { changeSending } from './changeSending.ts';
import { readHosts } from './readHosts.ts';
import { readSending } from './readSending.ts';
import { tryMailHost } from './tryMailHost.ts';

export const sendingRoutes = [
  endpoint({
    method: 'get',
    path: '/practice/sending',
    summary: 'Whom mail goes out under, and when it leaves',
    status: 200,
    answers: SendingJson,
    handle: ({ office }) => readSending(office),
  }),
  endpoint({
    method: 'patch',
    path: '/practice/sending',
    summary: 'Change senders, working hours and the time in which a message can be called back',
    body: SendingJson,
    status: 200,
    answers: SendingJson,
    handle: ({ office, person, body }) => changeSending(office, person, body),
  }),
  endpoint({
    method: 'get',
    path: '/practice/mail-hosts',
    summary: 'The mail hosts, without their passwords',
    status: 200,
    answers: MailHostsView,
    handle: ({ office, person }) => readHosts(office, person),
  }),
  endpoint({
    method: 'patch',
    path: '/practice/mail-hosts',
    summary: 'Change the mail hosts; the next message goes through them',
    body: MailHostsJson,
    status: 200,
    answers: MailHostsView,
    handle: ({ office, person, body }) => changeHosts(office, person, body),
  }),
  endpoint({
    method: 'post',
    path: '/practice/mail-hosts/try',
    summary: 'Talk to a mail host as far as signing in; nothing is sent',
    body: MailHostJson,
    status: 200,
    answers: MailHostTried,
    handle: ({ office, person, body }) => tryMailHost(office, person, body),
  }),
];
