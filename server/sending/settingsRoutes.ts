import {
  MailHostJson,
  MailHostsJson,
  MailHostsView,
  MailHostTried,
  SendingJson,
} from '../../contract/sending.ts';
import { changeHosts } from './changeHosts.ts';
import { changeSending } from './changeSending.ts';
import { readHosts } from './readHosts.ts';
import { readSending } from './readSending.ts';
import { tryMailHost } from './tryMailHost.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { Services } from '../platform/services.ts';

const { endpoint } = endpointsFor<Services>();

export const sendingRoutes = [
  endpoint({
    method: 'get',
    path: '/practice/sending',
    right: 'read',
    summary: 'Whom mail goes out under, and when it leaves',
    status: 200,
    answers: SendingJson,
    handle: ({ scope }) => readSending(scope),
  }),
  endpoint({
    method: 'patch',
    path: '/practice/sending',
    right: 'settings',
    summary: 'Change senders, working hours and the time in which a message can be called back',
    body: SendingJson,
    status: 200,
    answers: SendingJson,
    handle: ({ services, scope, body }) => changeSending(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/practice/mail-hosts',
    right: 'settings',
    summary: 'The mail servers, without their passwords',
    status: 200,
    answers: MailHostsView,
    handle: ({ services, scope }) => readHosts(services, scope),
  }),
  endpoint({
    method: 'patch',
    path: '/practice/mail-hosts',
    right: 'settings',
    summary: 'Change the mail servers; the next message goes through them',
    body: MailHostsJson,
    status: 200,
    answers: MailHostsView,
    handle: ({ services, scope, body }) => changeHosts(services, scope, body),
  }),
  endpoint({
    method: 'post',
    path: '/practice/mail-hosts/try',
    right: 'settings',
    summary: 'Talk to a mail server as far as signing in; nothing is sent',
    body: MailHostJson,
    status: 200,
    answers: MailHostTried,
    handle: ({ services, scope, body }) => tryMailHost(services, scope, body),
  }),
];
