import type { PassageDetail } from '../../contract/passages.ts';
import { findPassage, passageUses, listPassageVersions } from './passageQueries.ts';
import { notFound } from '../platform/problems/problem.ts';
import { viewPassage } from './passageView.ts';
import { passageProblems } from '../../core/template/passages.ts';
import type { Scope } from '../access/scope.ts';
import { currentPassages } from './compiled.ts';

/** A passage with its wording, its versions, and where a change of it would show. */
export async function readPassage(scope: Scope, id: string): Promise<PassageDetail> {
  const passage = await findPassage(scope, id);
  if (!passage) throw notFound('passage');
  const usedIn = (await passageUses(scope))(id);
  const passages = await currentPassages(scope);
  return {
    ...viewPassage(passage, usedIn),
    versionId: passage.versionId,
    body: { ...passage.body },
    versions: await listPassageVersions(scope, id),
    usedIn,
    problems: passageProblems(passage.body.content, passages).map(({ code, where, params }) => ({
      code,
      where,
      params: { ...params },
      severity: 'error',
      types: [],
    })),
  };
}
