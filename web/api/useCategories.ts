import { usePracticeQuery } from './practice.ts';

/** While it is not known. */
const NONE: readonly string[] = [];

/** Categories of documents that are offered: the practice's own, then those that are used here. */
export function useDocumentCategories(here: readonly string[]): readonly string[] {
  const { data } = usePracticeQuery();
  return [...new Set([...(data?.documentCategories ?? NONE), ...here])];
}

/** Categories of correspondence that the practice offers. */
export function useCorrespondenceCategories(): readonly string[] {
  return usePracticeQuery().data?.correspondenceCategories ?? NONE;
}
