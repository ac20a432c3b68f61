import { Type } from 'typebox';
import { ById, Id, Nothing } from '../../contract/common.ts';
import { EntryDetail, MoveEntry, NewNote } from '../../contract/correspondence.ts';
import { Found, NewSearch, SavedSearch, SavedSearches, SearchQuery } from '../../contract/search.ts';
import { endpoint } from '../http/endpoint.ts';
import { sendFile } from '../http/sendFile.ts';
import { moveEntry } from './moveEntry.ts';
import { writeNote } from './writeNote.ts';
import { dropSearch } from './deleteSearch.ts';
import { keepSearch } from './saveSearch.ts';
import { listSearches } from './listSearches.ts';
import { searchCorrespondence } from './searchCorrespondence.ts';
import { entryAttachment } from './entryAttachment.ts';
import { rawEntry } from './rawEntry.ts';
import { readEntry } from './readEntry.ts';

export const correspondenceRoutes = [
  endpoint({
    method: 'get',
    path: '/correspondence',
    summary: 'Find entries by words, people, time and kind, newest first, with counts for each filter',
    query: SearchQuery,
    status: 200,
    answers: Found,
    handle: ({ office, person, query }) => searchCorrespondence(office, person, query),
  }),
  endpoint({
    method: 'get',
    path: '/saved-searches',
    summary: 'One’s own saved searches',
    status: 200,
    answers: SavedSearches,
    handle: ({ office, person }) => listSearches(office, person),
  }),
  endpoint({
    method: 'post',
    path: '/saved-searches',
    summary: 'Keep a search under a name',
    body: NewSearch,
    status: 201,
    answers: SavedSearch,
    handle: ({ office, person, body }) => keepSearch(office, person, body),
  }),
  endpoint({
    method: 'delete',
    path: '/saved-searches/:id',
    summary: 'Drop a saved search',
    params: ById,
    status: 200,
    answers: Nothing,
    handle: ({ office, person, params }) => dropSearch(office, person, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/correspondence/:id',
    summary: 'An entry in full',
    params: ById,
    status: 200,
    answers: EntryDetail,
    handle: ({ office, person, params }) => readEntry(office, person, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/correspondence/:id/move',
    summary: 'Move an entry to another matter, leaving its trace',
    params: ById,
    body: MoveEntry,
    status: 200,
    answers: Nothing,
    handle: ({ office, person, params, body }) => moveEntry(office, person, params.id, body.matterId),
  }),
  endpoint({
    method: 'post',
    path: '/matters/:id/notes',
    summary: 'File a note of a call, a meeting or a correction',
    params: ById,
    body: NewNote,
    status: 201,
    answers: ById,
    handle: ({ office, person, params, body }) => writeNote(office, person, params.id, body),
  }),
  endpoint({
    method: 'get',
    path: '/correspondence/:id/raw',
    summary: 'An entry’s exact bytes',
    params: ById,
    status: 200,
    answers: 'message/rfc822',
    handle: async ({ office, person, params, response }) => {
      const { bytes, fileName, mediaType } = await rawEntry(office, person, params.id);
      sendFile(response, bytes, mediaType, fileName);
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/correspondence/:id/attachments/:index',
    summary: 'An attachment of an entry',
    params: Type.Object({ id: Id, index: Type.String({ pattern: '^\\d{1,3}$' }) }),
    status: 200,
    answers: 'application/octet-stream',
    handle: async ({ office, person, params, response }) => {
      const { attachment, bytes } = await entryAttachment(office, person, params.id, Number(params.index));
      sendFile(response, bytes, attachment.mediaType, attachment.name);
      return undefined;
    },
  }),
];
