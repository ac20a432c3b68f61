import type { Office } from '../app/services.ts';
import type { PassageDetail } from '../../contract/passages.ts';
import { findPassage, passageUses, listPassageVersions } from './passageQueries.ts';
import { notFound } from '../http/httpProblem.ts';
import { viewPassage } from './passageView.ts';
import { passageProblems } from '../../core/template/passages.ts';

/** A passage with its wording, its versions, and where a change of it would show. */
export async function readPassage(office: Office, id: string): Promise<PassageDetail> {
  const passage = await findPassage(office.db, id);
  if (!passage) throw notFound('passage');
  const usedIn = (await passageUses(office.db))(id);
  const passages = await office.programs.passages(office.db);
  return {
    ...viewPassage(passage, usedIn),
    versionId: passage.versionId,
    body: { ...passage.body },
    versions: await listPassageVersions(office.db, id),
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
