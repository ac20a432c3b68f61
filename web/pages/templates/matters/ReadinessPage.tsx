import { Link, useParams } from 'react-router';
import { plural, problemWords, reasonWords } from '../../../words/wording.ts';
import { useTemplateQuery, useTemplateReadinessQuery } from '../../../api/templates.ts';
import classes from '../history/History.module.css';

/** Which open matters a template can be used on, and why not on the others. */
export function ReadinessPage() {
  const { templateId = '' } = useParams();
  const { data: template } = useTemplateQuery(templateId);
  const { data, error } = useTemplateReadinessQuery(templateId);
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <Link to={`/templates/${templateId}`}>{template?.name ?? 'Template'}</Link>
        <h1>Where it can be used</h1>
        {data ? (
          <span>
            {data.counts.ready} ready · {data.counts.blanks} with blanks · {data.counts.unavailable} not
          </span>
        ) : null}
      </header>
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <div className={classes.table}>
        {data?.items.map(({ matterId, reference, title, type, readiness, blanks, reasons }) => (
          <Link key={matterId} to={`/matters/${matterId}`} className={classes.row} data-readiness={readiness}>
            <span>{reference}</span>
            <span className={classes.title}>{title}</span>
            <span>{type}</span>
            <span className={classes.readiness}>
              {readiness === 'ready'
                ? 'ready'
                : readiness === 'blanks'
                  ? plural(blanks, 'blank')
                  : reasons.map(reasonWords).join('; ')}
            </span>
          </Link>
        ))}
      </div>
    </div>
  );
}
