import type { Office } from '../app/services.ts';
import type { MatterTypeList } from '../../contract/matterTypes.ts';
import { mattersByType, listMatterTypes, matterTypeRevision } from './matterTypeQueries.ts';
import { viewType } from './typeView.ts';

export async function readMatterTypes(office: Office): Promise<MatterTypeList> {
  const matters = await mattersByType(office.db);
  const types = await listMatterTypes(office.db);
  const items = await Promise.all(
    types.map(async (type) =>
      viewType(type, (await matterTypeRevision(office.db, type.id)) ?? 1, matters.get(type.id) ?? 0),
    ),
  );
  return { items };
}
