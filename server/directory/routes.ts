import { ById, Nothing } from '../../contract/common.ts';
import {
  ChangeContact,
  ContactDetail,
  ContactFacts,
  ContactJson,
  ContactPage,
  ContactQuery,
  Duplicates,
  ExportContacts,
  MergeContacts,
} from '../../contract/directory.ts';
import { sendFile } from '../http/sendFile.ts';
import { changeContact } from './changeContact.ts';
import { changeContactFacts, readContactFacts } from './contactFacts.ts';
import { createContact } from './createContact.ts';
import { findDuplicates } from './findDuplicates.ts';
import { findInDirectory } from './findInDirectory.ts';
import { unmergeContacts } from './unmergeContacts.ts';
import { mergeContacts } from './mergeContacts.ts';
import { readContact } from './readContact.ts';
import { exportContacts } from './exportContacts.ts';
import { listGroups } from './listGroups.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { DirectoryServices } from './services.ts';
import { NewGroup, RecipientGroup, RecipientGroups } from '../../contract/recipients.ts';
import { deleteGroup } from './deleteGroup.ts';
import { saveGroup } from './saveGroup.ts';

const { endpoint } = endpointsFor<DirectoryServices>();

export const directoryRoutes = [
  endpoint({
    method: 'get',
    path: '/contacts',
    right: 'read',
    summary: 'The directory by name, narrowed by words of name, organisation or address',
    query: ContactQuery,
    status: 200,
    answers: ContactPage,
    handle: ({ scope, query }) => findInDirectory(scope, query),
  }),
  endpoint({
    method: 'post',
    path: '/contacts',
    right: 'work',
    summary: 'Make a contact',
    body: ContactJson,
    status: 201,
    answers: ContactDetail,
    handle: ({ services, scope, body }) => createContact(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/contact-facts',
    right: 'read',
    summary: 'What the practice keeps of its contacts beside what everybody keeps',
    status: 200,
    answers: ContactFacts,
    handle: ({ scope }) => readContactFacts(scope),
  }),
  endpoint({
    method: 'patch',
    path: '/contact-facts',
    right: 'settings',
    summary: 'Change what is kept of contacts',
    body: ContactFacts,
    status: 200,
    answers: ContactFacts,
    handle: ({ services, scope, body }) => changeContactFacts(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/contact-duplicates',
    right: 'read',
    summary: 'Contacts that may be one and the same',
    status: 200,
    answers: Duplicates,
    handle: ({ scope }) => findDuplicates(scope),
  }),
  endpoint({
    method: 'post',
    path: '/contact-export',
    right: 'export',
    summary: 'Contacts as vCard 4.0 or CSV',
    body: ExportContacts,
    status: 200,
    answers: 'text/vcard, text/csv',
    handle: async ({ scope, body, response }) => {
      const bytes = await exportContacts(scope, body.format === 'csv' ? 'csv' : 'vcard', body.ids);
      const csv = body.format === 'csv';
      sendFile(response, bytes, csv ? 'text/csv' : 'text/vcard', csv ? 'contacts.csv' : 'contacts.vcf');
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/contacts/:id',
    right: 'read',
    summary: 'A contact with the matters it is on',
    params: ById,
    status: 200,
    answers: ContactDetail,
    handle: ({ services, scope, params }) => readContact(services, scope, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/contacts/:id',
    right: 'work',
    summary: 'Change a contact',
    params: ById,
    body: ChangeContact,
    status: 200,
    answers: ContactDetail,
    handle: ({ services, scope, params, body }) => changeContact(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/contacts/:id/merge',
    right: 'work',
    summary: 'Make one contact of two',
    params: ById,
    body: MergeContacts,
    status: 200,
    answers: ContactDetail,
    handle: ({ services, scope, params, body }) => mergeContacts(services, scope, params.id, body.otherId),
  }),
  endpoint({
    method: 'post',
    path: '/contacts/:id/unmerge',
    right: 'work',
    summary: 'Make two contacts of one again, as they were before they were joined',
    params: ById,
    body: MergeContacts,
    status: 200,
    answers: ContactDetail,
    handle: ({ services, scope, params, body }) => unmergeContacts(services, scope, params.id, body.otherId),
  }),
  endpoint({
    method: 'get',
    path: '/recipient-groups',
    right: 'read',
    summary: 'Groups of recipients that were saved, by name',
    status: 200,
    answers: RecipientGroups,
    handle: ({ scope }) => listGroups(scope),
  }),
  endpoint({
    method: 'post',
    path: '/recipient-groups',
    right: 'work',
    summary: 'Keep recipients as a group',
    body: NewGroup,
    status: 201,
    answers: RecipientGroup,
    handle: ({ services, scope, body }) => saveGroup(services, scope, body),
  }),
  endpoint({
    method: 'delete',
    path: '/recipient-groups/:id',
    right: 'work',
    summary: 'Drop a group; those in it stay what they are',
    params: ById,
    status: 200,
    answers: Nothing,
    handle: ({ services, scope, params }) => deleteGroup(services, scope, params.id),
  }),
];
