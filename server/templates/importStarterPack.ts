import type { PackReport } from '../../contract/imports.ts';
import type { PersonScope } from '../access/scope.ts';
import type { Services } from '../platform/services.ts';
import { importPack } from './importPack.ts';
import { STARTER_PACK } from './starterPack.ts';

/** The set that ships with the application, for any practice. */
export const importStarterPack = (
  services: Pick<Services, 'db' | 'now' | 'changes' | 'newId' | 'blobs'>,
  scope: PersonScope,
): Promise<PackReport> => importPack(services, scope, STARTER_PACK);
