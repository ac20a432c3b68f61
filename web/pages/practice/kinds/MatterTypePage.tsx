import { Link, useLocation, useNavigate, useOutletContext, useParams } from 'react-router';
import type { MatterTypeJson, MatterTypeView } from '../../../../contract/matterTypes.ts';
import type { Session } from '../../../../contract/session.ts';
import { useMatterTypesQuery } from '../../../api/matterTypes.ts';
import { Blank } from '../../../ui/Blank.tsx';
import { Button } from '../../../ui/Button.tsx';
import { LeaveGuard } from '../../../ui/LeaveGuard.tsx';
import { Overtaken } from '../../../ui/Overtaken.tsx';
import { useOpened } from '../../../ui/useOpened.ts';
import { useKeys } from '../../../ui/keys.ts';
import { ReadOnly } from '../../../ui/ReadOnly.tsx';
import { mayDo } from '../../../words/rights.ts';
import { ADMINISTRATORS_ALONE } from '../../../words/en/wording.ts';
import { typeProblemWords } from '../../../words/en/typeWords.ts';
import { plural, problemWords } from '../../../words/en/wording.ts';
import { CalculatedRows } from './CalculatedRows.tsx';
import { RoleRows } from './RoleRows.tsx';
import { LinkRows } from './LinkRows.tsx';
import { FactRows, LabelRows } from './Rows.tsx';
import { StageRows } from './StageRows.tsx';
import { TableRows } from './TableRows.tsx';
import { TypeBasics } from './TypeBasics.tsx';
import { TypeImpact } from './TypeImpact.tsx';
import { useTypeDraft } from './useTypeDraft.ts';
import { ViewHead } from '../../../ui/ViewHead.tsx';
import { say } from '../../../words/en/practice-kinds.ts';
import classes from '../Practice.module.css';

/** A matter type, edited as what it is: lists of what its matters hold. */
export function MatterTypePage() {
  const { typeId } = useParams();
  const { user } = useOutletContext<Session>();
  const { data: types } = useMatterTypesQuery();
  const type = types?.items.find(({ id }) => id === typeId);
  if (!types) return null;
  if (typeId !== undefined && !type) return <Blank title={say.thereIsNoSuchMatter} />;
  return <OpenedType key={type?.id ?? 'new'} type={type} mayChange={mayDo(user, 'settings')} />;
}

/** The same under another name; references are its own. */
const copyOf = ({ name, reference: _, ...definition }: MatterTypeJson): MatterTypeJson => ({
  ...definition,
  name: say.copyNamed(name),
});

/** What a new one begins as: a starter, or another type. */
function beginningOf(state: unknown): MatterTypeJson | undefined {
  return typeof state === 'object' && state !== null && 'definition' in state
    ? (state.definition as MatterTypeJson)
    : undefined;
}

const versionOf = (type: MatterTypeView | undefined): string => `${type?.id} ${type?.revision}`;

function OpenedType({ type, mayChange }: Pick<TypeFormProps, 'type' | 'mayChange'>) {
  const { opened, age, overtaken, renew } = useOpened(type, versionOf);
  return <TypeForm key={age} type={opened} mayChange={mayChange} overtaken={overtaken} onRenew={renew} />;
}

interface TypeFormProps {
  readonly type: MatterTypeView | undefined;
  readonly mayChange: boolean;
  /** Someone else changed it since it was opened. */
  readonly overtaken: boolean;
  readonly onRenew: () => void;
}

function TypeForm({ type, mayChange, overtaken, onRenew }: TypeFormProps) {
  const navigate = useNavigate();
  const { impact, changed, keep, error, ...part } = useTypeDraft(type, beginningOf(useLocation().state));
  const { draft, set } = part;
  useKeys({ 'Ctrl+s': () => void (mayChange && keep()), Escape: () => void navigate('/practice/kinds') });
  const why = mayChange ? undefined : ADMINISTRATORS_ALONE;
  return (
    <div className={classes.page}>
      <ViewHead title={draft.name || say.newMatterType} within={<Link to="/practice">{say.practice}</Link>}>
        {type ? <span>{plural(type.matters, say.matter)}</span> : null}
        {type && mayChange ? (
          <Link to="/practice/kinds/new" state={{ definition: copyOf(type.definition) }}>
            {say.copyIt}
          </Link>
        ) : null}
        {mayChange ? (
          <Button kind="go" hint="Ctrl S" className={classes.keep} onClick={() => void keep()}>
            {impact ? say.saveAnyway : say.save}
          </Button>
        ) : null}
      </ViewHead>
      <LeaveGuard when={mayChange && changed} what={say.thisMatterType} />
      {overtaken ? <Overtaken onRenew={onRenew} /> : null}
      {impact ? <TypeImpact impact={impact} /> : null}
      {error ? <TypeProblem error={error} /> : null}
      <div className={classes.type}>
        <section tabIndex={0}>
          <ReadOnly why={why}>
            <TypeBasics {...part} isNew={!type} />
            <h2>{say.facts}</h2>
            <FactRows
              rows={draft.facts}
              noun={say.fact}
              onChange={(facts) => {
                set({ facts });
              }}
            />
            <h2>{say.keyDates}</h2>
            <LabelRows
              rows={draft.keyDates}
              noun={say.date}
              onChange={(keyDates) => {
                set({ keyDates });
              }}
            />
            <h2>{say.calculatedValues}</h2>
            <CalculatedRows {...part} />
          </ReadOnly>
        </section>
        <section tabIndex={0}>
          <ReadOnly quiet why={why}>
            <h2>{say.roles}</h2>
            <RoleRows {...part} />
            <h2>{say.stages}</h2>
            <StageRows {...part} />
            <h2>{say.tables}</h2>
            <TableRows {...part} />
            <h2>{say.linkedMatters}</h2>
            <LinkRows {...part} />
          </ReadOnly>
        </section>
      </div>
    </div>
  );
}

const TypeProblem = ({ error }: { readonly error: unknown }) => (
  <div className={classes.problem} role="alert">
    <p>{problemWords(error)}</p>
    <ul>
      {typeProblemWords(error).map((words) => (
        <li key={words}>{words}</li>
      ))}
    </ul>
  </div>
);
