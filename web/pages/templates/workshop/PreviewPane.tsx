import { useState } from 'react';
import type { DraftPreview, TemplateContentJson, TemplateDetail } from '../../../../contract/templates.ts';
import { plural } from '../../../words/en/wording.ts';
import { Button } from '../../../ui/Button.tsx';
import { FilledIn } from './FilledIn.tsx';
import { MatterPicker } from '../../../parts/pickers/MatterPicker.tsx';
import { REMEDY_WORDS, remediesFor } from './problemRemedies.ts';
import type { ProblemRemedy } from './problemRemedies.ts';
import { problemOf } from '../../../words/en/templateWords.ts';
import { say } from '../../../words/en/templates-workshop.ts';
import classes from '../../../parts/wording/Workshop.module.css';

interface PreviewPaneProps {
  /** Does something about a problem; absent for whoever may only read. */
  readonly onRemedy: ((remedy: ProblemRemedy, problem: DraftPreview['problems'][number]) => void) | undefined;
  readonly look: DraftPreview | undefined;
  readonly problem: string | undefined;
  readonly stale: boolean;
  readonly channel: TemplateDetail['channel'];
  readonly content: TemplateContentJson;
  readonly matterId: string | undefined;
  readonly template: TemplateDetail | undefined;
  readonly onMatter: (matterId: string) => void;
}

/** The wording filled in from a matter of one’s choice, and what is wrong with it. */
export function PreviewPane({
  look,
  onRemedy,
  problem,
  stale,
  channel,
  content,
  matterId,
  template,
  onMatter,
}: PreviewPaneProps) {
  const preview = look?.preview;
  return (
    <aside className={classes.preview} aria-label={say.howItWouldRead} aria-busy={stale}>
      <div className={classes.previewHead}>
        <MatterPicker
          label={say.filledInFrom}
          labelled="before"
          matterId={matterId}
          onChoose={({ id }) => {
            onMatter(id);
          }}
        />
        {channel === 'letter' && matterId !== undefined ? (
          <LetterPage content={content} channel={channel} matterId={matterId} />
        ) : null}
        {template && matterId !== undefined ? (
          <span>
            <a href={`/api/v1/templates/${template.id}/file?matterId=${matterId}&format=eml`}>{say.eml}</a>{' '}
            <a href={`/api/v1/templates/${template.id}/file?matterId=${matterId}&format=html`}>{say.html}</a>
          </span>
        ) : null}
        {look?.segments ? (
          <small>
            {say.left(
              plural(look.segments.segments, say.segment),
              look.segments.encoding,
              look.segments.because === undefined ? '' : say.becauseOf(look.segments.because),
              look.segments.left,
            )}
          </small>
        ) : null}
      </div>
      {problem === undefined ? null : (
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
      )}
      {look?.unreadable ? (
        <p role="alert" className={classes.problem}>
          {say.somethingInTheWordingCannot(look.unreadable)}
        </p>
      ) : null}
      {preview ? <FilledIn preview={preview} channel={channel} /> : null}
      {preview === null && matterId === undefined ? (
        <p className={classes.none}>{say.chooseAMatterAndThe}</p>
      ) : null}
      <Problems problems={look?.problems ?? template?.problems ?? []} onRemedy={onRemedy} />
    </aside>
  );
}

/** What the static check says, over every matter type the template may meet. */
function Problems({
  problems,
  onRemedy,
}: {
  readonly problems: DraftPreview['problems'];
  readonly onRemedy: PreviewPaneProps['onRemedy'];
}) {
  if (problems.length === 0) return null;
  return (
    <section className={classes.problems} aria-label={say.whatIsWrong} aria-live="polite">
      {problems.map((one, n) => {
        const { title, detail } = problemOf(one);
        return (
          <div key={n} data-severity={one.severity}>
            <b>{title}</b>
            <span>{detail}</span>
            {onRemedy
              ? remediesFor(one).map((remedy) => (
                  <Button
                    key={remedy}
                    onClick={() => {
                      onRemedy(remedy, one);
                    }}
                  >
                    {REMEDY_WORDS[remedy]}
                  </Button>
                ))
              : null}
          </div>
        );
      })}
    </section>
  );
}

/** The letter as it would be printed, made on the server and opened beside. */
function LetterPage({
  content,
  channel,
  matterId,
}: {
  readonly content: TemplateContentJson;
  readonly channel: TemplateDetail['channel'];
  readonly matterId: string;
}) {
  const [failed, setFailed] = useState(false);
  const open = async (): Promise<void> => {
    const page = window.open('', '_blank');
    const answer = await fetch('/api/v1/template-drafts/letter', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ channel, content, matterId }),
    }).catch(() => undefined);
    setFailed(!answer?.ok);
    if (answer?.ok && page) page.location.href = URL.createObjectURL(await answer.blob());
    else page?.close();
  };
  return (
    <>
      <Button onClick={() => void open()}>{say.seeItAsAPage}</Button>
      {failed ? <small role="alert">{say.itCouldNotBeSet}</small> : null}
    </>
  );
}
