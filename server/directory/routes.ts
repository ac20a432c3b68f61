import { ById } from '../../contract/common.ts';
import {
  ChangeContact,
  ContactDetail,
  ContactJson,
  ContactPage,
  ContactQuery,
  Duplicates,
  ExportContacts,
  ImportReport,
  MergeContacts,
} from '../../contract/directory.ts';
import { endpoint } from '../http/endpoint.ts';
import { receivedFile } from '../http/receiveFiles.ts';
import { sendFile } from '../http/sendFile.ts';
import { changeContact } from './changeContact.ts';
import { createContact } from './createContact.ts';
import { findDuplicates } from './findDuplicates.ts';
import { findInDirectory } from './findInDirectory.ts';
import { mergeContacts } from './mergeContacts.ts';
import { readContact } from './readContact.ts';
import { exportContacts } from './exportContacts.ts';
import { importContacts } from './importContacts.ts';

export const directoryRoutes = [
  endpoint({
    method: 'get',
    path: '/contacts',
    summary: 'The directory by name, narrowed by words of name, organisation or address',
    query: ContactQuery,
    status: 200,
    answers: ContactPage,
    handle: ({ office, query }) => findInDirectory(office, query),
  }),
  endpoint({
    method: 'post',
    path: '/contacts',
    summary: 'Make a contact',
    body: ContactJson,
    status: 201,
    answers: ContactDetail,
    handle: ({ office, person, body }) => createContact(office, person, body),
  }),
  endpoint({
    method: 'get',
    path: '/contact-duplicates',
    summary: 'Contacts that may be one and the same',
    status: 200,
    answers: Duplicates,
    handle: ({ office }) => findDuplicates(office),
  }),
  endpoint({
    method: 'post',
    path: '/contact-import',
    summary: 'Read contacts from a vCard file or a CSV list',
    status: 200,
    answers: ImportReport,
    uploads: true,
    handle: ({ office, person, request }) => importContacts(office, person, receivedFile(request).bytes),
  }),
  endpoint({
    method: 'post',
    path: '/contact-export',
    summary: 'Contacts as vCard 4.0 or CSV',
    body: ExportContacts,
    status: 200,
    answers: 'text/vcard, text/csv',
    handle: async ({ office, body, response }) => {
      const bytes = await exportContacts(office, body.format === 'csv' ? 'csv' : 'vcard', body.ids);
      const csv = body.format === 'csv';
      sendFile(response, bytes, csv ? 'text/csv' : 'text/vcard', csv ? 'contacts.csv' : 'contacts.vcf');
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/contacts/:id',
    summary: 'A contact with the matters it is on',
    params: ById,
    status: 200,
    answers: ContactDetail,
    handle: ({ office, person, params }) => readContact(office, person, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/contacts/:id',
    summary: 'Change a contact',
    params: ById,
    body: ChangeContact,
    status: 200,
    answers: ContactDetail,
    handle: ({ office, person, params, body }) => changeContact(office, person, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/contacts/:id/merge',
    summary: 'Make one contact of two',
    params: ById,
    body: MergeContacts,
    status: 200,
    answers: ContactDetail,
    handle: ({ office, person, params, body }) => mergeContacts(office, person, params.id, body.otherId),
  }),
];
