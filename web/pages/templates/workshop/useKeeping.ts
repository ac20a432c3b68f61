import { useNavigate } from 'react-router';
import type { TemplateDetail } from '../../../../contract/templates.ts';
import { useChangeTemplateMutation, useCreateTemplateMutation } from '../../../api/templates.ts';
import type { WorkshopDraft } from './draft.ts';

interface Keeping {
  /** Keeps the draft, with why it was changed. */
  readonly keep: (why: string) => Promise<void>;
  readonly busy: boolean;
  readonly error: unknown;
}

/** Keeps a template: a new one goes to its own address, one that is there becomes a new version. */
export function useKeeping(
  draft: WorkshopDraft,
  template: TemplateDetail | undefined,
  onKept: () => void,
): Keeping {
  const navigate = useNavigate();
  const [create, creating] = useCreateTemplateMutation();
  const [change, changing] = useChangeTemplateMutation();
  const busy = creating.isLoading || changing.isLoading;
  const { name, folder, tags, channel, content } = draft;
  const keepNew = async (): Promise<void> => {
    const made = await create({ name, channel, folder, tags: [...tags], content })
      .unwrap()
      .catch(() => undefined);
    if (made) await navigate(`/templates/${made.id}`, { replace: true });
  };
  const keepChanged = async ({ id, versionId }: TemplateDetail, why: string): Promise<void> => {
    const kept = await change({
      id,
      change: { baseVersionId: versionId, name, folder, tags: [...tags], content, why },
    })
      .unwrap()
      .catch(() => undefined);
    if (kept) onKept();
  };
  const keep = async (why: string): Promise<void> => {
    if (busy || name.trim() === '') return;
    await (template ? keepChanged(template, why) : keepNew());
  };
  return { keep, busy, error: creating.error ?? changing.error };
}
