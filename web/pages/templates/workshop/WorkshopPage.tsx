import { useState } from 'react';
import { useLocation, useOutletContext, useParams } from 'react-router';
import type { Session } from '../../../../contract/session.ts';
import { useFindMattersQuery } from '../../../api/matters.ts';
import { useTemplateQuery, useTemplateReadinessQuery } from '../../../api/templates.ts';
import { useBegun } from '../../../parts/begun/useBegun.ts';
import { BeginFrom } from './BeginFrom.tsx';
import { NEW_DRAFT, draftOf } from './draft.ts';
import type { WorkshopDraft } from './draft.ts';
import { Workshop } from './Workshop.tsx';
import { NoTemplate } from '../../../parts/wording/NoTemplate.tsx';

/** The template workshop, for a new template or one that is there. It looks at the latest matter until another is chosen. */
export function WorkshopPage() {
  const { templateId } = useParams();
  const { user } = useOutletContext<Session>();
  const [chosen, setChosen] = useState<string>();
  const [fresh, setFresh] = useState(0);
  const [start, setStart] = useState<WorkshopDraft>();
  // Wording kept from a message is laid out here first; nothing is kept of it before somebody says so.
  const from = (useLocation().state ?? {}) as Partial<Pick<WorkshopDraft, 'channel' | 'content'>>;
  const { data: matters } = useFindMattersQuery({ query: '', limit: 1 });
  // A template is best looked at on a matter that it can be used on.
  const { data: readiness, isLoading } = useTemplateReadinessQuery(templateId ?? '', {
    skip: templateId === undefined,
  });
  const usable = readiness?.items.find((item) => item.readiness !== 'unavailable')?.matterId;
  const { currentData: template, error } = useTemplateQuery(templateId ?? '', {
    skip: templateId === undefined,
  });
  const begun = useBegun<WorkshopDraft>(
    templateId !== undefined ? undefined : from.content === undefined ? 'template:new' : 'template:brought',
  );
  if (templateId !== undefined && !template) return error ? <NoTemplate error={error} /> : null;
  if (!matters || isLoading || !begun) return null;
  const matterId = chosen ?? usable ?? matters.items[0]?.id;
  const isBlank = !template && from.content === undefined && !begun.words && !start;
  if (isBlank && user.mayChange) return <BeginFrom matterId={matterId} onBegin={setStart} />;
  return (
    <Workshop
      key={`${template?.id ?? 'new'} ${fresh} ${begun.age}`}
      // Wording brought from elsewhere goes before what was begun: it is what was just asked for.
      initial={
        template || from.content !== undefined
          ? begin(template ? draftOf(template) : NEW_DRAFT, from)
          : (start ?? begun.words ?? NEW_DRAFT)
      }
      begun={begun}
      brought={from.content !== undefined}
      template={template}
      mayChange={user.mayChange}
      matterId={matterId}
      onMatter={setChosen}
      onRenew={() => {
        setFresh(fresh + 1);
      }}
    />
  );
}

/** A draft with wording from elsewhere; what the wording does not say stays as the template has it. */
function begin(
  draft: WorkshopDraft,
  { channel, content }: Partial<Pick<WorkshopDraft, 'channel' | 'content'>>,
): WorkshopDraft {
  if (!content) return draft;
  const { recipients, documents, category } = draft.content;
  const named = recipients.to.length > 0;
  return {
    ...draft,
    channel: channel ?? draft.channel,
    content: {
      ...draft.content,
      ...content,
      documents,
      category,
      ...(named ? { recipients } : {}),
    },
  };
}
