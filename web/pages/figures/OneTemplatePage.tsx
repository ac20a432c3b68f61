import { Link, useNavigate, useOutletContext, useParams } from 'react-router';
import type { Session } from '../../../contract/session.ts';
import type { FiguresQuery, TemplateFiguresDetail } from '../../../contract/figures.ts';
import { useLazyRewrittenTemplateQuery, useTemplateFiguresOfQuery } from '../../api/figures.ts';
import { Button } from '../../ui/Button.tsx';
import { Heads } from '../../ui/Heads.tsx';
import {
  answeredWords,
  cautionWords,
  easeWords,
  effectWords,
  medianWords,
  rewrittenWords,
  say,
} from '../../words/en/figures.ts';
import { mayDo } from '../../words/rights.ts';
import { problemWords } from '../../words/en/wording.ts';
import { SpanBar } from './SpanBar.tsx';
import { FRESH, useSpan } from './useSpan.ts';
import classes from './Figures.module.css';

/** One template beside its figures: its wording with the sentences that are rewritten, and what each version did. */
export function OneTemplatePage() {
  const { templateId = '' } = useParams();
  const span = useSpan();
  const { data, error } = useTemplateFiguresOfQuery({ id: templateId, query: span.query }, FRESH);
  return (
    <div className={classes.page}>
      <SpanBar span={span} />
      <div className={classes.body}>
        {error ? <p role="alert">{problemWords(error)}</p> : null}
        {data && !error ? <Shown template={data} query={span.query} /> : null}
      </div>
    </div>
  );
}

interface ShownProps {
  readonly template: TemplateFiguresDetail;
  readonly query: FiguresQuery;
}

function Shown({ template, query }: ShownProps) {
  return (
    <>
      <h2 className={classes.name}>
        {template.name} <Link to={`/templates/${template.templateId}`}>{say.openTemplate}</Link>
      </h2>
      <dl className={classes.facts}>
        <Fact name={say.uses} words={String(template.uses)} />
        <Fact name={say.answered} words={answeredWords(template)} />
        <Fact name={say.answerAfter} words={medianWords(template, template.minutesADay)} />
        <Fact name={say.rewritten} words={rewrittenWords(template)} />
        <Fact name={say.cautions} words={cautionWords(template)} />
        <Fact name={say.ease} words={easeWords(template)} />
        <Fact name={say.length} words={String(template.words)} />
        <Fact name={say.passedOver} words={String(template.passedOver)} />
      </dl>
      <div className={classes.pair}>
        <section className={classes.figure} aria-label={say.wording}>
          <h2>{say.wording}</h2>
          <div className={classes.wording}>
            {template.wording.map(({ text, times }, n) => (
              <p key={n} data-changed={times > 0}>
                {text}
                {times > 0 ? <small>{say.changedTimes(times)}</small> : null}
              </p>
            ))}
          </div>
        </section>
        <Changes template={template} query={query} />
      </div>
      <Versions template={template} />
    </>
  );
}

const Fact = ({ name, words }: { readonly name: string; readonly words: string }) => (
  <div>
    <dt>{name}</dt>
    <dd>{words}</dd>
  </div>
);

/** The sentences that are rewritten most, each with its commonest rewriting, one press from a new version that has it. */
function Changes({ template: { templateId, changes }, query }: ShownProps) {
  const { user } = useOutletContext<Session>();
  const navigate = useNavigate();
  const [ask, { isFetching, error }] = useLazyRewrittenTemplateQuery();
  const take = async (nth: number): Promise<void> => {
    const { data } = await ask({ id: templateId, query, nth });
    if (data) await navigate(`/templates/${templateId}`, { state: { content: data.content } });
  };
  return (
    <section className={classes.figure} aria-label={say.changes}>
      <h2>{say.changes}</h2>
      {changes.length === 0 ? <p>{say.noChanges}</p> : null}
      {error ? <p role="alert">{problemWords(error)}</p> : null}
      <ol className={classes.changes}>
        {changes.map(({ was, became, times, becameTimes, stands }, n) => (
          <li key={was}>
            <p className={classes.was}>{was}</p>
            <p className={classes.became}>
              {became === '' ? <i>{say.takenOut}</i> : became}{' '}
              <small>{say.timesOf(becameTimes, times)}</small>
            </p>
            {stands && mayDo(user, 'wording') ? (
              <Button disabled={isFetching} onClick={() => void take(n)}>
                {say.makeVersion}
              </Button>
            ) : null}
            {stands ? null : <small>{say.gone}</small>}
          </li>
        ))}
      </ol>
    </section>
  );
}

function Versions({ template: { versions, minutesADay } }: Pick<ShownProps, 'template'>) {
  if (versions.length === 0) return null;
  return (
    <section className={classes.figure} aria-label={say.versions}>
      <h2>{say.versions}</h2>
      <div className={classes.scroll}>
        <table className={classes.table}>
          <Heads names={[say.version, say.uses, say.answered, say.answerAfter, say.rewritten, say.effect]} />
          <tbody>
            {versions.map((one) => (
              <tr key={one.versionId}>
                <th scope="row">{one.number}</th>
                <td>{one.uses}</td>
                <td>{answeredWords(one)}</td>
                <td>{medianWords(one, minutesADay)}</td>
                <td>{rewrittenWords(one)}</td>
                <td>{effectWords(one.effect)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
