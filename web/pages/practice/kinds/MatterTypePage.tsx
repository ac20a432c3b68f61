import { useState } from 'react';
import { Link, useNavigate, useOutletContext, useParams } from 'react-router';
import type { MatterTypeImpact, MatterTypeJson, MatterTypeView } from '../../../../contract/matterTypes.ts';
import type { Session } from '../../../../contract/session.ts';
import { plural, problemWords } from '../../../words/wording.ts';
import { Blank } from '../../../ui/Blank.tsx';
import { Button } from '../../../ui/Button.tsx';
import { CheckField, SelectField, TextField } from '../../../ui/Field.tsx';
import { useKeys } from '../../../ui/keys.ts';
import {
  useChangeMatterTypeMutation,
  useCreateMatterTypeMutation,
  useMatterTypesQuery,
  useTypeImpactMutation,
} from '../../../api/matterTypes.ts';
import { FormEditor } from './FormEditor.tsx';
import { FactRows, LabelRows } from './Rows.tsx';
import { keyFor, NEW_TYPE, typeProblemWords } from '../../../words/typeWords.ts';
import classes from '../Practice.module.css';

/** A kind of matter, edited as what it is: lists of what its matters hold. */
export function MatterTypePage() {
  const { typeId } = useParams();
  const { user } = useOutletContext<Session>();
  const { data: types } = useMatterTypesQuery();
  const type = types?.items.find(({ id }) => id === typeId);
  if (!types) return null;
  if (typeId !== undefined && !type) return <Blank title="There is no such kind of matter" />;
  return (
    <TypeDesk key={type ? `${type.id} ${type.revision}` : 'new'} type={type} mayChange={user.mayChange} />
  );
}

