import { GENERAL_TYPE } from '../../core/model/generalFile.ts';
import type { MatterType } from '../../core/model/matter.ts';
import type { TemplateContent } from '../../core/template/template.ts';
import type { Reads } from '../platform/database/reads.ts';
import { listMatterTypes, typeOfGeneralFile } from '../matters/matterTypeQueries.ts';

/** The types that a template is looked at on: the practice's own, and the general file where it is made for that. */
export async function typesMeant(
  reads: Reads,
  { madeFor }: Pick<TemplateContent, 'madeFor'>,
): Promise<readonly MatterType[]> {
  const types = await listMatterTypes(reads);
  return madeFor?.includes(GENERAL_TYPE) ? [...types, await typeOfGeneralFile(reads)] : types;
}
