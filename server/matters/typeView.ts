import type { MatterTypeJson, MatterTypeView } from '../../contract/matterTypes.ts';
import type { MatterType } from '../../core/model/matter.ts';
import { asId } from '../../core/model/ids.ts';
import type { MatterTypeId } from '../../core/model/ids.ts';
import { asDefined } from './matterTypeQueries.ts';
import { checkMatterType } from '../../core/values/checkMatterType.ts';
import { DomainProblem } from '../platform/problems/problem.ts';

/** Reads a definition as the type it makes. Its shape was checked at the border. */
export const typeOf = (id: string, definition: MatterTypeJson): MatterType =>
  ({ ...definition, id: asId<MatterTypeId>(id) }) as unknown as MatterType;

export function viewType(type: MatterType, revision: number, matters: number): MatterTypeView {
  const { id, ...definition } = asDefined(type);
  return { id, revision, matters, definition: JSON.parse(JSON.stringify(definition)) as MatterTypeJson };
}

export function refuseProblems(type: MatterType): void {
  const problems = checkMatterType(type);
  if (problems.length > 0)
    throw new DomainProblem('badMatterType', [{ code: 'nothingChanged' }], { problems });
}
