import { Type } from 'typebox';
import { ById, Id } from '../../../contract/common.ts';
import { MatterRecordView } from '../../../contract/matterTypes.ts';
import {
  ChangeRoutine,
  MatterRoutines,
  NewRoutine,
  RoutineList,
  RoutineRun,
  RoutineView,
  RunRoutine,
  TriedRoutine,
  TryRoutine,
} from '../../../contract/routines.ts';
import { endpointsFor } from '../../access/endpoint.ts';
import type { Services } from '../../platform/services.ts';
import { changeRoutine, createRoutine } from './keepRoutine.ts';
import { readRoutine, readRoutines } from './readRoutines.ts';
import { routinesHere, tryRoutine } from './routinesHere.ts';
import { runRoutine } from './runRoutine.ts';
import { undoRun } from './undoRun.ts';

const { endpoint } = endpointsFor<Services>();

const OnMatter = Type.Object({ id: Id, routineId: Id });

export const routineRoutes = [
  endpoint({
    method: 'get',
    path: '/routines',
    right: 'read',
    summary: 'Routines as they stand against the practice today',
    status: 200,
    answers: RoutineList,
    handle: ({ scope }) => readRoutines(scope),
  }),
  endpoint({
    method: 'post',
    path: '/routines',
    right: 'approve',
    summary: 'Make a routine',
    body: NewRoutine,
    status: 201,
    answers: RoutineView,
    handle: ({ services, scope, body }) => createRoutine(services, scope, body),
  }),
  endpoint({
    method: 'post',
    path: '/routines/try',
    right: 'work',
    summary: 'Check a routine as it is written, and go through it on a matter without doing anything',
    body: TryRoutine,
    status: 200,
    answers: TriedRoutine,
    handle: ({ services, scope, body }) => tryRoutine(services, scope, body),
  }),
  endpoint({
    method: 'get',
    path: '/routines/:id',
    right: 'read',
    summary: 'A routine with its versions',
    params: ById,
    status: 200,
    answers: RoutineView,
    handle: ({ scope, params }) => readRoutine(scope, params.id),
  }),
  endpoint({
    method: 'patch',
    path: '/routines/:id',
    right: 'approve',
    summary: 'Write a routine anew as its next version, retire it, or let it run by itself',
    params: ById,
    body: ChangeRoutine,
    status: 200,
    answers: RoutineView,
    handle: ({ services, scope, params, body }) => changeRoutine(services, scope, params.id, body),
  }),
  endpoint({
    method: 'get',
    path: '/matters/:id/routines',
    right: 'read',
    summary: 'Routines that can be run on a matter, those that are offered first, and what ran there',
    params: ById,
    status: 200,
    answers: MatterRoutines,
    handle: ({ services, scope, params }) => routinesHere(services, scope, params.id),
  }),
  endpoint({
    method: 'post',
    path: '/matters/:id/routines/:routineId',
    right: 'work',
    summary: 'Run a routine on a matter, or say what it would do',
    params: OnMatter,
    body: RunRoutine,
    status: 200,
    answers: RoutineRun,
    handle: ({ services, scope, params, body }) =>
      runRoutine(services, scope, params.id, params.routineId, body),
  }),
  endpoint({
    method: 'post',
    path: '/routine-runs/:id/undo',
    right: 'work',
    summary: 'Take back all that a routine did, while its messages are held',
    params: ById,
    status: 200,
    answers: MatterRecordView,
    handle: ({ services, scope, params }) => undoRun(services, scope, params.id),
  }),
];