function TypeDesk({
  type,
  mayChange,
}: {
  readonly type: MatterTypeView | undefined;
  readonly mayChange: boolean;
}) {
  const navigate = useNavigate();
  const [draft, setDraft] = useState<MatterTypeJson>(type?.definition ?? NEW_TYPE);
  const [impact, setImpact] = useState<MatterTypeImpact>();
  const [create, creating] = useCreateMatterTypeMutation();
  const [change, changing] = useChangeMatterTypeMutation();
  const [askImpact] = useTypeImpactMutation();
  const set = (part: Partial<MatterTypeJson>): void => {
    setDraft((known) => ({ ...known, ...part }));
    setImpact(undefined);
  };
  const keep = async (): Promise<void> => {
    if (!type) {
      const made = await create(draft)
        .unwrap()
        .catch(() => undefined);
      if (made) await navigate('/practice');
      return;
    }
    const found = await askImpact({ id: type.id, definition: draft })
      .unwrap()
      .catch(() => undefined);
    const touched = found && (found.touches.some(({ matters }) => matters > 0) || found.templates.length > 0);
    if (touched && !impact) {
      setImpact(found);
      return;
    }
    const kept = await change({ id: type.id, change: { revision: type.revision, definition: draft } })
      .unwrap()
      .catch(() => undefined);
    if (kept) await navigate('/practice');
  };
  useKeys({ 'Ctrl+s': () => void keep(), Escape: () => void navigate('/practice') });
  const error = creating.error ?? changing.error;
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <Link to="/practice">Practice</Link>
        <h1>{draft.name || 'New kind of matter'}</h1>
        {type ? <span>{plural(type.matters, 'matter')}</span> : null}
        {mayChange ? (
          <Button kind="go" hint="Ctrl S" className={classes.keep} onClick={() => void keep()}>
            {impact ? 'Keep it all the same' : 'Keep'}
          </Button>
        ) : null}
      </header>
      {impact ? <Impact impact={impact} /> : null}
      {error ? (
        <div className={classes.problem} role="alert">
          <p>{problemWords(error)}</p>
          <ul>
            {typeProblemWords(error).map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </div>
      ) : null}
      <div className={classes.type}>
        <section>
          <div className={classes.fields}>
            <TextField
              label="Name"
              value={draft.name}
              autoFocus={!type}
              onChange={(name) => {
                set({ name });
              }}
            />
            <TextField
              label="References begin with"
              value={draft.reference ?? ''}
              placeholder="SV-"
              onChange={(typed) => {
                const { reference: _old, ...rest } = draft;
                const reference = typed.toUpperCase();
                setDraft(reference === '' ? rest : { ...rest, reference });
              }}
            />
            <SelectField
              label="Currency"
              value={draft.currency}
              options={['GBP', 'EUR', 'USD', 'NOK', 'SEK', 'DKK', 'CHF'].map((code) => [code, code] as const)}
              onChange={(currency) => {
                set({ currency });
              }}
            />
            <SelectField
              label="A matter is about"
              value={draft.nameFact ?? ''}
              options={[
                ['', 'nothing by name'],
                ...draft.facts.map(({ key, label }) => [key, label] as const),
              ]}
              onChange={(nameFact) => {
                const { nameFact: _old, ...rest } = draft;
                setDraft(nameFact === '' ? rest : { ...rest, nameFact });
              }}
            />
          </div>
          <h2>Facts</h2>
          <FactRows
            rows={draft.facts}
            noun="fact"
            onChange={(facts) => {
              set({ facts });
            }}
          />
          <h2>Key dates</h2>
          <LabelRows
            rows={draft.keyDates}
            noun="date"
            onChange={(keyDates) => {
              set({ keyDates });
            }}
          />
          <h2>Calculated values</h2>
          {draft.calculated.map((one, n) => (
            <div key={one.key} className={classes.calculated}>
              <TextField
                label="Called"
                value={one.label}
                onChange={(label) => {
                  set({
                    calculated: draft.calculated.map((other, m) => (m === n ? { ...one, label } : other)),
                  });
                }}
              />
              <FormEditor
                form={one.form}
                ownKey={one.key}
                type={draft}
                onChange={(form) => {
                  set({
                    calculated: draft.calculated.map((other, m) => (m === n ? { ...one, form } : other)),
                  });
                }}
              />
              <Button
                onClick={() => {
                  set({ calculated: draft.calculated.filter((_, m) => m !== n) });
                }}
              >
                Take out
              </Button>
            </div>
          ))}
          <Button
            onClick={() => {
              const key = keyFor('calculated', draft.calculated);
              const form = {
                kind: 'dateFromDate',
                from: 'day.today',
                shift: { amount: 5, unit: 'workingDays' },
              } as const;
              set({ calculated: [...draft.calculated, { key, label: '', form }] });
            }}
          >
            Add a calculated value
          </Button>
        </section>
        <section>
          <h2>Roles</h2>
          {draft.roles.map((role, n) => {
            const put = (part: Partial<typeof role>): void => {
              set({ roles: draft.roles.map((other, m) => (m === n ? { ...role, ...part } : other)) });
            };
            return (
              <div key={role.key} className={`${classes.row} ${classes.role}`}>
                <TextField
                  label="One is"
                  value={role.label}
                  onChange={(label) => {
                    put({ label });
                  }}
                />
                <TextField
                  label="Several are"
                  value={role.plural}
                  onChange={(plural_) => {
                    put({ plural: plural_ });
                  }}
                />
                <CheckField
                  label="several"
                  checked={role.many}
                  onChange={(many) => {
                    put({ many });
                  }}
                />
                <CheckField
                  label="required"
                  checked={role.required ?? false}
                  onChange={(required) => {
                    put({ required });
                  }}
                />
                <Button
                  onClick={() => {
                    set({ roles: draft.roles.filter((_, m) => m !== n) });
                  }}
                >
                  ×
                </Button>
              </div>
            );
          })}
          <Button
            onClick={() => {
              const key = keyFor('role', draft.roles);
              set({ roles: [...draft.roles, { key, label: '', plural: '', many: false }] });
            }}
          >
            Add a role
          </Button>
          <h2>Stages</h2>
          {draft.stages.map((stage, n) => (
            <div key={stage.key} className={classes.row}>
              <TextField
                label={`Stage ${n + 1}`}
                value={stage.label}
                onChange={(label) => {
                  set({ stages: draft.stages.map((other, m) => (m === n ? { ...stage, label } : other)) });
                }}
              />
              <CheckField
                label="closes the matter"
                checked={stage.closes === true}
                onChange={(closes) => {
                  const { closes: _old, ...rest } = stage;
                  const next = closes ? { ...rest, closes } : rest;
                  set({ stages: draft.stages.map((other, m) => (m === n ? next : other)) });
                }}
              />
              <Button
                onClick={() => {
                  set({ stages: draft.stages.filter((_, m) => m !== n) });
                }}
              >
                ×
              </Button>
            </div>
          ))}
          <Button
            onClick={() => {
              set({ stages: [...draft.stages, { key: keyFor('stage', draft.stages), label: '' }] });
            }}
          >
            Add a stage
          </Button>
          <h2>Tables</h2>
          {draft.tables.map((table, n) => (
            <div key={table.key} className={classes.table}>
              <TextField
                label="Table"
                value={table.label}
                onChange={(label) => {
                  set({ tables: draft.tables.map((other, m) => (m === n ? { ...table, label } : other)) });
                }}
              />
              <FactRows
                rows={table.columns}
                noun="column"
                onChange={(columns) => {
                  set({ tables: draft.tables.map((other, m) => (m === n ? { ...table, columns } : other)) });
                }}
              />
              <Button
                onClick={() => {
                  set({ tables: draft.tables.filter((_, m) => m !== n) });
                }}
              >
                Take this table out
              </Button>
            </div>
          ))}
          <Button
            onClick={() => {
              set({
                tables: [...draft.tables, { key: keyFor('table', draft.tables), label: '', columns: [] }],
              });
            }}
          >
            Add a table
          </Button>
        </section>
      </div>
    </div>
  );
}

const PART_WORDS: Readonly<Record<string, string>> = {
  fact: 'fact',
  table: 'table',
  column: 'column',
  role: 'role',
  stage: 'stage',
  keyDate: 'date',
  calculated: 'calculated value',
};

/** What a change would touch. Nothing is lost by it: values stay with their matters and come back with their definition. */
function Impact({ impact: { touches, templates } }: { readonly impact: MatterTypeImpact }) {
  return (
    <div className={classes.impact} role="alert">
      {touches
        .filter(({ matters }) => matters > 0)
        .map(({ part, label, change, matters }) => (
          <p key={`${part} ${label}`}>
            The {PART_WORDS[part] ?? part} “{label}”{' '}
            {change === 'removed' ? 'is taken out' : 'changes its kind'}: {plural(matters, 'matter')}{' '}
            {matters === 1 ? 'holds' : 'hold'} something there. What they hold stays with them, unseen.
          </p>
        ))}
      {templates.length > 0 ? (
        <p>Could no longer be used on such matters: {templates.map(({ name }) => name).join(', ')}.</p>
      ) : null}
    </div>
  );
}
