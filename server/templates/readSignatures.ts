import type { Office } from '../app/services.ts';
import type { Signatures } from '../../contract/passages.ts';
import { listSignatures } from './passageQueries.ts';

export async function readSignatures(office: Office): Promise<Signatures> {
  return { people: await listSignatures(office.db) };
}
