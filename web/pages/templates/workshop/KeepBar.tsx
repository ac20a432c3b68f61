import { useState } from 'react';
import { Link } from 'react-router';
import type { Standing, TemplateDetail, TemplateImpact } from '../../../../contract/templates.ts';
import { plural, problemWords } from '../../../words/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { useChangeStandingMutation, useTemplateImpactMutation } from '../../../api/templates.ts';
import type { WorkshopDraft } from './draft.ts';
import { standingWords } from '../../../words/templateWords.ts';
import classes from '../../../parts/wording/Workshop.module.css';

interface KeepBarProps {
  readonly draft: WorkshopDraft;
  readonly template: TemplateDetail | undefined;
  readonly changed: boolean;
  readonly busy: boolean;
  readonly mayChange: boolean;
  readonly error: unknown;
  readonly onKeep: (why: string) => void;
}

/** Keeping, and where the template stands. Before a new version goes live it is said what it would touch. */
export function KeepBar({ draft, template, changed, busy, mayChange, error, onKeep }: KeepBarProps) {
  const [changeStanding, moving] = useChangeStandingMutation();
  const [askImpact] = useTemplateImpactMutation();
  const [impact, setImpact] = useState<TemplateImpact>();
  const [why, setWhy] = useState('');
  const keep = async (): Promise<void> => {
    if (!template || template.standing === 'private') {
      onKeep(why);
      return;
    }
    const found = await askImpact({ id: template.id, content: draft.content })
      .unwrap()
      .catch(() => undefined);
    const touches = found && found.drafts.length + found.loses.length > 0;
    if (touches && !impact) setImpact(found);
    else {
      setImpact(undefined);
      onKeep(why);
    }
  };
  const move = (standing: Standing) => () => {
    if (template) void changeStanding({ id: template.id, standing });
  };
  return (
    <header className={classes.keepBar}>
      <Link to="/templates">Templates</Link>
      <span className={classes.crumb}>/ {draft.name || 'New template'}</span>
      {template ? (
        <span className={classes.standing} data-standing={template.standing}>
          {standingWords(template.standing)}
          {template.standing === 'private' && template.owner !== null ? ` · ${template.owner}` : ''} · version{' '}
          {template.version}
        </span>
      ) : null}
      {template && mayChange ? (
        <Moves standing={template.standing} onMove={move} busy={moving.isLoading} />
      ) : null}
      {template ? <Link to={`/templates/${template.id}/history`}>History</Link> : null}
      {template ? <Link to={`/templates/${template.id}/matters`}>Where it can be used</Link> : null}
      {mayChange ? (
        <span className={classes.keeping}>
          {template && changed ? (
            <input
              value={why}
              aria-label="Why it is changed"
              placeholder="why (optional)"
              onChange={(event) => {
                setWhy(event.currentTarget.value);
              }}
            />
          ) : null}
          <Button
            kind="go"
            hint="Ctrl S"
            disabled={busy || draft.name.trim() === '' || (template !== undefined && !changed)}
            onClick={() => void keep()}
          >
            {template ? 'Keep as new version' : 'Keep'}
          </Button>
        </span>
      ) : (
        <span className={classes.keeping}>You may read here</span>
      )}
      {impact ? (
        <p className={classes.impact} role="alert">
          {impact.drafts.length > 0
            ? `${plural(impact.drafts.length, 'draft')} made from the version before ${impact.drafts.length === 1 ? 'stays' : 'stay'} as ${impact.drafts.length === 1 ? 'it is' : 'they are'}: ${impact.drafts.map(({ matterReference }) => matterReference).join(', ')}. `
            : ''}
          {impact.loses.length > 0 ? `It could no longer be used on: ${impact.loses.join(', ')}. ` : ''}
          <Button onClick={() => void keep()}>Keep it all the same</Button>
          <Button
            onClick={() => {
              setImpact(undefined);
            }}
          >
            Go on writing
          </Button>
        </p>
      ) : null}
      {error !== undefined || moving.error !== undefined ? (
        <p className={classes.impact} data-severity="stop" role="alert">
          {problemWords(error ?? moving.error)}
        </p>
      ) : null}
    </header>
  );
}

function Moves({
  standing,
  busy,
  onMove,
}: {
  readonly standing: Standing;
  readonly busy: boolean;
  readonly onMove: (standing: Standing) => () => void;
}) {
  const moves: readonly (readonly [Standing, string])[] =
    standing === 'retired'
      ? [['shared', 'Bring back']]
      : [
          ...(standing === 'private' ? [['shared', 'Share'] as const] : []),
          ...(standing === 'approved' ? [] : [['approved', 'Approve'] as const]),
          ['retired', 'Retire'] as const,
        ];
  return moves.map(([to, words]) => (
    <Button key={to} disabled={busy} onClick={onMove(to)}>
      {words}
    </Button>
  ));
}
