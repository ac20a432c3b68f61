import { useState } from 'react';
import { useOutletContext, useParams } from 'react-router';
import type { Session } from '../../../contract/session.ts';
import { useSomeMattersQuery, useTemplateQuery, useTemplateReadinessQuery } from './api.ts';
import { NEW_DRAFT, draftOf } from './draft.ts';
import { NoTemplate, Workshop } from './Workshop.tsx';

/** The template workshop, for a new template or one that is there. It looks at the latest matter until another is chosen. */
export function WorkshopPage() {
  const { templateId } = useParams();
  const { user } = useOutletContext<Session>();
  const [chosen, setChosen] = useState<string>();
  const { data: matters } = useSomeMattersQuery('');
  // A template is best looked at on a matter that it can be used on.
  const { data: readiness, isLoading } = useTemplateReadinessQuery(templateId ?? '', {
    skip: templateId === undefined,
  });
  const usable = readiness?.items.find((item) => item.readiness !== 'unavailable')?.matterId;
  const { currentData: template, error } = useTemplateQuery(templateId ?? '', {
    skip: templateId === undefined,
  });
  if (templateId !== undefined && !template) return error ? <NoTemplate error={error} /> : null;
  if (!matters || isLoading) return null;
  return (
    <Workshop
      key={template?.id ?? 'new'}
      initial={template ? draftOf(template) : NEW_DRAFT}
      template={template}
      mayChange={user.mayChange}
      matterId={chosen ?? usable ?? matters.items[0]?.id}
      onMatter={setChosen}
    />
  );
}
