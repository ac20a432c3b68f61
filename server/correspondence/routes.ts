import { Type } from 'typebox';
import { ById, Id, Nothing, PageQuery } from '../../contract/common.ts';
import {
  ContactEntries,
  ContactEntriesQuery,
  ContactFiles,
  EntryDetail,
  EnclosedFiles,
  EntryPage,
  MoveEntry,
  Moved,
  NewNote,
} from '../../contract/correspondence.ts';
import { Found, NewSearch, SavedSearch, SavedSearches, SearchQuery } from '../../contract/search.ts';
import { sendFile } from '../http/sendFile.ts';
import { contactEntries, contactFiles } from './contactEntries.ts';
import { moveEntry } from './moveEntry.ts';
import { writeNote } from './writeNote.ts';
import { deleteSearch } from './deleteSearch.ts';
import { saveSearch } from './saveSearch.ts';
import { listSearches } from './listSearches.ts';
import { searchCorrespondence } from './searchCorrespondence.ts';
import { enclosedFiles } from './enclosedFiles.ts';
import { entryAttachment } from './entryAttachment.ts';
import { rawEntry } from './rawEntry.ts';
import { readEntry } from './readEntry.ts';
import { endpointsFor } from '../access/endpoint.ts';
import type { Services } from '../platform/services.ts';
import { listCorrespondence } from './listCorrespondence.ts';

const { endpoint } = endpointsFor<Services>();

export const correspondenceRoutes = [
  endpoint({
    method: 'get',
    path: '/correspondence',
    right: 'read',
    summary: 'Find entries by words, people, time and kind, newest first, with counts for each filter',
    query: SearchQuery,
    status: 200,
    answers: Found,
    handle: ({ scope, query }) => searchCorrespondence(scope, query),
  }),
  endpoint({
    method: 'get',
    path: '/contacts/:id/correspondence',
    right: 'read',
    summary:
      'What was said with a contact over all matters, newest first; of an organisation, with its people too',
    params: ById,
    query: ContactEntriesQuery,
    status: 200,
    answers: ContactEntries,
    handle: ({ services, scope, params, query }) => contactEntries(services, scope, params.id, query),
  }),
  endpoint({
    method: 'get',
    path: '/contacts/:id/files',
    right: 'read',
    summary: 'The files that went to a contact or came from them',
    params: ById,
    status: 200,
    answers: ContactFiles,
    handle: ({ scope, params }) => contactFiles(scope, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/saved-searches',
    right: 'own',
    summary: 'One’s own saved searches',
    status: 200,
    answers: SavedSearches,
    handle: ({ scope }) => listSearches(scope),
  }),
  endpoint({
    method: 'post',
    path: '/saved-searches',
    right: 'own',
    summary: 'Keep a search under a name',
    body: NewSearch,
    status: 201,
    answers: SavedSearch,
    handle: ({ services, scope, body }) => saveSearch(services, scope, body),
  }),
  endpoint({
    method: 'delete',
    path: '/saved-searches/:id',
    right: 'own',
    summary: 'Drop a saved search',
    params: ById,
    status: 200,
    answers: Nothing,
    handle: ({ services, scope, params }) => deleteSearch(services, scope, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/correspondence/:id',
    right: 'read',
    summary: 'An entry in full',
    params: ById,
    status: 200,
    answers: EntryDetail,
    handle: ({ services, scope, params }) => readEntry(services, scope, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/correspondence/:id/move',
    right: 'work',
    summary: 'Move an entry to another matter, leaving its trace',
    params: ById,
    body: MoveEntry,
    status: 200,
    answers: Moved,
    handle: ({ services, scope, params, body }) => moveEntry(services, scope, params.id, body.matterId),
  }),
  endpoint({
    method: 'post',
    path: '/matters/:id/notes',
    right: 'work',
    summary: 'File a note of a call, a meeting or a correction',
    params: ById,
    body: NewNote,
    status: 201,
    answers: ById,
    handle: ({ services, scope, params, body }) => writeNote(services, scope, params.id, body),
  }),
  endpoint({
    method: 'get',
    path: '/correspondence/:id/raw',
    right: 'read',
    summary: 'An entry’s exact bytes',
    params: ById,
    status: 200,
    answers: 'message/rfc822',
    handle: async ({ services, scope, params, response }) => {
      const { bytes, fileName, mediaType } = await rawEntry(services, scope, params.id);
      sendFile(response, bytes, mediaType, fileName);
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/correspondence/:id/attachments/:index',
    right: 'read',
    summary: 'An attachment of an entry',
    params: Type.Object({ id: Id, index: Type.String({ pattern: '^\\d{1,3}$' }) }),
    status: 200,
    answers: 'application/octet-stream',
    handle: async ({ services, scope, params, response }) => {
      const { attachment, bytes } = await entryAttachment(services, scope, params.id, Number(params.index));
      sendFile(response, bytes, attachment.mediaType, attachment.name);
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/correspondence',
    right: 'read',
    summary: 'A matter’s correspondence, newest first',
    params: ById,
    query: PageQuery,
    status: 200,
    answers: EntryPage,
    handle: ({ services, scope, params, query }) => listCorrespondence(services, scope, params.id, query),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/enclosed-files',
    right: 'read',
    summary: 'The files that went or came with a matter’s messages, each with its entries',
    params: ById,
    status: 200,
    answers: EnclosedFiles,
    handle: ({ scope, params }) => enclosedFiles(scope, params.id),
  }),
];
