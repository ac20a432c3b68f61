import { Link, useOutletContext, useParams } from 'react-router';
import type { Session } from '../../../../contract/session.ts';
import { RoundLink } from '../../../parts/start/RoundLink.tsx';
import { plural, problemWords, reasonWords } from '../../../words/en/wording.ts';
import { useTemplateQuery, useTemplateReadinessQuery } from '../../../api/templates.ts';
import { ViewHead } from '../../../ui/ViewHead.tsx';
import { say } from '../../../words/en/templates-matters.ts';
import classes from '../history/History.module.css';

/** Which open matters a template can be used on, and why not on the others. */
export function ReadinessPage() {
  const { templateId = '' } = useParams();
  const { user } = useOutletContext<Session>();
  const { data: template } = useTemplateQuery(templateId);
  const { data, error } = useTemplateReadinessQuery(templateId);
  return (
    <div className={classes.page}>
      <ViewHead
        title={say.whereItCanBeUsed}
        within={<Link to={`/templates/${templateId}`}>{template?.name ?? say.template}</Link>}
      >
        {data ? (
          <span>
            {say.readyWithBlanksNot(data.counts.ready, data.counts.blanks, data.counts.unavailable)}
            {data.needsMatter ? say.needsAMatter : say.canGoWithoutOne}
          </span>
        ) : null}
        {user.mayChange ? <RoundLink from={{ templateId }}>{say.startARound}</RoundLink> : null}
      </ViewHead>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <div className={classes.table}>
        {data?.items.map(({ matterId, reference, title, type, readiness, blanks, reasons }) => (
          <Link key={matterId} to={`/matters/${matterId}`} className={classes.row} data-readiness={readiness}>
            <span>{reference}</span>
            <span className={classes.title}>{title}</span>
            <span>{type}</span>
            <span className={classes.readiness}>
              {readiness === 'ready'
                ? say.ready
                : readiness === 'blanks'
                  ? plural(blanks, say.blank)
                  : reasons.map(reasonWords).join('; ')}
            </span>
          </Link>
        ))}
      </div>
    </div>
  );
}
