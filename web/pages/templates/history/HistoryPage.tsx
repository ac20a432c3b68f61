import { useState } from 'react';
import { Link, useOutletContext, useParams } from 'react-router';
import type { Session } from '../../../../contract/session.ts';
import type { Comparison } from '../../../../contract/templates.ts';
import { dayOf, timeOfDay } from '../../../words/dates.ts';
import { formatDate } from '../../../../core/dates/formatDate.ts';
import { plural } from '../../../words/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import {
  useCompareVersionsQuery,
  useRestoreVersionMutation,
  useTemplateQuery,
} from '../../../api/templates.ts';
import classes from './History.module.css';

/** A template’s versions with who, when and why; two of them side by side, and a way back. */
export function HistoryPage() {
  const { templateId = '' } = useParams();
  const { user } = useOutletContext<Session>();
  const { data: template } = useTemplateQuery(templateId);
  const [chosen, setChosen] = useState<string>();
  const [restore, restoring] = useRestoreVersionMutation();
  const versions = template?.versions ?? [];
  const [newest, before] = versions;
  const from = chosen ?? before?.id;
  const { data: comparison } = useCompareVersionsQuery(
    { id: templateId, from: from ?? '', to: newest?.id ?? '' },
    { skip: from === undefined || newest === undefined },
  );
  if (!template) return null;
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <Link to={`/templates/${templateId}`}>{template.name}</Link>
        <h1>History</h1>
      </header>
      <div className={classes.body}>
        <ol className={classes.versions} aria-label="Versions">
          {versions.map(({ id, number, madeBy, madeAtUtc, why }) => (
            <li key={id} data-chosen={id === from}>
              <button
                type="button"
                disabled={id === newest?.id}
                onClick={() => {
                  setChosen(id);
                }}
              >
                <b>Version {number}</b> {id === newest?.id ? '(today’s)' : ''}
                <span>{why}</span>
                <small>
                  {madeBy}, {formatDate(dayOf(madeAtUtc), 'long')}, {timeOfDay(madeAtUtc)}
                </small>
              </button>
            </li>
          ))}
          {template.usedBy.length > 0 ? (
            <li className={classes.use}>
              {template.usedBy.map(({ name, uses, lastUtc }) => (
                <small key={name}>
                  {name}: {plural(uses, 'time')}, last {formatDate(dayOf(lastUtc), 'short')}
                </small>
              ))}
            </li>
          ) : null}
        </ol>
        <section className={classes.comparison} aria-label="What differs">
          {comparison ? (
            <>
              <Parts title="Subject" parts={comparison.subject} />
              <Parts title="Wording" parts={comparison.body} />
              <Parts title="Besides" parts={comparison.rest} />
              {user.mayChange && from !== undefined ? (
                <Button
                  disabled={restoring.isLoading}
                  onClick={() => void restore({ id: templateId, versionId: from })}
                >
                  Go back to version {versions.find(({ id }) => id === from)?.number}
                </Button>
              ) : null}
            </>
          ) : (
            <p>There is one version so far. Once the wording changes, what differs stands here.</p>
          )}
        </section>
      </div>
    </div>
  );
}

function Parts({ title, parts }: { readonly title: string; readonly parts: Comparison['body'] }) {
  const changed = parts.some(({ kind }) => kind !== 'same');
  return (
    <section>
      <h2>
        {title} {changed ? null : <small>the same</small>}
      </h2>
      <p className={classes.text}>
        {parts.map(({ kind, text }, n) =>
          kind === 'added' ? (
            <ins key={n}>{text}</ins>
          ) : kind === 'removed' ? (
            <del key={n}>{text}</del>
          ) : (
            <span key={n}>{text}</span>
          ),
        )}
      </p>
    </section>
  );
}
