import { useState } from 'react';
import { Link, useOutletContext, useParams } from 'react-router';
import type { Session } from '../../../../contract/session.ts';
import { dayOf, timeOfDay, writeDay } from '../../../words/dates.ts';
import { plural } from '../../../words/en/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import {
  useCompareVersionsQuery,
  useRestoreVersionMutation,
  useTemplateQuery,
} from '../../../api/templates.ts';
import { Compared } from '../../../parts/compare/Compared.tsx';
import { PartOf } from './PartOf.tsx';
import { ViewHead } from '../../../ui/ViewHead.tsx';
import { say } from '../../../words/en/templates-history.ts';
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
      <ViewHead title={say.history} within={<Link to={`/templates/${templateId}`}>{template.name}</Link>} />
      <div className={classes.body}>
        <ol className={classes.versions} aria-label={say.versions}>
          {versions.map(({ id, number, madeBy, madeAtUtc, why }) => (
            <li key={id} data-chosen={id === from}>
              <button
                type="button"
                disabled={id === newest?.id}
                onClick={() => {
                  setChosen(id);
                }}
              >
                <b>{say.version(number)}</b> {id === newest?.id ? '(today’s)' : ''}
                <span>{why}</span>
                <small>
                  {madeBy}, {writeDay(dayOf(madeAtUtc), 'long')}, {timeOfDay(madeAtUtc)}
                </small>
              </button>
            </li>
          ))}
          {template.usedBy.length > 0 ? (
            <li className={classes.use}>
              {template.usedBy.map(({ name, uses, lastUtc }) => (
                <small key={name}>
                  {say.last(name, plural(uses, say.time), writeDay(dayOf(lastUtc), 'short'))}
                </small>
              ))}
            </li>
          ) : null}
          <li className={classes.use}>
            <PartOf templateId={templateId} />
          </li>
        </ol>
        <section className={classes.comparison} aria-label={say.whatDiffers}>
          {comparison ? (
            <>
              <Compared title={say.subject} parts={comparison.subject} />
              <Compared title={say.wording} parts={comparison.body} />
              <Compared title={say.besides} parts={comparison.rest} />
              {user.mayChange && from !== undefined ? (
                <Button
                  disabled={restoring.isLoading}
                  onClick={() => void restore({ id: templateId, versionId: from })}
                >
                  {say.goBackToVersion}
                  {versions.find(({ id }) => id === from)?.number}
                </Button>
              ) : null}
            </>
          ) : (
            <p>{say.thereIsOneVersionSo}</p>
          )}
        </section>
      </div>
    </div>
  );
}
