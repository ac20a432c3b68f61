import { useState } from 'react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { MatterDetail } from '../../../../contract/matters.ts';
import type { MatterRecordView, ValueJson } from '../../../../contract/matterTypes.ts';
import type { FactDefinition } from '../../../../core/model/matter.ts';
import type { Value } from '../../../../core/model/value.ts';
import { writeValue } from '../../../../core/values/writeValue.ts';
import { readDay, writeDay } from '../../../words/dates.ts';
import { Button } from '../../../ui/Button.tsx';
import { plural } from '../../../words/en/wording.ts';
import { StartLink } from '../../../parts/start/StartLink.tsx';
import { leftWords, nearness } from '../../../words/en/matterDates.ts';
import { explainWords } from '../../../words/en/explainWords.ts';
import type { Editing } from '../editing/useEditing.ts';
import { ValueInput } from '../../../parts/values/ValueInput.tsx';
import { say } from '../../../words/en/matter-folder.ts';
import classes from './Folder.module.css';
import { Tip } from '../../../ui/Tip.tsx';
import editing from '../editing/Editing.module.css';

interface RecordValuesProps {
  readonly matter: MatterDetail;
  readonly record: MatterRecordView;
  readonly edit: Editing;
}

/** Facts, key dates and calculated values of a matter: changed in place, each calculated one with how it comes about. */
export function RecordValues({ matter, record, edit }: RecordValuesProps) {
  const { type, facts, dates } = record;
  return (
    <>
      {type.facts.map((fact) => (
        <EditableLine
          key={fact.key}
          definition={fact}
          value={facts[fact.key]}
          currency={type.currency}
          onValue={(value) => {
            edit.change({ facts: { [fact.key]: value } });
          }}
        />
      ))}
      {type.keyDates.map(({ key, label }) => {
        const date = dates[key];
        return (
          <EditableLine
            key={key}
            definition={{ key, label, kind: 'date' }}
            value={date === undefined ? undefined : { kind: 'date', date }}
            currency={type.currency}
            beside={nearWords(matter, label)}
            about={
              date === undefined ? undefined : <AboutDay matter={matter} path={`date.${key}`} label={label} />
            }
            onValue={(value) => {
              edit.change({ dates: { [key]: value?.kind === 'date' ? value.date : null } });
            }}
          />
        );
      })}
      {record.calculated.map((step) => (
        <details key={step.key} className={editing.calculated}>
          <Tip label={say.howItComesAbout}>
            <summary className={classes.line}>
              <span className={classes.label}>{step.label}</span>
              <span>
                {step.text ?? '—'}
                {besideWords(matter, step.label)}
              </span>
            </summary>
          </Tip>
          <ul>
            {explainWords(step).map((words) => (
              <li key={words}>{words}</li>
            ))}
            {keyDateOf(matter, step.label) ? (
              <li>
                <StartLink
                  matterId={matter.id}
                  from={{ dayPath: `calculated.${step.key}`, about: `of ${step.label}` }}
                >
                  {say.writeAboutIt}
                </StartLink>
              </li>
            ) : null}
          </ul>
        </details>
      ))}
      {type.tables.map(({ key, label }) => (
        <div key={key} className={classes.line}>
          <span className={classes.label}>{label}</span>
          <Link to={`/matters/${matter.id}/table/${key}`}>
            {plural(record.tables[key]?.length ?? 0, say.row)}
          </Link>
        </div>
      ))}
    </>
  );
}

/** Leads to what can be written about a day; shown where the line is. */
function AboutDay({
  matter,
  path,
  label,
}: {
  readonly matter: MatterDetail;
  readonly path: string;
  readonly label: string;
}) {
  return (
    <span className={classes.onIt}>
      <StartLink
        matterId={matter.id}
        from={{ dayPath: path, about: `of ${label}` }}
        label={say.writeAbout(label)}
      >
        {say.write}
      </StartLink>
    </span>
  );
}

const keyDateOf = (matter: MatterDetail, label: string) =>
  matter.dateline.keyDates.find((one) => one.label === label);

function besideWords(matter: MatterDetail, label: string): string {
  const { words } = nearWords(matter, label);
  return words === '' ? '' : ` · ${words}`;
}

function nearWords(matter: MatterDetail, label: string): { readonly words: string; readonly near: boolean } {
  const keyDate = keyDateOf(matter, label);
  if (!keyDate) return { words: '', near: false };
  return {
    words: leftWords(keyDate, matter.dateline.today),
    near: nearness(keyDate, matter.dateline.today) === 'near',
  };
}

interface MeanwhileChangedProps {
  readonly theirs: string;
  readonly mine: string;
  readonly onMine: () => void;
  readonly onTheirs: () => void;
}

/** Two changed one thing: what was typed later never takes the place of the other unseen. */
function MeanwhileChanged({ theirs, mine, onMine, onTheirs }: MeanwhileChangedProps) {
  return (
    <p role="alert" className={classes.meanwhile}>
      {say.someoneElseChangedThisTo(theirs, mine)}
      <Button kind="go" onClick={onMine}>
        {say.saveMine}
      </Button>{' '}
      <Button onClick={onTheirs}>{say.useTheirs}</Button>
    </p>
  );
}

function EditableLine({
  definition,
  value,
  currency,
  beside,
  about,
  onValue,
}: {
  readonly definition: Pick<FactDefinition, 'key' | 'label' | 'kind' | 'choices'>;
  readonly value: ValueJson | undefined;
  readonly currency: string;
  readonly beside?: { readonly words: string; readonly near: boolean };
  readonly about?: ReactNode;
  readonly onValue: (value: ValueJson | null) => void;
}) {
  const [open, setOpen] = useState(false);
  /** What it said when it was opened, and what was typed over something else that somebody said meanwhile. */
  const [began, setBegan] = useState('');
  const [mine, setMine] = useState<{ readonly value: ValueJson | null }>();
  const now = JSON.stringify(value ?? null);
  const written = value ? writeValue(value as Value, value.kind === 'date' ? 'short' : 'plain') : '';
  const hover = value?.kind === 'date' ? writeDay(readDay(value.date), 'longWeekday') : undefined;
  return (
    <div className={classes.line}>
      <span className={classes.label}>{definition.label}</span>
      {open ? (
        <ValueInput
          definition={definition}
          value={value}
          currency={currency}
          autoFocus
          onValue={(next) => {
            setOpen(false);
            if (now === began || JSON.stringify(next) === now) onValue(next);
            else setMine({ value: next });
          }}
          onLeave={() => {
            setOpen(false);
          }}
        />
      ) : (
        <Tip label={hover}>
          <button
            type="button"
            className={editing.value}
            data-near={beside?.near}
            data-empty={written === ''}
            aria-label={say.changeIt(definition.label, written || say.nothingYet)}
            onClick={() => {
              setBegan(now);
              setMine(undefined);
              setOpen(true);
            }}
          >
            {written || '—'}
            {beside && beside.words !== '' ? ` · ${beside.words}` : ''}
          </button>
        </Tip>
      )}
      {open ? null : about}
      {mine ? (
        <MeanwhileChanged
          theirs={written || 'nothing'}
          mine={
            mine.value
              ? writeValue(mine.value as Value, mine.value.kind === 'date' ? 'short' : 'plain')
              : 'nothing'
          }
          onMine={() => {
            onValue(mine.value);
            setMine(undefined);
          }}
          onTheirs={() => {
            setMine(undefined);
          }}
        />
      ) : null}
    </div>
  );
}
