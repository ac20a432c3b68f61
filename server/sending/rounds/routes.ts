import { Type } from 'typebox';
import { ById, Id, Nothing, PageQuery } from '../../../contract/common.ts';
import {
  ChangeRound,
  ChangeRoundMessage,
  LettersQuery,
  NewRound,
  RoundAnswers,
  RoundMessage,
  RoundMessagePage,
  RoundMessagesQuery,
  RoundPage,
  RoundView,
  SendRound,
} from '../../../contract/rounds.ts';
import { endpointsFor } from '../../access/endpoint.ts';
import { fileHeaders, sendFile } from '../../http/sendFile.ts';
import type { Services } from '../../platform/services.ts';
import { changeRound, changeRoundMessage } from './changeRound.ts';
import { createRound } from './createRound.ts';
import { removeRound } from './deleteRound.ts';
import { readRoundAnswers } from './readRoundAnswers.ts';
import { readRounds } from './readRounds.ts';
import { reportCsv } from './reportCsv.ts';
import { lettersPdf, lettersZip } from './roundLetters.ts';
import { releaseRound, sendRound, steerRound } from './sendRound.ts';
import { readRoundMessages } from './viewLines.ts';
import { viewRound } from './viewRound.ts';

const { endpoint } = endpointsFor<Services>();

const ByMessage = Type.Object({ id: Id, messageId: Id });

const steering = (how: 'pause' | 'resume' | 'stop', summary: string) =>
  endpoint({
    method: 'post',
    path: `/rounds/:id/${how}`,
    right: 'work',
    summary,
    params: ById,
    status: 202,
    answers: RoundView,
    handle: ({ services, scope, params }) => steerRound(services, scope, params.id, how),
  });

export const roundRoutes = [
  endpoint({
    method: 'get',
    path: '/rounds',
    right: 'read',
    summary: 'Rounds, the newest first',
    query: PageQuery,
    status: 200,
    answers: RoundPage,
    handle: ({ scope, query }) => readRounds(scope, query),
  }),
  endpoint({
    method: 'post',
    path: '/rounds',
    right: 'work',
    summary: 'Make a round: one template to many; its messages are prepared in the background',
    body: NewRound,
    status: 201,
    answers: RoundView,
    handle: ({ services, scope, body }) => createRound(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/rounds/:id',
    right: 'read',
    summary: 'A round as it stands, with what is unusual about it',
    params: ById,
    status: 200,
    answers: RoundView,
    handle: ({ services, scope, params }) => viewRound(services, scope, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/rounds/:id/answers',
    right: 'read',
    summary: 'What those a round went to have answered to what it asks, counted',
    params: ById,
    status: 200,
    answers: RoundAnswers,
    handle: ({ scope, params }) => readRoundAnswers(scope, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/rounds/:id',
    right: 'work',
    summary: 'Change a round: its name, answers for all, all messages of one kind',
    params: ById,
    body: ChangeRound,
    status: 200,
    answers: RoundView,
    handle: ({ services, scope, params, body }) => changeRound(services, scope, params.id, body),
  }),
  endpoint({
    method: 'delete',
    path: '/rounds/:id',
    right: 'work',
    summary: 'Delete a round and its drafts; what went stays filed',
    params: ById,
    status: 200,
    answers: Nothing,
    handle: ({ services, scope, params }) => removeRound(services, scope, params.id),
  }),
  endpoint({
    method: 'get',
    path: '/rounds/:id/messages',
    right: 'read',
    summary: 'The messages of a round, all of them or those that stand somewhere',
    params: ById,
    query: RoundMessagesQuery,
    status: 200,
    answers: RoundMessagePage,
    handle: ({ scope, params, query }) => readRoundMessages(scope, params.id, query),
  }),
  endpoint({
    method: 'patch',
    path: '/rounds/:id/messages/:messageId',
    right: 'work',
    summary: 'Change one message of a round: in or out of it, its answers, the cautions it goes in spite of',
    params: ByMessage,
    body: ChangeRoundMessage,
    status: 200,
    answers: RoundMessage,
    handle: ({ services, scope, params, body }) =>
      changeRoundMessage(services, scope, params.id, params.messageId, body),
  }),
  endpoint({
    method: 'post',
    path: '/rounds/:id/send',
    right: 'work',
    summary: 'Send what is ready, or ask a second person to release it',
    params: ById,
    body: SendRound,
    status: 202,
    answers: RoundView,
    handle: ({ services, scope, params, body }) => sendRound(services, scope, params.id, body),
  }),
  endpoint({
    method: 'post',
    path: '/rounds/:id/release',
    right: 'release',
    summary: 'Release a round that somebody else made and asked for',
    params: ById,
    status: 202,
    answers: RoundView,
    handle: ({ services, scope, params }) => releaseRound(services, scope, params.id),
  }),
  steering('pause', 'Pause a round: what nobody else can have yet comes back'),
  steering('resume', 'Take a paused round up again'),
  steering('stop', 'Stop a round: what nobody else can have yet stays a draft'),
  endpoint({
    method: 'get',
    path: '/rounds/:id/letters.pdf',
    right: 'export',
    summary: 'The letters of a round as one PDF with bookmarks; for both sides of the paper where asked',
    params: ById,
    query: LettersQuery,
    status: 200,
    answers: 'application/pdf',
    handle: async ({ services, scope, params, query, response }) => {
      const bytes = await lettersPdf(services, scope, params.id, query);
      sendFile(response, bytes, 'application/pdf', 'letters.pdf');
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/rounds/:id/letters.zip',
    right: 'export',
    summary: 'The letters of a round as a ZIP of PDFs',
    params: ById,
    status: 200,
    answers: 'application/zip',
    handle: async ({ services, scope, params, response }) => {
      const write = await lettersZip(services, scope, params.id);
      fileHeaders(response, 'application/zip', 'letters.zip');
      await write(response);
      return undefined;
    },
  }),
  endpoint({
    method: 'get',
    path: '/rounds/:id/report.csv',
    right: 'export',
    summary: 'What became of each message of a round',
    params: ById,
    status: 200,
    answers: 'text/csv',
    handle: async ({ scope, params, response }) => {
      sendFile(response, await reportCsv(scope, params.id), 'text/csv', 'round.csv');
      return undefined;
    },
  }),
];
