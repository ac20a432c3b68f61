import { useState } from 'react';
import { Link } from 'react-router';
import type { Standing, TemplateDetail, TemplateImpact } from '../../../../contract/templates.ts';
import { plural, problemWords } from '../../../words/en/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { useKeys } from '../../../ui/keys.ts';
import { useChangeStandingMutation, useTemplateImpactMutation } from '../../../api/templates.ts';
import { Keeping } from '../../../parts/wording/Keeping.tsx';
import type { WorkshopDraft } from './draft.ts';
import { standingWords } from '../../../words/en/templateWords.ts';
import { say } from '../../../words/en/templates-workshop.ts';
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
  const canKeep = mayChange && !busy && draft.name.trim() !== '' && (template === undefined || changed);
  useKeys({ 'Ctrl+s': () => void (canKeep && keep()) });
  const [before, setBefore] = useState<Standing>();
  const move = (standing: Standing) => () => {
    if (!template) return;
    setBefore(standing === before ? undefined : template.standing);
    void changeStanding({ id: template.id, standing });
  };
  return (
    <header className={classes.keepBar}>
      <Link to="/templates">{say.templates}</Link>
      <h1 className={classes.crumb}>{draft.name || say.newTemplate}</h1>
      {template ? (
        <span className={classes.standing} data-standing={template.standing}>
          {say.version(
            standingWords(template.standing),
            template.standing === 'private' && template.owner !== null ? ` · ${template.owner}` : '',
            template.version,
          )}
        </span>
      ) : null}
      {template && mayChange ? (
        <Moves standing={template.standing} before={before} onMove={move} busy={moving.isLoading} />
      ) : null}
      {template ? <Link to={`/templates/${template.id}/history`}>{say.history}</Link> : null}
      {template ? <Link to={`/templates/${template.id}/matters`}>{say.whereItCanBeUsed}</Link> : null}
      {mayChange ? (
        <Keeping
          why={template && changed ? why : undefined}
          words={template ? say.saveAsNewVersion : say.save}
          disabled={!canKeep}
          onWhy={setWhy}
          onKeep={() => void keep()}
        />
      ) : (
        <span className={classes.keeping}>{say.youMayReadHere}</span>
      )}
      {impact ? (
        <ImpactWords
          impact={impact}
          onKeep={() => void keep()}
          onGoOn={() => {
            setImpact(undefined);
          }}
        />
      ) : null}
      {error !== undefined || moving.error !== undefined ? (
        <p className={classes.impact} data-severity="stop" role="alert">
          {problemWords(error ?? moving.error)}
        </p>
      ) : null}
    </header>
  );
}

interface ImpactWordsProps {
  readonly impact: TemplateImpact;
  readonly onKeep: () => void;
  readonly onGoOn: () => void;
}

function ImpactWords({ impact: { drafts, loses }, onKeep, onGoOn }: ImpactWordsProps) {
  const stay = drafts.length === 1 ? say.staysAsItIs : say.stayAsTheyAre;
  return (
    <p className={classes.impact} role="alert">
      {drafts.length > 0
        ? say.madeFromTheVersionBefore(
            plural(drafts.length, say.draft),
            stay,
            drafts.map(({ matterReference }) => matterReference).join(', '),
          )
        : ''}
      {loses.length > 0 ? say.itCouldNoLongerBe(loses.join(', ')) : ''}
      <Button onClick={onKeep}>{say.saveAnyway}</Button>
      <Button onClick={onGoOn}>{say.goOnWriting}</Button>
    </p>
  );
}

interface MovesProps {
  readonly standing: Standing;
  /** Where it stood before it was last moved here. */
  readonly before: Standing | undefined;
  readonly busy: boolean;
  readonly onMove: (standing: Standing) => () => void;
}

function Moves({ standing, before, busy, onMove }: MovesProps) {
  const moves: readonly (readonly [Standing, string])[] =
    standing === 'retired'
      ? [['shared', say.bringBack]]
      : [
          ...(standing === 'private' ? [['shared', say.share] as const] : []),
          ...(standing === 'approved' ? [] : [['approved', say.approve] as const]),
          ['retired', say.retire] as const,
        ];
  return (
    <>
      {moves.map(([to, words]) => (
        <Button key={to} disabled={busy} onClick={onMove(to)}>
          {words}
        </Button>
      ))}
      {before && before !== standing && before !== 'private' ? (
        <Button disabled={busy} onClick={onMove(before)}>
          {say.undoAgain(standingWords(before))}
        </Button>
      ) : null}
    </>
  );
}
