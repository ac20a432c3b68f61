import { useAnswerPagesQuery, useEndAnswerPageMutation } from '../../../api/answers.ts';
import { Button } from '../../../ui/Button.tsx';
import { pageWords, say } from '../../../words/en/answers.ts';
import { problemWords } from '../../../words/en/wording.ts';
import classes from './Correspondence.module.css';

interface AnswerPageProps {
  readonly messageId: string;
  readonly mayChange: boolean;
}

/** How the page stands on which a message's recipient answers, and the press that ends it or opens it again. */
export function AnswerPage({ messageId, mayChange }: AnswerPageProps) {
  const { data } = useAnswerPagesQuery(messageId);
  const [end, { isLoading, error }] = useEndAnswerPageMutation();
  return (data?.items ?? []).map((page) => {
    const withdrawn = page.state === 'withdrawn';
    const canEnd = page.state === 'open' || page.state === 'mendable' || withdrawn;
    return (
      <section key={page.id} className={classes.answerPage} aria-label={say.answerPage}>
        <b>{say.answerPage}</b> {pageWords(page)}{' '}
        {mayChange && canEnd ? (
          <Button
            disabled={isLoading}
            onClick={() => {
              void end({ messageId, pageId: page.id, withdrawn: !withdrawn });
            }}
          >
            {withdrawn ? say.openAgain : say.end}
          </Button>
        ) : null}
        {error ? <p role="alert">{problemWords(error)}</p> : null}
      </section>
    );
  });
}
